"""Processes on one socket take connections in turn: whoever has the fewest open takes the next.

A browser keeps its connections, so a process that happened to take most of them would answer them all, and the other stand idle (with twenty
people on two cores and four threads each the 95th percentile went from 233 to 202 ms).
"""

from __future__ import annotations

import mmap
import struct
import time
from types import MethodType
from typing import Any, Final

WAIT: Final = 0.05
"""seconds for which one with more connections leaves new ones to the others: should they stand still, it takes them after all."""
SLACK: Final = 1
"""connections that one may have more than another; a quarter more where there are many, so that a crowd is let in quickly"""
POLL: Final = 0.01
"""seconds between two looks"""


class Counts:
    """How many connections each process has open, in memory that all of them share. Made before they part."""

    def __init__(self, processes: int) -> None:
        self._memory = mmap.mmap(-1, 4 * processes)
        self._processes = processes

    def put(self, process: int, count: int) -> None:
        """``process`` from 0."""
        struct.pack_into("i", self._memory, 4 * process, count)

    def fewest_elsewhere(self, process: int) -> int:
        """Of all others; as many as can be where there are none."""
        counts = struct.unpack(f"{self._processes}i", self._memory)
        return min((c for k, c in enumerate(counts) if k != process), default=2**31 - 1)


def takes_its_turn(server: Any, counts: Counts, process: int) -> None:
    """Make a waitress server look at the others before it takes a connection."""
    ready, since = server.readable, [0.0]

    def readable(self: Any) -> bool:
        own = len(self.active_channels)
        counts.put(process, own)
        fewest = counts.fewest_elsewhere(process)
        if own <= fewest + SLACK + fewest // 4:
            since[0] = 0.0
            return bool(ready())
        now = time.monotonic()
        since[0] = since[0] or now
        if now - since[0] < WAIT:
            return False
        since[0] = 0.0
        return bool(ready())

    counts.put(process, 0)
    # Its own reader of settings takes whole seconds only.
    server.adj.asyncore_loop_timeout = POLL
    server.readable = MethodType(readable, server)
