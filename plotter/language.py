"""HPGL read: the published two-letter commands (from memory), as strokes of pens on paper, cm."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from itertools import pairwise
from math import hypot
from typing import Final

UNITS: Final = 400.0
"""plotter units in a centimetre: one is 0.025 mm"""
MOST_STROKES: Final = 200_000
KNOWN: Final = {"IN", "DF", "PA", "PR", "SP", "LT", "PU", "PD", "SI", "DI", "PG", "VS", "LB"}
_COMMAND: Final = re.compile(rb"\s*([A-Za-z]{2})")
_NUMBERS: Final = re.compile(rb"[^;A-Za-z]*")


class Unreadable(ValueError):
    """What came is no plot."""


@dataclass(frozen=True, slots=True)
class Stroke:
    """A line drawn without lifting the pen: (x along the roll, y across it), cm."""

    pen: int
    broken: bool
    points: tuple[tuple[float, float], ...]

    @property
    def length(self) -> float:
        """cm of ink."""
        return sum(hypot(c - a, d - b) for (a, b), (c, d) in pairwise(self.points))


@dataclass(frozen=True, slots=True)
class Label:
    """Letters at a place, cm; ``across``: they run across the roll."""

    text: str
    x: float
    y: float
    height: float
    across: bool


@dataclass(slots=True)
class Plot:
    """All that was sent, in order; ``unknown``: commands that were passed over."""

    strokes: list[Stroke] = field(default_factory=list)
    labels: list[Label] = field(default_factory=list)
    unknown: set[str] = field(default_factory=set)

    @property
    def size(self) -> tuple[float, float]:
        """(along, across) that the plot takes, cm from the origin."""
        places = [p for s in self.strokes for p in s.points] + [(x.x, x.y) for x in self.labels]
        return max((x for x, _ in places), default=0.0), max((y for _, y in places), default=0.0)

    @property
    def ink(self) -> dict[int, float]:
        """cm drawn by each pen."""
        out: dict[int, float] = {}
        for s in self.strokes:
            out[s.pen] = out.get(s.pen, 0.0) + s.length
        return out


def read_plot(data: bytes) -> Plot:
    """Raises Unreadable, with one sentence, for what is no HPGL, or more than a plotter draws in a day."""
    if not data.strip():
        raise Unreadable("Nothing was sent.")
    plot = Plot()
    hand = _Hand(plot)
    at = 0
    while at < len(data):
        found = _COMMAND.match(data, at)
        if not found:
            if data[at : at + 1] in b";\r\n\t \x03":
                at += 1
                continue
            raise Unreadable(f"At letter {at + 1} stands no command: {data[at : at + 12]!r}.")
        name, at = found[1].decode().upper(), found.end()
        if name == "LB":
            end = data.find(b"\x03", at)
            if end < 0:
                raise Unreadable("A label has no end.")
            hand.label(data[at:end].decode("latin-1"))
            at = end + 1
            continue
        text = _NUMBERS.match(data, at)
        said = text[0] if text else b""
        at += len(said)
        try:
            numbers = [float(v) for v in said.replace(b",", b" ").split()]
        except ValueError:
            raise Unreadable(f"{name} is followed by no numbers: {said[:20]!r}.") from None
        hand.do(name, numbers)
        if len(plot.strokes) > MOST_STROKES:
            raise Unreadable("That is more than a plotter draws in a day.")
    hand.lift()
    return plot


class _Hand:
    """The pen's state between two commands."""

    def __init__(self, plot: Plot) -> None:
        self.plot = plot
        self.x = self.y = 0.0
        self.pen, self.down, self.relative, self.broken, self.across = 0, False, False, False, False
        self.height = 0.27
        self.points: list[tuple[float, float]] = []

    def do(self, name: str, numbers: list[float]) -> None:
        if name in ("PU", "PD"):
            self.lift() if name == "PU" or not self.down else None
            self.down = name == "PD"
            self.go(numbers)
        elif name in ("PA", "PR"):
            self.relative = name == "PR"
            self.go(numbers)
        elif name == "SP":
            self.lift()
            self.pen = int(numbers[0]) if numbers else 0
        elif name == "LT":
            self.lift()
            self.broken = bool(numbers)
        elif name == "SI" and len(numbers) == 2:
            self.height = numbers[1]
        elif name == "DI" and len(numbers) == 2:
            self.across = abs(numbers[1]) > abs(numbers[0])
        elif name in ("IN", "DF"):
            self.lift()
            self.down = self.relative = self.broken = self.across = False
        elif name not in KNOWN:
            self.plot.unknown.add(name)

    def go(self, numbers: list[float]) -> None:
        if len(numbers) % 2:
            raise Unreadable("A place has x, and no y.")
        for x, y in zip(numbers[::2], numbers[1::2], strict=True):
            if self.down and not self.points:
                self.points = [(self.x, self.y)]
            base = (self.x, self.y) if self.relative else (0.0, 0.0)
            self.x, self.y = base[0] + x / UNITS, base[1] + y / UNITS
            if self.down:
                self.points.append((self.x, self.y))

    def lift(self) -> None:
        if len(self.points) > 1 and self.pen:
            self.plot.strokes.append(Stroke(self.pen, self.broken, tuple(self.points)))
        self.points = []

    def label(self, text: str) -> None:
        self.lift()
        self.plot.labels.append(Label(text, self.x, self.y, self.height, self.across))
