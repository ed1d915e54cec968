"""Lengths in which zips are sold."""

from __future__ import annotations

from typing import Final

ZIPS: Final = (10, 12, 15, 18, 20, 22, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80)
"""cm (common practice, no source)."""


def nearest_zip(length: float) -> float:
    """The length that is sold and nearest to ``length`` cm; half-way the longer, since a zip can be shortened."""
    return float(min(reversed(ZIPS), key=lambda z: abs(z - length)))


def longest_zip(length: float) -> float:
    """The longest that is sold and not longer than ``length`` cm; the shortest there is where none is so short."""
    return float(max((z for z in ZIPS if z <= length + 0.05), default=ZIPS[0]))
