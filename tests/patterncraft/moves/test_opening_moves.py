"""Pleated, tucked, flared, lifted, eased, a godet set in: worked by hand on squares and skirts, measured by shapely."""

from __future__ import annotations

from itertools import combinations
from math import asin, pi, sin, sqrt, tan
from typing import Any

import pytest
import shapely

from patterncraft.geometry.path import straight
from patterncraft.handwork.fullness import ease_advice, gather_advice, strip_advice
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.edge import Edge
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Piece
from patterncraft.replay import replay
from patterncraft.style import on_one_table
from tests.conftest import draft, draft_by
from tests.rich import worked
from tests.samples import FIGURES, WHOLE, polygon, sewn_of, square
from tests.sequences import fault_in
from tests.travel import region, stroke

Step = dict[str, Any]
RULES = HouseRules()


def skirt() -> Pattern:
    return draft_by("skirt", WHOLE).pattern


def sheet(side: float = 20.0) -> Pattern:
    return Pattern((square(side),))


def edge(piece: Piece, name: str) -> shapely.Geometry:
    return shapely.union_all([stroke(e.path) for e in piece.outline if e.name == name])


def stopped(pattern: Pattern, step: Step) -> tuple[str, str]:
    done = replay(pattern, read_steps([step]), RULES)
    assert done.stopped is not None, "it was done"
    assert done.pattern == pattern, "the recipe before it stays live"
    return done.stopped.message, done.stopped.field


