"""Refusals and remarks that common work seldom meets: a sleeve too short to be begun so far down, a shoulder that cannot fall so far, an edge that is spoken for."""

from __future__ import annotations

from dataclasses import replace

import pytest

from patterncraft.errors import PatternError
from patterncraft.geometry.path import Path
from patterncraft.house import HouseRules, Wear
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, Grain
from patterncraft.paper.seam import Seam, SeamRule, Stretch
from patterncraft.paper.sewn import sewn_length
from patterncraft.replay import replay
from tests.patterncraft.parts.ground import (
    MIDDLE,
    NECK,
    RULES,
    SLEEVE,
    STAND,
    Step,
    edge,
    integrated,
    made,
    near,
    of,
    refused,
    table,
)
from tests.planted.ground import corner_moved
from tests.samples import polygon, ruled

ONE_DART = of("rotate_dart", piece="front", dart="side dart", to={"dart": "waist dart"})
INTO_ARMHOLE = of("rotate_dart", piece="front", dart="waist dart", to=MIDDLE | {"edge": "armhole"}, share=0.4)
NECK_PANEL = of("panel", piece="front", from_={"edge": "neckline", "from": "shoulder", "fraction": 0.5}, dart="waist dart")
SPREAD = of("slash_and_spread", piece="back", from_edge="shoulder", to_edge="waist", count=2, opening=1.0)

