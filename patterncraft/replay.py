"""A style replayed: blocks and steps in, pattern out. Pure; the same input gives the same output to the last bit."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Sequence
from dataclasses import dataclass
from math import inf
from threading import Lock
from time import monotonic
from typing import Final

from .drafting.construction import Stage
from .errors import MoveRefused, NoSuchName, PatternError
from .handwork.strips import Strips
from .house import HouseRules, Strict
from .moves.move import Move, Remark
from .paper.pattern import Pattern
from .parts.following import follow_parts
from .working import Sum


@dataclass(frozen=True, slots=True)
class Done:
    """One step done: the pattern before and after it, its working (empty when muted), the strips it cut, and how the part that it made is drawn."""

    number: int
    step: Move
    before: Pattern
    after: Pattern
    working: tuple[Sum, ...]
    strips: Strips | None = None
    remarks: tuple[Remark, ...] = ()
    stages: tuple[Stage, ...] = ()


@dataclass(frozen=True, slots=True)
class Replay:
    """As far as the steps could be done. ``stopped`` says at which step and why; the steps before it stand."""

    start: Pattern
    done: tuple[Done, ...]
    stopped: PatternError | None = None

    @property
    def pattern(self) -> Pattern:
        """The work after all steps that were done."""
        return self.done[-1].after if self.done else self.start


MOST_PIECES: Final = 200
"""Pieces on one table, as many as a file holds."""


class Unfinished(PatternError):
    """There was no time to do all the steps. Asked again, the work goes on where it was left."""

    code = "unfinished"


def replay(start: Pattern, steps: Sequence[Move], rules: HouseRules) -> Replay:
    """Do the steps one after the other, on paper."""
    return _go_on(Replay(start, ()), steps, rules)


def _go_on(so_far: Replay, steps: Sequence[Move], rules: HouseRules, until: float = inf) -> Replay:
    """The steps after those that are done; those there was no time for by ``until`` (of the monotonic clock) are left out."""
    done = list(so_far.done)
    pattern = so_far.pattern
    for step in steps[len(done) :]:
        if until < inf and monotonic() > until:
            break
        number = len(done) + 1
        if step.muted:
            done.append(Done(number, step, pattern, pattern, ()))
            continue
        try:
            outcome = step.apply(pattern, rules)
            after, followed = follow_parts(outcome.pattern, rules)
            if len(after.pieces) > MOST_PIECES:
                raise MoveRefused(f"there would be more than {MOST_PIECES} pieces on the table.", cure="Put some away first.")
        except PatternError as e:
            return Replay(so_far.start, tuple(done), _at_its_slot(e, step).at_step(number))
        working = (*outcome.working, *followed)
        done.append(Done(number, step, pattern, after, working, outcome.strips, outcome.remarks, outcome.stages))
        pattern = after
    return Replay(so_far.start, tuple(done))


def _at_its_slot(error: PatternError, step: Move) -> PatternError:
    """A refusal of a name that is not there, told at the parameter that holds the name: an earlier edit may have taken the piece away."""
    _, opened, rest = error.message.partition("“")
    named, closed, _ = rest.rpartition("”")
    if error.field or not isinstance(error, NoSuchName) or not (opened and closed):
        return error
    for field, info in type(step).model_fields.items():
        if field not in ("move", "note", "chapter") and _holds(getattr(step, field), named):
            # As a step carries it: "from" is a word of the language.
            error.field = info.alias or field
            return error
    return error


def _holds(value: object, name: str) -> bool:
    """Whether a parameter is that name, or a list or a place that has it."""
    if isinstance(value, tuple):
        return any(_holds(x, name) for x in value)
    if isinstance(value, Strict):
        return any(_holds(getattr(value, f), name) for f in type(value).model_fields)
    return value == name


class Replayer:
    """Replays with remembered beginnings, so that dragging the last step costs one move.

    Kept: the newest ``size`` replays by (start, rules, steps), all of them immutable values, so
    nothing in it can go stale. ``key`` must change whenever the start does. Several threads may ask at once: what is
    remembered is looked up and put away under a lock, the work itself is done outside it.
    """

    def __init__(self, size: int = 256) -> None:
        self._kept: OrderedDict[tuple[object, ...], Replay] = OrderedDict()
        self._size = size
        self._lock = Lock()

    def __call__(self, key: object, start: Pattern, steps: Sequence[Move], rules: HouseRules, patience: float = inf) -> Replay:
        """The same as ``replay(start, steps, rules)``. Raises Unfinished where that takes longer than ``patience`` seconds; what was
        done until then is remembered."""
        until = monotonic() + patience
        words = tuple(s.model_dump_json() for s in steps)
        base = (key, rules.model_dump_json())
        so_far = self._longest_known(base, words) or Replay(start, ())
        if so_far.stopped or (len(so_far.done) == len(steps) and steps):
            return so_far
        # The last step is the one being tried: what stands before it is worth keeping on its own.
        if len(steps) > 1 and len(so_far.done) < len(steps) - 1:
            so_far = self._in_time(base, words[:-1], _go_on(so_far, steps[:-1], rules, until))
            if so_far.stopped:
                return so_far
        return self._in_time(base, words, _go_on(so_far, steps, rules, until))

    def forget(self) -> None:
        """Drop everything remembered."""
        with self._lock:
            self._kept.clear()

    def _longest_known(self, base: tuple[object, ...], words: tuple[str, ...]) -> Replay | None:
        with self._lock:
            for n in range(len(words), 0, -1):
                key = (*base, *words[:n])
                if key in self._kept:
                    self._kept.move_to_end(key)
                    return self._kept[key]
        return None

    def _in_time(self, base: tuple[object, ...], words: tuple[str, ...], done: Replay) -> Replay:
        """Kept under its steps; raises Unfinished where those are not all done."""
        if done.stopped or len(done.done) == len(words):
            return self._keep((*base, *words), done)
        self._keep((*base, *words[: len(done.done)]), done)
        raise Unfinished(
            f"these steps take long: {len(done.done)} are done.", cure="Ask once more, and the work goes on from there."
        )

    def _keep(self, key: tuple[object, ...], value: Replay) -> Replay:
        with self._lock:
            self._kept[key] = value
            while len(self._kept) > self._size:
                self._kept.popitem(last=False)
        return value
