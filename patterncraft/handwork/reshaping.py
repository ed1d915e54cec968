"""An edge drawn anew between ends that may move: the edges beside it are cut back, run on or drawn over to where it ends now."""

from __future__ import annotations

from itertools import pairwise
from math import ceil
from typing import Final, NamedTuple

from ..errors import BadPlace, MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..paper.draw import redraw
from ..paper.edge import Edge, on_new_paper
from ..paper.fold import kind_as_cut
from ..paper.nearest import nearest_on
from ..paper.piece import Piece
from ..paper.sewn import run_of, runs_of
from ..paper.trace import NEW_PAPER, Trace, Traces, cut_traces, end_to_end, stretched
from ..tolerances import SNAP
from .pencil import bent_to
from .reaching import first_reaching

KEPT: Final = 0.5
"""cm of a neighbouring edge that must be left."""
ON: Final = 1e-3
"""cm: an end this near to the neighbour's line lies on it."""
REACH: Final = 8.0
"""cm of a bent neighbour that are drawn over to an end that leaves its line."""


STOP: Final = 5.0
"""cm between the places of an edge that are looked for on its new line."""
BESIDE: Final = 1.5
"""cm off the old line up to which a new one is the same line drawn better."""


class Run(NamedTuple):
    """An edge in one stroke: the first of its parts and how many, in the outline; the numbers of both neighbours."""

    first: int
    parts: int
    before: int
    after: int


def whole_run(piece: Piece, edge: str, field: str) -> Run:
    """The edge as one unbroken stroke. Raises NoSuchName for the edge; MoveRefused where it lies in several parts or a dart opens in
    it."""
    runs = runs_of(piece, edge)
    n = len(piece.outline)
    if len(runs) > 1:
        raise MoveRefused(f"the {edge} lies there in {len(runs)} parts.", piece.name, "Redraw an edge that is in one.", field)
    run = runs[0]
    for a, b in pairwise(run):
        if (b - a) % n != 1:
            raise MoveRefused(
                f"the {piece.outline[(a + 1) % n].name} opens in the {edge}.", piece.name, "Rotate it to another edge first.", field
            )
    return Run(run[0], len(run), (run[0] - 1) % n, (run[-1] + 1) % n)


def part_at(piece: Piece, edge: str, at_end: bool) -> Run:
    """The part of an edge at its start, or at its end, up to the first dart. Raises NoSuchName for the edge."""
    runs = runs_of(piece, edge)
    run = runs[-1 if at_end else 0]
    n = len(piece.outline)
    own = [run[-1 if at_end else 0]]
    for k in reversed(run[:-1]) if at_end else run[1:]:
        if (own[-1] - k) % n != 1 if at_end else (k - own[-1]) % n != 1:
            break
        own.append(k)
    own = own[::-1] if at_end else own
    return Run(own[0], len(own), (own[0] - 1) % n, (own[-1] + 1) % n)


def stroke_of(piece: Piece, run: Run) -> Edge:
    """All parts of an edge as one."""
    n = len(piece.outline)
    whole = piece.outline[run.first]
    for k in range(1, run.parts):
        whole = whole.then(piece.outline[(run.first + k) % n])
    return whole


def reshaped(piece: Piece, run: Run, path: Path, field: str) -> Piece:
    """The edge redrawn along ``path``, in the outline's sense, whose ends may lie elsewhere: its neighbours end and begin there.
    Raises MoveRefused where a neighbour would be used up, or is a dart or a fold that cannot follow."""
    n = len(piece.outline)
    old = stroke_of(piece, run)
    edge = in_its_place(old, path)
    if run.before == run.after:
        raise MoveRefused(f"the {old.name} has one neighbour only.", piece.name, "Redraw the other edge.", field)
    before, after = piece.outline[run.before], piece.outline[run.after]
    moved = abs(path.start - before.path.end) > SNAP, abs(path.end - after.path.start) > SNAP
    into = ended_at(piece, before, path.start, old.name, field) if moved[0] else before
    out = started_at(piece, after, path.end, old.name, field) if moved[1] else after
    if not moved[0] and not moved[1]:
        return redraw(piece, run.first, run.parts, (edge,))
    return redraw(piece, (run.first - 1) % n, run.parts + 2, (into, edge, out))


