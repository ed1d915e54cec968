"""A double-pointed dart cut across: each half is a dart of the new edge. Lengths and areas by hand and by shapely."""

from __future__ import annotations

from dataclasses import replace
from math import asin, hypot, sin
from typing import Any

import pytest
import shapely

from patterncraft.errors import MoveRefused
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.paper.account import paper_account
from patterncraft.paper.dart import darts_of, find_dart
from patterncraft.paper.lens import Lens, straight_lens
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import Mark, Piece
from patterncraft.replay import replay
from tests.conftest import draft_by
from tests.rich import worked
from tests.samples import FULL, SMALL, WHOLE, polygon, square

RULES = HouseRules()
LENS = straight_lens("inner dart", 20 + 8j, 18 + 20j, 22 + 20j, 20 + 36j)
"""4 wide at a height of 20, points 12 above and 16 below; on a sheet of 40 × 40."""
TO_SHOULDER: dict[str, Any] = {
    "move": "rotate_dart",
    "piece": "front",
    "dart": "waist dart",
    "to": {"edge": "shoulder", "fraction": 0.5},
}


def sheet(lens: Lens = LENS, *marks: Mark) -> Piece:
    return replace(square(40.0), lenses=(lens,), marks=marks)


def across(left: float, right: float, piece: Piece | None = None) -> Pattern:
    """Cut from the left side to the right, at these heights."""
    line = [{"edge": "left", "from": "top", "distance": left}, {"edge": "right", "from": "top", "distance": right}]
    return worked(Pattern((piece or sheet(),)), {"move": "cut_along", "piece": "square", "line": line, "seam": "waist seam"})


def refused(step: dict[str, Any], pattern: Pattern) -> MoveRefused:
    found = replay(pattern, read_steps([step]), RULES).stopped
    assert isinstance(found, MoveRefused), found
    return found


def test_cut_at_its_widest_both_halves_have_a_dart_with_legs_alike() -> None:
    upper, lower = across(20, 20).pieces
    one, other = find_dart(upper, "inner dart"), find_dart(lower, "inner dart")
    assert (one.intake, other.intake) == pytest.approx((4.0, 4.0))
    # Half the width and the height: 2, 12 and 2, 16.
    assert (one.leg_in.length, one.leg_out.length) == pytest.approx((hypot(2, 12),) * 2)
    assert (other.leg_in.length, other.leg_out.length) == pytest.approx((hypot(2, 16),) * 2)
    assert (one.pivot, other.pivot) == (20 + 8j, 20 + 36j)
    assert {one.mouth_edge, other.mouth_edge} == {"waist seam"}
    assert (upper.lenses, lower.lenses) == ((), ())


def test_what_lay_between_its_sides_is_put_away_and_the_seam_is_shorter_by_it() -> None:
    pattern = across(20, 20)
    lines = {x.piece: x for x in paper_account(pattern)}
    # Two triangles 4 wide, 12 and 16 high.
    assert [lines[p.name].away for p in pattern.pieces] == pytest.approx([24.0, 32.0])
    assert all(x.balanced for x in lines.values())
    assert sum(p.area for p in pattern.pieces) == pytest.approx(1600 - 56)
    seam = next(p for p in ledger(pattern, RULES) if p.name == "waist seam")
    assert (seam.length_a, seam.length_b) == pytest.approx((36.0, 36.0))
    assert all(p.kept for p in ledger(pattern, RULES))
    for n in pattern.notches_of("waist seam"):
        assert n.at_b is not None
        assert 0 < n.at_a < 36
        assert n.at_a + n.at_b == pytest.approx(36.0) or n.at_a == pytest.approx(n.at_b)


@pytest.mark.parametrize(("left", "right"), [(16, 16), (30, 30), (15, 27), (28, 18)])
def test_cut_elsewhere_the_areas_are_what_shapely_leaves(left: float, right: float) -> None:
    whole = shapely.box(0, 0, 40, 40).difference(shapely.Polygon([(20, 8), (22, 20), (20, 36), (18, 20)]))
    upper = shapely.Polygon([(0, 0), (40, 0), (40, right), (0, left)])
    found = across(left, right).pieces
    assert found[0].area == pytest.approx(whole.intersection(upper).area, abs=1e-6)
    assert found[1].area == pytest.approx(whole.difference(upper).area, abs=1e-6)
    assert polygon(found[0]).is_valid
    mouth = (
        shapely.LineString([(0, left), (40, right)]).intersection(shapely.Polygon([(20, 8), (22, 20), (20, 36), (18, 20)])).length
    )
    for p in found:
        assert find_dart(p, "inner dart").intake == pytest.approx(mouth, abs=1e-6)


def test_a_mark_straight_ahead_is_what_it_points_at() -> None:
    """2 above its upper point: paper is cut to the mark, sewn to the point. One 0.5 aside, or 6 above, is not meant."""
    upper, _ = across(20, 20, sheet(LENS, Mark("bust point", 20 + 6j))).pieces
    dart = find_dart(upper, "inner dart")
    assert dart.pivot == 20 + 6j
    assert dart.rule.set_back == pytest.approx(2.0)
    assert dart.sewn_point == pytest.approx(20 + 8j)
    assert dart.leg_in.length == pytest.approx(hypot(2, 14))
    for aside in (Mark("bust point", 20.5 + 6j), Mark("bust point", 20 + 2j)):
        upper, _ = across(20, 20, sheet(LENS, aside)).pieces
        assert find_dart(upper, "inner dart").pivot == 20 + 8j


