"""Rotate dart: close a dart, wholly or in part, and let its intake open elsewhere about the same pivot."""

from __future__ import annotations

from dataclasses import replace
from math import asin
from math import degrees as to_degrees
from typing import ClassVar, Literal, NamedTuple, Self

from pydantic import model_validator

from ..errors import BadPlace, MoveRefused
from ..geometry.path import straight
from ..handwork.closing import swung_shut
from ..handwork.over_darts import with_lines_off_darts
from ..house import HouseRules
from ..paper.dart import Dart, chord, darts_of, find_dart
from ..paper.edge import Edge
from ..paper.follow import lay_down, take_up
from ..paper.part import open_corner, part, runs_inside, unhook
from ..paper.pattern import Pattern
from ..paper.piece import DartRule, Piece
from ..paper.sewn import point_of
from ..paper.sound import assert_sound
from ..places.place import DartPlace, Place, on_edge
from ..tolerances import CLOSE
from ..units import Unit, format_length
from ..working import Quantity, Sum, degrees, length, note, notes
from .move import Example, Group, Handle, Move, Outcome, slot_field

NEW = "the new dart"
WIDEST = 60.0
"""Degrees; above this a dart makes a cone that no pressing flattens (common practice, no source)."""


class Halves(NamedTuple):
    """The piece taken apart at the pivot. ``ahead`` begins with the dart's leg out, ``behind`` ends
    with its leg in; ``pivot_*`` are the corners of each at the pivot."""

    ahead: Piece
    pivot_ahead: int
    behind: Piece
    pivot_behind: int


class RotateDart(Move):
    """Part from the pivot to the new place, swing the paper between, join the old legs."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Rotate dart"
    key: ClassVar[str] = "r"
    sentence: ClassVar[str] = "Rotate the {dart} of the {piece} to {to}, {how much} of it."
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

    @model_validator(mode="after")
    def _one_amount(self) -> Self:
        if self.share is not None and self.amount is not None:
            raise ValueError("say either a share of the dart or an amount, not both")
        return self

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = next((p for p in pattern.pieces if p.name == self.piece), None) if pattern else None
        return {"piece": self.piece, "dart": self.dart, "to": self.to.words(piece, unit), "how much": self._how_much(unit)}

    def _how_much(self, unit: Unit) -> str:
        if self.amount is not None:
            return format_length(self.amount, unit)
        words = {1.0: "all", 0.5: "half", 0.25: "a quarter", 0.75: "three quarters"}
        share = self.share or 1.0
        return words.get(share, f"{100 * share:.0f} %")

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the dart; BadPlace at ``to``; MoveRefused where the paper has no room."""
        hand = take_up(pattern, self.piece)
        before = with_lines_off_darts(hand.piece(self.piece))
        if any(x.name == self.dart for x in before.lenses):
            raise MoveRefused(
                f"the {self.dart} is double-pointed: it lies inside the piece and has no mouth to close.",
                self.piece,
                "Cut the piece at its waist first; each half then has a dart that can be rotated.",
                "dart",
            )
        dart = find_dart(before, self.dart)
        if isinstance(self.to, DartPlace):
            target = find_dart(before, self.to.dart)
            halves, radius, held = _between(before, dart, target), target.leg_in.length, abs(target.angle)
        else:
            halves, radius = _slashed(pattern, before, dart, self.to)
            held = 0.0
        angle = self._angle(dart, radius, held)
        after = swung_shut(*halves, dart, angle)
        to_edge = ""
        if not isinstance(self.to, DartPlace):
            to_edge = before.outline[on_edge(self.to, before, pattern, "to").edge].name
            after = _named(after, to_edge, rules)
        followed = lay_down(hand, [assert_sound(after)])
        return Outcome(followed.pattern, self._working(before, after, dart, angle, radius, held, to_edge) + notes(followed.told))

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

    def _working(
        self, before: Piece, after: Piece, dart: Dart, angle: float, radius: float, held: float, to_edge: str
    ) -> tuple[Sum, ...]:
        turned, whole = to_degrees(abs(angle)), to_degrees(abs(dart.angle))
        opened = held + abs(angle)
        sums_before, sums_after = (sum(to_degrees(abs(d.angle)) for d in darts_of(p)) for p in (before, after))
        lines = [
            Sum(
                f"Intake of the {dart.name}",
                length(dart.intake),
                "2 × {} × sin({} / 2)",
                (length(dart.leg_in.length), degrees(whole)),
            ),
            Sum("Swung about the pivot", degrees(turned), "{} of {}", (Quantity(abs(angle / dart.angle), "share"), degrees(whole))),
            Sum("New mouth from the pivot", length(radius)),
            Sum(
                "Intake there", length(chord(radius, opened)), "2 × {} × sin({} / 2)", (length(radius), degrees(to_degrees(opened)))
            ),
            Sum("All darts, before = after", degrees(sums_after), "{}", (degrees(sums_before),)),
        ]
        if to_degrees(opened) > WIDEST:
            lines.append(note(f"A dart wider than {WIDEST:.0f}° stands off like a cone: divide it."))
        if any(e.kind == "fold" and e.name == to_edge for e in before.outline):
            lines.append(note(f"The {to_edge} is no longer one straight line: it is cut as a seam, not on the fold."))
        return tuple(lines)


