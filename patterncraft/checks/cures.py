"""A cure with a button was tried on a copy first: it clears its finding, breaks no promise, brings no new finding of weight. Where none of those that a check
proposes does so, the cure is told in words only."""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Any

from pydantic import ValidationError

from ..by_identity import ByIdentity
from ..errors import PatternError
from ..house import HouseRules
from ..ledger import ledger
from ..moves.registry import read_steps
from ..paper.account import paper_account
from ..paper.follow import ACCOUNT, Undeclared
from ..paper.pattern import Pattern
from ..parts.following import follow_parts
from ..replay import Done, Replay
from .examine import GROWN, MORE, breaks, examine
from .finding import Finding
from .record import followed_by
from .subject import Subject


def with_cures(subject: Subject, findings: Sequence[Finding]) -> tuple[Finding, ...]:
    """The findings, each with the first of its cures that works; without one where none does."""
    before = _Standing(subject, findings)
    return tuple(replace(f, cure=_first_that_works(before, f), others=()) if f.cure else f for f in findings)


class _Standing:
    """How things stand before a cure."""

    def __init__(self, subject: Subject, findings: Sequence[Finding]) -> None:
        self.subject = subject
        self.amounts = {f.place: abs(f.amount) for f in findings}
        self.broken = _broken(subject.pattern, subject.rules)
        self.missing = sum(abs(x.missing) for x in paper_account(subject.pattern))


def _broken(pattern: Pattern, rules: HouseRules) -> Mapping[str, float]:
    return {p.name: abs(p.over) for p in ledger(pattern, rules) if not p.kept}


def _first_that_works(before: _Standing, f: Finding) -> dict[str, Any] | None:
    for cure in (f.cure, *f.others):
        if cure is not None and _remembered(before.subject.pattern, _words(before, f, cure), before, f, cure):
            return cure
    return None


def _words(before: _Standing, f: Finding, cure: Mapping[str, Any]) -> str:
    """All that the answer depends on besides the paper."""
    told = json.dumps(
        [cure, f.place, sorted(before.subject.body.items()), before.amounts and sorted(before.amounts.items())], default=str
    )
    return before.subject.rules_key + before.subject.plan_key + before.subject.record.model_dump_json() + told


def _works(pattern: Pattern, words: str, before: _Standing, f: Finding, cure: dict[str, Any]) -> bool:
    del words
    subject = before.subject
    try:
        (step,) = read_steps([cure])
        outcome = step.apply(pattern, subject.rules)
        after, told = follow_parts(outcome.pattern, subject.rules)
    except (PatternError, ValidationError, Undeclared):
        return False
    replayed = subject.replay
    number = len(replayed.done) + 1 if replayed else 1
    done = Done(number, step, pattern, after, (*outcome.working, *told), outcome.strips, outcome.remarks)
    if replayed is not None:
        now = Subject.after(Replay(replayed.start, (*replayed.done, done)), subject.rules, subject.body, plan=subject.plan)
    else:
        record = followed_by(subject.record, done)
        now = replace(subject, pattern=after, record=record, remarks=(*subject.remarks, *outcome.remarks), ledger=None)
    # What was out before the cure is not its fault: a file may come so.
    if sum(abs(x.missing) for x in paper_account(after)) > before.missing + ACCOUNT:
        return False
    tolerance = subject.rules.sewing_tolerance
    if any(
        over > before.broken.get(name, 0.0) + 0.1 * tolerance or name not in before.broken
        for name, over in _broken(after, subject.rules).items()
    ):
        return False
    for g in examine(now):
        had = before.amounts.get(g.place)
        if g.place == f.place or (breaks(g) and (had is None or abs(g.amount) > had * GROWN + MORE)):
            return False
    return True


def _seen(pattern: Pattern, words: str, before: _Standing, f: Finding, cure: dict[str, Any]) -> tuple[Any, ...]:
    return pattern, words


_remembered = ByIdentity(_works, 512, seen=_seen)
