"""Start the application on this machine: migrate, load the demo when asked, serve, print the address."""

from __future__ import annotations

import os
import sys
from typing import Final

from .garbage import look_seldom

MOST_PROCESSES: Final = 4
"""More would only make writers queue: there is one database file."""

READER: Final = 1
"""Process beside them that reads what comes from outside."""
LONG_WORK: Final = 0 if os.environ.get("STEADY_SHEAR_WORKER") == "elsewhere" else 1
"""Processes beside them for lays and the like; none where ``manage.py long_work`` does that by itself."""


def main() -> None:
    """``python -m server.config.serve [--demo]``; PORT= changes the port, HOST= the interface listened on, WORKERS= how many
    processes answer (one for each core, four at most)."""
    demo = "--demo" in sys.argv
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    os.umask(0o077)
    look_seldom()
    if demo:
        os.environ["STEADY_SHEAR_DEMO"] = "1"
    import django

    django.setup()
    from django.core.management import call_command
    from django.db import connections

    from ..apart.door import open_door
    from ..apart.memory import one_heap
    from ..apart.reader import Reader
    from ..apart.ready import make_ready
    from ..apart.turns import InTurn
    from ..keeping.copies import at_work
    from ..longwork.worker import work
    from .fair import Counts
    from .warm import warm_up
    from .workers import AT_ONCE, listening, look_after, serve
    from .wsgi import application

    call_command("migrate", verbosity=0)
    call_command("clearsessions")
    if demo:
        call_command("load_demo")
    host, port = os.environ.get("HOST", "127.0.0.1"), int(os.environ.get("PORT", "8000"))
    one_heap()
    warm_up()
    sock = listening(host, port)
    count = int(os.environ.get("WORKERS", min(MOST_PROCESSES, len(os.sched_getaffinity(0)))))
    # An open database is nothing that two processes may share.
    connections.close_all()
    print(f"Steady Shear is open at http://{host}:{port}", flush=True)
    counts = Counts(count)
    door = open_door()
    answering = InTurn(application, AT_ONCE)

    def part(number: int) -> None:
        if number < count:
            serve(answering, sock, number, counts)
            return
        sock.close()
        if number == count:
            make_ready()
            Reader(door.reading).work()
        else:
            work()

    with at_work():
        look_after(count + READER + LONG_WORK, part)


if __name__ == "__main__":
    main()
