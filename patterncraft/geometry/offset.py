"""Seam allowances: a closed outline moved outward, edge by edge, each by its own width.

Exact normals along the curves, own corners, and a polygon library for the loops that concave
corners leave. Flattened: the result is for cutting and printing, within ``tolerance`` of the true
parallel curve between corners.
"""

from __future__ import annotations

from cmath import phase
from collections.abc import Callable, Collection, Mapping, Sequence
from math import ceil, radians, sin, sqrt
from typing import Literal, NamedTuple

import pyclipper

from .intersect import line_meeting
from .segment import Segment, derivative_at, end_direction, point_at, start_direction

SCALE = 1e6
FLAT = radians(3)
"""A joint that turns less is none: two edges run on into each other."""
MITRE_LIMIT = 4.0
"""A sharp tip may reach this many allowances beyond its corner before it is cut off square."""
BARE_LIMIT = 1 / sin(FLAT)
"""As far as the joint with an edge without allowance may ask for."""
STEP_BELOW = radians(30)
"""Flatter joints between unequal allowances are stepped: their mitre would run away."""

STEEP = 0.6
"""Sine of the angle at which an edge meets a hem at least (37°), for its corner to be cut as it folds: a flatter one runs beside the hem."""

_Line = list[complex]


class Corner(NamedTuple):
    """How the allowance ends at a corner that is not mitred. ``of``: whose end it is, that of the edge before or after the corner.

    ``squared``: that edge's stitching line runs on to the other's cut line, and its allowance is cut off square there. ``folded``: beside that edge
    the other's cut line is turned over on its stitching line, as the cloth is when it is pressed up.
    """

    kind: Literal["squared", "folded"]
    of: Literal["before", "after"]


def offset_outline(
    edges: Sequence[tuple[Segment, float]],
    tolerance: float = 0.002,
    corners: Mapping[int, Corner] | None = None,
    folds: Collection[int] | None = None,
) -> list[complex]:
    """The cut line of a clockwise closed chain of (segment, allowance in cm ≥ 0), as a closed polygon
    without the repeated first point. Corners are mitred, but for those at the end of the segments named in ``corners``; loops removed. ``folds``: segments on
    which the cloth is folded and goes on, so that nothing may be added beyond their line; all those without allowance where it is not said."""
    kept = [i for i, (seg, _) in enumerate(edges) if start_direction(seg) != 0]
    folded_on = [width == 0 if folds is None else i in folds for i, (_, width) in enumerate(edges)]
    folded_on = [folded_on[i] for i in kept]
    wanted = {n: corners[i] for n, i in enumerate(kept) if corners and i in corners}
    edges = [edges[i] for i in kept]
    sides = [_parallel(seg, width, tolerance) for seg, width in edges]
    between: list[_Line] = []
    for i, (seg, width) in enumerate(edges):
        j = (i + 1) % len(edges)
        after, next_width = edges[j]
        own = wanted.get(i)
        made = None
        # Beside a fold the other half goes on: whatever was asked for, the cut line ends on it.
        if own and min(width, next_width) > 0 and phase(start_direction(after) / end_direction(seg)) > FLAT:
            if own.kind == "squared":
                made = _squared(seg, width, after, next_width, own.of)
            else:
                folded = _folded(seg, width, after, next_width, own.of, sides[i], sides[j])
                if folded:
                    sides[i], made, sides[j] = folded
        if made is None:
            made = _corner(seg, width, after, next_width, folded_on[i] or folded_on[j])
            if len(made) == 1:
                # Beside a wider allowance the parallels may meet before the one ends, or after the other begins.
                sides[i] = _up_to(sides[i][::-1], made[0], -end_direction(seg))[::-1]
                sides[j] = _up_to(sides[j], made[0], start_direction(after))
        between.append(made)
    ring = [z for side, corner in zip(sides, between, strict=True) for z in (*side, *corner)]
    return _without_loops(ring)


def _parallel(seg: Segment, width: float, tolerance: float) -> _Line:
    if len(seg) == 2:
        n = start_direction(seg) * -1j * width
        return [seg[0] + n, seg[1] + n]
    a, b, c, d = seg
    bend = max(abs(a - 2 * b + c), abs(b - 2 * c + d))
    size = abs(b - a) + abs(c - b) + abs(d - c)
    steps = max(2, ceil(sqrt(0.75 * bend * (1 + 6 * width / max(size, 1e-9)) / tolerance)))
    points = [a + start_direction(seg) * -1j * width]
    for i in range(1, steps):
        t = i / steps
        tangent = derivative_at(seg, t)
        points.append(point_at(seg, t) + tangent / (abs(tangent) or 1.0) * -1j * width)
    return [*points, d + end_direction(seg) * -1j * width]


