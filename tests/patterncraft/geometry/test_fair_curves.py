"""Fair curves: through their places, smooth to the second derivative, and of nearly the least bending there is."""

from __future__ import annotations

from itertools import pairwise
from math import pi

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.interpolate import CubicSpline
from scipy.optimize import minimize
from svgpathtools import CubicBezier

from patterncraft.geometry.curvature import bending, comb, curvature_at, how_it_bends
from patterncraft.geometry.fair import fair_curve
from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.segment import Cubic, Segment
from tests.samples import points

ARMHOLE = ([19 + 0j, 16.5 + 9j, 18.1 + 15.9j, 23.5 + 18j], -0.15 + 1j, 1 + 0j)
NECKLINE = ([7 + 0j, 0 + 9j], -0.3 + 1j, -1 + 0j)
SIDE = ([24 + 0j, 19 + 22j, 25 + 42j], 1j, 1j)
CASES = {"armhole": ARMHOLE, "neckline": NECKLINE, "side": SIDE}


def by_svgpathtools(seg: Segment, t: float) -> float:
    """Curvature from another library's derivatives."""
    curve = CubicBezier(*seg)
    v, w = curve.derivative(t), curve.derivative(t, 2)
    return (v.conjugate() * w).imag / abs(v) ** 3


@given(st.lists(points, min_size=3, max_size=8, unique_by=lambda z: (round(z.real), round(z.imag))))
def test_it_passes_its_places_and_bends_on_without_a_step(places: list[complex]) -> None:
    path = fair_curve(places)
    assert [path.start, *(s[-1] for s in path.segments)] == places
    for a, b in pairwise(path.segments):
        if min(abs(a[3] - a[2]), abs(b[1] - b[0])) > 0.05:
            scale = max(1.0, abs(by_svgpathtools(a, 1)))
            assert by_svgpathtools(a, 1) == pytest.approx(by_svgpathtools(b, 0), abs=0.05 * scale)


@pytest.mark.parametrize("name", CASES)
def test_directions_asked_for_are_kept(name: str) -> None:
    places, leaving, arriving = CASES[name]
    path = fair_curve(places, leaving, arriving)
    assert path.start_direction == pytest.approx(leaving / abs(leaving))
    assert path.end_direction == pytest.approx(arriving / abs(arriving))


def test_between_equal_lengths_it_is_the_spline_of_another_library() -> None:
    places = [0j, 3 + 1j, 6 + 0j, 9 + 1j, 12 + 0j]
    path = fair_curve(places)
    lengths = list(np.cumsum([0.0, *(Path((s,)).length for s in path.segments)]))
    xs = CubicSpline(lengths, [z.real for z in places], bc_type="natural")
    ys = CubicSpline(lengths, [z.imag for z in places], bc_type="natural")
    for seg, (a, b) in zip(path.segments, pairwise(lengths), strict=True):
        middle = 0.5 * (a + b)
        assert Path((seg,)).segments[0] == seg
        from patterncraft.geometry.segment import point_at

        assert abs(point_at(seg, 0.5) - complex(xs(middle), ys(middle))) < 0.01


@pytest.mark.parametrize("name", CASES)
def test_no_chain_of_cubics_through_these_places_bends_much_less(name: str) -> None:
    """A brute-force optimiser over tangent angles and handle lengths, curvature-continuous by penalty, does at most 3 % better."""
    places, leaving, arriving = CASES[name]
    n = len(places)
    own = fair_curve(places, leaving, arriving)

    def chain(x: np.ndarray) -> list[Cubic]:
        angles = [np.angle(leaving), *x[: n - 2], np.angle(arriving)]
        handles = np.exp(x[n - 2 :])
        ways = [complex(np.cos(a), np.sin(a)) for a in angles]
        return [
            (places[i], places[i] + ways[i] * handles[2 * i], places[i + 1] - ways[i + 1] * handles[2 * i + 1], places[i + 1])
            for i in range(n - 1)
        ]

    def cost(x: np.ndarray) -> float:
        cubics = chain(x)
        steps = sum((curvature_at(a, 1.0) - curvature_at(b, 0.0)) ** 2 for a, b in pairwise(cubics))
        return bending(Path(tuple(cubics))) + 20.0 * steps

    begin = [np.angle(s[1] - s[0]) for s in own.segments[1:]]
    begin += [float(np.log(abs(s[k + 1] - s[k]))) for s in own.segments for k in (0, 2)]
    least = minimize(cost, np.array(begin), method="Nelder-Mead", options={"maxiter": 4000, "fatol": 1e-9, "xatol": 1e-6}).fun
    assert bending(own) <= 1.03 * least


def test_the_spline_is_solved_until_its_own_lengths_have_settled() -> None:
    """Solved once more with the lengths that it has, it moves by less than a pencil's line is wide, however unevenly its places lie."""
    places = [0j, 3 + 4j, 9 + 5j, 12 - 2j, 20 + 1j, 22 + 9j]
    path = fair_curve(places, 1j)
    again = fair_curve(places, 1j, like=path)
    moved = [abs(path.at(path.length * k / 200) - again.at(again.length * k / 200)) for k in range(201)]
    assert max(moved) < 0.005


def test_what_is_asked_straight_is_straight() -> None:
    assert fair_curve([0j, 5 + 5j]) == straight(0j, 5 + 5j)
    along = fair_curve([0j, 3 + 0j, 10 + 0j])
    assert max(abs(z.imag) for s in along.segments for z in s) == 0
    with pytest.raises(ValueError, match="two places"):
        fair_curve([1 + 1j, 1 + 1j])


def test_a_circle_bends_by_one_over_its_radius_all_the_way_round() -> None:
    places = [10 * complex(np.cos(a), np.sin(a)) for a in np.linspace(0, pi, 9)]
    path = fair_curve(places, 1j, -1j)
    found = comb(path)
    assert float(np.max(np.abs(found.curvature - 0.1))) < 0.004
    assert bending(path) == pytest.approx(pi / 10, rel=0.003)
    bend = how_it_bends(path)
    assert (bend.inflections, bend.jump < 1e-3, bend.corner < 1e-9) == (0, True, True)


def test_turns_jumps_and_corners_are_counted_where_they_are() -> None:
    s_curve = Path(((0j, 4 + 8j, 6 - 8j, 10 + 0j),))
    assert how_it_bends(s_curve).inflections == 1
    corner = Path(((0j, 3 + 0j, 6 + 0j, 9 + 0j), (9 + 0j, 9 + 3j, 9 + 6j, 9 + 9j)))
    assert how_it_bends(corner).corner == pytest.approx(pi / 2)
    # A quarter circle of radius 10 running into a straight line: the bend stops from 0.1 to nothing.
    k = 10 * 0.5522847
    arc: Cubic = (0j, complex(k, 0), complex(10, 10 - k), 10 + 10j)
    stopped = how_it_bends(Path((arc, (10 + 10j, 10 + 20j))))
    assert stopped.jump == pytest.approx(0.1, abs=0.003)
    assert stopped.jump_at == pytest.approx(5 * pi, abs=0.01)
