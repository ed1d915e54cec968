"""The direct bodice against its worked check, and the body it is for.

Worked check (inches): bust 39, waist 35, shoulder 16: armhole depth 8, quarter bust 10, quarter
waist with the dart 10 (common practice, no source).
"""

from itertools import pairwise

import pytest
import shapely
from hypothesis import given, settings
from svgpathtools import CubicBezier

from patterncraft.drafting.audit import audit
from patterncraft.drafting.schools import SCHOOLS, collect, school
from patterncraft.errors import BadMeasure, BadSetting, NoSuchName
from patterncraft.house import HouseRules
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length
from patterncraft.units import INCH
from tests.conftest import draft
from tests.samples import AVERAGE, FIGURES, LONG_FRONT, NO_SIDE_DART, bodies, polygon

CHECK = AVERAGE | {"bust_girth": 39 * INCH, "waist_girth": 35 * INCH, "shoulder_width": 16 * INCH}


def test_worked_check_in_inches() -> None:
    block = draft(CHECK)
    sums = {s.label: s.result.value / INCH for stage in block.stages for s in stage.sums if s.result}
    assert sums["Armhole depth"] == pytest.approx(8)
    assert sums["Quarter bust"] == pytest.approx(10)
    assert sums["Quarter waist and dart"] == pytest.approx(10)
    back = block.pattern.piece("back")
    underarm = next(e for e in back.outline if e.name == "side").path.start
    assert underarm / INCH == pytest.approx(10 + 9j), "a quarter of the bust out, 1 in + 8 in down"


@pytest.mark.parametrize("figure", FIGURES)
def test_the_garment_goes_round_the_body(figure: str) -> None:
    measures = FIGURES[figure]
    pattern = draft(measures).pattern
    waist = 2 * sum(sewn_length(p, "waist") for p in pattern.pieces)
    assert waist == pytest.approx(measures["waist_girth"] + INCH, abs=0.3)
    # The bust by shapely: sections of the paper at the chest line.
    chest = INCH + measures["bust_girth"] / 6 + 1.5 * INCH
    level = shapely.LineString([(-5, chest + 0.01), (60, chest + 0.01)])
    assert 2 * sum(polygon(p).intersection(level).length for p in pattern.pieces) == pytest.approx(
        measures["bust_girth"] + INCH, abs=0.4
    )


@pytest.mark.parametrize("figure", FIGURES)
def test_seams_that_are_sewn_together_are_alike(figure: str) -> None:
    front, back = draft(FIGURES[figure]).pattern.piece("front"), draft(FIGURES[figure]).pattern.piece("back")
    for edge in ("side", "shoulder"):
        assert sewn_length(front, edge) == pytest.approx(sewn_length(back, edge), abs=1e-9)
    for piece in (front, back):
        for d in darts_of(piece):
            assert d.leg_in.length == pytest.approx(d.leg_out.length, abs=1e-9)


def test_longer_front_becomes_a_side_dart_and_equal_lengths_do_not() -> None:
    long, even = draft(LONG_FRONT).pattern.piece("front"), draft(NO_SIDE_DART).pattern.piece("front")
    assert [d.name for d in darts_of(long)] == ["side dart", "waist dart"]
    assert [d.name for d in darts_of(even)] == ["waist dart"]
    side = darts_of(long)[0]
    assert side.pivot == long.mark("bust point").at
    # 52 − 43 = 9 cm longer; the seam leans a little, so the intake is near that.
    assert side.intake == pytest.approx(9, abs=0.3)


def test_front_armhole_is_hollower_and_back_neck_shallower(any_bodice: Pattern) -> None:
    def hollow(name: str) -> float:
        piece = any_bodice.piece(name)
        path = next(e for e in piece.outline if e.name == "armhole").path
        tip = path.start.real
        return tip - min(path.at(path.length * i / 50).real for i in range(51))

    assert hollow("front") > hollow("back")
    neck = {p.name: p.outline[0].path.start.imag for p in any_bodice.pieces}
    assert neck["front"] > neck["back"]


def bend_at(cubic: tuple[complex, complex, complex, complex], end: int) -> float:
    """Curvature at an end by another library: the derivative and second derivative of svgpathtools."""
    curve = CubicBezier(*cubic)
    v, w = curve.derivative(end), curve.derivative(end, 2)
    return (v.conjugate() * w).imag / abs(v) ** 3


def test_armhole_is_smooth_and_level_at_the_underarm(any_bodice: Pattern) -> None:
    for piece in any_bodice.pieces:
        path = next(e for e in piece.outline if e.name == "armhole").path
        assert abs(path.end_direction - 1) < 1e-9, "front and back meet in a smooth bowl"
        for a, b in pairwise(path.segments):
            # Direction and curvature run on, by second differences of the control points (fontTools and svgpathtools do the same).
            assert abs((a[3] - a[2]) / abs(a[3] - a[2]) - (b[1] - b[0]) / abs(b[1] - b[0])) < 1e-9
            assert bend_at(a, 1) == pytest.approx(bend_at(b, 0), abs=1e-6)
        assert max(z.imag for s in path.segments for z in s) <= path.end.imag + 0.02, "nowhere below the underarm"


def test_necklines_run_on_over_the_shoulder(any_bodice: Pattern) -> None:
    for piece in any_bodice.pieces:
        neck, shoulder = piece.outline[0].path, piece.outline[1].path
        assert abs((neck.end_direction.conjugate() * shoulder.start_direction).real) < 1e-9, "square into the shoulder"


