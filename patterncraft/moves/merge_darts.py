"""Merge darts: the intake of several taken up in one."""

from __future__ import annotations

from math import degrees as to_degrees
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..handwork.merging import merged_across
from ..handwork.over_darts import with_lines_off_darts
from ..handwork.rotating import called, refuse_lens, target_of, turned_into
from ..house import HouseRules
from ..paper.dart import find_dart
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sound import assert_sound
from ..places.place import DartPlace
from ..tolerances import CLOSE
from ..units import Unit
from ..working import Sum, degrees, fine, length, note, notes
from .dart_sums import all_darts, degrees_held, intake_of
from .move import Example, Group, Move, Outcome, slot_field

_KEPT = "\0kept"


class MergeDarts(Move):
    """Darts of one pivot are swung together; one whose point lies elsewhere is closed about its own, through a cut between
    both points, and the legs of the one that stays are drawn anew."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Merge darts"
    key: ClassVar[str] = "m"
    sentence: ClassVar[str] = "Merge the {darts} of the {piece} into its {into}."
    synonyms: ClassVar[tuple[str, ...]] = ("combine", "two darts into one", "one big dart")
    example: ClassVar[Example | None] = Example("bodice", {"piece": "front", "darts": ["side dart"], "into": "waist dart"})

    move: Literal["merge_darts"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    darts: tuple[str, ...] = slot_field("darts", "Which darts?", "darts", "Darts given up", min_length=1, max_length=12)
    into: str = slot_field("into", "Into which dart?", "dart", "Dart that stays", max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": self.piece, "darts": " and ".join(self.darts), "into": self.into}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for a dart; MoveRefused at ``darts`` where two cannot be made one."""
        hand = take_up(pattern, self.piece)
        before = with_lines_off_darts(hand.piece(self.piece))
        for name in (*self.darts, self.into):
            refuse_lens(before, name)
            find_dart(before, name)
        stays = find_dart(before, self.into)
        if self.into in self.darts or len(set(self.darts)) < len(self.darts):
            raise MoveRefused("a dart cannot be merged into itself.", self.piece, "Name each dart once.", "darts")
        piece = called(before, self.into, _KEPT, named=True)
        working: list[Sum] = [Sum(f"Angle of the {self.into}", degrees(to_degrees(abs(stays.angle))))]
        off = unequal = 0.0
        for name in self.darts:
            dart, kept = find_dart(piece, name), find_dart(piece, _KEPT)
            working.append(Sum(f"Angle of the {name}", degrees(to_degrees(abs(dart.angle)))))
            if abs(dart.pivot - kept.pivot) < CLOSE * 10:
                piece = turned_into(target_of(piece, dart, DartPlace(dart=_KEPT), "", "darts"), dart, dart.angle, rules)
            else:
                merged = merged_across(piece, dart, kept, self.into, "darts")
                piece, off, unequal = merged.piece, off + merged.off, merged.unequal
        after = assert_sound(called(piece, _KEPT, self.into, named=stays.rule.named), "Lead them into another dart.")
        made = find_dart(after, self.into)
        followed = lay_down(hand, [after])
        working += self._sums(before, after, off, unequal)
        working.append(intake_of(made))
        return Outcome(followed.pattern, tuple(working) + notes(followed.told))

    def _sums(self, before: Piece, after: Piece, off: float, unequal: float) -> list[Sum]:
        if off == 0.0:
            return [all_darts(before, after)]
        return [
            Sum("All darts before", degrees(degrees_held(before))),
            Sum("All darts now", degrees(degrees_held(after))),
            Sum("Its point lies off where it was by", length(off)),
            *(
                (Sum("Its legs differ by", fine(unequal)), note("True the mouth: fold the dart shut and draw its edge anew."))
                if unequal > 0.05
                else ()
            ),
        ]
