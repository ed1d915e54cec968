"""Arc length of a segment and its inverse, to 1e-6 cm or better, also on cusps and doubled-back curves.

Gauss–Legendre quadrature of |B'(t)| with 12 or 16 nodes, as the curve needs. Where the hodograph comes near zero (a cusp, a doubling back) the speed has a corner and
fixed nodes are not enough (0.1 cm wrong): such a curve is cut where it is slowest, and the parts are
halved until two levels agree.
"""

from __future__ import annotations

import cmath
from collections.abc import Sequence
from functools import lru_cache
from itertools import chain

import numpy as np
from numpy.typing import NDArray

from .roots import real_roots
from .segment import Cubic, Segment, derivative_at, split

Nodes = tuple[tuple[float, float], ...]
Complexes = NDArray[np.complex128]


def _legendre(n: int) -> Nodes:
    """(t, weight) of Gauss–Legendre on [0, 1]; the weights carry the 3 of a cubic's derivative."""
    x, w = np.polynomial.legendre.leggauss(n)
    return tuple((float(0.5 * (a + 1)), float(1.5 * b)) for a, b in zip(x, w, strict=True))


_SIX, _TWELVE, _SIXTEEN = _legendre(6), _legendre(12), _legendre(16)
_T, _WEIGHTS = (np.array([n[i] for n in _SIXTEEN]) for i in range(2))
_DIFFERENCES = np.array([[-1, 1, 0, 0], [1, -2, 1, 0], [-1, 3, -3, 1]], dtype=complex)
"""Control points → d0, half b and c of the derivative."""
_SPEEDS_AND_MORE = np.hstack([_DIFFERENCES.T @ np.array([np.ones(16), 2 * _T, _T * _T]), _DIFFERENCES.T])
"""Control points → B'/3 at the sixteen nodes, then the three differences."""


def _quadrature(d0: complex, d1: complex, d2: complex, nodes: Nodes = _SIXTEEN) -> float:
    """∫|B'| over [0, 1] with B'/3 = d0 + t·(b + t·c), the differences of the control points given."""
    b, c = 2.0 * (d1 - d0), d0 - 2.0 * d1 + d2
    return sum([w * abs(d0 + t * (b + t * c)) for t, w in nodes])


def _run_between(t: float, u: float, d0: complex, d1: complex, d2: complex, nodes: Nodes) -> float:
    """The same from t to u; negative when u lies before t. A short way takes six nodes: the nearest
    root of B' is then many times farther off than the way is long."""
    b, c = 2.0 * (d1 - d0), d0 - 2.0 * d1 + d2
    way = u - t
    a0, b0, c0 = d0 + t * (b + t * c), way * (b + 2.0 * t * c), way * way * c
    return way * sum([w * abs(a0 + x * (b0 + x * c0)) for x, w in (nodes if abs(way) > 0.15 else _SIX)])


TAME, TAMER = 1.6, 2.0
"""Bernstein parameters ρ from which 16 and 12 nodes are enough: the bounds fall as ρ⁻³² and ρ⁻²⁴ (3e-7
and 6e-8 here). Worst seen: 2e-8 cm on armholes, 2.5e-7 cm on random cubics a metre wide."""


def _ellipse(rho: float) -> tuple[float, float]:
    """1/a² and 1/b² of the ellipse ρ with foci 0 and 1."""
    return (4 / (rho + 1 / rho)) ** 2, (4 / (rho - 1 / rho)) ** 2


_TAME, _TAMER = _ellipse(TAME), _ellipse(TAMER)
_TAME_ARRAY = np.array(_TAME)


def _nodes_for(d0: complex, d1: complex, d2: complex) -> Nodes:
    """The nodes that are enough for this curve; none when it has to be cut.

    The speed |B'| is analytic inside an ellipse about [0, 1] up to the nearest complex root of B',
    and the quadrature's error falls with that ellipse's size (Trefethen, Approximation Theory and
    Approximation Practice, theorem 19.3; recalled from memory).
    """
    c = d0 - 2.0 * d1 + d2
    half_b = d1 - d0
    if abs(c) * 1e6 < abs(half_b):
        first = second = -0.5 * d0 / half_b
    elif c == 0:
        return _TWELVE
    else:
        root = cmath.sqrt(half_b * half_b - c * d0)
        first, second = (root - half_b) / c, (-half_b - root) / c
    if _outside(first, _TAMER) and _outside(second, _TAMER):
        return _TWELVE
    return _SIXTEEN if _outside(first, _TAME) and _outside(second, _TAME) else ()


def _outside(z: complex, ellipse: tuple[float, float]) -> bool:
    x, y = z.real - 0.5, z.imag
    return x * x * ellipse[0] + y * y * ellipse[1] > 1.0


def arc_length(seg: Segment) -> float:
    """Length of the segment, cm, to 1e-6."""
    if len(seg) == 2:
        return abs(seg[1] - seg[0])
    p0, p1, p2, p3 = seg
    d0, d1, d2 = p1 - p0, p2 - p1, p3 - p2
    nodes = _nodes_for(d0, d1, d2)
    if nodes:
        return _quadrature(d0, d1, d2, nodes)
    return sum(_halved(part, _speed_sum(part), 0) for part in _at_slowest(seg, d0, d1, d2))


