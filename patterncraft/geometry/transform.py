"""How paper is placed: slid, swung, turned over. Nothing here can stretch it."""

from __future__ import annotations

import cmath
from typing import NamedTuple, cast

from .segment import Segment


class Transform(NamedTuple):
    """A rigid move z → turn·z + shift, or turn·conj(z) + shift when ``mirrored``. |turn| is 1."""

    turn: complex
    shift: complex
    mirrored: bool = False

    def point(self, z: complex) -> complex:
        """A point moved along."""
        return self.turn * (z.conjugate() if self.mirrored else z) + self.shift

    def segment(self, seg: Segment) -> Segment:
        """A segment moved along."""
        turn, shift, mirrored = self
        if mirrored:
            return cast(Segment, tuple(turn * z.conjugate() + shift for z in seg))
        return cast(Segment, tuple([turn * z + shift for z in seg]))

    def inverse(self) -> Transform:
        """The move back."""
        if self.mirrored:
            return Transform(self.turn, -self.turn * self.shift.conjugate(), True)
        back = self.turn.conjugate()
        return Transform(back, -back * self.shift)

    def then(self, later: Transform) -> Transform:
        """This move first, ``later`` after it."""
        turn = self.turn.conjugate() if later.mirrored else self.turn
        return Transform(later.turn * turn, later.point(self.shift), self.mirrored != later.mirrored)


def slide(by: complex) -> Transform:
    """Translation by a vector in cm."""
    return Transform(1 + 0j, by)


def swing(about: complex, angle: float) -> Transform:
    """Rotation about a point. ``angle`` in radians, in the paper's axes (y down): positive turns
    +x toward +y, which is clockwise as seen."""
    turn = cmath.rect(1.0, angle)
    return Transform(turn, about - turn * about)


def turn_over(a: complex, b: complex) -> Transform:
    """Mirror across the line through a and b (two different points)."""
    along = (b - a) / abs(b - a)
    turn = along * along
    return Transform(turn, a - turn * a.conjugate(), mirrored=True)
