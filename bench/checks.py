"""The ledger and all checks: how long they take, what they find of the planted faults, and how often they cry without a fault."""

from __future__ import annotations

import random  # noqa: TID251  (seeded here)
from collections import Counter
from collections.abc import Sequence
from concurrent.futures import ProcessPoolExecutor
from functools import cache, partial
from itertools import cycle, product
from typing import Any

from patterncraft.checks.examine import examine, forget
from patterncraft.checks.subject import Subject
from patterncraft.drafting.school import Block
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
from server.styles.demo_library import FURTHER, SINGERS, STYLES
from server.styles.demo_wardrobe import DemoStyle
from tests.bodies import random_body
from tests.conftest import base_for, draft_by
from tests.planted.anywhere import is_found, plants
from tests.planted.faults import FAULTS

from .clock import Row, ms, per_call
from .work import dress, thirty_steps

RULES = HouseRules()
NEAR_BODIES = 10
"""Bodies near her own, for each style of the demo."""
BODIES = 1000
"""Random bodies a school whose untouched blocks are looked at."""


def rows() -> list[Row]:
    """All rows of this part."""
    return [*_times(), *_planted(), *_planted_in_styles(), *_alarms()]


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
    return [*rows, _demo(), *_recut()]


def _demo() -> Row:
    """Findings of the demo's styles that nobody let stand."""
    told = [_told((k, 1.0)) for k in range(len(STYLES))]
    found = sum(1 if t is None else len(t) for t in told)
    return Row(f"false alarms, {len(STYLES)} demo styles", str(found), "0", found == 0)


def _recut() -> list[Row]:
    """Findings of the demo's styles cut for bodies larger and smaller than their own by up to two hundredths: what is told there stands in the table, to be judged."""
    sizes = [1 + 0.004 * (k - (NEAR_BODIES - 1) / 2) for k in range(NEAR_BODIES)]
    jobs = list(product(range(len(STYLES)), sizes))
    with ProcessPoolExecutor() as pool:
        told = list(pool.map(_told, jobs, chunksize=8))
    silent = sum(t == [] for t in told)
    words = [f"{STYLES[i].name}: {w}" for (i, _), t in zip(jobs, told, strict=True) for w in (["stopped"] if t is None else t)]
    return [
        Row(f"  of {len(jobs)} demo styles on bodies near their own, silent", str(silent), "", None),
        *(Row(f"    {w}", str(n), "", None) for w, n in Counter(words).items()),
    ]


def _told(job: tuple[int, float]) -> list[str] | None:
    """Codes of what is found in a style, by its number, on a body so many times as large as its own, and not let stand; None where it stops."""
    style, by = STYLES[job[0]], job[1]
    finish = FINISHES.get(style.name, Finish())
    subject = _worked(style, _OWNER[style.block], finish.steps, by)
    return None if subject is None else [f.code for f in examine(subject) if f.code not in dict(finish.stand)]


_OWNER = {s.block: s.name for s in SINGERS} | {f.name: f.singer for f in FURTHER}


def _chart(singer: str, by: float) -> dict[str, float]:
    chart = next(s.chart for s in SINGERS if s.name == singer)
    return {name: value * by for name, value in chart.items()} if by != 1.0 else chart


@cache
def _block(name: str, singer: str, by: float = 1.0) -> tuple[str, Block]:
    """A block of the demo's shelf for one of its singers, and its family; ``by``: how many times as large she is."""
    chart = _chart(singer, by)
    further = next((f for f in FURTHER if f.name == name), None)
    if further is None:
        settings = next(s.settings for s in SINGERS if s.block == name)
        return "bodice", school("bodice-direct").draft(chart, settings)
    base = _block(further.on, singer, by)[1] if further.on else None
    return school(further.school).family, school(further.school).draft(chart, further.settings, base)


def _worked(style: DemoStyle, singer: str, more: Sequence[dict[str, Any]] = (), by: float = 1.0) -> Subject | None:
    """A style of the demo worked for a singer; None where her body has no such block or a step stops."""
    chart = _chart(singer, by)
    try:
        start = on_one_table({f: b.pattern for f, b in (_block(n, singer, by) for n in (style.block, *style.further))}, chart)
    except PatternError:
        return None
    done = replay(start, read_steps([*style.steps, *more]), RULES)
    return None if done.stopped else Subject.after(done, RULES, chart)


def _planted_in_styles() -> list[Row]:
    """Faults planted by lot in the demo's styles, each worked for three singers."""
    planted, missed, styles = 0, [], 0
    for style, singer in product(STYLES, SINGERS[:3]):
        subject = _worked(style, singer.name)
        styles += subject is not None
        for p in plants(subject, random.Random(style.name + singer.name)) if subject else ():
            planted += 1
            if not is_found(subject, p):
                missed.append(f"{style.name}, {singer.name}: {p.what}")
    share = 1 - len(missed) / planted
    return [
        Row(
            f"faults planted in {styles} styles on three figures, found and placed",
            f"{planted - len(missed)} of {planted}",
            "≥ 99 %",
            share >= 0.99,
        ),
        *(Row(f"  not found: {m}", "0", "1", None) for m in missed),
    ]
