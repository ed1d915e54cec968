"""An edge drawn over where a sheet was made longer or shorter: a straight one is straight again from end to end, a bent one runs on in one curve."""

from __future__ import annotations

from itertools import pairwise
from typing import Final

from ..geometry.fair import fair_curve
from ..geometry.length import segment_length
from ..geometry.path import Path, straight
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.piece import Piece
from ..paper.sewn import runs_of
from ..tolerances import SNAP

REACH: Final = 8.0
"""cm of an edge on each side of the joint that are drawn over so that it runs on: the rest keeps its own line."""
SHARE: Final = 0.7
"""Of what lies on one side of the joint, no more than this is drawn over; a part that lies aside and is hardly longer is drawn over whole."""
FLAT: Final = 7.0
"""cm drawn over on each side for each cm by which the parts lie aside of each other: the curve turns by less than ten degrees."""


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


def run_on(near: Edge, between: Edge | None, far: Edge, aside: float = 0.0) -> Edge:
    """Two parts of an edge, and the new paper between them, as one: over the joint one curve, from ``REACH`` before it to as far behind; farther
    where the two lie ``aside`` of each other, cm, so that the curve stays flat."""
    low, high = (_reach(e.length, aside) for e in (near, far))
    kept, into = near.cut_at(near.length - low) if low < near.length else (None, near)
    out, rest = far.cut_at(high) if high < far.length else (far, None)
    start, end = into.path.start, out.path.end
    if _straight_on(start, end, [into.path, out.path]):
        path = straight(start, end)
    else:
        path = fair_curve([start, end], into.path.start_direction, out.path.end_direction)
    over = (into.then(between).then(out) if between else into.then(out)).redrawn(path)
    over = kept.then(over) if kept else over
    return over.then(rest) if rest else over


def run_on_at(piece: Piece, name: str, joint: complex, aside: float) -> Piece:
    """The edge drawn over where two parts of it meet at ``joint``, which lay ``aside`` cm of each other before they were made to meet."""
    for k, e in enumerate(piece.outline):
        before = piece.outline[k - 1]
        if e.name == before.name == name and abs(e.path.start - joint) < SNAP:
            return redraw(piece, (k - 1) % len(piece.outline), 2, (run_on(before, None, e, aside),))
        # Taped, the two may have become one edge with a corner in it.
        along = _corner(e.path, joint) if e.name == name else 0.0
        if along:
            near, far = e.cut_at(along)
            return redraw(piece, k, 1, (run_on(near, None, far, aside),))
    return piece


def _corner(path: Path, joint: complex) -> float:
    """cm along a path to where two of its segments meet at a point; 0 where none do."""
    done = 0.0
    for s in path.segments[:-1]:
        done += segment_length(s)
        if abs(s[-1] - joint) < SNAP:
            return done
    return 0.0


def _reach(length: float, aside: float) -> float:
    """cm of a part to be drawn over; all of a part that is hardly longer."""
    reach = max(REACH, FLAT * aside)
    return length if reach > SHARE * length and aside > 0.0 else min(reach, SHARE * length)


def _straight_on(a: complex, b: complex, paths: list[Path]) -> bool:
    along = (b - a) / abs(b - a)
    return all(abs(((z - a) * along.conjugate()).imag) < SNAP for p in paths for s in p.segments for z in s)