class TestPleats:
    STEP = {"move": "pleats", "piece": "square", "from_edge": "top", "to_edge": "bottom"}  # noqa: RUF012

    @pytest.mark.parametrize(("kind", "each"), [("knife", 4.0), ("inverted", 8.0), ("box", 8.0)])
    def test_each_takes_up_twice_its_depth_for_each_fold(self, kind: str, each: float) -> None:
        after = worked(sheet(30), self.STEP | {"kind": kind, "count": 2, "depth": 2.0}).piece("square")
        assert sewn_of(after)["top"] == pytest.approx(30 + 2 * each)
        assert sewn_of(after)["bottom"] == pytest.approx(30 + 2 * each)
        assert polygon(after).area == pytest.approx(900 + 2 * each * 30)

    def test_fold_and_placement_lie_by_hand(self) -> None:
        """One pleat 2 deep at 10 of 30: new paper from 10 to 14 (knife) or 18. Toward the left it is folded on its right side."""
        at = [[{"edge": "top", "from": "left", "distance": 10}, {"edge": "bottom", "from": "left", "distance": 10}]]
        wanted = {
            ("knife", "side"): ({10.0}, {14.0}),
            ("knife", "centre"): ({14.0}, {10.0}),
            ("inverted", "centre"): ({10.0, 18.0}, {14.0}),
            ("box", "centre"): ({12.0, 16.0}, {8.0, 20.0}),
        }
        for (kind, toward), (folds, places) in wanted.items():
            # A sheet without a centre reads outward as to the right; without a grainline the first strip stays.
            piece = worked(sheet(30), self.STEP | {"kind": kind, "at": at, "depth": 2.0, "toward": toward}).piece("square")
            shift = min(z.real for e in piece.outline for z in (e.path.start,))
            lines = {
                word: {round(x.path.start.real - shift, 6) for x in piece.lines if x.name.endswith(word)}
                for word in ("fold", "placement")
            }
            assert (lines["fold"], lines["placement"]) == (folds, places), (kind, toward)

    @pytest.mark.parametrize("kind", ["knife", "inverted", "box"])
    def test_folded_shut_the_strips_lie_as_they_lay_before_they_were_cut(self, kind: str) -> None:
        """On a skirt the slashes lean, each its own way. Paper folded along one line and laid to a line beside it moves square to
        both; so the ends of a pleat's lines lie square across from each other, or waist and hem would step at the fold."""
        step = {
            "move": "pleats",
            "piece": "skirt front",
            "from_edge": "hem",
            "to_edge": "waist",
            "kind": kind,
            "count": 2,
            "depth": 2.0,
        }
        after = worked(skirt(), step).piece("skirt front")
        leans = set()
        for number in (1, 2):
            lines = [x.path for x in after.lines if x.name.startswith(f"pleat {number} ")]
            assert len(lines) == {"knife": 2, "inverted": 3, "box": 4}[kind]
            along = (lines[0].end - lines[0].start) / abs(lines[0].end - lines[0].start)
            leans.add(round(along.real, 4))
            for one, two in combinations(lines, 2):
                for a, b in ((one.start, two.start), (one.end, two.end)):
                    assert ((b - a) * along.conjugate()).real == pytest.approx(0.0, abs=1e-6)
        assert len(leans) == 2

    def test_folded_a_slanting_edge_runs_on_along_its_neighbour(self) -> None:
        """A top that falls by one in five: over the new paper it is mirrored at the fold and back at the half (by hand)."""

        corners = [0j, 30 + 6j, 30 + 30j, 30j]
        slant = Piece(
            "square",
            tuple(
                Edge(n, "seam", straight(a, b))
                for n, a, b in zip(("top", "right", "bottom", "left"), corners, [*corners[1:], corners[0]], strict=True)
            ),
        )
        at = [[{"edge": "top", "from": "left", "fraction": 1 / 3}, {"edge": "bottom", "from": "left", "fraction": 1 / 3}]]
        piece = worked(Pattern((slant,)), self.STEP | {"kind": "knife", "at": at, "depth": 2.0, "toward": "side"}).piece("square")
        top = edge(piece, "top")
        left = top.bounds[0]
        # From the fold at 10 the edge rises back as it fell (to 12), then falls as before (to 14).
        for x, y in ((10.0, 2.0), (11.0, 1.8), (12.0, 1.6), (13.0, 1.8), (14.0, 2.0)):
            assert top.distance(shapely.Point(left + x, y)) < 0.02, (x, y)

    def test_to_nothing_the_far_edge_keeps_its_length(self) -> None:
        after = worked(
            sheet(30), self.STEP | {"kind": "knife", "count": 1, "depth": 2.0, "ends": "nothing", "stitched": 8.0}
        ).piece("square")
        assert sewn_of(after)["bottom"] == pytest.approx(30, abs=1e-3)
        assert sewn_of(after)["top"] == pytest.approx(34, abs=0.05)
        assert polygon(after).area == pytest.approx(900 + 0.5 * 30 * 30 * sin(2 * asin(4 / 60)), rel=0.01)
        across = next(x.path for x in after.lines if "stitched" in x.name)
        assert across.length == pytest.approx(4 * 22 / 30, abs=0.1)

    def test_a_seam_keeps_its_promise_pleated(self) -> None:
        after = worked(skirt(), {"move": "convert_dart", "piece": "skirt front", "dart": "waist dart", "into": "ease"},
                       {"move": "pleats", "piece": "skirt front", "from_edge": "waist", "to_edge": "hem", "kind": "knife", "count": 3, "depth": 1.5})  # fmt: skip
        promise = next(p for p in ledger(after, RULES) if p.name == "waist")
        assert promise.kept
        assert any("pleated" in i.rule for i in promise.intervals)

    def test_deeper_than_the_room_is_refused_with_what_there_is(self) -> None:
        """Three pleats shared out over 30: 7.5 from one to the next."""
        deep = self.STEP | {"kind": "knife", "count": 3}
        assert replay(sheet(30), read_steps([deep | {"depth": 7.5}]), RULES).stopped is None
        assert stopped(sheet(30), deep | {"depth": 7.6}) == (
            "pleats 7.6 cm deep need 7.6 cm between them; there are 7.5 cm.",
            "depth",
        )
        box = self.STEP | {"kind": "box", "count": 3}
        assert replay(sheet(30), read_steps([box | {"depth": 3.75}]), RULES).stopped is None
        assert stopped(sheet(30), box | {"depth": 3.9})[1] == "depth"
        wide = self.STEP | {"kind": "knife", "count": 5, "spacing": 8.0, "depth": 1.0}
        assert stopped(sheet(30), wide)[1] == "spacing"


class TestTucks:
    STEP = {"move": "tucks", "piece": "square", "line": [{"edge": "left", "fraction": 0.5}, {"edge": "right", "fraction": 0.5}]}  # noqa: RUF012

    def test_three_tucks_one_deep_take_six_and_lie_three_apart(self) -> None:
        after = worked(sheet(), self.STEP | {"depth": 1.0, "count": 3, "spacing": 3.0}).piece("square")
        assert sewn_of(after)["left"] == pytest.approx(26.0)
        assert polygon(after).area == pytest.approx(520.0)
        levels = sorted(x.path.start.imag for x in after.lines)
        assert [b - a for a, b in zip(levels, levels[1:], strict=False)] == pytest.approx([2, 3, 2, 3, 2])  # noqa: RUF007
        assert all(abs(x.path.start.imag - x.path.end.imag) < 1e-9 and x.path.length == pytest.approx(20) for x in after.lines)

    def test_refusals(self) -> None:
        assert stopped(sheet(), self.STEP | {"depth": 3.0, "count": 2, "spacing": 2.5})[1] == "spacing"
        curved = self.STEP | {
            "depth": 1.0,
            "line": {"through": [{"edge": "left", "fraction": 0.5}, {"edge": "right", "fraction": 0.4}], "shape": "s"},
        }
        assert stopped(sheet(), curved)[1] == "line"


