"""Cut across pieces, yokes, panels; sheets laid open, folded, turned, traced, named, put away, laid together: by hand and by shapely."""

from __future__ import annotations

from typing import Any

import pytest
import shapely

from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import point_of
from patterncraft.replay import replay
from patterncraft.style import on_one_table
from tests.conftest import draft, draft_by
from tests.patterncraft.moves.test_opening_moves import skirt
from tests.patterncraft.moves.test_shaping import pair, stopped
from tests.rich import rich_bodice, worked
from tests.samples import FIGURES, WHOLE, polygon, sewn_of

RULES = HouseRules()


def dress() -> Pattern:
    return on_one_table({"bodice": draft_by("bodice-direct", WHOLE).pattern, "skirt": draft_by("skirt", WHOLE).pattern})


def told(pattern: Pattern, step: dict[str, Any]) -> str:
    done = replay(pattern, read_steps([step]), RULES)
    assert done.stopped is None, done.stopped
    return "\n".join(f"{s.label} {s.spoken('cm')}" for s in done.done[0].working)


class TestUnfold:
    @pytest.mark.parametrize("figure", ["average", "small", "full"])
    def test_both_halves_are_mirror_images_with_all_that_was_on_the_one(self, figure: str) -> None:
        before = draft(FIGURES[figure]).pattern
        after = worked(before, {"move": "unfold", "piece": "front"})
        half, whole = before.piece("front"), after.piece("front")
        shape = polygon(whole)
        assert shape.area == pytest.approx(2 * polygon(half).area, rel=1e-9)
        mirrored = shapely.transform(shape, lambda xy: xy * [-1, 1])
        assert shape.symmetric_difference(mirrored).area < 1e-6, "the fold lies at x = 0"
        assert sorted(d.name for d in darts_of(whole)) == sorted(f"{w} {d.name}" for w in ("left", "right") for d in darts_of(half))
        assert sorted(m.name for m in whole.marks) == sorted(f"{w} {m.name}" for w in ("left", "right") for m in half.marks)
        assert whole.cut.quantity == 1
        assert not whole.cut.mirrored
        # What was sewn to the half is sewn to both, notch by notch at the same place.
        assert all(p.kept for p in ledger(after, RULES))
        for seam in ("side", "shoulder"):
            assert {s.name for s in after.seams if s.name.endswith(seam)} == {f"left {seam}", f"right {seam}"}
        for n in before.notches_of("side"):
            for word in ("left", "right"):
                twin = next(m for m in after.notches_of(f"{word} side") if m.name == f"{word} {n.name}")
                assert (twin.at_a, twin.at_b, twin.style) == (pytest.approx(n.at_a), pytest.approx(n.at_b), n.style)

    def test_left_and_right_are_as_worn(self) -> None:
        """Seen from outside, a front's wearer has the left on the right of the sheet, a back's on the left."""
        after = worked(draft(FIGURES["average"]).pattern, {"move": "unfold", "piece": "front"}, {"move": "unfold", "piece": "back"})
        for name, sign in (("front", 1), ("back", -1)):
            side = next(e for e in after.piece(name).outline if e.name == "left side")
            assert sign * side.path.start.real > 0
        # Both laid open, left is sewn to left.
        for seam in after.seams:
            words = {x.edge.split()[0] for x in (*seam.a, *seam.b)}
            assert len(words) == 1, seam
        assert all(p.kept for p in ledger(after, RULES))

    def test_folded_again_it_is_the_half_it_was(self) -> None:
        before = draft(FIGURES["average"]).pattern
        after = worked(before, {"move": "unfold", "piece": "front"}, {"move": "fold", "piece": "front"})
        assert polygon(after.piece("front")).symmetric_difference(polygon(before.piece("front"))).area < 1e-6
        assert sewn_of(after.piece("front")) == pytest.approx(sewn_of(before.piece("front")), abs=1e-6)
        assert {s.name: s.rule for s in after.seams} == {s.name: s.rule for s in before.seams}
        assert [(n.seam, n.name) for n in after.notches] == [(n.seam, n.name) for n in before.notches]
        assert after.piece("front").paper.block == pytest.approx(before.piece("front").area, abs=1e-6)

    def test_halves_that_differ_are_not_folded(self) -> None:
        opened = worked(draft(FIGURES["average"]).pattern, {"move": "unfold", "piece": "front"})
        lower = worked(opened, {"move": "redraw", "piece": "front", "edge": "left waist", "start": {"down": 2.0}})
        error = stopped(lower, {"move": "fold", "piece": "front"})
        assert "left and right differ by up to 2.0 cm" in error.message

    def test_refused(self) -> None:
        block = draft(FIGURES["average"]).pattern
        seamed = worked(block, {"move": "turn_edge_into", "piece": "front", "edge": "centre front", "kind": "seam"})
        assert "no fold to be laid open at" in stopped(seamed, {"move": "unfold", "piece": "front"}).message
        broken = worked(
            block, {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"edge": "centre front", "fraction": 0.5}}
        )
        assert "is broken by a dart" in stopped(broken, {"move": "unfold", "piece": "front"}).message
        assert "lies on a fold already" in stopped(block, {"move": "fold", "piece": "front"}).message
        sleeve = draft_by("sleeve-compass", WHOLE).pattern
        assert "no centre line" in stopped(sleeve, {"move": "fold", "piece": "sleeve"}).message


