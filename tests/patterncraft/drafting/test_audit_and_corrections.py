"""The audit's cures really cure, whether by a setting or on the paper."""

from dataclasses import replace

import pytest

from patterncraft.drafting.audit import audit
from patterncraft.drafting.audit_line import AuditLine
from patterncraft.drafting.corrections import MatchShoulders, SoftenCap, TrueLegs, moved_corner
from patterncraft.drafting.school import Block
from patterncraft.drafting.schools import school
from patterncraft.errors import BadSetting
from patterncraft.fitting.corrected import corrected, read_correction
from patterncraft.geometry.path import Path
from patterncraft.house import HouseRules
from patterncraft.paper.dart import find_dart
from patterncraft.paper.sewn import run_of, sewn_length
from tests.conftest import draft, draft_by
from tests.samples import WHOLE

RULES = HouseRules()


def broken(block: Block) -> dict[str, AuditLine]:
    return {x.title: x for x in audit(block, RULES) if x.kept is False}


def traced(block: Block) -> Block:
    """The same paper, as if it had come on card: no school to draft it again by."""
    return Block("", {}, {}, block.pattern, (), block.girths)


def cured(block: Block, line: AuditLine) -> Block:
    assert line.remedy
    if line.remedy.correction is not None:
        return corrected(block, [line.remedy.correction])
    return school(block.school).draft(block.measures, {**block.settings, **line.remedy.settings}, block.base)


def test_unmatched_shoulders_are_cured_by_the_setting_and_on_card() -> None:
    drawn = draft(WHOLE, true_shoulder=False)
    for block in (drawn, traced(drawn)):
        lines = broken(block)
        assert [x.remedy.label for x in lines.values() if x.remedy] == ["Match the shoulders"]
        mended = cured(block, next(iter(lines.values())))
        assert broken(mended) == {}
        front, back = mended.pattern.piece("front"), mended.pattern.piece("back")
        assert sewn_length(front, "shoulder") == pytest.approx(sewn_length(back, "shoulder"), abs=1e-9)


def test_unequal_legs_are_trued_to_their_middle() -> None:
    block = draft(WHOLE)
    front = block.pattern.piece("front")
    dart = find_dart(front, "waist dart")
    longer = moved_corner(front, dart.vertex + 1, dart.mouth[1] + (dart.mouth[1] - dart.pivot) / dart.depth)
    spoiled = traced(replace(block, pattern=block.pattern.with_piece(longer)))
    lines = broken(spoiled)
    assert "Front waist dart legs" in lines
    mended = cured(spoiled, lines["Front waist dart legs"])
    legs = find_dart(mended.pattern.piece("front"), "waist dart")
    assert legs.leg_in.length == pytest.approx(legs.leg_out.length, abs=1e-9)
    before = find_dart(longer, "waist dart")
    assert legs.leg_in.length == pytest.approx((before.leg_in.length + before.leg_out.length) / 2)


@pytest.mark.parametrize("ease", [1.5, 2.0, 2.8])
def test_cap_is_softened_to_the_ease_asked_for(ease: float) -> None:
    base = draft(WHOLE)
    block = draft_by("sleeve-thirds", WHOLE, base, cap_ease=4)
    armhole = sum(sewn_length(base.pattern.piece(p), "armhole") for p in ("front", "back"))
    mended = corrected(block, [SoftenCap(ease=ease).model_dump()])
    sleeve = mended.pattern.piece("sleeve")
    assert sewn_length(sleeve, "cap") - armhole == pytest.approx(ease, abs=0.02)
    for edge in ("front underarm", "back underarm", "hem"):
        assert sewn_length(sleeve, edge) == sewn_length(block.pattern.piece("sleeve"), edge)
    assert broken(mended) == {}
    # Softened is not bent: every direction is as it was, and below the marks nothing moved.
    was, now = (next(e for e in b.pattern.piece("sleeve").outline if e.name == "cap").path for b in (block, mended))
    for a, b in zip(was.segments, now.segments, strict=True):
        assert Path((b,)).start_direction == pytest.approx(Path((a,)).start_direction)
        assert Path((b,)).end_direction == pytest.approx(Path((a,)).end_direction)
    assert now.at(3.0) == pytest.approx(was.at(3.0))
    assert now.reversed().at(3.0) == pytest.approx(was.reversed().at(3.0))
    # The balance marks stay as far from the underarm on both sides.
    back = next(n for n in mended.pattern.notches if n.name == "back balance")
    old = next(n for n in block.pattern.notches if n.name == "back balance")
    whole = sewn_length(sleeve, "cap")
    assert whole - back.at_a == pytest.approx(sewn_length(block.pattern.piece("sleeve"), "cap") - old.at_a)


def test_cap_that_was_only_measured_is_broken_and_its_cure_solves_it() -> None:
    block = draft_by("sleeve-thirds", WHOLE, draft(WHOLE), solve=False, cap_ease=0.5)
    line = next(iter(broken(block).values()))
    assert line.remedy
    assert line.remedy.settings == {"solve": True}
    assert broken(cured(block, line)) == {}


def test_cap_beyond_what_looks_like_one_names_the_nearest() -> None:
    block = draft_by("sleeve-thirds", WHOLE, draft(WHOLE))
    with pytest.raises(BadSetting, match="it comes to"):
        corrected(block, [SoftenCap(ease=10).model_dump()])


def test_waist_missed_by_fixed_inches_and_hem_by_rounding_have_their_own_cures() -> None:
    block = draft_by("bodice-shoulder-dart", WHOLE | {"waist_girth": 90.0}, waist_shaping="fixed inches")
    assert broken(cured(block, broken(block)["Waist"])) == {}
    gored = draft_by("gored-skirt", WHOLE, gores=8, round_to="1/4 in")
    line = broken(gored)["Waist"]
    assert "rounding" in line.cure
    assert broken(cured(gored, line)) == {}


def test_girth_lines_say_what_is_wanted_and_what_is_there() -> None:
    line = next(x for x in audit(draft(WHOLE), RULES) if x.title == "Bust")
    assert line.wanted
    assert line.wanted.spoken("cm") == "92.0 + 2.5 = 94.5 cm"
    assert line.sum.spoken("cm") == "2 × 23.6 + 2 × 23.6 = 94.5 cm"
    assert line.sum.spoken("in").endswith("37 1/4 in")


def test_corrections_are_read_strictly() -> None:
    assert read_correction({"correction": "match_shoulders"}) == MatchShoulders()
    assert read_correction({"correction": "true_legs", "piece": "front", "dart": "waist dart"}) == TrueLegs(
        piece="front", dart="waist dart"
    )
    for data in ({}, {"correction": "iron"}, {"correction": "soften_cap", "ease": 99}, None):
        with pytest.raises(BadSetting):
            read_correction(data)


def test_moved_corner_leaves_the_other_corners_alone() -> None:
    front = draft(WHOLE).pattern.piece("front")
    tip = run_of(front, "armhole")[0]
    moved = moved_corner(front, tip, front.outline[tip].path.start + 1)
    assert [e.path.start for i, e in enumerate(moved.outline) if i != tip] == [
        e.path.start for i, e in enumerate(front.outline) if i != tip
    ]
