"""Measuring on the table: between two places of a piece, straight and along the edge."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from .paper.nearest import nearest_spot
from .paper.piece import Piece
from .paper.sewn import Spot, distance_of, neighbours, point_of
from .places.place import EdgePlace

CATCH: Final = 0.3
"""cm; a tape laid this near to a corner or a dart's mouth is laid on it."""


@dataclass(frozen=True, slots=True)
class Measured:
    """What the tape shows, cm. ``along`` is None when the places lie on different edges."""

    first: EdgePlace
    second: EdgePlace
    a: complex
    b: complex
    straight: float
    along: float | None


def measure_between(piece: Piece, near_a: complex, near_b: complex) -> Measured:
    """Between the places of the outline nearest to two points; along the edge as it is sewn, darts shut."""
    one, other = _on_one_edge(piece, *(_caught(piece, nearest_spot(piece, z)) for z in (near_a, near_b)))
    a, b = point_of(piece, one), point_of(piece, other)
    first, second = _place(piece, one), _place(piece, other)
    along = abs(distance_of(piece, one) - distance_of(piece, other)) if first.edge == second.edge else None
    return Measured(first, second, a, b, abs(b - a), along)


def _caught(piece: Piece, spot: Spot) -> Spot:
    whole = piece.outline[spot.edge].length
    along = 0.0 if spot.along < CATCH else whole if spot.along > whole - CATCH else spot.along
    return Spot(spot.edge, along)


def _on_one_edge(piece: Piece, one: Spot, other: Spot) -> tuple[Spot, Spot]:
    """A corner belongs to two edges: read it on the one that the other place lies on, if it can be."""
    for a in _readings(piece, one):
        for b in _readings(piece, other):
            if piece.outline[a.edge].name == piece.outline[b.edge].name:
                return a, b
    return one, other


def _readings(piece: Piece, spot: Spot) -> list[Spot]:
    found, n = [spot], len(piece.outline)
    before, after = (spot.edge - 1) % n, (spot.edge + 1) % n
    if spot.along == 0.0 and not piece.outline[before].is_sewn_shut:
        found.append(Spot(before, piece.outline[before].length))
    if spot.along == piece.outline[spot.edge].length and not piece.outline[after].is_sewn_shut:
        found.append(Spot(after, 0.0))
    return found


def _place(piece: Piece, spot: Spot) -> EdgePlace:
    name = piece.outline[spot.edge].name
    return EdgePlace(edge=name, start=neighbours(piece, name)[0], distance=distance_of(piece, spot))