REFUSED: list[tuple[str, tuple[Step, ...], str, str, str]] = [
    ("bodice-direct", (of("add_ease", armhole_down=18.0),),
     "lowered by 18.0 cm the armhole would reach the side's dart or its end, 4.8 cm down.", "front", "armhole_down"),
    ("bodice-direct", (SLEEVE, of("bishop", start_below_biceps=38.0)),
     "the sleeve ends 37.2 cm below its biceps line.", "sleeve", "start_below_biceps"),
    ("bodice-direct", (of("draw_line", piece="front", name="x", line=[{"at": {"mark": "bust point"}, "out": x} for x in (60, 70)]),),
     "the line does not run over the paper.", "front", "line"),
    ("bodice-direct", (of("facing", edges=[["front", "neckline"]]), of("move_shoulder", amount=2.0)),
     "the neckline of the front is sewn by itself (neckline facing), and would run on over the shoulder.", "shoulder", "amount"),
    ("bodice-direct", (ONE_DART, INTO_ARMHOLE, of("raglan")), "the armhole dart opens in the armhole.", "front", "front"),
    ("bodice-direct", (ONE_DART, of("raglan", width=90.0)), "a sleeve 90.0 cm round does not meet its raglan line.", "front", "width"),
    ("bodice-direct", (of("promise", seam="side", kind="gather", ratio=1.2, to="side balance"), of("true_seam", seam="side", give="front")),
     "parts of it are gathered, eased or pleated by promises of their own.", "side", "seam"),
    ("bodice-direct", (of("extend", piece="front", edge="centre front", width=3.0, as_="facing"), of("neckline", shape="round", width=1.0)),
     "the facing runs on from its neckline.", "front", "pieces"),
    ("bodice-direct", (of("sew", a=[["front", "side"]], b=[["back", "shoulder"]]),),
     "the side of the front lies in the side seam already with the back side.", "front", "a"),
    ("skirt", (of("flare", piece="skirt front", edge="side", amount=5.0, from_={"edge": "side", "from": "hem", "distance": 0.1}),),
     "the flare would begin 0.1 cm above the hem; the side is in one for 59.5 cm there.", "skirt front", "from"),
    ("bodice-direct", (SLEEVE, of("join_blocks", upper="sleeve", lower="front")), "it has no waist.", "sleeve", "upper"),
    ("bodice-direct", (of("unfold", piece="front"), of("unfold", piece="front")), "it has no fold to be laid open at.", "front", "piece"),
    ("bodice-direct", (of("draw_line", piece="front", name="x", line=[{"notch": "moon"}, {"mark": "bust point"}]),),
     "there is no notch called “moon”.", "front", "line"),
    ("skirt", (of("closure", seam="side", kind="zip", from_="armhole"),), "the side does not begin at “armhole”.", "side", "from"),
    ("bodice-direct", (SPREAD | {"zone": {"from": MIDDLE | {"edge": "shoulder"}, "to": MIDDLE | {"edge": "armhole"}}},),
     "the zone does not lie on the shoulder.", "back", "zone"),
    ("bodice-direct", (SPREAD | {"zone": {"from": {"edge": "shoulder", "distance": 5.0}, "to": {"edge": "shoulder", "distance": 5.9}}},),
     "the zone is shorter than 1 cm.", "back", "zone"),
    ("bodice-direct", (SLEEVE, of("neckline", shape="round", pieces=["sleeve"])), "there is no edge called “neckline”.", "sleeve", "pieces"),
    ("skirt", (SLEEVE,), "there is no edge called “armhole”.", "", "armhole"),
    ("torso", (of("hem", shape="level", down=-25.0), of("convert_dart", piece="front", dart="waist dart", cut_across=True, into="pleat")),
     "the waist dart does not lie on the paper where it is widest.", "front", "cut_across"),
    ("bodice-direct", (SLEEVE, of("cut_loose", part="moon")), "there is no part that follows its seam called “moon”.", "", "part"),
    ("skirt", (of("dolman", front="skirt front", back="skirt back"),), "it has no neckline.", "skirt front", "front"),
    ("torso", (of("dolman"),), "it has no waist.", "front", "front"),
    ("bodice-direct", (SLEEVE, of("dolman")), "its armhole is sewn already, to the sleeve.", "front", "front"),
    ("bodice-direct", (SLEEVE, of("off_shoulder")), "its armhole is sewn already, to the sleeve.", "front", "front"),
    ("skirt", (of("flare", piece="skirt front", edge="side", amount=5.0, from_=MIDDLE | {"edge": "hem"}),),
     "the flare does not begin on the side.", "skirt front", "from"),
    ("bodice-direct", (of("collar", kind="stand_and_fall", point=15.0, spread=-40),),
     "its point would reach back over the collar.", "collar fall", "point"),
    ("bodice-direct", (of("collar", kind="roll", break_={"edge": "side", "from": "waist", "distance": 2.0}),),
     "it rolls from the centre front, not from the side.", "front", "break"),
    ("bodice-direct", (STAND, of("collar", kind="roll", break_={"edge": "centre front", "from": "waist", "distance": 2.0})),
     "there is no edge called “centre front”.", "front", "break"),
    ("bodice-direct", (of("facing", edges=[["front", "neckline"], ["front", "side"]], apart=False),),
     "its edges do not follow each other round the sheet.", "front", "edges"),
    ("bodice-direct", (of("facing", edges=NECK, apart=False),),
     "in one piece it would lie on two folds, at the front and at the back.", "neckline facing", "apart"),
    ("bodice-direct", (of("unsew", seam="shoulder"), of("collar", kind="band")),
     "the neckline is open 11.6 cm from its front: its sheets are not sewn together there.", "neckline", "pieces"),
    ("bodice-direct", (NECK_PANEL, of("collar", kind="roll")),
     "the neckline of the centre front ends at the front style line: the collar turns at the shoulder.", "centre front", "kind"),
    ("bodice-direct", (of("cut_along", piece="front", names=["middle", "rest"], line=[MIDDLE | {"edge": "neckline"}, MIDDLE | {"edge": "centre front"}]),
                       of("put_away", piece="middle"), of("collar", kind="band")),
     "the neckline does not reach the centre front: the rest ends elsewhere.", "neckline", "pieces"),
    ("bodice-direct", (of("collar", kind="band"), of("collar", kind="band")), "the neckline has its part already: the collar.", "neckline", "pieces"),
    ("bodice-direct", (of("promise", seam="neckline", kind="free"), of("collar", kind="band")),
     "the neckline is free: it waits for nothing.", "neckline", "pieces"),
    ("skirt", (of("waistband"), of("waistband")), "the waist has its part already: the waistband.", "waist", "pieces"),
    ("skirt", (of("blend", seams=["waist"]),), "nothing runs over the ends of it that could be blended.", "waist", "edges"),
    ("bodice-direct", (SLEEVE, of("shorten_sleeve", by=60)),
     "cut off so high it ends 16.6 cm above the underarm: that is a cap, not a sleeve.", "sleeve", "by"),
    ("bodice-direct", (SLEEVE, of("shorten_sleeve", length=59)), "it is only 58.0 cm long at its shorter seam.", "sleeve", "length"),
    ("bodice-direct", (of("closure", seam="neckline", kind="zip"),), "it waits for the part that is sewn to it.", "neckline", "seam"),
    ("bodice-direct", (of("true_seam", seam="armhole", give="front"),), "it has no partner to be made equal to.", "armhole", "seam"),
]  # fmt: skip


