"""One attempt at a piece of long work, as the worker is at it: taken, with signs of life, ended."""

from __future__ import annotations

import time
from collections.abc import Callable
from typing import Any, Final, Generic, TypeVar

from django.db import models
from django.utils import timezone

from patterncraft.errors import PatternError

from ..config.remembered import Heard
from .leaving import is_leaving
from .models import Long

BEAT: Final = 0.7
"""seconds between signs of life, each of which also asks whether to stop"""
L = TypeVar("L", bound=Long)
State = Long.State
_heard = Heard()


class AtWork(Generic[L]):
    """``record``: as it was taken. What is changed goes through ``keep``, which does nothing any more where a later attempt counts."""

    def __init__(self, record: L) -> None:
        self.record = record
        self.mine: models.QuerySet[L] = type(record)._default_manager.filter(pk=record.pk, attempt=record.attempt)
        self._began = time.monotonic()
        self._looked = 0.0
        self.stopped = False

    @property
    def seconds(self) -> float:
        """Since it was taken."""
        return time.monotonic() - self._began

    def keep(self, **fields: Any) -> None:
        """Fields that are new, with a sign of life."""
        self.mine.update(beat=timezone.now(), **fields)

    def is_over(self, **fields: Any) -> bool:
        """Whether to lay it down: somebody said stop, it was thrown away or begun anew, or this worker was told to leave. May be asked often; the database is
        asked less often, and ``fields`` kept then."""
        if is_leaving():
            return True
        if time.monotonic() - self._looked > BEAT:
            self._looked = time.monotonic()
            self.keep(**fields)
            self.stopped = not self.mine.filter(stop=False).exists()
        return self.stopped

    def end(self, said: str = "", **fields: Any) -> None:
        """Done, or stopped; or, where the worker was told to leave, waiting for the next one."""
        if is_leaving() and not self.stopped:
            self.mine.update(state=State.WAITING, **fields)
            return
        self.mine.update(state=State.STOPPED if self.stopped else State.DONE, stop=False, message=said, **fields)


def attempt_at(kind: type[L], number: int, attempt: int, work: Callable[[AtWork[L]], None], broke: str) -> None:
    """Take the record if this attempt at it still counts and waits, and do the work. What a person can mend is told in her words; of the rest ``broke`` is said, and
    raised."""
    _heard()
    mine = kind._default_manager.filter(pk=number, attempt=attempt)
    waiting = mine.filter(state=State.WAITING)
    record = waiting.first()
    # Somebody may have said stop between the two questions: then it waits no more.
    if record is None or not waiting.update(state=State.RUNNING, beat=timezone.now(), message=""):
        return
    try:
        work(AtWork(record))
    except PatternError as e:
        mine.update(state=State.FAILED, message=str(e)[:400])
    except Exception:
        mine.update(state=State.FAILED, message=broke)
        raise
