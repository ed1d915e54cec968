"""What is easily overlooked because it is small: a leg too short to soften, half a centimetre that waits, a corner cut off."""

from __future__ import annotations

import random  # noqa: TID251  (seeded)
from dataclasses import replace
from math import pi

import pytest
import shapely
from svgpathtools import CubicBezier

from patterncraft.geometry.path import Path
from patterncraft.geometry.region import signed_area
from patterncraft.measures.figure import oval
from patterncraft.paper.closure import Reach
from patterncraft.paper.dart import darts_of
from patterncraft.paper.follow import lay_down, take_up
from patterncraft.paper.gives import gives_round
from patterncraft.paper.patches import on_paper, split_patches
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, Grain, GrainKind, Piece
from patterncraft.paper.seam import IntervalRule, Notch, Seam, SeamRule, Stretch, called
from patterncraft.paper.stitching import SOFT, stitched_legs
from patterncraft.paper.trace import Trace, backward, cut_traces, end_to_end
from tests.patterncraft.moves.test_words import one_dart as table_with_a_dart
from tests.samples import cut_level, square

DICE = random.Random(12)


def one_dart() -> Piece:
    return table_with_a_dart().pieces[0]


# ---- traces


@pytest.mark.parametrize("walked", ["along", "against"])
def test_an_edge_cut_anywhere_and_laid_together_again_remembers_one_stretch(walked: str) -> None:
    whole = (Trace(3, 4.0, 19.0, 12.0),)
    traces = whole if walked == "along" else backward(whole)
    for at in (0.5, 5.0, 11.9):
        left, right = cut_traces(traces, at)
        assert sum(t.now for t in left) == pytest.approx(at)
        (again,) = end_to_end(left, right)
        assert (again.edge, again.start, again.end, again.now) == pytest.approx(
            (3, *((4.0, 19.0) if walked == "along" else (19.0, 4.0)), 12.0)
        )


def test_what_turns_back_on_itself_or_is_drawn_to_another_scale_stays_two_stretches() -> None:
    there, back = Trace(0, 2.0, 6.0, 4.0), Trace(0, 6.0, 2.0, 4.0)
    assert end_to_end((there,), (back,)) == (there, back)
    longer = Trace(0, 6.0, 8.0, 4.0)
    assert end_to_end((there,), (longer,)) == (there, longer)


# ---- patches


def test_a_three_cornered_half_holds_what_lies_on_it() -> None:
    """A corner cut off a sheet: 8 by 6, the patch 4 by 4 at its right angle reaches over the cut."""
    corner = [(0j, 8 + 0j), (8 + 0j, 6j), (6j, 0j)]
    rest = [(8 + 0j, 20 + 0j), (20 + 0j, 20 + 20j), (20 + 20j, 20j), (20j, 6j), (6j, 8 + 0j)]
    patch = Path(((0j, 4 + 0j), (4 + 0j, 4 + 4j), (4 + 4j, 4j), (4j, 0j)))
    here, there = split_patches((patch,), corner, rest)
    square, half = (shapely.Polygon([(z.real, z.imag) for z, _ in x]) for x in (patch.segments, corner))
    on_half = square.intersection(half).area
    assert sum(abs(signed_area(p.segments)) for p in here) == pytest.approx(on_half, abs=1e-3)
    assert sum(abs(signed_area(p.segments)) for p in there) == pytest.approx(16 - on_half, abs=1e-3)
    assert sum(abs(signed_area(p.segments)) for p in on_paper((patch,), corner)) == pytest.approx(on_half, abs=1e-3)


def test_a_round_patch_that_lies_on_the_paper_as_a_whole_stays_round() -> None:
    """Not drawn anew with straight strokes: it is the very patch. One that hangs over is cut at the edge; one beside the paper is gone."""
    sheet = [(0j, 20 + 0j), (20 + 0j, 20 + 20j), (20 + 20j, 20j), (20j, 0j)]
    inside = oval(10 + 10j, 3.0, 4.0)
    assert on_paper((inside,), sheet) == (inside,)
    (cut,) = on_paper((oval(20 + 10j, 3.0, 4.0),), sheet)
    assert abs(signed_area(cut.segments)) == pytest.approx(0.5 * pi * 12, abs=0.05)
    assert on_paper((oval(30 + 10j, 3.0, 4.0),), sheet) == ()


# ---- names of places along a seam


def test_the_ends_of_a_seam_are_called_start_and_end_whatever_its_notches_are_called_now() -> None:
    rule = SeamRule("gather", ratio=1.5)
    stretches = (IntervalRule("start", "one", rule), IntervalRule("one", "end", rule))
    seam = Seam("side", (Stretch("a", "side"),), (), SeamRule("free"), stretches)
    again = called(seam, "other side", lambda n: f"{n} of the other")
    assert (again.name, [(r.start, r.end, r.rule) for r in again.rules]) == (
        "other side",
        [("start", "one of the other", rule), ("one of the other", "end", rule)],
    )


