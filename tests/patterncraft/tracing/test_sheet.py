"""Drawn pictures of one sheet and what lies about it, exact to a part of a dot: which of them is found, which is not, and where its corners are."""

from __future__ import annotations

from cmath import rect
from collections.abc import Callable, Sequence
from math import log, sqrt

import cv2
import numpy as np
import pytest

from patterncraft.errors import BadFile
from patterncraft.tracing.picture import Dots
from patterncraft.tracing.sheet import SHEETS, Sheet, find_sheet, in_order
from tests.photographs import covered, photograph

A4 = SHEETS["a4"]
DARK, WHITE = (60.0, 60.0, 60.0), (240.0, 240.0, 240.0)
TURN = 0.1
"""Radians by which the sheets of these pictures lie aslant."""
Figure = tuple[Sequence[complex], tuple[float, float, float]]


def box(x: float, y: float, wide: float, high: float, turn: float = TURN) -> list[complex]:
    """Clockwise from the upper left, dots."""
    across, down = rect(wide, turn), rect(high, turn) * 1j
    at = complex(x, y)
    return [at, at + across, at + across + down, at + down]


SHEET = box(250.3, 100.6, 210, 297)


def painted(
    *figures: Figure, ground: tuple[float, float, float] = DARK, size: tuple[int, int] = (800, 600), blur: float = 0.0
) -> Dots:
    """One figure over the other."""
    wide, high = size
    x, y = np.meshgrid(np.arange(wide, dtype=float), np.arange(high, dtype=float))
    dots = np.empty((high, wide, 3))
    dots[:] = ground
    for corners, colour in figures:
        cover = covered([(z.real, z.imag) for z in corners], x, y)[:, :, None]
        dots = dots * (1 - cover) + np.array(colour) * cover
    if blur:
        dots = cv2.GaussianBlur(dots, (0, 0), blur)
    return np.clip(np.round(dots), 0, 255).astype(np.uint8)


def greys(level: float) -> tuple[float, float, float]:
    return (level, level, level)


def beside(found: Sheet | None, corners: Sequence[complex]) -> float:
    """Dots from the corner that lies farthest from where it was drawn."""
    assert found is not None, "a sheet is there"
    return max(min(abs(c - t) for t in corners) for c in found.corners)


# ---- where its corners are


@pytest.mark.parametrize("turn", [0.0, 0.1, 0.7, 1.5])
@pytest.mark.parametrize("blur", [0.0, 1.5, 3.0])
@pytest.mark.parametrize("part", [0.3, 0.5])
def test_its_corners_are_found_to_a_tenth_of_a_dot_also_in_a_soft_picture(turn: float, blur: float, part: float) -> None:
    corners = box(330 + part, 150 + part, 210, 297, turn)
    found = find_sheet(painted((corners, WHITE), blur=blur), A4)
    assert beside(found, corners) < 0.1
    assert found is not None
    assert found.found
    assert found.bow < 0.1, "none of its sides bows"


@pytest.mark.parametrize("blur", [0.8, 2.0, 3.0])
def test_with_noise_and_light_from_one_side_too(blur: float) -> None:
    """Where a length is told to be good to 0.4 of a dot at each corner; the camera knows where they are."""
    taken = photograph(wide=1600, blur=blur)
    w, h = A4
    assert beside(find_sheet(taken.dots, A4), [taken.at(*z) for z in ((0, 0), (w, 0), (w, h), (0, h))]) < 0.3


def test_in_a_large_picture_it_is_looked_for_in_a_small_one_and_measured_in_the_large() -> None:
    corners = [2.5 * z for z in SHEET]
    assert beside(find_sheet(painted((corners, WHITE), size=(2000, 1500)), A4), corners) < 0.1