class TestFlare:
    def test_both_partners_go_out_from_the_hip_and_keep_their_length_and_the_hem_is_square(self) -> None:
        before = skirt()
        after = worked(
            before,
            {
                "move": "flare",
                "piece": "skirt front",
                "edge": "side",
                "amount": 5.0,
                "from": {"edge": "side", "level": "hip", "down": 10.0},
            },
        )
        for old in before.pieces:
            new = after.piece(old.name)
            assert sewn_of(new)["side"] == pytest.approx(sewn_of(old)["side"], abs=1e-4)
            hem = next(e.path for e in new.outline if e.name == "hem")
            side = next(e.path for e in new.outline if e.name == "side")
            at_corner = abs((side.end_direction * hem.start_direction.conjugate()).real)
            assert at_corner < 1e-6, "square"
            old_hem = next(e.path for e in old.outline if e.name == "hem")
            assert hem.start.real - old_hem.start.real == pytest.approx(5.0, abs=0.1)
            assert polygon(new).contains(polygon(old).buffer(-0.6))
        assert all(p.kept for p in ledger(after, RULES))

    def test_more_than_a_flare_and_edges_without_a_hem_are_refused(self) -> None:
        step = {"move": "flare", "piece": "skirt front", "edge": "side", "from": {"edge": "side", "from": "hem", "distance": 20.0}}
        assert replay(skirt(), read_steps([step | {"amount": 13.9}]), RULES).stopped is None
        assert stopped(skirt(), step | {"amount": 14.1})[1] == "amount"
        assert stopped(skirt(), step | {"edge": "waist", "amount": 3.0})[1] == "edge"
        bodice = {"move": "flare", "piece": "front", "edge": "side", "amount": 3.0, "from": {"edge": "side", "fraction": 0.5}}
        assert stopped(draft(WHOLE).pattern, bodice)[0] == "the side runs into no hem."


class TestGodet:
    @pytest.mark.parametrize(
        ("wide", "angle"),
        [({"circle": "quarter"}, pi / 2), ({"circle": "half"}, pi), ({"angle": 60.0}, pi / 3), ({"width": 20.0}, pi / 3)],
    )
    def test_it_is_a_wedge_of_a_circle(self, wide: Step, angle: float) -> None:
        """Radius 20: its paper is r² a / 2, its hem r a, its width 2 r sin(a / 2)."""
        after = worked(skirt(), {"move": "godet", "at": "side", "length": 20.0, **wide})
        piece = after.piece("godet")
        assert region_area(piece) == pytest.approx(200 * angle, rel=1e-4)
        assert sewn_of(piece)["hem"] == pytest.approx(20 * angle, rel=1e-6)
        assert sewn_of(piece)["left side"] == pytest.approx(20.0, abs=1e-9)
        ends = [z for e in piece.outline if e.name == "hem" for z in (e.path.start, e.path.end)]
        assert abs(ends[0] - ends[1]) == pytest.approx(40 * sin(angle / 2), abs=1e-6)
        for k in range(21):
            hem = next(e.path for e in piece.outline if e.name == "hem")
            assert abs(hem.at(hem.length * k / 20)) == pytest.approx(20.0, abs=1e-4)
        assert all(p.kept for p in ledger(after, RULES))
        side = next(p for p in ledger(after, RULES) if p.name == "side")
        assert side.length_a == pytest.approx(sewn_of(skirt().piece("skirt front"))["side"] - 20.0, abs=1e-6)
        assert fault_in(after) == ""

    def test_in_a_slash_its_two_edges_stand_upright_from_the_hem(self) -> None:
        after = worked(
            skirt(), {"move": "godet", "piece": "skirt front", "at": {"edge": "hem", "fraction": 0.5}, "length": 18.0, "width": 9.0}
        )
        front = after.piece("skirt front")
        for side in ("left", "right"):
            (slit,) = [e for e in front.outline if e.name == f"godet {side} side"]
            assert slit.length == pytest.approx(18.0)
            assert slit.path.start.real == pytest.approx(slit.path.end.real)
        assert front.area == pytest.approx(skirt().piece("skirt front").area)
        assert {p.name for p in ledger(after, RULES) if "godet" in p.name} == {"godet left side", "godet right side"}

    def test_refusals(self) -> None:
        step = {"move": "godet", "length": 20.0, "circle": "quarter"}
        assert stopped(skirt(), step | {"at": "side", "length": 70.0})[1] == "length"
        assert stopped(skirt(), step | {"at": "waist"})[1] == "at"
        assert "no seam called" in stopped(skirt(), step | {"at": "moon"})[0]
        assert stopped(skirt(), {"move": "godet", "length": 10.0, "width": 21.0, "at": "side"})[1] == "width"
        assert stopped(skirt(), step | {"piece": "skirt front", "at": {"edge": "side", "fraction": 0.5}})[1] == "at"


