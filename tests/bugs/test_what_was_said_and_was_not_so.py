"""Recipes after which the application said something that was not so; what is wanted was measured with a tape, or by another library."""

from __future__ import annotations

import pytest
import shapely

from patterncraft.checks.examine import examine
from patterncraft.checks.subject import Subject
from patterncraft.errors import MoveRefused
from patterncraft.finishing.finish import finish
from patterncraft.formats.openfile_io import pattern_file, read_pattern
from patterncraft.geometry.flatten import flat_path
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of
from patterncraft.paper.lens import Lens
from patterncraft.replay import replay
from patterncraft.walking.walk import walk
from tests.auditor.audit import differences
from tests.bugs.recipes import FOLDER, measures, recipe, style
from tests.patterncraft.parts.ground import RULES, SLEEVE, Step, edge, integrated, made, of, promise, refused, table, total
from tests.samples import assert_same_outline, polygon

ARM = measures({"upper_arm_girth": 28.0, "arm_length": 58.5, "wrist_girth": 16.0, "hand_girth": 20.0})
WEARERS = {"J13-bug-band-sewn": ARM, "J17-elastic-at-wrist": ARM, "J21-knit-sleeve": ARM, "bug-lens-off-paper": ARM}


@pytest.mark.parametrize("name", sorted(p.stem for p in FOLDER.glob("*.json")))
def test_what_is_said_of_it_is_so(name: str) -> None:
    """Sides, intervals, notches and girths, measured in its file by somebody who knows nothing of how it was made."""
    if name == "J15-true-seam-at-stand":
        with pytest.raises(MoveRefused, match="the centre does not give"):
            recipe(name)
        return
    assert differences(recipe(name, WEARERS.get(name, ())).pattern) == []


def test_a_girth_is_measured_where_the_side_is_now() -> None:
    """On paper 82.0 and 86.4 round; the lines drawn once said 94.0 and 98.0."""
    waist = recipe("bug-girth-waist", measures({"waist_girth": 88.9}))
    assert waist.subject.girths["waist"] == pytest.approx(82.0, abs=0.05)
    assert [f.piece for f in waist.found("girth-waist")] == ["back"]
    hip = recipe("J18-hip-too-tight", measures({"hip_girth": 95.0}))
    assert hip.subject.girths["hip"] == pytest.approx(86.4, abs=0.05)
    assert [f.amount for f in hip.found("girth-hip")] == [pytest.approx(95.0 + 2.0 - 86.4, abs=0.05)]


@pytest.mark.parametrize("name", ["J15-centre-front-girth", "bug-girth-lost-stand"])
def test_a_line_down_the_front_and_a_collars_edge_are_no_girths(name: str) -> None:
    assert not [f for f in recipe(name).found("girth-lost") if "centre front" in f.words]


def test_jersey_is_asked_like_any_cloth() -> None:
    found = recipe("J17-jersey-silent", measures({"head_girth": 56.0}))
    assert [f.piece for f in found.found("in-neck")]
    assert all(p.cut.layer == "shell" for p in found.pattern.pieces)


def test_a_knit_bodice_is_stretched_over_the_bust_with_its_sleeve_on_too() -> None:
    found = recipe("J21-knit-sleeve", ARM)
    sleeve, body = found.pattern.piece("sleeve"), found.pattern.piece("front")
    assert (sleeve.cut.stretch, sleeve.cut.cloth) == (body.cut.stretch, body.cut.cloth)
    assert body.cut.stretch > 0
    assert not [f for f in found.findings if f.code in ("girth-bust", "girth-biceps", "in-hand")]


def test_a_drawn_line_takes_the_dart_it_runs_through_as_its_places_do() -> None:
    named = recipe("J14-bug-named-line")
    drawn, cut = style("J14-bug-named-line").steps
    start = recipe("J14-bug-named-line", steps=0).pattern
    by_places = replay(start, read_steps([cut | {"line": drawn["line"]}]), named.subject.rules)
    assert by_places.stopped is None
    for name in ("centre back panel", "side back panel"):
        assert_same_outline(named.pattern.piece(name), by_places.pattern.piece(name), 1e-6)
        assert not named.pattern.piece(name).lenses


