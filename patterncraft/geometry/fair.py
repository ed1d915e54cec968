"""Fair curves: what a hand draws with one sweep of a thin strip of wood, bent through the places asked for.

Everything the kernel draws or redraws comes from here. The curve is a chain of cubics, one between each two
places, continuous in curvature. In a parameter that is its own arc length the cubic spline with
continuous second derivative is the curve of least ∫|r″|² through the places (Holladay 1957; recalled from
memory), and there that integral is the bending ∫κ² ds. So the spline is solved, measured, and solved
again with the lengths it turned out to have: three rounds bring it within a few thousandths of the least.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence

from ..tolerances import SNAP
from .length import about, segment_length
from .path import Path, straight
from .segment import Cubic

ROUNDS = 4
"""Times the spline is solved anew with its own lengths."""


def fair_curve(
    places: Sequence[complex], leaving: complex | None = None, arriving: complex | None = None, like: Path | None = None
) -> Path:
    """The curve of least bending through the places, in their order.

    ``like`` is a fair curve through places a hair off these: its lengths are taken, and the spline solved once.

    ``leaving`` and ``arriving`` are directions of travel at its ends (any length); without one the end is
    free, as a strip ends that nobody holds: straight. Two places without directions give a
    straight line. Places nearer than 1e-4 cm to the one before are passed over; fewer than two different places
    raise ValueError.
    """
    points = [places[0]]
    for z in places[1:]:
        if abs(z - points[-1]) > SNAP:
            points.append(z)
    if len(points) < 2:
        raise ValueError("a curve needs two places")
    if len(points) == 2 and leaving is None and arriving is None:
        return straight(*points)
    out = None if leaving is None else leaving / abs(leaving)
    into = None if arriving is None else arriving / abs(arriving)
    rounds, lengths = ROUNDS, [abs(b - a) for a, b in itertools.pairwise(points)]
    if like is not None and len(like.segments) == len(lengths):
        rounds, lengths = 1, [segment_length(s) for s in like.segments]
    cubics: list[Cubic] = []
    for left in range(rounds - 1, -1, -1):
        speeds = _speeds(points, lengths, out, into)
        cubics = [
            (a, a + u * (h / 3), b - v * (h / 3), b)
            for a, b, u, v, h in zip(points, points[1:], speeds, speeds[1:], lengths, strict=False)
        ]
        if left:
            lengths = [about(c) for c in cubics]
    return Path(tuple(cubics))


def _speeds(p: Sequence[complex], h: Sequence[float], out: complex | None, into: complex | None) -> list[complex]:
    """First derivatives at the places of the spline with continuous second derivative over knots ``h`` apart:
    the tridiagonal equations, solved forward and back."""
    n = len(p)
    chords = [(p[i + 1] - p[i]) / h[i] for i in range(n - 1)]
    diagonal, above, right = [0.0] * n, [0.0] * n, [0j] * n
    below = [0.0] * n
    if out is not None:
        diagonal[0], right[0] = 1.0, out
    else:
        diagonal[0], above[0], right[0] = 2.0, 1.0, 3.0 * chords[0]
    for i in range(1, n - 1):
        below[i], above[i] = h[i], h[i - 1]
        diagonal[i] = 2.0 * (h[i - 1] + h[i])
        right[i] = 3.0 * (h[i] * chords[i - 1] + h[i - 1] * chords[i])
    if into is not None:
        diagonal[-1], right[-1] = 1.0, into
    else:
        below[-1], diagonal[-1], right[-1] = 1.0, 2.0, 3.0 * chords[-1]
    for i in range(1, n):
        share = below[i] / diagonal[i - 1]
        diagonal[i] -= share * above[i - 1]
        right[i] -= share * right[i - 1]
    speeds = [0j] * n
    speeds[-1] = right[-1] / diagonal[-1]
    for i in range(n - 2, -1, -1):
        speeds[i] = (right[i] - above[i] * speeds[i + 1]) / diagonal[i]
    return speeds
