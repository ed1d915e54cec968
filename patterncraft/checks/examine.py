"""All checks on one pattern, and what a person has said of their findings."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Final

from ..by_identity import ByIdentity, forget_all
from ..finishing.plan import Finishing
from ..house import HouseRules
from ..moves.move import Remark
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..replay import Replay
from . import record
from .finding import Check, Finding, Place
from .record import BendRecord, Record
from .registry import CHECKS
from .subject import Subject

GROWN: Final = 1.001
"""Times the amount that was acknowledged: beyond it the reason holds no more."""
READ_STEPS: Final = ("extension",)
"""Checks that look at the recipe and not at the paper."""
MORE: Final = 1e-3
"""The same for amounts near nought, in the check's unit."""


@dataclass(frozen=True, slots=True)
class Acknowledged:
    """A finding that a person looked at and let stand: its code and place, how much it was then, and why."""

    code: str
    piece: str
    edge: str
    seam: str
    amount: float
    reason: str

    def covers(self, f: Finding) -> bool:
        """Whether the reason still holds for a finding: the same thing, and no more of it."""
        same = (self.code, self.piece, self.edge, self.seam) == f.place
        return same and abs(f.amount) <= abs(self.amount) * GROWN + MORE


def examine(
    subject: Subject, checks: Mapping[str, Check] = CHECKS, only: Collection[str] | None = None, untouched: bool = False
) -> tuple[Finding, ...]:
    """All findings, in the checks' order. ``only``: of these checks; ``untouched``: blocks as they came are looked at as if they were worked."""
    found: list[Finding] = []
    alone: list[Mapping[str, tuple[Finding, ...]]] | None = None
    for code, check in checks.items():
        if only is not None and code not in only:
            continue
        if (check.worked and not (untouched or subject.worked)) or (check.body and not subject.body):
            continue
        if not check.alone:
            found += [replace(f, code=code) for f in check.look(subject)]
            continue
        if alone is None:
            key, bends = subject.rules_key, subject.record.bends
            alone = [_alone(p, key, bends, subject.plan_key) for p in subject.pattern.pieces]
        found += [f for own in alone for f in own.get(code, ())]
    return tuple(found)


def _of_one_piece(piece: Piece, rules: str, bends: tuple[BendRecord, ...], plan: str) -> Mapping[str, tuple[Finding, ...]]:
    subject = Subject(Pattern((piece,)), _rules(rules), Record(bends=bends), {}, plan=_plan(plan))
    found = {c.code: tuple(replace(f, code=c.code) for f in c.look(subject)) for c in CHECKS.values() if c.alone}
    return {code: some for code, some in found.items() if some}


_alone = ByIdentity(_of_one_piece, 2048)
"""What the checks that look at pieces one by one find of a piece; remembered, since a step leaves most pieces as they are."""
_rules = lru_cache(maxsize=64)(HouseRules.model_validate_json)
_plan = lru_cache(maxsize=64)(Finishing.model_validate_json)


def forget() -> None:
    """Drop everything remembered of pieces, seams, steps and recipes."""
    forget_all()
    record.forget()


def reason_for(f: Finding, acknowledged: Iterable[Acknowledged]) -> str | None:
    """Why a finding was let stand; None where nobody did, or there is more of it now."""
    return next((a.reason for a in acknowledged if a.covers(f)), None)


def breaks(f: Finding) -> bool:
    """Whether a finding is a fault: a caution is not."""
    return not CHECKS[f.code].quiet


def arose(replay: Replay, findings: Sequence[Finding], subject: Subject) -> dict[Place, int]:
    """After which step each finding stood for the first time and has stood since: by its place, the step's number; 0 for one that came with the
    blocks."""
    born = {f.place: len(replay.done) for f in findings}
    left = set(born)
    for k in range(len(replay.done) - 1, -1, -1):
        if not left:
            break
        before = replay.done[k].before
        if before is replay.done[k].after:
            for place in left:
                born[place] = min(born[place], k)
            continue
        # What a block has as it came is not asked of it then; a first step did not bring it about for all that.
        there = {f.place for f in examine(subject.at(before, replay, k), only={code for code, *_ in left}, untouched=True)}
        known = {p.name for p in before.pieces}
        for place in list(left):
            if place in there or any(_was(place, old, known) for old in there):
                born[place] = k
            else:
                born[place] = k + 1
                left.discard(place)
    return born


def _was(place: Place, old: Place, pieces: Collection[str]) -> bool:
    """Whether an older finding is the same on the piece that this one's piece was cut from: its own was not on the table then."""
    return place[0] == old[0] and place[2:] == old[2:] and place[1] not in pieces


def remarks_found(subject: Subject) -> list[Remark]:
    """What only the recipe shows: what the steps remarked, and the findings of the checks that read the steps."""
    steps = [Remark(f.code, f.words, f.piece, f.edge, f.seam, f.amount, f.limit) for f in examine(subject, only=READ_STEPS)]
    return [*(r for r in subject.remarks if r.code not in READ_STEPS), *steps]
