"""The sums that the moves of darts have in common: intake from leg and angle, and that no angle is lost."""

from __future__ import annotations

from math import degrees as to_degrees

from ..paper.dart import Dart, chord, darts_of
from ..paper.piece import Piece
from ..working import Sum, degrees, length

LEGS_ALIKE = 1e-3
"""cm; a dart with legs further apart has no intake of the form 2·r·sin(θ/2)."""


def opened(label: str, radius: float, angle: float) -> Sum:
    """The width of a mouth ``radius`` cm from the pivot that stands open by ``angle`` radians: 2·r·sin(θ/2)."""
    return Sum(label, length(chord(radius, angle)), "2 × {} × sin({} / 2)", (length(radius), degrees(to_degrees(angle))))


def intake_of(dart: Dart) -> Sum:
    """A dart's intake, worked out where its legs are alike, else as it is measured."""
    label = f"Intake of the {dart.name}"
    if abs(dart.leg_in.length - dart.leg_out.length) > LEGS_ALIKE:
        return Sum(label, length(dart.intake))
    return opened(label, dart.leg_in.length, abs(dart.angle))


def degrees_held(piece: Piece) -> float:
    """Degrees of all darts of a piece together."""
    return sum(to_degrees(abs(d.angle)) for d in darts_of(piece))


def all_darts(before: Piece, after: Piece) -> Sum:
    """What all darts hold together, before and after: swinging paper about loses no angle."""
    return Sum("All darts, before = after", degrees(degrees_held(after)), "{}", (degrees(degrees_held(before)),))
