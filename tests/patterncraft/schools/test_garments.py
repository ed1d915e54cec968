"""Jacket, raglan, off-shoulder and dolman against their worked checks (common practice, no source)."""

from cmath import phase
from math import degrees

import pytest
import shapely

from patterncraft.errors import BadMeasure, BadSetting
from patterncraft.paper.dart import darts_of
from patterncraft.paper.sewn import sewn_length
from patterncraft.units import INCH
from tests.conftest import draft, draft_by
from tests.patterncraft.schools.reading import path_of, sums_of
from tests.samples import LONG_FRONT, WHOLE, polygon


class TestLooseJacket:
    def test_quarters_and_inches(self) -> None:
        pattern = draft_by("loose-jacket", WHOLE).pattern
        for name in ("front", "back"):
            piece = pattern.piece(name)
            assert path_of(piece, "side").start.real == pytest.approx(92 / 4 + 2 * INCH)
            assert path_of(piece, "hem").length == pytest.approx(98 / 4 + 2 * INCH)
            assert path_of(piece, "armhole").start.real == pytest.approx(39.5 / 2 + 0.5 * INCH)
            assert darts_of(piece) == []

    @pytest.mark.parametrize("zip_length", [45, 55, 70])
    def test_the_zip_decides_the_length(self, zip_length: float) -> None:
        front = draft_by("loose-jacket", WHOLE, zip_length=zip_length).pattern.piece("front")
        assert sewn_length(front, "centre front") == pytest.approx(zip_length)
        assert next(e for e in front.outline if e.name == "centre front").kind == "opening"

    def test_bands_meet_the_edges_they_are_taken_from(self) -> None:
        pattern = draft_by("loose-jacket", WHOLE).pattern
        for name in ("front", "back"):
            assert sewn_length(pattern.piece(f"{name} neck band"), "neckline") == pytest.approx(
                sewn_length(pattern.piece(name), "neckline")
            )
        # Rib from the front only: half of it, on the fold behind, is one front's hem, and nothing of the back's; it is stretched round both.
        band, front, back = (
            sewn_length(pattern.piece(p), e) for p, e in (("hem band", "upper edge"), ("front", "hem"), ("back", "hem"))
        )
        assert band == pytest.approx(front)
        assert pattern.seam("hem").rule.ratio == pytest.approx((front + back) / band, abs=1e-4)


class TestRaglan:
    def test_lower_line_turned_over_is_as_long_and_the_sleeve_as_wide_as_asked(self) -> None:
        pattern = draft_by("raglan-top", WHOLE).pattern
        sleeve = pattern.piece("sleeve")
        for name in ("front", "back"):
            assert sewn_length(sleeve, f"{name} raglan") == pytest.approx(sewn_length(pattern.piece(name), "raglan"), abs=1e-9)
        across = shapely.LineString([(60, -60), (60, 60)])
        assert polygon(sleeve).intersection(across).length == pytest.approx(28.5 + 2 * INCH, abs=0.15)
        assert sewn_length(sleeve, "front underarm") == pytest.approx(sewn_length(sleeve, "back underarm"), abs=1e-9)

    def test_line_runs_on_smoothly_where_it_is_turned_over(self) -> None:
        line = path_of(draft_by("raglan-top", WHOLE).pattern.piece("sleeve"), "back raglan")
        bends = [abs(phase(b[1] - b[0]) - phase(a[-1] - a[-2])) for a, b in zip(line.segments, line.segments[1:], strict=False)]
        assert degrees(max(bends)) < 6

    def test_opening_parallel_widens_the_neck_and_hinged_only_the_hem(self) -> None:
        plain, parallel, hinged = (
            draft_by("raglan-top", WHOLE, **o).pattern.piece("sleeve")
            for o in ({}, {"opened": 6}, {"opened": 6, "hinge": "at the neck"})
        )
        assert sewn_length(parallel, "neckline") == pytest.approx(sewn_length(plain, "neckline") + 6)
        assert sewn_length(parallel, "hem") == pytest.approx(sewn_length(plain, "hem") + 6)
        assert sewn_length(hinged, "neckline") == pytest.approx(sewn_length(plain, "neckline"))
        assert sewn_length(hinged, "hem") == pytest.approx(sewn_length(plain, "hem") + 6, abs=0.02)
        # What was added is new paper, and shown as such.
        added = [shapely.Polygon([(z.real, z.imag) for s in p.segments for z in (s[0],)]).area for p in parallel.paper.patches]
        assert sum(added) == pytest.approx(parallel.area - plain.area, rel=1e-3)

    def test_neck_and_quarters(self) -> None:
        front = draft_by("raglan-top", WHOLE).pattern.piece("front")
        assert path_of(front, "neckline").start.imag == pytest.approx(37.5 / 6 + 0.25 * INCH)
        assert path_of(front, "side").start.real == pytest.approx(92 / 4 + 0.5 * INCH)
        assert path_of(front, "hem").length == pytest.approx(98 / 4 + 0.5 * INCH)


