"""The process that stands ready: it takes letters at the door, and parts for each, by turns of the houses that ask.

It has no threads, so whoever parts from it finds every lock open. Whoever asked and has gone is no longer read for.
"""

from __future__ import annotations

import contextlib
import logging
import os
import select
import signal
import socket
from collections import deque
from dataclasses import dataclass
from itertools import count
from typing import Final

from . import letter
from .letter import Word
from .limits import keep_to_them

AT_ONCE: Final = 2
"""readings under way; of one house one"""
MOST_WAITING: Final = 12
"""readings of a house that wait"""
LOOK: Final = 0.02
"""seconds between looks at what is under way"""
log = logging.getLogger(__name__)


@dataclass(slots=True)
class Reading:
    """``wire``: to whoever asked; ``file``: the letter."""

    house: int
    wire: socket.socket
    file: int

    def close(self) -> None:
        """Nobody here holds it any longer."""
        self.wire.close()
        os.close(self.file)

    def say(self, word: Word) -> None:
        """What became of it; whoever has gone does not hear it."""
        with contextlib.suppress(OSError):
            self.wire.send(word)


class Reader:
    """``door``: letters come in at it."""

    def __init__(self, door: socket.socket) -> None:
        self._door = door
        self._waiting: deque[Reading] = deque()
        self._at: dict[int, Reading] = {}
        self._turn: dict[int, int] = {}
        self._turns = count()
        self._poll = select.poll()
        self._poll.register(door, select.POLLIN)

    def work(self) -> None:
        """Until nobody is left who could ask."""
        while self._look(LOOK if self._at else None):
            self._reap()
            self._begin()

    def _look(self, seconds: float | None) -> bool:
        for number, event in self._poll.poll(None if seconds is None else 1000 * seconds):
            if number == self._door.fileno():
                if not self._take():
                    return False
            elif event:
                self._gone(number)
        return True

    def _take(self) -> bool:
        data, files, _, _ = socket.recv_fds(self._door, 64, 2)
        if not data and not files:
            return False
        if len(files) != 2:
            for number in files:
                os.close(number)
            return True
        reading = Reading(int(data), socket.socket(fileno=files[0]), files[1])
        if sum(r.house == reading.house for r in self._waiting) >= MOST_WAITING:
            reading.say(Word.BUSY)
            reading.close()
            return True
        self._waiting.append(reading)
        # Nobody writes on it: what is to be read there is its end.
        self._poll.register(reading.wire, select.POLLIN | select.POLLHUP)
        return True

    def _gone(self, number: int) -> None:
        for pid, reading in self._at.items():
            if reading.wire.fileno() == number:
                self._poll.unregister(reading.wire)
                with contextlib.suppress(ProcessLookupError):
                    os.kill(pid, signal.SIGKILL)
                return
        for reading in self._waiting:
            if reading.wire.fileno() == number:
                self._poll.unregister(reading.wire)
                self._waiting.remove(reading)
                reading.close()
                return

    def _reap(self) -> None:
        while self._at:
            pid, status = os.waitpid(-1, os.WNOHANG)
            if not pid:
                return
            reading = self._at.pop(pid, None)
            if reading is None:
                continue
            with contextlib.suppress(KeyError):
                self._poll.unregister(reading.wire)
            code = os.waitstatus_to_exitcode(status)
            if code:
                # It was ended by one of its limits, or broke.
                reading.say(Word.TOO_LONG if -code in (signal.SIGXCPU, signal.SIGALRM) else Word.BROKEN)
            reading.close()

    def _begin(self) -> None:
        """Of the houses that nothing is read for, the one whose last turn is longest ago."""
        while len(self._at) < AT_ONCE:
            busy = {r.house for r in self._at.values()}
            free = [r for r in self._waiting if r.house not in busy]
            if not free:
                return
            found = min(free, key=lambda r: self._turn.get(r.house, -1))
            self._turn[found.house] = next(self._turns)
            self._waiting.remove(found)
            try:
                pid = os.fork()
            except OSError:
                found.say(Word.BUSY)
                self._poll.unregister(found.wire)
                found.close()
                return
            if pid == 0:
                _read(found)
            self._at[pid] = found


def _read(reading: Reading) -> None:
    """In the process that has parted; never returns."""
    code = 1
    try:
        keep_to_them()
        reading.say(letter.answer(reading.file))
        code = 0
    except BaseException:
        log.exception("a file could not be read")
    finally:
        os._exit(code)