@pytest.mark.parametrize(
    ("start", "end", "lies"),
    [("start", "end", (0.0, 30.0)), ("end", "start", (0.0, 30.0)), ("zip", "end", (12.0, 30.0)), ("zip", "start", (0.0, 12.0)),
     ("gone", "zip", (0.0, 12.0)), ("zip", "gone", (12.0, 30.0)), ("of another", "zip", (0.0, 12.0))],
)  # fmt: skip
def test_a_notch_that_is_gone_counts_as_the_end_of_the_seam(start: str, end: str, lies: tuple[float, float]) -> None:
    notches = [Notch("zip", "side", "single", 12.0, 12.0), Notch("of another", "shoulder", "single", 5.0, 5.0)]
    assert Reach("side", start, end).along(notches, 30.0) == lies


# ---- darts


def test_a_leg_of_two_softenings_or_less_is_stitched_straight_and_a_longer_one_runs_out_on_its_fold() -> None:
    piece = one_dart()
    (dart,) = darts_of(piece)
    size = abs(dart.mouth[0] - dart.sewn_point)
    assert size > 2 * SOFT
    soft = replace(dart, rule=replace(dart.rule, soft=True))
    for leg in stitched_legs(soft):
        assert len(leg.segments) == 2
        last = leg.segments[-1]
        # It comes to the point along the fold, and begins so far before it as it is softened.
        fold = (dart.middle - dart.pivot) / abs(dart.middle - dart.pivot)
        assert abs(((last[-1] - last[-2]) * fold.conjugate()).imag) == pytest.approx(0.0, abs=1e-9)
        assert abs(last[-1] - last[0]) == pytest.approx(SOFT)
        # Sewn toward the point it never turns back, and leaves neither the paper between the leg and the fold.
        start, *curve = [(CubicBezier(*last).point(k / 20) - dart.sewn_point) / fold for k in range(20)]
        assert [z.real for z in curve] == sorted((z.real for z in curve), reverse=True)
        assert start.real > curve[0].real
        assert all(0 < z.imag / start.imag <= z.real / start.real + 1e-9 for z in curve)
    short = replace(soft, rule=replace(soft.rule, set_back=size - 1.9 * SOFT))
    assert all(len(leg.segments) == 1 for leg in stitched_legs(short))


def test_ease_says_its_bounds_to_the_tenth_of_a_millimetre() -> None:
    assert str(SeamRule("ease", 1 / 3, 2 / 3)) == "ease 0.33–0.67 cm"


def test_a_few_millimetres_that_wait_for_a_partner_wait_for_a_few_millimetres() -> None:
    """Ten wait; all but four millimetres are cut away and put aside."""
    whole = square(10)
    waiting = Seam("side", (Stretch("square", "right", "top"),), (), SeamRule("hold", length=10.0))
    hand = take_up(Pattern((whole,), (waiting,)), "square")
    _, upper = cut_level(hand.piece("square"), 9.6, 0.4)
    upper = replace(upper, paper=replace(upper.paper, block=100.0, away=96.0))
    (side,) = lay_down(hand, [upper]).pattern.seams
    assert side.rule.length == pytest.approx(0.4)


@pytest.mark.parametrize(("kind", "gives"), [("straight", 30.0), ("cross", 0.0), ("bias", 30.0), (None, 30.0)])
def test_a_sheet_gives_round_the_body_unless_its_warp_runs_there(kind: GrainKind | None, gives: float) -> None:
    """A jersey gives square to its warp; cut across, the warp goes round the body. Common practice, no source."""
    grain = Grain(2 + 2j, 2 + 18j, kind) if kind else None
    assert gives_round(replace(square(20.0), grain=grain, cut=CutPlan(1, False, False, stretch=30.0))) == gives


@pytest.mark.parametrize(
    ("notch", "turned"),
    [
        (Notch("balance", "side", "single", 3.0, 5.0), (5.0, 3.0, False)),
        (Notch("one side's", "side", "single", 3.0, None), (3.0, 3.0, True)),
        (Notch("the other's", "side", "single", 4.0, 4.0, only_b=True), (4.0, None, False)),
    ],
)
def test_a_notch_whose_sides_change_over_lies_where_it_lay(notch: Notch, turned: tuple[float, float | None, bool]) -> None:
    other = notch.turned()
    assert (other.at_a, other.at_b, other.only_b) == turned
    assert other.turned() == notch
