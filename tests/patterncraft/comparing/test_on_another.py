"""The same steps on another body: what is told."""

from __future__ import annotations

from typing import Any

import pytest

from patterncraft.comparing.on_another import OnAnother, cannot_be_done, on_another
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.replay import replay
from tests.conftest import draft
from tests.samples import AVERAGE, FULL, NO_SIDE_DART

RULES = HouseRules()
SIDE: dict[str, Any] = {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}}
SHOULDER = {"edge": "shoulder", "from": "neckline", "fraction": 0.5}
TO_SHOULDER: dict[str, Any] = {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": SHOULDER}
SET_POINT: dict[str, Any] = {"move": "set_dart_point", "piece": "front", "dart": "side dart", "set_back": 2.0}


def told(steps: list[dict[str, Any]], other: dict[str, float]) -> OnAnother:
    moves = read_steps(steps)
    first, second = (replay(draft(chart).pattern, moves, RULES) for chart in (AVERAGE, other))
    return on_another(first, second, moves, RULES)


def test_every_step_that_cannot_be_done_is_told_once_with_its_own_number() -> None:
    """A straight figure has no side dart: three steps want it, those between them can be done."""
    found = told(
        [
            SET_POINT,
            TO_SHOULDER,
            SIDE | {"to": {"dart": "shoulder dart"}},
            {"move": "grain", "piece": "front", "kind": "straight"},
            SIDE,
        ],
        NO_SIDE_DART,
    )
    assert [e.step for e in found.cannot] == [1, 3, 5]
    assert all("there is no dart called “side dart”" in str(e) for e in found.cannot)
    assert all("There is: " in e.cure for e in found.cannot)
    assert "shoulder dart" in found.cannot[1].cure, "step 2 was done before it"
    assert (found.broken, found.mended) == ((), ()), "promises are judged where both are done"


def test_on_the_same_body_nothing_is_told() -> None:
    assert told([SIDE, TO_SHOULDER], AVERAGE) == OnAnother((), (), (), ())
    assert cannot_be_done(replay(draft(AVERAGE).pattern, read_steps([SIDE]), RULES), read_steps([SIDE]), RULES) == []


def test_sums_are_set_side_by_side_under_their_own_words() -> None:
    found = told([SIDE], FULL)
    (step,) = found.steps
    intake = next(s for s in step.sums if s.label == "Intake of the side dart")
    assert intake.a is not None
    assert intake.b is not None
    # The fuller body's front is 5 cm longer than its back, the average one's 1.5: that is what the side dart takes up.
    assert intake.a.result is not None
    assert intake.b.result is not None
    assert (intake.a.result.value, intake.b.result.value) == pytest.approx((1.5, 5.0), abs=0.03)


@pytest.mark.parametrize("given_up", [1, 2])
def test_steps_left_out_before_are_not_tried_again(given_up: int) -> None:
    twice = [SET_POINT] * given_up + [TO_SHOULDER]
    found = told(twice, NO_SIDE_DART)
    assert [e.step for e in found.cannot] == list(range(1, given_up + 1))
