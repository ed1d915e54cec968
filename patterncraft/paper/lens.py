"""The double-pointed dart: a closed lens of lines inside a piece, as at the waist of a block to the hip."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import Final

from ..geometry.flatten import flat_path
from ..geometry.intersect import line_crossings
from ..geometry.path import Path
from ..geometry.transform import Transform
from ..tolerances import SNAP

FLATNESS: Final = 0.0005
"""cm by which the chords of a line leave it where its crossings are sought."""
LEVELS = 24
"""Levels at which a lens is measured before its widest is sought between two."""


@dataclass(frozen=True, slots=True)
class Lens:
    """Both sides run from the upper point to the lower and are sewn together. It reaches no edge."""

    name: str
    left: Path
    right: Path

    @property
    def upper(self) -> complex:
        """The point nearer the top."""
        return self.left.start

    @property
    def lower(self) -> complex:
        """The point nearer the hem."""
        return self.left.end

    @property
    def middle(self) -> complex:
        """Half-way between the two points."""
        return 0.5 * (self.upper + self.lower)

    @property
    def widest(self) -> float:
        """cm across at its widest, measured square to the way from point to point: the intake."""
        return self._widest()[1]

    @property
    def widest_at(self) -> complex:
        """Where it is widest, on the straight way from its upper point to its lower."""
        return self.upper + (self.lower - self.upper) * self._widest()[0]

    def _widest(self) -> tuple[float, float]:
        """The share of the way from point to point at which it is widest, and how wide, cm."""
        long = abs(self.lower - self.upper)
        if long == 0.0:
            return 0.5, 0.0
        way = (self.lower - self.upper) / long
        corners = [((s[0] - self.upper) * way.conjugate()).real / long for p in (self.left, self.right) for s in p.segments[1:]]
        shares = sorted({*(k / LEVELS for k in range(1, LEVELS)), *(min(max(c, 0.0), 1.0) for c in corners)})
        widths = [self._across(share, way, long) for share in shares]
        best = widths.index(max(widths))
        around = [0.0, *shares, 1.0]
        low, high = around[best], around[best + 2]
        for _ in range(24):
            one, two = low + (high - low) / 3, high - (high - low) / 3
            low, high = (low, two) if self._across(one, way, long) > self._across(two, way, long) else (one, high)
        between = self._across(0.5 * (low + high), way, long)
        return (shares[best], widths[best]) if widths[best] >= between else (0.5 * (low + high), between)

    def _across(self, share: float, way: complex, long: float) -> float:
        middle = self.upper + way * long * share
        return self.width_on(middle - 1j * way * long, middle + 1j * way * long)

    @property
    def outline(self) -> Path:
        """Round the lens, closed."""
        return Path(self.left.segments + self.right.reversed().segments)

    def width_on(self, a: complex, b: complex) -> float:
        """cm of the straight stretch a–b that lie inside the lens; 0 where it passes by."""
        hits = [h.s for s in self.outline.segments for h in line_crossings(a, b, s)]
        return (max(hits) - min(hits)) * abs(b - a) if hits else 0.0

    def is_crossed_by(self, a: complex, b: complex) -> bool:
        """Whether the straight stretch a–b runs through it. Touching a point is not crossing."""
        return self.width_on(a, b) > 1e-6

    def crossings(self, line: Path) -> list[float]:
        """cm along a line at which it crosses a side, in order; none where it passes by or only touches a point."""
        found: list[float] = []
        done = 0.0
        for a, b in pairwise(flat_path(line, FLATNESS)):
            for seg in self.outline.segments:
                hits = line_crossings(a, b, seg)
                found += [done + h.s * abs(b - a) for h in hits if min(abs(h.point - self.upper), abs(h.point - self.lower)) > SNAP]
            done += abs(b - a)
        found.sort()
        # A crossing at a corner of a side is met by both of its lines: once is enough.
        return [x for k, x in enumerate(found) if k == 0 or x - found[k - 1] > SNAP]

    def placed(self, by: Transform) -> Lens:
        """The same dart where the transform puts it; turned over, left is right."""
        left, right = self.left.placed(by), self.right.placed(by)
        return Lens(self.name, right, left) if by.mirrored else Lens(self.name, left, right)


def straight_lens(name: str, upper: complex, left: complex, right: complex, lower: complex) -> Lens:
    """Four straight lines: the usual waist dart of a hip-length block. ``left`` has the smaller x."""
    return Lens(
        name,
        Path(((upper, left), (left, lower))),
        Path(((upper, right), (right, lower))),
    )
