"""Whether an outline crosses itself: shapely is the referee, and long outlines take no more time than their length asks for."""

from __future__ import annotations

import cmath
import time
import tracemalloc

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import LinearRing

from patterncraft.geometry.crossing import ALL_PAIRS, crossing_pair
from patterncraft.geometry.segment import Segment

Ring = list[Segment]


def ring(points: list[complex]) -> Ring:
    return [(a, b) for a, b in zip(points, points[1:] + points[:1], strict=True)]


def star(count: int, out: list[float]) -> list[complex]:
    """A ring of points round the origin: never crosses itself, whatever the distances."""
    return [(50 + out[k % len(out)]) * cmath.exp(2j * cmath.pi * k / count) for k in range(count)]


@given(
    st.integers(ALL_PAIRS - 5, 3 * ALL_PAIRS),
    st.lists(st.floats(0, 40), min_size=1, max_size=9),
    st.floats(0, 6.28),
    st.data(),
)
def test_many_chords_are_judged_as_shapely_judges_them(count: int, out: list[float], turn: float, data: st.DataObject) -> None:
    points = [z * cmath.exp(1j * turn) for z in star(count, out)]
    assert crossing_pair(ring(points)) is None
    # Two points well apart change places: now it crosses, or shapely says that it does not.
    a = data.draw(st.integers(0, count - 1))
    b = (a + data.draw(st.integers(3, count // 2))) % count
    points[a], points[b] = points[b], points[a]
    crosses = not LinearRing([(z.real, z.imag) for z in points]).is_simple
    found = crossing_pair(ring(points))
    assert (found is not None) == crosses
    if found:
        (p, q), (r, s) = (ring(points)[k][:2] for k in found)
        assert LinearRing([(z.real, z.imag) for z in (p, q, r)]).intersects(LinearRing([(z.real, z.imag) for z in (r, s, q)]))


def test_few_and_many_are_judged_alike() -> None:
    """A bow, drawn with four strokes and with four thousand, none of which ends where it crosses."""
    corners = [0j, 10 + 0j, 0 + 10j, 10 + 10j]
    fine = [a + (b - a) * k / 999 for a, b in zip(corners, corners[1:] + corners[:1], strict=True) for k in range(999)]
    assert crossing_pair(ring(corners)) == (1, 3)
    found = crossing_pair(ring(fine))
    assert found is not None
    assert [k // 999 for k in found] == [1, 3]


def test_touching_is_no_crossing_among_many_either() -> None:
    half = [complex(x / 100, abs(x - 500) / 500) for x in range(1000)]
    below = [complex(z.real, -z.imag) for z in reversed(half)]
    assert crossing_pair(ring(half + below)) is None, "two halves that touch in one point"
    slit = [complex(0, y / 100) for y in range(600)] + [complex(0, y / 100) for y in range(600, 0, -1)]
    assert crossing_pair(ring([*slit, 0j, -5 + 0j, -5 + 10j, 5 + 10j, 5 - 1j, 0 - 1j])) is None, "a slit, there and back"


COUNT = 100_000


def comb(slant: float) -> list[complex]:
    teeth = [complex(200 * (k % 2), k * 0.01) for k in range(COUNT)]
    return [z * cmath.exp(1j * slant) for z in [*teeth, complex(-5, COUNT * 0.01), complex(-5, -5)]]


@pytest.mark.parametrize("what", ["circle", "comb", "slanting comb"])
def test_a_hundred_thousand_strokes_take_no_minute_and_no_gigabyte(what: str) -> None:
    """The goal is two seconds and 300 MB (told by the bench); all pairs would be ten thousand million."""
    points = star(COUNT, [0.0]) if what == "circle" else comb(0.7 if "slant" in what else 0.0)
    chain = ring(points)
    tracemalloc.start()
    begun = time.perf_counter()
    assert crossing_pair(chain) is None
    taken = time.perf_counter() - begun
    most = tracemalloc.get_traced_memory()[1]
    tracemalloc.stop()
    assert taken < 30
    assert most < 300_000_000