class TestSheets:
    def test_turned_over_it_is_the_mirror_image_and_every_seam_still_fits(self) -> None:
        before = rich_bodice()
        name = before.pieces[0].name
        after = worked(before, {"move": "mirror", "piece": name})
        old, new = polygon(before.piece(name)), polygon(after.piece(name))
        left, _, right, _ = before.piece(name).box
        assert sewn_of(after.piece(name)) == pytest.approx(sewn_of(before.piece(name)), abs=1e-9)
        assert new.area == pytest.approx(old.area, rel=1e-9)
        assert [(n.name, n.at_a, n.at_b) for n in after.notches] == [
            (n.name, pytest.approx(n.at_a), pytest.approx(n.at_b)) for n in before.notches
        ]
        again = worked(after, {"move": "mirror", "piece": name})
        assert polygon(again.piece(name)).symmetric_difference(old).area < 1e-6
        assert right > left

    def test_renamed_everything_that_spoke_of_it_speaks_of_its_new_name(self) -> None:
        before = draft(FIGURES["average"]).pattern
        after = worked(before, {"move": "rename", "piece": "front", "name": "vest"})
        for old, new in zip(before.seams, after.seams, strict=True):
            for a, b in ((old.a, new.a), (old.b, new.b)):
                assert [("vest" if x.piece == "front" else x.piece, x.edge) for x in a] == [(x.piece, x.edge) for x in b]
        assert [(n.seam, n.name, n.at_a) for n in after.notches] == [
            (n.seam, n.name, pytest.approx(n.at_a)) for n in before.notches
        ]
        assert after.piece("vest").outline == before.piece("front").outline

    @pytest.mark.parametrize(
        ("name", "words"), [("back", "already a piece called “back”"), ("front", "called that already"), ("  ", "needs a name")]
    )
    def test_a_name_is_refused(self, name: str, words: str) -> None:
        error = stopped(draft(FIGURES["average"]).pattern, {"move": "rename", "piece": "front", "name": name})
        assert words in error.message
        assert error.field == "name"

    def test_put_away_its_partners_wait_with_the_length_they_have(self) -> None:
        before = draft(FIGURES["average"]).pattern
        after = worked(before, {"move": "put_away", "piece": "back"})
        assert [p.name for p in after.pieces] == ["front"]
        side = next(s for s in after.seams if s.name == "side")
        assert (side.b, side.rule.kind) == ((), "hold")
        assert side.rule.length == pytest.approx(sewn_of(before.piece("front"))["side"])
        assert "the last piece" in stopped(after, {"move": "put_away", "piece": "front"}).message

    def test_a_copy_lies_beside_and_is_sewn_to_nothing(self) -> None:
        before = draft(FIGURES["average"]).pattern
        after = worked(before, {"move": "copy_as", "piece": "back", "name": "back lining", "cloth": "lining"})
        assert [p.name for p in after.pieces] == ["back", "back lining", "front"]
        assert after.piece("back lining").outline == before.piece("back").outline
        assert after.piece("back lining").cut.cloth == "lining"
        assert after.seams == before.seams
        assert all(line.balanced for line in paper_account(after))

    def test_a_part_copied_is_what_lies_above_or_nearer_the_centre(self) -> None:
        before = skirt()
        line = [{"edge": "side", "from": "waist", "distance": 4.0}, {"edge": "centre front", "from": "waist", "distance": 4.0}]
        error = stopped(before, {"move": "copy_as", "piece": "skirt front", "name": "facing", "part": line})
        assert "runs over the open waist dart" in error.message
        assert error.field == "part"
        line = [{"edge": "side", "from": "waist", "distance": 18.0}, {"edge": "centre front", "from": "waist", "distance": 18.0}]
        after = worked(before, {"move": "copy_as", "piece": "skirt front", "name": "facing", "part": line})
        facing = after.piece("facing")
        assert sewn_of(facing)["centre front"] == pytest.approx(18.0, abs=1e-6)
        assert polygon(before.piece("skirt front")).buffer(0.02).contains(polygon(facing))
        assert after.piece("skirt front") == before.piece("skirt front")


