"""Whether this worker was told to leave: what it is at is laid down then, to be gone on with."""

from __future__ import annotations

import threading

_told = threading.Event()


def leave() -> None:
    """From a signal's handler."""
    _told.set()


def is_leaving() -> bool:
    """Asked by long work, often."""
    return _told.is_set()


def leaving_within(seconds: float) -> bool:
    """Waits so long at most; whether it was told meanwhile."""
    return _told.wait(seconds)
