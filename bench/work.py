"""Following, fair curves, long recipes over many pieces, and random legal work."""

from __future__ import annotations

from concurrent.futures import ProcessPoolExecutor
from itertools import count
from typing import Any

from patterncraft.drafting.armhole_of import whole_armhole
from patterncraft.drafting.cap import solve_cap
from patterncraft.drafting.schools import school
from patterncraft.geometry.fair import fair_curve
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.follow import lay_down, take_up
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replayer, replay
from patterncraft.schools.sleeve_compass import Lowers
from patterncraft.style import on_one_table
from server.styles.demo_library import SINGERS
from tests.sequences import Told, run_sequences

from .clock import Row, ms, per_call

RULES = HouseRules()
PLACES = [complex(5 * i, (0, 2, -1, 3, 1, -2, 2, 0)[i]) for i in range(8)]


def dress() -> Pattern:
    """Bodice, lining, sleeve and skirt on one table: seven pieces, which the recipe cuts into twelve."""
    chart = SINGERS[0].chart
    bodice = school("bodice-direct").draft(chart)
    sleeve, skirt = school("sleeve-compass").draft(chart, {}, bodice), school("skirt").draft(chart)
    return on_one_table({"bodice": bodice.pattern, "sleeve": sleeve.pattern, "skirt": skirt.pattern, "lining": bodice.pattern})


def thirty_steps() -> list[dict[str, Any]]:
    """Thirty mixed steps: darts turned, panels and yokes cut, strips spread and lapped, lines drawn, edges turned."""
    steps: list[dict[str, Any]] = []
    for role in ("", "lining "):
        front, back = f"{role}front", f"{role}back"
        steps += [
            {"move": "rotate_dart", "piece": front, "dart": "side dart", "to": {"dart": "waist dart"}, "share": 0.5},
            {"move": "rotate_dart", "piece": front, "dart": "side dart", "to": {"dart": "waist dart"}},
            {"move": "draw_line", "piece": back, "line": [{"edge": "armhole", "fraction": 0.5}, {"edge": "centre back", "fraction": 0.7}],
             "name": "yoke line"},
            {"move": "cut_along", "piece": front, "line": [{"edge": "armhole", "from": "shoulder", "fraction": 0.5}, {"dart": "waist dart"}],
             "names": [f"{role}centre front", f"{role}side front"], "seam": f"{role}panel"},
            {"move": "cut_along", "piece": back, "line": "yoke line", "names": [f"{role}yoke", f"{role}lower back"], "seam": f"{role}yoke seam"},
            {"move": "set_dart_point", "piece": f"{role}lower back", "dart": "waist dart", "set_back": 3},
            {"move": "rotate_dart", "piece": f"{role}lower back", "dart": "waist dart", "to": {"edge": "side", "from": "waist", "fraction": 0.5}},
            {"move": "rotate_dart", "piece": f"{role}lower back", "dart": "side dart", "to": {"edge": "waist", "from": "side", "fraction": 0.5}},
            {"move": "turn_edge_into", "piece": f"{role}yoke", "edge": "centre back", "kind": "seam"},
        ]  # fmt: skip
    for n, piece in enumerate(("skirt front", "skirt back")):
        steps += [
            {"move": "slash_and_spread", "piece": piece, "from_edge": "hem", "to_edge": "waist", "count": 3 + n, "opening": 3, "result": "flare"},
            {"move": "overlap", "piece": piece, "from_edge": "hem", "to_edge": "waist", "count": 1, "amount": 1},
            {"move": "set_dart_point", "piece": piece, "dart": "waist dart" if n == 0 else "waist dart 1", "set_back": 2},
        ]  # fmt: skip
    steps += [
        {"move": "cut_along", "piece": "sleeve", "line": [{"edge": "front underarm", "fraction": 0.5}, {"edge": "back underarm", "fraction": 0.5}],
         "names": ["upper sleeve", "lower sleeve"], "seam": "elbow"},
        {"move": "slash_and_spread", "piece": "lower sleeve", "from_edge": "hem", "to_edge": "elbow", "count": 3, "opening": 2},
        {"move": "draw_line", "piece": "upper sleeve", "line": [{"edge": "cap", "fraction": 0.5}, {"edge": "elbow", "fraction": 0.5}], "name": "middle"},
        {"move": "cut_along", "piece": "skirt front", "line": [{"edge": "side", "from": "waist", "fraction": 0.3}, {"edge": "centre front", "fraction": 0.7}],
         "names": ["skirt yoke", "skirt lower"], "seam": "hip yoke"},
        {"move": "draw_line", "piece": "skirt back", "line": [{"edge": "side", "fraction": 0.3}, {"edge": "centre back", "fraction": 0.7}], "name": "to match"},
        {"move": "set_dart_point", "piece": "skirt back", "dart": "waist dart 2", "set_back": 2.5},
    ]  # fmt: skip
    return steps


def rows() -> list[Row]:
    """All rows of this part."""
    return [*_following(), *_curves(), *_recipes(), *_random_work()]


