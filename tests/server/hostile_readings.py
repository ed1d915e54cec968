"""What a hostile file can make of its reader, shortly: called apart, by name."""

from __future__ import annotations

import ctypes
import os
import time
from pathlib import Path

from patterncraft.errors import BadFile


def doubled(what: list[int]) -> list[int]:
    """Nothing hostile."""
    return what + what


def refuses(where: str) -> None:
    """As the core does."""
    raise BadFile("it has no outline.", where, "Draw one.", "pieces")


def turns_for_ever() -> None:
    """Holding the interpreter."""
    while True:
        pass


def sleeps() -> None:
    """Without any use of the processor."""
    time.sleep(60)


def fills_the_memory() -> int:
    """Of the machine."""
    return len([b"\1" * 2**20 for _ in range(4096)])


def fills_the_disk(place: str) -> None:
    """With one file."""
    with Path(place).open("wb") as file:
        while True:
            file.write(b"\0" * 2**20)


def stumbles() -> None:
    """As a library does over what nobody foresaw."""
    raise ZeroDivisionError


def falls() -> None:
    """As a library written in C does."""
    ctypes.string_at(0)


def marks(place: str, seconds: float) -> int:
    """Says that it is there, and where it has ended."""
    Path(place).write_text(str(os.getpid()))
    time.sleep(seconds)
    return os.getpid()