def in_its_place(old: Edge, path: Path) -> Edge:
    """The edge along another line near its own: what stood on it stands at the nearest place now, so that a side let down at its end
    keeps its notches where they were. A line that lies farther off keeps the shares of its length instead."""
    count = max(2, ceil(old.length / STOP))
    stops = [old.length * k / count for k in range(count + 1)]
    feet = [nearest_on(path, old.path.at(s)) for s in stops]
    if not old.trace or max(gap for gap, _ in feet) > BESIDE:
        return old.redrawn(path)
    whole = path.length
    at: list[float] = []
    for (_, along), stop in zip(feet, stops, strict=True):
        stays = (stop == 0.0 and path.start == old.path.start, stop == old.length and path.end == old.path.end)
        along = 0.0 if stays[0] else whole if stays[1] else along
        at.append(max(along, at[-1]) if at else along)
    traces: Traces = (Trace(NEW_PAPER, 0.0, 0.0, at[0]),) if at[0] > SNAP else ()
    rest, done = old.trace, 0.0
    for k in range(count):
        piece, rest = cut_traces(rest, stops[k + 1] - done) if k < count - 1 else (rest, ())
        done = stops[k + 1]
        size = at[k + 1] - at[k]
        if size > SNAP:
            traces = end_to_end(traces, stretched(piece, size))
    if whole - at[-1] > SNAP:
        traces = (*traces, Trace(NEW_PAPER, 0.0, 0.0, whole - at[-1]))
    return Edge(old.name, old.kind, path, old.cut, stretched(traces, whole))


def ended_at(piece: Piece, e: Edge, z: complex, beside: str, field: str) -> Edge:
    """An edge that ends at another place: cut back where that is on its line, run on straight where it is ahead, else drawn over to it.
    ``beside``: the edge whose end is moved, for the words."""
    if e.is_sewn_shut:
        raise MoveRefused(
            f"the {e.name} opens right beside the {beside}: its end cannot be moved.",
            piece.name,
            "Rotate the dart to another edge first.",
            field,
        )
    gap, along = nearest_on(e.path, z)
    if gap < ON and along < e.length - SNAP:
        if along < KEPT:
            raise MoveRefused(
                f"the {e.name} is {e.length:.1f} cm long: {max(along, 0.0):.1f} cm of it would be left.",
                piece.name,
                "Move the end by less.",
                field,
            )
        kept = e.cut_at(along)[0]
        return kept.with_path(kept.path.ending_at(z))
    ahead = z - e.path.end
    way = e.path.end_direction
    if (ahead * way.conjugate()).real > 0 and abs((ahead * way.conjugate()).imag) < ON:
        longer = e.then(on_new_paper(e.name, e.kind, straight(e.path.end, z)))
        return longer.with_path(straight(e.path.start, z)) if e.path.is_ruled else longer
    if kind_as_cut(piece, e) == "fold":
        raise MoveRefused(
            f"the end would leave the {e.name}, which is a fold and stays straight.", piece.name, "Move it along the fold.", field
        )
    if e.path.is_ruled:
        if abs(z - e.path.start) < KEPT:
            raise MoveRefused(f"nothing would be left of the {e.name}.", piece.name, "Move the end by less.", field)
        return in_its_place(e, straight(e.path.start, z))
    return in_its_place(e, bent_to(e.path.reversed(), z, min(max(REACH, 3 * abs(ahead)), 0.8 * e.length)).reversed())


def started_at(piece: Piece, e: Edge, z: complex, beside: str, field: str) -> Edge:
    """An edge that starts at another place; otherwise as ``ended_at``."""
    turned = ended_at(piece, _backward(e), z, beside, field)
    return _backward(turned)


def _backward(e: Edge) -> Edge:
    return Edge(e.name, e.kind, e.path.reversed(), e.cut, tuple(t._replace(start=t.end, end=t.start) for t in reversed(e.trace)))


def same_kind(path: Path, start: complex, end: complex) -> Path:
    """A line like ``path`` between other ends: straight as it is straight, else as one fair curve that keeps its directions at the ends
    and passes its thirds, moved along in proportion."""
    if path.is_ruled:
        return straight(start, end)
    off = start - path.start, end - path.end
    whole = path.length
    through = [path.at(whole * s) + off[0] * (1 - s) + off[1] * s for s in (1 / 3, 2 / 3)]
    return fair_curve([start, *through, end], path.start_direction, path.end_direction)


def on_line_of(path: Path, at_end: bool, off: complex) -> complex:
    """Where an end of an edge comes that is moved ``off`` in one direction only, so that it stays on its neighbour's line ``path``: the
    place on it (or on its straight prolongation at that end) that lies so far in the direction of ``off``."""
    tip = path.end if at_end else path.start
    on = path.end_direction if at_end else -path.start_direction
    wanted = abs(off)
    unit = off / wanted
    away = path.reversed() if at_end else path
    if (found := first_reaching(away, tip, unit, wanted)) is not None:
        return found.point
    ahead = (on * unit.conjugate()).real
    return tip + on * (wanted / ahead) if ahead > 0.25 else tip + off


def refuse_fold(piece: Piece, edge: str, field: str) -> None:
    """Raises BadPlace for an edge that is a fold: it stays a straight line."""
    if any(kind_as_cut(piece, piece.outline[k]) == "fold" for k in run_of(piece, edge)):
        raise BadPlace(f"the {edge} is a fold and stays straight.", piece.name, "Turn it into a seam first.", field)