def test_ease_over_a_long_block_goes_to_the_sides_and_leaves_its_centre() -> None:
    """The front, its outline counted from another corner, was moved out at the centre instead: sides 3.3 apart, shoulders 0.6."""
    before, after = recipe("J12-bug-add-ease", steps=0), recipe("J12-bug-add-ease")
    assert all(after.promise(s).kept for s in ("side", "shoulder", "front side dart"))
    for name in ("front", "back"):
        was, now = before.pattern.piece(name), after.pattern.piece(name)
        assert (now.box[0], now.box[2] - now.box[0]) == pytest.approx((was.box[0], was.box[2] - was.box[0] + 1.5), abs=0.02)


def test_half_a_hem_is_not_equal_to_a_whole_band() -> None:
    found = recipe("J13-bug-band-sewn", ARM)
    promise = found.promise("hem band seam")
    assert not promise.kept
    assert promise.wholes == (pytest.approx(127.0, abs=0.1), pytest.approx(63.5, abs=0.1))
    assert "hem band seam" in {f.seam for f in found.found("seam-length")}


def test_the_true_centre_does_not_give() -> None:
    """Truing at the stand moved a name from the stand to the waist, and nothing on the paper."""
    with pytest.raises(MoveRefused) as refused:
        recipe("J15-true-seam-at-stand")
    assert refused.value.field == "by"


def test_the_cure_of_a_waist_is_not_refused() -> None:
    found = recipe("J15-waist-cure-refused")
    (one,) = found.found("seam-length")
    assert one.cure is not None
    after = replay(found.pattern, read_steps([one.cure]), found.subject.rules)
    assert after.stopped is None
    assert (
        abs(after.pattern.side_length(after.pattern.seam("waist").a) - after.pattern.side_length(after.pattern.seam("waist").b))
        < 0.05
    )


def test_a_buttoned_stand_that_is_faced_can_still_be_opened() -> None:
    found = recipe("J15-faced-stand", measures({"head_girth": 56.0}))
    assert [f.words for f in found.findings if f.code in ("in-neck", "in-waist", "closure-none")] == []


def test_casings_beside_each_other_are_one_seam() -> None:
    found = recipe("J17-casing-side-twice")
    assert [(s.name, {x.piece for x in (*s.a, *s.b)}) for s in found.pattern.seams if "casing" in s.name and s.b] == [
        ("casing side", {"front", "back"})
    ]
    assert found.promise("casing side").kept


def test_an_elastic_at_the_wrist_is_as_long_as_the_wrist() -> None:
    found = recipe("J17-elastic-at-wrist", ARM)
    assert total(found.done, "The elastic") == pytest.approx(16.0)


def test_allowances_of_the_styles_own_finishing_are_compared() -> None:
    (one,) = recipe("J09-bug-allowance").found("allowance-pair")
    assert (one.seam, one.amount) == ("side", pytest.approx(2.0))
    assert style("J09-bug-allowance").finishing


def test_a_corner_that_came_about_in_a_neckline_is_told() -> None:
    (one,) = [f for f in recipe("J19-neck-kink-50").found("flow-kink") if f.edge == "neckline"]
    assert one.amount == pytest.approx(50.07, abs=0.05)


def test_a_notch_goes_with_its_paper_and_turns_up_on_no_other_sheet() -> None:
    found = recipe("bug-notch-on-front")
    assert {n.name for n in found.pattern.notches_of("armhole")} == {"front balance"}
    assert any("back balance" in s.label and "gone" in s.label for s in found.done.done[-1].working)


CENTRE: Step = {"move": "turn_edge_into", "piece": "skirt front", "edge": "centre front", "kind": "seam"}
FLY: Step = {"move": "fly", "piece": "skirt front", "length": 16.0}


