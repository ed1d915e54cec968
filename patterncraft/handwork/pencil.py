"""Pencil work at the ends of an edge: a mouth drawn wider or narrower, a side or centre drawn in, the rest left as it lies."""

from __future__ import annotations

from typing import Final

from ..errors import MoveRefused
from ..geometry.length import segment_length
from ..geometry.path import Path, straight
from ..geometry.segment import Cubic, Segment
from ..paper.dart import find_dart
from ..paper.draw import redraw
from ..paper.edge import Edge, on_new_paper
from ..paper.part import open_corner
from ..paper.piece import Piece
from ..paper.sewn import Spot
from ..tolerances import SNAP
from .cutting import open_corners

KEPT: Final = 1.0
"""cm of an edge that is left at least beside what is drawn in."""


def narrowed(piece: Piece, name: str, by: float) -> Piece:
    """A dart whose mouth takes up ``by`` cm less: both ends of the edge are drawn on toward each other, the legs anew. The
    edge is longer by as much, on new paper."""
    dart = find_dart(piece, name)
    first, second = dart.mouth
    along = (second - first) / abs(second - first)
    a, b = first + along * by / 2, second - along * by / 2
    n = len(piece.outline)
    before, after = piece.outline[(dart.vertex - 2) % n], piece.outline[(dart.vertex + 1) % n]
    edges = (
        before.then(on_new_paper(before.name, before.kind, straight(first, a))),
        Edge(name, "dart", straight(a, dart.pivot), dart.leg_in.cut),
        Edge(name, "dart", straight(dart.pivot, b), dart.leg_out.cut),
        on_new_paper(after.name, after.kind, straight(b, second)).then(after),
    )
    return redraw(piece, (dart.vertex - 2) % n, 4, edges)


def widened(piece: Piece, name: str, by: float, field: str) -> Piece:
    """A dart whose mouth takes up ``by`` cm more, half on each side. Raises MoveRefused where the edge beside it is too short."""
    dart = find_dart(piece, name)
    n = len(piece.outline)
    before, after = (dart.vertex - 2) % n, (dart.vertex + 1) % n
    short = min(piece.outline[k].length for k in (before, after))
    if 0.5 * by > short - KEPT:
        raise MoveRefused(
            f"beside the {name} the {dart.mouth_edge} has only {short:.1f} cm left.",
            piece.name,
            "Give it less, or give to the side.",
            field,
        )
    opened, (low, high) = open_corners(piece, [Spot(before, piece.outline[before].length - 0.5 * by), Spot(after, 0.5 * by)])
    count = (high - low) % len(opened.outline)
    a, b = opened.outline[low].path.start, opened.outline[high].path.start
    legs = (
        Edge(name, "dart", straight(a, dart.pivot), dart.leg_in.cut),
        Edge(name, "dart", straight(dart.pivot, b), dart.leg_out.cut),
    )
    return redraw(opened, low, count, legs)


def drawn_in(piece: Piece, edge: int, at_start: bool, by: float, reach: float) -> Piece:
    """The edge before (or behind) edge number ``edge`` drawn in by ``by`` cm along it: it starts (or ends) farther in, and
    meets its old line again ``reach`` cm away, running into it without a corner. ``at_start``: at the edge's start."""
    along = by if at_start else piece.outline[edge].length - by
    opened, corner = open_corner(piece, Spot(edge, along))
    n = len(opened.outline)
    point = opened.outline[corner].path.start
    neighbour = (corner - 2) % n if at_start else (corner + 1) % n
    old = opened.outline[neighbour]
    if at_start:
        return redraw(opened, neighbour, 2, (old.redrawn(bent_to(old.path.reversed(), point, reach).reversed()),))
    return redraw(opened, corner, 2, (old.redrawn(bent_to(old.path, point, reach)),))


def bent_to(path: Path, start: complex, reach: float) -> Path:
    """The path beginning at another place: its first ``reach`` cm are drawn over to it, ever less, and run into the rest."""
    near, rest = path.cut(reach) if SNAP < reach < path.length - SNAP else (path, None)
    off = start - path.start
    fresh: list[Cubic] = []
    done = 0.0
    for seg in _in_parts(near):
        _, b, c, d = seg if len(seg) == 4 else (seg[0], seg[0] + (seg[1] - seg[0]) / 3, seg[1] - (seg[1] - seg[0]) / 3, seg[1])
        own = segment_length(seg)
        shifts = [off * _left((done + own * k / 3) / near.length) for k in range(4)]
        begin = fresh[-1][3] if fresh else start
        fresh.append((begin, b + shifts[1], c + shifts[2], d + shifts[3]))
        done += own
    fresh[-1] = (*fresh[-1][:3], near.end)
    return Path((*fresh, *(rest.segments if rest else ())))


def _in_parts(path: Path, parts: int = 4) -> list[Segment]:
    """A path in at least so many segments, so that each bends a little only."""
    out: list[Segment] = []
    left = path
    size = path.length / parts
    for _ in range(parts - 1):
        piece, left = left.cut(size)
        out += piece.segments
    return [*out, *left.segments]


def _left(share: float) -> float:
    """1 at the start, 0 at the end, level at both: how much of a shift is left after that share of the way."""
    s = min(max(share, 0.0), 1.0)
    return 1.0 - s * s * (3.0 - 2.0 * s)
