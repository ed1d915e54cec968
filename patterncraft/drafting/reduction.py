"""The waist's reduction: what is taken out between bust and waist, and where."""

from __future__ import annotations

from typing import NamedTuple

LEAST = 0.6
"""cm; a narrower dart is not worth sewing: it goes into the side."""
WIDEST = 4.5
"""cm; a wider double-pointed dart stands off: the rest goes into the side."""


class Reduction(NamedTuple):
    """cm taken on the half: front dart, back dart, at the side in front and back *each*, at the centre back."""

    front_dart: float
    back_dart: float
    side: float
    centre_back: float

    @property
    def total(self) -> float:
        """On the half: the side counts twice."""
        return self.front_dart + self.back_dart + 2 * self.side + self.centre_back


def shared_out(needed: float, model: Reduction, most_centre: float = 2.0) -> Reduction:
    """``needed`` cm on the half, in the model's proportions. Negative: the side goes out instead.

    Darts narrower than 0.6 are left out, none is wider than 4.5; what that leaves over goes to the side.
    """
    if needed <= 0:
        return Reduction(0.0, 0.0, needed / 2, 0.0)
    share = needed / model.total
    front, back = (min(x * share, WIDEST) if x * share >= LEAST else 0.0 for x in (model.front_dart, model.back_dart))
    centre = min(model.centre_back * share, most_centre)
    centre = centre if centre >= 0.3 else 0.0
    return Reduction(front, back, (needed - front - back - centre) / 2, centre)
