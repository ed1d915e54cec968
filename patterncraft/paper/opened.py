"""Fullness in a seam: where an edge was opened, its interval gets a rule of its own, with notches at both ends
on both partners."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise
from typing import Literal, NamedTuple

from .pattern import Pattern
from .seam import IntervalRule, Notch, RuleKind, Seam, SeamRule, Side
from .sewn import sewn_length, starts_at_end
from .sides import NewSide

Fullness = Literal["gather", "ease", "pleat", "flare"]
CORNER = 2.0
"""cm: fullness that begins nearer than this to a seam's end begins at the end (common practice, no source)."""


NEXT_TO_NOTHING = 0.002
"""Share of an opened zone: where its partner is shorter than that, there is nothing to gather it to, and no rule is made."""
REDRAWN = 0.3
"""cm by which redrawing an opened edge as one fair curve may change what lies beside the opened zone; more is another zone's doing."""


class Opened(NamedTuple):
    """A zone of an old edge that was opened or closed: ``low``–``high`` cm along its run ``run`` as it was sewn, in
    the outline's sense. ``kind`` says what becomes of the fullness: a promise, or (flare) none."""

    piece: str
    edge: str
    run: int
    low: float
    high: float
    kind: Fullness


class _Zone(NamedTuple):
    """Along one side of a seam, as it was sewn before, cm."""

    low: float
    high: float
    on: Literal["a", "b"]
    piece: str
    kind: RuleKind


def add_fullness(
    before: Pattern, seam: Seam, sides: tuple[NewSide, NewSide], notches: list[Notch], opened: Sequence[Opened]
) -> tuple[Seam, list[Notch]]:
    """The carried seam with a rule and notches for every zone that was opened in one of its old sides."""
    old = before.seam(seam.name)
    for zone in _zones(before, old, opened):
        seam, notches = _ruled(before, old, seam, sides, notches, zone)
    return seam, notches


def _zones(before: Pattern, old: Seam, opened: Sequence[Opened]) -> list[_Zone]:
    found: list[_Zone] = []
    sides: tuple[tuple[Literal["a", "b"], Side], ...] = (("a", old.a), ("b", old.b))
    for on, side in sides:
        done = 0.0
        for s in side:
            piece = before.piece(s.piece)
            size = sewn_length(piece, s.edge, s.run)
            for o in opened:
                if o.kind != "flare" and (o.piece, o.edge, o.run) == (s.piece, s.edge, s.run):
                    back = starts_at_end(piece, s.edge, s.start, s.run)
                    low, high = (size - o.high, size - o.low) if back else (o.low, o.high)
                    found.append(_Zone(done + low, done + high, on, s.piece, o.kind))
            done += size
    return found


def _ruled(
    before: Pattern, old: Seam, seam: Seam, sides: tuple[NewSide, NewSide], notches: list[Notch], zone: _Zone
) -> tuple[Seam, list[Notch]]:
    whole_a = before.side_length(old.a)
    whole_b = before.side_length(old.b) if old.b else old.rule.length
    whole = whole_a if zone.on == "a" else whole_b
    own, other = (sides[0], sides[1]) if zone.on == "a" else (sides[1], sides[0])
    pairs = _pairs(before.notches_of(old.name), whole_a, whole_b, zone.on)
    ends: list[str] = []
    places: list[tuple[float, float | None]] = []
    notches = list(notches)
    last_own = own.length
    last_other = other.length if other.side else whole_b if not old.b else 0.0
    for at, word, corner, here, there in (
        (zone.low, "start", zone.low < CORNER, 0.0, 0.0),
        (zone.high, "end", whole - zone.high < CORNER, last_own, last_other),
    ):
        if corner:
            ends.append(word)
            places.append((here, there))
            continue
        partner = _along(pairs, at)
        at_own = _beside_zone(own, [x for x, _ in pairs], at, word)
        at_other = other.mapped(partner) if other.side and partner is not None else partner
        if at_own is None:
            ends.append(word)
            places.append((here, there))
            continue
        taken = {n.name for n in notches}
        # A number that a notch had which is gone may be free, one in the middle taken: rules speak of notches by their names.
        name = next(x for k in itertools.count(1) if (x := f"{zone.kind} {k}") not in taken)
        a, b = (at_own, at_other) if zone.on == "a" else (at_other, at_own)
        notches.append(Notch(name, seam.name, "double" if "back" in zone.piece else "single", a or 0.0, b))
        ends.append(name)
        places.append((at_own, at_other))
    (own0, other0), (own1, other1) = places
    if other0 is None or other1 is None or other1 - other0 < NEXT_TO_NOTHING * max(own1 - own0, 1e-4):
        return seam, notches
    rule = _rule(zone, own1 - own0, other1 - other0)
    wholes = (last_own, last_other or 0.0)
    kept = [part for r in seam.rules for part in _beside(r, notches, zone.on, (own0, own1), wholes, (ends[0], ends[1]))]
    own_rule = (
        seam.rule
        if any(_overlaps(r, notches, zone.on, own0, own1, last_own) for r in seam.rules)
        else _less(seam.rule, zone, pairs)
    )
    return replace(seam, rule=own_rule, rules=(*kept, IntervalRule(ends[0], ends[1], rule))), notches


