"""What a part says where that which it is made for is not there, or is there twice; and how it is cut where nothing opens in front."""

from __future__ import annotations

from collections import Counter

import pytest

from patterncraft.style import on_one_table
from tests.conftest import draft_by
from tests.parts_on_bodies import ON_BODICES, ON_SKIRTS
from tests.patterncraft.parts.ground import SLEEVE, STAND, Step, made, refused, table
from tests.samples import WHOLE

SECOND = {"move": "copy_as", "piece": "sleeve", "name": "second sleeve"}


def test_a_cuff_without_a_sleeve_and_with_two() -> None:
    none, two = refused({"move": "cuff"}), refused(SLEEVE, SECOND, {"move": "cuff"})
    assert (none.message, none.where, none.cure, none.field) == (
        "there is no sleeve with a hem.", "", "Make the sleeve first.", "piece")  # fmt: skip
    assert (two.message, two.where, two.cure, two.field) == ("there are several sleeves.", "", "Say for which it is.", "piece")
    # Named, it is the second one's.
    sewn = made(SLEEVE, SECOND, {"move": "cuff", "piece": "second sleeve"}).pattern
    (seam,) = (s for s in sewn.seams if any((x.piece, x.edge) == ("second sleeve", "hem") for x in s.a + s.b))
    assert any(x.piece == "cuff" for x in seam.a + seam.b)


def test_a_cuff_for_what_has_no_hem() -> None:
    error = refused(SLEEVE, {"move": "cuff", "piece": "front"})
    assert (error.message, error.where, error.cure, error.field) == (
        "it has no hem to sew it to.", "front", "Choose a sleeve.", "piece")  # fmt: skip


@pytest.mark.parametrize(("steps", "plan"), [((), (1, True, False)), ((STAND,), (2, False, True))])
def test_a_bias_collar_is_whole_where_the_front_is_and_a_pair_where_it_opens(
    steps: tuple[Step, ...], plan: tuple[int, bool, bool]
) -> None:
    pattern = made(*steps, {"move": "collar", "kind": "bias_roll"}).pattern
    cut = pattern.piece("front bias collar").cut
    assert (cut.quantity, cut.on_fold, cut.mirrored) == plan
    behind = pattern.piece("back bias collar").cut
    assert (behind.quantity, behind.on_fold, behind.mirrored) == (1, True, False)


@pytest.mark.parametrize("beyond", [0.0, 2.0])
def test_a_collars_stand_speaks_of_its_button_stand_where_it_has_one(beyond: float) -> None:
    done = made(STAND, {"move": "collar", "kind": "stand_and_fall", "button_stand": beyond}).done[-1]
    assert any("the button stand goes on straight" in stage.rule for stage in done.stages) is bool(beyond)


@pytest.mark.parametrize("part", [*ON_BODICES, *ON_SKIRTS])
def test_what_a_part_is_sewn_to_is_in_one_seam_and_no_other_promise_is_touched(part: str) -> None:
    steps = ON_BODICES.get(part) or ON_SKIRTS[part]
    done = made(*steps, on=table() if part in ON_BODICES else table("skirt")).done[-1]
    # What a collar is sewn to lies between its two layers.
    layers = [s for s in done.after.seams if not any(x.piece == "under collar" for x in s.b)]
    stretches = Counter((x.piece, x.edge, x.run) for s in layers for x in s.a + s.b)
    assert max(stretches.values()) == 1, stretches.most_common(1)
    old = {p.name: p for p in done.before.pieces}
    still = {p.name for p in done.after.pieces if old.get(p.name) == p}
    after = {s.name: s for s in done.after.seams}
    joined = {(x.piece, x.edge) for s in done.after.seams if s not in done.before.seams for x in s.a + s.b}
    for s in done.before.seams:
        # A seam of pieces that were not touched; one that was free till now may be the part's.
        taken = s.rule.kind == "free" and {(x.piece, x.edge) for x in s.a} <= joined
        if {x.piece for x in s.a + s.b} <= still and not s.waits and not taken:
            assert after.get(s.name) == s, f"the {s.name} seam"


@pytest.mark.parametrize("part", [*ON_BODICES, *ON_SKIRTS])
def test_each_sheet_that_a_part_draws_can_be_seen_being_drawn(part: str) -> None:
    """An act that speaks of a sheet shows something of it: strokes, or numbered points."""
    steps = ON_BODICES.get(part) or ON_SKIRTS[part]
    done = made(*steps, on=table() if part in ON_BODICES else table("skirt")).done[-1]
    for name in {s.piece for s in done.stages}:
        assert any(s.paths or s.points for s in done.stages if s.piece == name), f"nothing of the {name} is seen"


def test_where_two_armholes_wait_it_is_asked_for_which_a_sleeve_is_made() -> None:
    bodice = draft_by("bodice-direct", WHOLE).pattern
    both = on_one_table({"block": bodice, "other": bodice}, WHOLE)
    waiting = [s.name for s in both.seams if not s.b and s.a[0].edge == "armhole"]
    assert len(waiting) == 2
    error = refused(SLEEVE, on=both)
    assert (error.message, error.where, error.cure, error.field) == (
        f"several sides wait there: {', '.join(waiting)}.", "armhole", "Name the pieces it is made for.", "armhole")  # fmt: skip
    sewn = made(SLEEVE | {"armhole": ["other front", "other back"]}, on=both).pattern
    assert [bool(sewn.seam(name).b) for name in waiting] == [name.startswith("other") for name in waiting]