class TestCutAcross:
    def test_the_line_meets_itself_at_the_side_and_nothing_is_lost(self) -> None:
        before = skirt()
        step = {"move": "cut_across", "pieces": ["skirt front", "skirt back"], "at": {"edge": "side", "level": "hip", "down": 12.0},
                "names": ["top", "low"], "seam": "tier"}  # fmt: skip
        after = worked(before, step)
        for name in ("skirt front", "skirt back"):
            parts = [polygon(after.piece(f"{w} {name}")) for w in ("top", "low")]
            assert sum(p.area for p in parts) == pytest.approx(polygon(before.piece(name)).area, abs=1e-6)
            assert parts[0].intersection(parts[1]).area < 1e-9
            tiers = [sewn_of(after.piece(f"{w} {name}"))[f"{name} tier"] for w in ("top", "low")]
            assert tiers[0] == pytest.approx(tiers[1], abs=1e-9)
        # Sewn at the side, upper to upper and lower to lower: each interval alike.
        assert all(p.kept for p in ledger(after, RULES))
        tops = [sewn_of(after.piece(f"top {n}"))["side"] for n in ("skirt front", "skirt back")]
        assert tops[0] == pytest.approx(tops[1], abs=1e-6)

    def test_it_cuts_a_double_pointed_dart_into_two(self) -> None:
        torso = draft_by("torso", WHOLE).pattern
        names = [p.name for p in torso.pieces]
        worn = worked(torso, {"move": "cut_across", "pieces": names, "at": {"mark": "waist"} if any(m.name == "waist" for m in torso.pieces[0].marks) else {"edge": "side", "level": "waist"}})  # fmt: skip
        for p in torso.pieces:
            for lens in p.lenses:
                assert sum(d.name == lens.name for q in worn.pieces for d in q.darts if p.name in q.name) == 2

    @pytest.mark.parametrize(
        ("step", "words", "field"),
        [
            (
                {"pieces": ["skirt front", "skirt back"], "at": {"edge": "side", "from": "waist", "distance": 4.0}},
                "runs through the open waist dart",
                "at",
            ),
            ({"pieces": ["skirt front"], "at": {"edge": "side", "level": "hip"}, "names": ["a", "a"]}, "called alike", "names"),
            ({"pieces": ["skirt front", "sleeve"], "at": {"edge": "side", "level": "hip"}}, "no piece called “sleeve”", ""),
            (
                {"pieces": ["skirt front", "lining"], "at": {"edge": "side", "level": "hip", "down": 5}},
                "does not end in a seam with it",
                "pieces",
            ),
        ],
    )
    def test_refused(self, step: dict[str, Any], words: str, field: str) -> None:
        start = worked(skirt(), {"move": "copy_as", "piece": "skirt front", "name": "lining"})
        error = stopped(start, {"move": "cut_across", **step})
        assert words in error.message
        assert error.cure
        assert error.field == field or not field