def test_a_fly_tells_the_zip_to_buy_and_is_told_where_another_ends() -> None:
    """Zips are sold in 15 and 18 cm (common practice, no source): 16 is 18 shortened by 2."""
    zips = [made(CENTRE, FLY, of("closure", seam="centre front", kind="zip", length=x), on=table("skirt")) for x in (16.0, 17.8)]
    assert "A zip of 18 cm, shortened from its upper end by 2.0 cm." in {s.label for s in zips[0].done[1].working}
    told = [[f for f in examine(Subject.after(d, RULES, {})) if f.edge == "zip end"] for d in zips]
    assert [[(f.code, f.amount) for f in x] for x in told] == [[], [("notion", pytest.approx(1.8))]]


def test_a_fly_finds_the_one_centre_that_its_piece_has() -> None:
    """On culottes the centre is called the crotch; an edge that was named is taken at its word."""
    front = made(of("culottes"), FLY, on=table("skirt")).pattern.piece("skirt front")
    crotch = next(e.path for e in front.outline if e.name == "crotch")
    assert abs(front.mark("zip end").at - min((crotch.start, crotch.end), key=lambda z: z.imag)) == pytest.approx(16.0, abs=1e-3)
    assert refused(of("culottes"), FLY | {"edge": "centre front"}, on=table("skirt")).field == "edge"


def test_a_zip_does_not_run_across_a_keyhole() -> None:
    """It begins 2 down the centre back; from the waist up to it are the rest of the centre less the hole's 8."""
    seam = of("turn_edge_into", piece="back", edge="centre back", kind="seam")
    hole = of("neckline", shape="keyhole", pieces=["back"], keyhole_at=2.0, keyhole_length=8.0)
    across = of("closure", seam="centre back", kind="zip")
    told = refused(seam, hole, across)
    assert (told.field, "across the keyhole, 2.0 cm down" in told.message) == ("from", True)
    assert refused(seam, hole, across | {"from": "waist", "length": 34.0}).field == "length"
    below = made(seam, hole, across | {"from": "waist"})
    back = table().piece("back")
    centre = sum(e.length for e in back.outline if e.name == "centre back")
    assert total(below, "It opens") == pytest.approx(centre - 2.0 - 8.0, abs=1e-3)


@pytest.mark.parametrize(("cut", "left"), [("skirt front", "skirt back"), ("skirt back", "skirt front")])
def test_a_notch_whose_partner_was_cut_off_stays_where_its_own_paper_is(cut: str, left: str) -> None:
    """Whichever side comes first: 10 off one half's hem take the notch 4 above it from that half alone."""
    whole = table("skirt").side_length(table("skirt").seam("side").a)
    low = of("notch", seam="side", at=whole - 4.0, name="low")
    done = made(low, of("hem", shape="level", pieces=[cut], down=-10.0), on=table("skirt"))
    lies = {p: [n.spot for n in done.pattern.placed_notches(p) if n.notch.name == "low"] for p in (cut, left)}
    assert {p: len(x) for p, x in lies.items()} == {cut: 0, left: 1}
    (spot,) = lies[left]
    at = done.pattern.piece(left).outline[spot.edge].path.at(spot.along)
    hem = [z for e in done.pattern.piece(left).outline if e.name == "hem" for z in (e.path.start, e.path.end)]
    assert min(abs(z - at) for z in hem) == pytest.approx(4.0, abs=0.02)
    (found,) = [f for f in examine(Subject.after(done, RULES, {})) if f.code == "notch-pair"]
    assert (found.piece, found.at) == (left, at)
    again = read_pattern(pattern_file(done.pattern, "once more", RULES))
    assert {p: [n.notch.name for n in again.placed_notches(p)].count("low") for p in (cut, left)} == {cut: 0, left: 1}
    assert differences(again) == differences(done.pattern) == []


def test_a_walk_lays_the_pleats_as_it_goes() -> None:
    """A dart 4 wide as a pleat: 2 of it are taken up, and the band meets the side's end."""
    skirt = table("skirt")
    (dart,) = {d.name for d in darts_of(skirt.piece("skirt front"))}
    done = made(of("convert_dart", piece="skirt front", dart=dart, into="pleat"), of("waistband"), on=skirt)
    seam = next(s for s in done.pattern.seams if s.b and any(x.piece == "waistband" for x in (*s.a, *s.b)))
    for way in ("on", "back", "both"):
        walked = walk(done.pattern, seam, way)
        assert {round(s.left, 6) for s in walked.stops} == {0.0}
        assert sum(s.taken_a + s.taken_b for s in walked.stops) == pytest.approx(2.0)
        last = walked.frames[-1]
        ends = walked.fixed.stand_at(last.at_a)[0], last.by.point(walked.rolling.stand_at(last.at_b)[0])
        assert abs(ends[0] - ends[1]) < 1e-6


