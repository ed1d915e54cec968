"""Combs of curvature, the place where a drawing comes right, corners of a cut line: by circles, scipy and shapely."""

from __future__ import annotations

from collections.abc import Callable
from math import cos, pi

import numpy as np
import pytest
import shapely
from scipy.optimize import brentq

from patterncraft.geometry.curvature import comb, curvature_at, how_it_bends
from patterncraft.geometry.offset import offset_outline
from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.segment import Cubic, Segment
from patterncraft.geometry.solving import where_zero
from patterncraft.geometry.transform import turn_over
from tests.samples import ARMHOLE, CURVES, S_CURVE


@pytest.mark.parametrize("name", ["armhole", "S"])
def test_teeth_of_a_comb_stand_on_the_curve_square_to_it_and_say_its_curvature(name: str) -> None:
    """Points and both derivatives by numpy's own polynomial in the parameter."""
    seg = CURVES[name]
    found = comb(Path((seg, (seg[3], seg[3] + 4))), grain=16)
    a, b, c, d = seg
    cubic = np.polynomial.Polynomial([a, 3 * (b - a), 3 * (a - 2 * b + c), d - 3 * c + 3 * b - a])
    t = np.linspace(0, 1, 17)
    v, w = cubic.deriv()(t), cubic.deriv(2)(t)
    assert np.abs(found.points[:17] - cubic(t)).max() < 1e-9
    assert np.abs(found.curvature[:17] - (v.conj() * w).imag / np.abs(v) ** 3).max() < 1e-9
    assert np.abs(found.normals[:17] - 1j * v / np.abs(v)).max() < 1e-9
    assert found.curvature[17:] == pytest.approx(np.zeros(17))
    assert found.points[17:] == pytest.approx(np.linspace(seg[3], seg[3] + 4, 17))
    # cm along: rising, and at the joint what shapely measures on a fine polyline.
    assert (np.diff(found.along) >= -1e-12).all()
    fine = cubic(np.linspace(0, 1, 20_001))
    length = shapely.LineString(np.column_stack([fine.real, fine.imag])).length
    assert found.along[16:18] == pytest.approx([length, length], abs=1e-4)
    assert found.along[-1] == pytest.approx(length + 4, abs=1e-4)
    # In between by the trapezoids' own measure: the sum of sixteen is scaled to the whole.
    way = np.concatenate([[0.0], np.cumsum(np.abs(np.diff(fine)))])[::1250]
    assert found.along[:17] == pytest.approx(way, abs=0.02 * length)


def test_teeth_of_a_tiny_curve_are_as_long_as_those_of_a_large_one() -> None:
    """A hundredth of the size: the same directions, a hundred times the curvature."""
    large = comb(Path((ARMHOLE,)))
    a, b, c, d = ARMHOLE
    small = comb(Path(((0.01 * a, 0.01 * b, 0.01 * c, 0.01 * d),)))
    assert np.abs(large.normals - small.normals).max() < 1e-9
    assert np.abs(np.abs(small.normals) - 1).max() < 1e-9
    assert small.curvature == pytest.approx(100 * large.curvature)


@pytest.mark.parametrize("bow", [(0j, 5 - 7j, 16 - 6j, 20 + 0j), (0j, 1 - 12j, 17 - 3j, 20 + 0j)])
@pytest.mark.parametrize("width", [0.6, 2.5])
@pytest.mark.parametrize("tolerance", [0.002, 0.1])
def test_an_allowance_round_a_bow_keeps_to_its_tolerance_and_is_no_finer_than_it_must(
    bow: Cubic, width: float, tolerance: float
) -> None:
    """The true parallel by numpy's polynomial; its distance to the polyline by shapely."""
    a, b, c, d = bow
    ring = offset_outline([(bow, width), ((d, a), 0.0)], tolerance)
    line = shapely.LinearRing([(z.real, z.imag) for z in ring])
    cubic = np.polynomial.Polynomial([a, 3 * (b - a), 3 * (a - 2 * b + c), d - 3 * c + 3 * b - a])
    t = np.linspace(0.02, 0.98, 400)
    v = cubic.deriv()(t)
    off = [line.distance(shapely.Point(z.real, z.imag)) for z in cubic(t) - 1j * width * v / np.abs(v)]
    assert max(off) <= tolerance
    # The fewest chords that could: each as long as sqrt(8 × tolerance × radius) allows. Two to three times as many are no waste.
    speed, bend = np.abs(v), np.abs((v.conj() * cubic.deriv(2)(t)).imag) / np.abs(v) ** 3
    bend = bend / (1 + width * bend)
    fewest = np.trapezoid(
        np.sqrt(bend / (8 * tolerance)) * speed * (1 + width * np.abs((v.conj() * cubic.deriv(2)(t)).imag) / speed**3), t
    )
    assert len(ring) <= 3 * fewest + 6


