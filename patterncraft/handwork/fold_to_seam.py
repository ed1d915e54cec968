"""A fold given up: the piece is cut twice, and the centre is a seam."""

from __future__ import annotations

from ..paper.edge import EdgeKind
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, Piece
from ..paper.seam import Seam, SeamRule, Stretch
from .new_seam import unique_name


def plan_for(piece: Piece, kind: EdgeKind, was: EdgeKind) -> CutPlan:
    """How a piece is cut when one of its edges changes kind."""
    if kind == "fold":
        return piece.cut.on_the_fold()
    if was == "fold":
        return piece.cut.as_pairs()
    return piece.cut


def centre_seam(pattern: Pattern, piece: str, edge: str) -> Seam:
    """A fold cut open is sewn to its own mirror image: nothing to measure against."""
    name = unique_name(edge, [s.name for s in pattern.seams])
    return Seam(name, (Stretch(piece, edge),), (), SeamRule("free"))
