"""Lengths in which zips are sold."""

from __future__ import annotations

from typing import Final

ZIPS: Final = (10, 12, 15, 18, 20, 22, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80)
"""cm (common practice, no source)."""

SAME: Final = 0.3
"""cm by which what was asked for may differ from a length that is sold: 7 in are 17.8."""
FLY_END: Final = "zip end"
"""Name of the mark on a centre at which the zip of its fly ends."""


def nearest_zip(length: float) -> float:
    """The length that is sold and nearest to ``length`` cm; half-way the longer, since a zip can be shortened."""
    return float(min(reversed(ZIPS), key=lambda z: abs(z - length)))


def next_zip(length: float) -> float:
    """The shortest that is sold and opens ``length`` cm: what is longer than that is cut off. The longest there is where none is so long."""
    return float(min((z for z in ZIPS if z >= length - SAME), default=ZIPS[-1]))


def bought_for(length: float) -> str:
    """What to buy for an opening of ``length`` cm, in a sentence."""
    zip_long = next_zip(length)
    over = zip_long - length
    if over <= SAME:
        return f"A zip of {zip_long:.0f} cm."
    return f"A zip of {zip_long:.0f} cm, shortened from its upper end by {over:.1f} cm."
