"""Parts of an edge that run on into each other, as one edge again."""

from __future__ import annotations

from typing import Final

from ..paper.piece import Piece

RUNS_ON: Final = 1e-4
"""Radians by which two parts of an edge may turn into each other and still be one line."""


def in_one(piece: Piece, name: str) -> Piece:
    """The piece with such parts of that edge as one: a fold in two parts could not be laid on the cloth's fold."""
    for k in range(len(piece.outline)):
        a, b = piece.outline[k - 1], piece.outline[k]
        if a.name == b.name == name and a.kind == b.kind and abs(a.path.end_direction - b.path.start_direction) < RUNS_ON:
            turned = piece.starting_at(k - 1)
            return in_one(turned.with_outline((turned.outline[0].then(turned.outline[1]), *turned.outline[2:])), name)
    return piece
