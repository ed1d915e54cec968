"""Paper at its edges: sheets that do not close or hold nothing, lines that stand for edges, promises called otherwise."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
import shapely

from patterncraft.errors import BadPlace, MoveRefused
from patterncraft.geometry.path import Path, straight
from patterncraft.paper.dart import darts_of
from patterncraft.paper.edge import Edge, EdgeKind
from patterncraft.paper.join import tape_shut
from patterncraft.paper.lens import LEVELS, Lens
from patterncraft.paper.opened import Opened, add_fullness
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import DartShape, DrawnLine, Piece
from patterncraft.paper.seam import IntervalRule, Notch, Seam, SeamRule, Stretch, called
from patterncraft.paper.sewn import neighbours, starts_at_end
from patterncraft.paper.sides import Leg, NewSide
from patterncraft.paper.sound import assert_sound
from patterncraft.paper.stitching import stitched_legs
from patterncraft.paper.trace import Kin, Trace, cut_traces, end_to_end
from tests.samples import polygon, ruled, sheet, square
from tests.travel import stroke


def test_a_sheet_that_does_not_close_is_refused_and_one_that_closes_to_a_hair_is_not() -> None:
    edges = square(10).outline
    for off, sound in ((2e-7, True), (2e-3, False)):
        gaping = Piece("sheet", (*edges[:3], edges[3].with_path(straight(10j, off + 0j))))
        if sound:
            assert assert_sound(gaping, "Draw it anew.") is gaping
        else:
            with pytest.raises(MoveRefused, match="would not close") as told:
                assert_sound(gaping, "Draw it anew.")
            assert (told.value.where, told.value.cure) == ("sheet", "Draw it anew.")


def test_a_sheet_that_holds_nothing_is_refused() -> None:
    flat = ruled("sliver", [0j, 5 + 0j, 10 + 0j, 5 + 0j], "abcd")
    with pytest.raises(MoveRefused) as told:
        assert_sound(flat, "Draw it anew.")
    assert told.value.where == "sliver"
    inside_out = ruled("turned", [0j, 10j, 10 + 10j, 10 + 0j], "abcd")
    with pytest.raises(MoveRefused, match="nothing would be left"):
        assert_sound(inside_out, "Draw it anew.")


def test_edges_that_run_over_each_other_are_both_named() -> None:
    knot = ruled("knot", [0j, 10 + 0j, 10j, 10 + 10j], "abcd")
    with pytest.raises(MoveRefused, match=r"the b would run over the d|the d would run over the b"):
        assert_sound(knot, "Draw it anew.")


@pytest.mark.parametrize(("at_end", "corner"), [(False, 0j), (True, 10 + 0j)])
def test_an_edge_is_measured_from_a_line_that_meets_its_end(at_end: bool, corner: complex) -> None:
    """Where a strip was added beyond an edge, that edge is a line now: the top is measured from it as before."""
    piece = replace(square(10), lines=(DrawnLine("old edge", straight(corner, corner + 10j)),))
    assert starts_at_end(piece, "top", "old edge") == at_end
    backwards = replace(square(10), lines=(DrawnLine("old edge", straight(corner + 10j, corner)),))
    assert starts_at_end(backwards, "top", "old edge") == at_end
    inside = replace(square(10), lines=(DrawnLine("old edge", straight(5 + 0j, 5 + 10j)),))
    with pytest.raises(BadPlace, match="Measure it from the left or from the right"):
        starts_at_end(inside, "top", "old edge")


def test_called_otherwise_a_seam_keeps_its_ends_and_what_it_promises_between_its_notches() -> None:
    gather, ease = SeamRule("gather", ratio=1.5), SeamRule("ease", 0.0, 0.5)
    seam = Seam("left side", (Stretch("a", "top"),), (Stretch("b", "top"),), SeamRule("equal"),
                (IntervalRule("start", "left balance", gather), IntervalRule("left balance", "end", ease)))  # fmt: skip
    other = called(seam, "side", lambda n: n.removeprefix("left "))
    assert other.name == "side"
    assert other.rules == (IntervalRule("start", "balance", gather), IntervalRule("balance", "end", ease))
    assert (other.a, other.b, other.rule) == (seam.a, seam.b, seam.rule)


def test_a_dart_as_deep_as_nothing_is_stitched_to_its_point() -> None:
    """Its mouth's middle is its point: legs that lie in one line."""
    corners = [0j, 4 + 0j, 5 + 0j, 6 + 0j, 10 + 0j, 10 + 10j, 10j]
    names = ["top", "top dart", "top dart", "top", "right", "bottom", "left"]
    (dart,) = darts_of(ruled("sheet", corners, names))
    assert dart.depth == 0.0
    assert dart.sewn_point == dart.pivot == 5 + 0j


