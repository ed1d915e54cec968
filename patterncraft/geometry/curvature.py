"""How a line bends: curvature along it, where it turns over, where it jumps, how much it bends in all.

Curvature is signed, per cm: positive where the line turns clockwise as seen (y down), that is to the right
of one walking it. A straight line has 0.
"""

from __future__ import annotations

import itertools
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from .length import segment_length
from .path import Path
from .segment import Cubic, Segment, derivative_at

GRAIN = 24
"""Places looked at on each segment: a cubic has at most a few turns of curvature."""


class Bend(NamedTuple):
    """What there is to say of a path's bending. ``inflections`` and ``extrema`` are counted where they can be
    seen (see ``how_it_bends``); ``jump`` is the largest step of curvature at a joint, per cm, at ``jump_at`` cm
    along; ``corner`` the largest angle there, radians."""

    inflections: int
    extrema: int
    jump: float
    jump_at: float
    corner: float


def second_derivative_at(seg: Cubic, t: float) -> complex:
    """d²(point)/dt² at parameter t."""
    a, b, c, d = seg
    return 6.0 * ((1.0 - t) * (a - 2.0 * b + c) + t * (b - 2.0 * c + d))


def curvature_at(seg: Segment, t: float) -> float:
    """Signed curvature at parameter t, per cm; 0 on a line and where the curve stands still."""
    if len(seg) == 2:
        return 0.0
    v = derivative_at(seg, t)
    speed = abs(v)
    if speed < 1e-9:
        return 0.0
    return (v.conjugate() * second_derivative_at(seg, t)).imag / speed**3


class Comb(NamedTuple):
    """Curvature along a path: cm along, the points, unit normals (to the right of the walk), per cm."""

    along: NDArray[np.float64]
    points: NDArray[np.complex128]
    normals: NDArray[np.complex128]
    curvature: NDArray[np.float64]


def comb(path: Path, grain: int = GRAIN) -> Comb:
    """Curvature at ``grain`` + 1 places of every segment, both ends included; joints come twice."""
    t = np.linspace(0.0, 1.0, grain + 1)
    u = 1.0 - t
    along, points, normals, curvature = [], [], [], []
    done = 0.0
    for seg in path.segments:
        size = segment_length(seg)
        if len(seg) == 2:
            p = seg[0] * u + seg[1] * t
            v = np.full_like(t, seg[1] - seg[0], dtype=complex)
            k = np.zeros_like(t)
            s = t * size
        else:
            a, b, c, d = seg
            p = u**3 * a + 3 * u * u * t * b + 3 * u * t * t * c + t**3 * d
            v = 3 * (u * u * (b - a) + 2 * u * t * (c - b) + t * t * (d - c))
            w = 6 * (u * (a - 2 * b + c) + t * (b - 2 * c + d))
            speed = np.maximum(np.abs(v), 1e-9)
            k = (v.conj() * w).imag / speed**3
            s = np.concatenate([[0.0], np.cumsum(0.5 * (speed[1:] + speed[:-1]) / grain)])
            s *= size / (s[-1] or 1.0)
        along.append(done + s)
        points.append(p)
        normals.append(1j * v / np.maximum(np.abs(v), 1e-12))
        curvature.append(k)
        done += size
    return Comb(np.concatenate(along), np.concatenate(points), np.concatenate(normals), np.concatenate(curvature))


def how_it_bends(path: Path, seen: float = 0.004) -> Bend:
    """Inflections, extrema, jumps and corners of a path.

    ``seen``: curvature per cm below which nothing shows on cloth (0.004 is a circle of 2.5 m): a turn of
    curvature smaller than that, or smaller than a fiftieth of the largest, is not counted.
    """
    found = comb(path)
    k, along = found.curvature, found.along
    least = max(seen, 0.02 * float(np.max(np.abs(k), initial=0.0)))
    jump = jump_at = corner = 0.0
    for i in range(1, len(path.segments)):
        before, after = i * (GRAIN + 1) - 1, i * (GRAIN + 1)
        step = abs(float(k[after] - k[before]))
        if step > jump:
            jump, jump_at = step, float(along[after])
        turn = abs(float(np.angle(found.normals[after] / found.normals[before])))
        corner = max(corner, turn)
    return Bend(_turnings(k, least, inflections=True), _turnings(k, least), jump, jump_at, corner)


def _turnings(k: NDArray[np.float64], least: float, inflections: bool = False) -> int:
    """Changes of sign by more than ``least`` on both sides; or turns from rising to falling by more than that."""
    if inflections:
        signs = [1 if x > 0 else -1 for x in k if abs(x) > least]
        return sum(a != b for a, b in itertools.pairwise(signs))
    count, low, high, rising = 0, float(k[0]), float(k[0]), 0
    for x in map(float, k):
        low, high = min(low, x), max(high, x)
        if rising >= 0 and x < high - least:
            count += rising > 0
            rising, low = -1, x
            high = x
        elif rising <= 0 and x > low + least:
            count += rising < 0
            rising, high = 1, x
            low = x
    return count


_NODES, _WEIGHTS = (0.5 * (np.polynomial.legendre.leggauss(12)[0] + 1), 0.5 * np.polynomial.legendre.leggauss(12)[1])


def bending(path: Path) -> float:
    """∫κ² ds over the path, per cm: what a thin wooden strip laid along it would store."""
    total = 0.0
    for seg in path.segments:
        if len(seg) == 4:
            total += sum(
                float(w) * curvature_at(seg, float(t)) ** 2 * abs(derivative_at(seg, float(t)))
                for t, w in zip(_NODES, _WEIGHTS, strict=True)
            )
    return total
