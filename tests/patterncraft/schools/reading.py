"""Reading a draft's own sums by their label."""

from patterncraft.drafting.school import Block
from patterncraft.geometry.path import Path
from patterncraft.paper.piece import Piece


def sums_of(block: Block, piece: str = "") -> dict[str, float]:
    """The numbers written beside the construction; the first of a label counts."""
    found: dict[str, float] = {}
    for stage in block.stages:
        if not piece or stage.piece == piece:
            for s in stage.sums:
                if s.result:
                    found.setdefault(s.label, s.result.value)
    return found


def points_of(block: Block, piece: str = "") -> dict[str, complex]:
    """The numbered points by label."""
    return {label: z for s in block.stages if not piece or s.piece == piece for label, z in s.points}


def path_of(piece: Piece, edge: str) -> Path:
    return next(e for e in piece.outline if e.name == edge).path