def test_how_often_a_path_turns_over_and_tightens_is_counted_as_the_eye_does() -> None:
    """An S turns over once. A wave of three half periods turns over twice."""
    assert how_it_bends(Path((S_CURVE,))).inflections == 1
    assert how_it_bends(Path((ARMHOLE,))).inflections == 0
    assert how_it_bends(straight(0j, 9 + 0j)) == (0, 0, 0.0, 0.0, 0.0)
    corner = how_it_bends(Path(((0j, 5 + 0j), (5 + 0j, 10 + 1j))))
    assert corner.corner == pytest.approx(np.arctan2(1, 5))
    assert corner.jump == 0.0
    # A straight that runs into a circle of radius 10: its curvature jumps by a tenth, 5 cm along.
    k = 4 / 3 * np.tan(pi / 8) * 10
    arc: Cubic = (5 + 0j, 5 + k + 0j, complex(15, 10 - k), 15 + 10j)
    bend = how_it_bends(Path(((0j, 5 + 0j), arc)))
    assert bend.jump == pytest.approx(0.1, rel=0.03)
    assert bend.jump_at == pytest.approx(5.0)
    assert bend.corner == pytest.approx(0.0, abs=1e-6)
    assert bend.inflections == 0
    assert curvature_at(arc, 0.5) == pytest.approx(0.1, rel=0.01)
    # Three bumps in a row, joined smoothly: each cubic has its tightest place, and between them it eases.
    wave: list[Segment] = []
    for i in range(3):
        x, up = 6.0 * i, -2 if i % 2 else 2
        wave.append((complex(x, 0), complex(x + 2, up), complex(x + 4, up), complex(x + 6, 0)))
    turned = how_it_bends(Path(tuple(wave)))
    assert turned.inflections == 2
    assert turned.extrema >= 3


@pytest.mark.parametrize(
    ("f", "low", "high"),
    [
        (lambda x: x - 0.3, 0.0, 1.0),
        (lambda x: x**3 - 0.5, 0.0, 2.0),
        (lambda x: 1 - cos(x) - 0.2, 0.0, 1.5),
        (lambda x: x**9 - 1e-3, 0.0, 1.0),
        (lambda x: 1 - 0.1 / x, 0.01, 5.0),
    ],
)
def test_where_a_rising_number_goes_through_zero_is_scipys_place(f: Callable[[float], float], low: float, high: float) -> None:
    asked = 0

    def counted(x: float) -> float:
        nonlocal asked
        asked += 1
        return f(x)

    found = where_zero(counted, low, high, 1e-12)
    assert found == pytest.approx(brentq(f, low, high, xtol=1e-14), abs=1e-9)
    assert asked <= 40, "a handful of times, not by halving alone"


def test_where_nothing_goes_through_zero_it_is_the_nearer_end() -> None:
    assert where_zero(lambda x: x + 1, 0.0, 2.0) == 0.0
    assert where_zero(lambda x: x - 9, 0.0, 2.0) == 2.0
    assert where_zero(lambda x: x - 1, 1.0, 2.0) == 1.0
    assert where_zero(lambda x: x - 1, 0.0, 2.0, rounds=0) == 0.0


def ring(*corners: complex) -> list[Segment]:
    return [(a, b) for a, b in zip(corners, (*corners[1:], corners[0]), strict=True)]


