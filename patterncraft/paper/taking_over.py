"""A new seam takes over what was promised of the edges that it covers: gathers, pleats and ease stay where they are, against the new partner."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise
from typing import Literal, NamedTuple

from ..tolerances import SNAP
from .as_sewn import AsSewn, Zone
from .pattern import Pattern
from .seam import IntervalRule, Notch, SeamRule, Side
from .sewn import sewn_length, starts_at_end

NEXT_TO_NOTHING = 0.002
"""Share of a zone: where its partner is shorter than that, there is nothing to gather it to, and no rule is made."""


class TakenOver(NamedTuple):
    """The rules of a new seam's parts, its notches, those of them that are new, and its own rule less the ease that lies in these parts."""

    rules: tuple[IntervalRule, ...]
    notches: list[Notch]
    fresh: tuple[str, ...]
    rule: SeamRule


class Match(NamedTuple):
    """Places that are sewn to each other, in order: (cm along side a, cm along side b), both as sewn. ``b``: how side b lies, where it has fullness
    of its own."""

    stops: tuple[tuple[float, float], ...]
    b: AsSewn | None = None

    def on_b(self, at: float) -> float:
        """Where a place of side a, cm as sewn, meets side b, cm on the paper: between two stops in proportion, which is as far along where both are
        alike."""
        there = self.stops[-1][1]
        for (x0, y0), (x1, y1) in pairwise(self.stops):
            if at <= x1 + SNAP:
                there = y0 + (y1 - y0) * (at - x0) / (x1 - x0) if x1 - x0 > 1e-9 else y0
                break
        return self.b.flat(there) if self.b else there


def taken_over(
    pattern: Pattern, seam: str, side: Side, laid: AsSewn, notches: Sequence[Notch], match: Match, rule: SeamRule
) -> TakenOver:
    """What the seam called ``seam`` takes over on its side a, which is ``side`` and lies as ``laid``. ``notches``: those that it has already, cm along
    the paper."""
    own, rules, fresh = list(notches), [], []
    taken = 0.0
    for z in laid.zones:
        b0, b1 = match.on_b(laid.sewn(z.low)), match.on_b(laid.sewn(z.high))
        if b1 - b0 < NEXT_TO_NOTHING * (z.high - z.low):
            continue
        names = []
        for at, there in ((z.low, b0), (z.high, b1)):
            name = _stop(own, at, laid.whole)
            if not name:
                name = _free(z, own)
                own.append(Notch(name, seam, _style(pattern, side, at), at, there))
                fresh.append(name)
            names.append(name)
        rules.append(IntervalRule(names[0], names[1], rule_of(z, z.high - z.low, b1 - b0)))
        taken += z.high - z.low - z.lost - (b1 - b0)
    left = rule
    if rule.kind == "ease" and rules and rule.longer == "a":
        left = replace(rule, minimum=max(rule.minimum - taken, 0.0), maximum=max(rule.maximum - taken, 0.0))
    return TakenOver(tuple(rules), sorted(own, key=lambda n: n.at_a), tuple(fresh), left)


def rule_of(z: Zone, full: float, flat: float) -> SeamRule:
    """What a zone ``full`` cm long is promised against ``flat`` cm of its partner."""
    if z.kind == "ease":
        return SeamRule("ease", 0.0, max(full - flat, 0.0))
    return SeamRule(z.kind, ratio=max(full / flat, 1.0))


def _stop(notches: Sequence[Notch], at: float, whole: float) -> str:
    """The notch, or the end, that a place on the paper of side a is; empty where it is none."""
    if at < SNAP:
        return "start"
    if at > whole - SNAP:
        return "end"
    return next((n.name for n in notches if abs(n.at_a - at) < 10 * SNAP), "")


def _free(z: Zone, notches: Sequence[Notch]) -> str:
    taken = {n.name for n in notches}
    return next(x for k in itertools.count(1) if (x := f"{z.kind} {k}") not in taken)


def _style(pattern: Pattern, side: Side, at: float) -> Literal["single", "double"]:
    return "double" if "back" in pattern.on_side(side, at).piece.name.split() else "single"


def along_other(pattern: Pattern, old: Side, new: Side, at: float) -> float | None:
    """A place ``at`` cm along one side, on the paper, as cm along another that runs over the same edge; None where that does not run there."""
    done = 0.0
    for s in old:
        piece = pattern.piece(s.piece)
        size = sewn_length(piece, s.edge, s.run)
        if at <= done + size + SNAP:
            before = 0.0
            for x in new:
                own = sewn_length(pattern.piece(x.piece), x.edge, x.run)
                if (x.piece, x.edge, x.run) == (s.piece, s.edge, s.run):
                    turned = starts_at_end(piece, s.edge, s.start, s.run) != starts_at_end(piece, x.edge, x.start, x.run)
                    return before + (size - (at - done) if turned else at - done)
                before += own
            return None
        done += size
    return None