@pytest.mark.parametrize("back", ["dart", "raw", "seam"])
def test_tape_goes_on_along_a_cut_and_along_a_dart_and_stops_at_a_seam(back: EdgeKind) -> None:
    """Two cuts into a sheet that lie on each other, each in two lengths of 3 cm: taped from the point outwards, the outer lengths only where they are no seam."""
    corners = [0j, 5 + 0j, 5 + 3j, 5 + 6j, 5 + 3j, 5 + 0j, 10 + 0j, 10 + 10j, 10j]
    names = ["top", "outer", "inner", "inner", "outer", "top", "right", "bottom", "left"]
    kinds: list[EdgeKind] = ["seam", back, "raw", "raw", "raw", "seam", "seam", "seam", "seam"]
    edges = tuple(Edge(n, k, straight(a, b)) for n, k, a, b in zip(names, kinds, corners, [*corners[1:], corners[0]], strict=True))
    shut = tape_shut(Piece("sheet", edges), 3)
    left = [e.name for e in shut.outline]
    assert ("outer" in left) == (back == "seam")
    assert "inner" not in left
    assert sum(t.length for t in shut.paper.tapes) == pytest.approx(3.0 if back == "seam" else 6.0)


def test_neighbours_of_an_edge_that_is_all_there_is() -> None:
    """A round sheet has one edge, and darts in it: it lies beside nothing."""
    corners = [0j, 4 + 0j, 5 + 3j, 6 + 0j, 10 + 0j, 10 + 10j, 10j]
    names = ["rim", "rim dart", "rim dart", "rim", "rim", "rim", "rim"]
    before, after = neighbours(ruled("round", corners, names), "rim")
    assert (before, after) == ("rim", "rim")
    assert neighbours(sheet(4, 6, "sheet"), "top") == ("left", "right")


@pytest.mark.parametrize("kind", ["raw", "seam", "dart"])
def test_only_a_darts_legs_are_taped_as_far_as_the_shorter_one(kind: EdgeKind) -> None:
    """Two straight edges on one line from a corner inwards, 6 and 5 cm long: as legs they leave a sliver to true, as cuts they do not fit and stay."""
    piece = ruled(
        "sheet", [0j, 5 + 0j, 5 + 6j, 5 + 1j, 10 + 0j, 10 + 10j, 10j], ["top", "in", "out", "top", "right", "bottom", "left"]
    )
    edges = tuple(replace(e, kind=kind) if e.name in ("in", "out") else e for e in piece.outline)
    shut = tape_shut(piece.with_outline(edges), 2)
    if kind == "dart":
        (sliver,) = [e for e in shut.outline if e.name == "to true"]
        assert {sliver.path.start, sliver.path.end} == {5 + 0j, 5 + 1j}
        assert [t.length for t in shut.paper.tapes] == [pytest.approx(5.0)]
    else:
        assert [e.name for e in shut.outline] == [e.name for e in piece.outline]
        assert shut.paper.tapes == ()


@pytest.mark.parametrize("off", [1e-5, -1e-5])
def test_what_lay_between_legs_that_met_by_a_hair_is_in_the_account(off: float) -> None:
    """A leg of 6 and one of 5 whose end lies a hair aside: half of 6 times the hair is paper that came, or that went."""
    corners = [0j, 5 + 0j, 5 + 6j, 5 + off + 1j, 10 + 0j, 10 + 10j, 10j]
    piece = ruled("sheet", corners, ["top", "in", "out", "top", "right", "bottom", "left"])
    shut = tape_shut(piece.with_outline(tuple(replace(e, kind="dart") if e.name in ("in", "out") else e for e in piece.outline)), 2)
    assert shut.outline[0].name == "to true"
    assert shut.paper.new - shut.paper.away == pytest.approx(3 * off, rel=1e-3)
    assert polygon(shut).area - polygon(piece).area == pytest.approx(3 * off, rel=1e-3)


@pytest.mark.parametrize("wide", [0.6, 1.4, 5.0])
@pytest.mark.parametrize(("shape", "inwards"), [("in", True), ("out", False)])
def test_a_hollowed_dart_is_stitched_inside_its_legs_and_a_rounded_one_outside(
    wide: float, shape: DartShape, inwards: bool
) -> None:
    """By a millimetre half-way, however narrow it is: nearer to its middle line than the leg, or farther from it."""
    corners = [0j, complex(10 - wide / 2), 10 + 12j, complex(10 + wide / 2), 20 + 0j, 20 + 20j, 20j]
    names = ["top", "top dart", "top dart", "top", "right", "bottom", "left"]
    piece = ruled("sheet", corners, names)
    shaped = replace(piece, darts=(replace(piece.darts[0], set_back=0.0, shape=shape, bend=0.1),))
    (dart,) = darts_of(shaped)
    for leg, own in zip(stitched_legs(dart), (dart.leg_in, dart.leg_out), strict=True):
        half, straight_half = leg.at(0.5 * leg.length), 0.5 * (own.path.start + own.path.end)
        assert abs(straight_half.real - 10) - abs(half.real - 10) == pytest.approx(0.1 if inwards else -0.1, abs=0.005)


