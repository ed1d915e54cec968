"""Strips moved apart and over each other: the arithmetic by hand, congruence by another library, every refusal."""

from __future__ import annotations

from math import asin, cos, pi, sin
from typing import Any

import pytest
import shapely

from patterncraft.errors import PatternError
from patterncraft.geometry.path import straight
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import account_of
from patterncraft.paper.edge import Edge, EdgeKind
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, DrawnLine, Grain, Mark, Piece
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch
from patterncraft.paper.sewn import sewn_length
from patterncraft.replay import replay
from tests.conftest import draft, draft_by
from tests.samples import AVERAGE, WHOLE, assert_same_outline, polygon

RULES = HouseRules()
Step = dict[str, Any]


def skirt(wide: float = 50.0, long: float = 60.0) -> Pattern:
    """A straight skirt panel on the fold: waist at the top, its partner a band of the same length."""
    corners = [0j, complex(wide, 0), complex(wide, long), complex(0, long)]
    names: list[tuple[str, EdgeKind]] = [("waist", "seam"), ("side", "seam"), ("hem", "hem"), ("centre front", "fold")]
    outline = tuple(Edge(n, k, straight(a, b)) for (n, k), a, b in zip(names, corners, corners[1:] + corners[:1], strict=True))
    panel = Piece("panel", outline, grain=Grain(3 + 10j, 3 + 50j), cut=CutPlan(1, True, False))
    band = Piece("band", tuple(Edge(n, "seam", straight(a, b)) for n, a, b in _band(wide)))
    seam = Seam("waist", (Stretch("panel", "waist", "centre front"),), (Stretch("band", "lower", "left"),), SeamRule("equal"))
    return Pattern((panel, band), (seam,), (Notch("middle", "waist", "single", wide / 2, wide / 2),))


def _band(wide: float) -> list[tuple[str, complex, complex]]:
    corners = [0j, complex(wide, 0), complex(wide, 4), 4j]
    return [(n, corners[k], corners[(k + 1) % 4]) for k, n in enumerate(("upper", "right", "lower", "left"))]


def spread(piece: str = "panel", a: str = "waist", b: str = "hem", **more: object) -> Step:
    return {"move": "slash_and_spread", "piece": piece, "from_edge": a, "to_edge": b, **more}


def work(pattern: Pattern, *steps: Step) -> Pattern:
    done = replay(pattern, read_steps(list(steps)), RULES)
    if done.stopped:
        raise done.stopped
    return done.pattern


def test_five_strips_at_five_centimetres_parallel_by_hand() -> None:
    # 50 cm in five strips of 10, four slashes of 5: 70 at waist and hem, 4 × 5 × 60 = 1200 cm² of new paper.
    after = work(skirt(), spread(count=4, opening=5, hinge="none"))
    panel = after.piece("panel")
    assert [sewn_length(panel, e) for e in ("waist", "hem")] == pytest.approx([70, 70])
    assert panel.area == pytest.approx(4200)
    line = account_of(panel)
    assert (line.block, line.new, line.away) == (pytest.approx(3000), pytest.approx(1200), pytest.approx(0, abs=1e-9))
    # Gathered from half a strip in (5) to half a strip from the end (45): 40 of the band carry 60.
    rule = after.seam("waist").rules[0]
    assert (rule.start, rule.end, rule.rule.kind) == ("gather 1", "gather 2", "gather")
    assert rule.rule.ratio == pytest.approx(60 / 40)
    places = {n.name: (n.at_a, n.at_b) for n in after.notches_of("waist")}
    assert places["gather 1"] == pytest.approx((5, 5))
    assert places["gather 2"] == pytest.approx((65, 45))
    # The middle notch lay at 25: behind two openings, before the third.
    assert places["middle"] == pytest.approx((35, 25))
    assert all(p.kept for p in ledger(after, RULES))


def test_the_strip_on_the_fold_stays_and_the_grain_with_it() -> None:
    after = work(skirt(), spread(count=4, opening=5, hinge="none")).piece("panel")
    fold = next(e for e in after.outline if e.kind == "fold")
    assert (fold.path.start, fold.path.end) == (60j, 0j)
    assert after.grain == Grain(3 + 10j, 3 + 50j)