class TestOffShoulder:
    def test_worked_check_in_inches(self) -> None:
        # Round 30, front and back 8 each: 30 − 16 = 14, 7 for each sleeve.
        small = WHOLE | {"round_shoulder_girth": 30 * INCH, "bust_girth": 60.0, "upper_arm_girth": 20.0, "hip_girth": 66.0}
        block = draft_by("off-shoulder", small, neck_width=8 * INCH)
        assert sums_of(block)["Each sleeve's top"] / INCH == pytest.approx(7)
        assert sewn_length(block.pattern.piece("sleeve"), "neckline") / INCH == pytest.approx(7)

    def test_the_top_edge_is_the_round_of_the_shoulders(self) -> None:
        pattern = draft_by("off-shoulder", WHOLE).pattern
        assert 2 * sum(sewn_length(p, "neckline") for p in pattern.pieces) == pytest.approx(104)
        for name in ("front", "back"):
            assert sewn_length(pattern.piece("sleeve"), f"{name} armhole") == pytest.approx(
                sewn_length(pattern.piece(name), "armhole"), abs=0.05
            )


class TestDolman:
    @pytest.mark.parametrize("angle", [0, 25, 45])
    def test_both_shoulders_get_one_slope_and_the_sleeve_its_angle(self, angle: float) -> None:
        pattern = draft_by("dolman", WHOLE, draft(WHOLE), angle=angle).pattern
        front, back = (path_of(pattern.piece(n), "overarm") for n in ("front", "back"))
        assert phase(front.start_direction) == pytest.approx(phase(back.start_direction))
        for path in (front, back):
            assert degrees(phase(path.end_direction)) == pytest.approx(angle)
        assert front.length == pytest.approx(back.length, abs=0.05)

    def test_lower_arm_leaves_less_cloth_under_it(self) -> None:
        raised, low = (draft_by("dolman", WHOLE, draft(WHOLE), angle=a).pattern.piece("back") for a in (0, 45))
        assert sewn_length(raised, "side") > sewn_length(low, "side")

    def test_side_dart_goes_into_the_waist_first(self) -> None:
        base = draft(LONG_FRONT)
        assert [d.name for d in base.pattern.piece("front").darts] == ["side dart", "waist dart"]
        pattern = draft_by("dolman", WHOLE | LONG_FRONT, base).pattern
        assert [d.name for d in darts_of(pattern.piece("front"))] == ["waist dart"]
        before = sum(abs(d.angle) for d in darts_of(base.pattern.piece("front")))
        assert sum(abs(d.angle) for d in darts_of(pattern.piece("front"))) == pytest.approx(before)

    def test_a_block_whose_darts_cannot_be_moved_is_refused_with_the_reason(self) -> None:
        darted = draft_by("bodice-half-sheet", WHOLE)
        assert darted.pattern.piece("front").lenses
        with pytest.raises(BadSetting, match="has no waist"):
            draft_by("dolman", WHOLE, darted)


def test_contradictions_name_their_measure() -> None:
    with pytest.raises(BadMeasure) as caught:
        draft_by("loose-jacket", WHOLE | {"shoulder_width": 60.0})
    assert caught.value.field == "shoulder_width"
    with pytest.raises(BadMeasure) as caught:
        draft_by("raglan-top", WHOLE | {"armscye_depth": 39.0})
    assert caught.value.field == "armscye_depth"
    with pytest.raises(BadMeasure) as caught:
        draft_by("bodice-shoulder-dart", WHOLE | {"bust_span": 60.0})
    assert caught.value.field == "bust_span"
    assert "wider than the front" in caught.value.message