def test_a_cut_through_a_trace_leaves_both_halves_what_the_whole_was() -> None:
    """Either half knows how its old edge was sewn; end to end again they are the whole; laid down, the cut that made the edge is still known."""
    kin = Kin(3, 12.5, -1)
    whole = (Trace(7, 2.0, 12.0, 20.0, kin), Trace(8, 0.0, 5.0, 5.0, Kin(4, 0.0, 1)))
    left, right = cut_traces(whole, 6.0)
    assert left == (Trace(7, 2.0, 5.0, 6.0, kin),)
    assert right == (Trace(7, 5.0, 12.0, 14.0, kin), whole[1])
    assert end_to_end(left, right) == whole
    edge = Edge("panel", "seam", straight(0j, 20 + 0j), "first cut", whole[:1])
    assert edge.without_trace() == Edge("panel", "seam", straight(0j, 20 + 0j), "first cut")


def test_a_slit_in_a_sheet_of_two_edges_is_taped_shut() -> None:
    """Two edges round, and two that lie on each other within: taped, the paper is what it was, and of the slit the tape is left."""
    slit = ruled("disc", [0j, 10 + 0j, 6 + 4j, 10 + 0j, 10 + 10j], ["bottom", "in", "out", "right", "left"])
    shut = tape_shut(slit, 2)
    assert [e.name for e in shut.outline] == ["right", "left", "bottom"]
    assert [t.length for t in shut.paper.tapes] == [pytest.approx(abs(4 - 4j))]
    three = ruled("half", [0j, 10 + 0j, 6 + 4j, 10 + 0j], ["bottom", "in", "out", "back"])
    assert [e.name for e in tape_shut(three, 2).outline] == ["back", "bottom"]


@pytest.mark.parametrize("low", [True, False])
def test_a_lens_that_is_widest_close_to_a_point_is_measured_there(low: bool) -> None:
    """A straight side against a curve that bulges just before its end: across, by another library's intersections."""
    bulge = [0j, 99j, 12 + 99.9j, 100j]
    if not low:
        bulge = [complex(z.real, 100 - z.imag) for z in bulge[::-1]]
    side = Path(((bulge[0], bulge[1], bulge[2], bulge[3]),))
    lens = Lens("dart", straight(0j, 100j), side)
    line = stroke(side)
    widest = max(
        (max(x for x, _ in _points(line.intersection(shapely.LineString([(-1, y), (20, y)])))), y)
        for y in (k / 200 for k in range(1, 20000))
    )
    assert min(widest[1], 100 - widest[1]) < 100 / LEVELS, "beyond the last level that is looked at"
    assert lens.widest == pytest.approx(widest[0], abs=5e-4)
    assert lens.widest_at.imag == pytest.approx(widest[1], abs=0.05)


def _points(found: Any) -> list[tuple[float, float]]:
    parts = [found] if found.geom_type == "Point" else list(getattr(found, "geoms", []))
    return [p.coords[0] for p in parts if p.geom_type == "Point"] or [(0.0, 0.0)]


def test_a_rule_that_only_meets_the_zone_opened_next_to_it_stays_between_its_own_notches() -> None:
    seam = Seam(
        "joint",
        (Stretch("one", "top"),),
        (Stretch("other", "top"),),
        SeamRule("equal"),
        (
            IntervalRule("first", "second", SeamRule("gather", ratio=1.2)),
            IntervalRule("third", "fourth", SeamRule("gather", ratio=1.3)),
        ),
    )
    at = {"first": 4.0, "second": 8.0, "third": 14.0, "fourth": 18.0}
    notches = [Notch(name, "joint", "single", x, x) for name, x in at.items()]
    before = Pattern((sheet(24, 10, "one"), sheet(24, 10, "other")), (seam,), tuple(notches))
    same = NewSide(seam.a, (Leg(0.0, 24.0, 0.0, 24.0),), 0.0, 24.0, 24.0)
    after, _ = add_fullness(
        before, seam, (same, same._replace(side=seam.b)), notches, [Opened("one", "top", 0, 8.0, 14.0, "gather")]
    )
    assert set(seam.rules) <= set(after.rules)
    assert len(after.rules) == 3
