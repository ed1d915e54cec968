"""The plotter itself: a roll of paper of some width, so much of it left, a pen that runs at a speed; one plot at a time."""

from __future__ import annotations

import threading
import time
from dataclasses import dataclass, field
from itertools import pairwise
from math import hypot
from typing import Any, Final

from .language import Plot, Stroke, Unreadable, read_plot

ADVANCE: Final = 2.0
"""cm of paper run on after a plot, to be torn off"""


@dataclass
class Machine:
    """``width`` and ``left`` in cm, ``speed`` in cm a second. All of it is guarded by ``lock``."""

    width: float
    left: float
    speed: float
    lock: threading.Lock = field(default_factory=threading.Lock)
    plot: Plot = field(default_factory=Plot)
    began: float = 0.0
    state: str = "ready"
    said: str = "Ready."
    plots: int = 0
    ink: float = 0.0

    def take(self, data: bytes) -> str:
        """A plot as it came over the line; what the plotter says of it, one line. What cannot be drawn uses no paper."""
        try:
            plot = read_plot(data)
        except Unreadable as e:
            return self._refuse(f"Not a plot: {e}")
        along, across = plot.size
        with self.lock:
            if self._share() < 1.0:
                return "Busy: the pen is still at the plot before. Send it again in a moment."
        if not plot.strokes:
            return self._refuse("Nothing to draw was sent.")
        if across > self.width + 1e-6:
            return self._refuse(
                f"The paper is too narrow: {self.width:g} cm, and the plot is {across:.1f} cm across. Take a wider roll, or plot for this one."
            )
        if along + ADVANCE > self.left + 1e-6:
            return self._refuse(
                f"Out of paper: {self.left:.0f} cm are left, and the plot takes {along + ADVANCE:.0f} cm. Put in a new roll."
            )
        with self.lock:
            self.plot, self.began, self.state = plot, time.monotonic(), "drawing"
            self.left -= along + ADVANCE
            self.plots += 1
            drawn = sum(plot.ink.values())
            self.ink += drawn
            passed = f" Passed over: {', '.join(sorted(plot.unknown))}." if plot.unknown else ""
            self.said = f"Drawing {along:.1f} × {across:.1f} cm, {drawn / 100:.2f} m of ink.{passed}"
            return self.said

    def _refuse(self, words: str) -> str:
        with self.lock:
            self.state, self.said = "refused", words
        return words

    def new_roll(self, length: float) -> None:
        """Paper put in, cm."""
        with self.lock:
            self.left = length
            self.state, self.said = "ready", "Ready."

    def _share(self) -> float:
        whole = sum(self.plot.ink.values())
        return 1.0 if not whole else min(1.0, (time.monotonic() - self.began) * self.speed / whole)

    def shown(self) -> dict[str, Any]:
        """What the page shows now: as far as the pen has come."""
        with self.lock:
            share = self._share()
            if self.state == "drawing" and share >= 1.0:
                self.state, self.said = "ready", f"Drawn. {self.left:.0f} cm of paper are left."
            whole = sum(self.plot.ink.values())
            strokes, rest = [], whole * share
            for s in self.plot.strokes:
                if rest <= 0:
                    break
                strokes.append({"pen": s.pen, "broken": s.broken, "points": _as_far(s, rest)})
                rest -= s.length
            along, across = self.plot.size
            labels = (
                [{"text": x.text, "x": x.x, "y": x.y, "height": x.height, "across": x.across} for x in self.plot.labels]
                if share >= 1.0
                else []
            )
            return {
                "state": self.state,
                "said": self.said,
                "share": share,
                "width": self.width,
                "left": self.left,
                "plots": self.plots,
                "ink": self.ink,
                "along": along,
                "across": across,
                "strokes": strokes,
                "labels": labels,
            }


def _as_far(s: Stroke, rest: float) -> list[tuple[float, float]]:
    """The stroke up to so many cm of it."""
    out = [s.points[0]]
    for (a, b), (c, d) in pairwise(s.points):
        step = hypot(c - a, d - b)
        if step > rest:
            t = rest / step
            return [*out, (a + (c - a) * t, b + (d - b) * t)]
        out.append((c, d))
        rest -= step
    return out
