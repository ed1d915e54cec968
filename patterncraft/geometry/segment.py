"""One segment: a straight line (two points) or a cubic Bézier (four points), as a tuple of complex.

Parameter ``t`` always runs 0–1 from the segment's start to its end.
"""

from __future__ import annotations

from collections.abc import Sequence

Line = tuple[complex, complex]
Cubic = tuple[complex, complex, complex, complex]
Segment = Line | Cubic


def point_at(seg: Segment, t: float) -> complex:
    """The point at parameter t, 0–1."""
    u = 1.0 - t
    if len(seg) == 2:
        return seg[0] * u + seg[1] * t
    a, b, c, d = seg
    return u * u * (u * a + 3.0 * t * b) + t * t * (3.0 * u * c + t * d)


def derivative_at(seg: Segment, t: float) -> complex:
    """d(point)/dt at parameter t, in cm per unit of t; zero at a cusp."""
    if len(seg) == 2:
        return seg[1] - seg[0]
    a, b, c, d = seg
    u = 1.0 - t
    return 3.0 * (u * u * (b - a) + 2.0 * u * t * (c - b) + t * t * (d - c))


def split(seg: Segment, t: float) -> tuple[Segment, Segment]:
    """Both parts at parameter t (de Casteljau); they meet in the very same point."""
    if len(seg) == 2:
        m = point_at(seg, t)
        return (seg[0], m), (m, seg[1])
    a, b, c, d = seg
    ab, bc, cd = a + (b - a) * t, b + (c - b) * t, c + (d - c) * t
    abc, bcd = ab + (bc - ab) * t, bc + (cd - bc) * t
    m = abc + (bcd - abc) * t
    return (a, ab, abc, m), (m, bcd, cd, d)


def reverse(seg: Segment) -> Segment:
    """The same curve, run the other way."""
    return seg[::-1]


def start_direction(seg: Segment) -> complex:
    """Unit tangent leaving the start; looks past handles of no length. Zero only for a point."""
    return _direction(seg)


def end_direction(seg: Segment) -> complex:
    """Unit tangent arriving at the end (pointing onward)."""
    return -_direction(seg[::-1])


def _direction(points: Sequence[complex]) -> complex:
    for p in points[1:]:
        d = p - points[0]
        size = abs(d)
        if size > 1e-12:
            return d / size
    return 0j


def hull_box(seg: Segment) -> tuple[float, float, float, float]:
    """(left, top, right, bottom) of the control points: contains the curve, may be larger."""
    xs = [p.real for p in seg]
    ys = [p.imag for p in seg]
    return min(xs), min(ys), max(xs), max(ys)


def rejoin(first: Segment, second: Segment, tolerance: float = 1e-9) -> Segment | None:
    """The one segment that ``split`` would cut into these two, or None when there is none.

    Undoes a cut: two collinear lines become one line, two parts of one cubic become that cubic.
    """
    if abs(first[-1] - second[0]) > tolerance or len(first) != len(second):
        return None
    if len(first) == 2 or len(second) == 2:
        along = start_direction(first)
        off = ((second[1] - first[0]) * along.conjugate()).imag
        forward = (start_direction(second) * along.conjugate()).real > 0
        return (first[0], second[1]) if forward and abs(off) <= tolerance and _on(first, second, tolerance) else None
    left, right = abs(first[3] - first[2]), abs(second[1] - second[0])
    if left + right < 1e-9:
        return None
    t = left / (left + right)
    if not 1e-6 < t < 1 - 1e-6:
        return None
    whole: Cubic = (first[0], first[0] + (first[1] - first[0]) / t, second[3] - (second[3] - second[2]) / (1 - t), second[3])
    again = split(whole, t)
    gap = max(abs(p - q) for p, q in zip(again[0] + again[1], first + second, strict=True))
    return whole if gap <= tolerance else None


def _on(first: Line | Cubic, second: Line | Cubic, tolerance: float) -> bool:
    along = start_direction((first[0], second[-1]))
    return abs(((first[-1] - first[0]) * along.conjugate()).imag) <= tolerance
