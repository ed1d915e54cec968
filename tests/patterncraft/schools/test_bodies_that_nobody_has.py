"""Where measures stop going together: each rule's limit found by halving, against the number that the rule gives by hand; and what is said beyond it."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.drafting.schools import school
from patterncraft.errors import BadMeasure
from patterncraft.measures.keys import MEASURES
from tests.samples import WHOLE

INCH = 2.54
NEAR = 1e-3
"""cm to which a limit is found"""


def said(name: str, values: dict[str, float], settings: dict[str, Any]) -> str:
    """What the school refuses of a body; empty where it draws it."""
    try:
        school(name).draft(WHOLE | values, settings)
    except BadMeasure as e:
        return f"{e.where}: {e.message}"
    return ""


Case = tuple[str, str, dict[str, float], dict[str, Any], float, float, str]
DIRECT = "bodice-direct"
DARTED = "bodice-shoulder-dart"
HALVED = "bodice-half-sheet"
CASES: list[Case] = [
    # school, measure, others, settings, a value that goes, the limit, what is said beyond it
    (DIRECT, "waist_girth", {}, {}, 100.0, 92 + 30, "Waist: it is 30 cm more than the bust."),
    (HALVED, "waist_girth", {}, {}, 100.0, 92 + 30, "Waist: it is 30 cm more than the bust."),
    (DARTED, "waist_girth", {}, {}, 100.0, 92 + 30, "Waist: it is 30 cm more than the bust."),
    # An inch of ease: a quarter of 94.54 less 0.8, and half an inch of hollow.
    (DIRECT, "shoulder_width", {}, {}, 42.0, 2 * ((92 + INCH) / 4 - 0.8 + 0.5 * INCH),
     "Shoulder width: half of it reaches past the underarm, which a bust of 92.0 cm puts at 23.6 cm."),
    # A waist of 60: its quarter is 15.635, an inch of dart; half the dart and 1.5 to the side.
    (DIRECT, "bust_span", {"waist_girth": 60}, {}, 20.0, 2 * ((60 + INCH) / 4 + INCH - 1.5 - INCH / 2),
     "Bust span: the waist dart would run off the waist (18.2 cm wide)."),
    # A bust of 140: its chest line lies a sixth and an inch and a half, and an inch, down; and 6 more to the waist.
    (DIRECT, "back_shoulder_to_waist", {"bust_girth": 140, "shoulder_to_bust": 28}, {}, 43.0, 140 / 6 + 2.5 * INCH + 6,
     "Back shoulder to waist: the waist would lie at the underarm (29.7 cm down)."),
    (DIRECT, "front_shoulder_to_waist", {}, {}, 44.0, 43.0 - 3, "Front shoulder to waist: the front is 3.0 cm shorter than the back."),
    (DIRECT, "shoulder_to_bust", {}, {}, 30.0, 44.5 - 6, "Shoulder to bust: the bust point would lie at the waist."),
    (DIRECT, "shoulder_to_bust", {"bust_girth": 121}, {}, 28.0, 121 / 6 + 2.5 * INCH - 4,
     "Shoulder to bust: the bust point would lie above the underarm (26.5 cm down)."),
    # Two inches of ease, a quarter of it: 24.27; half the back stays 1.5 inside.
    (DARTED, "across_back", {}, {}, 36.0, 2 * ((92 + 2 * INCH) / 4 - 1.5),
     "Across back: half of it reaches the underarm, which lies 24.3 cm out."),
    (DARTED, "across_back", {"neck_girth": 55}, {}, 36.0, 2 * (55 / 5 + 3), "Across back: half of it ends beside a neck 11.0 cm wide."),
    (DARTED, "shoulder_to_hip", {}, {}, 60.0, 43.0 + 8, "Shoulder to hip: the hip would lie 8.0 cm below the waist."),
    (DARTED, "shoulder_to_bust", {}, {}, 30.0, 44.5 - 6, "Shoulder to bust: the bust point would lie at the waist."),
    # The chest line: an eighth of the bust and 9.5, below a tip that lies two inches down; a front 1.5 longer lifts the bust.
    (DARTED, "shoulder_to_bust", {}, {}, 24.0, 92 / 8 + 9.5 + 2 * INCH - 7 + 1.5,
     "Shoulder to bust: the bust point would lie above the underarm (26.1 cm down)."),
    (HALVED, "across_back", {"neck_girth": 55}, {}, 34.0, 2 * (55 / 5 + 3 - 0.5), "Across back: half of it ends beside a neck 11.0 cm wide."),
]  # fmt: skip


@pytest.mark.parametrize(
    ("name", "key", "others", "settings", "goes", "limit", "words"), CASES, ids=[f"{c[0]} {c[1]} {c[5]:.1f}" for c in CASES]
)
def test_a_measure_goes_up_to_its_limit_and_no_further(
    name: str, key: str, others: dict[str, float], settings: dict[str, Any], goes: float, limit: float, words: str
) -> None:
    """A hair on the near side of the limit it is drawn, or refused for another reason; a hair beyond, for this one."""
    way = 1.0 if limit > goes else -1.0
    assert MEASURES[key].low <= limit + way * NEAR <= MEASURES[key].high, "no chart holds it"
    near = said(name, others | {key: limit - way * NEAR}, settings)
    beyond = said(name, others | {key: limit + way * NEAR}, settings)
    assert beyond, "it was drawn"
    assert near != beyond
    if words:
        assert beyond == words
        assert not near.startswith(words.split(":")[0] + words.split(":")[1][:20])


def test_a_hip_above_the_waist_is_told_as_that() -> None:
    assert said(DARTED, {"shoulder_to_hip": 38.0}, {}) == "Shoulder to hip: the hip would lie 5.0 cm above the waist."
