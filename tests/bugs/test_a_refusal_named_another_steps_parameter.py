"""A move that does its work by another one refused at that one's parameter, which its own sentence does not have."""

from typing import Any

import pytest

from tests.patterncraft.parts.ground import SLEEVE, made, refused

SHORT = {"move": "shorten_sleeve", "length": 26.0}


@pytest.mark.parametrize(
    ("before", "step", "field"),
    [
        # Twenty strips opened by 40 each at the cap lie on each other at the hem; slashing would have said it at no parameter at all.
        ((), {"move": "leg_of_mutton", "opening": 40.0, "count": 20}, "opening"),
        ((), {"move": "bell", "opening": 60.0, "count": 20}, "opening"),
        # A slit longer than the sleeve leaves it through the cap: a slit calls that its "length".
        ((SHORT,), {"move": "bishop", "slit": 29.0, "cuff_depth": 0.0, "start_below_biceps": 1.0}, "slit"),
    ],
)
def test_the_refusal_is_told_at_this_steps_own_parameter(before: tuple[Any, ...], step: dict[str, Any], field: str) -> None:
    assert refused(SLEEVE, *before, step).field == field


def test_a_second_lining_of_a_puff_gets_a_name_of_its_own() -> None:
    puff = {"move": "puff", "width": 6.0, "height": 2.0, "lined": True}
    names = [p.name for p in made(SLEEVE, puff, puff).pattern.pieces]
    assert {"sleeve lining", "sleeve lining 2"} <= set(names)
