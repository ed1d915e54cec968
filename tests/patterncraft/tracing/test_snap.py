"""A click beside an edge or a corner that was drawn, its place known to a part of a dot: where it comes, and where it stays."""

from __future__ import annotations

from cmath import rect
from math import pi

import cv2
import numpy as np
import pytest

from patterncraft.tracing.picture import Dots
from patterncraft.tracing.snap import snapped
from tests.photographs import covered

PER_CM = 24.0
"""Half a centimetre, which is searched, is 12 dots."""


def bands(*bands_at: tuple[float, float, float], wide: int = 200, ground: float = 40.0) -> Dots:
    """Upright bands: from, to and how bright."""
    x = np.arange(wide, dtype=float)
    line = np.full(wide, ground)
    for left, right, bright in bands_at:
        cover = np.clip(x - left + 0.5, 0, 1) * np.clip(right - x + 0.5, 0, 1)
        line = line * (1 - cover) + bright * cover
    return np.repeat(np.repeat(line[None, :, None], wide, axis=0), 3, axis=2).round().astype(np.uint8)


def test_the_edge_is_found_as_far_as_half_a_centimetre_and_no_farther() -> None:
    dots = bands((100.3, 400, 220))
    assert snapped(dots, PER_CM, 90 + 80j, corner=False).real == pytest.approx(100.3, abs=0.2)
    for beyond in (82 + 80j, 118 + 80j):
        assert snapped(dots, PER_CM, beyond, corner=False) == beyond
    assert snapped(dots, 2 * PER_CM, 82 + 80j, corner=False).real == pytest.approx(100.3, abs=0.3), (
        "more dots to the centimetre: farther"
    )
    assert snapped(dots, PER_CM, 82 + 80j, corner=False, reach=1.0).real == pytest.approx(100.3, abs=0.3)
    # In a coarse picture half a centimetre is hardly a dot: four are searched all the same.
    assert snapped(dots, 2.0, 97 + 80j, corner=False).real == pytest.approx(100.3, abs=0.2)
    assert snapped(dots, 2.0, 92 + 80j, corner=False) == 92 + 80j


@pytest.mark.parametrize("blur", [0.0, 1.5])
@pytest.mark.parametrize("turn", [0.0, 0.3, 0.9, pi / 2, 2.5, -1.0])
@pytest.mark.parametrize("clicked", [-8.0, -3.0, 0.4, 5.0])
def test_it_comes_straight_onto_the_edge(blur: float, turn: float, clicked: float) -> None:
    """Square to it, from either side: along the edge it moves by two dots at most."""
    across = rect(1.0, turn)
    middle = 100.3 + 99.6j
    ys, xs = np.mgrid[0:200, 0:200]
    bright = 220 - 180 * np.clip((xs - middle.real) * across.real + (ys - middle.imag) * across.imag + 0.5, 0, 1)
    if blur:
        bright = cv2.GaussianBlur(bright, (0, 0), blur)
    dots = np.repeat(bright[:, :, None], 3, axis=2).round().astype(np.uint8)
    off = (snapped(dots, PER_CM, middle + across * clicked, corner=False) - middle) / across
    assert abs(off.real) < 0.3
    assert abs(off.imag) < 2.0


@pytest.mark.parametrize(("contrast", "moves"), [(10, False), (24, True)])
def test_an_edge_that_hardly_shows_is_none(contrast: int, moves: bool) -> None:
    dots = bands((100, 400, 90 + contrast), ground=90)
    found = snapped(dots, PER_CM, 97 + 80j, corner=False)
    assert (found == 97 + 80j) is not moves
    assert not moves or found.real == pytest.approx(100, abs=0.3)


