"""Corners at folds: how far an edge is from meeting the fold square, so that the opened cloth shows no point and no dip."""

from __future__ import annotations

from cmath import phase
from dataclasses import dataclass
from math import degrees
from typing import Final

from ..house import edge_word
from ..paper.pattern import Pattern

EDGES: Final = ("neckline", "waist", "hem")
POINTED: Final = 15.0
"""Degrees off the square from which on a point is meant: a V, a heart."""


@dataclass(frozen=True, slots=True)
class FoldCorner:
    """``off``: degrees by which the corner of ``edge`` and ``fold`` is more (+) or less than square, at a place on the piece's paper."""

    piece: str
    edge: str
    fold: str
    at: complex
    off: float


def corners_at_folds(pattern: Pattern) -> list[FoldCorner]:
    """Of every neckline, waist and hem that ends at a fold."""
    found = []
    for p in pattern.pieces:
        n = len(p.outline)
        for i, e in enumerate(p.outline):
            if e.kind != "fold":
                continue
            for beside, way, own, at in (
                (p.outline[i - 1], -p.outline[i - 1].path.end_direction, e.path.start_direction, e.path.start),
                (p.outline[(i + 1) % n], p.outline[(i + 1) % n].path.start_direction, -e.path.end_direction, e.path.end),
            ):
                if edge_word(beside.name) in EDGES and not beside.is_sewn_shut and beside.kind != "fold":
                    off = abs(degrees(phase(way / own))) - 90.0
                    found.append(FoldCorner(p.name, beside.name, e.name, at, off))
    return found
