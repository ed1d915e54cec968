"""Charts: read as typed, doubted where a body cannot be so, refused where a tape cannot show it."""

import pytest

from patterncraft.errors import BadMeasure
from patterncraft.measures.chart import read_chart
from patterncraft.measures.doubts import doubts
from patterncraft.measures.keys import MEASURES
from server.styles.demo_library import SINGERS
from tests.samples import FIGURES


def test_typed_chart_is_read_in_its_unit() -> None:
    assert read_chart({"bust_girth": "36", "waist_girth": "70 cm"}, "in") == pytest.approx({"bust_girth": 91.44, "waist_girth": 70})
    assert read_chart({"bust_girth": 36.0}, "in") == pytest.approx({"bust_girth": 91.44})


@pytest.mark.parametrize(
    ("value", "says"),
    [
        ("much", "not a length"),
        ("-3", "more than zero"),
        ("0", "more than zero"),
        (1e9, "longer than any body"),
        (float("inf"), "not a number"),
        (True, "is a number"),
        (None, "is a number"),
    ],
)
def test_unreadable_values_are_refused_by_name(value: object, says: str) -> None:
    with pytest.raises(BadMeasure, match=says) as caught:
        read_chart({"bust_girth": value})
    assert (caught.value.where, caught.value.field) == ("Bust", "bust_girth")


def test_unknown_key_lists_all() -> None:
    with pytest.raises(BadMeasure, match="bust_girth"):
        read_chart({"tail": 3})


@pytest.mark.parametrize(
    ("chart", "key", "says"),
    [
        ({"bust_girth": 38}, "bust_girth", "looks like inches"),
        ({"waist_girth": 190}, "waist_girth", "looks like centimetres"),
        ({"head_girth": 70}, "head_girth", "48.0 cm to 66.0 cm is expected"),
        ({"bust_girth": 80, "waist_girth": 120}, "waist_girth", "30 to 110 cm is expected"),
        ({"bust_girth": 130, "waist_girth": 60}, "waist_girth", "one of them was misread"),
        ({"front_shoulder_to_waist": 60, "back_shoulder_to_waist": 40}, "front_shoulder_to_waist", "37 to 52 cm is expected"),
        ({"shoulder_to_bust": 40, "front_shoulder_to_waist": 44}, "shoulder_to_bust", "measured from the neck point"),
        ({"bust_girth": 90, "bust_span": 30}, "bust_span", "13 to 24 cm is expected, a fifth of the bust"),
        ({"bust_girth": 80, "shoulder_width": 55}, "shoulder_width", "round the arms"),
        ({"bust_girth": 80, "underbust_girth": 95}, "underbust_girth", "changed over"),
        ({"arm_length": 60, "shoulder_to_elbow": 44}, "shoulder_to_elbow", "half the arm"),
        ({"shoulder_to_hip": 80, "back_shoulder_to_waist": 42, "waist_to_hip": 20}, "shoulder_to_hip", "57 to 72 cm"),
        ({"bust_girth": 92, "hip_girth": 38, "waist_girth": 29}, "hip_girth", "mixes units: hip, waist look like inches"),
    ],
)
def test_slips_are_doubted_with_the_reason(chart: dict[str, float], key: str, says: str) -> None:
    assert any(says in d.message for d in doubts(chart) if d.key == key)


@pytest.mark.parametrize("figure", FIGURES)
def test_real_figures_are_not_doubted(figure: str) -> None:
    assert doubts(FIGURES[figure]) == []


def test_singers_of_the_demo_have_full_plausible_charts() -> None:
    for singer in SINGERS:
        assert set(singer.chart) == set(MEASURES)
        assert doubts(singer.chart) == [], singer.name


def test_ranges_are_in_order_and_every_measure_says_how() -> None:
    assert all(m.low < m.high and m.how.endswith(".") for m in MEASURES.values())
