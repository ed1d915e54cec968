"""A style's finishing said line by line, and which line another one takes the place of; sums told again at the machine; where buttons stand, by hand."""

from __future__ import annotations

import pytest

from patterncraft.finishing.cut_sheet import cut_sheet
from patterncraft.finishing.finish import finish
from patterncraft.finishing.plan import DartFinish, EdgeFinish, Finishing, FinishLine, NetFinish, NotchFinish, with_line
from patterncraft.handwork.closing_up import button_places
from patterncraft.paper.pattern import Pattern
from tests.patterncraft.parts.ground import RULES, SLEEVE, made

CASES: list[tuple[FinishLine, str, str]] = [
    (EdgeFinish(edge="side", allowance=2.54), "Side: 2.5 cm allowance.", "Side: 1 in allowance."),
    (EdgeFinish(piece="front", edge="side", allowance=0), "Front side: no allowance.", "Front side: no allowance."),
    (EdgeFinish(corners="mitred"), "Every edge: corners mitred.", "Every edge: corners mitred."),
    (
        EdgeFinish(piece="front", allowance=3.0, corners="folded"),
        "Front: 3.0 cm allowance, corners cut as the seam folds.",
        "Front: 1 3/16 in allowance, corners cut as the seam folds.",
    ),
    (NetFinish(), "Every piece: net, without allowance.", "Every piece: net, without allowance."),
    (NetFinish(piece="front", net=False), "Front: with its allowances.", "Front: with its allowances."),
    (DartFinish(), "Wide darts: cut out.", "Wide darts: cut out."),
    (
        DartFinish(piece="front", dart="waist dart", allowance=1.27),
        "Front waist dart: cut out with 1.3 cm along its legs.",
        "Front waist dart: cut out with 1/2 in along its legs.",
    ),
    (DartFinish(piece="front", cut_out=False), "Front wide darts: folded, not cut.", "Front wide darts: folded, not cut."),
    (NotchFinish(notches="v"), "Notches cut as a V.", "Notches cut as a V."),
    (NotchFinish(notches="slit"), "Notches snipped.", "Notches snipped."),
    (NotchFinish(notches="none"), "Notches not cut.", "Notches not cut."),
]


@pytest.mark.parametrize(("line", "metric", "inches"), CASES, ids=[m for _, m, _ in CASES])
def test_a_line_is_said(line: FinishLine, metric: str, inches: str) -> None:
    assert (line.spoken("cm"), line.spoken("in")) == (metric, inches)


ANEW: list[tuple[FinishLine, FinishLine, bool]] = [
    (EdgeFinish(edge="side", allowance=1.0), EdgeFinish(edge="side", allowance=2.0), True),
    (EdgeFinish(piece="front", edge="side", allowance=1.0), EdgeFinish(edge="side", allowance=2.0), True),
    (EdgeFinish(edge="side", allowance=1.0), EdgeFinish(piece="front", edge="side", allowance=2.0), False),
    (EdgeFinish(edge="side", allowance=1.0), EdgeFinish(edge="waist", allowance=2.0), False),
    (EdgeFinish(edge="side", allowance=1.0, corners="mitred"), EdgeFinish(edge="side", allowance=2.0), False),
    (EdgeFinish(edge="side", corners="mitred"), EdgeFinish(edge="side", corners="squared"), True),
    (NetFinish(piece="front"), NetFinish(), True),
    (NetFinish(), NetFinish(piece="front"), False),
    (DartFinish(piece="front"), DartFinish(), True),
    (DartFinish(), DartFinish(piece="front"), False),
    (DartFinish(piece="front", cut_out=False), DartFinish(piece="back", cut_out=False), False),
    (NotchFinish(notches="v"), NotchFinish(notches="none"), True),
    (NotchFinish(notches="v"), NetFinish(), False),
    (NetFinish(), EdgeFinish(edge="side", allowance=2.0), False),
]


@pytest.mark.parametrize(("old", "new", "gone"), ANEW)
def test_a_line_takes_the_place_of_one_that_it_says_all_of(bodice: Pattern, old: FinishLine, new: FinishLine, gone: bool) -> None:
    plan = with_line(Finishing(lines=(old,)), new, bodice, RULES)
    assert plan.lines == ((new,) if gone else (old, new))


def test_sums_of_what_was_added_are_told_again_at_the_machine_and_others_not() -> None:
    done = made(
        {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "shoulder", "fraction": 0.5}},
        SLEEVE,
    )
    sheet = cut_sheet(done, finish(done.pattern, RULES), "cm")
    told = dict(sheet.working)
    assert told
    assert all(label.startswith("Step 2: ") for label in told)
    wanted = {f"Step 2: {s.label}": s.spoken("cm") for s in done.done[1].working if s.spoken("cm") and not s.note}
    assert dict(list(wanted.items())[: len(told)]) == told
    muted = made(SLEEVE | {"muted": True})
    assert cut_sheet(muted, finish(muted.pattern, RULES), "cm").working == ()


@pytest.mark.parametrize(
    ("length", "levels", "count", "places"),
    [
        # 1.5 from the top, and as far from the foot; about eight apart: (50 − 3) / 8 is about six, so seven buttons.
        (50.0, [], None, [1.5 + 47 / 6 * k for k in range(7)]),
        (50.0, [], 3, [1.5, 25.0, 48.5]),
        (50.0, [], 1, [1.5]),
        # On a short closure a quarter of it.
        (4.0, [], None, [1.0, 3.0]),
        # One at the bust, 20 down: two gaps above, and three below, which are the widest in turn.
        (50.0, [20.0], 5, [1.5, 10.75, 20.0, 34.25, 48.5]),
        (50.0, [20.0], 6, [1.5, 10.75, 20.0, 29.5, 39.0, 48.5]),
        # A level within a finger's width of the first or the last button is not one more.
        (50.0, [2.4, 48.0], 3, [1.5, 25.0, 48.5]),
        (50.0, [2.6], 3, [1.5, 2.6, 48.5]),
        # More levels than buttons: slid together on to the first where that keeps them all on the edge.
        (50.0, [20.0], 2, [1.5, 48.5]),
        (50.0, [3.0, 30.0], 3, [1.5, 25.0, 48.5]),
        (50.0, [24.2, 30.0], 3, [0.7, 24.2, 47.7]),
        (50.0, [25.9, 30.0], 3, [2.4, 25.9, 49.4]),
        (50.0, [24.0, 30.0], 3, [1.5, 25.0, 48.5]),
        (50.0, [26.0, 30.0], 3, [1.5, 25.0, 48.5]),
    ],
)
def test_buttons_stand_at_the_levels_and_evenly_between(
    length: float, levels: list[float], count: int | None, places: list[float]
) -> None:
    assert button_places(length, levels, count) == pytest.approx(places)