@pytest.mark.parametrize(
    ("block", "steps", "message", "where", "field"), REFUSED, ids=[f"{s[-1]['move']} {k}" for k, (_, s, *_) in enumerate(REFUSED)]
)
def test_refused_in_these_words_at_this_slot(block: str, steps: tuple[Step, ...], message: str, where: str, field: str) -> None:
    refusal = refused(*steps, on=table(block))
    assert (refusal.message, refusal.where, refusal.field) == (message, where, field)


SAID: list[tuple[str, tuple[Step, ...], str]] = [
    ("skirt", (of("closure", seam="side", kind="zip", length=23.6),),
     "Zips are sold in 25 cm, not in 23.6 cm: open so far, or shorten a longer one."),
    ("sleeve-compass", (of("grain", piece="sleeve", kind="bias"),), "It lay on the straight grain; it lies on the bias grain now."),
    ("bodice-direct", (of("notch", seam="side", at=0.4),), "Nearer than 2.0 cm to the end it falls into the allowance of the corner."),
    ("skirt", (of("culottes", share="quarter"),), "As full as a skirt between the legs: it swings, and rubs in walking."),
    ("skirt", (of("unsew", seam="side"), of("pocket", kind="bag", piece="skirt front", at={"edge": "side", "from": "waist", "distance": 4.0})),
     "Mark both ends of the opening on the other side of its seam."),
]  # fmt: skip


@pytest.mark.parametrize(("block", "steps", "words"), SAID, ids=[f"{s[-1]['move']} {k}" for k, (_, s, _) in enumerate(SAID)])
def test_said_where_it_is_so(block: str, steps: tuple[Step, ...], words: str) -> None:
    assert words in [s.label for s in made(*steps, on=table(block)).done[-1].working]


def test_a_notch_two_centimetres_from_either_end_is_not_warned_of() -> None:
    whole = made(of("unsew", seam="shoulder"), of("sew", a=[["front", "shoulder"]], b=[["back", "shoulder"]])).pattern
    long = whole.side_length(whole.seam("shoulder").a)
    for at, warned in ((2.01, False), (1.99, True), (long - 2.01, False), (long - 1.99, True)):
        lines = made(of("notch", seam="shoulder", at=at)).done[-1].working
        assert any(s.label.startswith("Nearer than") for s in lines) == warned, at


def test_a_raglan_without_a_curve_is_told_to_be_straight_above() -> None:
    done = made(ONE_DART, of("raglan", soft=0.0))
    assert done.done[-1].step.spoken(None, "cm").rstrip(".").endswith("straight above")


