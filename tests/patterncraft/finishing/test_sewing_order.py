"""A sewing order read off the seams, and the making sheet with it."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pypdfium2
import pytest

from patterncraft.finishing.sewing_order import Sewing, sewing_order
from patterncraft.formats.making_sheet import making_sheet
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.closure import Closure, Reach
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, Piece
from patterncraft.paper.seam import IntervalRule, Seam, SeamRule, Stretch
from patterncraft.replay import Replay, replay
from patterncraft.style import on_one_table
from tests.conftest import draft_by
from tests.samples import WHOLE, sheet

EQUAL = SeamRule("equal")

PANEL: dict[str, Any] = {
    "move": "cut_along",
    "piece": "front",
    "line": [{"edge": "armhole", "from": "shoulder", "fraction": 0.5}, {"dart": "waist dart"}],
    "names": ["centre front", "side front"],
    "seam": "front panel",
}


@pytest.fixture(scope="module")
def dress() -> Replay:
    bodice = draft_by("bodice-direct", WHOLE)
    sleeve = draft_by("sleeve-compass", WHOLE, base=bodice)
    table = on_one_table({"bodice": bodice.pattern, "sleeve": sleeve.pattern, "skirt": draft_by("skirt", WHOLE).pattern})
    steps = [{"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}}, PANEL]
    done = replay(table, read_steps(steps), HouseRules())
    assert done.stopped is None
    return done


def seams(order: list[Sewing]) -> list[str]:
    return [s.what for s in order if s.kind == "seam"]


def test_what_runs_over_a_joint_waits_until_the_joint_is_sewn(dress: Replay) -> None:
    order = sewing_order(dress.pattern)
    names = seams(order)
    assert sorted(names) == sorted(s.name for s in dress.pattern.seams if s.b), "every seam once"
    # By hand: the armhole runs over the panel and the shoulder; the waist over the panel, both sides, and the skirt's.
    armhole = next(s for s in order if s.kind == "seam" and s.what == "armhole")
    assert set(armhole.after) == {"front panel", "shoulder"}
    waist = next(s for s in order if s.kind == "seam" and s.what == "waist")
    assert {"front panel", "side"} <= set(waist.after)
    for s in order:
        if s.kind == "seam":
            assert all(names.index(x) < names.index(s.what) for x in s.after)


def test_in_the_trades_own_order_otherwise(dress: Replay) -> None:
    order = sewing_order(dress.pattern)
    kinds = [s.kind for s in order]
    assert kinds.index("seam") > max(k for k, x in enumerate(kinds) if x == "dart"), "darts first"
    assert kinds[-1] == "hem"
    names = seams(order)
    assert names.index("front panel") < names.index("shoulder") < names.index("side") < names.index("armhole")
    eased = next(k for k, s in enumerate(order) if s.kind == "fullness" and s.what == "armhole")
    assert order[eased + 1].what == "armhole", "fullness is drawn in just before its seam"


def test_a_pattern_without_seams_has_darts_and_hems_only(dress: Replay) -> None:
    loose = Pattern(tuple(p for p in dress.pattern.pieces if p.name == "skirt back"))
    assert [s.kind for s in sewing_order(loose)] == ["dart", "hem"]


def test_the_making_sheet_says_every_step_with_its_sums_and_the_order(dress: Replay) -> None:
    told: list[tuple[int, int]] = []
    pdf = making_sheet(dress, "A dress · Ada", "cm", told=lambda n, of: told.append((n, of)))
    document = pypdfium2.PdfDocument(pdf)
    assert all(p.get_size() == pytest.approx((595.3, 841.9), abs=0.1) for p in document), "A4"
    words = " ".join(document[i].get_textpage().get_text_range() for i in range(len(document))).replace("\r\n", " ")
    for d in dress.done:
        assert f"{d.number}. {d.step.spoken(d.before, 'cm')}" in words
        for s in d.working[:3]:
            assert s.label in words
    assert words.count("before") >= 2
    assert "After" not in words.split("How it can be sewn")[0]
    assert "Sew the armhole: sleeve cap to" in words
    for act in sewing_order(dress.pattern):
        if act.kind == "seam" and act.after:
            assert f"(after {', '.join(act.after)})" in words
    assert told == [(1, 2), (2, 2)]
    # Nothing is written over a drawing or off the page: every letter stands inside the rim.
    for page in document:
        text = page.get_textpage()
        for i in range(text.count_chars()):
            left, bottom, right, _ = text.get_charbox(i)
            if right > left:
                assert left >= 1.4 / 2.54 * 72
                assert right <= 595.3 - 1.4 / 2.54 * 72
                assert bottom >= 1.2 / 2.54 * 72


def test_a_style_without_a_step_is_its_blocks(dress: Replay) -> None:
    document = pypdfium2.PdfDocument(making_sheet(Replay(dress.start, ()), "Nothing yet", "in", "letter"))
    assert len(document) == 1
    assert "Trace the blocks" in document[0].get_textpage().get_text_range()


def three() -> tuple[Piece, Piece, Piece]:
    return sheet(10, 20, "left"), sheet(10, 20, "middle"), sheet(10, 20, "right")


def seam(name: str, a: str, b: str, rule: SeamRule = EQUAL, rules: tuple[IntervalRule, ...] = ()) -> Seam:
    def side(word: str) -> tuple[Stretch, ...]:
        return tuple(Stretch(*x.split(".")) for x in word.split("+")) if word else ()

    return Seam(name, side(a), side(b), rule, rules)


def test_what_is_done_at_each_seam_is_said_in_whole_sentences() -> None:
    left, middle, right = three()
    pieces = (
        replace(left, cut=CutPlan(interfacing=1)),
        replace(middle, outline=tuple(replace(e, kind="hem") if e.name == "bottom" else e for e in middle.outline)),
        replace(right, cut=CutPlan(interfacing=2)),
    )
    one = seam("one", "left.right", "middle.left", SeamRule("gather", ratio=1.5, longer="b"))
    interval = (IntervalRule("start", "end", SeamRule("pleat", ratio=1.2, longer="a")),)
    two = seam("two", "middle.right", "right.left", EQUAL, interval)
    three_ = seam("three", "left.top", "middle.top", SeamRule("ease", 0.5, 1.0, longer="a"))
    four = seam("four", "middle.bottom", "right.bottom", SeamRule("stretch", longer="b"))
    waiting = seam("waiting", "left.left", "")
    closures = (
        Closure("side zip", "zip", (Reach("one", "start", "end"), Reach("two", "start", "end")), 30.0),
        Closure("front", "buttons", (Reach("four", "start", "end"),), count=4),
        Closure("neck", "hooks", (Reach("three", "start", "end"),), count=1),
    )
    order = sewing_order(Pattern(pieces, (one, two, three_, four, waiting), (), closures))
    assert {(s.kind, s.what): s.words for s in order} == {
        ("fuse", "left, right"): "Fuse interfacing to the left and right.",
        ("fullness", "one"): "Gather the middle left to its notches.",
        ("seam", "one"): "Sew the one: left right to middle left. Leave it open where the side zip goes.",
        ("fullness", "two"): "Lay the pleats of the middle right to its notches.",
        ("seam", "two"): "Sew the two: middle right to right left. Leave it open where the side zip goes.",
        ("fullness", "three"): "Ease in the left top to its notches.",
        ("seam", "three"): "Sew the three: left top to middle top. Leave it open where the neck goes.",
        ("fullness", "four"): "Stretch the right bottom to its notches.",
        ("seam", "four"): "Sew the four: middle bottom to right bottom. Leave it open where the front goes.",
        ("close", "side zip"): "Set in the zip in the one and two.",
        ("close", "front"): "Work buttonholes, sew on buttons in the four.",
        ("close", "neck"): "Sew on hooks in the three.",
        ("hem", "hem"): "Turn up the hem of the middle.",
    }
    kinds = [s.kind for s in order]
    assert kinds[0] == "fuse"
    assert kinds[-4:] == ["close", "close", "close", "hem"]
    assert order[-1].after == tuple(s.what for s in order if s.kind == "seam")
    assert next(s for s in order if s.what == "side zip").after == ("one", "two")


def test_what_is_free_goes_small_parts_first_then_shoulders_sides_and_what_runs_round() -> None:
    """The sheets are the same; only names and how many stretches a side has tell them apart."""
    left, middle, right = three()
    pocket, flap = sheet(5, 5, "pocket"), sheet(5, 2, "flap")
    wanted = ["pocket top", "back panel", "shoulder", "centre back", "side", "waist"]
    made = {
        "waist": seam("waist", "left.bottom", "right.bottom"),
        "side": seam("side", "left.left", "right.right"),
        "centre back": seam("centre back", "middle.bottom", "middle.top"),
        "shoulder": seam("shoulder", "left.top", "right.top"),
        "back panel": seam("back panel", "left.right", "middle.left"),
        "pocket top": seam("pocket top", "pocket.top", "flap.bottom"),
    }
    # Of two of one stage the shorter comes first: the pocket's 5 before the panel's 20; the shoulder and the centre are 10 and go by name.
    found = seams(sewing_order(Pattern((left, middle, right, pocket, flap), tuple(made.values()))))
    assert found == ["pocket top", "back panel", "centre back", "shoulder", "side", "waist"]
    assert sorted(found) == sorted(wanted)


def test_a_seam_over_two_joints_waits_for_both_though_one_is_sewn() -> None:
    """A long hem band runs over left, middle and right; its name would put it first."""
    left, middle, right = three()
    band = sheet(30, 4, "pocket band")
    over = Seam(
        "pocket line",
        tuple(Stretch(p, "bottom", "left") for p in ("left", "middle", "right")),
        (Stretch("pocket band", "top", "left"),),
        EQUAL,
    )
    one, two = seam("one", "left.right", "middle.left"), seam("two", "middle.right", "right.left")
    order = sewing_order(Pattern((left, middle, right, band), (over, one, two)))
    assert seams(order) == ["one", "two", "pocket line"]
    assert set(order[-1].after) == {"one", "two"}


def test_seams_that_wait_for_each_other_are_sewn_all_the_same() -> None:
    """Two sheets sewn to two others crosswise: each line runs over the other's joint."""
    a, b, c, d = (sheet(10, 10, n) for n in "abcd")
    level = Seam("level", (Stretch("a", "bottom", "left"), Stretch("b", "bottom", "left")), (Stretch("c", "top", "left"), Stretch("d", "top", "left")), EQUAL)  # fmt: skip
    upright = Seam("upright", (Stretch("a", "right", "top"), Stretch("c", "right", "top")), (Stretch("b", "left", "top"), Stretch("d", "left", "top")), EQUAL)  # fmt: skip
    order = sewing_order(Pattern((a, b, c, d), (level, upright)))
    assert seams(order) == ["level", "upright"]
    assert [s.after for s in order] == [(), ("level",)]
