"""The ledger and all checks: how long they take, what they find of the planted faults, and how often they cry without a fault."""

from __future__ import annotations

import random  # noqa: TID251  (seeded here)
from collections import Counter
from concurrent.futures import ProcessPoolExecutor
from functools import partial
from itertools import cycle

from patterncraft.checks.examine import examine, forget
from patterncraft.checks.subject import Subject
from patterncraft.drafting.schools import SCHOOLS, school
from patterncraft.errors import PatternError
from patterncraft.formats.drawing import draw
from patterncraft.house import HouseRules
from patterncraft.ledger import ledger
from patterncraft.moves.registry import read_steps
from patterncraft.replay import Replay, Replayer, replay
from patterncraft.style import on_one_table
from patterncraft.walking.joined import chains, joined
from patterncraft.walking.walk import walk
from server.styles.demo_closing import FINISHES, Finish
from server.styles.demo_library import SINGERS
from tests.bodies import random_body
from tests.conftest import base_for, draft_by
from tests.planted.faults import FAULTS

from .clock import Row, ms, per_call
from .work import dress, thirty_steps

RULES = HouseRules()
BODIES = 1000
"""Random bodies a school whose untouched blocks are looked at."""


def rows() -> list[Row]:
    """All rows of this part."""
    return [*_times(), *_planted(), *_alarms()]


def _times() -> list[Row]:
    start, body = dress(), SINGERS[0].chart
    steps = read_steps(thirty_steps())
    done = replay(start, steps, RULES)

    def fresh() -> None:
        forget()
        examine(Subject.after(done, RULES, body))

    def again() -> None:
        examine(Subject.after(done, RULES, body, ledger(done.pattern, RULES)))

    replayer = Replayer()
    values = cycle([2.0 + k / 1000 for k in range(900)])

    def dragged() -> Replay:
        return replayer("dress", start, [*steps[:-1], steps[-1].model_copy(update={"set_back": next(values)})], RULES)

    dragged()
    bare = per_call(dragged, 0.4)

    def looked() -> None:
        moved = dragged()
        examine(Subject.after(moved, RULES, body, ledger(moved.pattern, RULES)))

    more = per_call(looked, 0.6) - bare
    first, warm = per_call(fresh, 0.5, 3), per_call(again, 0.5)
    seam = next(s for s in done.pattern.seams if s.b)
    views = chains(done.pattern)
    join = max(per_call(partial(joined, done.pattern, piece, edge, RULES), 0.1) for _, (piece, edge) in views)
    return [
        Row(f"ledger and all checks, {len(done.pattern.pieces)} pieces", ms(warm), "≤ 15 ms", warm <= 0.015),
        Row("  the first time, with the record of 30 steps", ms(first)),
        Row("  more for each update while a step is dragged", ms(more), "≤ 4 ms", more <= 0.004),
        Row("  the drawing of the same table", ms(per_call(lambda: draw(done.pattern, RULES)))),
        Row("join view, the slowest of its edges", ms(join), "≤ 100 ms", join <= 0.1),
        Row("a seam walked", ms(per_call(lambda: walk(done.pattern, seam)))),
    ]


def _planted() -> list[Row]:
    """The table of planted against found; a fault that is not found by its own check stands in it by name."""
    found, missed = Counter[str](), []
    for f in FAULTS:
        hits = [x for x in examine(f.spoilt()) if x.code == f.code and any(w in f"{x.piece}, {x.edge}, {x.seam}" for w in f.place)]
        if hits:
            found[f.code] += 1
        else:
            missed.append(f.title)
    planted = Counter(f.code for f in FAULTS)
    total = sum(found.values())
    rows = [Row("planted faults found, named and placed", f"{total} of {len(FAULTS)}", "all", not missed)]
    rows += [Row(f"  {code}", f"{found[code]} of {n}", "", None) for code, n in planted.items()]
    return rows + [Row(f"  not found: {title}", "0", "1", False) for title in missed]


def _share(job: tuple[str, int, int]) -> tuple[int, Counter[str]]:
    """Untouched blocks of one school on random bodies: how many, and what is found."""
    name, seed, count = job
    dice = random.Random(seed)
    seen, found = 0, Counter[str]()
    for _ in range(count):
        body = random_body(dice)
        try:
            pattern = draft_by(name, body, base_for(name, body)).pattern
        except PatternError:
            continue
        seen += 1
        subject = Subject.after(replay(on_one_table({"block": pattern}), [], RULES), RULES, body)
        found.update(f.code for f in examine(subject))
    return seen, found


def _alarms() -> list[Row]:
    jobs = [(name, 7000 + k, BODIES // 10) for name in SCHOOLS for k in range(10)]
    by_school: dict[str, tuple[int, Counter[str]]] = {name: (0, Counter()) for name in SCHOOLS}
    with ProcessPoolExecutor() as pool:
        for (name, *_), (seen, found) in zip(jobs, pool.map(_share, jobs), strict=True):
            by_school[name] = by_school[name][0] + seen, by_school[name][1] + found
    rows = []
    for name, (seen, found) in by_school.items():
        words = f"{sum(found.values())} of {seen}" + (f" ({', '.join(found)})" if found else "")
        rows.append(Row(f"false alarms, untouched blocks, {name}", words, "0", not found))
    return [*rows, _demo()]


def _demo() -> Row:
    """Findings of the demo's styles that nobody let stand."""
    from server.styles.demo_library import FURTHER, STYLES

    chart = {s.name: s.chart for s in SINGERS}
    owner = {s.block: s.name for s in SINGERS} | {f.name: f.singer for f in FURTHER}
    blocks = {s.block: school("bodice-direct").draft(s.chart, s.settings) for s in SINGERS}
    family = {s.block: "bodice" for s in SINGERS}
    for f in FURTHER:
        blocks[f.name] = school(f.school).draft(chart[f.singer], f.settings, blocks[f.on] if f.on else None)
        family[f.name] = school(f.school).family
    found = 0
    for style in STYLES:
        finish = FINISHES.get(style.name, Finish())
        names = [style.block, *style.further]
        start = on_one_table({family[n]: blocks[n].pattern for n in names}, chart[owner[style.block]])
        done = replay(start, read_steps([*style.steps, *finish.steps]), RULES)
        stand = dict(finish.stand)
        found += done.stopped is not None
        found += sum(f.code not in stand for f in examine(Subject.after(done, RULES, chart[owner[style.block]])))
    return Row(f"false alarms, {len(STYLES)} demo styles", str(found), "0", found == 0)
