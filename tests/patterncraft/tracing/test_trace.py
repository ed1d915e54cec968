"""Points clicked round a card: the outline through them, what is no outline yet, and known lengths, by which the picture grows; worked by hand."""

from __future__ import annotations

from cmath import exp, phase, pi, rect
from math import hypot, sqrt
from typing import Any

import pytest
import shapely

from patterncraft.errors import BadFile
from patterncraft.geometry.flatten import flat_path
from patterncraft.tracing.trace import KnownOnCard, Node, Trace, TracedOutline, correction, drawn_of, spans_of


def node(x: float, y: float, corner: bool = True) -> Node:
    return Node(x=x, y=y, corner=corner)


def known(dx: float, dy: float, length: float) -> KnownOnCard:
    return KnownOnCard(a=(2, 7), b=(2 + dx, 7 + dy), length=length)


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


def test_known_lengths_grow_the_picture_by_hand() -> None:
    assert correction([]) == (1.0, 1.0)
    assert correction([known(20, 0, 21)]) == pytest.approx((1.05, 1.05))
    assert correction([known(20, 0, 21), known(0, 30, 29.4)]) == pytest.approx((1.05, 0.98))
    # Two that run alike say nothing of the other direction: 41.4 + 20.3 over 40 + 20.
    assert correction([known(40, 0, 41.4), known(20, 1, 20.3)]) == pytest.approx((61.7 / (40 + hypot(20, 1)),) * 2)
    # One aslant, one across: (1.05 · 12)² + (s · 16)² = 20.4².
    down = ((20.4**2 - (1.05 * 12) ** 2) ** 0.5) / 16
    assert correction([known(20, 0, 21), known(12, 16, 20.4)]) == pytest.approx((1.05, down))


def test_a_trace_is_a_drawing_and_what_is_only_begun_is_left_out() -> None:
    square: list[Any] = [node(0, 0), node(10, 0), node(10, 10), node(0, 10)]
    trace = Trace(
        outlines=[TracedOutline(name="front", nodes=square), TracedOutline(name="back", nodes=square[:2])],
        known=[KnownOnCard(a=(0, 0), b=(10, 0), length=11)],
    )
    drawn = drawn_of(trace)
    assert [(p.name, p.closed, round(p.path.length, 6)) for p in drawn.paths] == [("front", True, 44.0)]
    assert (drawn.unit, drawn.guess, drawn.texts, drawn.told) == ("cm", "", (), ())


@pytest.mark.parametrize("first", range(3))
def test_a_ring_without_a_corner_is_as_smooth_where_it_begins_as_elsewhere(first: int) -> None:
    """An ellipse of twelve points, 24 × 16 cm: there it runs along the chord between its neighbours, and the whole stays within half a millimetre."""
    places = [complex(12 * exp(1j * pi * k / 6).real, 8 * exp(1j * pi * k / 6).imag) for k in range(first, first + 12)]
    (ring,) = spans_of(TracedOutline(nodes=[node(z.real, z.imag, False) for z in places]))
    assert ring.start == ring.end == places[0]
    wanted = phase(places[1] - places[-1])
    first_segment, last_segment = ring.segments[0], ring.segments[-1]
    assert phase(first_segment[1] - first_segment[0]) == pytest.approx(wanted, abs=1e-9)
    assert phase(last_segment[-1] - last_segment[-2]) == pytest.approx(wanted, abs=1e-9)
    drawn = shapely.LinearRing([(z.real, z.imag) for z in flat_path(ring)])
    true = shapely.LinearRing([(12 * w.real, 8 * w.imag) for w in (rect(1, k * pi / 180) for k in range(360))])
    assert drawn.hausdorff_distance(true) < 0.05


@pytest.mark.parametrize(("apart", "is_one"), [(0.14, True), (0.16, False)])
@pytest.mark.parametrize("closed", [True, False])
def test_two_points_nearer_than_a_millimetre_and_a_half_are_one_clicked_twice(apart: float, is_one: bool, closed: bool) -> None:
    outline = TracedOutline(name="sleeve", nodes=[node(0, 0), node(20.04, 5), node(20.04 + apart, 5), node(4, 30)], closed=closed)
    if not is_one:
        assert len(spans_of(outline)) == (4 if closed else 3)
        return
    with pytest.raises(BadFile) as told:
        spans_of(outline)
    assert (told.value.message, told.value.where, told.value.cure, told.value.field) == (
        "two points near 20.0, 5.0 cm lie on each other.",
        "sleeve",
        "Take one of them out.",
        "nodes",
    )


def test_a_line_may_end_where_it_began_and_an_outline_may_not() -> None:
    round_again = [node(0, 0), node(9, 0), node(9, 9), node(0, 0.05)]
    assert len(spans_of(TracedOutline(nodes=round_again, closed=False))) == 3
    with pytest.raises(BadFile, match=r"Two points near 0\.0, 0\.1 cm lie on each other"):
        spans_of(TracedOutline(nodes=round_again))


