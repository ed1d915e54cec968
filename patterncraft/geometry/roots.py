"""Real roots of a cubic polynomial, closed form (Cardano; three cosines when all are real)."""

from __future__ import annotations

from math import acos, cbrt, cos, pi, sqrt


def real_roots(c0: float, c1: float, c2: float, c3: float) -> list[float]:
    """All real t with c0 + c1·t + c2·t² + c3·t³ = 0, unordered, double roots once or twice; none for
    the zero polynomial. Closed form: polish with a Newton step where 1e-8 matters."""
    size = max(abs(c0), abs(c1), abs(c2), abs(c3))
    if size == 0.0:
        return []
    if abs(c3) < 1e-12 * size:
        if abs(c2) < 1e-12 * size:
            return [-c0 / c1] if c1 else []
        inside = c1 * c1 - 4 * c2 * c0
        if inside < 0:
            return []
        q = -0.5 * (c1 + (sqrt(inside) if c1 >= 0 else -sqrt(inside)))
        return [q / c2] + ([c0 / q] if q else [])
    a, b, c = c2 / c3, c1 / c3, c0 / c3
    p, q = b - a * a / 3, 2 * a**3 / 27 - a * b / 3 + c
    inside = q * q / 4 + p**3 / 27
    if inside > 0:
        r = sqrt(inside)
        root = cbrt(-q / 2 + r) + cbrt(-q / 2 - r)
        roots = [root]
        if inside < 1e-12 * max(1.0, q * q):
            roots.append(-root / 2)
    elif p == 0:
        roots = [0.0]
    else:
        m = 2 * sqrt(-p / 3)
        third = acos(max(-1.0, min(1.0, 3 * q / (p * m)))) / 3
        roots = [m * cos(third - 2 * pi * k / 3) for k in range(3)]
    return [r - a / 3 for r in roots]