@pytest.mark.parametrize("height", [3.0, 8.0])
@pytest.mark.parametrize("move", ["puff", "leg_of_mutton"])
def test_a_cap_rises_by_as_much_as_is_asked_and_its_mark_with_it(move: str, height: float) -> None:
    """Told “higher by 8”, a puff rose by 3.7, and its top's mark lay six centimetres off."""
    flat, raised = (made(SLEEVE, of(move, height=h)).pattern.piece("sleeve") for h in (0.0, height))
    low, high = (polygon(p).bounds[1] for p in (flat, raised))
    assert low - high == pytest.approx(height, abs=0.01)
    assert raised.mark("top").at - flat.mark("top").at == pytest.approx(-1j * height, abs=0.01)


def test_a_lined_puff_has_its_lining_of_its_own_cloth_sewn_to_its_hem() -> None:
    done = made(SLEEVE, of("puff", length=24.0, lined=True)).pattern
    sleeve, lining = done.piece("sleeve"), done.piece("sleeve lining")
    assert (lining.cut.cloth, lining.cut.layer, lining.cut.quantity) == (sleeve.cut.cloth, "lining", sleeve.cut.quantity)
    hem = promise(done, "sleeve hem")
    assert (hem.kept, hem.length_a) == (True, pytest.approx(integrated(edge(lining, "hem"))))


def test_a_centre_with_a_dart_in_it_is_a_seam_wherever_one_asks() -> None:
    """The sheet said “cut as a seam, not on the fold”, and a zip was refused: “it is a fold”."""
    swung = made(of("rotate_dart", piece="front", dart="side dart", to={"edge": "centre front", "fraction": 0.4}))
    (front,) = [p for p in finish(swung.pattern, RULES) if p.name == "front"]
    assert (front.fold, {e.kind for e in front.edges if e.name == "centre front"}) == (None, {"seam"})
    closed = made(of("closure", piece="front", edge="centre front", kind="zip"), on=swung.pattern)
    assert not [f for f in examine(Subject.after(closed, RULES, {})) if f.code == "no-seam"]
    assert refused(of("closure", piece="front", edge="centre front", kind="zip")).field == "edge"


@pytest.mark.parametrize("amount", [0.5, 6.0])
def test_a_double_pointed_dart_that_an_edge_was_taken_in_over_is_told(amount: float) -> None:
    """A seam runs up the torso into its side dart; taken in far enough it runs over the waist dart, of which nothing was said."""
    panel = {"move": "panel", "piece": "front", "from": {"edge": "hem", "fraction": 0.308}, "dart": "side dart"}
    at = {"edge": "front style line", "level": "waist"}
    done = made(panel, of("take_in_seam", piece="side front", at=at, amount=amount), on=table("torso"))
    told = {f.piece for f in examine(Subject.after(done, RULES, {})) if f.code == "dart-lost" and "runs off" in f.words}
    beside = {p.name for p in done.pattern.pieces if any(not polygon(p).buffer(0.01).covers(outline(x)) for x in p.lenses)}
    assert (told, bool(told)) == (beside, amount == 6.0)


def outline(lens: Lens) -> shapely.Polygon:
    return shapely.Polygon([(z.real, z.imag) for z in flat_path(lens.outline)[:-1]])


def test_a_zip_in_a_side_goes_into_the_left_one_when_the_front_is_laid_open() -> None:
    done = made(of("closure", seam="side", kind="zip", length=15.0), of("unfold", piece="front"))
    ((part,),) = [c.parts for c in done.pattern.closures]
    assert part.seam == "left side"
    assert {part.start, part.end} <= {"start", "end", *(n.name for n in done.pattern.notches_of("left side"))}
