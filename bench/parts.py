"""Parts made to measure: what each takes, following included; a shirt dress whole; every part on three hundred random bodies and four schools of bodice."""

from __future__ import annotations

from concurrent.futures import ProcessPoolExecutor
from typing import Any

from patterncraft.drafting.schools import school
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replayer, replay
from patterncraft.style import on_one_table
from server.styles.demo_library import SINGERS
from tests.parts_on_bodies import ON_BODICES, ON_SKIRTS, STAND, Made, Steps, every_part

from .clock import Row, ms, per_call

RULES = HouseRules()
CHART = SINGERS[0].chart
SOLVED = ("sleeve compass", "sleeve thirds", "sleeve knit")
"""Parts that are solved for: a cap to its ease."""
BODIES, AT_ONCE = 300, 10


def rows() -> list[Row]:
    """All rows of this part."""
    return [*_each(), *_shirt_dress(), *_bodies()]


def _each() -> list[Row]:
    bodice = on_one_table({"bodice": school("bodice-direct").draft(CHART).pattern}, CHART)
    skirt = on_one_table({"skirt": school("skirt").draft(CHART).pattern}, CHART)
    first: dict[str, Any] = {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}}
    rows = []
    for table, parts in ((bodice, ON_BODICES), (skirt, ON_SKIRTS)):
        for name, steps in parts.items():
            before = (first,) if name in ("raglan", "off shoulder") else ()
            took = _last(table, (*before, *steps))
            most = 0.040 if name in SOLVED else 0.015
            rows.append(Row(f"part: {name}", ms(took), f"≤ {1000 * most:.0f} ms", took <= most))
    return rows


def _last(table: Pattern, steps: Steps) -> float:
    """Seconds of the last step, what follows included."""
    done = replay(table, read_steps(list(steps[:-1])), RULES)
    if done.stopped:
        raise RuntimeError(str(done.stopped))
    one = read_steps([steps[-1]])
    return per_call(lambda: replay(done.pattern, one, RULES), 0.2)


def shirt_dress() -> tuple[Pattern, list[dict[str, Any]]]:
    """A shirt dress of fourteen pieces and more: collar, cuffs, facings, pockets, waist and skirt."""
    blocks = {
        "bodice": school("bodice-direct").draft(CHART, {"waist_ease": 1.0}).pattern,
        "skirt": school("skirt").draft(CHART).pattern,
    }
    steps: list[dict[str, Any]] = [
        {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}},
        {"move": "move_shoulder", "amount": 1.0},
        STAND,
        {"move": "collar", "kind": "stand_and_fall"},
        {"move": "sleeve", "school": "sleeve-compass"},
        {"move": "bishop", "piece": "sleeve"},
        {"move": "cuff", "piece": "sleeve"},
        {"move": "facing", "edges": [["front", "neckline"], ["back", "neckline"]], "apart": True},
        {"move": "pocket", "kind": "bag", "piece": "skirt front", "at": {"edge": "side", "from": "waist", "distance": 5.0}},
        {"move": "pocket", "kind": "patch", "piece": "front", "at": {"at": {"mark": "bust point"}, "down": -9.0}, "opening": 9.0, "depth": 10.0},
        {"move": "sash", "length": 180.0, "width": 14.0},
        {"move": "loops", "count": 5},
    ]  # fmt: skip
    return on_one_table(blocks, CHART), steps


def _shirt_dress() -> list[Row]:
    table, steps = shirt_dress()
    read = read_steps(steps)
    done = replay(table, read, RULES)
    if done.stopped:
        raise RuntimeError(str(done.stopped))
    whole = per_call(lambda: replay(table, read, RULES), 1.0)
    remembering = Replayer()
    remembering("shirt", table, read, RULES)
    last = [read_steps([steps[-1] | {"length": 6.0 + k / 1000}])[0] for k in range(2000)]
    turn = iter(range(10**6))
    one = per_call(lambda: remembering("shirt", table, [*read[:-1], last[next(turn) % 2000]], RULES), 0.3)
    return [
        Row(f"shirt dress of {len(done.pattern.pieces)} pieces, replayed", ms(whole), "≤ 200 ms", whole <= 0.200),
        Row("  its last step", ms(one), "≤ 20 ms", one <= 0.020),
    ]


def _share(seed: int) -> dict[str, Made]:
    return every_part(seed, AT_ONCE)


def _bodies() -> list[Row]:
    told: dict[str, Made] = {}
    with ProcessPoolExecutor() as pool:
        for one in pool.map(_share, [27_000 + k for k in range(BODIES // AT_ONCE)]):
            for part, made in one.items():
                own = told.setdefault(part, Made())
                own.made += made.made
                own.refused += made.refused
                own.faults += made.faults
    faults = [f"{part}: {f}" for part, made in told.items() for f in made.faults]
    rows = [
        Row(
            f"{len(told)} parts and schools of block on {BODIES} random bodies",
            f"{sum(m.made for m in told.values())} made, {sum(m.refused for m in told.values())} refused by name",
        ),
        Row("  crossings, broken promises, tracebacks", str(len(faults)), "0", not faults),
    ]
    return rows + [Row(f"    {f[:110]}", "") for f in faults[:8]]
