"""Where one asks: a letter is handed to the reader, and its answer waited for."""

from __future__ import annotations

import atexit
import os
import select
import socket
import subprocess
import sys
import threading
import time
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from typing import Final, TypeVar, TypeVarTuple

from patterncraft.errors import BadFile, PatternError

from ..config.store_faults import Busy
from . import letter
from .letter import Word
from .turns import asker_has_gone, out_of_turn

PATIENCE: Final = 20.0
"""seconds to wait in all, for one's turn too"""
LOOK: Final = 0.25
"""seconds between looks whether the asker has gone"""
OF_A_HOUSE: Final = 2
"""readings that a house may ask of a process at one time: a thread waits for each"""
IN_ALL: Final = 3
"""readings that a process may ask for at one time"""
Ts = TypeVarTuple("Ts")
T = TypeVar("T")


class Door:
    """Both ends of the way to a reader. Made before processes part; each of them may ask then."""

    def __init__(self) -> None:
        self.asking, self.reading = socket.socketpair(socket.AF_UNIX, socket.SOCK_SEQPACKET)

    def hand_in(self, house: int, wire: socket.socket, file: int) -> None:
        """A letter of a house. Raises OSError where nobody takes letters in."""
        socket.send_fds(self.asking, [str(house).encode()], [wire.fileno(), file])


_door: Door | None = None
_own: subprocess.Popen[bytes] | None = None
_lock: Final = threading.Lock()
_asking: Final[Counter[int]] = Counter()


def open_door() -> Door:
    """For this process and those that part from it: somebody has to stand behind it (``Reader``)."""
    global _door
    _door = Door()
    return _door


def _found() -> Door:
    """The door; where nobody stands behind one, as in a command or a test, with a reader of one's own."""
    global _door, _own
    with _lock:
        if _door is None or (_own is not None and _own.poll() is not None):
            _door = Door()
            number = _door.reading.fileno()
            _own = subprocess.Popen([sys.executable, "-m", "server.apart", str(number)], pass_fds=[number], start_new_session=True)
            _door.reading.close()
            atexit.register(_own.kill)
        return _door


@contextmanager
def _counted(house: int) -> Iterator[None]:
    with _lock:
        if _asking[house] >= OF_A_HOUSE or _asking.total() >= IN_ALL:
            raise Busy("other files are being read just now.", cure="Try again in a moment.")
        _asking[house] += 1
    try:
        yield
    finally:
        with _lock:
            _asking[house] -= 1
            if not _asking[house]:
                del _asking[house]


def apart(house: int, where: str, function: Callable[[*Ts], T], *args: *Ts) -> T:
    """What the function answers, called in a process of its own; the function and what goes in and out of it can be pickled. ``house``: the workroom's number, by whose
    turns readings are done; ``where``: what is read, for a refusal.

    Raises what the core refuses; BadFile where it breaks, or takes more than it is given (``limits``); Busy where too much is being read. Where nobody waits for the answer any
    more, the reading is ended, and Busy is raised.
    """
    file = letter.blank()
    try:
        with _counted(house):
            letter.write(file, (function, args))
            with out_of_turn():
                word = _asked(house, file)
        if word is Word.READ:
            answer: T = letter.read(file)
            return answer
        raise letter.refusal(file) if word is Word.REFUSED else _told(word, where)
    finally:
        os.close(file)


def _asked(house: int, file: int) -> Word:
    until = time.monotonic() + PATIENCE
    ours, theirs = socket.socketpair()
    with ours:
        with theirs:
            try:
                _found().hand_in(house, theirs, file)
            except OSError:
                return Word.BUSY
        poll = select.poll()
        poll.register(ours, select.POLLIN)
        while time.monotonic() < until and not asker_has_gone():
            if poll.poll(1000 * LOOK):
                with suppress(OSError, ValueError):
                    return Word(ours.recv(1))
                return Word.BUSY
    return Word.BUSY


def _told(word: Word, where: str) -> PatternError:
    cure = "Send a simpler or a smaller one."
    match word:
        case Word.BUSY:
            return Busy("other files are being read just now.", where, "Try again in a moment.")
        case Word.TOO_LONG:
            return BadFile("it takes longer to read than a file may.", where, cure)
        case Word.TOO_LARGE:
            return BadFile("it takes more memory to read than a file may.", where, cure)
        case _:
            return BadFile("it cannot be read.", where, cure)
