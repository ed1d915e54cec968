"""Work that gives way to whoever answers people."""

from __future__ import annotations

import os
from contextlib import suppress
from pathlib import Path


def behind_everybody() -> None:
    """This process goes last. Where the machine shares its time out by session, a session of its own does."""
    os.nice(19)
    with suppress(OSError):
        os.setsid()
        Path("/proc/self/autogroup").write_text("19", encoding="ascii")
