"""Which edges of a garment are left open, to be closed by buttons, a zip or nothing: also when they are faced, bound or lined."""

from __future__ import annotations

from typing import Final

from .edge import Edge
from .fold import kind_as_cut
from .level import STRIPS
from .pattern import Pattern
from .piece import LAYERS

LAID_ON: Final = tuple(x for x in LAYERS if x != "shell")
"""Layers that finish an edge and do not close it."""


def may_open(pattern: Pattern) -> list[tuple[str, int]]:
    """Pieces and numbers of edges that are left open, over the whole pattern."""
    closed = {
        (x.piece, x.edge)
        for c in pattern.closures
        for part in c.parts
        if {part.start, part.end} == {"start", "end"}
        for s in pattern.seams
        if s.name == part.seam
        for x in s.a
    }
    return [
        (p.name, i)
        for p in pattern.pieces
        for i, e in enumerate(p.outline)
        if (e.kind == "opening" or e.name.startswith(STRIPS) or (p.name, e.name) in closed) and is_open(pattern, p.name, e)
    ]


def is_open(pattern: Pattern, piece: str, edge: Edge) -> bool:
    """Whether an edge of a piece is left open: it is an opening; the outer edge of a stand or a wrap; or a closure opens all of it and no other cloth of the
    garment is sewn to it."""
    if edge.kind == "opening":
        return True
    if kind_as_cut(pattern.piece(piece), edge) in ("fold", "dart", "hem"):
        return False
    parts = [part for c in pattern.closures for part in c.parts if {part.start, part.end} == {"start", "end"}]
    if not parts and not edge.name.startswith(STRIPS):
        return False
    closed = any((piece, edge.name) in _edges(pattern, part.seam) for part in parts)
    return (closed or is_strips_edge(edge.name)) and not is_joined(pattern, piece, edge.name)


def is_strips_edge(name: str) -> bool:
    """Whether it is the outer edge of what grew on beside a centre: "button stand", "wrap 2"; not its end, "button stand waist"."""
    for strip in STRIPS:
        rest = name.removeprefix(strip).split()
        if name.startswith(strip) and all(x == "edge" or x.isdigit() for x in rest):
            return True
    return False


def is_joined(pattern: Pattern, piece: str, edge: str) -> bool:
    """Whether other cloth of the garment is sewn to an edge."""
    for s in pattern.seams:
        for own, other in ((s.a, s.b), (s.b, s.a)):
            if any((x.piece, x.edge) == (piece, edge) for x in own) and any(
                pattern.piece(x.piece).cut.layer not in LAID_ON for x in other
            ):
                return True
    return False


def _edges(pattern: Pattern, seam: str) -> set[tuple[str, str]]:
    found = next((s for s in pattern.seams if s.name == seam), None)
    return {(x.piece, x.edge) for x in found.a} if found is not None else set()
