"""How wide a piece is at any height: the ruler laid level across the sheet, so many cm below a point."""

from __future__ import annotations

from itertools import pairwise

from ..geometry.intersect import line_crossings
from ..geometry.region import contains
from ..paper.piece import Piece
from ..places.levels import downward
from ..tolerances import HUGE, SNAP
from .laid_over import named_points


def width_at(piece: Piece, below: float, at: str = "") -> float | None:
    """cm of paper on the level line ``below`` cm down the grain from the point ``at`` (a name of ``named_points``), or from the piece's top
    without one. Open darts are not counted: they are no paper. None where the line misses the piece, or it has no such point."""
    down = downward(piece)
    start = named_points(piece).get(at) if at else _top(piece, down)
    if start is None:
        return None
    z, across = start + down * below, 1j * down * HUGE
    hits = sorted(
        {
            round(((h.point - z) * (1j * down).conjugate()).real, 9)
            for s in piece.segments
            for h in line_crossings(z - across, z + across, s)
        }
    )
    wide = 0.0
    for a, b in pairwise(hits):
        middle = z + 0.5 * (a + b) * down * 1j
        if b - a > SNAP and contains(piece.segments, [middle])[0]:
            wide += b - a
    return wide if wide > 0 else None


def _top(piece: Piece, down: complex) -> complex:
    return min((p for s in piece.segments for p in (s[0], s[-1])), key=lambda p: (p * down.conjugate()).real)