def test_a_sash_for_a_child_is_told_with_its_danger() -> None:
    """Free ends are caught in doors: the usual caution, and whose rules hold."""
    lines = {}
    for wearer in ("adult", "child"):
        rules = HouseRules(wear=Wear(wearer=wearer))
        lines[wearer] = [s.label for s in made(of("sash"), rules=rules).done[-1].working if s.caution and "children" in s.label]
    assert lines["adult"] == []
    (told,) = lines["child"]
    assert "local rules" in told


@pytest.mark.parametrize(("stretch", "kind"), [(3.0, "stretch"), (9.5, "gather")])
def test_a_ribs_cuff_is_stretched_as_far_as_a_rib_goes_and_beyond_that_the_sleeve_is_gathered(stretch: float, kind: str) -> None:
    """Sleeve's end : rib, at most 1.6 (common practice, no source)."""
    done = made(SLEEVE, of("cuff", stretch=stretch, depth=5.0, girth=20.0))
    (seam,) = (s for s in done.pattern.seams if any(x.piece == "cuff" for x in s.b) and any(x.piece == "sleeve" for x in s.a))
    ratio = integrated(edge(done.pattern.piece("sleeve"), "hem")) / (20.0 - stretch)
    assert (ratio <= 1.6) == (kind == "stretch")
    assert (seam.rule.kind, seam.rule.longer) == (kind, "a")
    assert seam.rule.ratio == near(ratio, 2e-4)


def test_a_cuff_as_long_as_its_sleeve_is_sewn_flat() -> None:
    before = made(SLEEVE).pattern
    hem = integrated(edge(before.piece("sleeve"), "hem"))
    done = made(SLEEVE, of("cuff", girth=round(hem - 0.1, 2), overlap=0.0))
    (seam,) = (s for s in done.pattern.seams if any(x.piece == "cuff" for x in s.b) and any(x.piece == "sleeve" for x in s.a))
    assert (seam.rule.kind, seam.rule.minimum, seam.rule.longer) == ("ease", 0.0, "a")
    assert 0.1 <= (seam.rule.maximum or 0.0) <= 0.5


def test_a_lapel_without_a_button_stand_leaves_the_front_as_wide_as_it_was() -> None:
    start = made(STAND).pattern
    for wide in (0.0, 2.5):
        front = made(STAND, of("collar", kind="lapel", button_stand=wide)).pattern.piece("front")
        assert (front.box[2] - front.box[0]) >= start.piece("front").box[2] - start.piece("front").box[0] - 1e-6
    bare = made(of("collar", kind="lapel", button_stand=0.0)).pattern.piece("front")
    assert not [x for x in bare.outline if x.name == "button stand"]


def test_a_dart_named_as_the_place_is_reached_on_the_half_that_has_it() -> None:
    """Cut across at the waist, the upper half has the side dart: the half dart goes into it, and the lower half keeps its own."""
    done = made(of("rotate_dart", piece="front", dart="waist dart", to={"dart": "side dart"}, cut_across=True), on=table("torso"))
    after = done.pattern
    told = [line.label for line in done.done[-1].working]
    assert told[0].startswith("Length of the cut"), "of the cut is told"
    assert told[-1].startswith("All darts"), "and of the turn"
    upper, lower = (after.piece(f"{word} front") for word in ("upper", "lower"))
    assert [d.name for d in upper.darts] == ["side dart"]
    assert [d.name for d in lower.darts] == ["waist dart"]
    assert not [p for p in after.pieces if p.name == "front"]


def test_divided_a_double_pointed_dart_is_cut_across_first() -> None:
    into = [{"to": MIDDLE | {"edge": name}, "share": 0.5} for name in ("shoulder", "armhole")]
    after = made(of("divide_dart", piece="front", dart="waist dart", into=into, cut_across=True), on=table("torso")).pattern
    assert {d.name for d in after.piece("upper front").darts} == {"side dart", "shoulder dart", "armhole dart"}
    assert [d.name for d in after.piece("lower front").darts] == ["waist dart"]


