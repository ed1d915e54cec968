"""What one reading may take: kept by the system, so that no loop in a library can outlive it."""

from __future__ import annotations

import ctypes
import os
import resource
import signal
from contextlib import suppress
from pathlib import Path
from typing import Final

PROCESSOR: Final = 5
"""seconds of the processor"""
CLOCK: Final = 10.0
"""seconds by the clock"""
MEMORY: Final = 400 * 1024 * 1024
"""bytes more than it had when it began"""
WRITTEN: Final = 64 * 1024 * 1024
"""bytes of one answer"""
GIVES_WAY: Final = 5
"""so much nicer than whoever answers people: a third of what each of those gets, since a reading has to end in its time on a busy machine too"""
PR_SET_PDEATHSIG: Final = 1
"""as prctl.h has it"""


def keep_to_them() -> None:
    """From now on, for this process alone; it ends with the one that it parted from."""
    os.nice(GIVES_WAY)
    with suppress(OSError, AttributeError):
        ctypes.CDLL("libc.so.6").prctl(PR_SET_PDEATHSIG, int(signal.SIGKILL))
    for told in (signal.SIGTERM, signal.SIGINT, signal.SIGALRM, signal.SIGXCPU):
        signal.signal(told, signal.SIG_DFL)
    signal.setitimer(signal.ITIMER_REAL, CLOCK)
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    resource.setrlimit(resource.RLIMIT_CPU, (PROCESSOR, PROCESSOR + 1))
    resource.setrlimit(resource.RLIMIT_FSIZE, (WRITTEN, WRITTEN))
    most = _held() + MEMORY
    resource.setrlimit(resource.RLIMIT_DATA, (most, most))


def _held() -> int:
    """Bytes that this process could write to already; 0 where the system does not say."""
    with suppress(OSError, StopIteration, ValueError):
        lines = Path("/proc/self/status").read_text(encoding="ascii").splitlines()
        return 1024 * int(next(x for x in lines if x.startswith("VmData:")).split()[1])
    return 0
