"""Join: the tape. Two placed pieces become one along edges that lie on each other; cuts heal."""

from __future__ import annotations

from dataclasses import replace

from ..errors import MoveRefused
from ..geometry.path import Path, straight
from ..geometry.region import signed_area
from ..geometry.segment import Segment, rejoin
from ..tolerances import CLOSE, SNAP, TAPED
from .account import with_hair
from .edge import TO_TRUE, Edge
from .piece import DrawnLine, Piece
from .trace import are_kin

RUNS_ON = 1e-5
"""Radians by which one edge may turn into the next and still be one: what six decimals do to a centimetre."""


def join(a: Piece, corner_a: int, b: Piece, corner_b: int) -> Piece:
    """Tape b to a. Their corners of those numbers lie on each other; from there every pair of edges
    that coincide is taped shut. Pieces that only touch at the corner hang together there, as paper
    hangs by a thread at a pivot.

    Everything else (name, how it is cut) is a's. Raises MoveRefused when the corners lie apart.
    """
    a, b = a.starting_at(corner_a), b.starting_at(corner_b)
    if abs(a.outline[0].path.start - b.outline[0].path.start) > TAPED:
        raise MoveRefused("the edges to be taped do not lie on each other.", a.name, "Place the pieces first.")
    merged = replace(
        a,
        outline=a.outline + b.outline,
        darts=tuple(dict.fromkeys(a.darts + b.darts)),
        marks=a.marks + tuple(m for m in b.marks if m not in a.marks),
        lines=a.lines + b.lines,
        lenses=a.lenses + b.lenses,
        grain=a.grain or b.grain,
        paper=a.paper.and_of(b.paper, a.paper.patches + b.paper.patches),
    )
    return healed(_taped_at(merged, a.outline[0].path.start))


def _taped_at(piece: Piece, point: complex) -> Piece:
    for corner, e in enumerate(piece.outline):
        into = piece.outline[corner - 1]
        if abs(e.path.start - point) <= TAPED and (into.kind == "dart" or _lie_together(into.path, e.path)):
            taped = tape_shut(piece, corner)
            if taped is not piece:
                return _taped_at(taped, point)
    return piece


def tape_shut(piece: Piece, corner: int) -> Piece:
    """Tape the two edges that meet at a corner if one lies on the other, and go on along the seam.

    Straight legs of unequal length are taped as far as the shorter; what is left over becomes an
    edge called "to true". Edges of one and the same cut heal and leave no tape.
    """
    edges = list(piece.starting_at(corner).outline)
    tapes = list(piece.paper.tapes)
    hair = 0.0
    while len(edges) > 3:
        out, into = edges[0], edges[-1]
        if _lie_together(into.path, out.path) or _are_legs_alike(into, out):
            edges = edges[1:-1]
            edges[0], moved = _started_at(edges[0], into.path.start)
            hair += signed_area(moved) - signed_area((*into.path.segments, *out.path.segments))
        elif (sliver := _left_over(into, out)) is not None:
            edges = [sliver, *edges[1:-1]]
            hair -= signed_area((*into.path.segments, *out.path.segments, *sliver.path.reversed().segments))
            tapes.append(min(into.path, out.path, key=lambda p: p.length))
            break
        else:
            break
        if not out.cut or out.cut != into.cut:
            tapes.append(out.path)
        elif _same_edge(edges[-1], edges[0]):
            edges = [edges[-1].then(edges[0]), *edges[1:-1]]
        if edges[0].kind not in ("raw", "dart") or edges[-1].kind not in ("raw", "dart"):
            break
    if len(edges) == len(piece.outline):
        return piece
    # What lay between edges that met only nearly is paper gained or lost.
    return with_hair(replace(piece, outline=tuple(edges), paper=replace(piece.paper, tapes=tuple(tapes))), hair)


def _started_at(edge: Edge, start: complex) -> tuple[Edge, list[Segment]]:
    """The edge from that very point, and the chain whose area is what that adds to a piece."""
    first = edge.path.segments[0]
    if first[0] == start:
        return edge, []
    moved: Segment = (start, first[1]) if len(first) == 2 else (start, first[1], first[2], first[3])
    return edge.with_path(Path((moved, *edge.path.segments[1:]))), [moved, first[::-1]]


def _lie_together(a: Path, b: Path) -> bool:
    """Whether b runs back over a. Asked of every corner, so the ends are looked at first."""
    return abs(a.start - b.end) <= TAPED and a.coincides(b.reversed(), TAPED)


def _are_legs_alike(into: Edge, out: Edge) -> bool:
    """Whether two straight legs lie on each other and end nearer together than anything that could be drawn: what is over is no sliver to true."""
    return _legs_in_line(into, out) and abs(into.path.start - out.path.end) < SNAP


def _legs_in_line(into: Edge, out: Edge) -> bool:
    """Whether two straight legs of a dart lie along each other, from the corner where they meet."""
    a, b = into.path, out.path
    if not into.kind == out.kind == "dart" or len(a.segments) != 1 or len(b.segments) != 1:
        return False
    return abs(a.end_direction + b.start_direction) * min(a.length, b.length) <= TAPED


def _left_over(into: Edge, out: Edge) -> Edge | None:
    a, b = into.path, out.path
    if not _legs_in_line(into, out) or abs(a.start - b.end) < SNAP:
        return None
    return Edge(TO_TRUE, "raw", straight(a.start, b.end))


def _same_edge(a: Edge, b: Edge) -> bool:
    return a.name == b.name and a.kind == b.kind and a.kind != "dart" and are_kin(a.trace, b.trace)


def healed(piece: Piece) -> Piece:
    """Neighbouring parts of one edge that run on into each other become one edge; likewise lines."""
    edges: list[Edge] = []
    for e in piece.outline:
        if edges and _runs_on(edges[-1], e):
            edges[-1] = edges[-1].then(e)
        else:
            edges.append(e)
    while len(edges) > 2 and _runs_on(edges[-1], edges[0]):
        last = edges.pop()
        edges[0] = last.then(edges[0])
    paper = piece.paper.with_other(_healed_tapes(piece.paper.tapes), piece.paper.patches)
    return Piece(
        piece.name, tuple(edges), piece.darts, piece.marks, _healed_lines(piece.lines), piece.grain, paper, piece.cut, piece.lenses
    )


def _runs_on(a: Edge, b: Edge) -> bool:
    return _same_edge(a, b) and a.cut == b.cut and abs(a.path.end_direction - b.path.start_direction) < RUNS_ON


def _healed_lines(lines: tuple[DrawnLine, ...]) -> tuple[DrawnLine, ...]:
    out: list[DrawnLine] = []
    for x in lines:
        for i, y in enumerate(out):
            one = _one_path(x.path, y.path) if x.name == y.name else None
            if one is not None:
                out[i] = replace(y, path=one)
                break
        else:
            out.append(x)
    return tuple(out)


def _healed_tapes(tapes: tuple[Path, ...]) -> tuple[Path, ...]:
    return tuple(x.path for x in _healed_lines(tuple(DrawnLine("tape", t) for t in tapes)))


def _one_path(a: Path, b: Path) -> Path | None:
    for first, second in ((a, b), (b, a)):
        if abs(first.end - second.start) < CLOSE and rejoin(first.segments[-1], second.segments[0]) is not None:
            return first.then(second)
    return None