def test_what_lies_over_a_side_does_not_turn_it() -> None:
    """A pencil across the left side and one along the top, as dark as the table: the rest of each side tells where it runs."""
    across = box(*_xy(SHEET[0] - 20 + 120j), 60, 14, TURN + 0.4)
    along = box(*_xy(SHEET[0] + rect(40, TURN) - 2j), 40, 6, TURN + 0.05)
    assert beside(find_sheet(painted((SHEET, WHITE), (across, DARK), (along, DARK)), A4), SHEET) < 0.15


def test_a_line_ruled_just_within_a_side_does_not_move_it() -> None:
    """Grey, from 3 to 6 dots within the upper side: as one looks outward it grows darker there too, less than at the side."""
    corners = [2.9 * z for z in SHEET]
    line = box(*_xy(corners[0] + rect(40, TURN) + rect(3, TURN) * 1j), 2.9 * 210 - 80, 3)
    dots = painted((corners, WHITE), (line, greys(110)), size=(1700, 1400))
    assert beside(find_sheet(dots, A4), corners) < 0.25


def _xy(z: complex) -> tuple[float, float]:
    return z.real, z.imag


@pytest.mark.parametrize("gap", [2.0, 3.5])
@pytest.mark.parametrize("swing", range(4))
def test_near_the_end_of_the_picture_too(gap: float, swing: int) -> None:
    """Fewer dots beyond the side than are looked at: what is missing is as bright as the rim."""
    corners = box(gap, 150, 210, 297, 0.0)
    dots = painted((corners, WHITE))
    for _ in range(swing):
        corners = [complex(z.imag, dots.shape[1] - 1 - z.real) for z in corners]
        dots = np.ascontiguousarray(np.rot90(dots))
    assert beside(find_sheet(dots, A4), corners) < 0.1


@pytest.mark.parametrize("side", range(4))
@pytest.mark.parametrize("sagitta", [3.0, -3.0])
def test_a_side_bent_by_the_lens_is_told_by_how_much(side: int, sagitta: float) -> None:
    """A parabola, ``sagitta`` dots off its chord in the middle; looked at are the middle 0.88 of it, on which 0.88² of that can be seen."""
    wide, high = 300.0, 420.0
    x, y = np.meshgrid(np.arange(700, dtype=float) - 200, np.arange(600, dtype=float) - 90)
    inside = [y, wide - x, high - y, x]
    along = (x / wide, y / high)[side % 2]
    inside[side] = inside[side] + sagitta * (1 - (2 * along - 1) ** 2)
    cover = np.clip(0.5 + np.min(inside, axis=0), 0, 1)
    dots = np.repeat((60 + 180 * cover)[:, :, None], 3, axis=2).round().astype(np.uint8)
    found = find_sheet(dots, A4)
    assert found is not None
    assert found.bow == pytest.approx(3 * 0.88**2, abs=0.15)


# ---- in what light


@pytest.mark.parametrize(
    ("table", "thing", "sheet"),
    [
        pytest.param(40, None, 150, id="grey, on a dark table"),
        pytest.param(40, 150, 195, id="beside a thing as bright as the middle between table and sheet"),
        pytest.param(20, 190, 215, id="beside light wood"),
        pytest.param(20, 212, 245, id="beside a card nearly as white"),
    ],
)
def test_it_is_told_from_the_thing_it_lies_on_by_its_brightness_alone(table: float, thing: float | None, sheet: float) -> None:
    """So soft a picture that it has no edges: what parts the two is one level of brightness, another in each."""
    under = [] if thing is None else [(box(350, 100, 300, 250), greys(thing))]
    dots = painted(*under, (SHEET, greys(sheet)), ground=greys(table), blur=4)
    assert beside(find_sheet(dots, A4), SHEET) < 5


@pytest.mark.parametrize(("brighter", "is_found"), [(34, False), (44, True)])
def test_in_light_that_falls_off_it_is_told_by_its_edges(brighter: float, is_found: bool) -> None:
    """The table on the right is as bright as the sheet on the left: no level of brightness parts them."""
    light = np.arange(800) * 0.22 - 35
    dots = painted((SHEET, greys(60 + brighter)), ground=greys(60)).astype(float) + light[None, :, None]
    found = find_sheet(np.clip(dots, 0, 255).round().astype(np.uint8), A4)
    if is_found:
        assert beside(found, SHEET) < 0.3
    else:
        assert found is None


