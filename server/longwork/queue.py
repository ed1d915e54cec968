"""Long work put in the queue, stopped, and taken up again when whoever was at it is gone."""

from __future__ import annotations

from datetime import timedelta
from typing import Any, Final, TypeVar

from django.db import transaction
from django.utils import timezone
from django_tasks import task_backends
from django_tasks.base import Task
from django_tasks_db import DatabaseBackend
from django_tasks_db.models import DBTaskResult

from .models import Long

SILENT: Final = timedelta(seconds=6)
"""after which a worker that says nothing counts as gone"""
KINDS: Final[dict[type[Long], Task[Any, Any]]] = {}
"""Each kind of long work with the task that does it, which takes the record's id and the attempt. The apps add theirs when they are ready."""
State = Long.State
L = TypeVar("L", bound=Long)


def enqueue(record: Long) -> None:
    """Let it wait for a worker. In a transaction."""
    record.attempt += 1
    record.state, record.stop = State.WAITING, False
    record.save(update_fields=["attempt", "state", "stop"])
    KINDS[type(record)].enqueue(record.pk, record.attempt)


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
    if record.state == State.RUNNING and (record.beat is None or timezone.now() - record.beat > SILENT):
        with transaction.atomic():
            fresh = type(record)._default_manager.select_for_update().get(pk=record.pk)
            if fresh.attempt == record.attempt and fresh.state == State.RUNNING:
                enqueue(fresh)
            return fresh
    return record


def take_up_again() -> int:
    """Work whose worker was killed waits again, with what was done; how many."""
    late = timezone.now() - SILENT
    again: list[Long] = []
    for kind, task in KINDS.items():
        # What they hold may be large: a library as one file.
        all_of_it = kind._default_manager.only("pk", "state", "stop", "attempt", "beat")
        running = all_of_it.filter(state=State.RUNNING)
        again += [*running.filter(beat__lt=late), *running.filter(beat=None)]
        # Only our own queue can be looked into; another broker looks after what it was given.
        if isinstance(task_backends["default"], DatabaseBackend):
            again += [x for x in all_of_it.filter(state=State.WAITING) if not _is_queued(x, task)]
    for record in again:
        with transaction.atomic():
            enqueue(record)
    return len(again)


def _is_queued(record: Long, task: Task[Any, Any]) -> bool:
    waiting = DBTaskResult.objects.filter(status="READY", task_path=task.module_path, args_kwargs__args__0=record.pk)
    return any(t.args_kwargs["args"] == [record.pk, record.attempt] for t in waiting)