def region_area(piece: Piece) -> float:
    from patterncraft.geometry.path import chain

    return float(region(chain(e.path for e in piece.outline)).area)


class TestLift:
    def test_the_top_rises_the_ends_of_the_level_stay_and_what_is_gained_is_gathered(self) -> None:
        block = draft(WHOLE)
        table = on_one_table({"bodice": block.pattern, "sleeve": draft_by("sleeve-compass", WHOLE, block).pattern})
        after = worked(
            table, {"move": "lift", "piece": "sleeve", "at": {"edge": "cap", "fraction": 0.25}, "height": 4.0, "width": 3.0}
        )
        old, new = (edge(p.piece("sleeve"), "cap") for p in (table, after))
        assert old.bounds[1] - new.bounds[1] == pytest.approx(4.0, abs=0.02), "y down: the top is 4 higher"
        assert (new.bounds[0], new.bounds[2]) == (pytest.approx(old.bounds[0], abs=1.6), pytest.approx(old.bounds[2], abs=1.6))
        cap = next(e.path for e in table.piece("sleeve").outline if e.name == "cap")
        level = cap.at(0.25 * cap.length).imag
        below = shapely.box(-99, level + 0.05, 99, 999)
        assert new.intersection(below).hausdorff_distance(old.intersection(below)) < 0.02
        promise = next(p for p in ledger(after, RULES) if p.name == "armhole")
        (gathered,) = [i for i in promise.intervals if "gathered" in i.rule]
        assert gathered.length_a - gathered.length_b == pytest.approx(new.length - old.length, abs=2.2)
        assert promise.kept
        top = after.piece("sleeve").mark("top").at
        assert new.distance(shapely.Point(top.real, top.imag)) < 0.01, "the mark at the top rises with it"

    def test_refusals(self) -> None:
        sleeve = draft_by("sleeve-compass", WHOLE).pattern
        step = {"move": "lift", "piece": "sleeve", "height": 4.0}
        assert stopped(sleeve, step | {"at": {"mark": "elbow"}})[1] == "at"
        assert stopped(sleeve, step | {"at": {"edge": "cap", "fraction": 0.25}, "height": 0.0})[1] == "height"


