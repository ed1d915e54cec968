"""Arc length and its inverse against scipy's adaptive quadrature and polylines, also on cruel curves."""

import numpy as np
import pytest
from hypothesis import given, settings
from scipy.integrate import quad
from scipy.optimize import minimize_scalar

from patterncraft.geometry.length import arc_length, arc_lengths, parameter_at
from patterncraft.geometry.segment import Cubic, derivative_at, split
from tests.samples import CURVES, DOUBLED_BACK, cubics


def by_quadrature(seg: Cubic) -> float:
    """The referee: scipy, told where the speed nearly vanishes (roots of the hodograph's size)."""
    stops = np.linspace(0, 1, 2001)
    speeds = [abs(derivative_at(seg, float(t))) for t in stops]
    near = [float(stops[i]) for i in range(1, 2000) if speeds[i] <= speeds[i - 1] and speeds[i] <= speeds[i + 1]]
    dips = [
        minimize_scalar(lambda t: abs(derivative_at(seg, t)), bounds=(t - 1e-3, t + 1e-3), options={"xatol": 1e-12}).x for t in near
    ]
    value, _ = quad(lambda t: abs(derivative_at(seg, t)), 0, 1, points=dips or None, limit=400, epsabs=1e-10)
    return float(value)


@pytest.mark.parametrize("name", CURVES)
def test_length_agrees_with_scipy_also_on_cusps(name: str) -> None:
    assert arc_length(CURVES[name]) == pytest.approx(by_quadrature(CURVES[name]), abs=1e-6)


def test_doubled_back_line_counts_both_ways() -> None:
    # Along a line the length is the sum of the ways between turning points, worked by hand: the
    # speed 30·(1 − 5t + 5t²)… has its roots at t = (5 ± √5)/10, where x = ±√5 from the middle.
    t = [(5 - 5**0.5) / 10, (5 + 5**0.5) / 10]
    x = [(3 * (1 - u) ** 2 * u * 10 + 3 * (1 - u) * u * u * -5 + u**3 * 5) for u in t]
    assert arc_length(DOUBLED_BACK) == pytest.approx(x[0] + (x[0] - x[1]) + (5 - x[1]), abs=1e-6)


@given(cubics)
@settings(max_examples=60)
def test_length_agrees_with_scipys_quadrature(seg: Cubic) -> None:
    """svgpathtools is no referee here: beside a cusp its halving stops 7e-4 short, as quadrature and a polyline of 400,000
    chords agree."""
    assert arc_length(seg) == pytest.approx(by_quadrature(seg), abs=2e-6)


def test_a_curve_on_which_another_library_is_short_is_the_length_of_its_polyline() -> None:
    seg: Cubic = (12 + 0j, 32 + 39j, 0.5 + 39j, 0.625 + 39j)
    t = np.linspace(0, 1, 400_001)
    chords = np.abs(np.diff((1 - t) ** 3 * seg[0] + 3 * (1 - t) ** 2 * t * seg[1] + 3 * (1 - t) * t**2 * seg[2] + t**3 * seg[3]))
    assert arc_length(seg) == pytest.approx(float(chords.sum()), abs=1e-6)
    assert arc_length(seg) == pytest.approx(by_quadrature(seg), abs=2e-6)


@given(cubics)
@settings(max_examples=60)
def test_many_at_once_are_the_same_as_one_by_one(seg: Cubic) -> None:
    line = (seg[0], seg[3])
    both = arc_lengths([seg, line])
    assert both[0] == pytest.approx(arc_length(seg), abs=1e-6)
    assert both[1] == pytest.approx(abs(seg[3] - seg[0]), abs=1e-9)


def test_lengths_of_nothing_is_empty() -> None:
    assert arc_lengths([]).shape == (0,)


@given(cubics)
@settings(max_examples=40)
def test_inverse_finds_the_place_it_was_asked_for(seg: Cubic) -> None:
    whole = arc_length(seg)
    for share in (0.1, 0.5, 0.93):
        t = parameter_at(seg, share * whole)
        assert arc_length(split(seg, t)[0]) == pytest.approx(share * whole, abs=1e-6)


def test_inverse_is_clamped_to_the_ends() -> None:
    seg = CURVES["armhole"]
    assert parameter_at(seg, -1) == 0.0
    assert parameter_at(seg, 1e9) == 1.0


def test_circle_quarter_has_the_textbook_length() -> None:
    # The cubic quarter circle with kappa = 4/3·(√2 − 1) is within 2.8e-4 of the circle's radius.
    k = 4 / 3 * (2**0.5 - 1)
    quarter: Cubic = (1 + 0j, complex(1, k), complex(k, 1), 1j)
    assert arc_length(quarter) == pytest.approx(np.pi / 2, rel=3e-4)