def test_settings_change_the_drawing() -> None:
    wide = draft(AVERAGE, bust_ease=8).pattern
    whole = draft(AVERAGE, waist_dart="whole difference").pattern
    shaped = draft(AVERAGE, centre_back_shaping=1.27).pattern
    untrued = draft(AVERAGE, true_shoulder=False).pattern
    assert sewn_length(wide.piece("front"), "waist") == pytest.approx(sewn_length(draft(AVERAGE).pattern.piece("front"), "waist"))
    assert wide.piece("front").box[2] == pytest.approx((92 + 8) / 4)
    side = next(e for e in whole.piece("back").outline if e.name == "side").path
    assert abs(side.start_direction - 1j) < 1e-9, "with the whole difference in the dart the side falls straight"
    assert shaped.piece("back").outline[-1].kind == "seam"
    assert shaped.piece("back").cut.quantity == 2
    for long in (AVERAGE["front_shoulder_to_waist"], AVERAGE["back_shoulder_to_waist"]):
        both = draft({**AVERAGE, "front_shoulder_to_waist": long}, centre_back_shaping=1.27).pattern
        assert sewn_length(both.piece("front"), "side") == pytest.approx(sewn_length(both.piece("back"), "side"), abs=1e-9)
    assert sewn_length(untrued.piece("front"), "shoulder") > sewn_length(untrued.piece("back"), "shoulder")


def test_construction_is_numbered_and_each_stage_says_its_rule() -> None:
    stages = draft(AVERAGE).stages
    assert [s.number for s in stages] == list(range(1, len(stages) + 1))
    labels = [int(label) for s in stages for label, _ in s.points]
    assert labels == sorted(labels)
    assert all(s.rule for s in stages)


def test_balance_mark_of_the_side_keeps_clear_of_dart_and_corners(any_bodice: Pattern) -> None:
    front = any_bodice.piece("front")
    (mark,) = any_bodice.notches_of("side")
    corners, run = [0.0], 0.0
    for e in front.outline:
        if e.name == "side":
            run += e.length
            corners.append(run)
    # House rule for notches: never within 2 cm of an end.
    assert min(abs(mark.at_a - c) for c in corners) > 2
    assert mark.at_a == mark.at_b


def test_same_measures_same_block_to_the_last_bit() -> None:
    assert draft(AVERAGE).pattern == draft(AVERAGE).pattern


@pytest.mark.parametrize(
    ("change", "field", "says"),
    [
        ({"bust_girth": 38.0}, "bust_girth", "inches typed as centimetres"),
        ({"waist_girth": 132.0}, "waist_girth", "40 cm more than the bust"),
        ({"shoulder_width": 60.0}, "shoulder_width", "past the underarm"),
        ({"shoulder_width": 22.0}, "shoulder_width", "no shoulder"),
        ({"bust_span": 44.0}, "bust_span", "side seam"),
        ({"shoulder_to_bust": 43.0}, "shoulder_to_bust", "at the waist"),
        ({"front_shoulder_to_waist": 26.0, "shoulder_to_bust": 18.0}, "front_shoulder_to_waist", "underarm"),
        ({"bust_girth": 0.0}, "bust_girth", "more than zero"),
        ({"bust_girth": -92.0}, "bust_girth", "more than zero"),
        ({"bust_girth": float("nan")}, "bust_girth", "not a number"),
        ({"bust_girth": 1e9}, "bust_girth", "longer than any body"),
    ],
)
def test_impossible_bodies_are_refused_by_name(change: dict[str, float], field: str, says: str) -> None:
    with pytest.raises(BadMeasure, match=says) as caught:
        draft(AVERAGE | change)
    assert caught.value.field == field


def test_missing_measures_are_asked_for_by_name() -> None:
    with pytest.raises(BadMeasure, match="also needs: bust span, waist"):
        draft({k: v for k, v in AVERAGE.items() if k not in ("waist_girth", "bust_span")})


def test_unknown_measure_school_and_setting() -> None:
    with pytest.raises(BadMeasure, match="“chest” is not a measure"):
        draft(AVERAGE | {"chest": 90.0})
    with pytest.raises(NoSuchName, match="bodice-direct"):
        school("bodice-of-the-moon")
    with pytest.raises(BadSetting, match="may be at most 15"):
        draft(AVERAGE, bust_ease=40)
    with pytest.raises(BadSetting, match="not known here"):
        draft(AVERAGE, glitter=True)


def test_two_schools_of_one_name_are_refused() -> None:
    with pytest.raises(ValueError, match="two schools"):
        collect([*SCHOOLS.values(), *SCHOOLS.values()])


@given(bodies())
@settings(max_examples=60)
def test_random_bodies_draft_soundly_or_are_refused_by_measure(measures: dict[str, float]) -> None:
    try:
        pattern = draft(measures).pattern
    except BadMeasure as e:
        assert e.field in measures
        return
    for piece in pattern.pieces:
        assert polygon(piece).is_valid
        for a, b in pairwise([*piece.outline, piece.outline[0]]):
            assert a.path.end == b.path.start


def test_audit_of_a_sound_block_is_kept_and_says_its_sums(rules: HouseRules) -> None:
    lines = audit(draft(AVERAGE), rules)
    assert all(x.kept is not False for x in lines)
    bust = lines[0]
    assert bust.wanted
    assert bust.wanted.spoken("cm") == "92.0 + 2.5 = 94.5 cm"
    assert bust.sum.result is not None
    assert bust.sum.result.value == pytest.approx(94.54, abs=0.01)


def test_audit_finds_an_untrued_shoulder(rules: HouseRules) -> None:
    lines = audit(draft(AVERAGE, true_shoulder=False), rules)
    broken = [x for x in lines if x.kept is False]
    assert [x.title for x in broken] == ["Shoulder seam: front shoulder − back shoulder"]
    assert broken[0].cure
