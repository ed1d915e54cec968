"""What is cut on the fold: cloth can be folded along one straight line only. The sheet's drawing, its cut, its closures and the moves all ask here."""

from __future__ import annotations

from .edge import Edge, EdgeKind
from .piece import Piece


def lies_on_fold(piece: Piece) -> bool:
    """Whether the piece's fold is still one straight line, so that the cloth can be folded along it."""
    folds = [e for e in piece.outline if e.kind == "fold"]
    if len(folds) != 1:
        return False
    path = folds[0].path
    return path.length - abs(path.end - path.start) < 1e-6


def kind_as_cut(piece: Piece, edge: Edge) -> EdgeKind:
    """What becomes of an edge in cutting: a fold with a dart in it, or one that is bent, is cut as a seam."""
    return "seam" if edge.kind == "fold" and not lies_on_fold(piece) else edge.kind
