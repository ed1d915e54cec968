"""Fewer corners, and none of those left out farther off than it may be: by shapely."""

from __future__ import annotations

import cmath

import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from patterncraft.geometry.thinning import thinned

places = st.lists(st.complex_numbers(max_magnitude=50, allow_nan=False), min_size=2, max_size=60)


def line(points: list[complex]) -> shapely.LineString:
    return shapely.LineString([(z.real, z.imag) for z in points])


@given(points=places, within=st.floats(0.001, 5))
def test_every_point_lies_within_of_the_strokes_that_stay(points: list[complex], within: float) -> None:
    kept = thinned(points, within)
    assert kept == sorted(set(kept))
    assert (kept[0], kept[-1]) == (0, len(points) - 1)
    drawn = line([points[n] for n in kept])
    assert max(drawn.distance(shapely.Point(z.real, z.imag)) for z in points) <= within + 1e-9


@pytest.mark.parametrize("within", [0.001, 0.01, 0.1])
def test_a_circle_takes_as_many_as_shapely_takes(within: float) -> None:
    points = [10 * cmath.exp(1j * k / 500) for k in range(1, 3000)]
    ours, theirs = len(thinned(points, within)), len(line(points).simplify(within, preserve_topology=False).coords)
    assert ours == pytest.approx(theirs, abs=2)


def test_a_straight_line_is_two_ends_and_a_corner_stays() -> None:
    assert thinned([0j, 1 + 0j, 2 + 0j, 3 + 0j], 1e-9) == [0, 3]
    assert thinned([0j, 1 + 0j, 2 + 0j, 2 + 1j, 2 + 2j], 1e-9) == [0, 2, 4]
    assert thinned([0j, 5 + 0j, 0j], 0.1) == [0, 1, 2], "there and back"
