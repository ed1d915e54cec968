"""The double-pointed dart: a closed lens of lines inside a piece, as at the waist of a block to the hip."""

from __future__ import annotations

from dataclasses import dataclass

from ..geometry.intersect import line_crossings
from ..geometry.path import Path
from ..geometry.transform import Transform

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
        long = abs(self.lower - self.upper)
        if long == 0.0:
            return 0.0
        way = (self.lower - self.upper) / long
        corners = [((s[0] - self.upper) * way.conjugate()).real / long for p in (self.left, self.right) for s in p.segments[1:]]
        shares = sorted({*(k / LEVELS for k in range(1, LEVELS)), *(min(max(c, 0.0), 1.0) for c in corners)})
        widths = [self._across(share, way, long) for share in shares]
        best = widths.index(max(widths))
        low, high = shares[max(0, best - 1)], shares[min(len(shares) - 1, best + 1)]
        for _ in range(24):
            one, two = low + (high - low) / 3, high - (high - low) / 3
            low, high = (low, two) if self._across(one, way, long) > self._across(two, way, long) else (one, high)
        return max(widths[best], self._across(0.5 * (low + high), way, long))

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
