"""How many threads of a process compute at one time: those that wait for a reader do not count, so that readings cannot keep anybody else from being answered."""

from __future__ import annotations

import gc
import threading
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from typing import Any, Final

from .memory import give_back

HEAVY: Final = 256 * 1024
"""bytes of a body from which on what it took is given back to the system at once"""
Application = Callable[[dict[str, Any], Any], Iterable[bytes]]


class _Here(threading.local):
    """Of the request that this thread answers. ``has_gone``: whether its asker closed the connection; ``turn``: the computing it takes part in."""

    has_gone: Callable[[], bool] | None = None
    turn: threading.Semaphore | None = None


_here: Final = _Here()


def asker_has_gone() -> bool:
    """Whether nobody waits for this thread's answer any more; False outside of a request."""
    return _here.has_gone is not None and _here.has_gone()


@contextmanager
def out_of_turn() -> Iterator[None]:
    """Waiting, not computing: somebody else takes the place meanwhile."""
    turn = _here.turn
    if turn is None:
        yield
        return
    turn.release()
    try:
        yield
    finally:
        turn.acquire()


class InTurn:
    """A WSGI application of which so many requests compute at once; the others of its threads wait."""

    def __init__(self, application: Application, at_once: int) -> None:
        self._application, self._turn = application, threading.Semaphore(at_once)

    def __call__(self, environ: dict[str, Any], start: Any) -> Iterable[bytes]:
        with self._turn:
            _here.turn, _here.has_gone = self._turn, environ.get("waitress.client_disconnected")
            try:
                return self._application(environ, start)
            finally:
                _here.turn = _here.has_gone = None
                if int(environ.get("CONTENT_LENGTH") or 0) > HEAVY:
                    # A refusal and the frames that it came through hold each other, and with them the whole body. Both are young: looking through all that is old would
                    # keep everybody waiting.
                    gc.collect(1)
                    give_back()
