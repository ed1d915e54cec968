"""An allowance that was drawn with a piece, taken off again: each edge moved inward by its own, and met with its neighbours."""

from __future__ import annotations

from cmath import phase
from collections.abc import Sequence
from math import ceil, degrees, inf
from typing import Final, NamedTuple

from ..errors import BadFile
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..paper.nearest import nearest_on
from ..tolerances import CLOSE

EVERY: Final = 0.8
"""cm from place to place of a curve that is moved."""
ON: Final = 6.0
"""cm by which moved lines are run on to find where they meet."""
FLAT: Final = 3.0
"""Degrees under which two edges run on into each other."""


class Run(NamedTuple):
    """A smooth stretch of the outline with what was added to it, cm ≥ 0; ``edge``: the number of the edge it is part of."""

    edge: int
    path: Path
    allowance: float


def taken_off(runs: Sequence[Run], where: str) -> list[Run]:
    """The closed chain of runs (clockwise) as it is sewn: nought added any more. Raises BadFile where the piece is too narrow for it."""
    if not any(r.allowance for r in runs):
        return list(runs)
    moved = [_moved(r) for r in runs]
    corners = [_meeting(moved[i - 1], moved[i], runs[i - 1], runs[i], where) for i in range(len(runs))]
    out = []
    for i, r in enumerate(runs):
        a, b = corners[i], corners[(i + 1) % len(runs)]
        path = _between(moved[i], a, b)
        if path is None:
            continue
        out.append(Run(r.edge, path, 0.0))
    if {r.edge for r in out} != {r.edge for r in runs}:
        raise BadFile("an edge of it is shorter than the allowance that is to be taken off.", where, "Take less off.")
    return out


def _moved(run: Run) -> Path:
    """The parallel inward; paper lies to the right hand of one walking the outline."""
    path, by = run.path, run.allowance
    if not by:
        return path
    if path.is_ruled:
        shift = path.start_direction * 1j * by
        return straight(path.start + shift, path.end + shift)
    total = path.length
    steps = max(2, ceil(total / EVERY))
    places = []
    for k in range(steps + 1):
        z, way = path.stand_at(total * k / steps)
        places.append(z + way * 1j * by)
    return fair_curve(places, path.start_direction, path.end_direction)


def _meeting(a: Path, b: Path, before: Run, after: Run, where: str) -> complex:
    """Where one moved run meets the next."""
    turn = degrees(phase(after.path.start_direction / before.path.end_direction))
    if abs(turn) < FLAT:
        return 0.5 * (a.end + b.start)
    long = Path((*a.segments, (a.end, a.end + a.end_direction * ON)))
    ahead = Path(((b.start - b.start_direction * ON, b.start), *b.segments))
    found = _crossing(long, ahead, a.end)
    if found is None:
        raise BadFile(
            "its edges do not meet any more once the allowance is taken off.", where, "Take less off, or name each edge's own."
        )
    return found


def _crossing(a: Path, b: Path, near: complex) -> complex | None:
    """The place on both lines, found by walking to it from the nearest of some places; the one nearest to ``near``."""
    la, lb = a.length, b.length
    best: tuple[float, float, float] = (inf, 0.0, 0.0)
    steps = 160
    for k in range(steps + 1):
        s = la * k / steps
        z = a.at(s)
        gap, t = nearest_on(b, z)
        # Nearest to each other first, and of those that cross the one at the corner.
        worth = gap + 0.05 * abs(z - near)
        if worth < best[0]:
            best = (worth, s, t)
    _, s, t = best
    for _ in range(30):
        (za, ua), (zb, ub) = a.stand_at(s), b.stand_at(t)
        across = (ua.conjugate() * ub).imag
        if abs(across) < 1e-9:
            return None
        way = zb - za
        ds = (way.conjugate() * ub).imag / across
        dt = (way.conjugate() * ua).imag / across
        s, t = min(max(s + ds, 0.0), la), min(max(t + dt, 0.0), lb)
        if abs(ds) + abs(dt) < 1e-10:
            break
    return a.at(s) if abs(a.at(s) - b.at(t)) < 1e-4 else None


def _between(path: Path, a: complex, b: complex) -> Path | None:
    """The moved run from one meeting to the next: shortened, or run on straight. None where nothing is left of it."""
    start, end = nearest_on(path, a)[1], nearest_on(path, b)[1]
    total = path.length
    if path.is_ruled:
        way = path.start_direction
        return straight(a, b) if ((b - a) * way.conjugate()).real > CLOSE else None
    if end - start < CLOSE:
        return None
    cut = path if end > total - CLOSE else path.cut(end)[0]
    cut = cut if start < CLOSE else cut.cut(start)[1]
    if abs(cut.start - a) > 1e-6:
        cut = straight(a, cut.start).then(cut)
    if abs(cut.end - b) > 1e-6:
        cut = cut.then(straight(cut.end, b))
    return cut.starting_at(a).ending_at(b)
