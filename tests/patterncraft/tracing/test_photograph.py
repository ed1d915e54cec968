"""A photograph that never was, every corner known: the sheet found, the picture flat, the card traced to within 2 mm over 40 cm."""

from __future__ import annotations

from cmath import rect
from math import radians

import cv2
import numpy as np
import pytest

from patterncraft.errors import BadFile
from patterncraft.tracing.flat import expected_error, homography, made_flat, onto
from patterncraft.tracing.picture import read_picture
from patterncraft.tracing.sheet import SHEETS, Sheet, find_sheet, in_order
from patterncraft.tracing.snap import snapped
from patterncraft.tracing.trace import Node, TracedOutline, spans_of
from tests.photographs import CARD, ROUND, Photograph, photograph

A4 = SHEETS["a4"]


def exact(photo: Photograph, size: tuple[float, float] = A4) -> Sheet:
    """The sheet where the camera put it."""
    w, h = size
    return Sheet((photo.at(0, 0), photo.at(w, 0), photo.at(w, h), photo.at(0, h)))


@pytest.fixture(scope="module")
def photo() -> Photograph:
    return photograph(wide=1600, blur=1.0)


def test_every_place_of_the_table_comes_back_to_its_centimetre(photo: Photograph) -> None:
    places = [(0.0, 0.0), (26.0, 3.0), (58.0, 33.0), (79.0, 45.0), (-10.0, 20.0)]
    found = onto(homography(exact(photo), A4), [photo.at(x, y) for x, y in places])
    assert [abs(z - complex(*p)) for z, p in zip(found, places, strict=True)] == pytest.approx([0.0] * 5, abs=1e-3)


def test_the_imaging_librarys_own_fit_over_many_points_is_the_same(photo: Photograph) -> None:
    grid = [(x, y) for x in (0.0, 7.0, 14.0, 21.0) for y in (0.0, 9.9, 19.8, 29.7)]
    seen = np.array([[photo.at(x, y).real, photo.at(x, y).imag] for x, y in grid])
    theirs, _ = cv2.findHomography(seen, np.array(grid))
    ours = homography(exact(photo), A4)
    assert ours / ours[2, 2] == pytest.approx(theirs / theirs[2, 2], rel=1e-3, abs=1e-6)


@pytest.mark.parametrize(
    ("tilt", "turn", "name"),
    [(0.3, 0.08, "a4"), (0.0, 0.0, "letter"), (0.45, 0.3, "a4"), (-0.3, -1.2, "a4"), (0.25, 1.5, "letter")],
)
def test_the_sheet_is_found_however_it_lies(tilt: float, turn: float, name: str) -> None:
    size = SHEETS[name]
    taken = photograph(size, wide=1400, tilt=tilt, turn=turn, blur=1.0)
    found = find_sheet(read_picture(taken.jpeg), size)
    assert found is not None
    true = exact(taken, size).corners
    assert max(min(abs(c - t) for t in true) for c in found.corners) < 0.3, "dots"
    # Read upright, whichever way it was laid: its short side is the first.
    a, b, c, _ = found.corners
    assert abs(b - a) < abs(c - b)


def test_no_sheet_is_found_where_there_is_none() -> None:
    assert find_sheet(photograph(wide=1200, sheet=False).dots, A4) is None
    assert find_sheet(np.full((600, 800, 3), 128, np.uint8), A4) is None


@pytest.mark.parametrize("seed", [3, 4])
def test_a_card_is_traced_to_two_millimetres_over_forty_centimetres(seed: int) -> None:
    """Perspective, lens blur and noise; each click up to four millimetres off, and drawn to the edge."""
    taken = photograph(wide=2400, blur=1.3, noise=6, seed=seed)
    dots = read_picture(taken.jpeg)
    sheet = find_sheet(dots, A4)
    assert sheet is not None
    flat = made_flat(dots, sheet, A4)
    dice = np.random.default_rng(seed)
    h = homography(sheet, A4)
    nodes = []
    for x, y in CARD:
        clicked = onto(h, [taken.at(x, y)])[0] + complex(*dice.uniform(-0.28, 0.28, 2))
        z = snapped(flat.dots, flat.per_cm, (clicked - flat.origin) * flat.per_cm, True) / flat.per_cm + flat.origin
        nodes.append(Node(x=z.real, y=z.imag))
    lengths = [s.length for s in spans_of(TracedOutline(name="card", nodes=nodes))]
    wanted = [abs(complex(*a) - complex(*b)) for a, b in zip(CARD, [*CARD[1:], CARD[0]], strict=True)]
    assert max(abs(a - b) for a, b in zip(lengths, wanted, strict=True)) < 0.2
    assert max(abs(a - b) for a, b in zip(lengths, wanted, strict=True)) < flat.error + 0.05, "and within what was told to expect"


def test_a_round_card_is_passed_by_a_fair_curve_through_eight_points(photo: Photograph) -> None:
    flat = made_flat(read_picture(photo.jpeg), exact(photo), A4)
    (cx, cy), r = ROUND
    nodes = []
    for k in range(8):
        clicked = complex(cx, cy) + (r + 0.15 * (-1) ** k) * np.exp(0.25j * np.pi * k)
        z = snapped(flat.dots, flat.per_cm, (clicked - flat.origin) * flat.per_cm, False) / flat.per_cm + flat.origin
        nodes.append(Node(x=z.real, y=z.imag, corner=False))
    (ring,) = spans_of(TracedOutline(nodes=nodes))
    assert ring.length == pytest.approx(2 * np.pi * r, abs=0.2)


