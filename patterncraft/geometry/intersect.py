"""Where a straight line meets a segment, and whether two segments cross. Exact roots, no sampling for lines."""

from __future__ import annotations

import cmath
from typing import NamedTuple

from .roots import real_roots
from .segment import Segment, point_at


class Crossing(NamedTuple):
    """``t`` on the segment (0–1), ``s`` along the line from a (0) to b (1), and the point."""

    t: float
    s: float
    point: complex


def line_crossings(a: complex, b: complex, seg: Segment, slack: float = 1e-9) -> list[Crossing]:
    """All places where the stretch a–b meets the segment, in order of t.

    Ends count (within ``slack`` of the parameter). A line lying along a straight segment gives
    none: overlap is not a crossing.
    """
    d = b - a
    size = abs(d)
    if size == 0.0:
        return []
    unit = d.conjugate() / size
    heights = [((p - a) * unit).imag for p in seg]
    if min(heights) > 1e-12 or max(heights) < -1e-12:
        return []
    found = []
    for t in _roots(heights):
        if -slack <= t <= 1 + slack:
            t = min(1.0, max(0.0, t))
            point = point_at(seg, t)
            s = ((point - a) * unit).real / size
            if -slack <= s <= 1 + slack:
                found.append(Crossing(t, s, point))
    return sorted(found)


def _roots(h: list[float]) -> list[float]:
    """Parameters where the Bernstein polynomial with coefficients h is zero."""
    if len(h) == 2:
        return [h[0] / (h[0] - h[1])] if h[0] != h[1] else []
    c0, c1 = h[0], 3 * (h[1] - h[0])
    c2, c3 = 3 * (h[0] - 2 * h[1] + h[2]), h[3] - 3 * h[2] + 3 * h[1] - h[0]
    return [_polished(t, c0, c1, c2, c3) for t in real_roots(c0, c1, c2, c3)]


def _polished(t: float, c0: float, c1: float, c2: float, c3: float) -> float:
    """Newton, kept only while it comes nearer: at a double root the slope is noise."""
    value = c0 + t * (c1 + t * (c2 + t * c3))
    for _ in range(2):
        slope = c1 + t * (2 * c2 + 3 * c3 * t)
        if abs(value) < 1e-13 or slope == 0.0:
            break
        nearer = t - value / slope
        at = c0 + nearer * (c1 + nearer * (c2 + nearer * c3))
        if abs(at) >= abs(value):
            break
        t, value = nearer, at
    return t


def line_meeting(a: complex, along: complex, b: complex, beside: complex) -> complex | None:
    """The point where the endless line through a (direction ``along``) meets the one through b; None if parallel."""
    cross = (along.conjugate() * beside).imag
    if abs(cross) < 1e-12:
        return None
    return a + along * ((b - a).conjugate() * beside).imag / cross


def circles_meet(a: complex, ra: float, b: complex, rb: float) -> tuple[complex, complex] | None:
    """Both points at distance ra from a and rb from b (left and right of a→b), or None when they do not meet."""
    d = abs(b - a)
    if d == 0.0 or d > ra + rb or d < abs(ra - rb):
        return None
    x = (d * d + ra * ra - rb * rb) / (2 * d)
    y = cmath.sqrt(ra * ra - x * x).real
    unit = (b - a) / d
    return a + unit * complex(x, y), a + unit * complex(x, -y)