class TestYokeAndPanel:
    @pytest.mark.parametrize("shape", ["parallel", "straight"])
    @pytest.mark.parametrize("below", ["ease", "gather", "dart"])
    def test_yoke_and_skirt_have_all_the_paper_and_one_seam(self, shape: str, below: str) -> None:
        before = skirt()
        after = worked(
            before,
            {
                "move": "yoke",
                "pieces": ["skirt back"],
                "edge": "waist",
                "depth": 7.0,
                "shape": shape,
                "below": below,
                "seam": "basque",
            },
        )
        yoke, lower = after.piece("skirt back yoke"), after.piece("skirt back")
        assert darts_of(yoke) == []
        assert bool(darts_of(lower)) == (below == "dart")
        grown = lower.paper.new + yoke.paper.new - lower.paper.away - yoke.paper.away
        assert polygon(yoke).area + polygon(lower).area - grown == pytest.approx(polygon(before.piece("skirt back")).area, abs=0.05)
        basque = next(p for p in ledger(after, RULES) if p.name == "basque")
        assert basque.kept
        if below == "dart":
            assert basque.length_a == pytest.approx(basque.length_b or 0.0, abs=1e-4)
        else:
            assert (basque.length_b or 0.0) > basque.length_a + 0.5, "the darts' points lie in it as fullness"

    @pytest.mark.parametrize("figure", ["average", "small", "full"])
    def test_a_shoulder_yoke_is_as_deep_all_along(self, figure: str) -> None:
        before = draft(FIGURES[figure]).pattern
        after = worked(before, {"move": "yoke", "pieces": ["back"], "edge": "shoulder", "depth": 5.0})
        yoke = after.piece("back yoke")
        assert sewn_of(yoke)["neckline"] == pytest.approx(5.0, abs=1e-6)
        assert sewn_of(yoke)["armhole"] == pytest.approx(5.0, abs=1e-6)
        assert sewn_of(yoke)["shoulder"] == pytest.approx(sewn_of(before.piece("back"))["shoulder"], abs=1e-6)

    def test_along_a_line_drawn_before(self) -> None:
        before = draft(FIGURES["average"]).pattern
        drawn = {"move": "draw_line", "piece": "back", "name": "yoke line", "line": [
            {"edge": "armhole", "from": "shoulder", "fraction": 0.4}, {"edge": "centre back", "from": "neckline", "distance": 10}]}  # fmt: skip
        after = worked(before, drawn, {"move": "yoke", "pieces": ["back"], "edge": "shoulder", "depth": 5.0, "shape": "yoke line"})
        assert sewn_of(after.piece("back yoke"))["centre back"] == pytest.approx(10.0, abs=1e-6)

    @pytest.mark.parametrize(
        ("step", "words"),
        [
            ({"edge": "waist", "depth": 59.0}, "does not end in it"),
            ({"edge": "bust", "depth": 5.0}, "no edge called “bust”"),
            ({"edge": "waist", "depth": 5.0, "seam": "side"}, "already a seam or an edge called “side”"),
            ({"edge": "waist", "depth": 5.0, "shape": "no such line"}, "no line called “no such line”"),
        ],
    )
    def test_a_yoke_is_refused(self, step: dict[str, Any], words: str) -> None:
        error = stopped(skirt(), {"move": "yoke", "pieces": ["skirt front"], **step})
        assert words in error.message

    @pytest.mark.parametrize("figure", ["average", "full", "long front"])
    def test_a_panel_rounded_more_differs_more_and_is_eased_by_as_much(self, figure: str) -> None:
        before = draft(FIGURES[figure]).pattern
        apart = []
        for soften in (0.0, 3.0, 8.0):
            step = {"move": "panel", "piece": "front", "from": {"edge": "armhole", "from": "shoulder", "fraction": 0.5}, "dart": "waist dart", "soften": soften, "seam": "panel"}  # fmt: skip
            after = worked(before, step)
            one, other = (sewn_of(after.piece(n))["panel"] for n in ("centre front", "side front"))
            apart.append(abs(one - other))
            assert next(p for p in ledger(after, RULES) if p.name == "panel").kept
        assert apart[0] < 1e-6
        assert apart == sorted(apart)

    @pytest.mark.parametrize(
        ("step", "words"),
        [
            ({"from": {"edge": "shoulder", "fraction": 0.5}, "dart": "hip dart"}, "no dart called “hip dart”"),
            ({"from": {"at": {"mark": "bust point"}, "out": 5.0, "down": -5.0}, "dart": "waist dart"}, "begins in the air"),
        ],
    )
    def test_a_panel_is_refused(self, step: dict[str, Any], words: str) -> None:
        block = draft(FIGURES["average"]).pattern
        error = stopped(block, {"move": "panel", "piece": "front", **step})
        assert words in error.message

    def test_darts_of_two_points_make_no_one_panel(self) -> None:
        back = {
            "move": "panel",
            "piece": "skirt back",
            "from": {"edge": "side", "fraction": 0.3},
            "dart": "waist dart 1",
            "to": {"dart": "waist dart 2"},
        }
        assert "cm apart" in stopped(skirt(), back).message


