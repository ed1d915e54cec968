"""One attempt at a piece of long work, as the worker is at it: taken, with signs of life, given up for a while to another house's, ended."""

from __future__ import annotations

import time
from collections.abc import Callable
from typing import Any, Final, Generic, TypeVar

from django.db import models
from django.utils import timezone

from patterncraft.errors import PatternError

from ..config.remembered import Heard
from . import turns
from .leaving import is_leaving
from .models import Long

BEAT: Final = 0.7
"""seconds between signs of life, each of which also asks whether to stop, and who else waits"""
L = TypeVar("L", bound=Long)
State = Long.State
_heard = Heard()
UNDER_WAY: Final[list[AtWork[Any]]] = []
"""What this process is at; more than one where one has given way to another."""


class Heart:
    """Whether a thread of its own gives the signs of life in this process: work that is deep in a calculation, or waits for the database, need not."""

    beats = False


class AtWork(Generic[L]):
    """``record``: as it was taken. What is changed goes through ``keep``, which does nothing any more where a later attempt counts. ``turn``: seconds after which another
    house's may come first. ``between``: it was begun while another waits for it to give way again."""

    def __init__(self, record: L, between: bool = False) -> None:
        self.record = record
        self.mine: models.QuerySet[L] = type(record)._default_manager.filter(pk=record.pk, attempt=record.attempt)
        self.turn = turns.LONGEST_FIRST
        self._between = between
        self._began = self._turn_began = time.monotonic()
        self._looked = 0.0
        self._fields: dict[str, Any] = {}
        self._others = turns.Others.NONE
        self.stopped = False
        self.gave_way = False

    @property
    def seconds(self) -> float:
        """Since it was taken."""
        return time.monotonic() - self._began

    def keep(self, **fields: Any) -> None:
        """Fields that are new, with a sign of life."""
        self.mine.update(beat=timezone.now(), **fields)

    def counts(self) -> bool:
        """Whether this attempt is still the one that is wanted. Asked in a transaction, nobody can say stop before that is over."""
        return self.mine.filter(stop=False, state=State.RUNNING).exists()

    def look(self) -> None:
        """Give a sign of life; see who said stop, and who else waits."""
        self._looked = time.monotonic()
        self.keep(**self._fields)
        self.stopped = self.stopped or not self.mine.filter(stop=False).exists()
        self._others = turns.others(self.record.house)

    def is_over(self, **fields: Any) -> bool:
        """Whether to lay it down: somebody said stop, it was thrown away or begun anew, or this worker was told to leave. May be asked often; the database is
        asked less often, and ``fields`` kept then."""
        self._fields = fields
        if not Heart.beats and time.monotonic() - self._looked > BEAT:
            self.look()
        return is_leaving() or self.stopped

    def gives_way(self, **fields: Any) -> bool:
        """The same, for work that can be gone on with: it is laid down, and waits, also when its turn is over and another house's waits."""
        self.gave_way = self.gave_way or self._is_others_turn()
        return self.is_over(**fields) or self.gave_way

    def let_others_first(self) -> None:
        """For work that cannot be laid down half done: when its turn is over, another house's is done in between. Never in a transaction."""
        if self._is_others_turn() and len(UNDER_WAY) < turns.DEEPEST:
            next_turn(not_of=[a.record.house for a in UNDER_WAY])
            self._turn_began = time.monotonic()

    def _is_others_turn(self) -> bool:
        return turns.is_over(
            time.monotonic() - self._turn_began, self.turn, turns.Others.WAITING if self._between else self._others
        )

    def end(self, said: str = "", **fields: Any) -> None:
        """Done, or stopped; or, where the worker was told to leave or it gave way, waiting for the next turn."""
        if (is_leaving() or self.gave_way) and not self.stopped:
            # Of one that leaves, whoever comes next sees that a turn is missing.
            if self.mine.update(state=State.WAITING, **fields) and not is_leaving():
                turns.ask_for_one()
            return
        self.mine.update(state=State.STOPPED if self.stopped else State.DONE, stop=False, message=said, **fields)


def next_turn(not_of: list[int] | None = None) -> bool:
    """Of all that waits, what is next is done: a turn of it, or all. Whether there was anything."""
    _heard()
    found = turns.chosen(not_of or [])
    if found is None:
        return False
    kind, number = found
    waiting = kind._default_manager.filter(pk=number, state=State.WAITING)
    record = waiting.first()
    # Somebody may have said stop between the two questions: then it waits no more.
    if record is None or not waiting.filter(attempt=record.attempt).update(state=State.RUNNING, beat=timezone.now(), message=""):
        return True
    turns.begun(record.house)
    _attempt(record, turns.JOBS[kind], between=bool(not_of))
    return True


def _attempt(record: Long, job: turns.Job, between: bool) -> None:
    """Do the work. What a person can mend is told in her words; of the rest it is said that it broke off, and raised."""
    at = AtWork(record, between)
    UNDER_WAY.append(at)
    try:
        work: Callable[[AtWork[Any]], None] = job.work
        work(at)
    except PatternError as e:
        at.mine.update(state=State.FAILED, message=str(e)[:400])
    except Exception:
        at.mine.update(state=State.FAILED, message=job.broke)
        raise
    finally:
        UNDER_WAY.remove(at)
