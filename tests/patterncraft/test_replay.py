"""Replay: pure, in parts, from any prefix; a step that cannot be done leaves the ones before it standing."""

from dataclasses import replace
from typing import Any

import pytest

from patterncraft.house import HouseRules
from patterncraft.moves.move import Move
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replayer, Unfinished, replay
from tests.conftest import draft
from tests.samples import AVERAGE, FIGURES

RULES = HouseRules()
STEPS = [
    {
        "move": "rotate_dart",
        "piece": "front",
        "dart": "waist dart",
        "to": {"edge": "shoulder", "from": "neckline", "fraction": 0.5},
    },
    {"move": "rotate_dart", "piece": "front", "dart": "shoulder dart", "to": {"edge": "armhole", "fraction": 0.4}, "share": 0.3},
    {"move": "set_dart_point", "piece": "front", "dart": "shoulder dart", "set_back": 3.0},
]


def test_first_steps_then_the_rest_is_the_same_as_all(bodice: Pattern, rules: HouseRules) -> None:
    steps = read_steps(STEPS)
    halfway = replay(bodice, steps[:1], rules).pattern
    assert replay(halfway, steps[1:], rules).pattern == replay(bodice, steps, rules).pattern


def test_remembering_changes_nothing(bodice: Pattern, rules: HouseRules) -> None:
    steps = read_steps(STEPS)
    remembered = Replayer()
    for n in (1, 3, 2, 3):
        assert remembered("b", bodice, steps[:n], rules) == replay(bodice, steps[:n], rules)
    other = draft(FIGURES["full"]).pattern
    assert remembered("other", other, steps, rules) == replay(other, steps, rules)


def test_remembering_knows_other_house_rules(bodice: Pattern) -> None:
    steps = read_steps(STEPS[:1])
    remembered = Replayer()
    soft = HouseRules.model_validate({"set_backs": {"shoulder": 4.0}})
    a, b = (remembered("b", bodice, steps, r).pattern.piece("front").darts for r in (HouseRules(), soft))
    assert {d.set_back for d in a} != {d.set_back for d in b}


def test_memory_stays_small(bodice: Pattern, rules: HouseRules) -> None:
    remembered = Replayer(size=4)
    for k in range(1, 30):
        step = {**STEPS[0], "to": {"edge": "shoulder", "from": "neckline", "fraction": k / 31}}
        remembered("b", bodice, read_steps([step]), rules)
    assert len(remembered._kept) == 4


def test_changed_first_step_replays_the_later_one(bodice: Pattern, rules: HouseRules) -> None:
    first = {**STEPS[0], "to": {"edge": "shoulder", "from": "neckline", "fraction": 0.3}}
    done = replay(bodice, read_steps([first, *STEPS[1:]]), rules)
    assert done.stopped is None
    assert len(done.done) == 3


def test_step_that_lost_its_dart_stops_with_its_number(bodice: Pattern, rules: HouseRules) -> None:
    changed = {**STEPS[0], "to": {"edge": "armhole", "from": "side", "fraction": 0.8}}
    done = replay(bodice, read_steps([changed, *STEPS[1:]]), rules)
    assert done.stopped is not None
    assert done.stopped.step == 2
    assert "no dart called “shoulder dart”" in str(done.stopped)
    assert len(done.done) == 1, "the step before it stands"
    assert Replayer()("b", bodice, read_steps([changed, *STEPS[1:]]), rules).stopped is not None


def test_muted_step_is_kept_and_left_out(bodice: Pattern, rules: HouseRules) -> None:
    done = replay(bodice, read_steps([{**STEPS[0], "muted": True}]), rules)
    assert done.pattern == bodice
    assert done.done[0].working == ()


def test_a_step_muted_and_heard_again_is_remembered_as_what_it_is(bodice: Pattern, rules: HouseRules) -> None:
    remembered = Replayer()
    heard, muted = (read_steps([{**STEPS[0], "muted": m}, *STEPS[1:]]) for m in (False, True))
    for steps in (heard, muted, heard, muted):
        told, wanted = remembered("b", bodice, steps, rules), replay(bodice, steps, rules)
        assert told.pattern == wanted.pattern
        assert (told.stopped is None) == (wanted.stopped is None)
    alone = [read_steps([{**STEPS[0], "muted": m}]) for m in (False, True)]
    assert remembered("b", bodice, alone[0], rules).pattern != bodice
    assert remembered("b", bodice, alone[1], rules).pattern == bodice