def _corner(seg: Segment, width: float, after: Segment, next_width: float, at_fold: bool) -> _Line:
    """Points between the end of one parallel and the start of the next."""
    v, t1, t2 = seg[-1], end_direction(seg), start_direction(after)
    turn = phase(t2 / t1)
    # Nothing may be added beyond a fold's line: there the cloth goes on.
    bare = at_fold and min(width, next_width) == 0.0 < max(width, next_width)
    if turn <= 1e-6 or (turn < (FLAT if bare else STEP_BELOW) and width != next_width):
        return []
    end, start = v - 1j * t1 * width, v - 1j * t2 * next_width
    tip = line_meeting(end, t1, start, t2)
    limit = (BARE_LIMIT if bare else MITRE_LIMIT) * max(width, next_width)
    if tip is None or abs(tip - v) > limit:
        return [end + t1 * limit / 2, start - t2 * limit / 2]
    return [tip]


def _up_to(side: _Line, tip: complex, way: complex) -> _Line:
    """A parallel that begins at a corner, without what of it lies behind the corner's tip."""
    first = next((n for n, z in enumerate(side) if ((z - tip) * way.conjugate()).real >= 0), len(side) - 1)
    return side[first:]


def _squared(seg: Segment, width: float, after: Segment, next_width: float, of: Literal["before", "after"]) -> _Line | None:
    """The stitching run on to the neighbour's cut line, and square from there; None where it would run away."""
    v, t1, t2 = seg[-1], end_direction(seg), start_direction(after)
    if of == "before":
        foot = line_meeting(v, t1, v - 1j * t2 * next_width, t2)
        square = -1j * t1 * width
    else:
        foot = line_meeting(v, -t2, v - 1j * t1 * width, t1)
        square = -1j * t2 * next_width
    if foot is None or abs(foot - v) > MITRE_LIMIT * max(width, next_width):
        return None
    return [foot + square, foot] if of == "before" else [foot, foot + square]


def _folded(
    seg: Segment, width: float, after: Segment, next_width: float, of: Literal["before", "after"], side: _Line, next_side: _Line
) -> tuple[_Line, _Line, _Line] | None:
    """Both parallels and what lies between them, where one edge's allowance is cut as it folds; None where it cannot be (the other edge runs
    beside it, or has no length to be turned over)."""
    v = seg[-1]
    if of == "after":
        t = start_direction(after)
        done = _turned_up(side, end_direction(seg), next_side, v, t, -1j * t, next_width)
        return done and (done[0], done[1], done[2])
    t = end_direction(seg)
    done = _turned_up(next_side[::-1], -start_direction(after), side[::-1], v, -t, -1j * t, width)
    return done and (done[2][::-1], done[1][::-1], done[0][::-1])


def _turned_up(
    side: _Line, toward: complex, hem: _Line, v: complex, away: complex, out: complex, depth: float
) -> tuple[_Line, _Line, _Line] | None:
    """``side`` runs ``toward`` the corner ``v``, ``hem`` runs ``away`` from it; ``out`` is square to the hem, ``depth`` its allowance."""

    def below(z: complex) -> float:
        return ((z - v) * out.conjugate()).real

    down = (toward * out.conjugate()).real
    if down < STEEP or depth <= 0:
        return None
    above = list(side)
    cut: complex | None = None
    while above and below(above[-1]) > 0:
        cut = above.pop()
    if not above:
        return None
    # To the hem's line itself: run on straight, or cut back to it.
    last = above[-1]
    way = toward if cut is None else cut - last
    above.append(last - way * below(last) / (way * out.conjugate()).real)
    turned = []
    for a, b in zip(reversed(above[:-1]), reversed(above[1:]), strict=True):
        ha, hb = -below(a), -below(b)
        if ha >= depth or ha <= hb:
            if ha > hb:
                turned.append(_over(b + (a - b) * (depth - hb) / (ha - hb), out, below))
            break
        turned.append(_over(a, out, below))
    end = turned[-1] if turned else above[-1]
    if (left := depth - below(end)) > 1e-9:
        # The edge is shorter than the hem is deep: its line is run on.
        first, then = above[0], above[1]
        way = _over(first, out, below) - _over(then, out, below)
        rise = (way * out.conjugate()).real
        if rise <= 0:
            return None
        turned.append(end + way * left / rise)
    rest = [z for z in hem if ((z - turned[-1]) * away.conjugate()).real > 0]
    return (above, turned, rest) if rest else None


def _over(z: complex, out: complex, below: Callable[[complex], float]) -> complex:
    return z - 2 * below(z) * out


def _without_loops(ring: _Line) -> _Line:
    clipper = pyclipper.Pyclipper()
    scaled = [(round(z.real * SCALE), round(z.imag * SCALE)) for z in ring]
    clipper.AddPath(scaled, pyclipper.PT_SUBJECT, True)
    loops = clipper.Execute(pyclipper.CT_UNION, pyclipper.PFT_POSITIVE, pyclipper.PFT_POSITIVE)
    outer = max(loops, key=lambda p: abs(pyclipper.Area(p)))
    return [complex(x / SCALE, y / SCALE) for x, y in outer]
