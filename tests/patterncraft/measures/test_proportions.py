"""A measure beside the others of its body, a hair inside what is expected and a hair outside; and the tape as it is drawn round the figure."""

from __future__ import annotations

import pytest

from patterncraft.errors import PatternError
from patterncraft.geometry.flatten import flat_path
from patterncraft.measures.chart import Chart
from patterncraft.measures.csv_io import chart_from_csv
from patterncraft.measures.doubts import PROPORTIONS, doubts
from patterncraft.measures.keys import MEASURES
from patterncraft.measures.tapes import TAPES
from tests.samples import WHOLE

EXPECTED: dict[str, tuple[dict[str, float], float, float]] = {
    "neck_girth": ({"head_girth": 60.0}, 30.0, 51.0),
    "shoulder_width": ({"shoulder_length": 12.0}, 32.0, 46.0),
    "across_back": ({"shoulder_width": 40.0}, 30.0, 41.0),
    "across_front": ({"across_back": 36.0}, 29.0, 40.0),
    "bust_span": ({"bust_girth": 100.0}, 14.0, 27.0),
    "underbust_girth": ({"bust_girth": 100.0}, 55.0, 102.0),
    "waist_girth": ({"bust_girth": 100.0}, 50.0, 130.0),
    "hip_girth": ({"waist_girth": 80.0}, 65.0, 135.0),
    "high_hip_girth": ({"waist_girth": 80.0, "hip_girth": 100.0}, 76.0, 104.0),
    "back_shoulder_to_waist": ({"nape_to_waist": 41.0}, 41.3, 46.0),
    "front_shoulder_to_waist": ({"back_shoulder_to_waist": 43.0}, 40.0, 55.0),
    "shoulder_to_bust": ({"front_shoulder_to_waist": 45.0}, 19.0, 37.0),
    "shoulder_to_underbust": ({"shoulder_to_bust": 27.0}, 30.0, 42.0),
    "armscye_depth": ({"nape_to_waist": 41.0}, 13.0, 31.0),
    "shoulder_to_hip": ({"back_shoulder_to_waist": 43.0, "waist_to_hip": 20.0}, 58.0, 73.0),
    "body_rise": ({"waist_to_hip": 20.0}, 21.0, 36.0),
    "thigh_girth": ({"hip_girth": 100.0}, 45.0, 72.0),
    "shoulder_to_elbow": ({"arm_length": 60.0}, 30.0, 39.6),
    "elbow_girth": ({"upper_arm_girth": 30.0}, 16.0, 35.0),
    "wrist_girth": ({"upper_arm_girth": 30.0}, -15.0, 27.0),
    "hand_girth": ({"wrist_girth": 16.0}, 17.0, 30.0),
}
"""Worked by hand from the rules as they are told to a person (proportions are common practice, no source)."""
BESIDE_THE_BUST = ("shoulder_width", {"bust_girth": 100.0}, 25.0, 60.0)


def doubted(key: str, beside: dict[str, float], value: float) -> list[str]:
    chart: Chart = {k: (beside | {key: value})[k] for k in MEASURES if k in beside or k == key}
    return [d.message for d in doubts(chart) if d.key == key]


def test_every_proportion_is_worked_here() -> None:
    assert len(PROPORTIONS) == len(EXPECTED) + 1
    assert {p.key for p in PROPORTIONS} == set(EXPECTED)


@pytest.mark.parametrize(
    ("key", "beside", "low", "high"), [(k, *v) for k, v in EXPECTED.items()] + [BESIDE_THE_BUST], ids=[*EXPECTED, "beside the bust"]
)
def test_a_hair_inside_is_believed_and_a_hair_outside_is_doubted(
    key: str, beside: dict[str, float], low: float, high: float
) -> None:
    m = MEASURES[key]
    for limit, inward in ((low, 0.01), (high, -0.01)):
        if m.low <= limit - inward <= m.high and m.low <= limit + inward <= m.high:
            assert not doubted(key, beside, limit + inward), (limit, "inside")
            (words,) = doubted(key, beside, limit - inward)
            assert words.startswith(f"{m.title} {limit - inward:.1f} cm does not go with the rest: ")
            assert f": {low:.0f} to {high:.0f} cm is expected, " in words


def test_a_whole_body_is_not_doubted_and_each_slip_of_it_once() -> None:
    assert doubts(WHOLE) == []
    assert [d.key for d in doubts(WHOLE | {"hand_girth": 15.9})] == ["hand_girth"]


GIRTHS = [k for k, t in TAPES.items() if len(t.seen) == len(t.hidden) == 1 and not t.ends and t.view == "front"]


@pytest.mark.parametrize("key", GIRTHS)
def test_a_tape_round_the_body_is_an_oval_seen_in_front_and_hidden_behind(key: str) -> None:
    """Alike to both sides of its middle, the half behind the half in front turned up; both meet where they go round."""
    tape = TAPES[key]
    seen, hidden = (flat_path(x[0], 0.01) for x in (tape.seen, tape.hidden))
    assert abs(seen[0] - hidden[0]) < 1e-9
    assert abs(seen[-1] - hidden[-1]) < 1e-9
    middle = 0.5 * (seen[0].real + seen[-1].real)
    level = seen[0].imag
    for half, way in ((seen, 1), (hidden, -1)):
        for z in half:
            mirror = complex(2 * middle - z.real, z.imag)
            assert min(abs(mirror - w) for w in half) < 0.3, f"{z} of {key}"
            assert way * (z.imag - level) > -1e-6
        assert max(z.real for z in half) <= half[-1].real + 1e-6, "it bulges nowhere beyond its ends"
        assert min(z.real for z in half) >= half[0].real - 1e-6


def test_a_row_is_known_by_its_key_or_by_its_title_and_else_refused_by_its_number() -> None:
    found, _ = chart_from_csv(b"key,measure,value\nbust_girth,,92\n,Waist,74\nrubbish,Hip,98\n", "cm")
    assert found == {"bust_girth": 92.0, "waist_girth": 74.0, "hip_girth": 98.0}
    with pytest.raises(PatternError, match=r"Row 3: “rubbish” is not a measure") as told:
        chart_from_csv(b"key,measure,value\nbust_girth,,92\nrubbish,,98\n", "cm")
    assert "bust_girth" in told.value.cure
