"""What a closed chain of segments encloses: area (exact) and containment (flattened)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

import numpy as np

from .crossing import Points, chords
from .flatten import predicate_points
from .segment import Segment

FEW = 6
"""Points up to which going round the outline by hand is quicker than packing it into arrays."""
AT_ONCE = 200_000
"""Points times chords that are looked at together: a hundred marks in an outline of thousands would else fill the memory."""


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
    points = [p for s in segments for p in s]
    xs, ys = [p.real for p in points], [p.imag for p in points]
    return min(xs), min(ys), max(xs), max(ys)


def contains(segments: Iterable[Segment], points: Sequence[complex]) -> list[bool]:
    """For each point, whether a closed chain encloses it (non-zero winding).

    Curves are flattened within 0.01 cm; a point nearer the line than that may go either way.
    """
    if not points:
        return []
    if len(points) <= FEW:
        chain = [p for s in segments for p in predicate_points(s)]
        return [_winding(chain, z) != 0 for z in points]
    a, b = chords(list(segments))
    found: list[bool] = []
    together = max(1, AT_ONCE // len(a))
    for start in range(0, len(points), together):
        found += _inside(a, b, np.array(points[start : start + together])[:, None])
    return found


def _inside(a: Points, b: Points, z: Points) -> list[bool]:
    left = ((b - a).conj() * (z - a)).imag
    up = (a.imag <= z.imag) & (b.imag > z.imag) & (left > 0)
    down = (a.imag > z.imag) & (b.imag <= z.imag) & (left < 0)
    winding = up.sum(axis=1) - down.sum(axis=1)
    return [bool(w) for w in winding]


def _winding(corners: Sequence[complex], z: complex) -> int:
    """Times a polygon runs round a point."""
    turns = 0
    height = z.imag
    a = corners[-1]
    below = a.imag <= height
    for b in corners:
        was, below = below, b.imag <= height
        if was is not below:
            left = ((b - a).conjugate() * (z - a)).imag
            if was and left > 0:
                turns += 1
            elif not was and left < 0:
                turns -= 1
        a = b
    return turns
