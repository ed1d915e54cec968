"""Recipes after which the application said something that was not so; what is wanted was measured with a tape, or by another library."""

from __future__ import annotations

import pytest

from patterncraft.errors import MoveRefused
from patterncraft.moves.registry import read_steps
from patterncraft.replay import replay
from tests.auditor.audit import differences
from tests.bugs.recipes import FOLDER, measures, recipe, style
from tests.patterncraft.parts.ground import total
from tests.samples import assert_same_outline

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
