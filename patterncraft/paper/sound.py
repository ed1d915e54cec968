"""What every piece must be after every act: closed, not crossing itself, with paper inside."""

from __future__ import annotations

from ..errors import MoveRefused
from ..geometry.crossing import crossing_pair
from ..tolerances import CLOSE
from .piece import Piece


def closing_gap(piece: Piece) -> float:
    """The largest gap between an edge's end and the next one's start, cm."""
    ends = zip(piece.outline, piece.outline[1:] + piece.outline[:1], strict=True)
    return max(abs(a.path.end - b.path.start) for a, b in ends)


def crossing_edges(piece: Piece) -> tuple[str, str] | None:
    """Names of two edges that cross each other, or None. Touching (at a pivot) is not crossing."""
    names = [e.name for e in piece.outline for _ in e.path.segments]
    pair = crossing_pair(piece.segments)
    return (names[pair[0]], names[pair[1]]) if pair else None


def assert_sound(piece: Piece, cure: str) -> Piece:
    """The piece itself, or MoveRefused with the reason and what to do about it."""
    if closing_gap(piece) > CLOSE * 10:
        raise MoveRefused("the outline would not close.", piece.name, cure)
    crossed = crossing_edges(piece)
    if crossed:
        raise MoveRefused(f"the {crossed[0]} would run over the {crossed[1]}: the paper would lie on itself.", piece.name, cure)
    if piece.area <= CLOSE:
        raise MoveRefused("nothing would be left of the piece.", piece.name, cure)
    return piece
