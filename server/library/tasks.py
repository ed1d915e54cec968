"""An archive carried out or in, by the worker."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from ..config.remembered import forget_everywhere
from ..longwork.at_work import AtWork
from ..longwork.turns import Job
from .models import Archive
from .packing import Stopped as StoppedPacking
from .packing import packed
from .taking import Stopped, read, take_in

BROKE: Final = "It broke off for a reason nobody foresaw; what was done by then is kept. Try it once more."
EVERY: Final = 10
"""things after which it is told how far it is"""


def _carry(at: AtWork[Archive]) -> None:
    """Pack the library, or take one in."""
    (_out if at.record.way == Archive.Way.OUT else _in)(at)


def _told(at: AtWork[Archive]) -> Callable[[int, int], bool]:
    def told(done: int, of: int) -> bool:
        if done % EVERY == 0 or done == of:
            at.keep(done=done, of=of)
        at.let_others_first()
        return not at.is_over()

    return told


def _out(at: AtWork[Archive]) -> None:
    wanted = at.record.wanted
    try:
        out = packed(at.record.workroom, _told(at), wanted.get("styles", ()), wanted.get("blocks", ()))
    except StoppedPacking:
        at.end("It was stopped.", done=0)
        return
    at.end(data=out.data, size=len(out.data), told=out.said)


def _in(at: AtWork[Archive]) -> None:
    room = at.record.workroom
    try:
        found = read(room, bytes(at.record.data or b""), _told(at))
        taken = take_in(at, found)
    except Stopped as e:
        # Somebody said stop while a portion was waited for, perhaps.
        at.look()
        at.end(e.message)
        return
    finally:
        forget_everywhere()
    at.end(told=taken.sentences(), data=None, wanted={})


CARRY: Final = Job(_carry, BROKE)