def test_the_error_to_expect_is_what_shaken_corners_make_of_forty_centimetres(photo: Photograph) -> None:
    """Two thousand shaken sheets, against the propagation of error; twice the spread of the worse direction."""
    marked = exact(photo)
    about = 46 + 18j
    told = expected_error(marked, A4, about)
    back = np.linalg.inv(homography(marked, A4))
    seen = onto(back, [about - 20, about + 20, about - 20j, about + 20j])
    dice = np.random.default_rng(7)
    spread = []
    for _ in range(2000):
        moved = [c + complex(*dice.normal(0, 1.5, 2)) for c in marked.corners]
        a, b, c, d = onto(homography(Sheet((moved[0], moved[1], moved[2], moved[3])), A4), seen)
        spread.append((abs(b - a), abs(d - c)))
    assert told == pytest.approx(2 * np.std(np.array(spread), axis=0).max(), rel=0.1)
    # A sheet that was found is trusted more; one whose sides bow, less.
    found = Sheet(marked.corners, 0.0, found=True)
    assert expected_error(found, A4, about) == pytest.approx(told * 0.4 / 1.5, rel=0.02)
    assert expected_error(Sheet(marked.corners, 3.0, found=True), A4, about) > expected_error(found, A4, about) + 0.05


def test_corners_in_any_order_are_read_round_and_upright() -> None:
    wanted = (10 + 10j, 31 + 10j, 31 + 39.7j, 10 + 39.7j)
    for order in ((0, 1, 2, 3), (2, 0, 3, 1), (3, 2, 1, 0)):
        assert in_order([wanted[k] for k in order], A4) == wanted
    lying = (10 + 10j, 39.7 + 10j, 39.7 + 31j, 10 + 31j)
    read = in_order(lying, A4)
    assert abs(read[1] - read[0]) == pytest.approx(21.0)
    with pytest.raises(BadFile, match="do not go round"):
        in_order([0j, 10 + 0j, 20 + 0j, 5 + 8j], A4)


@pytest.mark.parametrize("upright", [False, True])
def test_a_large_table_is_made_flat_in_a_picture_that_can_be_sent(upright: bool) -> None:
    """A sheet 42 dots wide on a photograph of 600: 300 cm across, which at 24 dots to the centimetre were 7,200; 3,600 are the most, so 12."""
    dots = np.full((600, 400, 3) if upright else (400, 600, 3), 90, np.uint8)
    at = 180 + 270j if upright else 280 + 170j
    flat = made_flat(dots, Sheet((at, at + 42, at + 42 + 59.4j, at + 59.4j)), A4)
    assert max(flat.dots.shape[:2]) == pytest.approx(3600, abs=2)
    assert flat.per_cm == pytest.approx(12.0, rel=0.01)
    assert (flat.width, flat.height) == pytest.approx((200, 300) if upright else (300, 200), abs=1)


def test_nothing_is_made_larger_than_a_dot_can_be_seen() -> None:
    dots = np.full((400, 600, 3), 90, np.uint8)
    assert made_flat(dots, Sheet((50 + 50j, 470 + 50j, 470 + 344j, 50 + 344j)), (42.0, 29.4)).per_cm == 24.0


def test_what_is_no_picture_or_too_large_a_one_is_refused() -> None:
    for data in (b"", b"no picture"):
        with pytest.raises(BadFile, match="no photograph that can be read"):
            read_picture(data)
    done, data = cv2.imencode(".png", np.zeros((6400, 6300, 3), np.uint8))
    assert done
    with pytest.raises(BadFile, match="too many dots") as told:
        read_picture(data.tobytes())
    assert (told.value.where, told.value.cure) == ("Photograph", "Make it smaller: 40 million are the most.")


def test_corners_in_one_line_are_refused() -> None:
    for corners in (
        (0j, 100 + 0j, 200 + 0j, 300 + 0j),
        (0j, 100 + 50j, 200 + 100j, 150j),
        (0j, 1 + 0j, 2 + 0.001j, 100 + 100j),
        (50 + 50j, 50 + 50j, 200 + 200j, 300j),
    ):
        with pytest.raises(BadFile) as told:
            homography(Sheet(corners), A4)
        assert (told.value.message, told.value.field) == ("its corners lie in one line.", "corners")


@pytest.mark.parametrize("turn", [-70, -50, -30, 0, 30, 50, 70])
def test_the_first_corner_is_the_one_nearest_to_the_upper_left_however_the_sheet_is_turned(turn: float) -> None:
    """A square sheet: none of its sides is the shorter one."""
    corners = [300 + 200j + rect(100.0, radians(45 + 90 * k + turn)) for k in range(4)]
    for k in range(4):
        found = in_order(corners[k:] + corners[:k], (20.0, 20.0))
        assert found[0] == min(corners, key=lambda z: z.real + z.imag)
        assert [(b - a).conjugate() * (c - b) for a, b, c in zip(found, found[1:], found[2:], strict=False)] == pytest.approx(
            [2e4j] * 2
        )
