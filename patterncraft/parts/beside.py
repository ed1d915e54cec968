"""A strip of the style's own shape: what lies within so many cm of an edge, its darts and panels shut, its sheets laid side by side."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..geometry.transform import Transform, swing
from ..handwork.centre import grain_along
from ..paper.as_sewn import read_as_sewn
from ..paper.dart import darts_of
from ..paper.edge import Edge, EdgeKind
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, Piece
from ..paper.seam import Side, Stretch
from ..paper.sewn import neighbours, run_at, run_of, starts_at_end
from ..places.levels import downward
from ..walking.drawn_up import drawn_up
from ..walking.laid import Strip, laid_side

PLACES = 10
"""Places of a bent edge beside which the strip's inner edge is drawn."""


@dataclass(frozen=True, slots=True)
class Shaped:
    """``outer``: the edge as it is sewn, darts shut; ``inner``: beside it, within the paper; ``start`` and ``end``: what becomes of the strip's ends;
    all walked from start to end, the paper to the ``right`` hand or not. ``down``: of its first sheet."""

    outer: Path
    inner: Path
    start: Edge
    end: Edge
    right: bool
    grain: complex


def shaped_strip(pattern: Pattern, side: Side, width: float, field: str) -> Shaped:
    """The strip within ``width`` cm of a side. Its ends lie on the edges beside, as far as these go; a fold stays one.

    Raises MoveRefused where the piece is not so deep there.
    """
    strips = drawn_up(laid_side(pattern, side).strips, read_as_sewn(pattern, side))
    right = strips[0].paper_to_the_right
    outer = _one(strips)
    start = _beside(pattern, side, strips, at_end=False)
    end = _beside(pattern, side, strips, at_end=True)
    a, b = (_in_from(e, width, side[k].piece, field) for e, k in ((start, 0), (end, -1)))
    into = 1j if right else -1j
    places = [a.end]
    size = outer.length
    for k in range(1, PLACES):
        z, way = outer.stand_at(size * k / PLACES)
        places.append(z + way * into * width)
    places.append(b.end)
    straight_edge = outer.is_ruled or abs(abs(outer.end - outer.start) - size) < 1e-3
    turn = -1j if right else 1j
    leaving, arriving = (p.end_direction * turn if e.is_centre else None for p, e in ((a, start), (b, end)))
    inner = straight(a.end, b.end) if straight_edge else fair_curve(_kept(places), leaving, arriving)
    hung = strips[-1 if end.kind == "fold" and start.kind != "fold" else 0]
    down = hung.by.point(downward(pattern.piece(hung.piece))) - hung.by.point(0j)
    return Shaped(outer, inner, Edge(start.name, start.kind, a), Edge(end.name, end.kind, b), right, down)


def _kept(places: list[complex]) -> list[complex]:
    """Without places that lie back behind the one before: where an edge bends more sharply than the strip is wide."""
    out = [places[0]]
    goal = places[-1]
    for z in places[1:-1]:
        if abs(z - out[-1]) > 0.2 and abs(z - goal) > 0.2:
            out.append(z)
    return [*out, goal]


def _one(strips: tuple[Strip, ...]) -> Path:
    """The strips as one line; legs of a dart that differ by a hair are brought together."""
    whole = strips[0].path
    for x in strips[1:]:
        path = x.path
        if abs(path.start - whole.end) > 1e-9:
            path = path.starting_at(whole.end)
        whole = Path(whole.segments + path.segments)
    return whole


def _beside(pattern: Pattern, side: Side, strips: tuple[Strip, ...], at_end: bool) -> Edge:
    """The edge beside the side's start or end, walked away from it, as it is laid."""
    s = side[-1 if at_end else 0]
    strip = strips[-1 if at_end else 0]
    piece = pattern.piece(s.piece)
    run = run_of(piece, s.edge, s.run)
    back = starts_at_end(piece, s.edge, s.start, s.run)
    n = len(piece.outline)
    # At the run's last place in the outline's sense the neighbour comes next; at its first, before.
    at_last = back != at_end
    i, step = ((run[-1] + 1) % n, 1) if at_last else ((run[0] - 1) % n, -1)
    by = strip.by
    if piece.outline[i].is_sewn_shut and (
        d := next((d for d in darts_of(piece) if d.vertex == (i + 1 if at_last else i) % n), None)
    ):
        # A dart opens in the corner: shut, what lies beyond it is swung onto what is before.
        by = swing(d.pivot, -d.angle if at_last else d.angle).then(by)
        i = (i + 2 * step) % n
    e = piece.outline[i]
    path = e.path if at_last else e.path.reversed()
    return Edge(e.name, e.kind, _over_darts(pattern, piece, e.name, s.edge, path).placed(by))


def _over_darts(pattern: Pattern, piece: Piece, edge: str, beside: str, path: Path) -> Path:
    """The neighbour walked away from the edge, its darts shut; ``path``: as far as the first of them."""
    if (
        len(run_of(piece, edge, run_at(piece, edge, beside))) == 1
        or len(set(neighbours(piece, edge, run_at(piece, edge, beside)))) == 1
    ):
        return path
    laid = laid_side(pattern, (Stretch(piece.name, edge, beside, run_at(piece, edge, beside) or 0),)).strips
    return _one(laid) if abs(laid[0].path.start - path.start) < 1e-6 else path


def _in_from(edge: Edge, width: float, piece: str, field: str) -> Path:
    """The first ``width`` cm of the neighbour: the strip's end lies on it."""
    if edge.length <= width + 0.3:
        raise MoveRefused(
            f"the {edge.name} is {edge.length:.1f} cm long: {width:.1f} cm are wider than the piece there.",
            piece,
            f"Make it at most {max(edge.length - 0.5, 0.5):.1f} cm wide.",
            field,
        )
    return edge.path.cut(width)[0]


def strip_sheet(name: str, shape: Shaped, outer: str, inner: str, cut: CutPlan) -> Piece:
    """The strip as a sheet of its own, clockwise as seen: ``outer`` and ``inner`` are the names of its long edges."""
    outline = [
        Edge(outer, "seam", shape.outer),
        Edge(shape.end.name, _kind(shape.end), shape.end.path),
        Edge(inner, "raw", shape.inner.reversed()),
        Edge(shape.start.name, _kind(shape.start), shape.start.path.reversed()),
    ]
    if shape.end.name == shape.start.name and shape.start.kind != "fold":
        outline[3] = Edge(f"{shape.start.name} 2", outline[3].kind, outline[3].path)
    if not shape.right:
        outline = [Edge(e.name, e.kind, e.path.reversed()) for e in reversed(outline)]
    down = shape.grain
    by = Transform(1j / down, 0j)
    piece = Piece(name, tuple(outline), cut=cut).placed(by)
    # Where the strip runs down its paper is longest: there is room for an arrow that one can lay it by.
    return replace(piece, grain=grain_along(piece, 1j))


def _kind(edge: Edge) -> EdgeKind:
    return edge.kind if edge.kind == "fold" else "seam"


def names_beside(pattern: Pattern, side: Side) -> tuple[str, str]:
    """The edges at which a side begins and ends."""
    out = []
    for s, at_end in ((side[0], False), (side[-1], True)):
        before, after = neighbours(pattern.piece(s.piece), s.edge, s.run)
        out.append(after if starts_at_end(pattern.piece(s.piece), s.edge, s.start, s.run) != at_end else before)
    return out[0], out[1]
