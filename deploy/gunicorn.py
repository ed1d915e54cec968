"""``gunicorn -c deploy/gunicorn.py server.config.wsgi``: the application behind a proxy, for a house of more than a few (docs/deploy.md)."""

from __future__ import annotations

import os
from typing import Any

os.environ.setdefault("STEADY_SHEAR_WORKER", "elsewhere")
bind = os.environ.get("BIND", "127.0.0.1:8000")
workers = int(os.environ.get("WORKERS", len(os.sched_getaffinity(0))))
worker_class = "gthread"
threads = 3
"""of a process: with more, one person's long calculation slows the others of the same process (docs/safety.md)"""
preload_app = True
"""what every process needs is loaded once, and shared"""
timeout = 120
graceful_timeout = 20
umask = 0o077
limit_request_line = 8190
worker_tmp_dir = "/dev/shm" if os.path.isdir("/dev/shm") else None
_lock: Any = None


def when_ready(server: Any) -> None:
    """Before the processes part."""
    global _lock
    from django.db import connections

    from server.config.warm import warm_up
    from server.keeping.copies import at_work

    warm_up()
    connections.close_all()
    _lock = at_work()
    _lock.__enter__()
