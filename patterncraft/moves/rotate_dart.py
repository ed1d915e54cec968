"""Rotate dart: close a dart, wholly or in part, and let its intake open elsewhere about the same pivot."""

from __future__ import annotations

from math import asin
from math import degrees as to_degrees
from typing import ClassVar, Literal, Self

from pydantic import model_validator

from ..errors import MoveRefused
from ..handwork.over_darts import with_lines_off_darts
from ..handwork.rotating import Target, meant, refuse_lens, spot_for, target_of, turned_into
from ..house import HouseRules
from ..paper.dart import Dart, chord, find_dart
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sound import assert_sound
from ..places.place import Place
from ..units import Unit, format_length
from ..working import Quantity, Sum, degrees, length, note, notes
from .across_first import across_slot, across_words, on_the_half
from .dart_sums import all_darts, intake_of, opened
from .move import Example, Group, Handle, Move, Outcome, known, slot_field

WIDEST = 60.0
"""Degrees; above this a dart makes a cone that no pressing flattens (common practice, no source)."""


class RotateDart(Move):
    """Part from the pivot to the new place, swing the paper between, join the old legs."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Rotate dart"
    key: ClassVar[str] = "r"
    sentence: ClassVar[str] = "Rotate the {dart} of the {piece} to {to}, {how much} of it{across}."
    handle: ClassVar[Handle] = "mouth"
    example: ClassVar[Example | None] = Example(
        "bodice", {"piece": "front", "dart": "waist dart", "to": {"edge": "shoulder", "from": "neckline", "fraction": 0.5}}
    )
    synonyms: ClassVar[tuple[str, ...]] = ("move a dart", "pivot", "swing", "transfer", "French dart")

    move: Literal["rotate_dart"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    dart: str = slot_field("dart", "Which dart?", "dart", "Dart", max_length=80)
    to: Place = slot_field("to", "To where?", "place", "New place")
    share: float | None = slot_field("how much", "How much of it?", "how much", "Share", None, gt=0, le=1)
    amount: float | None = slot_field(
        "how much", "How much of it?", "how much", "Amount at the new mouth", None, gt=0, le=60, unit="cm"
    )

    cut_across: bool = across_slot()

    @model_validator(mode="after")
    def _one_amount(self) -> Self:
        if self.share is not None and self.amount is not None:
            raise ValueError("say either a share of the dart or an amount, not both")
        return self

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        return {
            "piece": self.piece,
            "dart": self.dart,
            "to": self.to.words(piece, unit),
            "how much": self._how_much(unit),
            "across": across_words(self.cut_across),
        }

    def _how_much(self, unit: Unit) -> str:
        if self.amount is not None:
            return format_length(self.amount, unit)
        words = {1.0: "all", 0.5: "half", 0.25: "a quarter", 0.75: "three quarters"}
        share = self.share or 1.0
        return words.get(share, f"{100 * share:.0f} %")

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the dart; BadPlace at ``to``; MoveRefused where the paper has no room."""
        if self.cut_across and (on_half := on_the_half(self, pattern, rules, self.piece, self.dart, (self.to,))):
            return on_half
        hand = take_up(pattern, self.piece)
        before = with_lines_off_darts(hand.piece(self.piece))
        refuse_lens(before, self.dart)
        dart = find_dart(before, self.dart)
        target = target_of(before, dart, spot_for(self.to, before, pattern, "to"), self.to.words(before, "cm"), "to")
        angle = meant(dart, self._angle(dart, target.radius, target.held))
        after = turned_into(target, dart, angle, rules)
        followed = lay_down(hand, [assert_sound(after, "Choose another place or a smaller amount.")])
        return Outcome(followed.pattern, self._working(before, after, dart, angle, target) + notes(followed.told))

    def _angle(self, dart: Dart, radius: float, held: float) -> float:
        """Signed angle to close, radians. Raises MoveRefused when the dart does not hold so much."""
        if self.amount is None:
            return dart.angle * (self.share or 1.0)
        most = chord(radius, abs(dart.angle) + held) - chord(radius, held)
        if self.amount > most + 1e-6:
            raise MoveRefused(
                f"the {dart.name} has only {most:.1f} cm to give at that place, not {self.amount:.1f} cm.",
                self.piece,
                f"Ask for at most {most:.1f} cm, or for all of it.",
                "amount",
            )
        size = 2 * asin(min(1.0, (chord(radius, held) + self.amount) / (2 * radius))) - held
        return min(size, abs(dart.angle)) * (1 if dart.angle > 0 else -1)

    def _working(self, before: Piece, after: Piece, dart: Dart, angle: float, target: Target) -> tuple[Sum, ...]:
        radius, held = target.radius, target.held
        turned, whole = to_degrees(abs(angle)), to_degrees(abs(dart.angle))
        wide = held + abs(angle)
        lines = [
            intake_of(dart),
            Sum("Swung about the pivot", degrees(turned), "{} of {}", (Quantity(abs(angle / dart.angle), "share"), degrees(whole))),
            Sum("New mouth from the pivot", length(radius)),
            opened("Intake there", radius, wide),
            all_darts(before, after),
        ]
        if to_degrees(wide) > WIDEST:
            lines.append(note(f"A dart wider than {WIDEST:.0f}° stands off like a cone: divide it."))
        if any(e.kind == "fold" and e.name == target.edge for e in before.outline):
            lines.append(note(f"The {target.edge} is no longer one straight line: it is cut as a seam, not on the fold."))
        return tuple(lines)