def test_a_hinged_flare_is_a_fan_of_wedges_each_of_two_asin() -> None:
    # Each strip 60 long opens 5 at the hem about the waist: 2·asin(2.5/60) = 4.776°. After four the side stands at 19.10° to the fold.
    after = work(skirt(), spread(a="hem", b="waist", count=4, opening=5, result="flare")).piece("panel")
    turned = 4 * 2 * asin(2.5 / 60)
    side = next(e for e in after.outline if e.name == "side").path
    along = (side.end - side.start) / abs(side.end - side.start)
    assert along == pytest.approx(complex(sin(turned), cos(turned)), abs=1e-9)
    assert side.length == pytest.approx(60)
    # Each wedge: 60²·sin(θ)/2.
    assert account_of(after).new == pytest.approx(4 * 0.5 * 3600 * sin(turned / 4), rel=0.01)
    assert sewn_length(after, "waist") == pytest.approx(50, abs=1e-6), "a hinge neither gives nor takes"
    # The hem runs within a hair of the ring of radius that many wedges make: old 50 + 4 chords of 5, cut off at the corners.
    assert sewn_length(after, "hem") == pytest.approx(70, abs=0.15)


def test_a_ring_sector_from_a_quarter_circle_of_slashes() -> None:
    # Many narrow strips flared until they stand at a right angle make a quarter ring: radius of the waist 50·2/π.
    n = 30
    wedge = pi / 2 / n
    after = work(skirt(50, 30), spread(a="hem", b="waist", count=n, opening=2 * 30 * sin(wedge / 2), result="flare")).piece("panel")
    inner, outer = 100 / pi, 100 / pi + 30
    assert sewn_length(after, "waist") == pytest.approx(50, abs=1e-6)
    assert sewn_length(after, "hem") == pytest.approx(outer * pi / 2, rel=0.01)
    assert after.area == pytest.approx((outer**2 - inner**2) * pi / 4, rel=0.01)


def test_wedge_and_parallel_together_open_each_end_by_its_own() -> None:
    after = work(skirt(), spread(a="hem", b="waist", count=1, opening=8, far_opening=3, result="flare")).piece("panel")
    assert sewn_length(after, "waist") == pytest.approx(53, abs=0.1)
    assert sewn_length(after, "hem") == pytest.approx(58, abs=0.1)


@pytest.mark.parametrize(
    ("how", "wanted"), [({"total": 20}, 70), ({"ratio": 1.5}, 75), ({"to_length": 66}, 66), ({"opening": 4}, 66)]
)
def test_the_same_said_in_four_ways(how: Step, wanted: float) -> None:
    after = work(skirt(), spread(count=4, hinge="none", **how)).piece("panel")
    assert sewn_length(after, "waist") == pytest.approx(wanted)


def test_a_zone_takes_all_the_fullness_and_is_notched_at_its_ends() -> None:
    ends = {
        "from": {"edge": "waist", "from": "centre front", "distance": 10},
        "to": {"edge": "waist", "from": "centre front", "distance": 30},
    }
    after = work(skirt(), spread(count=2, opening=6, hinge="none", zone=ends))
    rule = after.seam("waist").rules[0]
    assert rule.rule.ratio == pytest.approx(32 / 20)
    places = {n.name: (n.at_a, n.at_b) for n in after.notches_of("waist")}
    assert (places["gather 1"], places["gather 2"]) == (pytest.approx((10, 10)), pytest.approx((42, 30)))


def test_what_lies_on_a_strip_goes_with_it() -> None:
    pattern = skirt()
    panel = pattern.piece("panel")
    marked = pattern.with_piece(
        Piece(
            panel.name,
            panel.outline,
            marks=(Mark("pocket", 45 + 20j),),
            lines=(DrawnLine("hip", straight(20j, 50 + 20j)),),
            cut=panel.cut,
        )
    )
    after = work(marked, spread(count=4, opening=5, hinge="none")).piece("panel")
    # The last strip, slid by four openings.
    assert after.mark("pocket").at == pytest.approx(65 + 20j)
    assert sum(x.path.length for x in after.lines) == pytest.approx(50)
    assert max(x.path.end.real for x in after.lines) == pytest.approx(70)


def test_every_strip_is_congruent_to_what_it_was_and_none_lies_over_another() -> None:
    pattern = draft_by("skirt", WHOLE).pattern
    before = pattern.piece("skirt front")
    after = work(pattern, spread("skirt front", "hem", "waist", count=3, opening=6, result="flare")).piece("skirt front")
    patches = [shapely.Polygon([(z.real, z.imag) for s in p.segments for z in s[:1]]) for p in after.paper.patches]
    wedges = [p for p in patches if p.area > 20]
    assert len(wedges) == 3
    strips = polygon(after).difference(shapely.union_all(wedges))
    assert strips.area == pytest.approx(before.area, rel=0.005)
    assert sum(p.area for p in wedges) + strips.area == pytest.approx(after.area, rel=5e-4), "no overlap"


