"""Flattening, for output and predicates only. The distance bound is proven, not sampled.

A cubic cut into n equal parameter steps lies within 3/4·D/n² of its chords, with D the larger
second difference of its control points (the second-derivative bound of linear interpolation,
max|B''|·h²/8 with |B''| ≤ 6·D). An S-curve cannot look flat by accident.
"""

from __future__ import annotations

from functools import lru_cache
from math import ceil, sqrt
from typing import Final

from ..tolerances import FLAT
from .path import Path
from .segment import Segment, point_at

JUDGED: Final = 0.01
"""cm: how near to the curve the chords lie by which paper is judged (inside or outside, crossing or not)."""


def flat_segment(seg: Segment, tolerance: float = FLAT) -> list[complex]:
    """Points along the segment without its start, with its end; within ``tolerance`` cm of it."""
    if len(seg) == 2:
        return [seg[1]]
    n = _steps(seg, tolerance)
    return [point_at(seg, i / n) for i in range(1, n)] + [seg[3]]


def _steps(seg: Segment, tolerance: float) -> int:
    if len(seg) == 2:
        return 1
    a, b, c, d = seg
    bend = max(abs(a - 2 * b + c), abs(b - 2 * c + d))
    return max(1, ceil(sqrt(0.75 * bend / tolerance)))


def flat_path(path: Path, tolerance: float = FLAT) -> list[complex]:
    """Points along the path, both ends included."""
    points = [path.start]
    for s in path.segments:
        points += flat_segment(s, tolerance)
    return points


@lru_cache(maxsize=1 << 12)
def predicate_points(seg: Segment) -> tuple[complex, ...]:
    """The segment's points without its end, for predicates: within 0.01 cm of the curve. Remembered."""
    return (seg[0], *flat_segment(seg, JUDGED)[:-1])


def chord_count(seg: Segment) -> int:
    """How many points ``predicate_points`` gives, without making them."""
    return _steps(seg, JUDGED)
