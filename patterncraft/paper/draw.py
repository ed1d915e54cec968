"""Draw: pencil, curve and new paper. The only act that changes what the block was."""

from __future__ import annotations

from dataclasses import replace

from ..errors import BadPlace
from ..geometry.path import Path, chain, straight
from ..geometry.region import box_of, signed_area
from ..tolerances import CLOSE
from .edge import Edge
from .nearest import ON, nearest_on
from .patches import Lobes
from .piece import Mark, Piece


def redraw(piece: Piece, first: int, count: int, edges: tuple[Edge, ...]) -> Piece:
    """Replace ``count`` edges from number ``first`` on by others with the same two ends.

    Where the new line runs outside the old one, new paper is taped in; where it runs inside, paper is
    cut off: both go into the account. Marks on the old line go to the nearest place of the new one. Raises BadPlace when the new edges do not start and end where
    the old ones did.
    """
    turned = piece.starting_at(first)
    old = turned.outline[:count]
    gap = max(abs(edges[0].path.start - old[0].path.start), abs(edges[-1].path.end - old[-1].path.end))
    if gap > CLOSE:
        raise BadPlace("the new line does not meet the old outline.", piece.name, "Begin and end it at the corners.")
    lobes = Lobes([e.path for e in old], [e.path for e in edges], piece.segments)
    paper = replace(
        turned.paper,
        patches=turned.paper.patches + tuple(lobes.added),
        new=turned.paper.new + lobes.added_area,
        away=turned.paper.away + lobes.cut_area,
    )
    marks = _marks_along(turned.marks, old, edges) if turned.marks else ()
    return replace(turned, outline=edges + turned.outline[count:], paper=paper, marks=marks)


def _marks_along(marks: tuple[Mark, ...], old: tuple[Edge, ...], new: tuple[Edge, ...]) -> tuple[Mark, ...]:
    """What is marked on a line that is drawn anew lies on the new line: a cap's top stays its top. A dart's point does not go along."""
    return tuple([replace(m, at=at) if (at := _new_place(m.at, old, new)) is not None else m for m in marks])


def _new_place(z: complex, old: tuple[Edge, ...], new: tuple[Edge, ...]) -> complex | None:
    if any(e.is_sewn_shut and _is_on(e, z) for e in old) or not any(not e.is_sewn_shut and _is_on(e, z) for e in old):
        return None
    gap, along, place = min(((*nearest_on(e.path, z), k) for k, e in enumerate(new) if not e.is_sewn_shut), default=(0.0, 0.0, -1))
    return new[place].path.at(along) if place >= 0 and gap > CLOSE else None


def _is_on(edge: Edge, z: complex) -> bool:
    left, top, right, bottom = box_of(edge.path.segments)
    if not (left - ON <= z.real <= right + ON and top - ON <= z.imag <= bottom + ON):
        return False
    return nearest_on(edge.path, z)[0] < ON


def bridge(a: Piece, edge_a: int, b: Piece, edge_b: int, top: Edge, bottom: Edge) -> Piece:
    """Fill the gap between an edge of a and an edge of b with new paper, and tape all three together.

    Walking the result: a up to the end of its edge's predecessor, ``top`` across to b, round b,
    ``bottom`` back to a. ``top`` runs from the start of a's edge to the end of b's, ``bottom`` from
    the start of b's edge to the end of a's. Where both edges hinge at one point (a wedge), pass that
    end as an edge without length: it is left out of the outline.

    Raises BadPlace when top or bottom do not meet those corners.
    """
    left, right = a.starting_at(edge_a), b.starting_at(edge_b)
    la, rb = left.outline[0].path, right.outline[0].path
    gaps = (top.path.start - la.start, top.path.end - rb.end, bottom.path.start - rb.start, bottom.path.end - la.end)
    if max(abs(g) for g in gaps) > CLOSE:
        raise BadPlace("the new paper does not reach from edge to edge.", a.name, "Draw it from corner to corner.")
    across, back = ([e] if e.path.start != e.path.end else [] for e in (top, bottom))
    patch = chain([*(e.path for e in across), rb.reversed(), *(e.path for e in back), la.reversed()])
    area = signed_area(patch.segments)
    tapes = (la, rb)
    both = left.paper.and_of(right.paper, left.paper.patches + right.paper.patches + (patch,))
    return replace(
        left,
        outline=(*left.outline[1:], *across, *right.outline[1:], *back),
        darts=left.darts + right.darts,
        marks=left.marks + right.marks,
        lines=left.lines + right.lines,
        lenses=left.lenses + right.lenses,
        grain=left.grain or right.grain,
        paper=replace(both, tapes=both.tapes + tapes, new=both.new + area),
    )


def straight_edge(name: str, a: complex, b: complex) -> Edge:
    """A straight seam edge from a to b."""
    return Edge(name, "seam", straight(a, b))


def no_edge(at: complex) -> Edge:
    """The end of a bridge that hinges at a point."""
    return Edge("", "raw", Path(((at, at),)))