def test_two_beside_each_other_are_both_opened() -> None:
    second = replace(straight_lens("outer dart", 31 + 12j, 30 + 20j, 32 + 20j, 31 + 30j))
    pattern = across(20, 20, replace(sheet(), lenses=(LENS, second)))
    for p in pattern.pieces:
        assert {d.name: round(d.intake, 9) for d in darts_of(p)} == {"inner dart": 4.0, "outer dart": 2.0}
    seam = next(p for p in ledger(pattern, RULES) if p.name == "waist seam")
    assert (seam.length_a, seam.length_b) == pytest.approx((34.0, 34.0))


def test_a_line_past_it_leaves_it_whole() -> None:
    upper, lower = across(6, 6).pieces
    assert (upper.lenses, [x.name for x in lower.lenses]) == ((), ["inner dart"])
    assert darts_of(lower) == []


@pytest.mark.parametrize(("height", "short"), [(8.5, "0.5"), (35.5, "0.5"), (8.9, "0.9")])
def test_through_its_very_point_is_refused_with_the_length_that_is_no_dart(height: float, short: str) -> None:
    line = [{"edge": "left", "from": "top", "distance": height}, {"edge": "right", "from": "top", "distance": height}]
    said = refused({"move": "cut_along", "piece": "square", "line": line}, Pattern((sheet(),)))
    assert f"half of it would be {short} cm long" in said.message
    assert "farther in, or past its point" in said.cure


def test_in_and_out_by_one_side_is_refused() -> None:
    corner = [
        {"edge": "left", "from": "top", "distance": 14},
        {"at": {"edge": "left", "from": "top", "distance": 20}, "out": 19, "down": 0},
        {"edge": "left", "from": "top", "distance": 26},
    ]
    said = refused({"move": "cut_along", "piece": "square", "line": corner}, Pattern((sheet(),)))
    assert "in and out of the inner dart by one of its sides" in said.message


@pytest.mark.parametrize("chart", [WHOLE, WHOLE | SMALL, WHOLE | FULL | {"hip_girth": 136.0}], ids=["average", "small", "full"])
def test_a_waist_dart_of_a_torso_goes_to_the_shoulder_in_one_step(chart: dict[str, float]) -> None:
    """Cut across at the waist, swung about the bust point: intake there = 2 r sin(θ/2), θ from the torso's own dart."""
    pattern = draft_by("torso", chart).pattern
    lens = pattern.piece("front").lenses[0]
    bust = pattern.piece("front").mark("bust point").at
    after = worked(pattern, TO_SHOULDER | {"cut_across": True})
    upper, lower = after.piece("upper front"), after.piece("lower front")
    size = abs(lens.widest_at - bust)
    angle = 2 * asin(lens.widest / 2 / hypot(size, lens.widest / 2))
    shoulder = find_dart(upper, "shoulder dart")
    assert shoulder.pivot == pytest.approx(bust, abs=1e-9)
    assert shoulder.intake == pytest.approx(2 * shoulder.leg_in.length * sin(angle / 2), abs=0.01)
    assert find_dart(lower, "waist dart").intake == pytest.approx(lens.widest, abs=1e-6)
    assert [p.name for p in ledger(after, RULES) if not p.kept] == []
    assert pattern.piece("back") in after.pieces


def test_below_the_widest_the_lower_half_is_meant_and_nothing_is_meant_where_places_lie_on_both() -> None:
    pattern = draft_by("torso", WHOLE).pattern
    to_hem = TO_SHOULDER | {"to": {"edge": "hem", "fraction": 0.5}, "cut_across": True}
    after = worked(pattern, to_hem)
    assert "hem dart" in [d.name for d in darts_of(after.piece("lower front"))]
    assert find_dart(after.piece("upper front"), "waist dart").intake == pytest.approx(pattern.piece("front").lenses[0].widest)
    places = [{"to": {"edge": e, "fraction": 0.5}, "share": 0.4} for e in ("shoulder", "hem")]
    both = {"move": "divide_dart", "piece": "front", "dart": "waist dart", "into": places, "cut_across": True}
    assert "neither half of the front has all of these places" in refused(both, pattern).message


def test_a_dart_with_a_mouth_needs_no_cut_and_is_moved_as_ever() -> None:
    """So a step for a torso also does on a bodice that ends at the waist."""
    bodice = draft_by("bodice-direct", WHOLE).pattern
    assert worked(bodice, TO_SHOULDER | {"cut_across": True}) == worked(bodice, TO_SHOULDER)


def test_gathers_take_up_the_upper_half_in_the_new_seam() -> None:
    pattern = draft_by("torso", WHOLE).pattern
    step = {"move": "convert_dart", "piece": "front", "dart": "waist dart", "into": "gather", "cut_across": True}
    after = worked(pattern, step)
    seam = next(p for p in ledger(after, RULES) if "style line" in p.name)
    assert seam.length_b is not None
    assert abs(seam.length_a - seam.length_b) == pytest.approx(pattern.piece("front").lenses[0].widest, abs=0.02)
    assert seam.kept, "gathered on purpose, with its interval's rule"
    assert (
        read_steps([step])[0].spoken(pattern, "cm")
        == "Turn the waist dart of the front into gathers, about its mouth, cut across at its widest first."
    )