def _following() -> list[Row]:
    block = school("bodice-direct").draft(SINGERS[0].chart).pattern
    step = read_steps(
        [{"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "shoulder", "fraction": 0.5}}]
    )
    act = per_call(lambda: step[0].apply(block, RULES))
    hand = take_up(block, "front")
    follow = per_call(lambda: lay_down(take_up(block, "front"), [hand.piece("front")]))
    skirt = school("skirt").draft(SINGERS[0].chart).pattern
    twenty = {
        "move": "slash_and_spread",
        "piece": "skirt front",
        "from_edge": "hem",
        "to_edge": "waist",
        "count": 19,
        "opening": 1,
        "result": "flare",
    }
    strips = read_steps([twenty])[0]
    spread = per_call(lambda: strips.apply(skirt, RULES))
    through: list[dict[str, Any]] = [{"edge": "armhole", "fraction": 0.5}]
    through += [{"at": {"mark": "bust point"}, "out": 6 - k, "down": -8 + 1.3 * k} for k in range(10)]
    through += [{"edge": "centre front", "from": "waist", "fraction": 0.3}]
    whole = read_steps([{"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}}])
    start = replay(block, whole, RULES).pattern
    line = read_steps([{"move": "cut_along", "piece": "front", "line": {"through": through, "shape": "curve"}}])[0]
    twelve = per_call(lambda: line.apply(start, RULES))
    return [
        Row("rotate a dart, all of it", ms(act)),
        Row("  following in it", f"{100 * follow / act:.0f} %", "≤ 25 %", follow / act <= 0.25),
        Row("spread of twenty strips", ms(spread), "≤ 8 ms", spread <= 0.008),
        Row("cut through twelve places, curved", ms(twelve), "≤ 5 ms", twelve <= 0.005),
    ]


def _curves() -> list[Row]:
    fair = per_call(lambda: fair_curve(PLACES))
    chart = SINGERS[0].chart
    base = school("bodice-direct").draft(chart)
    armhole = whole_armhole(base.pattern)
    lowers = Lowers.of(armhole, armhole.diameter / 4)
    cap = per_call(lambda: solve_cap(lambda x: lowers.cap(15.7 + x.width, 13.5 + x.height, x.roundness), armhole.length, 2.0))
    return [
        Row("fair curve through eight places", ms(fair), "≤ 1 ms", fair <= 0.001),
        Row("compass cap solved", ms(cap), "≤ 15 ms", cap <= 0.015),
    ]


def _recipes() -> list[Row]:
    start = dress()
    steps = read_steps(thirty_steps())
    done = replay(start, steps, RULES)
    if done.stopped:
        raise RuntimeError(str(done.stopped))
    whole = per_call(lambda: replay(start, steps, RULES), 1.0)
    remembering = Replayer()
    remembering("dress", start, steps, RULES)
    # Each time another step: one that was done before would be remembered too.
    turn = count()
    one = per_call(
        lambda: remembering(
            "dress", start, [*steps[:-1], steps[-1].model_copy(update={"set_back": 2.0 + next(turn) / 1e5})], RULES
        ),
        0.3,
    )
    return [
        Row(f"replay of {len(steps)} mixed steps, {len(done.pattern.pieces)} pieces", ms(whole), "≤ 90 ms", whole <= 0.090),
        Row("  one more step, the beginning remembered", ms(one), "≤ 6 ms", one <= 0.006),
    ]


SEQUENCES = 10_000
"""Random sequences in all, each of 1 to ``LONGEST`` steps; one in ten lies in a file between any two steps."""
LONGEST = 15
SHARE = 50
"""Sequences that one process does in a row."""


def _share(job: tuple[int, bool]) -> Told:
    seed, from_files = job
    return run_sequences(seed, SHARE, longest=LONGEST, from_files=from_files)


def _random_work() -> list[Row]:
    """On all processors. Bodies that a school refuses are no sequences: others are drawn until there are enough."""
    rows = []
    with ProcessPoolExecutor() as pool:
        for what, seed, wanted, from_files in (
            ("random legal work of all moves", 20_260, SEQUENCES - SEQUENCES // 10, False),
            ("  kept in a file after each step", 20_261, SEQUENCES // 10, True),
        ):
            told, turn = Told(), 0
            while told.sequences < wanted:
                jobs = [(seed * 1000 + turn + k, from_files) for k in range(1 + (wanted - told.sequences) // SHARE)]
                turn += len(jobs)
                for one in pool.map(_share, jobs):
                    told.sequences += one.sequences
                    told.steps += one.steps
                    told.refused += one.refused
                    told.faults += one.faults
            words = f"{told.sequences} sequences, {told.steps} steps, {told.refused} refused in words"
            rows += [Row(what, words), Row("  faults", str(len(told.faults)), "0", not told.faults)]
            rows += [Row(f"    seed {own}", fault[:100]) for own, fault, _ in told.faults[:40]]
    return rows
