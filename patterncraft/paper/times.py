"""How often a seam's side comes in the finished garment: once for the left and once for the right, or once in all. Layers are not counted.

Left and right are sewn each to its own. A half (on the fold, or one of a mirrored pair) comes twice; a sheet cut once as it lies comes once; of several cut all
alike nothing is known but their number: gores, cuffs of two arms, two layers of a band.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import NamedTuple

from .piece import Piece
from .seam import Seam, Side

SIDES = ("left", "right")
"""First words of edges of a sheet that is laid open: each is one half's, however often the sheet is cut."""


class Wholes(NamedTuple):
    """How often both sides of a seam come, where that cannot be."""

    times_a: int
    times_b: int


def times_of(piece: Piece, edge: str) -> frozenset[int]:
    """How often an edge may come."""
    if edge.split()[0] in SIDES:
        return frozenset({1, 2})
    if piece.cut.on_fold or piece.cut.mirrored:
        return frozenset({2})
    return frozenset(n for n in range(1, piece.cut.quantity + 1) if piece.cut.quantity % n == 0)


def unlike(seam: Seam, pieces: Mapping[str, Piece]) -> Wholes | None:
    """How often the sides come where one cannot be sewn to the other: half a hem that goes on over the fold, to a band that is there once and whole. None where
    they can. What is cut in pairs may have a part on one half only (a fly); sheets of a side that do not agree (a back laid open between two fronts) say nothing."""
    if not seam.b:
        return None
    a, b = (_comes(side, pieces) for side in (seam.a, seam.b))
    if not a or not b or a & b:
        return None
    over_fold = any(pieces[s.piece].cut.on_fold for s in (*seam.a, *seam.b))
    return Wholes(min(a), min(b)) if over_fold else None


def _comes(side: Side, pieces: Mapping[str, Piece]) -> frozenset[int]:
    found: frozenset[int] | None = None
    for s in side:
        own = times_of(pieces[s.piece], s.edge)
        found = own if found is None else found & own
    return found or frozenset()