# ---- what can be a sheet


def grown(off: float) -> list[complex]:
    """As many dots as ever, ``off`` narrower or wider than A4 (natural logarithm of the proportion)."""
    across = 21 / 29.7 * np.exp(off)
    high = sqrt(60_000 / across)
    return box(280, 90, high * across, high)


@pytest.mark.parametrize(
    ("picture", "is_found"),
    [
        pytest.param(lambda: painted((box(300, 200, 50, 70.7), WHITE)), False, id="0.7 % of the picture"),
        pytest.param(lambda: painted((box(300, 200, 54, 76.4), WHITE)), True, id="0.9 % of the picture"),
        pytest.param(lambda: painted((box(20, 24, 210, 297, 0.0), WHITE), size=(249, 345)), True, id="73 % of the picture"),
        pytest.param(lambda: painted((box(9, 9, 210, 297, 0.0), WHITE), size=(226, 313)), False, id="88 % of the picture"),
        pytest.param(lambda: painted((SHEET, greys(110)), ground=greys(100)), False, id="10 brighter than the table"),
        pytest.param(lambda: painted((SHEET, greys(114)), ground=greys(100)), True, id="14 brighter than the table"),
        pytest.param(lambda: painted((SHEET, greys(60)), ground=greys(120)), False, id="darker than the table"),
        pytest.param(lambda: painted((SHEET, (183, 240, 240))), True, id="a tint of 57"),
        pytest.param(lambda: painted((SHEET, (177, 240, 240))), False, id="a tint of 63"),
        pytest.param(lambda: painted((SHEET, (240, 240, 177))), False, id="a tint of 63 the other way"),
        pytest.param(lambda: painted((grown(-0.66), WHITE)), True, id="half as narrow"),
        pytest.param(lambda: painted((grown(-0.74), WHITE)), False, id="narrower than half"),
        pytest.param(lambda: painted((grown(2 * log(29.7 / 21) + 0.66), WHITE)), True, id="lying, and half as narrow"),
        pytest.param(lambda: painted((grown(2 * log(29.7 / 21) + 0.74), WHITE)), False, id="lying, and narrower than half"),
        pytest.param(lambda: painted((SHEET, WHITE), (bitten(0.06), DARK)), True, id="6 % of it under a dark thing"),
        pytest.param(lambda: painted((SHEET, WHITE), (bitten(0.10), DARK)), False, id="10 % of it under a dark thing"),
        pytest.param(lambda: painted((SHEET, WHITE), (bitten_corner(12), DARK)), True, id="a corner folded by 12 dots"),
        pytest.param(lambda: painted((SHEET, WHITE), (bitten_corner(45), DARK)), False, id="a corner folded by 45 dots"),
    ],
)
def test_a_sheet_and_what_is_just_none(picture: Callable[[], Dots], is_found: bool) -> None:
    assert (find_sheet(picture(), A4) is not None) is is_found


def bitten(share: float) -> list[complex]:
    """A dark thing from beyond the upper side in, 90 dots wide, over so much of the sheet."""
    deep = share * 210 * 297 / 90
    return box(*_xy(SHEET[0] + rect(60, TURN) - rect(5, TURN) * 1j), 90, deep + 5)


def bitten_corner(legs: float) -> list[complex]:
    """The upper left corner, cut off between two places so far from it along its sides."""
    return [SHEET[0] + rect(1, TURN) * z for z in (-5 - 5j, legs + 5 - 5j, -5 + (legs + 5) * 1j)]


# ---- which of two


LEFT, RIGHT = box(60, 100, 180, 254.6), box(460, 100, 180, 254.6)


