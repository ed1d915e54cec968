"""Timing: medians over enough rounds, and the table they are printed in."""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from statistics import median, quantiles
from typing import Any


def per_call(run: Callable[[], Any], seconds: float = 0.4, least: int = 5) -> float:
    """Median seconds of one call, warmed up once."""
    run()
    begun = time.perf_counter()
    run()
    # Short calls are timed in bundles, so that the clock itself does not count.
    bundle = max(1, int(2e-4 / max(time.perf_counter() - begun, 1e-7)))
    times: list[float] = []
    start = time.perf_counter()
    while len(times) < least or time.perf_counter() - start < seconds:
        begun = time.perf_counter()
        for _ in range(bundle):
            run()
        times.append((time.perf_counter() - begun) / bundle)
    return median(times)


def pace() -> float:
    """Median seconds of a fixed piece of plain Python: what every time in the table is to be read against."""

    def loop() -> complex:
        z, by = 1 + 0j, 0.6 + 0.8j
        for _ in range(100_000):
            z = z * by
        return z

    return per_call(loop, 0.2)


class Others:
    """What else runs on the machine that this one is a part of. A late answer while a third of the time was given to others says little about what answers."""

    def __init__(self) -> None:
        self._begun = _given()

    def taken(self) -> float:
        """Share, 0 to 1, of the processors' time since this was made, or asked last, that the machine gave to others (proc(5), “steal”); 0 where the system does not
        tell."""
        now = _given()
        stolen, all_of_it = (b - a for a, b in zip(self._begun, now, strict=True))
        self._begun = now
        return stolen / all_of_it if all_of_it else 0.0


def _given() -> tuple[int, int]:
    """(Stolen, all) since the start of the machine, ticks."""
    try:
        ticks = [int(x) for x in Path("/proc/stat").read_text(encoding="ascii").split("\n", 1)[0].split()[1:9]]
    except (OSError, ValueError):
        return 0, 0
    return ticks[7], sum(ticks)


def steady(times: list[float], rounds: int = 5) -> tuple[float, float]:
    """(median, 95th percentile) of the quickest of so many stretches of the given seconds: as it is while the machine keeps its pace."""
    size = len(times) // rounds
    return min(spread(times[k * size : (k + 1) * size]) for k in range(rounds))


def spread(times: list[float]) -> tuple[float, float]:
    """(median, 95th percentile) of the given seconds."""
    return median(times), quantiles(times, n=20)[-1]


@dataclass(frozen=True)
class Row:
    """One line: what was measured, what came out, the target, and whether it was met (None: told only)."""

    what: str
    seen: str
    target: str = ""
    met: bool | None = None


def table(rows: list[Row]) -> str:
    """The rows as lines of text, columns flush."""
    widths = [max(len(getattr(r, k)) for r in rows) for k in ("what", "seen", "target")]
    marks = {True: "met", False: "MISSED", None: ""}
    return "\n".join(f"{r.what:<{widths[0]}}  {r.seen:>{widths[1]}}  {r.target:<{widths[2]}}  {marks[r.met]}" for r in rows)


def ms(seconds: float) -> str:
    """Seconds said in ms, two decimals."""
    return f"{seconds * 1e3:.2f} ms"
