"""A photograph that never was, every corner known: the sheet found, the picture flat, the card traced to within 2 mm over 40 cm."""

from __future__ import annotations

from cmath import rect
from math import hypot, radians
from typing import Any

import cv2
import numpy as np
import pytest
import shapely

from patterncraft.errors import BadFile
from patterncraft.geometry.flatten import flat_path
from patterncraft.tracing.flat import expected_error, homography, made_flat, onto
from patterncraft.tracing.picture import read_picture
from patterncraft.tracing.sheet import SHEETS, Sheet, find_sheet, in_order
from patterncraft.tracing.snap import snapped
from patterncraft.tracing.trace import KnownOnCard, Node, Trace, TracedOutline, correction, drawn_of, spans_of
from tests.photographs import CARD, ROUND, Photograph, photograph

A4 = SHEETS["a4"]


def exact(photo: Photograph, size: tuple[float, float] = A4) -> Sheet:
    """The sheet where the camera put it."""
    w, h = size
    return Sheet((photo.at(0, 0), photo.at(w, 0), photo.at(w, h), photo.at(0, h)))


@pytest.fixture(scope="module")
def photo() -> Photograph:
    return photograph(wide=2400, blur=1.0)


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
    taken = photograph(size, wide=2000, tilt=tilt, turn=turn, blur=1.0)
    found = find_sheet(read_picture(taken.jpeg), size)
    assert found is not None
    true = exact(taken, size).corners
    assert max(min(abs(c - t) for t in true) for c in found.corners) < 1.5, "dots"
    # Read upright, whichever way it was laid: its short side is the first.
    a, b, c, _ = found.corners
    assert abs(b - a) < abs(c - b)


def test_no_sheet_is_found_where_there_is_none() -> None:
    assert find_sheet(photograph(wide=1200, sheet=False).dots, A4) is None
    assert find_sheet(np.full((600, 800, 3), 128, np.uint8), A4) is None


@pytest.mark.parametrize("seed", [3, 4, 5])
def test_a_card_is_traced_to_two_millimetres_over_forty_centimetres(seed: int) -> None:
    """Perspective, lens blur and noise; each click up to four millimetres off, and drawn to the edge."""
    taken = photograph(wide=3200, blur=1.3, noise=6, seed=seed)
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


@pytest.mark.parametrize("corner", [None, 1, 2])
def test_an_open_line_runs_from_its_first_point_to_its_last_whatever_is_a_corner_between(corner: int | None) -> None:
    """Four points that were clicked: one curve through all of them, or two that meet at the corner."""
    nodes = tuple(Node(x=x, y=y, corner=k == corner) for k, (x, y) in enumerate([(0, 0), (10, 4), (20, 4), (30, 0)]))
    spans = spans_of(TracedOutline(name="hem", nodes=nodes, closed=False))
    assert (spans[0].start, spans[-1].end) == (0j, 30 + 0j)
    assert len(spans) == (1 if corner is None else 2)
    if corner is not None:
        assert spans[0].end == spans[1].start == complex(nodes[corner].x, nodes[corner].y)
    for node in nodes:
        place = shapely.Point(node.x, node.y)
        assert min(shapely.LineString([(z.real, z.imag) for z in flat_path(s)]).distance(place) for s in spans) < 1e-3


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


def test_a_sheet_seen_from_the_floor_is_refused() -> None:
    aslant = Sheet((100 + 500j, 700 + 500j, 790 + 520j, 10 + 520j))
    dots = np.full((600, 800, 3), 90, np.uint8)
    try:
        flat = made_flat(dots, aslant, A4)
    except BadFile as refused:
        assert "aslant" in refused.message
    else:
        assert flat.error > 1.0, "or at least told for what it is"


def test_a_large_table_is_made_flat_in_a_picture_that_can_be_sent() -> None:
    """A sheet 42 dots wide on a photograph of 600: 300 cm across, which at 24 dots to the centimetre were 7,200; 3,600 are the most, so 12."""
    dots = np.full((400, 600, 3), 90, np.uint8)
    flat = made_flat(dots, Sheet((280 + 170j, 322 + 170j, 322 + 229.4j, 280 + 229.4j)), A4)
    assert max(flat.dots.shape[:2]) == pytest.approx(3600, abs=2)
    assert flat.per_cm == pytest.approx(12.0, rel=0.01)
    assert (flat.width, flat.height) == (pytest.approx(300, abs=1), pytest.approx(200, abs=1))
    near = made_flat(dots, Sheet((50 + 50j, 470 + 50j, 470 + 344j, 50 + 344j)), (42.0, 29.4))
    assert near.per_cm == 24.0


@pytest.mark.parametrize("turn", [0.0, 0.3, 0.9, 1.5708])
@pytest.mark.parametrize("part", [0.0, 0.25, 0.5, 0.75])
def test_a_click_beside_an_edge_comes_onto_it_to_a_part_of_a_dot(turn: float, part: float) -> None:
    """Dark from a line on, the dots on the line as grey as the share of them that is dark; three dots off, it comes back to 0.4 of one."""
    across = complex(np.cos(turn), np.sin(turn))
    middle = 100 + 100j + across * part
    ys, xs = np.mgrid[0:200, 0:200]
    off = (xs - middle.real) * across.real + (ys - middle.imag) * across.imag
    bright = 220 - 180 * np.clip(off + 0.5, 0, 1)
    dots = np.repeat(bright[:, :, None], 3, axis=2).astype(np.uint8)
    clicked = middle + across * 3 + 1j * across
    found = snapped(dots, 24.0, clicked, corner=False)
    assert abs(((found - middle) / across).real) < 0.4
    blank = np.full((200, 200, 3), 90, np.uint8)
    assert snapped(blank, 24.0, clicked, corner=False) == clicked, "nothing stands out: it stays"


