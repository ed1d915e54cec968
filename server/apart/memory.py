"""The heap of the C library, where that is glibc: one for all threads, and given back when a large file was read."""

from __future__ import annotations

import contextlib
import ctypes
from typing import Final

M_ARENA_MAX: Final = -8
"""as malloc.h has it"""


def one_heap() -> None:
    """What a large file took is there for the next one, whichever thread it comes to. To be called before any thread is started."""
    with contextlib.suppress(OSError, AttributeError):
        ctypes.CDLL("libc.so.6").mallopt(ctypes.c_int(M_ARENA_MAX), ctypes.c_int(1))


def give_back() -> None:
    """What lies free in it goes back to the system."""
    with contextlib.suppress(OSError, AttributeError):
        ctypes.CDLL("libc.so.6").malloc_trim(ctypes.c_size_t(0))
