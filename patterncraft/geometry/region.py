"""What a closed chain of segments encloses: area and containment, exact on the curves."""

from __future__ import annotations

from collections.abc import Iterable

from .intersect import line_crossings
from .segment import Segment, derivative_at, hull_box


def signed_area(segments: Iterable[Segment]) -> float:
    """Area inside a closed chain, cm², by Green's theorem on the cubics; positive when the chain
    runs clockwise as seen (y down). Exact up to rounding."""
    total = 0.0
    for s in segments:
        if len(s) == 2:
            total += 0.5 * (s[0].conjugate() * s[1]).imag
        else:
            a, b, c, d = s
            a_, b_, c_ = a.conjugate(), b.conjugate(), c.conjugate()
            total += (6 * (a_ * b) + 3 * (a_ * c) + a_ * d + 3 * (b_ * c) + 3 * (b_ * d) + 6 * (c_ * d)).imag / 20
    return total


def box_of(segments: Iterable[Segment]) -> tuple[float, float, float, float]:
    """(left, top, right, bottom) of all control points, cm."""
    boxes = [hull_box(s) for s in segments]
    return min(b[0] for b in boxes), min(b[1] for b in boxes), max(b[2] for b in boxes), max(b[3] for b in boxes)


def contains(segments: Iterable[Segment], point: complex) -> bool:
    """Whether a closed chain encloses the point (non-zero winding). Points on the line may go either way."""
    chain = list(segments)
    _, _, right, _ = box_of(chain)
    # A ray with an irrational slope: it does not pass through drafted corners by design.
    far = complex(right + 10.0, point.imag + 0.0137 * (right + 10.0 - point.real))
    winding = 0
    for s in chain:
        for hit in line_crossings(point, far, s, slack=0.0):
            side = ((far - point).conjugate() * derivative_at(s, hit.t)).imag
            winding += 1 if side > 0 else -1
    return winding != 0
