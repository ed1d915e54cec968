"""Sheets of a pattern's file: edges with their lengths, runs, the polygon of the paper, darts and double-pointed darts as polygons."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import cached_property
from typing import Any, NamedTuple

import numpy as np
import shapely
from shapely.ops import unary_union
from svgpathtools import CubicBezier, Line, Path, parse_path

SHUT = "to true"
"""Name of a sliver that has no sewn length."""
CHORDS = 250
"""A curve is drawn in so many chords."""


class Edge(NamedTuple):
    """One edge as it is drawn."""

    name: str
    kind: str
    path: Path

    @property
    def shut(self) -> bool:
        """Whether it is passed over when one measures along the sewn edge."""
        return self.kind == "dart" or self.name == SHUT

    @property
    def length(self) -> float:
        """cm."""
        return sum(_length(s) for s in self.path)

    @property
    def points(self) -> list[complex]:
        """The curve as corners, its end left out."""
        return [s.point(k / n) for s in self.path for n in (1 if isinstance(s, Line) else CHORDS,) for k in range(n)]

    def at(self, along: float) -> complex:
        """The point so many cm from its start."""
        for s in self.path:
            size = _length(s)
            if along <= size + 1e-9:
                return _at(s, along / size if size else 0.0)
            along -= size
        return complex(self.path.end)


def _at(s: Any, share: float) -> complex:
    """The point at a share of a segment's length, by its chords."""
    if isinstance(s, Line):
        return complex(s.point(share))
    chain = np.array([s.point(t) for t in np.linspace(0, 1, 257)])
    run = np.concatenate([[0.0], np.cumsum(np.abs(np.diff(chain)))])
    at = share * run[-1]
    return complex(np.interp(at, run, chain.real), np.interp(at, run, chain.imag))


def _length(s: Any) -> float:
    if isinstance(s, Line):
        return abs(s.end - s.start)
    assert isinstance(s, CubicBezier)
    return float(s.length(error=1e-9, min_depth=7))


class Sheet:
    """A piece of the file."""

    def __init__(self, data: Mapping[str, Any]) -> None:
        self.name: str = data["name"]
        self.edges = [Edge(e["edge"], e["kind"], parse_path(e["path"])) for e in data["outline"]]
        self.lines = [(x["name"], parse_path(x["path"])) for x in data.get("lines", ())]
        self.lenses = [_closed(parse_path(x["left"]), parse_path(x["right"])) for x in data.get("lenses", ())]
        self.cut: Mapping[str, Any] = data["cut"]
        grain = data.get("grain")
        self.grain = complex(*grain["to"]) - complex(*grain["from"]) if grain else 1j
        self.notches = data.get("notches", ())

    @property
    def times(self) -> int:
        """How often it comes round the body."""
        return int(self.cut["quantity"]) * (2 if self.cut["on_fold"] else 1)

    @cached_property
    def paper(self) -> Any:
        """What is cut: the outline's polygon."""
        return shapely.Polygon([(z.real, z.imag) for e in self.edges for z in e.points]).buffer(0)

    @cached_property
    def darts(self) -> list[tuple[Any, complex, tuple[int, int]]]:
        """Open darts: the gap as a polygon, the pivot, the numbers of its legs."""
        found = []
        for k, (a, b) in enumerate(zip([self.edges[-1], *self.edges[:-1]], self.edges, strict=True)):
            if a.kind == b.kind == "dart" and a.name == b.name:
                mouth = [complex(a.path.start), complex(b.path.start), complex(b.path.end)]
                gap = shapely.Polygon([(z.real, z.imag) for z in mouth])
                found.append((gap, mouth[1], ((k - 1) % len(self.edges), k)))
        return found

    @cached_property
    def whole(self) -> Any:
        """The paper with its open darts filled."""
        return unary_union([self.paper.buffer(1e-7), *(g.buffer(1e-7) for g, _, _ in self.darts)])

    def runs(self, name: str) -> list[list[Edge]]:
        """The edges of a name, parted where another that is sewn lies between; in the outline's sense."""
        n = len(self.edges)
        sewn = [k for k in range(n) if not self.edges[k].shut]
        order = [sewn[k:] + sewn[:k] for k in range(len(sewn)) if self.edges[sewn[k - 1]].name != name or len(sewn) == 1]
        if not order:
            return [[self.edges[k] for k in sewn]]
        runs: list[list[int]] = []
        before = None
        for k in order[0]:
            if self.edges[k].name == name:
                if before is not None and runs and before == runs[-1][-1]:
                    runs[-1].append(k)
                else:
                    runs.append([k])
            before = k
        # They are numbered by where the first of their edges stands in the outline.
        runs.sort(key=min)
        return [[self.edges[k] for k in r] for r in runs]

    def neighbours(self, run: Sequence[Edge]) -> tuple[str, str]:
        """The edges met before and behind a run."""
        sewn = [e for e in self.edges if not e.shut]
        first, last = (next(i for i, e in enumerate(sewn) if e is x) for x in (run[0], run[-1]))
        return sewn[first - 1].name, sewn[(last + 1) % len(sewn)].name


def _closed(left: Path, right: Path) -> Any:
    points = [s.point(k / 32) for s in left for k in range(32)] + [s.point(1 - k / 32) for s in reversed(right) for k in range(32)]
    return shapely.Polygon([(z.real, z.imag) for z in points]).buffer(0)