def test_a_dart_in_the_edge_is_no_hindrance_where_no_slash_meets_it() -> None:
    pattern = draft_by("skirt", WHOLE).pattern
    after = work(pattern, spread("skirt front", "waist", "hem", count=2, opening=5, hinge="none"))
    piece = after.piece("skirt front")
    assert [d.name for d in piece.darts] == ["waist dart"]
    assert all(p.kept for p in ledger(after, RULES))


def test_nothing_opened_is_the_same_piece() -> None:
    pattern = draft_by("skirt", WHOLE).pattern
    after = work(pattern, spread("skirt front", "waist", "hem", count=3, opening=0))
    assert_same_outline(pattern.piece("skirt front"), after.piece("skirt front"), 0.0)


class TestOverlap:
    def test_two_slashes_lapped_by_three_by_hand(self) -> None:
        step = {
            "move": "overlap",
            "piece": "panel",
            "from_edge": "waist",
            "to_edge": "hem",
            "count": 2,
            "amount": 3,
            "hinge": "none",
        }
        after = work(skirt(), step)
        panel = after.piece("panel")
        assert [sewn_length(panel, e) for e in ("waist", "hem")] == pytest.approx([44, 44])
        assert account_of(panel).away == pytest.approx(2 * 3 * 60)
        promise = next(p for p in ledger(after, RULES) if p.name == "waist")
        assert promise.over == pytest.approx(-6), "its partner must follow, and the ledger says so"

    def test_a_flare_taken_back_by_the_same_angles_is_the_straight_panel(self) -> None:
        flared = work(skirt(), spread(a="hem", b="waist", count=1, opening=6, result="flare"))
        back = {"move": "overlap", "piece": "panel", "from_edge": "hem", "to_edge": "waist", "count": 1, "amount": 6}
        panel = work(flared, back).piece("panel")
        side = next(e for e in panel.outline if e.name == "side").path
        assert abs((side.end - side.start).real) < 0.2
        # The hem was redrawn twice as one curve: a hair was cut off each time.
        assert panel.area == pytest.approx(3000, rel=0.01)

    def test_more_than_the_strip_is_wide_is_refused(self) -> None:
        step = {
            "move": "overlap",
            "piece": "panel",
            "from_edge": "waist",
            "to_edge": "hem",
            "count": 4,
            "amount": 11,
            "hinge": "none",
        }
        with pytest.raises(PatternError, match="is laid over by 11"):
            work(skirt(), step)


REFUSED: list[tuple[Step, str, str]] = [
    ({"count": 0, "opening": 2}, "at least 1", "count"),
    ({"count": 500, "opening": 2}, "at most 60", "count"),
    ({"opening": 2}, "either how many slashes", ""),
    ({"count": 2}, "how far it opens in one way", ""),
    ({"count": 2, "opening": 2, "ratio": 1.5}, "how far it opens in one way", ""),
    ({"count": 2, "opening": 90}, "more than a right angle", "opening"),
    ({"count": 2, "to_length": 30}, "already", "to_length"),
    ({"to_edge": "waist", "count": 2, "opening": 2}, "from one edge to another", "to_edge"),
    ({"to_edge": "centre front", "count": 2, "opening": 2}, "through the fold", "from_edge"),
    ({"to_edge": "neckline", "count": 2, "opening": 2}, "no edge called “neckline”", ""),
    ({"at": [[{"edge": "waist", "fraction": 0.5}, {"edge": "hem", "fraction": 0}]], "opening": 2}, "on the corner", "at"),
    ({"at": [[{"edge": "waist", "fraction": 0.5}, {"edge": "side", "fraction": 0.5}]], "opening": 2}, "does not lead from the waist to the hem", "at"),
    ({"at": [[{"edge": "waist", "fraction": 0.3}, {"edge": "hem", "fraction": 0.2}], [{"edge": "waist", "fraction": 0.6}, {"edge": "hem", "fraction": 0.9}]],
      "opening": 2}, "cross or lie on each other", "at"),
]  # fmt: skip


@pytest.mark.parametrize(("more", "why", "field"), REFUSED)
def test_refused_in_one_sentence_at_its_slot(more: Step, why: str, field: str) -> None:
    step = {**spread(), **more}
    with pytest.raises(PatternError, match=why) as caught:
        work(skirt(), step)
    if field:
        assert caught.value.field.split(".")[-1] == field


def test_a_slash_through_an_open_dart_offers_to_close_it_first() -> None:
    block = draft(AVERAGE).pattern
    step = spread(
        "front",
        "side",
        "centre front",
        at=[[{"edge": "side", "from": "waist", "fraction": 0.1}, {"edge": "shoulder", "fraction": 0.5}]],
        opening=2,
    )
    step["to_edge"] = "shoulder"
    with pytest.raises(PatternError, match=r"open .* dart") as caught:
        work(block, step)
    assert "close the" in caught.value.cure
