"""Necklines, armholes, hems, sides and centres drawn anew on five figures: by hand and by shapely, and refused with the figure and the cure."""

from __future__ import annotations

from typing import Any

import pytest
import shapely

from patterncraft.errors import PatternError
from patterncraft.geometry.flatten import flat_path
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.piece import Mark, Piece
from patterncraft.replay import replay
from patterncraft.style import on_one_table
from tests.conftest import draft, draft_by
from tests.patterncraft.moves.test_shaping import one, pair, stopped, trapeze
from tests.rich import worked
from tests.samples import FIGURES, WHOLE, polygon, sewn_of

RULES = HouseRules()


class TestNecklineAndArmhole:
    @pytest.mark.parametrize("figure", ["average", "small", "full", "long front", "no side dart"])
    @pytest.mark.parametrize("shape", ["round", "square", "v", "boat", "sweetheart", "halter", "keyhole", "scoop"])
    def test_every_shape_keeps_the_shoulders_alike_and_all_paper_accounted_for(self, figure: str, shape: str) -> None:
        block = draft(FIGURES[figure]).pattern
        after = worked(block, {"move": "neckline", "shape": shape, "width": 2.0, "front_depth": 4.0, "back_depth": 1.5})
        for name in ("front", "back"):
            assert sewn_of(block.piece(name))["shoulder"] - sewn_of(after.piece(name))["shoulder"] == pytest.approx(2.0, abs=1e-6)
            was, now = polygon(block.piece(name)), polygon(after.piece(name))
            assert now.is_valid
            assert was.area - now.area == pytest.approx(after.piece(name).paper.away - after.piece(name).paper.new, abs=0.02)
        assert all(p.kept for p in ledger(after, RULES))
        assert all(line.balanced for line in paper_account(after))

    @pytest.mark.parametrize("shape", ["round", "scoop"])
    def test_round_and_scoop_meet_themselves_square_over_fold_and_shoulder(self, shape: str) -> None:
        block = draft(FIGURES["average"]).pattern
        after = worked(block, {"move": "neckline", "shape": shape, "width": 3.0, "front_depth": 5.0, "back_depth": 2.0})
        for name in ("front", "back"):
            piece = after.piece(name)
            neck = next(e.path for e in piece.outline if e.name == "neckline")
            shoulder = next(e.path for e in piece.outline if e.name == "shoulder")
            at_tip = neck.end_direction if abs(neck.end - shoulder.start) < 1e-6 else neck.start_direction
            way = shoulder.start_direction
            assert abs((at_tip * way.conjugate()).real) < 1e-6, "square to the shoulder: front and back make one line"
            at_fold = neck.start_direction if abs(neck.end - shoulder.start) < 1e-6 else neck.end_direction
            fold = next(e.path for e in piece.outline if e.is_centre)
            assert abs((at_fold * fold.start_direction.conjugate()).real) < 1e-6, "square to the fold: both halves make one line"

    @pytest.mark.parametrize("piece", ["front", "back"])
    def test_a_scoop_is_cut_out_beyond_the_ellipse_of_its_width_and_depth_and_a_round_neck_is_not(self, piece: str) -> None:
        """A quarter of an ellipse passes, at half its parameter, 1 − cos 45° of its width from the shoulder."""
        block = draft(FIGURES["average"]).pattern
        for shape, beyond in (("scoop", True), ("round", False)):
            step = {"move": "neckline", "shape": shape, "width": 3.0, "front_depth": 7.0, "back_depth": 4.0}
            after = worked(block, step).piece(piece)
            neck = next(e.path for e in after.outline if e.name == "neckline")
            centre, tip = sorted((neck.start, neck.end), key=lambda z: abs(z.real))
            ellipse = complex(centre.real + (tip.real - centre.real) * 2**-0.5, tip.imag + (centre.imag - tip.imag) * 2**-0.5)
            assert polygon(after).contains(shapely.Point(ellipse.real, ellipse.imag)) is not beyond

    def test_a_keyhole_is_a_drop_out_of_the_fold_of_the_piece_asked_for(self) -> None:
        block = draft(FIGURES["average"]).pattern
        step = {
            "move": "neckline",
            "shape": "keyhole",
            "keyhole_at": 2.0,
            "keyhole_length": 8.0,
            "keyhole_width": 2.5,
            "keyhole_on": "back",
        }
        after = worked(block, step)
        assert "keyhole" not in after.piece("front").edge_names
        back = after.piece("back")
        hole = next(e for e in back.outline if e.name == "keyhole")
        assert hole.kind == "opening"
        tops = sorted(z.imag for z in (hole.path.start, hole.path.end))
        neck = min(z.imag for e in back.outline if e.name == "centre back" for z in (e.path.start, e.path.end))
        assert tops == pytest.approx([neck + 2.0, neck + 10.0], abs=1e-6)
        wide = max(z.real for z in flat_path(hole.path, 1e-4)) - hole.path.start.real
        assert wide == pytest.approx(2.5, abs=0.02)

    @pytest.mark.parametrize(
        ("step", "words", "field"),
        [
            ({"shape": "round", "width": 12.0}, "cm of it would be left", "width"),
            ({"shape": "round", "front_depth": 2.0, "pieces": ["sleeve"]}, "there is no piece called “sleeve”", ""),
            ({"shape": "v", "front_depth": -10.0}, "no room for a v neckline", "front_depth"),
            ({"shape": "keyhole", "keyhole_length": 40.0}, "leaves too little of it", "keyhole_length"),
            ({"shape": "v", "gape": 1.0, "into": "shoulder dart"}, "has a shoulder dart", "into"),
        ],
    )
    def test_refused(self, step: dict[str, Any], words: str, field: str) -> None:
        error = stopped(draft(FIGURES["average"]).pattern, {"move": "neckline", **step})
        assert words in error.message
        assert error.cure
        assert error.field == field or not field

    def test_width_is_said_in_one_way(self) -> None:
        with pytest.raises(PatternError, match="either how much wider"):
            read_steps([{"move": "neckline", "shape": "v", "width": 1, "at_shoulder": 5}])
        with pytest.raises(PatternError, match="into which"):
            read_steps([{"move": "neckline", "shape": "v", "gape": 1}])

    @pytest.mark.parametrize("figure", ["average", "small", "full"])
    def test_an_armhole_lowered_hollowed_and_cut_in(self, figure: str) -> None:
        block = draft(FIGURES[figure]).pattern
        after = worked(block, {"move": "armhole", "down": 1.5, "in_at_middle": 0.8, "at_shoulder": 2.0})
        for name in ("front", "back"):
            old, new = block.piece(name), after.piece(name)
            assert sewn_of(old)["side"] - sewn_of(new)["side"] == pytest.approx(1.5, abs=1e-6)
            assert sewn_of(old)["shoulder"] - sewn_of(new)["shoulder"] == pytest.approx(2.0, abs=1e-6)
            assert polygon(old).buffer(0.02).contains(polygon(new))
        # What waits for its sleeve is promised as it is now: a sleeve made later is made to it.
        armhole = next(s for s in after.seams if s.name == "armhole")
        assert armhole.rule.length == pytest.approx(sum(sewn_of(after.piece(n))["armhole"] for n in ("front", "back")), abs=1e-6)

    def test_a_sleeve_on_the_table_is_not_lowered_silently(self) -> None:
        block = draft_by("sleeve-compass", WHOLE)
        assert block is not None
        pattern = draft_by("bodice-direct", WHOLE).pattern
        both = on_one_table({"bodice": pattern, "sleeve": block.pattern})
        done = replay(both, read_steps([{"move": "armhole", "down": 2.0}]), RULES)
        assert done.stopped is None
        said = " ".join(s.label for s in done.done[0].working)
        assert "sleeve" in said
        assert not next(p for p in ledger(done.pattern, RULES) if p.name == "armhole").kept

    @pytest.mark.parametrize(
        ("step", "words"),
        [
            ({"down": 0}, "nothing of it would change"),
            ({"down": 25.0}, "would reach the side's dart or its end"),
            ({"at_shoulder": 12.0}, "of it would be left"),
            ({"halter": 14.0}, ""),
        ],
    )
    def test_an_armhole_is_refused(self, step: dict[str, Any], words: str) -> None:
        block = draft(FIGURES["average"]).pattern
        if not words:
            assert worked(block, {"move": "armhole", **step}).piece("front").area > block.piece("front").area, "wider than it was"
            return
        assert words in stopped(block, {"move": "armhole", **step}).message


