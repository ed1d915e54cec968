"""Where a double-pointed dart has run off the paper: an edge was drawn, taken in or cut over it."""

from __future__ import annotations

from typing import Final, NamedTuple

from ..by_identity import ByIdentity
from .edge import Edge
from .nearest import nearest_on
from .piece import Piece

PLACES: Final = 48
"""Places along each side of a dart at which it is looked whether paper is there."""
SEEN: Final = 0.05
"""cm: less of it beside the paper is a hair of many acts."""


class RunsOff(NamedTuple):
    """``by``: cm that the dart reaches beyond the paper, over ``edge``; ``at``: its farthest place."""

    dart: str
    edge: str
    by: float
    at: complex


def lenses_off(piece: Piece) -> tuple[RunsOff, ...]:
    """Every double-pointed dart that reaches beyond the paper by more than can be seen. One that runs off over a hem is sewn as far as the hem."""
    return _off(piece) if piece.lenses else ()


def _all_off(piece: Piece) -> tuple[RunsOff, ...]:
    found = []
    for lens in piece.lenses:
        points = [z for side in (lens.left, lens.right) for k in range(PLACES + 1) for z in (side.at(side.length * k / PLACES),)]
        outside = [z for z, inside in zip(points, piece.contains(*points), strict=True) if not inside]
        far = [(nearest_on(e.path, z)[0], e.name, z) for z in outside for e in (_nearest(piece, z),) if e.kind != "hem"]
        if far and max(far, key=lambda x: x[0])[0] > SEEN:
            by, edge, at = max(far, key=lambda x: x[0])
            found.append(RunsOff(lens.name, edge, by, at))
    return tuple(found)


def _nearest(piece: Piece, z: complex) -> Edge:
    return min((e for e in piece.outline if not e.is_sewn_shut), key=lambda e: nearest_on(e.path, z)[0])


_off = ByIdentity(_all_off, 512)
