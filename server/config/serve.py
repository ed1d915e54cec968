"""Start the application on this machine: migrate, load the demo when asked, serve, print the address."""

from __future__ import annotations

import os
import sys
from typing import Final

MOST_PROCESSES: Final = 4
"""More would only make writers queue: there is one database file."""


def main() -> None:
    """``python -m server.config.serve [--demo]``; PORT= changes the port, HOST= the interface listened on, WORKERS= how many
    processes answer (one for each core, four at most)."""
    demo = "--demo" in sys.argv
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    os.umask(0o077)
    if demo:
        os.environ["STEADY_SHEAR_DEMO"] = "1"
    import django

    django.setup()
    from django.core.management import call_command
    from django.db import connections

    from .fair import Counts
    from .warm import warm_up
    from .workers import give_memory_back, listening, look_after, serve
    from .wsgi import application

    call_command("migrate", verbosity=0)
    call_command("clearsessions")
    if demo:
        call_command("load_demo")
    host, port = os.environ.get("HOST", "127.0.0.1"), int(os.environ.get("PORT", "8000"))
    give_memory_back()
    warm_up()
    sock = listening(host, port)
    count = int(os.environ.get("WORKERS", min(MOST_PROCESSES, len(os.sched_getaffinity(0)))))
    # An open database is nothing that two processes may share.
    connections.close_all()
    print(f"Steady Shear is open at http://{host}:{port}", flush=True)
    if count <= 1:
        serve(application, sock)
    else:
        counts = Counts(count)
        look_after(count, lambda number: serve(application, sock, number, counts))


if __name__ == "__main__":
    main()