def pattern(over: Sequence[complex], levels: tuple[float, float]) -> list[Figure]:
    """Stripes across a sheet, half of them of each level, sixteen dots wide, inside a rim of six."""
    at, wide, high = over[0], abs(over[1] - over[0]), abs(over[2] - over[1])
    stripes: list[Figure] = [(over, greys(levels[0]))]
    for k in range(int((high - 12) // 32)):
        corner = at + rect(6, TURN) + rect(6 + 32 * k, TURN) * 1j
        stripes.append((box(*_xy(corner), wide - 12, 16), greys(levels[1])))
    return stripes


@pytest.mark.parametrize(
    ("left", "right"),
    [
        pytest.param([(LEFT, greys(230))], [(RIGHT, greys(200))], id="the whiter"),
        pytest.param([(box(60, 100, 200, 282.8), WHITE)], [(RIGHT, WHITE)], id="the larger"),
        pytest.param([(LEFT, WHITE)], [(box(460, 100, 214, 214), WHITE)], id="the one of its proportion"),
        pytest.param([(LEFT, greys(200))], pattern(RIGHT, (240, 190)), id="the plain one, before one on which much is written"),
        # So much brighter than the table, times the root of its dots: 170 · 214 = 36,400 against 105 · 267 = 28,100; 130 · 267 = 34,800 against
        # 155 · 214 = 33,200.
        pytest.param([(LEFT, greys(230))], [(box(460, 100, 225, 318), greys(165))], id="brightness before size"),
        pytest.param([(box(60, 100, 225, 318), greys(190))], [(RIGHT, greys(215))], id="size before brightness"),
    ],
)
def test_of_two_the_better_is_taken_whichever_side_it_lies(left: list[Figure], right: list[Figure]) -> None:
    corners = max((f[0] for f in left), key=lambda c: abs(c[2] - c[0]))
    assert beside(find_sheet(painted(*left, *right), A4), corners) < 1
    mirrored = [
        ([800 - z.conjugate() for z in (c[1], c[0], c[3], c[2])] if len(c) == 4 else c, colour) for c, colour in [*left, *right]
    ]
    assert beside(find_sheet(painted(*mirrored), A4), [800 - z.conjugate() for z in corners]) < 1


def test_a_sheet_with_much_written_on_it_is_a_sheet() -> None:
    assert beside(find_sheet(painted(*pattern(SHEET, (240, 120))), A4), SHEET) < 0.3


# ---- how it is read


@pytest.mark.parametrize(
    ("across", "size", "turned"),
    [
        (1.05, A4, False),
        (1.12, A4, True),
        (0.95, (29.7, 21.0), False),
        (0.88, (29.7, 21.0), True),
        (0.7, A4, False),
        (1.4, (29.7, 21.0), False),
    ],
)
def test_a_sheet_seen_square_is_read_as_it_lies_and_another_by_its_shorter_side(
    across: float, size: tuple[float, float], turned: bool
) -> None:
    """Seen aslant a sheet may look square; which side is which is plain from eight hundredths on."""
    a, b, c, d = 20 + 30j, 20 + 30j + 200 * across, 20 + 230j + 200 * across, 20 + 230j
    assert in_order([c, a, d, b], size) == ((d, a, b, c) if turned else (a, b, c, d))


@pytest.mark.parametrize(("bulge", "is_read"), [(-0.1, False), (0.0, False), (0.1, True)])
def test_four_corners_go_round_a_bulging_figure_or_are_refused(bulge: float, is_read: bool) -> None:
    corners = [0j, 100 + 0j, complex(50 + bulge, 50 + bulge), 100j]
    if is_read:
        assert set(in_order(corners, (20.0, 20.0))) == set(corners)
        return
    with pytest.raises(BadFile) as told:
        in_order(corners, (20.0, 20.0))
    assert (told.value.message, told.value.where, told.value.cure, told.value.field) == (
        "the four corners do not go round the sheet.",
        "Photograph",
        "Mark its four corners once more.",
        "corners",
    )
