"""Divide dart: one dart's intake shared out over several places about its pivot."""

from __future__ import annotations

from math import degrees as to_degrees
from typing import ClassVar, Final, Literal

from pydantic import Field

from ..errors import BadPlace, MoveRefused, PatternError
from ..handwork.over_darts import with_lines_off_darts
from ..handwork.rotating import NEW, called, pin_at, pinned, refuse_lens, spot_for, target_of, turned_into, unpinned
from ..house import HouseRules, Strict
from ..paper.dart import Dart, find_dart
from ..paper.follow import lay_down, take_up
from ..paper.nearest import spot_at
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import Spot, point_of
from ..paper.sound import assert_sound
from ..places.place import DartPlace, Place
from ..units import Unit
from ..working import Quantity, Sum, degrees, notes
from .across_first import across_slot, across_words, on_the_half
from .dart_sums import all_darts, intake_of, opened
from .move import Example, Group, Move, Outcome, known, slot_field

MOST: Final = 12
"""Places at most: more darts about one point leave no paper between them."""
_KEPT: Final = "\0kept"


class Division(Strict):
    """A place, and the share of the dart that goes there."""

    to: Place = Field(title="Place")
    share: float = Field(gt=0, le=1, title="Share")


class DivideDart(Move):
    """One dart becomes several: each place gets its share of the intake, what the shares leave stays where it was."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Divide dart"
    key: ClassVar[str] = "d"
    sentence: ClassVar[str] = "Divide the {dart} of the {piece}: {into}{across}."
    synonyms: ClassVar[tuple[str, ...]] = ("share out", "split a dart", "several darts", "two darts from one")
    example: ClassVar[Example | None] = Example(
        "bodice",
        {
            "piece": "front",
            "dart": "waist dart",
            "into": [
                {"to": {"edge": "shoulder", "from": "neckline", "fraction": 0.5}, "share": 0.4},
                {"to": {"edge": "neckline", "fraction": 0.5}, "share": 0.3},
            ],
        },
    )

    move: Literal["divide_dart"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    dart: str = slot_field("dart", "Which dart?", "dart", "Dart", max_length=80)
    into: tuple[Division, ...] = slot_field(
        "into", "To which places, and how much to each?", "shares", "Places and shares", min_length=1, max_length=MOST
    )

    cut_across: bool = across_slot()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        said = [f"{100 * d.share:.4g} % to {d.to.words(piece, unit)}" for d in self.into]
        rest = 1.0 - sum(d.share for d in self.into)
        if rest > 1e-9:
            said.append(f"{100 * rest:.4g} % stays")
        return {"piece": self.piece, "dart": self.dart, "into": ", ".join(said), "across": across_words(self.cut_across)}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the dart; BadPlace or MoveRefused at ``into``."""
        places = tuple(d.to for d in self.into)
        if self.cut_across and (on_half := on_the_half(self, pattern, rules, self.piece, self.dart, places)):
            return on_half
        hand = take_up(pattern, self.piece)
        before = with_lines_off_darts(hand.piece(self.piece))
        refuse_lens(before, self.dart)
        dart = find_dart(before, self.dart)
        if any(isinstance(d.to, DartPlace) and d.to.dart == self.dart for d in self.into):
            raise BadPlace("a dart cannot be divided into itself.", self.piece, "What the shares leave stays in it anyway.", "into")
        total = sum(d.share for d in self.into)
        if total > 1.0 + 1e-9:
            raise MoveRefused(
                f"the shares come to {100 * total:.4g} %: the {self.dart} has only itself to give.",
                self.piece,
                "Make them 100 % together, or less.",
                "into",
            )
        spots = [spot_for(d.to, before, pattern, "into") for d in self.into]
        points = [dart.pivot if isinstance(s, DartPlace) else point_of(before, s) for s in spots]
        piece = pinned(called(before, dart.name, _KEPT, named=True), points)
        radii = []
        for k, d in enumerate(self.into):
            left = find_dart(piece, _KEPT)
            where = _now(piece, k, spots[k])
            try:
                target = target_of(piece, left, where, d.to.words(before, "cm"), "into")
            except PatternError as e:
                e.message = e.message.replace(_KEPT, self.dart)
                raise
            last = k == len(self.into) - 1 and total > 1.0 - 1e-9
            piece = turned_into(target, left, left.angle if last else dart.angle * d.share, rules)
            if target.edge:
                piece = called(piece, NEW, f"{NEW} {k}", named=False)
            radii.append((target.radius, target.held))
        after = assert_sound(
            called(unpinned(piece), _KEPT, dart.name, named=dart.rule.named), "Give a part of it another place, or less."
        )
        followed = lay_down(hand, [after])
        return Outcome(
            followed.pattern, self._working(before, followed.pattern.piece(self.piece), dart, radii) + notes(followed.told)
        )

    def _working(self, before: Piece, after: Piece, dart: Dart, radii: list[tuple[float, float]]) -> tuple[Sum, ...]:
        whole = to_degrees(abs(dart.angle))
        lines = [intake_of(dart)]
        for d, (radius, held) in zip(self.into, radii, strict=True):
            angle = held + abs(dart.angle) * d.share
            lines.append(opened(f"Intake at {d.to.words(before, 'cm')}", radius, angle))
        rest = 1.0 - sum(d.share for d in self.into)
        if rest > 1e-9:
            lines.append(Sum("Stays where it was", degrees(whole * rest), "{} of {}", (Quantity(rest, "share"), degrees(whole))))
        lines.append(all_darts(before, after))
        return tuple(lines)


def _now(piece: Piece, number: int, spot: Spot | DartPlace) -> Spot | DartPlace:
    if isinstance(spot, DartPlace):
        return spot
    found = spot_at(piece, pin_at(piece, number))
    if found is None:
        raise AssertionError("a place on an edge stays on it")
    return found
