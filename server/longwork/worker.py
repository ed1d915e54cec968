"""The process that does the long work, one task after the other; started with the application, or by itself on a larger installation."""

from __future__ import annotations

import logging
import os
import threading
from types import FrameType
from typing import Final

from django.core.management import call_command
from django.db import Error, connections
from django.utils.crypto import get_random_string
from django_tasks import task_backends
from django_tasks_db import DatabaseBackend
from django_tasks_db.management.commands.db_worker import Worker

from . import queue
from .leaving import is_leaving, leave, leaving_within

EVERY: Final = 0.5
"""seconds between looks into an empty queue"""
LOST: Final = 5.0
"""seconds between looks for what a killed worker left behind"""


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
    threading.Thread(target=_look_for_lost_work, daemon=True).start()
    if not isinstance(task_backends["default"], DatabaseBackend):
        # What waits with a broker is fetched by the broker's own worker.
        call_command("rqworker", "default", job_class="django_tasks_rq.Job", verbosity=0)
        return
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


def _look_for_lost_work() -> None:
    while not is_leaving():
        try:
            queue.take_up_again()
        except Error:
            # The database is busy, or being restored: the next look will do.
            logging.getLogger(__name__).warning("lost work could not be looked for", exc_info=True)
        finally:
            connections.close_all()
        leaving_within(LOST)
