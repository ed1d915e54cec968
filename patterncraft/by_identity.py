"""Answers remembered by the very object they were asked of: for frozen values whose comparison would cost more than the answer."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable
from threading import Lock
from typing import Generic, TypeVar

K = TypeVar("K")
V = TypeVar("V")


class ByIdentity(Generic[K, V]):
    """``ask`` with memory of the newest ``size`` objects. What is remembered keeps its object alive, so that no other can have its identity; the values never
    change, so nothing goes stale."""

    def __init__(self, ask: Callable[[K], V], size: int) -> None:
        self._ask = ask
        self._size = size
        self._known: OrderedDict[int, tuple[K, V]] = OrderedDict()
        self._lock = Lock()

    def __call__(self, of: K) -> V:
        """The answer for an object."""
        with self._lock:
            if id(of) in self._known:
                self._known.move_to_end(id(of))
                return self._known[id(of)][1]
        value = self._ask(of)
        with self._lock:
            self._known[id(of)] = of, value
            while len(self._known) > self._size:
                self._known.popitem(last=False)
        return value

    def forget(self) -> None:
        """Drop everything remembered."""
        with self._lock:
            self._known.clear()
