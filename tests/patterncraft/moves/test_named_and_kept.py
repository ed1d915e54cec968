"""Of several things the one that was named, each kind of edge as its kind, what was asked to stay: cases beside a move's common one."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
import shapely

from patterncraft.geometry.flatten import flat_path
from patterncraft.geometry.transform import slide
from patterncraft.moves.registry import MOVES, read_steps
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.seam import Seam, SeamRule, Stretch
from tests.parts_on_bodies import NECK
from tests.patterncraft.parts.ground import SLEEVE, STAND, edge, integrated, made, near, of, refused, table
from tests.samples import polygon, sheet
from tests.travel import stroke

TWO_SLEEVES = (SLEEVE, of("copy_as", piece="sleeve", name="other sleeve"))
ON_SLEEVES: list[dict[str, Any]] = [
    of("bell"),
    of("bishop"),
    of("puff", above_elbow=6.0),
    of("leg_of_mutton"),
    of("shorten_sleeve", above_elbow=-3.0),
    of("shorten_sleeve", by=8.0),
]


@pytest.mark.parametrize("step", ON_SLEEVES, ids=lambda s: "-".join(map(str, list(s.items())[0] + tuple(s)[1:])))
def test_of_two_sleeves_the_one_that_is_named_is_worked(step: dict[str, Any]) -> None:
    done = made(*TWO_SLEEVES, step | {"piece": "other sleeve"})
    before, after = done.done[-1].before, done.pattern
    assert after.piece("sleeve") == before.piece("sleeve")
    assert after.piece("other sleeve") != before.piece("other sleeve")


def test_a_sleeve_is_shortened_to_above_or_to_below_the_elbow() -> None:
    """The same 3 cm on either side of it: 6 cm of sleeve between them."""
    ends = {}
    for above, word in ((3.0, "above"), (-3.0, "below")):
        done = made(SLEEVE, of("shorten_sleeve", above_elbow=above))
        assert done.done[-1].step.spoken(done.done[-1].before, "cm") == f"Shorten the sleeve to end 3.0 cm {word} the elbow."
        ends[word] = done.pattern.piece("sleeve").box[3]
    assert ends["below"] - ends["above"] == near(6.0)


def test_a_zip_of_a_length_that_is_sold_is_told_and_bought_and_marks_nothing() -> None:
    done = made(of("closure", seam="side", kind="zip", length=15.0))
    assert [str(line.label) for line in done.done[-1].working] == ["It opens", "A zip of 15 cm."]
    (closure,) = done.pattern.closures
    assert (closure.length, closure.count) == (15.0, 0)
    assert not [m for p in done.pattern.pieces for m in p.marks if m.kind == "button"]


def test_blended_over_its_own_seam_a_sheet_is_refused() -> None:
    """A sleeve's underarm joins two edges of one sheet: its ends are the cap's and the hem's."""
    refusal = refused(SLEEVE, of("blend", seams=["underarm"]))
    assert (refusal.message, refusal.where, refusal.field) == ("both edges lie on one piece.", "sleeve", "edges")


def test_a_facing_cut_apart_is_sewn_together_from_its_inner_edge() -> None:
    """Both sides of the seam begin at the same end of it: the inner edge's."""
    after = made(of("facing", edges=NECK)).pattern
    (seam,) = (s for s in after.seams if {x.piece for x in s.a + s.b} == {"front facing", "back facing"})
    assert {x.start for x in seam.a + seam.b} == {"inner edge"}
    for x in seam.a + seam.b:
        piece = after.piece(x.piece)
        inner = stroke(edge(piece, "inner edge"))
        start = after.on_side((x,), 0.0)
        at = piece.outline[start.spot.edge].path.at(start.spot.along)
        assert inner.distance(shapely.Point(at.real, at.imag)) < 1e-6


