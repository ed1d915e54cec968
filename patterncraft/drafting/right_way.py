"""The right way round: a block that came on card may lie mirrored; schools draw on one whose centre lies on the left."""

from __future__ import annotations

from dataclasses import replace

from ..geometry.transform import turn_over
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..places.levels import outward


def right_way_round(pattern: Pattern) -> Pattern:
    """Every piece with a centre turned over its centre where that lies on the right; what is as drafted stays the same."""
    pieces = tuple(_turned(p) for p in pattern.pieces)
    return pattern if all(a is b for a, b in zip(pieces, pattern.pieces, strict=True)) else replace(pattern, pieces=pieces)


def _turned(piece: Piece) -> Piece:
    centre = [e.path for e in piece.outline if e.is_centre]
    if not centre or outward(piece).real >= 0:
        return piece
    x = sum(p.start.real + p.end.real for p in centre) / (2 * len(centre))
    return piece.placed(turn_over(complex(x, 0), complex(x, 1)))