def test_a_slash_may_be_drawn_from_either_end() -> None:
    """From the hem up to the waist, or from the waist down: the same sheets."""
    spread = of("slash_and_spread", piece="skirt front", from_edge="hem", to_edge="waist", opening=2.0)
    ends = [MIDDLE | {"edge": "hem"}, MIDDLE | {"edge": "waist"}]
    up, down = (made(spread | {"at": [x]}, on=table("skirt")).pattern.piece("skirt front") for x in (ends, ends[::-1]))
    assert polygon(up).symmetric_difference(polygon(down)).area < 1e-6


def test_folded_along_the_line_that_is_named() -> None:
    by_name = made(of("unfold", piece="front"), of("fold", piece="front", line="centre front")).pattern
    assert by_name.piece("front") == made(of("unfold", piece="front"), of("fold", piece="front")).pattern.piece("front")


def test_a_free_edge_that_is_sewn_is_free_no_more() -> None:
    free = of("sew", a=[["front", "side"]], b=[], kind="free", name="open side")
    after = made(of("unsew", seam="side"), free, of("sew", a=[["front", "side"]], b=[["back", "side"]])).pattern
    assert [s.name for s in after.seams if any((x.piece, x.edge) == ("front", "side") for x in s.a)] == ["side"]


def strip(corners: list[complex], names: list[str]) -> Pattern:
    """One straight-edged sheet."""
    sheet = ruled("strip", corners, names)
    return Pattern((replace(sheet, grain=Grain(3 + 1j, 3 + 9j), cut=CutPlan(1, False, False)),))


def test_a_dart_with_unequal_legs_is_not_shaped_and_one_within_the_tolerance_is() -> None:
    """Legs of 8.00 and 8.25 cm, then of 8.00 and 8.05: seams may differ by 0.1."""
    names = ["top", "top dart", "top dart", "top", "right", "bottom", "left"]
    shape = of("shape_dart", piece="strip", dart="top dart", shape="out", depth=0.2)
    for longer, done in ((0.25, False), (0.05, True)):
        tip = 10 + 8j
        mouth = (tip - 8 * (1j + 0.1) / abs(1j + 0.1), tip - (8 + longer) * (1j - 0.1) / abs(1j - 0.1))
        corners = [0j, mouth[0], tip, mouth[1], 20 + 0j, 20 + 12j, 12j]
        start = strip(corners, names)
        result = replay(start, read_steps([shape]), RULES)
        assert (result.stopped is None) == done
        if result.stopped is not None:
            assert (result.stopped.where, result.stopped.field) == ("strip", "dart")


def test_an_edge_in_several_parts_is_not_slashed_from() -> None:
    """A notch cut out of the upper edge leaves it in two parts that no dart joins."""
    corners = [0j, 8 + 0j, 8 + 3j, 12 + 3j, 12 + 0j, 20 + 0j, 20 + 12j, 12j]
    names = ["top", "cut", "cut end", "cut", "top", "right", "bottom", "left"]
    start = strip(corners, names)
    lap = of("overlap", piece="strip", to_edge="bottom", count=2, amount=0.5)
    refusal = refused(lap | {"from_edge": "top"}, on=start)
    assert (refusal.message, refusal.where, refusal.field) == ("the top lies there in several parts.", "strip", "from_edge")
    assert (
        made(lap | {"from_edge": "bottom", "to_edge": "cut end"}, on=start).pattern.piece("strip").area < start.piece("strip").area
    )


