"""How much of a photograph is made flat, where it lies, and what error is told for it; against the camera that took it."""

from __future__ import annotations

import cv2
import numpy as np
import pytest

from patterncraft.errors import BadFile
from patterncraft.tracing.flat import Flat, expected_error, made_flat
from patterncraft.tracing.sheet import SHEETS, Sheet
from tests.photographs import camera

A4 = SHEETS["a4"]


def straight_above(at: complex, per_cm: float) -> Sheet:
    """An A4 sheet with its upper left corner there."""
    return Sheet((at, at + 21 * per_cm, at + (21 + 29.7j) * per_cm, at + 29.7j * per_cm))


def blank(wide: int = 800, high: int = 600) -> np.ndarray:
    return np.full((high, wide, 3), 90, np.uint8)


def test_from_straight_above_the_whole_picture_is_flat_and_counted_from_the_sheets_corner() -> None:
    """Ten dots to the centimetre: 800 × 600 dots are 80 × 60 cm; the corner is 10 cm from the left and 5 from the top."""
    dots = blank()
    cv2.rectangle(dots, (500, 300), (520, 320), (250, 250, 250), thickness=-1)
    flat = made_flat(dots, straight_above(100 + 50j, 10), A4)
    assert flat.origin == pytest.approx(-10 - 5j, abs=1e-3)
    assert (flat.width, flat.height) == pytest.approx((80, 60), abs=0.05)
    ys, xs = np.nonzero(flat.dots[:, :, 0] > 200)
    middle = complex(xs.mean(), ys.mean()) / flat.per_cm + flat.origin
    assert middle == pytest.approx(41 + 26j, abs=0.03), "the white thing, ten dots from its corner"
    assert np.unique(flat.dots[5:-5, 5:-5, 0]).min() == 90, "no dot of it is without a picture"


def test_what_lies_beyond_the_picture_is_light() -> None:
    """Seen swung by a quarter of a right angle: the corners of the flat picture were not photographed."""
    way = np.exp(0.4j)
    a, b, c, d = (400 + 300j + (z - 100) * way for z in straight_above(0j, 10).corners)
    flat = made_flat(blank(), Sheet((a, b, c, d)), A4)
    assert [int(flat.dots[y, x, 0]) for y, x in ((0, 0), (0, -1), (-1, 0), (-1, -1))] == [225] * 4
    assert int(flat.dots[flat.dots.shape[0] // 2, flat.dots.shape[1] // 2, 0]) == 90


def test_no_farther_than_a_table_reaches() -> None:
    """Two dots to the centimetre, 600 cm across: the picture is looked at every 50 dots, so every 25 cm, and what is nearer than 250 stays."""
    flat = made_flat(blank(1200, 240), straight_above(610 + 100j, 2), A4)
    assert (flat.origin.real, flat.width + flat.origin.real) == pytest.approx((-230, 245), abs=0.5)
    assert (flat.origin.imag, flat.height + flat.origin.imag) == pytest.approx((-50, 70), abs=0.5)


@pytest.mark.parametrize("tilt", [1.2, -1.2])
def test_nothing_that_is_four_times_as_far_from_the_camera_as_the_sheet(tilt: float) -> None:
    """Nearly level over the table: of the 25 rows looked at, the farthest is the last that is less than four times as far (by the camera's
    own third row); the sheet is a small one, so that 250 cm are not reached before."""
    wide, high = 960, 720
    seen = camera(wide, high, tilt, 0.0)
    back = np.linalg.inv(seen)

    def at(x: float, y: float) -> complex:
        u, v, w = seen @ np.array([x, y, 1.0])
        return complex(u / w, v / w)

    def on_the_table(row: float) -> tuple[float, float]:
        """How far up the table the middle of a row of the picture lies, cm, and how far from the camera."""
        x, y, w = back @ np.array([wide / 2, row, 1.0])
        return y / w, float(seen[2] @ np.array([x / w, y / w, 1.0]))

    left, top, right, bottom = 29.5, 12.15, 50.5, 41.85
    sheet = Sheet((at(left, top), at(right, top), at(right, bottom), at(left, bottom)))
    quarter = made_flat(blank(wide, high), sheet, (A4[0] / 4, A4[1] / 4))
    middle = sum(sheet.corners, 0j).imag / 4
    near = 4 * on_the_table(middle)[1]
    ys = [y for y, far in map(on_the_table, np.linspace(0, high, 25)) if 0 < far < near]
    ends = ((min(ys) - top) / 4, (max(ys) - top) / 4)
    assert (quarter.origin.imag, quarter.origin.imag + quarter.height) == pytest.approx(ends, abs=0.2)


@pytest.mark.parametrize(
    ("wide", "high", "sheet", "is_flat"),
    [
        # Within 250 cm, so 80 or 95 dots, of the corner: 25 places at 33 × 25 dots from one another fill a circle of 81.
        pytest.param(800, 600, straight_above(400 + 300j, 0.28), False, id="a sheet of six dots"),
        pytest.param(800, 600, straight_above(400 + 300j, 0.40), True, id="a sheet of eight dots"),
        # Of the 25 rows one lies on the table, 18 of its places within 250 cm; or three rows do.
        pytest.param(800, 4000, Sheet((394 + 3952j, 406 + 3952j, 408.4 + 3970j, 391.6 + 3970j)), False, id="hardly any table"),
        pytest.param(800, 1200, Sheet((390 + 1140j, 410 + 1140j, 414 + 1170j, 386 + 1170j)), True, id="some table"),
    ],
)
def test_a_sheet_by_which_nothing_can_be_measured_is_refused(wide: int, high: int, sheet: Sheet, is_flat: bool) -> None:
    if is_flat:
        assert made_flat(blank(wide, high), sheet, A4).error > 0
        return
    with pytest.raises(BadFile) as told:
        made_flat(blank(wide, high), sheet, A4)
    assert (told.value.message, told.value.where, told.value.cure, told.value.field) == (
        "the sheet is seen too small or too much aslant to measure by it.",
        "Photograph",
        "Take the picture from above the table, and nearer.",
        "corners",
    )


def middle_of(flat: Flat) -> complex:
    return flat.origin + complex(flat.width, flat.height) / 2


def test_the_error_told_is_that_in_the_middle_of_the_flat_picture() -> None:
    sheet = Sheet((100 + 80j, 290 + 95j, 280 + 350j, 90 + 340j))
    flat = made_flat(blank(), sheet, A4)
    assert flat.error == pytest.approx(expected_error(sheet, A4, middle_of(flat)), rel=1e-3)
    assert flat.error > 1.3 * expected_error(sheet, A4, 10.5 + 14.85j), "more than at the sheet"


@pytest.mark.parametrize("per_cm", [10.0, 20.0])
def test_a_lens_that_bends_the_sheets_side_bends_forty_centimetres_by_the_square(per_cm: float) -> None:
    """3 dots at 10 to the centimetre are 0.3 cm over 29.7; over 40 that is 0.3 · (40 / 29.7)² = 0.544."""
    corners = straight_above(100 + 50j, per_cm).corners
    bent, plain = (expected_error(Sheet(corners, bow, found=True), A4, 10 + 10j) for bow in (3.0, 0.0))
    assert bent - plain == pytest.approx(3 / per_cm * (40 / 29.7) ** 2, rel=1e-3)
