"""Turning a dart's intake about its pivot to another place: part, swing, join. What every move of darts is made of."""

from __future__ import annotations

from dataclasses import replace
from typing import Final, NamedTuple

from ..errors import BadPlace, MoveRefused
from ..geometry.path import straight
from ..house import HouseRules
from ..paper.dart import Dart, darts_of, find_dart
from ..paper.edge import Edge
from ..paper.part import open_corner, part, runs_inside, unhook
from ..paper.pattern import Pattern
from ..paper.piece import DartRule, Mark, Piece
from ..paper.sewn import Spot, point_of
from ..places.place import DartPlace, Place, on_edge
from ..tolerances import CLOSE
from .closing import swung_shut

NEW: Final = "the new dart"
SLIT: Final = 0.005
"""cm at the mouth: a dart that narrow is none."""
BEYOND: Final = 90.0
"""Degrees beyond which a dart is no dart: its mouth would be wider than its legs are long, nearly half as much again."""


class Halves(NamedTuple):
    """The piece taken apart at the pivot. ``ahead`` begins with the dart's leg out, ``behind`` ends
    with its leg in; ``pivot_*`` are the corners of each at the pivot."""

    ahead: Piece
    pivot_ahead: int
    behind: Piece
    pivot_behind: int


class Target(NamedTuple):
    """Where a dart's intake is to open. ``radius``: cm from the pivot to the new mouth; ``held``: radians open there already;
    ``edge``: the edge it opens in, empty for a dart that is there."""

    halves: Halves
    radius: float
    held: float
    edge: str


def refuse_lens(piece: Piece, dart: str) -> None:
    """Raises MoveRefused for a double-pointed dart, which has no mouth to close."""
    if any(x.name == dart for x in piece.lenses):
        raise MoveRefused(
            f"the {dart} is double-pointed: it lies inside the piece and has no mouth to close.",
            piece.name,
            "Have it cut across at its widest first; each half then has a dart that can be moved.",
            "dart",
        )


def target_of(piece: Piece, dart: Dart, spot: Spot | DartPlace, words: str, field: str) -> Target:
    """The piece taken apart between a dart and the place its intake is to go to.

    ``words``: the place as one says it; ``field``: the parameter to mark. Raises BadPlace where no straight cut leads there,
    MoveRefused for a dart with another pivot.
    """
    if isinstance(spot, DartPlace):
        other = find_dart(piece, spot.dart)
        return Target(_between(piece, dart, other, field), other.leg_in.length, abs(other.angle), "")
    halves, radius = _slashed(piece, dart, spot, words, field)
    return Target(halves, radius, 0.0, piece.outline[spot.edge].name)


def spot_for(place: Place, piece: Piece, pattern: Pattern, field: str) -> Spot | DartPlace:
    """A place on an edge found; a dart as it is named."""
    return place if isinstance(place, DartPlace) else on_edge(place, piece, pattern, field)


def meant(dart: Dart, angle: float) -> float:
    """The angle to close: all of it where so little would be left that both legs lie on each other: that is no dart, but a slit."""
    left = (abs(dart.angle) - abs(angle)) * max(dart.leg_in.length, dart.leg_out.length)
    return dart.angle if abs(left) < SLIT else angle


def turned_into(target: Target, dart: Dart, angle: float, rules: HouseRules) -> Piece:
    """Swing by ``angle`` (radians, of the dart's sense) and tape. A mouth that opens in an edge becomes a dart with the
    house's set-back, called ``NEW`` until darts are named anew."""
    after = swung_shut(*target.halves, dart, meant(dart, angle))
    return _named(after, target.edge, rules) if target.edge else after


def _slashed(piece: Piece, dart: Dart, spot: Spot, words: str, field: str) -> tuple[Halves, float]:
    """Cut from the pivot to a place on an edge. Raises BadPlace when no straight cut leads there."""
    point = point_of(piece, spot)
    cure = "Choose a place that a straight line from the pivot reaches over the paper."
    if min(abs(point - m) for d in darts_of(piece) if abs(d.pivot - dart.pivot) < CLOSE for m in d.mouth) < 0.2:
        raise BadPlace("a dart opens there already.", piece.name, "Rotate into that dart, or choose a place farther off.", field)
    if abs(point - dart.pivot) < 0.5:
        raise BadPlace("that place is the pivot itself.", piece.name, cure, field)
    if not runs_inside(piece, dart.pivot, point):
        raise BadPlace(
            f"{words} lies behind the pivot: the straight line from the {dart.name}'s pivot leaves the paper.",
            piece.name,
            cure,
            field,
        )
    if over := next((x for x in piece.lenses if x.is_crossed_by(dart.pivot, point)), None):
        raise BadPlace(f"the cut would run through the {over.name}, which is double-pointed.", piece.name, cure, field)
    opened, corner = open_corner(piece, spot)
    vertex = find_dart(opened, dart.name).vertex
    # A place within a hair of a corner is that corner: the cut must end in the corner's own point.
    end = opened.outline[corner].path.start
    first, second = part(opened, vertex, corner, straight(dart.pivot, end), NEW)
    return Halves(first, 0, second, len(second.outline) - 1), abs(end - dart.pivot)


def _between(piece: Piece, dart: Dart, other: Dart, field: str) -> Halves:
    """Take the piece apart between two darts of one pivot."""
    if other.name == dart.name:
        raise BadPlace("a dart cannot be rotated into itself.", piece.name, "Choose another dart or a place on an edge.", field)
    if abs(other.pivot - dart.pivot) > CLOSE * 10:
        raise MoveRefused(
            f"the {dart.name} and the {other.name} have different pivots, {abs(other.pivot - dart.pivot):.1f} cm apart.",
            piece.name,
            "Rotate it to the edge beside that dart instead.",
            field,
        )
    first, second = unhook(piece, dart.vertex, other.vertex)
    return Halves(first, 0, second, 0)


def _named(piece: Piece, edge: str, rules: HouseRules) -> Piece:
    """The two sides of the new cut become the legs of a dart."""

    def leg(e: Edge) -> Edge:
        return Edge(NEW, "dart", e.path, e.cut) if e.name == NEW else e

    rule = DartRule(NEW, rules.set_backs.for_edge(edge))
    return replace(piece, outline=tuple(leg(e) for e in piece.outline), darts=(*piece.darts, rule))


# ---- keeping a dart or a place in sight while others are moved


def called(piece: Piece, dart: str, name: str, *, named: bool) -> Piece:
    """The piece with a dart called otherwise; ``named``: so that it keeps the name wherever it goes."""
    return replace(
        piece,
        outline=tuple(replace(e, name=name) if e.kind == "dart" and e.name == dart else e for e in piece.outline),
        darts=tuple(replace(d, name=name, named=named) if d.name == dart else d for d in piece.darts),
    )


def pinned(piece: Piece, points: list[complex]) -> Piece:
    """The piece with a pin at each point, which travels with its paper."""
    return replace(piece, marks=(*piece.marks, *(Mark(_pin(k), z) for k, z in enumerate(points))))


def pin_at(piece: Piece, number: int) -> complex:
    """Where a pin is now."""
    return piece.mark(_pin(number)).at


def unpinned(piece: Piece) -> Piece:
    """Without its pins."""
    return replace(piece, marks=tuple(m for m in piece.marks if not m.name.startswith(_PIN)))


_PIN: Final = "\0pin "


def _pin(number: int) -> str:
    return f"{_PIN}{number}"
