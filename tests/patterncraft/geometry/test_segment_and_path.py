"""Segments and paths: splitting, rejoining, walking along."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from svgpathtools import CubicBezier

from patterncraft.geometry import segment as sg
from patterncraft.geometry.path import Path, straight
from patterncraft.geometry.segment import Cubic
from patterncraft.geometry.transform import slide, swing, turn_over
from tests.samples import ARMHOLE, cubics, points

inside = st.floats(0.05, 0.95)


@given(cubics, inside)
def test_split_agrees_with_svgpathtools(seg: Cubic, t: float) -> None:
    ours = sg.split(seg, t)
    theirs = CubicBezier(*seg).split(t)
    for a, b in zip(ours, theirs, strict=True):
        assert max(abs(p - q) for p, q in zip(a, (b.start, b.control1, b.control2, b.end), strict=True)) < 1e-9


@given(cubics, inside)
def test_a_split_cubic_becomes_the_same_cubic_again(seg: Cubic, t: float) -> None:
    left, right = sg.split(seg, t)
    whole = sg.rejoin(left, right)
    if whole is None:  # a handle of no length leaves the share unknown; then the cut stays
        assert min(abs(left[-1] - left[-2]), abs(right[1] - right[0])) < 1e-3 * abs(max(seg, key=abs))
    else:
        assert max(abs(p - q) for p, q in zip(whole, seg, strict=True)) < 1e-5


def test_two_different_curves_do_not_become_one() -> None:
    left, _ = sg.split(ARMHOLE, 0.4)
    other = (left[-1], left[-1] + 1, left[-1] + 2 + 3j, left[-1] + 9)
    assert sg.rejoin(left, other) is None


def test_collinear_lines_become_one_and_a_corner_does_not() -> None:
    assert sg.rejoin((0j, 3 + 3j), (3 + 3j, 5 + 5j)) == (0j, 5 + 5j)
    assert sg.rejoin((0j, 3 + 0j), (3 + 0j, 3 + 2j)) is None
    assert sg.rejoin((0j, 3 + 0j), (3 + 0j, 1 + 0j)) is None, "a line folded back is no longer line"


@given(cubics, inside)
def test_cut_path_keeps_its_length_and_meets_in_one_point(seg: Cubic, share: float) -> None:
    path = Path((seg, (seg[3], seg[3] + 5)))
    a, b = path.cut(share * path.length)
    assert a.end == b.start
    assert a.length == pytest.approx(share * path.length, abs=1e-6)
    assert a.length + b.length == pytest.approx(path.length, abs=1e-6)


def test_cut_between_two_segments_leaves_no_splinter() -> None:
    path = Path(((0j, 4 + 0j), (4 + 0j, 4 + 4j)))
    a, b = path.cut(4.0)
    assert (a.segments, b.segments) == (((0j, 4 + 0j),), ((4 + 0j, 4 + 4j),))


def test_directions_look_past_handles_of_no_length() -> None:
    seg: Cubic = (0j, 0j, 2 + 2j, 4 + 0j)
    assert abs(sg.start_direction(seg) - (1 + 1j) / 2**0.5) < 1e-12


@given(cubics, points, st.floats(-3, 3))
def test_placing_keeps_every_length(seg: Cubic, about: complex, angle: float) -> None:
    path = Path((seg,))
    for by in (slide(about), swing(about, angle), turn_over(about, about + 1 + 2j)):
        assert path.placed(by).length == pytest.approx(path.length, abs=1e-6)


@given(points, st.floats(-3, 3))
def test_swinging_there_and_back_is_nothing(z: complex, angle: float) -> None:
    there, again = swing(3 - 2j, angle), swing(3 - 2j, -angle)
    assert abs(again.point(there.point(z)) - z) < 1e-9
    assert abs(there.then(again).point(z) - z) < 1e-9


def test_positive_swing_is_clockwise_as_seen() -> None:
    # y runs down: +x turned toward +y is clockwise to the eye.
    assert abs(swing(0j, 3.141592653589793 / 2).point(1 + 0j) - 1j) < 1e-12


def test_turning_over_leaves_the_fold_where_it_is() -> None:
    fold = turn_over(0j, 0 + 5j)
    assert fold.point(3j) == 3j
    assert abs(fold.point(2 + 1j) - (-2 + 1j)) < 1e-12


def test_walking_along_a_path_gives_the_places_between() -> None:
    path = Path(((0j, 4 + 0j), (4 + 0j, 4 + 4j)))
    assert path.at(6) == 4 + 2j
    assert path.direction_at(6) == 1j
    assert straight(0j, 3 + 4j).at(2.5) == 1.5 + 2j
