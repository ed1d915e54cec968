"""The packer at work: better and better lays, as they are found, until the time is up or somebody says stop."""

from __future__ import annotations

import json
import signal
import subprocess
import sys
import threading
import time
from collections.abc import Callable, Iterator
from queue import Empty, Queue
from typing import Final

from ..errors import PatternError
from .cloth import LayOrder
from .lay import Lay
from .packing import Task, placed_by

LOOK: Final = 0.1
"""seconds between questions whether to stop"""
PATIENCE: Final = 3.0
"""seconds given to the packer to end by itself"""
GRACE: Final = 10.0
"""seconds by the clock beyond those asked for, to load and to end"""
LAYERS: Final = {"single": 1, "folded": 2, "doubled": 2}


class LayFailed(PatternError):
    """The packer ended without any layout."""

    code = "lay_failed"


def lays(task: Task, order: LayOrder, stop: Callable[[], bool] = lambda: False) -> Iterator[Lay]:
    """Each sound lay that is shorter than the one before; the last one is the best. ``stop`` is asked every tenth of a second: the packer ends
    within one more, and where it does not hear, it is ended after ``PATIENCE``. Raises LayFailed where it found none (unless it was stopped)."""
    process = subprocess.Popen(
        [sys.executable, "-m", "patterncraft.laying.child"],
        stdin=subprocess.PIPE,
        stdout=subprocess.PIPE,
        stderr=subprocess.PIPE,
        text=True,
    )
    lines: Queue[str | None] = Queue()
    threading.Thread(target=_read, args=(process, lines), daemon=True).start()
    said: list[str] = []
    threading.Thread(target=_listen, args=(process, said), daemon=True).start()
    if process.stdin:
        process.stdin.write(json.dumps(task.data))
        process.stdin.close()
    best: Lay | None = None
    stopped = False
    # One that stands still, or counts its own time wrongly, is not waited for.
    until = time.monotonic() + order.seconds + GRACE
    try:
        while time.monotonic() < until:
            if not stopped and stop():
                stopped = True
                process.send_signal(signal.SIGINT)
                # One that is still being loaded may not have heard it.
                until = min(until, time.monotonic() + PATIENCE)
            try:
                line = lines.get(timeout=LOOK)
            except Empty:
                continue
            if line is None:
                break
            found = Lay(task.shapes, tuple(placed_by(task, json.loads(line))), task.room, LAYERS[order.how])
            if (best is None or found.length < best.length - 1e-6) and found.is_sound():
                best = found
                yield found
    finally:
        _end(process)
    if best is None and not stopped:
        raise LayFailed(
            "no lay was found.",
            "",
            "Give it more time, a wider cloth or a smaller gap." if not said else "Look at the pieces' outlines.",
            "",
        )


def _read(process: subprocess.Popen[str], lines: Queue[str | None]) -> None:
    if process.stdout:
        for line in process.stdout:
            lines.put(line)
    lines.put(None)


def _listen(process: subprocess.Popen[str], said: list[str]) -> None:
    if process.stderr:
        said.extend(process.stderr.read().splitlines()[-3:])


def _end(process: subprocess.Popen[str]) -> None:
    if process.poll() is None:
        process.send_signal(signal.SIGINT)
        try:
            process.wait(PATIENCE)
        except subprocess.TimeoutExpired:
            process.kill()
            process.wait()
