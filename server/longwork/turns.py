"""Whose turn it is: the houses take turns, and who has not been begun yet comes before who is gone on with.

What waits in the queue are turns, not pieces of work: whoever takes one does what is next then.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from enum import IntEnum
from itertools import count
from typing import Any, Final

from django_tasks import task

from .models import Long

FIRST: Final = 3.0
"""seconds that each may go on before another house's, which was never begun, comes in between"""
LONGEST_FIRST: Final = 8.0
"""seconds of a turn, to begin with"""
LONGEST: Final = 60.0
"""seconds of a turn of something that has long been worked on: what it does at one go is better then"""
DEEPEST: Final = 3
"""pieces of work that have given way to each other, at most"""
_NEVER: Final = datetime(1970, 1, 1, tzinfo=UTC)


class Others(IntEnum):
    """Of other houses."""

    NONE = 0
    WAITING = 1
    NEW = 2


@dataclass(frozen=True, slots=True)
class Job:
    """``work``: takes an ``AtWork``; ``broke``: what is said where it broke off for a reason nobody foresaw."""

    work: Callable[[Any], None]
    broke: str


JOBS: Final[dict[type[Long], Job]] = {}
"""Each kind of long work with what does it. The apps add theirs when they are ready."""
_last: Final[dict[int, int]] = {}
_turns: Final = count()


@task()
def turn() -> None:
    """Do what is next."""
    from .at_work import next_turn

    next_turn()


def ask_for_one() -> None:
    """One more turn is wanted."""
    turn.enqueue()


def begun(house: int) -> None:
    """The house has its turn."""
    _last[house] = next(_turns)


def _waiting() -> list[tuple[type[Long], int, int, datetime | None]]:
    """(kind, number, house, when it was last worked on)"""
    found = []
    for kind in JOBS:
        rows = kind._default_manager.filter(state=Long.State.WAITING).values_list("pk", kind.HOUSE, "beat")
        found += [(kind, pk, house, beat) for pk, house, beat in rows]
    return found


def chosen(not_of: Sequence[int]) -> tuple[type[Long], int] | None:
    """What is next: of the house whose last turn is longest ago, what was not begun yet, or was laid down longest ago."""
    free = [w for w in _waiting() if w[2] not in not_of]
    if not free:
        return None
    kind, number, _, _ = min(free, key=lambda w: (_last.get(w[2], -1), w[3] or _NEVER, w[1]))
    return kind, number


def others(house: int) -> Others:
    """Whether another house's waits, and was never begun."""
    return max((Others.NEW if beat is None else Others.WAITING for _, _, h, beat in _waiting() if h != house), default=Others.NONE)


def is_over(seconds: float, turn: float, waits: Others) -> bool:
    """Whether a turn of so long a time, of which so many seconds have passed, ends for those who wait."""
    return bool(waits) and seconds >= (min(FIRST, turn) if waits is Others.NEW else turn)