@pytest.mark.parametrize(
    "corners",
    [(0j, 10 + 0j, 10 + 10j, 10j), (0j, 12 + 0j, 7 + 9j), (0j, 20 + 0j, 20 + 5j, 8 + 5j, 8 + 14j, 14j)],
    ids=["square", "triangle", "with an inner corner"],
)
@pytest.mark.parametrize("width", [0.6, 1.0, 2.0])
def test_a_cut_line_of_one_width_is_shapelys_mitred_buffer(corners: tuple[complex, ...], width: float) -> None:
    cut = shapely.Polygon([(z.real, z.imag) for z in offset_outline([(s, width) for s in ring(*corners)])])
    wanted = shapely.Polygon([(z.real, z.imag) for z in corners]).buffer(width, join_style="mitre", mitre_limit=5)
    assert cut.symmetric_difference(wanted).area < 1e-3


def test_edges_of_different_widths_meet_where_their_parallels_do() -> None:
    """Two centimetres at the right and one elsewhere: the cut line of a square of 10 is 13 wide and 12 high."""
    edges = list(zip(ring(0j, 10 + 0j, 10 + 10j, 10j), (1.0, 2.0, 1.0, 1.0), strict=True))
    cut = shapely.Polygon([(z.real, z.imag) for z in offset_outline(edges)])
    assert cut.equals(shapely.box(-1, -1, 12, 11)) or cut.symmetric_difference(shapely.box(-1, -1, 12, 11)).area < 1e-6
    fold = list(zip(ring(0j, 10 + 0j, 10 + 10j, 10j), (1.0, 1.0, 1.0, 0.0), strict=True))
    on_fold = shapely.Polygon([(z.real, z.imag) for z in offset_outline(fold)])
    assert on_fold.symmetric_difference(shapely.box(0, -1, 11, 11)).area < 1e-6


def test_a_very_sharp_corner_is_cut_off_square_to_neither_side_but_even() -> None:
    """A point of 6°: the mitre would run nineteen widths out. What is left is even on both sides of the point."""
    tip = 30 + 0j
    corners = (0j, tip, 3j)
    points = offset_outline([(s, 1.0) for s in ring(*corners)])
    far = max(z.real for z in points)
    assert 30 < far < 36
    near = [z for z in points if z.real > 29]
    assert len(near) >= 2
    assert shapely.Polygon([(z.real, z.imag) for z in points]).contains(shapely.Polygon([(z.real, z.imag) for z in corners]))


@pytest.mark.parametrize(
    ("x_to", "turnings"),
    [
        # A parabola bends the less the farther it runs from its head (1 / (1 + x²)^1.5): from the head on either way it only falls or only rises.
        ((0.0, 2.0), 0),
        ((-2.0, 0.0), 0),
        ((-2.0, 2.0), 1),
        ((0.5, 2.5), 0),
    ],
)
@pytest.mark.parametrize("over", [1, -1])
def test_a_parabola_bends_most_at_its_head_and_nowhere_turns_over(x_to: tuple[float, float], turnings: int, over: int) -> None:
    a, b = x_to
    # y = x² / 2 as a cubic: its handles lie a third along the chord's x, on the tangents.
    third = (b - a) / 3
    seg: Cubic = (
        complex(a, a * a / 2),
        complex(a + third, a * a / 2 + a * third),
        complex(b - third, b * b / 2 - b * third),
        complex(b, b * b / 2),
    )
    path = Path((seg,))
    bend = how_it_bends(path if over > 0 else path.placed(turn_over(0j, 1 + 0j)))
    assert (bend.inflections, bend.extrema) == (0, turnings)
    assert (bend.jump, bend.corner) == (0.0, 0.0)


def test_an_s_turns_over_once_and_bends_most_on_either_side() -> None:
    s = Path(((0j, 4 - 6j, 6 + 6j, 10 + 0j),))
    assert how_it_bends(s).inflections == 1
    wave = Path((*s.segments, (10 + 0j, 14 - 6j, 16 + 6j, 20 + 0j)))
    assert how_it_bends(wave).inflections == 3