def _slashed(pattern: Pattern, piece: Piece, dart: Dart, place: Place) -> tuple[Halves, float]:
    """Cut from the pivot to a place on an edge. Raises BadPlace when no straight cut leads there."""
    spot = on_edge(place, piece, pattern, "to")
    point = point_of(piece, spot)
    cure = "Choose a place that a straight line from the pivot reaches over the paper."
    if min(abs(point - m) for d in darts_of(piece) if abs(d.pivot - dart.pivot) < CLOSE for m in d.mouth) < 0.2:
        raise BadPlace("a dart opens there already.", piece.name, "Rotate into that dart, or choose a place farther off.", "to")
    if abs(point - dart.pivot) < 0.5:
        raise BadPlace("that place is the pivot itself.", piece.name, cure, "to")
    if not runs_inside(piece, dart.pivot, point):
        raise BadPlace(
            f"{place.words(piece, 'cm')} lies behind the pivot: the straight line from the {dart.name}'s pivot leaves the paper.",
            piece.name,
            cure,
            "to",
        )
    if over := next((x for x in piece.lenses if x.is_crossed_by(dart.pivot, point)), None):
        raise BadPlace(f"the cut would run through the {over.name}, which is double-pointed.", piece.name, cure, "to")
    opened, corner = open_corner(piece, spot)
    vertex = find_dart(opened, dart.name).vertex
    # A place within a hair of a corner is that corner: the cut must end in the corner's own point.
    end = opened.outline[corner].path.start
    first, second = part(opened, vertex, corner, straight(dart.pivot, end), NEW)
    return Halves(first, 0, second, len(second.outline) - 1), abs(end - dart.pivot)


def _between(piece: Piece, dart: Dart, other: Dart) -> Halves:
    """Take the piece apart between two darts of one pivot."""
    if other.name == dart.name:
        raise BadPlace("a dart cannot be rotated into itself.", piece.name, "Choose another dart or a place on an edge.", "to")
    if abs(other.pivot - dart.pivot) > CLOSE * 10:
        raise MoveRefused(
            f"the {dart.name} and the {other.name} have different pivots, {abs(other.pivot - dart.pivot):.1f} cm apart.",
            piece.name,
            "Rotate it to the edge beside that dart instead.",
            "to",
        )
    first, second = unhook(piece, dart.vertex, other.vertex)
    return Halves(first, 0, second, 0)


def _named(piece: Piece, edge: str, rules: HouseRules) -> Piece:
    """The two sides of the new cut become the legs of a dart."""

    def leg(e: Edge) -> Edge:
        return Edge(NEW, "dart", e.path, e.cut) if e.name == NEW else e

    rule = DartRule(NEW, rules.set_backs.for_edge(edge))
    return replace(piece, outline=tuple(leg(e) for e in piece.outline), darts=(*piece.darts, rule))
