"""How many threads of a process compute at one time: those that wait for a reader do not count, so that readings cannot keep anybody else from being answered."""

from __future__ import annotations

import gc
import threading
from collections import deque
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from typing import Any, Final

from .memory import give_back

HEAVY: Final = 256 * 1024
"""bytes of a body from which on what it took is given back to the system at once"""
LARGE: Final = 64 * 1024
"""bytes of an answer, as it is sent (compressed, that is), from which on what it took is given back soon"""
LATER: Final = 2.0
"""seconds: how soon that is"""
Application = Callable[[dict[str, Any], Any], Iterable[bytes]]


class Places:
    """So many at one time, in the order in which they came: whoever leaves hands her place on. (``threading.Semaphore`` gives it to whoever asks first, and that is
    mostly the thread that has just left and is there already with its next request: of twenty people some wait half as long again.)"""

    def __init__(self, count: int) -> None:
        self._lock, self._free, self._waiting = threading.Lock(), count, deque[threading.Lock]()

    @property
    def waiting(self) -> int:
        """How many wait for a place."""
        with self._lock:
            return len(self._waiting)

    def take(self) -> None:
        """Wait for a place."""
        with self._lock:
            if self._free:
                self._free -= 1
                return
            called = threading.Lock()
            called.acquire()
            self._waiting.append(called)
        called.acquire()

    def leave(self) -> None:
        """To be called once for each place that was taken."""
        with self._lock:
            if self._waiting:
                self._waiting.popleft().release()
            else:
                self._free += 1


class _Here(threading.local):
    """Of the request that this thread answers. ``has_gone``: whether its asker closed the connection; ``turn``: the computing it takes part in."""

    has_gone: Callable[[], bool] | None = None
    turn: Places | None = None


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
    turn.leave()
    try:
        yield
    finally:
        turn.take()


class InTurn:
    """A WSGI application of which so many requests compute at once; the others of its threads wait."""

    def __init__(self, application: Application, at_once: int) -> None:
        self._application, self._turn, self._tidy = application, Places(at_once), Tidy()

    @property
    def waiting(self) -> int:
        """How many requests wait for their turn."""
        return self._turn.waiting

    def __call__(self, environ: dict[str, Any], start: Callable[..., Any]) -> Iterable[bytes]:
        taken, told = int(environ.get("CONTENT_LENGTH") or 0), 0

        def begin(status: str, headers: list[tuple[str, str]], *more: Any) -> Any:
            """As the application begins its answer; how long that is stands in its head (``ways_in``)."""
            nonlocal told
            told = next((int(v) for k, v in headers if k.lower() == "content-length"), 0)
            return start(status, headers, *more)

        self._turn.take()
        _here.turn, _here.has_gone = self._turn, environ.get("waitress.client_disconnected")
        try:
            return self._application(environ, begin)
        finally:
            _here.turn = _here.has_gone = None
            if taken > HEAVY:
                # A refusal and the frames that it came through hold each other, and with them the whole body. Both are young: looking through all that is old
                # would keep everybody waiting.
                gc.collect(1)
                give_back()
            if taken > HEAVY or told > LARGE:
                self._tidy.soon()
            self._turn.leave()


class Tidy:
    """What large requests leave behind that was no longer young when they ended, or had still to be sent: all of it is looked through once, a while after the first of them."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._timer: threading.Timer | None = None

    def soon(self) -> None:
        """Once, however many ask for it meanwhile."""
        with self._lock:
            if self._timer is None:
                self._timer = threading.Timer(LATER, self._now)
                self._timer.daemon = True
                self._timer.start()

    def _now(self) -> None:
        with self._lock:
            self._timer = None
        gc.collect()
        give_back()
