"""What a step tells, or keeps for somebody else to read, measured on the sheet it has worked."""

from __future__ import annotations

import re

import pytest

from patterncraft.paper.dart import find_dart
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length
from patterncraft.replay import Replay
from tests.patterncraft.parts.ground import SLEEVE, STAND, integrated, made, near, of, refused, table
from tests.samples import polygon


def told(done: Replay) -> list[str]:
    return [line.spoken("cm") if line.terms else line.label for line in done.done[-1].working]


@pytest.mark.parametrize("count", [None, 1, 2, 5])
def test_a_button_at_a_level_of_the_body_is_told_where_one_stands_there(count: int | None) -> None:
    asked = {} if count is None else {"count": count}
    done = made(STAND, of("closure", piece="front", edge="button stand", kind="buttons", **asked))
    front = done.pattern.piece("front")
    levels = {"bust line": front.mark("bust point").at.imag}
    stand = [m.at.imag for m in front.marks if m.kind == "button"]
    said = [x for x in told(done) if x.startswith("One stands")]
    for name, level in levels.items():
        assert (f"One stands at the {name}." in said) == any(abs(y - level) < 0.04 for y in stand)
    assert said or count in (1, 2), "of more than the two at the ends one stands at the bust first of all"


def test_a_darts_mouth_at_the_side_goes_out_with_it_in_proportion() -> None:
    """With the sides as far out at the waist as they were, each place on the side goes out by what is left below it: common geometry. The side's dart is sewn
    shut, so its intake is no way along the side."""
    before = made(
        of("lengthen", pieces=["front", "back"], at={"edge": "side", "from": "waist", "distance": 2.0}, amount=3.0)
    ).pattern
    was = before.piece("front")
    now = made(of("add_ease", side=2.0, armhole_down=0.0, sides_parallel=False), on=before).pattern.piece("front")
    dart, also = find_dart(was, "side dart"), find_dart(now, "side dart")
    whole = sewn_length(was, "side")
    top = min((e.path for e in was.outline if e.name == "side"), key=lambda p: min(p.start.imag, p.end.imag))
    left = 1 - integrated(top) / whole
    (upper, lower), (up, low) = (sorted(d.mouth, key=lambda z: z.imag) for d in (dart, also))
    assert abs(up - upper) == near(2.0 * left, 1e-6)
    # The lower corner is trued to the leg above: it stays where its own share would bring it, but for that.
    assert abs(low - also.pivot) - abs(up - also.pivot) == near(abs(lower - dart.pivot) - abs(upper - dart.pivot), 1e-6)
    assert abs(low - lower) == near(2.0 * left, 0.1)
    assert also.pivot == near(dart.pivot, 1e-9)


def test_what_is_left_free_of_the_armhole_is_as_long_as_it_is_told() -> None:
    """Below the first balance mark cap and armhole are alike, behind it they are again from the last one down."""
    done = made(SLEEVE, of("cap_sleeve", length=12.0))
    (line,) = (x for x in told(done) if x.startswith("The armhole below it is free"))
    found = re.search(r"in front ([\d.]+) cm, behind ([\d.]+) cm", line)
    assert found
    before = made(SLEEVE).pattern
    marks = {n.name: n for n in before.notches_of("armhole")}
    front, back = (sewn_length(done.pattern.piece(n), "armhole below the sleeve") for n in ("front", "back"))
    assert front < marks["front balance"].at_b, "above the balance mark the cap is eased: choose a shorter cap"
    assert (front, back) == (near(float(found[1]), 0.06), near(float(found[2]), 0.06))


def test_a_soft_raglan_line_is_full_above_and_an_inverted_one_hollow() -> None:
    """The body keeps what lies below the line: with a fuller line more than with a straight one, with a hollow one less."""
    areas = {}
    for name, more in {"full": {"soft": 1.5}, "straight": {"soft": 0.0}, "hollow": {"soft": 1.5, "inverted": True}}.items():
        done = made(of("raglan", **more))
        areas[name] = [polygon(done.pattern.piece(n)).area for n in ("front", "back")]
    for full, straight, hollow in zip(areas["full"], areas["straight"], areas["hollow"], strict=True):
        assert full > straight + 0.5
        assert hollow < straight - 0.5


def test_letting_out_what_would_cross_itself_is_refused_with_how_to_mend_it() -> None:
    refusal = refused(of("add_ease", side=8.0, armhole_down=0.0, armhole_out=6.0, shoulder_out=8.0))
    assert (refusal.message, refusal.cure) == ("the armhole would run over the side: the paper would lie on itself.", "Add less.")


def test_the_end_of_a_flys_zip_is_drilled() -> None:
    """A place within a piece is marked through all layers by a drill hole (common practice, no source)."""
    seamed = {"move": "turn_edge_into", "piece": "skirt front", "edge": "centre front", "kind": "seam"}
    piece = made(seamed, of("fly", piece="skirt front", length=16.0), on=table("skirt")).pattern.piece("skirt front")
    (mark,) = (m for m in piece.marks if m.name == "zip end")
    assert mark.kind == "drill"
    stitched = next(x.path for x in piece.lines if x.name == "fly stitching")
    assert abs(mark.at - stitched.end) < 1e-6


@pytest.mark.parametrize("amount", [2.5, -1.5])
def test_what_the_shoulder_strip_brings_of_the_edges_beside_it_is_one_edge_with_theirs(amount: float) -> None:
    for piece in made(of("move_shoulder", amount=amount)).pattern.pieces:
        assert [e.name for e in piece.outline].count("neckline") == 1
        assert [e.name for e in piece.outline].count("armhole") == 1


def test_a_place_told_by_its_share_is_told_in_centimetres_where_the_sheet_is_known() -> None:
    step = of("flare", piece="skirt front", edge="side", amount=5.0, from_={"edge": "side", "from": "waist", "fraction": 0.37})
    done = made(step, on=table("skirt"))
    far = 0.37 * sewn_length(table("skirt").piece("skirt front"), "side")
    assert f"{far:.1f} cm" in done.done[-1].step.spoken(done.done[-1].before, "cm")


def test_a_placket_and_its_under_placket_are_cut_once_for_each_sleeve_and_lie_on_no_fold() -> None:
    at = {"edge": "hem", "from": "back underarm", "fraction": 0.25}
    done = made(SLEEVE, of("slit", piece="sleeve", at=at, length=12.0), of("placket", piece="sleeve", width=2.5))
    for name in ("placket", "under placket"):
        cut = done.pattern.piece(name).cut
        assert (cut.quantity, cut.on_fold) == (done.pattern.piece("sleeve").cut.quantity, False)


def test_a_shoulder_that_was_moved_is_notched_where_it_stood_in_the_list() -> None:
    """Who reads the ledger finds it in its place: between the same neighbours."""
    marked = of("notch", seam="shoulder", at=5.0, style="single", name="half-way")
    before = made(marked, of("notch", seam="side", at=4.0, style="single", name="low")).pattern
    after = made(of("move_shoulder", amount=2.0), on=before).pattern

    def order(pattern: Pattern) -> list[str]:
        return list(dict.fromkeys(n.seam for n in pattern.notches))

    assert order(after) == order(before)
    assert [s.name for s in after.seams] == [s.name for s in before.seams]
    behind = [n.name for n in before.notches if n.seam == "side"][-1]
    assert [n.name for n in after.notches][-1] == behind == "low"
