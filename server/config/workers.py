"""Several processes on one listening socket: Python runs one thread at a time in each, so each core gets a process of its own.

The parent opens the socket and looks after the others: one that dies is started anew, a signal ends them all, and they end by themselves
when the parent is gone (its end of a pipe closes). Each serves with waitress, which keeps thousands of half-open connections
without giving a thread to any of them (measured beside gunicorn in docs/safety.md).
"""

from __future__ import annotations

import os
import resource
import signal
import socket
import sys
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from typing import Any, Final

from waitress import create_server

from ..apart.door import IN_ALL
from .fair import Counts, takes_its_turn

AT_ONCE: Final = 3
"""requests that a process computes at one time. With twenty people on two cores the 95th percentile was 202 ms with four, 175 with three, 167 with two; with two a long
calculation and a sign-in would be all a process does."""
THREADS: Final = AT_ONCE + IN_ALL
"""of a process: those that wait for a file to be read compute nothing"""
CONNECTIONS: Final = 2_000
"""of a process, open at once, where it may have so many files open"""
OWN_FILES: Final = 128
"""that a process opens besides: the database, drawings that are read, what it loads"""
SILENT: Final = 30
"""seconds after which a connection that says nothing is closed"""
TOO_FAST: Final = 1.0
"""seconds: a process that lives no longer than this is started anew only after as long a pause"""
LARGEST_BODY: Final = 65 * 1024 * 1024
"""bytes that are taken from the wire at all; what an address really takes in is smaller (``ways_in``)"""


def listening(host: str, port: int) -> socket.socket:
    """The socket, open. Raises OSError when the port is taken."""
    family = socket.AF_INET6 if ":" in host else socket.AF_INET
    sock = socket.socket(family, socket.SOCK_STREAM)
    sock.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    sock.bind((host, port))
    sock.listen(1024)
    sock.setblocking(False)
    return sock


def most_connections() -> int:
    """How many connections this process can keep open. An open file more than the system allows would let it stumble over each one that comes, a thousand times a
    second; as many systems allow 1,024 at first, it asks for what may be had."""
    soft, hard = resource.getrlimit(resource.RLIMIT_NOFILE)
    wanted = CONNECTIONS + OWN_FILES
    allowed = wanted if hard == resource.RLIM_INFINITY else min(wanted, hard)
    if soft != resource.RLIM_INFINITY and soft < allowed:
        with suppress(OSError, ValueError):
            resource.setrlimit(resource.RLIMIT_NOFILE, (allowed, hard))
            soft = allowed
    open_at_once = wanted if soft == resource.RLIM_INFINITY else min(wanted, soft)
    return max(1, open_at_once - OWN_FILES)


def serve(application: Any, sock: socket.socket, process: int = 0, counts: Counts | None = None) -> None:
    """Answer until told to stop; what is being worked on then is finished first. ``process``: which of several, from 0; ``counts``: by
    which they take connections in turn."""
    signal.signal(signal.SIGTERM, _leave)
    server = create_server(
        application,
        sockets=[sock],
        threads=THREADS,
        # So that it is seen when an asker goes.
        channel_request_lookahead=1,
        ident=None,
        connection_limit=most_connections(),
        channel_timeout=SILENT,
        cleanup_interval=10,
        asyncore_use_poll=True,
        max_request_body_size=LARGEST_BODY,
    )
    if counts:
        takes_its_turn(server, counts, process)
    server.run()


def look_after(count: int, work: Callable[[int], None]) -> None:
    """Run ``work`` (which is told its number, from 0) in that many processes until a signal comes. To be called before any thread is started."""
    here, there = os.pipe()
    started: dict[int, tuple[float, int]] = {}
    stopping = False

    def begin(number: int) -> None:
        pid = os.fork()
        if pid == 0:
            os.close(there)
            signal.signal(signal.SIGTERM, signal.SIG_DFL)
            signal.signal(signal.SIGINT, signal.SIG_IGN)
            threading.Thread(target=_end_with, args=(here,), daemon=True).start()
            work(number)
            os._exit(0)
        started[pid] = time.monotonic(), number

    def stop(*_: object) -> None:
        nonlocal stopping
        stopping = True
        for pid in started:
            os.kill(pid, signal.SIGTERM)

    for number in range(count):
        begin(number)
    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, stop)
    while started:
        pid, status = os.wait()
        began, number = started.pop(pid)
        if stopping:
            continue
        print(f"A process ended ({os.waitstatus_to_exitcode(status)}); another is started.", file=sys.stderr, flush=True)
        if time.monotonic() - began < TOO_FAST:
            time.sleep(TOO_FAST)
        begin(number)


def _end_with(pipe: int) -> None:
    """Waits for the parent to go: nobody ever writes into the pipe."""
    os.read(pipe, 1)
    os.kill(os.getpid(), signal.SIGTERM)


def _leave(*_: object) -> None:
    raise SystemExit(0)
