"""Answers remembered by the very objects they were asked of: for frozen values whose comparison would cost more than the answer."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable
from threading import Lock
from typing import Any, Generic, ParamSpec, TypeVar

_ALL: list[Callable[[], None]] = []
BY_VALUE = (str, bool, int, float)
"""Kinds of arguments that are told apart by what they are."""
P = ParamSpec("P")
V = TypeVar("V")


class ByIdentity(Generic[P, V]):
    """``ask`` with memory of the newest ``size`` questions. What is remembered keeps its objects alive, so that no others can have their identity; the values never
    change, so nothing goes stale. Words, numbers and truths are told apart by what they are, and so are values of the kinds in
    ``by_value``: small ones that are made anew for each question. ``seen``: what of a question the answer depends on, where that is less than all
    of it; then these are told apart."""

    def __init__(
        self, ask: Callable[P, V], size: int, by_value: tuple[type, ...] = (), seen: Callable[P, tuple[Any, ...]] | None = None
    ) -> None:
        self._ask = ask
        self._seen = seen
        self._by_value = BY_VALUE + by_value
        self._size = size
        self._known: OrderedDict[tuple[object, ...], tuple[tuple[Any, ...], V]] = OrderedDict()
        self._lock = Lock()
        _ALL.append(self.forget)

    def __call__(self, *of: P.args, **named: P.kwargs) -> V:
        """The answer."""
        by: tuple[Any, ...] = of if self._seen is None else self._seen(*of, **named)
        key = tuple([x if type(x) in self._by_value else id(x) for x in by])
        with self._lock:
            found = self._known.get(key)
            if found is not None:
                self._known.move_to_end(key)
                return found[1]
        value = self._ask(*of, **named)
        with self._lock:
            self._known[key] = by, value
            while len(self._known) > self._size:
                self._known.popitem(last=False)
        return value

    def forget(self) -> None:
        """Drop everything remembered."""
        with self._lock:
            self._known.clear()


def forget_all() -> None:
    """Drop everything that is remembered in this way, wherever: when what it speaks of is struck out, or to begin anew."""
    for forget in _ALL:
        forget()