class TestHemAndSides:
    def test_a_curved_hem_rises_at_both_sides_alike_and_is_square_at_the_folds(self) -> None:
        after = worked(pair(lean=3.0), {"move": "hem", "shape": "curved", "rise": 5.0})
        for name in ("front", "back"):
            piece = after.piece(name)
            hem = next(e.path for e in piece.outline if e.name == "hem")
            fold = min((hem.start, hem.end), key=lambda z: z.real)
            side = max((hem.start, hem.end), key=lambda z: z.real)
            assert fold.imag == pytest.approx(40.0, abs=1e-9)
            assert side.imag == pytest.approx(35.0, abs=1e-6)
            way = hem.start_direction if fold == hem.start else hem.end_direction
            assert abs(way.imag) < 1e-6
        assert all(p.kept for p in ledger(after, RULES))

    def test_high_low_is_higher_in_front_and_lower_behind(self) -> None:
        after = worked(pair(), {"move": "hem", "shape": "high-low", "front_up": 8.0, "back_down": 6.0})
        assert sewn_of(after.piece("front"))["centre front"] == pytest.approx(32.0, abs=1e-9)
        assert sewn_of(after.piece("back"))["centre back"] == pytest.approx(46.0, abs=1e-9)
        assert sewn_of(after.piece("front"))["side"] == pytest.approx(40.0, abs=1e-9)

    def test_shirt_tails_rise_late_and_stay_between_the_levels(self) -> None:
        after = worked(pair(), {"move": "hem", "shape": "shirt tail", "rise": 7.0}).piece("front")
        hem = next(e.path for e in after.outline if e.name == "hem")
        ys = [z.imag for z in flat_path(hem, 1e-4)]
        assert min(ys) >= 33.0 - 1e-6
        assert max(ys) <= 40.05
        quarter = min((z for z in flat_path(hem, 1e-3)), key=lambda z: abs(z.real - 5.0))
        assert quarter.imag > 39.0, "flat at first"

    @pytest.mark.parametrize("shape", ["curve", "straight"])
    def test_a_line_led_through_places_is_the_same_from_either_end(self, shape: str) -> None:
        way = [
            {"at": {"edge": "hem", "from": "centre front", "distance": along}, "down": down}
            for along, down in ((6.0, 1.0), (13.0, 2.5))
        ]
        hems = []
        for start, places in (("side", way[::-1]), ("centre front", way)):
            step = {"move": "redraw", "piece": "front", "edge": "hem", "from": start, "through": places, "shape": shape}
            hems.append(next(e.path for e in worked(pair(), step).piece("front").outline if e.name == "hem"))
        assert [hems[0].at(s) for s in (0.0, 7.0, 15.0)] == pytest.approx([hems[1].at(s) for s in (0.0, 7.0, 15.0)], abs=1e-6)

    def test_level_takes_a_dip_out_and_longer_lengthens_all_round(self) -> None:
        dipped = worked(pair(), {"move": "redraw", "piece": "front", "edge": "hem", "from": "side", "start": {"down": 3.0}})
        after = worked(dipped, {"move": "hem", "shape": "level", "down": 2.0})
        for name, centre in (("front", "centre front"), ("back", "centre back")):
            assert sewn_of(after.piece(name))[centre] == pytest.approx(42.0, abs=1e-6)
            assert sewn_of(after.piece(name))["side"] == pytest.approx(42.0, abs=1e-6)

    @pytest.mark.parametrize(
        ("step", "words"),
        [
            ({"shape": "curved"}, "without a rise"),
            ({"shape": "high-low"}, "without a rise in front"),
            ({"shape": "curved", "rise": 50}, "goes up by 40.0 cm only"),
        ],
    )
    def test_a_hem_is_refused(self, step: dict[str, Any], words: str) -> None:
        assert words in stopped(pair(), {"move": "hem", **step}).message

    def test_a_hem_is_not_let_down_along_the_level_end_of_a_facing(self) -> None:
        facing = {"move": "extend", "piece": "back", "edge": "centre back", "width": 6.0, "as": "facing"}
        said = stopped(pair(), facing, {"move": "hem", "shape": "high-low", "back_down": 5.0})
        assert (said.where, said.field) == ("back", "back_down")
        assert "runs on level" in said.message
        # Drawn first, the facing then stands beside a hem that is there.
        after = worked(pair(), {"move": "hem", "shape": "high-low", "back_down": 5.0}, facing).piece("back")
        assert polygon(after).is_valid
        assert max(z.imag for e in after.outline for z in flat_path(e.path, 1e-3)) == pytest.approx(45.0, abs=0.01)

    def test_a_bodice_has_no_hem_until_it_is_told(self) -> None:
        block = draft(FIGURES["average"]).pattern
        assert "no piece here has a hem" in stopped(block, {"move": "hem", "shape": "level"}).message

    @pytest.mark.parametrize("amount", [2.0, -1.5])
    def test_a_side_drawn_in_half_way_gives_the_amount_there_and_keeps_its_ends(self, amount: float) -> None:
        before = pair()
        after = worked(before, {"move": "shape_side", "at": {"edge": "side", "fraction": 0.5}, "amount": amount})
        for name in ("front", "back"):
            piece = after.piece(name)
            level = polygon(piece, 1e-4).intersection(shapely.LineString([(-9, 20), (60, 20)]))
            assert level.length == pytest.approx(20 - amount, abs=1e-3)
            assert sewn_of(piece)["hem"] == pytest.approx(20.0, abs=1e-9)
        assert all(p.kept for p in ledger(after, RULES))

    def test_at_its_end_the_edge_beside_it_gives(self) -> None:
        after = worked(pair(), {"move": "shape_side", "at": {"edge": "hem", "from": "side", "fraction": 0.0}, "amount": 2.5})
        assert [sewn_of(after.piece(n))["hem"] for n in ("front", "back")] == pytest.approx([17.5, 17.5], abs=1e-6)

    def test_one_piece_alone_leaves_its_partner_behind_and_says_so(self) -> None:
        done = replay(
            pair(),
            read_steps([{"move": "shape_side", "pieces": ["front"], "at": {"edge": "side", "fraction": 0.5}, "amount": 6.0}]),
            RULES,
        )
        assert done.stopped is None
        assert any("the back side must follow" in s.label for s in done.done[0].working)

    def test_a_fold_shaped_becomes_a_seam_and_is_cut_twice(self) -> None:
        before = pair()
        after = worked(before, {"move": "shape_centre", "piece": "back", "at": {"edge": "side", "fraction": 0.5}, "amount": 1.2})
        back = after.piece("back")
        level = polygon(back, 1e-4).intersection(shapely.LineString([(-9, 20), (60, 20)]))
        assert level.length == pytest.approx(18.8, abs=1e-3)
        assert back.cut.quantity == 2
        assert any(s.name == "centre back" and s.rule.kind == "free" for s in after.seams)

    @pytest.mark.parametrize(
        ("step", "words"),
        [
            ({"move": "shape_side", "at": {"edge": "side", "fraction": 0.5}, "amount": 0}, "by nothing"),
            ({"move": "shape_side", "at": {"edge": "side", "fraction": 0.5}, "amount": 20}, "another shape"),
            ({"move": "shape_side", "at": {"edge": "side", "distance": 3.0}, "amount": 4}, "too little to run back in"),
            ({"move": "shape_centre", "piece": "front", "at": {"mark": "waist"}, "amount": 1}, "there is no mark"),
        ],
    )
    def test_refused(self, step: dict[str, Any], words: str) -> None:
        assert words in stopped(pair(), step).message

    def test_marks_keep_their_paper_when_the_edge_beside_them_moves(self) -> None:
        piece = trapeze()
        marked = Piece(piece.name, piece.outline, marks=(Mark("pocket", 8 + 12j),), grain=piece.grain, cut=piece.cut)
        after = worked(one(marked), {"move": "redraw", "piece": "front", "edge": "neckline", "start": {"down": 3.0}}).piece("front")
        assert after.mark("pocket").at == 8 + 12j
