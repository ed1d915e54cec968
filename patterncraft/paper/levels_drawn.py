"""Levels drawn anew where the outline was: run on to an edge that was let out, cut off at one that was taken in, ruled over paper that was taped in."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace
from typing import Final

from ..by_identity import ByIdentity
from ..geometry.path import straight
from .level import Level, level_on, straight_lines
from .piece import DrawnLine, Piece

OFF: Final = 0.005
"""cm by which a line may end off the edge and still end there."""


def _from_edge_to_edge(piece: Piece) -> frozenset[str]:
    names = straight_lines(piece)
    return frozenset(n for n in names if (x := level_on(piece, n)) is not None and not _ends_elsewhere(piece, n, x))


drawn_whole = ByIdentity(_from_edge_to_edge, 512)
"""Names of a piece's levels that are drawn from one edge to the other."""


def with_levels_drawn(piece: Piece, names: Collection[str]) -> Piece:
    """The piece with its levels of these names from edge to edge; the very same where they are so."""
    lines = list(piece.lines)
    for name in straight_lines(piece):
        level = level_on(piece, name) if name in names else None
        if level is not None and _ends_elsewhere(piece, name, level):
            at = next(k for k, x in enumerate(lines) if x.name == name)
            drawn = [DrawnLine(name, straight(s.a, s.b)) for s in level.strokes]
            lines = [*lines[:at], *drawn, *(x for x in lines[at:] if x.name != name)]
    return (
        replace(piece, lines=tuple(lines))
        if len(lines) != len(piece.lines) or any(a is not b for a, b in zip(lines, piece.lines, strict=True))
        else piece
    )


def _ends_elsewhere(piece: Piece, name: str, level: Level) -> bool:
    """Whether the line's ends are not the level's."""
    ends = [z for x in piece.lines if x.name == name for z in (x.path.start, x.path.end)]
    return any(min(abs(z - e) for e in ends) > OFF for z in (level.strokes[0].a, level.strokes[-1].b))
