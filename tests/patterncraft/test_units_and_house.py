"""Lengths as the trade types and reads them; house rules; errors in words."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from patterncraft.errors import BadMeasure, PatternError, no_such
from patterncraft.house import Allowances, HouseRules, SetBacks
from patterncraft.units import INCH, at_most, format_length, in_unit, parse_length
from patterncraft.validation import first_fault
from patterncraft.working import Quantity, Sum, before_now, degrees, length, note


@pytest.mark.parametrize(
    ("text", "unit", "cm"),
    [
        ("96", "cm", 96),
        ("96", "in", 96 * INCH),
        ("37 1/2", "in", 37.5 * INCH),
        ("37½", "in", 37.5 * INCH),
        ("37.5in", "cm", 37.5 * INCH),
        ('2 3/8"', "cm", 2.375 * INCH),
        ("3/8", "in", 0.375 * INCH),
        ("14,5 cm", "in", 14.5),
        ("960 mm", "cm", 96),
        ("-3", "cm", -3),
        ("  12 inches ", "cm", 12 * INCH),
    ],
)
def test_lengths_are_read_as_typed(text: str, unit: str, cm: float) -> None:
    assert parse_length(text, unit) == pytest.approx(cm)


@pytest.mark.parametrize("text", ["", "much", "1/0", "1e9", "nan", "inf", "12 12", "1 2 3/4", "9" * 60, "12 ft", "--3"])
def test_what_is_no_length_is_refused(text: str) -> None:
    with pytest.raises(BadMeasure):
        parse_length(text, "cm", "Bust")


@given(st.floats(0.01, 300))
def test_inches_come_back_within_half_a_sixteenth(cm: float) -> None:
    assert parse_length(format_length(cm, "in"), "cm") == pytest.approx(cm, abs=INCH / 32 + 1e-9)


def test_lengths_are_written_as_one_reads_them() -> None:
    written = [format_length(x * INCH, "in") for x in (16, 2.375, 0.5, 0, -1.25)]
    assert written == ["16 in", "2 3/8 in", "1/2 in", "0 in", "−1 1/4 in"]
    assert format_length(-0.001, "cm") == "0.0 cm"
    assert format_length(40.55, "cm", with_unit=False) in ("40.5", "40.6")


def test_working_is_spoken_in_the_readers_unit() -> None:
    line = Sum("Quarter", length(25.4), "({} + {}) / 4", (length(99.06), length(2.54)))
    assert line.spoken("cm") == "(99.1 + 2.5) / 4 = 25.4 cm"
    assert line.spoken("in") == "(39 + 1) / 4 = 10 in"
    assert Sum("Turn", degrees(12.34)).spoken("in") == "12.3°"
    assert Quantity(0.5, "share").text("cm") == "50 %"
    assert Quantity(1 / 3, "share").text("cm") == "33.3 %"
    assert Quantity(0.0667, "share").text("in") == "6.7 %"
    assert note("Be careful.").note


def test_what_is_set_and_taken_several_times_is_told_whole() -> None:
    """Worked again with a pencil, what is told has to come out: three times 6.35 are 19.05, and 3 × 6.3 = 19.0 would be wrong."""
    assert Sum("Opened", length(19.05), "3 × {}", (length(6.35),)).spoken("cm") == "3 × 6.35 = 19.05 cm"
    assert Sum("Opened", length(6.0), "2 × {}", (length(3.0),)).spoken("cm") == "2 × 3.0 = 6.0 cm"
    assert Sum("Opened", length(19.05), "3 × {}", (length(6.35),)).spoken("in") == "3 × 2 1/2 = 7 1/2 in"
    # What is measured has no end; it is told to the tenth everywhere.
    assert Sum("Round", length(94.5377), "4 × {}", (length(23.634425),)).spoken("cm") == "4 × 23.6 = 94.5 cm"
    assert Sum("Quarter", length(23.175), "{} / 4", (length(92.7),)).spoken("cm") == "92.7 / 4 = 23.2 cm"


def test_allowances_follow_edge_and_kind() -> None:
    a = HouseRules().allowances
    assert [a.for_edge(*x) for x in (("centre front", "fold"), ("centre back", "seam"), ("hem", "hem"), ("yoke", "seam"))] == [
        0,
        2,
        2.5,
        1,
    ]


def test_each_edge_has_the_allowance_and_each_dart_the_set_back_of_its_name() -> None:
    """The edge's last word counts: a front panel's side is a side."""
    a = Allowances(side=1.1, armhole=1.2, neckline=1.3, waist=1.4, centre=1.5, hem=3.0, seam=0.9)
    for edge, wide in (
        ("side", 1.1),
        ("armhole", 1.2),
        ("neckline", 1.3),
        ("waist", 1.4),
        ("centre back", 1.5),
        ("yoke line", 0.9),
    ):
        assert a.for_edge(edge, "seam") == wide
        assert a.for_edge(edge, "hem") == 3.0
    d = SetBacks(waist=2.1, side=4.2, shoulder=1.7, other=3.3)
    assert [d.for_edge(x) for x in ("waist", "side", "shoulder", "armhole", "neckline")] == [2.1, 4.2, 1.7, 3.3, 3.3]


def test_house_rules_refuse_what_is_out_of_range_by_name() -> None:
    with pytest.raises(ValidationError) as caught:
        HouseRules.model_validate({"allowances": {"side": 40}})
    assert first_fault(caught.value) == ("“side” may be at most 5.", "allowances.side")


def test_refusals_say_step_place_reason_and_cure() -> None:
    error = PatternError("the line leaves the paper.", "front", "Choose another.").at_step(3)
    assert str(error) == "Step 3: front: the line leaves the paper. Choose another."
    assert str(no_such("dart", "x", [])).endswith("There is: none yet.")
    assert isinstance(no_such("dart", "x", []), LookupError)


@pytest.mark.parametrize(
    ("metric", "inches"),
    [
        ("12.7 cm too long", "5 in too long"),
        ("by -2.54 cm altogether", "by -1 in altogether"),
        ("by +1.27 cm", "by +1/2 in"),
        ("by −5.08 cm", "by −2 in"),
        ("2.5 to 5.1 cm", "2.5 to 2 in"),
        ("no length at all", "no length at all"),
    ],
)
def test_a_sentence_in_centimetres_is_said_in_inches_with_its_sign(metric: str, inches: str) -> None:
    assert in_unit(metric, "in") == inches
    assert in_unit(metric, "cm") == metric


@pytest.mark.parametrize(
    ("was", "now", "said"),
    [(5.0, 7.5, "5.00 + 2.50 = 7.50 cm"), (7.5, 5.0, "7.50 − 2.50 = 5.00 cm"), (5.0, 5.0, "5.00 + 0.00 = 5.00 cm")],
)
def test_what_a_length_was_and_is_is_one_sum(was: float, now: float, said: str) -> None:
    assert before_now("Hem", was, now).spoken("cm") == said


@pytest.mark.parametrize(("limit", "most"), [(10.0, 10.16), (5.0, 5.08), (2.0, 2.0), (3.0, 3.0), (10.16, 10.16)])
def test_a_limit_is_met_by_the_same_figure_in_inches(limit: float, most: float) -> None:
    """4 in and 2 in by the definition of the inch; 3/4 in are less than 2 cm, and 3 cm are no round figure of inches."""
    assert at_most(limit) == pytest.approx(most)
