"""Every school on a thousand random bodies: how many draft, how many are refused and by what, and how fast."""

from __future__ import annotations

import time
from collections import Counter
from statistics import quantiles

from patterncraft.drafting.school import Block, School
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.errors import PatternError
from patterncraft.paper.sound import crossing_edges
from tests.bodies import Body, bodies_from

from .clock import Row, ms

SEED, COUNT = 1123, 1000
GROUND = {"": "", "armhole": "bodice-direct", "bodice": "bodice-direct", "skirt": ""}


def rows() -> list[Row]:
    """How many of a thousand random bodies each school drafts, and how long a draft takes."""
    bodies = bodies_from(SEED, COUNT)
    grounds = [_tried(SCHOOLS["bodice-direct"], b, None)[0] for b in bodies]
    out: list[Row] = []
    for s in SCHOOLS.values():
        out += _of(s, bodies, grounds if GROUND[s.base] else [None] * COUNT)
    return out


def _of(s: School, bodies: list[Body], grounds: list[Block | None]) -> list[Row]:
    times, refusals = [], Counter[str]()
    drafted = crossing = without = 0
    for body, ground in zip(bodies, grounds, strict=True):
        if GROUND[s.base] and ground is None:
            without += 1
            continue
        begun = time.perf_counter()
        block, refused = _tried(s, body, ground)
        times.append(time.perf_counter() - begun)
        if block is None:
            refusals[refused] += 1
        else:
            drafted += 1
            crossing += any(crossing_edges(p) is not None for p in block.pattern.pieces)
    cuts = quantiles(times, n=100)
    median, late = cuts[49], cuts[94]
    share = drafted / len(times)
    named = ", ".join(f"{n} × {k}" for k, n in refusals.most_common(3)) or "none"
    counted = f"{drafted} of {len(times)}" + (f", {without} without a bodice" if without else "")
    return [
        Row(f"{s.name}: drafted", counted, "≥ 97 %, none crossing", share >= 0.97 and crossing == 0),
        Row("  refused, by measure", named),
        Row("  draft, median and 95th percentile", f"{ms(median)}, {ms(late)}", "≤ 20 ms", median <= 0.020),
    ]


def _tried(s: School, body: Body, ground: Block | None) -> tuple[Block | None, str]:
    try:
        return s.draft(body, {}, ground), ""
    except PatternError as e:
        return None, e.field