@pytest.mark.parametrize("by", [0j, 13 + 7j])
def test_folded_again_an_unfolded_back_is_what_it_was(by: complex) -> None:
    """Wherever it lies: its paper, its double-pointed dart's name, how it is cut, and a grain line along the fold."""
    start = table("bodice-half-sheet")
    start = replace(start, pieces=tuple(p.placed(slide(by)) for p in start.pieces))
    after = made(of("unfold", piece="back"), of("fold", piece="back"), on=start).pattern.piece("back")
    was = start.piece("back")
    assert polygon(after).symmetric_difference(polygon(was)).area < 0.01
    assert [x.name for x in after.lenses] == [x.name for x in was.lenses] == ["waist dart"]
    assert [d.name for d in after.darts] == [d.name for d in was.darts]
    assert {m.name for m in after.marks} == {m.name for m in was.marks}
    assert after.cut == was.cut
    assert after.grain
    assert was.grain
    assert (after.grain.start.real, after.grain.end.real) == (near(after.grain.end.real), near(after.grain.start.real))
    assert polygon(after).contains(shapely.Point(after.grain.start.real, after.grain.start.imag))


@pytest.mark.parametrize(
    ("step", "kinds"),
    [
        (of("interfacing", piece="front", kind="net"), {"raw", "dart", "fold"}),
        (of("interfacing", piece="front", kind="strip", edge="neckline", width=4.0), {"raw", "fold"}),
        (of("interfacing", piece="back", kind="strip", edge="side", width=4.0), {"raw"}),
    ],
)
def test_interfacing_without_allowance_has_raw_edges_and_keeps_darts_and_fold(step: dict[str, Any], kinds: set[str]) -> None:
    done = made(step)
    sheet = done.pattern.pieces[1 + [p.name for p in done.pattern.pieces].index(step["piece"])]
    assert (sheet.name, sheet.cut.cloth) == (f"{step['piece']} interfacing", "interfacing")
    assert {e.kind for e in sheet.outline} == kinds
    if step["kind"] == "net":
        shell = done.pattern.piece("front")
        assert [e.name for e in sheet.outline] == [e.name for e in shell.outline]
        assert [e.kind in ("dart", "fold") for e in sheet.outline] == [e.kind in ("dart", "fold") for e in shell.outline]


def test_what_must_be_filled_in_is_asked_for_and_what_may_be_is_not() -> None:
    asked = {(name, s.name): not s.optional for name, m in MOVES.items() for s in m.slots()}
    # A place has to be said; a closure's seam is asked for although an edge will do; how many buttons there are need not be.
    assert asked["rotate_dart", "to"]
    assert asked["closure", "where"]
    assert asked["closure", "kind"]
    assert not asked["closure", "count"]
    assert not asked["closure", "piece"]
    assert not asked["fold", "line"]
    assert not asked["sash", "length"]


def test_notched_anew_a_seam_keeps_the_notch_at_which_its_own_zip_ends() -> None:
    zipped = of("closure", seam="side", kind="zip", length=15.0)
    after = made(zipped, of("notch_again", seam="side")).pattern
    assert "end of zip" in {n.name for n in after.notches_of("side")}
    by_hand = of("notch", seam="shoulder", at=5.0, style="double", name="end of zip")
    after = made(zipped, by_hand, of("notch_again", seam="shoulder")).pattern
    assert "end of zip" not in {n.name for n in after.notches_of("shoulder")}, "this one was only called so"


def test_between_notches_each_side_is_measured_by_its_own_places() -> None:
    moved = of("move_notch", seam="side", notch="side balance", to=6.0, to_b=8.0)
    done = made(moved, of("promise", seam="side", kind="ease", minimum=0.0, to="side balance"))
    assert [t.value for t in done.done[-1].working[0].terms] == [near(6.0), near(8.0)]


def test_edges_of_one_length_are_sewn_without_a_word_and_of_two_with_their_difference() -> None:
    done = made(of("unsew", seam="side"), of("sew", a=[["front", "side"]], b=[["back", "side"]]))
    assert not [s for s in done.done[-1].working if s.label.startswith("They differ")]
    done = made(of("unsew", seam="side"), of("unsew", seam="shoulder"), of("sew", a=[["front", "side"]], b=[["back", "shoulder"]]))
    front, back = (integrated(edge(done.pattern.piece(p), e)) for p, e in (("front", "side"), ("back", "shoulder")))
    (told,) = (s.label for s in done.done[-1].working if s.label.startswith("They differ"))
    assert f"{abs(front - back):.2f} cm" in told