def about(seg: Cubic) -> float:
    """Length of the segment, cm, as six nodes have it: right to 1e-6 on what a hand draws, and where it is not, nothing hangs on it
    (the knots of a spline)."""
    return _quadrature(seg[1] - seg[0], seg[2] - seg[1], seg[3] - seg[2], _SIX)


def _at_slowest(seg: Cubic, d0: complex, d1: complex, d2: complex) -> list[Cubic]:
    """The curve cut where its speed has an extreme, so that a cusp lies at an end and not between nodes."""
    a, b, c = d0, 2 * (d1 - d0), d0 - 2 * d1 + d2

    def dot(p: complex, q: complex) -> float:
        return (p.conjugate() * q).real

    stops = sorted(t for t in real_roots(dot(a, b), dot(b, b) + 2 * dot(a, c), 3 * dot(b, c), 2 * dot(c, c)) if 1e-9 < t < 1 - 1e-9)
    parts, rest, done = [], seg, 0.0
    for t in stops:
        if t - done > 1e-9:
            left, right = split(rest, (t - done) / (1 - done))
            parts.append(_as_cubic(left))
            rest, done = _as_cubic(right), t
    return [*parts, rest]


def _speed_sum(seg: Cubic) -> float:
    return _quadrature(seg[1] - seg[0], seg[2] - seg[1], seg[3] - seg[2])


def _halved(seg: Cubic, whole: float, depth: int) -> float:
    left, right = split(seg, 0.5)
    a, b = _as_cubic(left), _as_cubic(right)
    qa, qb = _speed_sum(a), _speed_sum(b)
    if abs(qa + qb - whole) < 1e-9 or depth > 24:
        return qa + qb
    return _halved(a, qa, depth + 1) + _halved(b, qb, depth + 1)


def _as_cubic(seg: Segment) -> Cubic:
    if len(seg) == 2:
        a, b = seg
        return a, a + (b - a) / 3, a + 2 * (b - a) / 3, b
    return seg


segment_length = lru_cache(maxsize=1 << 15)(arc_length)
"""``arc_length`` remembered: edges are immutable, and a ledger asks for the same ones at every step."""


def arc_lengths(segments: Sequence[Segment]) -> NDArray[np.float64]:
    """Lengths of many segments at once, shape (n,), cm; the same numbers as ``arc_length`` to 1e-6."""
    if not segments:
        return np.zeros(0)
    flat = chain.from_iterable(segments if {*map(len, segments)} == {4} else map(_as_cubic, segments))
    found = np.fromiter(flat, complex, 4 * len(segments)).reshape(-1, 4) @ _SPEEDS_AND_MORE
    lengths: NDArray[np.float64] = np.abs(found[:, :16]) @ _WEIGHTS
    tame = _tame_many(*found[:, 16:].T)
    if not tame.all():
        for i in np.flatnonzero(~tame):
            lengths[i] = arc_length(segments[int(i)])
    return lengths


def _tame_many(d0: Complexes, half_b: Complexes, c: Complexes) -> NDArray[np.bool_]:
    """Where 16 nodes are enough, as ``_nodes_for`` for arrays of shape (n,). A line and a nearly
    quadratic curve, whose second root is lost in rounding, count as not tame."""
    middle = half_b + 0.5 * c
    root = np.sqrt(half_b * half_b - c * d0)
    with np.errstate(all="ignore"):
        from_centre = np.array([root - middle, root + middle]) / c
        # (x, y) of both roots as seen from the ellipse's centre, squared and weighed.
        size = np.square(from_centre.view(float)).reshape(2, -1, 2) @ _TAME_ARRAY
    outside: NDArray[np.bool_] = ((size > 1.0) & (size < 1e12)).all(axis=0)
    return outside


def parameter_at(seg: Segment, length: float) -> float:
    """The parameter t (0–1) at which the segment has run ``length`` cm from its start.

    Clamped to the segment's ends. Newton on the quadrature, held inside a shrinking bracket.
    """
    whole = segment_length(seg)
    if length <= 0.0 or whole == 0.0:
        return 0.0
    if length >= whole:
        return 1.0
    t = length / whole
    if len(seg) == 2:
        return t
    d0, d1, d2 = seg[1] - seg[0], seg[2] - seg[1], seg[3] - seg[2]
    nodes = _nodes_for(d0, d1, d2)
    run = _run_between(0.0, t, d0, d1, d2, nodes) if nodes else arc_length(split(seg, t)[0])
    low, high = 0.0, 1.0
    for _ in range(60):
        miss = run - length
        if abs(miss) < 1e-8:
            return t
        low, high = (low, t) if miss > 0 else (t, high)
        speed = abs(derivative_at(seg, t))
        step = t - miss / speed if speed > 1e-9 else -1.0
        before, t = t, step if low < step < high else 0.5 * (low + high)
        run = run + _run_between(before, t, d0, d1, d2, nodes) if nodes else arc_length(split(seg, t)[0])
    return t
