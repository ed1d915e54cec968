"""What is asked of the reader, and its answer: both in one file without a name, which only those who were handed it can open."""

from __future__ import annotations

import os
import pickle
import tempfile
from collections.abc import Callable
from enum import Enum
from typing import Any, Final

from patterncraft.errors import PatternError


class Word(bytes, Enum):
    """One letter over the wire, as soon as something is known."""

    READ = b"r"
    REFUSED = b"f"
    BROKEN = b"x"
    TOO_LONG = b"t"
    TOO_LARGE = b"m"
    BUSY = b"b"


_NAMES: Final = ("message", "where", "cure", "field", "step")


def blank() -> int:
    """A file in memory; where the system has none, one on the disk that nobody else can open."""
    if hasattr(os, "memfd_create"):
        return os.memfd_create("letter")
    with tempfile.TemporaryFile() as file:
        return os.dup(file.fileno())


def write(file: int, what: Any) -> None:
    """In the place of whatever stood there."""
    data = memoryview(pickle.dumps(what, protocol=pickle.HIGHEST_PROTOCOL))
    os.ftruncate(file, 0)
    os.lseek(file, 0, os.SEEK_SET)
    while data:
        data = data[os.write(file, data) :]


def read(file: int) -> Any:
    """What stands there."""
    os.lseek(file, 0, os.SEEK_SET)
    with open(file, "rb", closefd=False) as opened:
        return pickle.load(opened)


def answer(file: int) -> Word:
    """Do what is asked in the letter and write the answer over it."""
    function: Callable[..., Any]
    function, args = read(file)
    try:
        write(file, function(*args))
    except PatternError as e:
        write(file, (type(e), [getattr(e, n) for n in _NAMES]))
        return Word.REFUSED
    except MemoryError:
        return Word.TOO_LARGE
    return Word.READ


def refusal(file: int) -> PatternError:
    """The refusal in the letter, as it was raised."""
    kind, fields = read(file)
    raised: PatternError = kind(*fields)
    return raised
