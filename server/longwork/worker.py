"""The process that does the long work, one turn after the other; started with the application, or by itself on a larger installation."""

from __future__ import annotations

import fcntl
import logging
import os
import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import timedelta
from pathlib import Path
from types import FrameType
from typing import Final

from django.conf import settings
from django.core.management import call_command
from django.db import Error, connections
from django.utils.crypto import get_random_string
from django_tasks import task_backends
from django_tasks_db import DatabaseBackend
from django_tasks_db.management.commands.db_worker import Worker

from . import queue
from .at_work import BEAT, UNDER_WAY, Heart
from .leaving import is_leaving, leave, leaving_within

EVERY: Final = 0.5
"""seconds between looks into an empty queue"""
LOST: Final = 5.0
"""seconds between looks for what a killed worker left behind"""
log = logging.getLogger(__name__)


class LongWork(Worker):
    """Told to leave, it lays its work down instead of finishing it."""

    def shutdown(self, signum: int, frame: FrameType | None) -> None:
        """SIGTERM, SIGINT: within a second."""
        leave()
        super().shutdown(signum, frame)


def work() -> None:
    """Until told to leave. What a worker that was killed left behind is taken up first."""
    # Whoever answers people goes first.
    os.nice(10)
    for name in ("django_tasks", "django_tasks_db"):
        logging.getLogger(name).setLevel(logging.ERROR)
    _now_and_then(_take_up, LOST)
    if not isinstance(task_backends["default"], DatabaseBackend):
        # Its worker parts for each task: signs of life are given from within the work there.
        # What waits with a broker is fetched by the broker's own worker.
        call_command("rqworker", "default", job_class="django_tasks_rq.Job", verbosity=0)
        return
    with _alone() as alone:
        if alone:
            _quietly(lambda: queue.take_up_again(timedelta()))
        _now_and_then(_beat, BEAT)
        Heart.beats = True
        worker = LongWork(
            queue_names=["*"],
            interval=EVERY,
            batch=False,
            backend_name="default",
            startup_delay=False,
            max_tasks=None,
            worker_id=get_random_string(32),
            excluded_queue_names=[],
        )
        worker.configure_signals()
        worker.run()


@contextmanager
def _alone() -> Iterator[bool]:
    """Whether no other worker is at this library's work: what seems to be under way was left behind then, and need not be waited for. Where the database is a server
    for several machines, nobody can know."""
    with Path(settings.VAR, "long work").open("a") as mark:
        try:
            fcntl.flock(mark, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            yield False
            return
        yield connections["default"].vendor == "sqlite"


def _beat() -> None:
    for at in tuple(UNDER_WAY):
        at.look()


def _take_up() -> None:
    queue.take_up_again()


def _now_and_then(act: Callable[[], object], every: float) -> None:
    """In a thread of its own, until told to leave."""

    def again_and_again() -> None:
        while not is_leaving():
            _quietly(act)
            leaving_within(every)
        connections.close_all()

    threading.Thread(target=again_and_again, daemon=True).start()


def _quietly(act: Callable[[], object]) -> None:
    try:
        act()
    except Error:
        # The database is busy, or being restored: the next look will do.
        log.warning("the long work could not be looked after", exc_info=True)
        connections.close_all()
