"""Seam allowances: a closed outline moved outward, edge by edge, each by its own width.

Exact normals along the curves, own corners, and a polygon library for the loops that concave
corners leave. Flattened: the result is for cutting and printing, within ``tolerance`` of the true
parallel curve between corners.
"""

from __future__ import annotations

from cmath import phase
from collections.abc import Sequence
from math import ceil, radians, sqrt

import pyclipper

from .intersect import line_meeting
from .segment import Segment, derivative_at, end_direction, point_at, start_direction

SCALE = 1e6
MITRE_LIMIT = 4.0
"""A sharp tip may reach this many allowances beyond its corner before it is cut off square."""
STEP_BELOW = radians(30)
"""Flatter joints between unequal allowances are stepped: their mitre would run away."""

_Line = list[complex]


def offset_outline(edges: Sequence[tuple[Segment, float]], tolerance: float = 0.002) -> list[complex]:
    """The cut line of a clockwise closed chain of (segment, allowance in cm ≥ 0), as a closed polygon
    without the repeated first point. Mitred corners; loops removed."""
    edges = [(seg, width) for seg, width in edges if start_direction(seg) != 0]
    sides = [_parallel(seg, width, tolerance) for seg, width in edges]
    ring: _Line = []
    for i, (seg, width) in enumerate(edges):
        ring += sides[i]
        after, next_width = edges[(i + 1) % len(edges)]
        ring += _corner(seg, width, after, next_width)
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


def _corner(seg: Segment, width: float, after: Segment, next_width: float) -> _Line:
    """Points between the end of one parallel and the start of the next."""
    v, t1, t2 = seg[-1], end_direction(seg), start_direction(after)
    turn = phase(t2 / t1)
    if turn <= 1e-6 or (turn < STEP_BELOW and width != next_width):
        return []
    end, start = v - 1j * t1 * width, v - 1j * t2 * next_width
    tip = line_meeting(end, t1, start, t2)
    limit = MITRE_LIMIT * max(width, next_width)
    if tip is None or abs(tip - v) > limit:
        return [end + t1 * limit / 2, start - t2 * limit / 2]
    return [tip]


def _without_loops(ring: _Line) -> _Line:
    clipper = pyclipper.Pyclipper()
    scaled = [(round(z.real * SCALE), round(z.imag * SCALE)) for z in ring]
    clipper.AddPath(scaled, pyclipper.PT_SUBJECT, True)
    loops = clipper.Execute(pyclipper.CT_UNION, pyclipper.PFT_POSITIVE, pyclipper.PFT_POSITIVE)
    outer = max(loops, key=lambda p: abs(pyclipper.Area(p)))
    return [complex(x / SCALE, y / SCALE) for x, y in outer]