@pytest.mark.parametrize(
    ("near", "far", "wanted"),
    [
        pytest.param(220, 220, 97, id="of two alike the nearer"),
        pytest.param(130, 220, 97, id="the nearer, though the other is twice as plain"),
        pytest.param(54, 230, 109, id="one that hardly shows, however near, is not meant"),
    ],
)
def test_the_edge_that_was_meant_is_the_plain_one_near_the_click(near: float, far: float, wanted: float) -> None:
    """The click is at 100: one edge 3 dots to the left of it, the other 9 to the right; and as well turned round."""
    dots = bands((-9, 97, near), (109, 400, far))
    assert snapped(dots, PER_CM, 100 + 80j, corner=False).real == pytest.approx(wanted, abs=0.5)
    turned = np.ascontiguousarray(dots[:, ::-1].transpose(1, 0, 2))
    assert snapped(turned, PER_CM, 80 + 99j, corner=False).imag == pytest.approx(199 - wanted, abs=0.5)


@pytest.mark.parametrize("swapped", [False, True])
def test_near_the_end_of_the_picture_a_click_stays_where_it_is(swapped: bool) -> None:
    """Twelve dots searched, four looked at beyond, two for the blur: 18 from the end is the least, on all four sides."""
    dots = bands((14, 190, 220))
    if swapped:
        dots = np.ascontiguousarray(dots.transpose(1, 0, 2))

    def moved(x: float, y: float) -> bool:
        clicked = complex(y, x) if swapped else complex(x, y)
        return snapped(dots, PER_CM, clicked, corner=False) != clicked

    assert [moved(x, 100) for x in (17, 18, 181, 182)] == [False, True, True, False]
    assert [moved(20, y) for y in (17, 18, 181, 182)] == [False, True, True, False]


SQUARE = [100.4 + 90.7j + rect(60, 0.2) * z for z in (0, 1, 1 + 1j, 1j)]


def card(*corners: list[complex]) -> Dots:
    x, y = np.meshgrid(np.arange(240, dtype=float), np.arange(240, dtype=float))
    dots = np.full((240, 240, 3), 40.0)
    for four in corners:
        cover = covered([(z.real, z.imag) for z in four], x, y)[:, :, None]
        dots = dots * (1 - cover) + 220 * cover
    return dots.round().astype(np.uint8)


@pytest.mark.parametrize("k", range(4))
@pytest.mark.parametrize("clicked", [0.3 - 0.4j, 5 + 4j, -6 + 3j, 2 - 8j])
def test_a_click_beside_a_corner_comes_into_it(k: int, clicked: complex) -> None:
    found = snapped(card(SQUARE), PER_CM, SQUARE[k] + clicked, corner=True)
    assert abs(found - SQUARE[k]) < 0.6


def test_of_two_corners_the_nearer_and_of_none_the_edge() -> None:
    other = [z + 8 - 90j for z in SQUARE]
    dots = card(SQUARE, other)
    # The lower left corner of one is 31 dots above the upper left one of the other.
    apart = abs(other[3] - SQUARE[0])
    assert 25 < apart < 40
    for mine, its in ((SQUARE[0], other[3]), (other[3], SQUARE[0])):
        clicked = mine + 0.38 * (its - mine)
        assert abs(snapped(dots, PER_CM, clicked, corner=True, reach=1.2) - mine) < 0.6
    # Twenty dots along an edge from its corner: out of reach, so that the edge is taken.
    along = SQUARE[0] + rect(20, 0.2) + rect(3, 0.2) * 1j
    off = (snapped(dots, PER_CM, along, corner=True) - SQUARE[0]) / rect(1, 0.2)
    assert abs(off.imag) < 0.4
    assert off.real == pytest.approx(20, abs=2)
    blank = np.full((240, 240, 3), 90, np.uint8)
    assert [snapped(blank, PER_CM, 120.3 + 120j, corner=corner) for corner in (True, False)] == [120.3 + 120j] * 2


def test_a_corner_is_taken_only_where_one_was_meant() -> None:
    clicked = SQUARE[0] + rect(6, 0.2) + rect(2, 0.2) * 1j
    assert abs(snapped(card(SQUARE), PER_CM, clicked, corner=True) - SQUARE[0]) < 0.6
    off = (snapped(card(SQUARE), PER_CM, clicked, corner=False) - SQUARE[0]) / rect(1, 0.2)
    assert abs(off.imag) < 0.4
    assert off.real > 4