def test_an_armhole_moved_at_both_ends_goes_along_between_them_in_share() -> None:
    """Moved 2 cm in at the shoulder and 3 cm down at the side, what lies a third along goes two thirds of the one and one third of the other."""
    before, after = table(), made(of("armhole", pieces=["back"], at_shoulder=2.0, down=3.0)).pattern
    old, new = (edge(x.piece("back"), "armhole") for x in (before, after))
    shoulder, side = new.start - old.start, new.end - old.end
    assert (abs(shoulder), abs(side)) == (near(2.0, 1e-2), near(3.0, 1e-2))
    line = stroke(new)
    for share in (1 / 3, 2 / 3):
        z = old.at(old.length * share) + shoulder * (1 - share) + side * share
        assert line.distance(shapely.Point(z.real, z.imag)) < 0.02


def test_a_cuffs_button_lies_in_its_middle_as_far_from_the_end_as_it_laps_over() -> None:
    after = made(SLEEVE, of("bishop"), of("cuff", depth=6.0, overlap=2.0, on_fold=False)).pattern.piece("cuff")
    left, top, right, bottom = polygon(after).bounds
    assert (bottom - top) == near(6.0)
    assert {m.name: m.at for m in after.marks} == {
        "button": near(left + 2.0 + 1j * (top + 3.0)),
        "buttonhole": near(right - 2.0 + 1j * (top + 3.0)),
    }


def test_what_a_collar_does_without_its_saying_so_is_where_its_handle_stands() -> None:
    collar = MOVES["collar"]
    flat = collar.model_validate({"move": "collar", "kind": "flat", "width": 6.0})
    assert (flat.stands_at("width"), flat.stands_at("overlap")) == (6.0, 1.5)
    assert collar.model_validate({"move": "collar", "kind": "flat", "turn": 0.3}).stands_at("turn") == 0.3


def test_a_pointed_sash_has_the_paper_of_a_strip_less_its_two_corners() -> None:
    """Half of 180 × 14 with a point of 7: 90 × 14 − 7 × 14 / 2 = 1211 cm²."""
    sash = made(of("sash", length=180.0, width=14.0, point=7.0)).pattern.piece("sash")
    assert polygon(sash).area == near(90 * 14 - 7 * 14 / 2)
    assert (sash.cut.quantity, sash.cut.on_fold, sash.cut.mirrored) == (1, True, False)


def test_an_elastic_that_grips_by_a_tenth() -> None:
    """17 cm less a tenth is 15.3, and with 2 cm to lap over it is cut 17.3 cm long."""
    done = made(SLEEVE, of("elastic", edges=[["sleeve", "hem"]], girth=17.0, percent=10.0))
    told = {s.label: s for s in done.done[-1].working}
    assert told["The elastic"].spoken("cm") == "17.00 − 10 % = 15.30 cm"
    (seam,) = (s for s in done.pattern.seams if any(x.piece == "elastic" for x in s.a + s.b))
    assert (seam.rule.kind, seam.rule.longer) == ("stretch", "a")
    assert {x.piece for x in seam.a} == {"sleeve"}
    hem = integrated(edge(done.pattern.piece("sleeve"), "hem"))
    assert seam.rule.ratio == near(hem / 15.3, 2e-4)
    assert seam.rule.ratio >= hem / 15.3