def test_a_shoulder_that_lies_steep_cannot_fall_much_farther() -> None:
    """A shoulder 4 cm long may fall by at most nine tenths of it, 3.6."""
    sheets = []
    for k, name in enumerate(("front", "back")):
        far = 40 * k + 0j
        neck, tip = far + 4, far + 4 + 4 * (0.8 + 0.6j)
        corners = [far + 4j, neck, tip, far + 9 + 14j, far + 10 + 30j, far + 30j]
        sheet = ruled(name, corners, ["neckline", "shoulder", "armhole", "side", "waist", f"centre {name}"])
        sheets.append(replace(sheet, grain=Grain(far + 3 + 8j, far + 3 + 25j), cut=CutPlan(1, True, False)))
    seam = Seam(
        "shoulder",
        (Stretch("front", "shoulder", "neckline"),),
        (Stretch("back", "shoulder", "neckline"),),
        SeamRule("equal"),
    )
    start = Pattern(tuple(sheets), (seam,))
    for more, done in ((1.1, True), (1.3, False)):
        result = replay(start, read_steps([of("shoulder_slope", amount=more)]), RULES)
        assert (result.stopped is None) == done, result.stopped
        if result.stopped is not None:
            assert result.stopped.message == f"its shoulder is 4.0 cm long: it cannot fall by {2.4 + more:.1f} cm."
            assert result.stopped.field == "amount"
        else:
            (path,) = (e.path for e in result.pattern.piece("front").outline if e.name == "shoulder")
            assert isinstance(path, Path)
            assert abs(path.end.imag - path.start.imag) == near(2.4 + more)
            assert path.length == near(4.0)


@pytest.mark.parametrize("at_end", [True, False])
def test_a_bishop_sleeve_is_not_begun_below_the_end_of_its_shorter_seam(at_end: bool) -> None:
    """One underarm seam 12 cm shorter than drafted: it ends 31.7 below the underarm, and the hem's middle hangs lower still."""
    sleeve = made(SLEEVE).pattern
    aslant = sleeve.with_piece(corner_moved("hem", -12j, at_end=at_end)(sleeve.piece("sleeve")))
    refusal = refused(of("bishop", start_below_biceps=33.0, cuff_depth=0.0), on=aslant)
    told = (refusal.message, refusal.where, refusal.cure, refusal.field)
    assert told == ("the line does not cross both its seams.", "sleeve", "Begin higher.", "start_below_biceps")
    made(of("bishop", start_below_biceps=30.0, cuff_depth=0.0), on=aslant)


def test_more_than_twice_the_houses_gape_is_refused_with_that_much_for_a_cure() -> None:
    house = RULES.model_copy(update={"fullness": RULES.fullness.model_copy(update={"contour": 0.75})})
    step = of("contour", piece="front", at=MIDDLE | {"edge": "neckline"}, into="waist dart", amount=1.6)
    stopped = replay(table(), read_steps([step]), house).stopped
    assert stopped is not None
    assert (stopped.message, stopped.cure) == (
        "1.6 cm is no gape: the piece does not fit there.",
        "Take at most 1.5 cm, and mend the block.",
    )
    made(step | {"amount": 1.5}, rules=house)


def test_a_dart_let_down_where_its_mouth_is_already_widens_the_edge_by_its_intake_and_nothing_else() -> None:
    """No other cut is made: the waist dart's mouth lies at the lower edge of the bodice already."""
    before, done = table().piece("front"), made(of("convert_dart", piece="front", dart="waist dart", into="flare"))
    front = done.pattern.piece("front")
    (dart,) = (d for d in darts_of(before) if d.name == "waist dart")
    assert [d.name for d in darts_of(front)] == [d.name for d in darts_of(before) if d.name != "waist dart"]
    waist = sum(integrated(e.path) for e in front.outline if e.name == "waist")
    flat = sum(integrated(e.path) for e in before.outline if e.name == "waist")
    assert waist == near(flat + dart.intake, 0.02)
    for name in ("side", "armhole", "shoulder", "neckline", "centre front"):
        assert sewn_length(front, name) == near(sewn_length(before, name), 1e-6)


