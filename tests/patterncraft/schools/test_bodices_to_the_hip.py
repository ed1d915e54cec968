"""Shoulder-dart, half-sheet, stretch and torso against their worked checks (common practice, no source)."""

import pytest

from patterncraft.drafting.audit import width_of
from patterncraft.drafting.school import Run
from patterncraft.errors import BadMeasure
from patterncraft.geometry.transform import swing
from patterncraft.paper.dart import find_dart
from patterncraft.paper.sewn import sewn_length
from patterncraft.units import INCH
from tests.conftest import draft, draft_by
from tests.patterncraft.schools.reading import path_of, points_of, sums_of
from tests.samples import WHOLE

SIZE_12 = WHOLE | {
    "bust_girth": 88.0,
    "waist_girth": 68.0,
    "hip_girth": 93.0,
    "neck_girth": 37.0,
    "shoulder_length": 12.25,
    "across_back": 34.4,
    "across_front": 32.4,
    "armscye_depth": 21.0,
    "nape_to_waist": 41.0,
    "waist_to_hip": 20.6,
    "body_rise": 28.0,
}


class TestShoulderDart:
    def test_front_shoulder_with_the_dart_closed_is_the_back_shoulder_and_straight(self) -> None:
        pattern = draft_by("bodice-shoulder-dart", WHOLE).pattern
        front, back = pattern.piece("front"), pattern.piece("back")
        assert sewn_length(front, "shoulder") == pytest.approx(12.4, abs=1e-9)
        assert sewn_length(back, "shoulder") == pytest.approx(12.4, abs=1e-9)
        dart = find_dart(front, "shoulder dart")
        parts = [e.path for e in front.outline if e.name == "shoulder"]
        folded = parts[1].placed(swing(dart.pivot, -dart.angle))
        assert folded.start == pytest.approx(parts[0].end, abs=1e-9)
        assert folded.end_direction == pytest.approx(parts[0].end_direction, abs=1e-9)

    def test_quantities_in_inches(self) -> None:
        even = WHOLE | {"front_shoulder_to_waist": WHOLE["back_shoulder_to_waist"]}
        block = draft_by("bodice-shoulder-dart", even, waist_shaping="fixed inches")
        front, back = block.pattern.piece("front"), block.pattern.piece("back")
        assert points_of(block, "back")["5"].real * 2 == pytest.approx(92 / 2 + INCH), "half sheet: half the bust and an inch"
        assert points_of(block, "back")["2"] == pytest.approx(37.5 / 5)
        assert find_dart(front, "shoulder dart").intake == pytest.approx(1.5 * INCH, abs=1e-6)
        assert find_dart(front, "shoulder dart").pivot == pytest.approx(complex(18.5 / 2, 26.5))
        assert [x.widest for p in (front, back) for x in p.lenses] == pytest.approx([INCH, INCH])
        assert back.lenses[0].lower.imag == pytest.approx(63.5 - 0.5 * INCH), "half an inch above the hip line"
        # The tip lies on the level of the diagonal point: a fifth of the neck, square.
        assert points_of(block, "front")["15"].imag == pytest.approx(37.5 / 5 / 2**0.5, abs=1e-6)

    def test_longer_front_grows_the_dart_and_not_the_armhole(self) -> None:
        even = draft_by("bodice-shoulder-dart", WHOLE | {"front_shoulder_to_waist": 43.0}).pattern.piece("front")
        long = draft_by("bodice-shoulder-dart", WHOLE | {"front_shoulder_to_waist": 47.0}).pattern.piece("front")
        assert find_dart(long, "shoulder dart").intake > find_dart(even, "shoulder dart").intake + 2
        assert sewn_length(long, "armhole") == pytest.approx(sewn_length(even, "armhole"), abs=1.5)

    def test_waist_is_reached_when_it_is_shared_out_and_missed_by_fixed_inches(self) -> None:
        runs = (Run("front", "waist"), Run("back", "waist"))
        for waist in (60.0, 74.0, 95.0):
            pattern = draft_by("bodice-shoulder-dart", WHOLE | {"waist_girth": waist}).pattern
            assert sum(2 * width_of(pattern, r) for r in runs) == pytest.approx(waist + 2 * INCH, abs=0.02)
        fixed = draft_by("bodice-shoulder-dart", WHOLE | {"waist_girth": 95.0}, waist_shaping="fixed inches").pattern
        # Sheet 97.08 less twice (1 + 1 + 2·½ + ½) in.
        assert sum(2 * width_of(fixed, r) for r in runs) == pytest.approx(92 + 2 * INCH - 7 * INCH, abs=0.02)


