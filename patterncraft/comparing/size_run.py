"""One style on several bodies: cut on each as far as it goes, its key lengths side by side with the steps between them, and what each body has to say."""

from __future__ import annotations

import itertools
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from statistics import median
from typing import Final, NamedTuple

from ..checks.examine import examine
from ..checks.finding import Finding
from ..checks.registry import CHECKS
from ..checks.subject import Subject
from ..errors import PatternError
from ..finishing.finish import AS_THE_HOUSE
from ..finishing.plan import Finishing
from ..girths import girths
from ..house import HouseRules
from ..ledger import Promise, ledger
from ..moves.move import Move
from ..paper.pattern import Pattern
from ..paper.sewn import sewn_length
from ..replay import Replay, replay
from .on_another import as_far_as_it_goes

FEW: Final = 4
"""Bodies from which on one can say that a step between two of them is unlike the others."""
AT_LEAST: Final = 0.5
"""cm by which a step has to differ from the middle one to be told"""
TIMES: Final = 4.0
"""and by so many times what steps usually differ by"""


class Body(NamedTuple):
    """Blocks on a table (``style.on_one_table``), and whose they are."""

    label: str
    table: Pattern


@dataclass(frozen=True, slots=True)
class BodyCut:
    """The style on one body. ``cannot``: steps that could not be done there, left out, with why; ``broken``: promises that are not kept; ``findings``: of all checks."""

    label: str
    replay: Replay
    cannot: tuple[PatternError, ...]
    broken: tuple[Promise, ...]
    findings: tuple[Finding, ...]

    @property
    def pattern(self) -> Pattern:
        """What was cut."""
        return self.replay.pattern

    @property
    def to_do(self) -> list[Finding]:
        """What the checks find that is to be mended."""
        return [f for f in self.findings if not CHECKS[f.code].quiet]

    @property
    def cautions(self) -> list[Finding]:
        """What they find that is to be taken care of, and breaks nothing."""
        return [f for f in self.findings if CHECKS[f.code].quiet]


@dataclass(frozen=True, slots=True)
class KeyLength:
    """A length by body, cm; None where it is not there. ``steps``: from each to the next that has it; ``odd``: the numbers of steps unlike the others."""

    piece: str
    name: str
    lengths: tuple[float | None, ...]
    steps: tuple[float | None, ...]
    odd: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class SizeRun:
    """All bodies in their order, and their key lengths: girths first, then edge by edge."""

    cuts: tuple[BodyCut, ...]
    lengths: tuple[KeyLength, ...]


def size_run(
    bodies: Sequence[Body],
    steps: Sequence[Move],
    rules: HouseRules,
    told: Callable[[int, int], None] = lambda done, of: None,
    plan: Finishing = AS_THE_HOUSE,
) -> SizeRun:
    """Cut the style on every body. ``told`` hears after each how many of how many are cut."""
    cuts = []
    for n, body in enumerate(bodies, 1):
        cuts.append(cut_on(body, steps, rules, plan))
        told(n, len(bodies))
    return SizeRun(tuple(cuts), tuple(key_lengths([c.pattern for c in cuts])))


def cut_on(body: Body, steps: Sequence[Move], rules: HouseRules, plan: Finishing = AS_THE_HOUSE) -> BodyCut:
    """On one body, looked over."""
    whole, refused = done_on(body.table, steps, rules)
    promises = ledger(whole.pattern, rules)
    findings = examine(Subject.after(whole, rules, dict(body.table.wearer), promises, plan))
    return BodyCut(body.label, whole, tuple(refused), tuple(p for p in promises if not p.kept), findings)


def done_on(table: Pattern, steps: Sequence[Move], rules: HouseRules) -> tuple[Replay, list[PatternError]]:
    """The steps on one body's blocks; those that are refused there are left out, the later ones done without them."""
    return as_far_as_it_goes(replay(table, list(steps), rules), steps, rules)


def key_lengths(patterns: Sequence[Pattern], apart: Sequence[int] = ()) -> list[KeyLength]:
    """Girths, then every edge of every piece, in the order of the first pattern that has it. ``apart``: numbers of patterns that begin another row of bodies, as
    people after sizes: between two rows there is no step."""
    rounds = [{g.name: g.length for g in reversed(girths(p))} for p in patterns]
    out = [_key("", name, [r.get(name) for r in rounds], apart) for name in dict.fromkeys(n for r in rounds for n in r)]
    edges = dict.fromkeys((p.name, e) for pattern in patterns for p in pattern.pieces for e in p.edge_names)
    by_name = [{p.name: p for p in pattern.pieces} for pattern in patterns]
    for piece, edge in edges:
        found = []
        for own in by_name:
            p = own.get(piece)
            found.append(sewn_length(p, edge) if p is not None and edge in p.edge_names else None)
        out.append(_key(piece, edge, found, apart))
    return out


def _key(piece: str, name: str, lengths: list[float | None], apart: Sequence[int]) -> KeyLength:
    steps: list[float | None] = []
    for n, (a, b) in enumerate(itertools.pairwise(lengths), 1):
        steps.append(None if a is None or b is None or n in apart else b - a)
    return KeyLength(piece, name, tuple(lengths), tuple(steps), tuple(_odd(steps)))


def _odd(steps: Sequence[float | None]) -> list[int]:
    known = [s for s in steps if s is not None]
    if len(known) < FEW - 1:
        return []
    middle = median(known)
    usual = median(abs(s - middle) for s in known)
    limit = max(AT_LEAST, TIMES * usual)
    return [k for k, s in enumerate(steps) if s is not None and abs(s - middle) > limit]