@pytest.mark.parametrize(("closed", "least"), [(True, 3), (False, 2)])
def test_an_outline_has_three_points_at_least_and_a_line_two(closed: bool, least: int) -> None:
    nodes = [node(0, 0), node(9, 0), node(9, 9)]
    assert spans_of(TracedOutline(nodes=nodes[:least], closed=closed))
    with pytest.raises(BadFile) as told:
        spans_of(TracedOutline(name="front", nodes=nodes[: least - 1], closed=closed))
    assert (told.value.message, told.value.where, told.value.cure, told.value.field) == (
        f"an outline has {least} points at least.",
        "front",
        "Click on round the card.",
        "nodes",
    )


def test_what_is_drawn_grows_by_the_known_lengths_each_way_its_own() -> None:
    """20 across are 21, 30 down are 29.4: a card of 10 × 10 becomes 10.5 × 9.8, and a line along it as well; a line of one point is not begun."""
    card = [node(0, 0), node(10, 0), node(10, 10), node(0, 10)]
    trace = Trace(
        outlines=[
            TracedOutline(name="front", nodes=card),
            TracedOutline(name="grain", nodes=[node(5, 2), node(5, 8)], closed=False),
            TracedOutline(name="hem", nodes=[node(5, 2)], closed=False),
        ],
        known=[known(20, 0, 21), known(0, 30, 29.4)],
    )
    front, grain = drawn_of(trace).paths
    assert [round(z.start.real, 6) for z in spans_of(trace.outlines[0], 1.05, 0.98)] == [0, 10.5, 10.5, 0]
    assert (front.name, front.closed, front.path.length) == ("front", True, pytest.approx(2 * (10.5 + 9.8)))
    assert (grain.name, grain.closed, grain.path.start, grain.path.end) == (
        "grain",
        False,
        pytest.approx(5.25 + 1.96j),
        pytest.approx(5.25 + 7.84j),
    )


@pytest.mark.parametrize(
    ("length", "is_likely"),
    [(20 * 0.79, False), (20 * 0.81, True), (20 * 1.24, True), (20 * 1.26, False)],
)
def test_a_length_a_quarter_off_is_another_one(length: float, is_likely: bool) -> None:
    if is_likely:
        assert correction([known(20, 0, length)]) == pytest.approx((length / 20,) * 2)
        return
    with pytest.raises(BadFile) as told:
        correction([known(20, 0, length)])
    assert (told.value.message, told.value.cure, told.value.field) == (
        f"a length of {length:g} cm is 20.0 cm on the picture.",
        "Look at the sheet's size and corners, or at the length.",
        "known",
    )


@pytest.mark.parametrize("swapped", [False, True])
@pytest.mark.parametrize(("share", "tells"), [(0.23, False), (0.27, True)])
def test_a_length_tells_of_a_direction_in_which_a_quarter_of_it_lies(share: float, tells: bool, swapped: bool) -> None:
    """Both are as long as on a picture that is 1.05 as wide as it should be and as high as it is; the slanting one has so much of its square down."""
    dx, dy = 20 * sqrt(1 - share), 20 * sqrt(share)
    slanting = hypot(1.05 * dx, dy)
    pair = [(20.0, 0.0, 21.0), (dx, dy, slanting)]
    found = correction([known(b, a, length) if swapped else known(a, b, length) for a, b, length in pair])
    if tells:
        assert found == pytest.approx((1.0, 1.05) if swapped else (1.05, 1.0))
    else:
        assert found == pytest.approx(((21 + slanting) / 40,) * 2)


@pytest.mark.parametrize(("square", "agree"), [(0.45, False), (0.55, True)])
def test_lengths_that_cannot_both_be_are_told(square: float, agree: bool) -> None:
    """Across 1.2; what is left of the slanting one would make the way down by the root of ``square`` as long."""
    given = [known(20, 0, 24), known(12, 16, sqrt((1.2 * 12) ** 2 + square * 16**2))]
    if agree:
        assert correction(given) == pytest.approx((1.2, sqrt(square)))
        return
    with pytest.raises(BadFile) as told:
        correction(given)
    assert (told.value.message, told.value.cure, told.value.field) == (
        "the known lengths contradict each other.",
        "Measure them once more.",
        "known",
    )


def test_two_places_that_are_one_have_no_length() -> None:
    with pytest.raises(BadFile) as told:
        correction([known(20, 0, 21), known(0, 0, 5)])
    assert (told.value.message, told.value.cure, told.value.field) == (
        "the two places of a known length are the same.",
        "Pick them apart.",
        "known",
    )