def test_style_recuts_itself_on_every_figure(any_bodice: Pattern, rules: HouseRules) -> None:
    done = replay(any_bodice, read_steps(STEPS), rules)
    assert done.stopped is None


@pytest.mark.parametrize(
    ("step", "field"),
    [
        ({"move": "set_dart_point", "piece": "front", "dart": "side dart", "set_back": 2.0}, "piece"),
        ({"move": "lengthen", "pieces": ["back", "front"], "at": {"edge": "side", "fraction": 0.2}, "amount": 2.0}, "pieces"),
        ({"move": "join_pieces", "a": ["front", "shoulder"], "b": ["back", "shoulder"]}, "a"),
        (
            {"move": "slash_and_spread", "piece": "back", "from_edge": "cuff", "to_edge": "waist", "count": 1, "opening": 1.0},
            "from_edge",
        ),
    ],
)
def test_what_an_earlier_step_took_away_is_told_at_the_slot_that_names_it(step: dict[str, Any], field: str) -> None:
    """The front was cut in two before: there is no front any more (and never a cuff)."""
    cut = {"move": "cut_along", "piece": "front", "names": ["centre front", "side front"],
           "line": [{"edge": "armhole", "fraction": 0.5}, {"dart": "waist dart"}]}  # fmt: skip
    done = replay(draft(AVERAGE).pattern, read_steps([cut, step]), HouseRules())
    assert done.stopped is not None
    assert (done.stopped.step, done.stopped.field) == (2, field)
    assert "There is: " in done.stopped.cure
    assert len(done.done) == 1, "the step before it stands"


class TestAReplayThatTakesLong:
    """The clock is turned by hand: each step takes a second."""

    def steps(self, count: int) -> list[Move]:
        return read_steps(
            [{"move": "set_dart_point", "piece": "front", "dart": "waist dart", "set_back": 1 + k / 100} for k in range(count)]
        )

    @pytest.fixture(autouse=True)
    def _clock(self, monkeypatch: pytest.MonkeyPatch) -> None:
        turn = iter(range(10_000))
        monkeypatch.setattr("patterncraft.replay.monotonic", lambda: float(next(turn)))

    def test_says_how_far_it_came_and_goes_on_from_there_when_asked_again(self) -> None:
        block, steps = draft(FIGURES["average"]).pattern, self.steps(20)
        remembering, told = Replayer(), list[str]()
        while True:
            try:
                done = remembering("x", block, steps, RULES, patience=6)
                break
            except Unfinished as e:
                told.append(e.message)
        assert told == [f"these steps take long: {k} are done." for k in (6, 12, 18)]
        assert done.pattern == replay(block, steps, RULES).pattern

    def test_with_patience_enough_it_is_the_same_at_once(self) -> None:
        block, steps = draft(FIGURES["average"]).pattern, self.steps(20)
        assert Replayer()("x", block, steps, RULES, patience=60).pattern == replay(block, steps, RULES).pattern


def test_no_table_holds_more_than_two_hundred_pieces() -> None:
    block = draft(FIGURES["average"]).pattern
    copies = read_steps([{"move": "copy_as", "piece": "front", "name": f"copy {k}"} for k in range(300)])
    done = replay(block, copies, RULES)
    assert done.stopped is not None
    assert (len(done.pattern.pieces), done.stopped.step) == (200, 199)
    assert "more than 200 pieces" in done.stopped.message


@pytest.mark.parametrize("count", [1, 2])
def test_without_time_nothing_is_done_and_that_is_said(bodice: Pattern, rules: HouseRules, count: int) -> None:
    steps = read_steps([{"move": "shoulder_slope", "amount": 0.2}] * count)
    with pytest.raises(Unfinished):
        Replayer()("bodice", bodice, steps, rules, patience=-1.0)
    assert len(Replayer()("bodice", bodice, steps, rules, patience=60.0).done) == count


def test_what_was_remembered_is_forgotten_when_it_is_asked_to_be(bodice: Pattern, rules: HouseRules) -> None:
    """The same key for another start: remembered, the old work would be told; forgotten, the new one is done."""
    steps = read_steps([{"move": "shoulder_slope", "amount": 0.2}])
    known = Replayer()
    first = known("key", bodice, steps, rules)
    other = bodice.with_piece(replace(bodice.piece("front"), marks=()))
    assert known("key", other, steps, rules) is first
    known.forget()
    assert known("key", other, steps, rules).start == other