class TestLaidTogether:
    def test_a_strip_goes_over_from_front_to_back_and_back_again(self) -> None:
        before = draft(FIGURES["average"]).pattern
        there = worked(before, {"move": "move_shoulder", "amount": 2.0})
        again = worked(there, {"move": "move_shoulder", "amount": -2.0})
        for name in ("front", "back"):
            assert polygon(again.piece(name)).symmetric_difference(polygon(before.piece(name))).area < 0.02
            assert sewn_of(again.piece(name))["shoulder"] == pytest.approx(sewn_of(before.piece(name))["shoulder"], abs=1e-3)
        assert all(p.kept for p in ledger(there, RULES))
        notch = next(n for n in there.notches if n.seam == "shoulder")
        spots = [there.on_side(side, at) for side, at in ((there.seam("shoulder").a, notch.at_a), (there.seam("shoulder").b, notch.at_b))]  # fmt: skip
        assert {s.piece.name for s in spots} == {"front", "back"}
        assert all(point_of(s.piece, s.spot) for s in spots)

    @pytest.mark.parametrize(("amount", "words"), [(0, "by nothing"), (12.0, "does not run from the")])
    def test_a_shoulder_is_refused(self, amount: float, words: str) -> None:
        narrow = worked(
            draft(FIGURES["small"]).pattern,
            {"move": "neckline", "shape": "round", "pieces": ["back"], "width": 0.0, "back_depth": 0.5},
        )
        error = stopped(narrow, {"move": "move_shoulder", "amount": amount if amount else 0})
        assert words in error.message

    def test_without_a_shoulder_seam_there_is_nothing_to_move(self) -> None:
        assert "no shoulder seam" in stopped(skirt(), {"move": "move_shoulder", "amount": 2.0}).message

    def test_swung_with_its_other_face_up_a_mirror_image_is_taped_on(self) -> None:
        """Two rectangles sewn at their sides: front to the left, back turned over to the right makes one twice as wide."""
        before = pair()
        after = worked(before, {"move": "swing_and_join", "piece": "back", "onto": ["front", "side"], "edge": "side"})
        whole = polygon(after.piece("front"))
        assert whole.area == pytest.approx(1600.0, abs=1e-6)
        assert whole.bounds == pytest.approx((0, 0, 40, 40), abs=1e-6)
        assert "turned over" in told(before, {"move": "swing_and_join", "piece": "back", "onto": ["front", "side"], "edge": "side"})

    def test_swing_is_refused(self) -> None:
        error = stopped(pair(), {"move": "swing_and_join", "piece": "front", "onto": ["front", "side"], "edge": "hem"})
        assert "cannot be joined to itself" in error.message
        error = stopped(pair(), {"move": "swing_and_join", "piece": "back", "onto": ["front", "side"], "edge": "hem"})
        assert "differ by 20.0 cm" in error.message
        assert error.field == "edge"

    def test_bodice_and_skirt_make_one_sheet_with_a_dart_through_the_waist(self) -> None:
        before = dress()
        after = worked(before, {"move": "join_blocks", "upper": "front", "lower": "skirt front", "name": "dress front"})
        front = after.piece("dress front")
        (lens,) = front.lenses
        intakes = [next(d.intake for d in darts_of(before.piece(n)) if d.name == "waist dart") for n in ("front", "skirt front")]
        assert lens.widest == pytest.approx(sum(intakes) / 2, abs=0.02)
        assert abs(lens.upper - next(d.pivot for d in darts_of(before.piece("front")) if d.name == "waist dart")) < 1e-9
        shape = polygon(front)
        assert shape.is_valid
        long = sum(sewn_of(before.piece(n))["centre front"] for n in ("front", "skirt front"))
        assert sewn_of(front)["centre front"] == pytest.approx(long, abs=1e-9)
        waist = before.piece("front").box[3]
        width = shape.intersection(shapely.LineString([(-5, waist), (60, waist)])).length
        half = [sewn_of(before.piece(n))["waist"] + i for n, i in zip(("front", "skirt front"), intakes, strict=True)]
        assert width == pytest.approx(sum(half) / 2, abs=0.6), "between the two, aslant as the waists are"

    def test_an_overlap_is_taken_off_the_length(self) -> None:
        step = {"move": "join_blocks", "upper": "front", "lower": "skirt front", "overlap": 2.0}
        edge_on_edge, lapped = (worked(dress(), s).piece("front") for s in (step | {"overlap": 0.0}, step))
        long = [sewn_of(p)["centre front"] for p in (edge_on_edge, lapped)]
        assert long[0] - long[1] == pytest.approx(2.0, abs=1e-6)
        # The skirt with all that is on it lies as much higher, its dart's point, too; the bodice lies where it lay.
        before, after = edge_on_edge.lenses[0], lapped.lenses[0]
        assert after.upper == before.upper
        assert after.lower.imag == pytest.approx(before.lower.imag - 2.0, abs=1e-6)

    @pytest.mark.parametrize(
        ("step", "words"),
        [
            ({"upper": "back", "lower": "skirt back"}, "1 darts come down to the waist and 2 go up"),
            ({"upper": "front", "lower": "front"}, "joined to itself"),
            ({"upper": "front", "lower": "skirt front", "name": "back"}, "already a piece called “back”"),
            ({"upper": "front", "lower": "skirt front", "along": "side"}, "the folds lie"),
        ],
    )
    def test_blocks_are_refused(self, step: dict[str, Any], words: str) -> None:
        error = stopped(dress(), {"move": "join_blocks", **step})
        assert words in error.message
        assert error.cure
