"""The same steps on another body: what came out otherwise, and what could not be done there."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..errors import PatternError
from ..house import HouseRules
from ..ledger import Promise, ledger
from ..moves.move import Move
from ..replay import Done, Replay, replay
from ..working import Sum


@dataclass(frozen=True, slots=True)
class SumPair:
    """One line of a step's working on both bodies; None where the step has no such line on one of them."""

    label: str
    a: Sum | None
    b: Sum | None


@dataclass(frozen=True, slots=True)
class StepPair:
    """A step whose working differs. ``cautions`` are those told on the second body only."""

    number: int
    sums: tuple[SumPair, ...]
    cautions: tuple[Sum, ...]


@dataclass(frozen=True, slots=True)
class OnAnother:
    """What a person should be told when a style is cut for another body.

    ``cannot``: refusals of the steps that cannot be done there, in order; the later ones as they come when those before are left out.
    ``broken``: promises kept on the first body and broken on the second; ``mended`` the other way round.
    """

    cannot: tuple[PatternError, ...]
    steps: tuple[StepPair, ...]
    broken: tuple[Promise, ...]
    mended: tuple[Promise, ...]


def on_another(a: Replay, b: Replay, steps: Sequence[Move], rules: HouseRules) -> OnAnother:
    """Compare two replays of the same steps on two bodies."""
    pairs = (_pair(x, y, rules) for x, y in zip(a.done, b.done, strict=False))
    first = {p.name: p for p in ledger(a.pattern, rules)}
    second = [p for p in ledger(b.pattern, rules) if p.name in first] if len(a.done) == len(b.done) else []
    return OnAnother(
        tuple(cannot_be_done(b, steps, rules)),
        tuple(p for p in pairs if p.sums or p.cautions),
        tuple(p for p in second if first[p.name].kept and not p.kept),
        tuple(p for p in second if p.kept and not first[p.name].kept),
    )


def cannot_be_done(so_far: Replay, steps: Sequence[Move], rules: HouseRules) -> list[PatternError]:
    """Every step that is refused when those refused before it are left out. None of them twice, so at most as many as there are steps."""
    return as_far_as_it_goes(so_far, steps, rules)[1]


def as_far_as_it_goes(so_far: Replay, steps: Sequence[Move], rules: HouseRules) -> tuple[Replay, list[PatternError]]:
    """All steps that can be done, those that cannot left out; and why each of them cannot."""
    found: list[PatternError] = []
    left = list(steps)
    while so_far.stopped is not None:
        found.append(so_far.stopped)
        k = len(so_far.done)
        left[k] = left[k].model_copy(update={"muted": True})
        rest = replay(so_far.pattern, left[k:], rules)
        stopped = rest.stopped.at_step(k + (rest.stopped.step or 1)) if rest.stopped else None
        so_far = Replay(so_far.start, (*so_far.done, *rest.done), stopped)
    return so_far, found


def _pair(x: Done, y: Done, rules: HouseRules) -> StepPair:
    one, other = _by_label(x), _by_label(y)
    sums = tuple(
        SumPair(label, one.get(label), other.get(label))
        for label in dict.fromkeys([*one, *other])
        if _said(one.get(label), rules) != _said(other.get(label), rules)
    )
    known = {s.label for s in x.working if s.note}
    cautions = tuple(s for s in y.working if s.note and s.caution and s.label not in known)
    return StepPair(x.number, sums, cautions)


def _by_label(done: Done) -> dict[str, Sum]:
    return {s.label: s for s in done.working if not s.note}


def _said(line: Sum | None, rules: HouseRules) -> str:
    return line.spoken(rules.unit) if line else ""