def test_a_welts_lips_bags_and_interfacing_are_as_many_as_there_are_pockets() -> None:
    """On a front that is cut on the fold there are two pockets: four lips, each interfaced, and two bags of one strip each, folded in its middle."""
    at = {"at": {"edge": "centre front", "level": "hip"}, "out": 9.0, "down": -6.0}
    after = made(of("pocket", kind="welt", piece="skirt front", at=at, opening=14.0, depth=16.0), on=table("skirt")).pattern
    lip, bag = after.piece("welt"), after.piece("pocket bag")
    assert (lip.cut.quantity, lip.cut.interfacing, lip.cut.on_fold) == (4, 4, False)
    assert (bag.cut.quantity, bag.cut.interfacing, bag.cut.on_fold) == (2, 0, False)
    for piece in (lip, bag):
        left, top, right, bottom = polygon(piece).bounds
        (fold,) = (x.path for x in piece.lines if x.name == "fold line")
        assert {fold.start, fold.end} == {complex(left, 0.5 * (top + bottom)), complex(right, 0.5 * (top + bottom))}
    assert polygon(bag).bounds[3] - polygon(bag).bounds[1] == near(32.0)


@pytest.mark.parametrize("amount", [2.0, -1.5])
def test_a_shoulder_moved_from_one_sheet_to_the_other_leaves_both_their_grain(amount: float) -> None:
    before, after = table(), made(of("move_shoulder", amount=amount)).pattern
    for name in ("front", "back"):
        assert after.piece(name).grain == before.piece(name).grain
        assert after.piece(name).cut == before.piece(name).cut


@pytest.mark.parametrize(
    ("length", "words"),
    [
        (15.25, "A zip of 15 cm."),
        (14.75, "A zip of 15 cm."),
        (15.35, "Zips are sold in 15 cm, not in 15.3 cm: open so far, or shorten a longer one."),
        (14.65, "Zips are sold in 15 cm, not in 14.7 cm: open so far, or shorten a longer one."),
    ],
)
def test_three_millimetres_from_a_length_that_is_sold_it_is_that_one(length: float, words: str) -> None:
    """Where the opening may be so much longer or shorter (common practice, no source)."""
    done = made(of("closure", seam="side", kind="zip", length=length))
    assert done.done[-1].working[-1].label == words


@pytest.mark.parametrize(("short", "is_told"), [(0.0, True), (0.03, True), (0.5, False)])
def test_a_button_half_a_centimetre_from_the_bust_line_does_not_stand_at_it(short: float, is_told: bool) -> None:
    """Two buttons: the lower one 1.5 above the end of the closure, which is made to end so that it stands there, or so much higher."""
    on = made(STAND).pattern
    down = on.piece("front").mark("bust point").at.imag - edge(on.piece("front"), "button stand").end.imag
    done = made(
        of("closure", piece="front", edge="button stand", kind="buttons", count=2, length=round(down + 1.5 - short, 3)), on=on
    )
    assert ("One stands at the bust line." in [s.label for s in done.done[-1].working]) is is_told


def test_half_a_centimetre_above_the_elbow_is_above_it() -> None:
    for above, words in ((0.5, "0.5 cm above"), (-0.5, "0.5 cm below")):
        done = made(SLEEVE, of("shorten_sleeve", above_elbow=above))
        assert done.done[-1].step.spoken(done.done[-1].before, "cm") == f"Shorten the sleeve to end {words} the elbow."


def test_of_a_seam_with_one_side_eased_the_same_share_of_either_is_taken_in() -> None:
    """22 cm on 20: half-way down is at 11 on the one and at 10 on the other."""
    seam = Seam("side", (Stretch("wide", "right", "top"),), (Stretch("short", "left", "top"),), SeamRule("ease", 1.0, 3.0))
    on = Pattern((sheet(30.0, 22.0, "wide"), sheet(30.0, 20.0, "short")), (seam,))
    for at in ({"edge": "right", "from": "top", "fraction": 0.5}, {"edge": "left", "from": "top", "fraction": 0.5}):
        piece = "wide" if at["edge"] == "right" else "short"
        done = made(of("take_in_seam", piece=piece, at=at, amount=1.0), on=on).pattern
        deepest = {
            name: max((z for z in flat_path(edge(done.piece(name), word), 1e-4)), key=lambda z: sign * z.real)
            for name, word, sign in (("wide", "right", -1), ("short", "left", 1))
        }
        assert deepest["wide"] == near(29.5 + 11j, 0.02)
        assert deepest["short"] == near(0.5 + 10j, 0.02)