# ---- what was clicked


def node(x: float, y: float, corner: bool = True) -> Node:
    return Node(x=x, y=y, corner=corner)


def test_straight_from_corner_to_corner_and_fair_through_what_lies_between() -> None:
    outline = TracedOutline(nodes=[node(0, 0), node(10, 0), node(13, 3, False), node(14, 7, False), node(14, 10), node(0, 10)])
    spans = spans_of(outline)
    assert [s.is_ruled for s in spans] == [True, False, True, True]
    assert spans[0].length == pytest.approx(10.0)
    assert hypot(4, 10) < spans[1].length < 4 + 10
    assert spans[1].start == 10 + 0j
    # A round begun in the middle of a curve is the same round.
    turned = TracedOutline(nodes=[*outline.nodes[2:], *outline.nodes[:2]])
    assert sum(s.length for s in spans_of(turned)) == pytest.approx(sum(s.length for s in spans), abs=1e-6)


@pytest.mark.parametrize(
    ("nodes", "words"),
    [
        ([node(0, 0), node(9, 0)], "3 points at least"),
        ([node(0, 0), node(9, 0), node(9, 0.1), node(0, 9)], "lie on each other"),
        ([node(0, 0), node(9, 0), node(9, 9), node(0, 0.05)], "lie on each other"),
    ],
)
def test_what_is_no_outline_yet_is_told(nodes: list[Node], words: str) -> None:
    with pytest.raises(BadFile, match=words):
        spans_of(TracedOutline(name="front", nodes=nodes))


def known(dx: float, dy: float, length: float) -> KnownOnCard:
    return KnownOnCard(a=(1, 1), b=(1 + dx, 1 + dy), length=length)


def test_known_lengths_grow_the_picture_by_hand() -> None:
    assert correction([]) == (1.0, 1.0)
    assert correction([known(20, 0, 21)]) == pytest.approx((1.05, 1.05))
    assert correction([known(20, 0, 21), known(0, 30, 29.4)]) == pytest.approx((1.05, 0.98))
    # Two that run alike say nothing of the other direction: 41.4 + 20.3 over 40 + 20.
    assert correction([known(40, 0, 41.4), known(20, 1, 20.3)]) == pytest.approx((61.7 / (40 + hypot(20, 1)),) * 2)
    # One aslant, one across: (1.05 · 12)² + (s · 16)² = 20.4².
    down = ((20.4**2 - (1.05 * 12) ** 2) ** 0.5) / 16
    assert correction([known(20, 0, 21), known(12, 16, 20.4)]) == pytest.approx((1.05, down))
    with pytest.raises(BadFile, match=r"is 20\.0 cm on the picture"):
        correction([known(20, 0, 40)])
    with pytest.raises(BadFile, match="are the same"):
        correction([known(0, 0, 5)])


def test_a_trace_is_a_drawing_and_what_is_only_begun_is_left_out() -> None:
    square: list[Any] = [node(0, 0), node(10, 0), node(10, 10), node(0, 10)]
    trace = Trace(
        outlines=[TracedOutline(name="front", nodes=square), TracedOutline(name="back", nodes=square[:2])],
        known=[KnownOnCard(a=(0, 0), b=(10, 0), length=11)],
    )
    drawn = drawn_of(trace)
    assert [(p.name, p.closed, round(p.path.length, 6)) for p in drawn.paths] == [("front", True, 44.0)]
    assert drawn.unit == "cm"


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


def test_known_lengths_across_and_down_correct_each_their_own_way() -> None:
    """20 cm across are 21 in truth, 30 down are 29.4: so much wider, so much shorter; one alone, or both in one direction, grow both ways alike."""
    across, down = (KnownOnCard(a=(0, 0), b=b, length=n) for b, n in (((20, 0), 21.0), ((0, 30), 29.4)))
    assert correction([across, down]) == (pytest.approx(1.05), pytest.approx(0.98))
    assert correction([across]) == (pytest.approx(1.05), pytest.approx(1.05))
    assert correction([across, KnownOnCard(a=(5, 5), b=(25, 5), length=20.0)]) == (pytest.approx(41 / 40), pytest.approx(41 / 40))
    assert correction([]) == (1.0, 1.0)
    with pytest.raises(BadFile, match="The two places of a known length are the same"):
        correction([KnownOnCard(a=(3, 3), b=(3, 3), length=5.0)])
    with pytest.raises(BadFile, match=r"A length of 26 cm is 20\.0 cm on the picture"):
        correction([KnownOnCard(a=(0, 0), b=(20, 0), length=26.0)])
    with pytest.raises(BadFile, match=r"A length of 26 cm is 20\.0 cm on the picture"):
        correction([KnownOnCard(a=(1, 2), b=(13, 18), length=26.0)])
    # A length given along both ways, far longer than those across and down allow.
    slanting = KnownOnCard(a=(0, 0), b=(30, 40), length=62.0)
    assert correction([slanting, across, down])[0] > 1.05


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