class TestHalfSheet:
    """A published handbook's size 12 (bust 88), recalled from memory: half sheet 49, armhole about 42 to 43.5."""

    def test_handbook_size_twelve(self) -> None:
        block = draft_by("bodice-half-sheet", SIZE_12)
        sums = sums_of(block)
        assert sums["Half sheet"] == pytest.approx(49)
        assert sums["Chest line"] == pytest.approx(1.5 + 21 + 0.5)
        assert sums["Waist"] == pytest.approx(42.5)
        assert sums["Back upright"] == pytest.approx(17.7)
        assert sums["Front upright"] == pytest.approx(32.4 / 2 + 3.5)
        assert sums["Neck width"] == pytest.approx(7.2)
        front, back = block.pattern.piece("front"), block.pattern.piece("back")
        assert find_dart(front, "shoulder dart").intake == pytest.approx(7, abs=1e-9)
        assert 42 <= sewn_length(front, "armhole") + sewn_length(back, "armhole") <= 43.5
        # Side seam in the middle between the uprights: front and back together are the sheet.
        assert path_of(front, "side").start.real + path_of(back, "side").start.real == pytest.approx(49)

    def test_dart_follows_the_bust(self) -> None:
        for bust, wide in ((88, 7.0), (92, 7.6), (100, 8.8)):
            front = draft_by("bodice-half-sheet", SIZE_12 | {"bust_girth": bust}).pattern.piece("front")
            assert find_dart(front, "shoulder dart").intake == pytest.approx(wide, abs=1e-9)

    def test_reduction_is_shared_out_by_the_settings(self) -> None:
        # 49 − (68 + 6) / 2 = 12 on the half: 35, 30 and 35 % of it.
        block = draft_by("bodice-half-sheet", SIZE_12)
        front, back = block.pattern.piece("front"), block.pattern.piece("back")
        assert (front.lenses[0].widest, back.lenses[0].widest) == pytest.approx((4.2, 3.6))
        assert sums_of(block)["In at the waist"] == pytest.approx(2.1)

    def test_back_shoulder_may_be_eased_instead(self) -> None:
        pattern = draft_by("bodice-half-sheet", SIZE_12, back_shoulder="eased").pattern
        assert str(pattern.seam("shoulder").rule) == "ease 0.5–1.2 cm"
        assert sewn_length(pattern.piece("back"), "shoulder") - sewn_length(pattern.piece("front"), "shoulder") == pytest.approx(1)

    def test_too_little_between_the_uprights_is_refused_with_the_numbers(self) -> None:
        with pytest.raises(BadMeasure, match=r"leave .* cm for the armhole"):
            draft_by("bodice-half-sheet", SIZE_12 | {"across_back": 44.0, "across_front": 44.0})


class TestStretch:
    def test_worked_check(self) -> None:
        sums = sums_of(draft_by("bodice-stretch", SIZE_12), "back")
        assert sums["0–1 waist"] == pytest.approx(42)
        assert (sums["0–3 chest"], sums["0–4"], sums["0–5"]) == pytest.approx((22.5, 11.25, 2.25))
        assert sums["Neck width"] == pytest.approx(6.17, abs=0.005)
        assert sums["Across"] == pytest.approx(16.7)
        assert sums["Quarter"] == pytest.approx(20.5)

    def test_front_is_the_back_with_a_deeper_neck(self) -> None:
        pattern = draft_by("bodice-stretch", SIZE_12).pattern
        front, back = pattern.piece("front"), pattern.piece("back")
        for edge in ("shoulder", "armhole", "side", "hem"):
            assert path_of(front, edge).coincides(path_of(back, edge), 1e-12), edge
        assert path_of(front, "neckline").start.imag == pytest.approx(37 / 6 + 1)


class TestTorso:
    def test_waist_darts_get_a_second_point_and_keep_their_intake(self) -> None:
        base = draft(WHOLE)
        for darts, count in (("one", 1), ("two", 2)):
            torso = draft_by("torso", WHOLE, base, waist_darts=darts).pattern
            for name in ("front", "back"):
                taken = sum(x.widest for x in torso.piece(name).lenses)
                assert len(torso.piece(name).lenses) == count
                assert taken == pytest.approx(find_dart(base.pattern.piece(name), "waist dart").intake, abs=1e-6)

    def test_above_the_waist_nothing_changes_and_the_hip_goes_round(self) -> None:
        base = draft(WHOLE)
        torso = draft_by("torso", WHOLE, base).pattern
        for name in ("front", "back"):
            for edge in ("neckline", "shoulder", "armhole"):
                assert path_of(torso.piece(name), edge) == path_of(base.pattern.piece(name), edge)
        hem = sum(
            2 * abs(path_of(torso.piece(n), "hem").end.real - path_of(torso.piece(n), "hem").start.real) for n in ("front", "back")
        )
        assert hem == pytest.approx(98 + 5)
        assert [d.name for d in torso.piece("front").darts] == ["side dart"]

    def test_hip_far_from_the_waist_is_refused_by_its_measure(self) -> None:
        with pytest.raises(BadMeasure, match="have to run out") as caught:
            draft_by("torso", WHOLE | {"hip_girth": 150.0}, draft(WHOLE))
        assert caught.value.field == "hip_girth"