class TestAddEase:
    def test_the_body_grows_by_four_sides_and_the_cap_as_the_armhole_does(self) -> None:
        block = draft(WHOLE)
        table = on_one_table({"bodice": block.pattern, "sleeve": draft_by("sleeve-compass", WHOLE, block).pattern})
        after = worked(table, {"move": "add_ease", "side": 1.5, "armhole_down": 2.0, "shoulder_out": 0.5, "armhole_out": 0.4})
        for name in ("front", "back"):
            old, new = table.piece(name), after.piece(name)
            under = [next(e.path for e in p.outline if e.name == "armhole") for p in (old, new)]
            corner = [max((path.start, path.end), key=lambda z: z.imag) for path in under]
            # Down along the side by 2.0, then out by 1.5.
            assert abs(corner[1] - corner[0] - 1.5) == pytest.approx(2.0, abs=1e-6)
            assert sewn_of(new)["shoulder"] - sewn_of(old)["shoulder"] == pytest.approx(0.5, abs=1e-9)
            assert sewn_of(new)["waist"] - sewn_of(old)["waist"] == pytest.approx(1.5, abs=0.02)
            assert sewn_of(new)["neckline"] == pytest.approx(sewn_of(old)["neckline"], abs=1e-9)
        grown = sum(sewn_of(after.piece(n))["armhole"] - sewn_of(table.piece(n))["armhole"] for n in ("front", "back"))
        assert sewn_of(after.piece("sleeve"))["cap"] - sewn_of(table.piece("sleeve"))["cap"] == pytest.approx(grown, abs=2e-3)
        wide = [p.piece("sleeve").box[2] - p.piece("sleeve").box[0] for p in (table, after)]
        assert wide[1] - wide[0] == pytest.approx(3.0, abs=0.02), "both underarms"
        kept = {p.name: p.kept for p in ledger(after, RULES)}
        assert kept["armhole"]
        assert kept["side"]
        assert kept["shoulder"]

    @pytest.mark.parametrize("figure", list(FIGURES))
    @pytest.mark.parametrize("layer", ["close", "jacket", "coat"])
    def test_every_layer_on_every_figure(self, figure: str, layer: str) -> None:
        after = worked(draft(FIGURES[figure]).pattern, {"move": "add_ease", "layer": layer, "sides_parallel": False})
        assert fault_in(after) == ""
        for piece in after.pieces:
            assert polygon(piece).is_valid

    def test_a_skirt_has_no_armhole(self) -> None:
        assert stopped(skirt(), {"move": "add_ease", "layer": "dress"})[1] == "layer"


@pytest.mark.parametrize(
    ("ratio", "says"),
    [
        (1.2, "heavy"),
        (1.5, "heavy"),
        (1.51, "medium"),
        (2.0, "light and medium"),
        (2.01, "light"),
        (3.0, "light"),
        (3.02, "more than even light"),
    ],
)
def test_which_cloth_takes_a_gather(ratio: float, says: str) -> None:
    """Light 2 to 3, medium 1.5 to 2, heavy to 1.5 (common practice, no source)."""
    assert says in gather_advice(ratio, RULES).label


@pytest.mark.parametrize(
    ("opening", "says"), [(5.08, "medium or light"), (5.1, "for light"), (10.16, "for light"), (10.2, "more than light")]
)
def test_which_cloth_a_strip_is_for(opening: float, says: str) -> None:
    assert says in strip_advice(opening, RULES).label


@pytest.mark.parametrize(
    ("full", "says"), [(10.3, "any cloth"), (10.31, "soft wool takes it"), (10.8, "soft wool takes it"), (10.81, "more ease than")]
)
def test_what_a_seam_takes_as_ease(full: float, says: str) -> None:
    assert says in ease_advice(full, 10.0, RULES).label


def test_a_dart_of_a_square_closed_is_an_a_line_by_hand() -> None:
    """An overlap of 3 on a panel 20 wide, hinged at the hem: the waist is 17 as the hand lays it, the sides swing by 2 asin(3/40)."""
    after = worked(
        sheet(), {"move": "overlap", "piece": "square", "from_edge": "top", "to_edge": "bottom", "count": 1, "amount": 3.0}
    ).piece("square")
    swing = 2 * asin(3 / 40)
    assert sewn_of(after)["bottom"] == pytest.approx(20.0, abs=0.02)
    right = next(e.path for e in after.outline if e.name == "right")
    left = next(e.path for e in after.outline if e.name == "left")
    between = abs(
        (
            (right.end - right.start)
            / abs(right.end - right.start)
            * ((left.start - left.end) / abs(left.start - left.end)).conjugate()
        ).imag
    )
    assert between == pytest.approx(sin(swing), abs=1e-6)
    assert sqrt(1 - between**2) == pytest.approx(1 / sqrt(1 + tan(swing) ** 2), abs=1e-6)


def test_a_godet_is_not_taped_into_its_slash_where_it_would_lie_over_the_skirt() -> None:
    pattern = worked(
        skirt(), {"move": "godet", "piece": "skirt front", "at": {"edge": "hem", "fraction": 0.5}, "length": 20.0, "width": 8.0}
    )
    step = {"move": "join_pieces", "a": ["skirt front", "godet left side"], "b": ["godet", "left side"]}
    message, field = stopped(pattern, step)
    assert message.endswith("cm² of the godet would lie over the skirt front.")
    # The whole wedge: half of 20² times its angle (by hand).
    assert float(message.split()[2]) == pytest.approx(200 * 2 * asin(0.2), abs=1.0)
    assert field == "b"
