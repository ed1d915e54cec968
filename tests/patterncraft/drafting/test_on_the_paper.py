"""Corrections on drafted paper in words, a corner moved on straight edges and curved ones, and gores as wide at the waist as at the hip."""

from __future__ import annotations

import pytest
import shapely

from patterncraft.drafting.corrections import MatchShoulders, SoftenCap, TrueLegs, moved_corner
from patterncraft.drafting.gore import GoreSize, flared
from patterncraft.errors import NoSuchName
from patterncraft.paper.pattern import Pattern
from tests.conftest import draft
from tests.samples import WHOLE, polygon, square


def test_a_correction_is_told_in_the_blocks_history_by_what_it_did() -> None:
    assert MatchShoulders().words == "front shoulder trued to the back"
    assert TrueLegs(piece="front", dart="side dart").words == "legs of the front's side dart trued"
    assert SoftenCap(ease=1.5).words == "cap curve brought to 1.5 cm of ease"


def test_no_cap_is_softened_where_none_is_sewn() -> None:
    with pytest.raises(NoSuchName, match="armhole"):
        SoftenCap(piece="front", ease=1.0).apply(Pattern((square(10, "front"),)))


def test_a_corner_of_straight_edges_is_moved_and_the_edges_stay_straight() -> None:
    """A square of 10 with its upper right corner moved 2 out and 3 up: 100 + 10 + 15 = 125 cm²; the other corners lie where they lay."""
    moved = moved_corner(square(10), 1, 12 - 3j)
    assert polygon(moved).equals(shapely.Polygon([(0, 0), (12, -3), (10, 10), (0, 10)]))
    assert polygon(moved).area == pytest.approx(125.0)
    assert all(len(s) == 2 for e in moved.outline for s in e.path.segments)


@pytest.mark.parametrize("by", [0.7 + 0.4j, -0.5 + 0.2j])
def test_a_corner_of_a_curve_takes_the_curves_end_along_and_not_its_other_end(by: complex) -> None:
    front = draft(WHOLE).pattern.piece("front")
    k = next(i for i, e in enumerate(front.outline) if e.name == "armhole")
    moved = moved_corner(front, k, front.outline[k].path.start + by)
    for i, (old, new) in enumerate(zip(front.outline, moved.outline, strict=True)):
        assert abs(new.path.start - old.path.start - (by if i == k else 0)) < 1e-9
        assert abs(new.path.end - old.path.end - (by if i == k - 1 else 0)) < 1e-9


def test_a_gore_as_wide_at_its_waist_as_at_its_hip_is_a_bar() -> None:
    gore = flared(GoreSize("gore", waist=16.0, hip=16.0, hip_level=20.0, long=60.0, drop=0.5, softened=0.3))
    assert polygon(gore).equals(shapely.box(-8, 0, 8, 60))
    assert [(e.name, e.kind) for e in gore.outline] == [
        ("waist", "seam"),
        ("right side", "seam"),
        ("hem", "hem"),
        ("left side", "seam"),
    ]
    (hip,) = (x.path for x in gore.lines if x.name == "hip")
    assert {hip.start, hip.end} == {-8 + 20j, 8 + 20j}