def _beside_zone(own: NewSide, stops: list[float], at: float, word: str) -> float | None:
    """Where an end of the zone lies on the opened side now, cm along it. What is sewn flat beside the zone keeps its length, as one measures from the
    next notch or the seam's end: by what the edge lost or gained there when it was redrawn, the zone is the fuller."""
    mapped = own.mapped(at)
    base = max((x for x in stops if x <= at), default=0.0) if word == "start" else min((x for x in stops if x >= at), default=at)
    there = 0.0 if base <= 0.0 else own.length if base >= stops[-1] else own.mapped(base)
    if mapped is None or there is None or abs(there + at - base - mapped) > REDRAWN:
        return mapped
    return min(max(there + at - base, 0.0), own.length)


def _less(rule: SeamRule, zone: _Zone, pairs: list[tuple[float, float]]) -> SeamRule:
    """The seam's own rule where the zone has a rule of its own now: the ease that lay in the zone is taken up there."""
    low, high = _along(pairs, zone.low), _along(pairs, zone.high)
    if rule.kind != "ease" or rule.longer != zone.on or low is None or high is None:
        return rule
    taken = max((zone.high - zone.low) - (high - low), 0.0)
    return replace(rule, minimum=max(rule.minimum - taken, 0.0), maximum=max(rule.maximum - taken, 0.0))


def _rule(zone: _Zone, full: float, flat: float) -> SeamRule:
    """What the fullness is promised to be: as it came out, and no less."""
    if zone.kind == "ease":
        return SeamRule("ease", 0.0, max(full - flat, 0.0), longer=zone.on)
    return SeamRule(zone.kind, ratio=max(full / flat, 1.0), longer=zone.on)


def _pairs(notches: list[Notch], whole_a: float, whole_b: float, on: Literal["a", "b"]) -> list[tuple[float, float]]:
    """Places that are sewn to each other, (on the opened side, on its partner), in order."""
    both = [(0.0, 0.0), *(n.pair for n in notches if n.pair), (whole_a, whole_b)]
    return sorted(both if on == "a" else [(b, a) for a, b in both])


def _along(pairs: list[tuple[float, float]], at: float) -> float | None:
    """Where a place of one side meets the other: between the notches, in proportion."""
    if pairs[-1][1] <= 0.0:
        return None
    for (x0, y0), (x1, y1) in pairwise(pairs):
        if at <= x1 and x1 > x0:
            return y0 + (y1 - y0) * (at - x0) / (x1 - x0)
    return pairs[-1][1]


def _beside(
    r: IntervalRule,
    notches: list[Notch],
    on: Literal["a", "b"],
    zone: tuple[float, float],
    wholes: tuple[float, float],
    ends: tuple[str, str],
) -> list[IntervalRule]:
    """What is left of an older rule on both sides of the zone that is ruled anew. Ease stays what it was; gathers and pleats are what lies there
    now: they held for their zone as a whole, and part of it is the new zone's."""
    low, high = _span(r, notches, on, wholes[0])
    if not (low < zone[1] - 1e-6 and high > zone[0] + 1e-6):
        return [r]
    other = _other(on)
    left = []
    for start, end, there in ((r.start, ends[0], low < zone[0] - 1e-6), (ends[1], r.end, high > zone[1] + 1e-6)):
        if not there or start == "end" or end == "start":
            continue
        part = IntervalRule(start, end, r.rule)
        if r.rule.kind == "ease":
            left.append(part)
            continue
        spans = [_span(part, notches, side, whole) for side, whole in ((on, wholes[0]), (other, wholes[1]))]
        own, partner = (b - a for a, b in spans)
        full, flat = (own, partner) if r.rule.longer == on else (partner, own)
        if flat > NEXT_TO_NOTHING * full:
            left.append(replace(part, rule=replace(r.rule, ratio=max(full / flat, 1.0))))
    return left


def _other(on: Literal["a", "b"]) -> Literal["a", "b"]:
    return "b" if on == "a" else "a"


def _span(r: IntervalRule, notches: list[Notch], on: Literal["a", "b"], whole: float) -> tuple[float, float]:
    """From where to where a rule holds, cm along that side."""
    at = {n.name: n.at_a if on == "a" else (n.at_b or 0.0) for n in notches} | {"start": 0.0, "end": whole}
    return at[r.start], at[r.end]


def _overlaps(r: IntervalRule, notches: list[Notch], on: Literal["a", "b"], low: float, high: float, whole: float) -> bool:
    """Whether an older rule covers part of the zone now ruled anew."""
    start, end = _span(r, notches, on, whole)
    return start < high - 1e-6 and end > low + 1e-6
