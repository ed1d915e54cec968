"""A dart let go: its mouth filled with new paper, so that the edge runs across it and the intake is fullness."""

from __future__ import annotations

from dataclasses import replace

from ..geometry.path import straight
from ..paper.dart import find_dart
from ..paper.draw import redraw
from ..paper.edge import on_new_paper
from ..paper.piece import Piece


def filled(piece: Piece, name: str) -> Piece:
    """The piece with a dart's wedge pasted full, its edge straight across the mouth. Raises NoSuchName for the dart."""
    dart = find_dart(piece, name)
    first, second = dart.mouth
    kind = next(e.kind for e in piece.outline if e.name == dart.mouth_edge and not e.is_sewn_shut)
    across = on_new_paper(dart.mouth_edge, kind, straight(first, second))
    after = redraw(piece, (dart.vertex - 1) % len(piece.outline), 2, (across,))
    return replace(after, darts=tuple(d for d in after.darts if d.name != name))
