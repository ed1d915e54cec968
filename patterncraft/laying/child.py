"""The packer in a process of its own: it can be stopped, and whatever becomes of it takes nobody else along.

One JSON object on stdin, one JSON line on stdout for each better layout, the last one marked. SIGINT ends it with the best so far.
"""

from __future__ import annotations

import json
import os
import resource
import signal
import sys
import threading
from contextlib import suppress
from pathlib import Path
from typing import Any

import spyrrow

FEASIBLE = (int(spyrrow.ReportType.ExplFeas), int(spyrrow.ReportType.CmprFeas), int(spyrrow.ReportType.Final))
SPARE = 20
"""seconds"""
EVERY = 0.1
"""seconds between looks at what was found"""


def _said(solution: Any, last: bool) -> str:
    placed = [[x.id, x.rotation, *x.translation] for x in solution.placed_items]
    return json.dumps({"length": solution.width, "placed": placed, "last": last})


def _behind_everybody() -> None:
    """This process goes last. Where the machine shares its time out by session, a session of its own does."""
    os.nice(19)
    with suppress(OSError):
        os.setsid()
        Path("/proc/self/autogroup").write_text("19", encoding="ascii")


def _limit(seconds: int) -> None:
    """Of the processor's time, and a little to load and to end."""
    most = seconds + SPARE
    resource.setrlimit(resource.RLIMIT_CPU, (most, most))


def main(limited: bool = False) -> None:
    """Pack, and say each better layout. ``limited``: this process is for that alone, and may take the time that was asked for and a little more."""
    _behind_everybody()
    # Whoever is started in the background may have been told to ignore it; here it is how one says stop.
    signal.signal(signal.SIGINT, signal.default_int_handler)
    task = json.load(sys.stdin)
    if limited:
        _limit(max(1, round(task["seconds"])) * task.get("workers", 1))
    items = [spyrrow.Item(x["id"], [tuple(p) for p in x["shape"]], x["demand"], x["turns"]) for x in task["items"]]
    instance = spyrrow.StripPackingInstance("lay", task["across"], items)
    config = spyrrow.StripPackingConfig(
        early_termination=False,
        total_computation_time=max(1, round(task["seconds"])),
        num_workers=task.get("workers", 1),
        seed=task.get("seed", 1),
    )
    queue = spyrrow.ProgressQueue()
    done = threading.Event()
    best = float("inf")

    def tell() -> None:
        nonlocal best
        parent = os.getppid()
        while not done.wait(EVERY):
            if os.getppid() != parent:
                # Whoever asked is gone: nobody would hear the answer.
                os._exit(1)
            for kind, solution in queue.drain():
                if int(kind) in FEASIBLE and solution.width < best:
                    best = solution.width
                    print(_said(solution, False), flush=True)

    teller = threading.Thread(target=tell, daemon=True)
    teller.start()
    final = instance.solve(config, progress=queue)
    done.set()
    teller.join()
    print(_said(final, True), flush=True)


if __name__ == "__main__":
    main(limited=True)
