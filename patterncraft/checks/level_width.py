"""How wide a piece is at a level, square to its grain, as the cloth will lie when the darts are sewn."""

from __future__ import annotations

from itertools import pairwise

from ..geometry.intersect import line_crossings
from ..paper.piece import Piece
from ..places.levels import downward

BEYOND = 5.0
"""cm by which the level reaches past the piece on both sides."""


def width_at(piece: Piece, through: complex) -> float:
    """cm of paper on the level through a point: what lies in a dart is no paper, and a double-pointed one is taken up. Where the level leaves
    the piece and comes back, all of it."""
    across = downward(piece) / 1j
    left, top, right, bottom = piece.box
    reach = abs(complex(right - left, bottom - top)) + BEYOND
    a, b = through - across * reach, through + across * reach
    places = _apart(sorted(hit.s for s in piece.segments for hit in line_crossings(a, b, s)))
    if len(places) < 2:
        return 0.0
    inside = piece.contains(*(a + (b - a) * 0.5 * (p + q) for p, q in pairwise(places)))
    wide = sum(q - p for (p, q), on in zip(pairwise(places), inside, strict=True) if on)
    return wide * abs(b - a) - sum(x.width_on(a, b) for x in piece.lenses)


def _apart(places: list[float]) -> list[float]:
    """Each place once: at a corner of the outline two edges are met."""
    return [p for k, p in enumerate(places) if k == 0 or p - places[k - 1] > 1e-9]
