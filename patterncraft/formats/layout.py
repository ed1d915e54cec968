"""Pieces side by side on one sheet."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..finishing.finish import FinishedPiece

GAP = 2.0
"""cm between pieces, so that no cut lines touch."""


@dataclass(frozen=True, slots=True)
class Sheet:
    """Finished pieces with their shifts; everything lies within (0, 0)–(width, height), cm. A place of a piece lies at ``scale`` times itself, and
    its shift from there."""

    pieces: tuple[tuple[FinishedPiece, complex], ...]
    width: float
    height: float
    scale: float = 1.0


def lay_side_by_side(pieces: Sequence[FinishedPiece], widest: float = 120.0, scale: float = 1.0) -> Sheet:
    """Rows from the left, a new row when ``widest`` cm is reached."""
    placed = []
    x = y = row = width = 0.0
    for p in pieces:
        left, top, right, bottom = (v * scale for v in p.box)
        if x and x + right - left > widest:
            x, y, row = 0.0, y + row + GAP, 0.0
        placed.append((p, complex(x - left, y - top)))
        x += right - left + GAP
        row = max(row, bottom - top)
        width = max(width, x - GAP)
    return Sheet(tuple(placed), width, y + row, scale)