def test_a_leg_of_mutton_without_height_is_gathered_between_its_notches_and_no_higher() -> None:
    before = made(SLEEVE).pattern.piece("sleeve")
    for height in (0.0, 4.0):
        done = made(SLEEVE, of("leg_of_mutton", opening=3.0, height=height))
        sleeve = done.pattern.piece("sleeve")
        assert integrated(edge(sleeve, "cap")) - integrated(edge(before, "cap")) > 3.0
        assert (before.box[1] - sleeve.box[1] > 2.5) is (height > 0)
        (rule,) = done.pattern.seam("armhole").rules
        assert (rule.start, rule.end, rule.rule.kind) == ("front balance", "back balance", "gather")
        assert all(p.kept for p in ledger(done.pattern, RULES))


def test_a_yokes_own_line_is_told_in_centimetres_on_the_sheet_and_cut_there() -> None:
    """A fifth down the side and a quarter down the centre front: so far along each, measured by another library."""
    line = [{"edge": "side", "from": "waist", "fraction": 0.2}, {"edge": "centre front", "from": "waist", "fraction": 0.25}]
    before = table("skirt").piece("skirt front")
    done = made(of("yoke", pieces=["skirt front"], edge="waist", depth=9.0, shape=line), on=table("skirt"))
    upper = next(p for p in done.pattern.pieces if "waist" in p.edge_names and "hem" not in p.edge_names and "front" in p.name)
    for name, share in (("side", 0.2), ("centre front", 0.25)):
        assert integrated(edge(upper, name)) == near(share * integrated(edge(before, name)), 0.01)
        assert f"{share * integrated(edge(before, name)):.1f} cm" in done.done[-1].step.spoken(table("skirt"), "cm")


def test_an_elastic_gives_as_much_again() -> None:
    """A braided elastic is stretched to twice its length at most (common practice, no source)."""
    strip = made(SLEEVE, of("elastic", edges=[["sleeve", "hem"]], girth=17.0)).pattern.piece("elastic")
    assert strip.cut.stretch == 100.0


@pytest.mark.parametrize("nameless", [{"piece": "front"}, {"move": None}, {}])
def test_a_step_without_a_move_says_what_moves_there_are(nameless: Step) -> None:
    with pytest.raises(PatternError, match="there is no move called “”") as told:
        read_steps([of("sash"), nameless])
    assert (told.value.step, told.value.message) == (2, "there is no move called “”.")


def test_cloth_is_not_folded_along_an_edge_that_lies_in_two_parts_of_one_line() -> None:
    corners = [0j, 30 + 0j, 30 + 40j, 40j, 25j, 5 + 20j, 15j]
    slotted = ruled("sheet", corners, ["top", "right", "bottom", "left", "slot", "slot", "left"])
    refusal = refused(of("turn_edge_into", piece="sheet", edge="left", kind="fold"), on=Pattern((slotted,)))
    assert refusal.message == "the left is not one straight line, so cloth cannot be folded along it."
    whole = ruled("sheet", [0j, 30 + 0j, 30 + 40j, 40j], ["top", "right", "bottom", "left"])
    assert (
        made(of("turn_edge_into", piece="sheet", edge="left", kind="fold"), on=Pattern((whole,))).pattern.piece("sheet").cut.on_fold
    )


@pytest.mark.parametrize(("left", "reaches_the_edge"), [(0.05, True), (0.5, False)])
def test_a_dart_whose_point_lies_on_the_lower_edge_is_not_let_down(left: float, reaches_the_edge: bool) -> None:
    """Half a millimetre of paper is left below its point, or half a centimetre."""
    corners = [0j, 8 + 0j, complex(10, 30 - left), 12 + 0j, 20 + 0j, 20 + 30j, 30j]
    piece = ruled("front", corners, ["waist", "waist dart", "waist dart", "waist", "side", "hem", "centre front"], 0.0)
    step = of("convert_dart", piece="front", dart="waist dart", into="flare")
    if reaches_the_edge:
        told = refused(step, on=Pattern((piece,)))
        assert (told.message, told.where, told.field) == ("the point of the waist dart lies on the edge.", "front", "into")
    else:
        assert made(step, on=Pattern((piece,))).pattern.piece("front").darts == ()
