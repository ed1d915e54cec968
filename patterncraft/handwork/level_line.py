"""A line straight across a piece, at a level, as scissors take it."""

from __future__ import annotations

from ..errors import BadPlace
from ..geometry.path import straight
from ..paper.piece import Piece
from ..paper.sewn import Spot
from ..places.levels import downward
from ..places.line import LineOnPiece
from ..places.place import Found
from ..tolerances import HUGE
from .across import meetings

SAME = 1e-3
"""cm: the outline met nearer than this to where the line begins is where it begins."""


def level_line(piece: Piece, at: complex, words: str, field: str) -> LineOnPiece:
    """From outline to outline, square to the grain, through a place. Raises BadPlace where it does not cross the paper once."""
    return line_through(piece, at, -1j * downward(piece), f"the level of {words}", field)


def line_through(piece: Piece, at: complex, way: complex, words: str, field: str) -> LineOnPiece:
    """From outline to outline in a direction (a unit vector), through a place. Raises BadPlace as ``level_line`` does."""
    reach = way * HUGE
    found = meetings(piece, straight(at - reach, at + reach), [])
    dart = next((piece.outline[m.edge].name for m in found if piece.outline[m.edge].kind == "dart"), "")
    if dart:
        raise BadPlace(
            f"{words} runs through the open {dart}.",
            piece.name,
            "Choose another past the dart, or rotate the dart to another edge first.",
            field,
        )
    if len(found) != 2:
        raise BadPlace(f"{words} does not cross the paper once from edge to edge.", piece.name, "Choose another.", field)
    first, last = found
    ends = tuple(Found(m.point, Spot(m.edge, m.on_edge)) for m in (first, last))
    return LineOnPiece((straight(first.point, last.point),), ends, (None, None))
