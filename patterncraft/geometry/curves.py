"""The curves a drafter draws by eye, as solved curves: corner bowls and guided runs."""

from __future__ import annotations

from .path import Path
from .segment import Cubic, point_at


def corner_curve(a: complex, corner: complex, b: complex, distance: float, fullest: float = 0.95) -> tuple[Cubic, float]:
    """One cubic from a to b, tangent to a–corner and corner–b, passing ``distance`` cm from the corner.

    Both handles are the same share of the corner's sides, within 0.3–``fullest``; a distance that no
    such curve reaches gives the nearest one. Returns the curve and the distance it really passes at.
    """
    low, high = 0.3, fullest
    for _ in range(30):
        share = 0.5 * (low + high)
        low, high = (share, high) if _nearest(_bowl(a, corner, b, share), corner) > distance else (low, share)
    curve = _bowl(a, corner, b, 0.5 * (low + high))
    return curve, _nearest(curve, corner)


def _bowl(a: complex, corner: complex, b: complex, share: float) -> Cubic:
    return a, a + share * (corner - a), b + share * (corner - b), b


def _nearest(seg: Cubic, z: complex) -> float:
    """Distance from z to the curve: golden section between samples of the one dip a bowl has."""
    best = min(range(1, 12), key=lambda i: abs(point_at(seg, i / 12) - z))
    low, high = (best - 1) / 12, (best + 1) / 12
    for _ in range(22):
        m1, m2 = low + 0.382 * (high - low), low + 0.618 * (high - low)
        low, high = (low, m2) if abs(point_at(seg, m1) - z) < abs(point_at(seg, m2) - z) else (m1, high)
    return abs(point_at(seg, 0.5 * (low + high)) - z)


def guided(a: complex, leaving: complex, handle_a: float, b: complex, arriving: complex, handle_b: float) -> Path:
    """One cubic from a to b. ``leaving`` and ``arriving`` are directions of travel (any length);
    the handles are given in cm."""
    out, into = leaving / abs(leaving), arriving / abs(arriving)
    return Path(((a, a + out * handle_a, b - into * handle_b, b),))
