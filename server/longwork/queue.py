"""Long work put in the queue, stopped, and taken up again when whoever was at it is gone."""

from __future__ import annotations

from datetime import timedelta
from typing import Final, TypeVar

from django.db import transaction
from django.db.models import Q
from django.utils import timezone
from django_tasks import task_backends
from django_tasks_db import DatabaseBackend
from django_tasks_db.models import DBTaskResult

from patterncraft.errors import BadSetting

from ..config.since import since
from .models import Long
from .turns import JOBS, ask_for_one, turn

SILENT: Final = timedelta(seconds=20)
"""after which a worker that says nothing counts as gone; its signs of life come from a thread that does nothing else"""
MOST: Final = 10
"""pieces of work of a kind that may wait, or be done, for one house"""
TURN: Final = timedelta(minutes=5)
"""after which a turn in the queue that does not end counts as left behind: none takes so long"""
SLIM: Final = ("pk", "state", "stop", "attempt", "beat")
"""What is looked at: the rest may be large, such as a library as one file."""
State = Long.State
L = TypeVar("L", bound=Long)


def enqueue(record: Long) -> None:
    """Let it wait for a worker. In a transaction. Raises BadSetting where as much of the house's waits as may."""
    kind = type(record)
    going = kind._default_manager.filter(**{kind.HOUSE: record.house}, state__in=(State.WAITING, State.RUNNING), attempt__gt=0)
    if going.exclude(pk=record.pk).count() >= MOST:
        raise BadSetting(
            f"{MOST} of them are being made or wait already.", "", "Wait until one is done, or stop or throw away some."
        )
    _anew(record)


def _anew(record: Long) -> None:
    record.attempt += 1
    record.state, record.stop = State.WAITING, False
    record.save(update_fields=["attempt", "state", "stop"])
    ask_for_one()


def stop(record: L, said: str = "") -> L:
    """No more than a second later. One that still waits is stopped at once, with what is ``said``."""
    kind = type(record)._default_manager
    with transaction.atomic():
        kind.filter(pk=record.pk, state=State.WAITING).update(state=State.STOPPED, message=said)
        kind.filter(pk=record.pk, state=State.RUNNING).update(stop=True)
    record.refresh_from_db()
    return record


def looked_after(record: L) -> L:
    """As it is; one whose worker has fallen silent is queued again while somebody looks at it."""
    if record.state == State.RUNNING and (record.beat is None or since(record.beat) > SILENT):
        _again(record, SILENT)
        record.refresh_from_db()
    return record


def _again(record: Long, silent: timedelta) -> bool:
    """Queue it anew, if it is still as silent when nobody else can write."""
    with transaction.atomic():
        same = type(record)._default_manager.select_for_update().filter(pk=record.pk, attempt=record.attempt)
        fresh = same.only(*SLIM).first()
        if fresh is None or fresh.state != State.RUNNING or (fresh.beat and since(fresh.beat) < silent):
            return False
        _anew(fresh)
        return True


def take_up_again(silent: timedelta = SILENT) -> int:
    """Work whose worker was killed waits again, with what was done; how many. ``silent``: for how long that worker says nothing; none where it is known that nobody is at
    any."""
    again, waiting = 0, 0
    for kind in JOBS:
        slim = kind._default_manager.only(*SLIM)
        again += sum(_again(record, silent) for record in slim.filter(state=State.RUNNING))
        waiting += slim.filter(state=State.WAITING).count()
    # Only our own queue can be looked into; another broker looks after what it was given.
    if isinstance(task_backends["default"], DatabaseBackend):
        _end_left_behind(silent)
        turns = DBTaskResult.objects.filter(status="READY", task_path=turn.module_path).count()
        missing = waiting - turns
        for _ in range(missing):
            ask_for_one()
        again += max(0, missing)
    return again


def _end_left_behind(silent: timedelta) -> None:
    """Turns that whoever took them did not live to end."""
    running = DBTaskResult.objects.filter(status="RUNNING")
    now = timezone.now()
    # One that seems yet to begin was begun before the clock was set back.
    (running if not silent else running.filter(Q(started_at__lt=now - TURN) | Q(started_at__gt=now + TURN))).delete()
