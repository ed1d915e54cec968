"""Draw: pencil, curve and new paper. The only act that changes what the block was."""

from __future__ import annotations

from dataclasses import replace

from ..errors import BadPlace
from ..geometry.path import chain, straight
from ..tolerances import CLOSE
from .edge import Edge
from .piece import Paper, Piece


def redraw(piece: Piece, first: int, count: int, edges: tuple[Edge, ...]) -> Piece:
    """Replace ``count`` edges from number ``first`` on by others with the same two ends.

    Raises BadPlace when the new edges do not start and end where the old ones did.
    """
    turned = piece.starting_at(first)
    old = turned.outline[:count]
    gap = max(abs(edges[0].path.start - old[0].path.start), abs(edges[-1].path.end - old[-1].path.end))
    if gap > CLOSE:
        raise BadPlace("the new line does not meet the old outline.", piece.name, "Begin and end it at the corners.")
    return replace(turned, outline=edges + turned.outline[count:])


def bridge(a: Piece, edge_a: int, b: Piece, edge_b: int, top: Edge, bottom: Edge) -> Piece:
    """Fill the gap between an edge of a and an edge of b with new paper, and tape all three together.

    Walking the result: a up to the end of its edge's predecessor, ``top`` across to b, round b,
    ``bottom`` back to a. ``top`` runs from the start of a's edge to the end of b's, ``bottom`` from
    the start of b's edge to the end of a's.

    Raises BadPlace when top or bottom do not meet those corners.
    """
    left, right = a.starting_at(edge_a), b.starting_at(edge_b)
    la, rb = left.outline[0].path, right.outline[0].path
    gaps = (top.path.start - la.start, top.path.end - rb.end, bottom.path.start - rb.start, bottom.path.end - la.end)
    if max(abs(g) for g in gaps) > CLOSE:
        raise BadPlace("the new paper does not reach from edge to edge.", a.name, "Draw it from corner to corner.")
    patch = chain([top.path, rb.reversed(), bottom.path, la.reversed()])
    return replace(
        left,
        outline=(*left.outline[1:], top, *right.outline[1:], bottom),
        darts=left.darts + right.darts,
        marks=left.marks + right.marks,
        lines=left.lines + right.lines,
        paper=Paper(left.paper.tapes + right.paper.tapes + (la, rb), left.paper.patches + right.paper.patches + (patch,)),
    )


def straight_edge(name: str, a: complex, b: complex) -> Edge:
    return Edge(name, "seam", straight(a, b))
