"""Paper at its edges: sheets that do not close or hold nothing, lines that stand for edges, promises called otherwise."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.errors import BadPlace, MoveRefused
from patterncraft.geometry.path import straight
from patterncraft.paper.dart import darts_of
from patterncraft.paper.edge import Edge, EdgeKind
from patterncraft.paper.join import tape_shut
from patterncraft.paper.piece import DartShape, DrawnLine, Piece
from patterncraft.paper.seam import IntervalRule, Seam, SeamRule, Stretch, called
from patterncraft.paper.sewn import neighbours, starts_at_end
from patterncraft.paper.sound import assert_sound
from patterncraft.paper.stitching import stitched_legs
from tests.samples import ruled, sheet, square


def test_a_sheet_that_does_not_close_is_refused_and_one_that_closes_to_a_hair_is_not() -> None:
    edges = square(10).outline
    for off, sound in ((2e-7, True), (2e-3, False)):
        gaping = Piece("sheet", (*edges[:3], edges[3].with_path(straight(10j, off + 0j))))
        if sound:
            assert assert_sound(gaping) is gaping
        else:
            with pytest.raises(MoveRefused, match="would not close") as told:
                assert_sound(gaping, "Draw it anew.")
            assert (told.value.where, told.value.cure) == ("sheet", "Draw it anew.")


def test_a_sheet_that_holds_nothing_is_refused() -> None:
    flat = ruled("sliver", [0j, 5 + 0j, 10 + 0j, 5 + 0j], "abcd")
    with pytest.raises(MoveRefused) as told:
        assert_sound(flat)
    assert told.value.where == "sliver"
    inside_out = ruled("turned", [0j, 10j, 10 + 10j, 10 + 0j], "abcd")
    with pytest.raises(MoveRefused, match="nothing would be left"):
        assert_sound(inside_out)


def test_edges_that_run_over_each_other_are_both_named() -> None:
    knot = ruled("knot", [0j, 10 + 0j, 10j, 10 + 10j], "abcd")
    with pytest.raises(MoveRefused, match=r"the b would run over the d|the d would run over the b"):
        assert_sound(knot)


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
