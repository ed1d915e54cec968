"""An edge drawn over where a sheet was made longer or shorter: a straight one is straight again from end to end, a bent one runs on in one curve."""

from __future__ import annotations

from itertools import pairwise
from typing import Final

from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.nearest import nearest_on
from ..paper.piece import Piece
from ..paper.sewn import runs_of
from ..tolerances import SNAP

REACH: Final = 8.0
"""cm of an edge on each side of the joint that are drawn over so that it runs on: the rest keeps its own line."""
SHARE: Final = 0.7
"""Of what lies on one side of the joint, no more than this is drawn over, where the edge has more beyond it."""


def is_straight(piece: Piece, name: str) -> bool:
    """Whether an edge is one straight line, without a dart or a gap in it."""
    run = runs_of(piece, name)[0]
    if len(runs_of(piece, name)) > 1 or any((b - a) % len(piece.outline) != 1 for a, b in pairwise(run)):
        return False
    paths = [piece.outline[i].path for i in run]
    return _straight_on(paths[0].start, paths[-1].end, paths)


def straight_again(piece: Piece, name: str) -> Piece:
    """All parts of an edge, which follow each other, as one straight line from its start to its end."""
    run = runs_of(piece, name)[0]
    edges = [piece.outline[i] for i in run]
    whole = edges[0]
    for e in edges[1:]:
        whole = whole.then(e)
    return redraw(piece, run[0], len(run), (whole.redrawn(straight(edges[0].path.start, edges[-1].path.end)),))


def run_on(near: Edge, between: Edge | None, far: Edge) -> Edge:
    """Two parts of an edge, and the new paper between them, as one: over the joint one curve, from ``REACH`` before it to as far behind."""
    low, high = _reach(near.length), _reach(far.length)
    kept, into = near.cut_at(near.length - low)
    out, rest = far.cut_at(high)
    start, end = into.path.start, out.path.end
    if _straight_on(start, end, [into.path, out.path]):
        path = straight(start, end)
    else:
        path = fair_curve([start, end], into.path.start_direction, out.path.end_direction)
    over = into.then(between).then(out) if between else into.then(out)
    return kept.then(over.redrawn(path)).then(rest)


def run_on_at(piece: Piece, name: str, joint: complex) -> Piece:
    """The edge drawn over at a corner that the joint left in it, where less than ``REACH`` of it lies on one side: there is too little to bend it back
    on that side alone."""
    for k, e in enumerate(piece.outline):
        if e.name != name:
            continue
        gap, at = nearest_on(e.path, joint)
        if gap < SNAP and SNAP < at < e.length - SNAP and min(at, e.length - at) < REACH / SHARE:
            return redraw(piece, k, 1, (run_on(*_both(e, at)),))
    return piece


def _both(e: Edge, at: float) -> tuple[Edge, None, Edge]:
    near, far = e.cut_at(at)
    return near, None, far


def _reach(length: float) -> float:
    return min(REACH, SHARE * length)


def _straight_on(a: complex, b: complex, paths: list[Path]) -> bool:
    along = (b - a) / abs(b - a)
    return all(abs(((z - a) * along.conjugate()).imag) < SNAP for p in paths for s in p.segments for z in s)