@pytest.mark.parametrize("swapped", [False, True])
@pytest.mark.parametrize(("amount", "word"), [(1.0, "shorter"), (-1.0, "longer")])
def test_what_is_sewn_above_is_told_by_how_much_it_must_follow(amount: float, word: str, swapped: bool) -> None:
    """Two sheets taken in by a centimetre at the upper end of their seam: each top is half a centimetre less, and the band above one of them is as it was."""
    above = [(Stretch("band", "bottom", "right"),), (Stretch("left", "top", "left"),)]
    first, second = reversed(above) if swapped else above
    seams = (
        Seam("side", (Stretch("left", "right", "top"),), (Stretch("right", "left", "top"),), SeamRule("equal")),
        Seam("yoke", first, second, SeamRule("equal")),
    )
    on = Pattern((sheet(30.0, 40.0, "left"), sheet(30.0, 40.0, "right"), sheet(30.0, 8.0, "band")), seams)
    done = made(of("take_in_seam", piece="left", at={"edge": "right", "from": "top", "fraction": 0.0}, amount=amount), on=on)
    assert f"The yoke seam grew {word} by 0.5 cm on this side only: the band bottom must follow." in [
        line.label for line in done.done[-1].working
    ]


def test_a_cap_sleeves_end_is_no_hem_of_the_garment() -> None:
    """It has a cap and no underarm any more: a hem that is shaped is the skirt's or the shirt's, and here there is none."""
    refusal = refused(SLEEVE, of("cap_sleeve", length=8.0), of("hem", shape="curved", rise=6.0))
    assert (refusal.message, refusal.field) == ("no piece here has a hem.", "pieces")


@pytest.mark.parametrize("amount", [2.0, -2.0])
def test_the_shoulder_that_was_moved_is_an_edge_and_no_cut_that_heals(amount: float) -> None:
    """Laid together again its two sides stay two pieces' edges: what was cut there is sewn."""
    done = made(of("move_shoulder", amount=amount)).pattern
    for name in ("front", "back"):
        assert {e.cut for e in done.piece(name).outline if e.name == "shoulder"} == {""}
        assert {e.kind for e in done.piece(name).outline if e.name == "shoulder"} == {"seam"}


@pytest.mark.parametrize(
    ("asked", "words"),
    [
        (
            {"shape": "straight", "on_fold": "back"},
            "Make a waistband cut straight for the waist, 4.0 cm deep, nothing eased on, meeting edge to edge, on the fold at the centre back.",
        ),
        ({"shape": "shaped"}, "Make a waistband shaped like their tops for the waist, 4.0 cm deep."),
    ],
)
def test_a_shaped_waistband_says_nothing_of_what_only_a_straight_one_has(asked: dict[str, Any], words: str) -> None:
    (step,) = read_steps([of("waistband", depth=4.0, ease=0.0, overlap=0.0, **asked)])
    assert step.spoken(None, "cm") == words


@pytest.mark.parametrize(("edge", "upper"), [("shoulder", True), ("hem", False)])
def test_cut_across_a_double_pointed_dart_the_half_that_has_the_place_is_worked(edge: str, upper: bool) -> None:
    """Its fullness goes to the shoulder above the cut, or to the hem below it; the other half keeps its own half of the dart."""
    after = made(
        of("rotate_dart", piece="front", dart="waist dart", to={"edge": edge, "fraction": 0.5}, cut_across=True), on=table("torso")
    ).pattern
    halves = sorted((p for p in after.pieces if "front" in p.name), key=lambda p: p.box[1])
    assert len(halves) == 2
    worked, left = halves if upper else reversed(halves)
    assert edge in {d.mouth_edge for d in darts_of(worked)}
    assert {d.name for d in darts_of(left)} - {"side dart"} == {"waist dart"}
