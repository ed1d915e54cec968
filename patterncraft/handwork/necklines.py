"""The shapes of a neckline, each drawn from the shoulder to the centre."""

from __future__ import annotations

from typing import Final, Literal, NamedTuple

from ..geometry.curvature import how_it_bends
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight

Shape = Literal["round", "square", "v", "boat", "sweetheart", "halter", "keyhole", "scoop"]

SCOOPED: Final = 0.78
"""A scoop passes this share of its width and of its depth half-way round: fuller than a quarter of an ellipse, which passes at 0.71
(common practice, no source)."""
SWEETHEART: Final = (0.85, 0.3)
"""Where a sweetheart's strap turns into its curve: share of the width out from the centre, share of the depth above it."""
FULL: Final = 0.6
"""Share of the way to the corner at which the handles of a curve within it stand: a little fuller than an ellipse's 0.55."""
HOLLOW: Final = 0.06
"""Share of its own length by which a halter's edge is hollowed toward the centre, so that it does not gape off the neck."""


class Ends(NamedTuple):
    """Where a neckline begins at the shoulder and ends at the centre; unit vectors: into the piece (square to the shoulder, or as the other
    piece's neckline runs on over it), away from the centre, and down."""

    shoulder: complex
    centre: complex
    into: complex
    out: complex
    down: complex


def neckline_path(shape: Shape, e: Ends) -> Path:
    """From the shoulder to the centre. A round one and a scoop leave the shoulder along ``into`` and meet the centre square, so that they run on smoothly
    over both; a square one turns at a right angle; the rest as one knows them by their names."""
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
        return fair_curve([n, n - out * wide * (1 - SCOOPED) + down * deep * SCOOPED, c], e.into, -out)
    if shape == "sweetheart":
        turn = c + out * wide * SWEETHEART[0] - down * deep * SWEETHEART[1]
        over = fair_curve([turn, c], -out, down - 0.5 * out)
        return Path(((n, turn), *over.segments))
    if shape == "halter":
        chord = c - n
        square = chord * 1j / abs(chord)
        toward = square if (square * -out.conjugate()).real > 0 else -square
        return fair_curve([n, n + 0.5 * chord + toward * HOLLOW * abs(chord), c])
    return _round(e)


def _round(e: Ends) -> Path:
    """The fair curve; where that would turn over, as in a shallow back neck, the one curve within the corner that both directions make."""
    curve = fair_curve([e.shoulder, e.centre], e.into, -e.out)
    if not how_it_bends(curve).inflections:
        return curve
    corner = crossing(e.shoulder, e.into, e.centre, e.out)
    if corner is None:
        return curve
    n, c = e.shoulder, e.centre
    return Path(((n, n + (corner - n) * FULL, c + (corner - c) * FULL, c),))


def crossing(a: complex, way: complex, b: complex, other: complex) -> complex | None:
    """Where the rays from two points meet ahead of both; None where they do not."""
    turn = (way.conjugate() * other).imag
    if abs(turn) < 1e-9:
        return None
    t = ((b - a) * other.conjugate()).imag / (way * other.conjugate()).imag
    u = ((a - b) * way.conjugate()).imag / (other * way.conjugate()).imag
    return a + way * t if t > 0 and u > 0 else None
