"""The shapes of a neckline, each drawn from the shoulder to the centre."""

from __future__ import annotations

from typing import Final, Literal, NamedTuple

from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight

Shape = Literal["round", "square", "v", "boat", "sweetheart", "halter", "keyhole", "scoop"]

SCOOPED: Final = 0.78
"""A scoop passes this share of its width and of its depth half-way round: fuller than a quarter of an ellipse, which passes at 0.71
(common practice, no source)."""
SWEETHEART: Final = (0.85, 0.3)
"""Where a sweetheart's strap turns into its curve: share of the width out from the centre, share of the depth above it."""
HOLLOW: Final = 0.06
"""Share of its own length by which a halter's edge is hollowed toward the centre, so that it does not gape off the neck."""


class Ends(NamedTuple):
    """Where a neckline begins at the shoulder and ends at the centre; unit vectors: into the piece square to the shoulder, away from
    the centre, and down."""

    shoulder: complex
    centre: complex
    into: complex
    out: complex
    down: complex


def neckline_path(shape: Shape, e: Ends) -> Path:
    """From the shoulder to the centre. A round one leaves the shoulder and meets the centre square, so that it runs on smoothly over
    both; a square one turns at a right angle; the rest as one knows them by their names."""
    n, c, out, down = e.shoulder, e.centre, e.out, e.down
    wide = ((n - c) * out.conjugate()).real
    deep = ((c - n) * down.conjugate()).real
    if shape == "v":
        return straight(n, c)
    if shape == "boat":
        return fair_curve([n, c], None, -out)
    if shape == "square":
        corner = c + out * wide
        return Path(((n, corner), (corner, c)))
    if shape == "scoop":
        return fair_curve([n, n - out * wide * (1 - SCOOPED) + down * deep * SCOOPED, c], down, -out)
    if shape == "sweetheart":
        turn = c + out * wide * SWEETHEART[0] - down * deep * SWEETHEART[1]
        over = fair_curve([turn, c], -out, down - 0.5 * out)
        return Path(((n, turn), *over.segments))
    if shape == "halter":
        chord = c - n
        square = chord * 1j / abs(chord)
        toward = square if (square * -out.conjugate()).real > 0 else -square
        return fair_curve([n, n + 0.5 * chord + toward * HOLLOW * abs(chord), c])
    return fair_curve([n, c], e.into, -out)
