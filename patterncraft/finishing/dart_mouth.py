"""The shape of a dart's mouth, as one cuts it with the dart folded on the table."""

from __future__ import annotations

from typing import Final

from ..geometry.intersect import line_crossings, line_meeting
from ..geometry.path import Path, straight
from ..geometry.segment import split
from ..geometry.transform import turn_over
from ..paper.dart import Dart
from ..paper.piece import Piece

_DOWN = ("side", "armhole", "centre")
"""Darts from these edges lie across the body and are pressed down; all others toward the centre."""


def folds_to_first(piece: Piece, dart: Dart) -> bool:
    """Whether the dart is pressed toward its first mouth point (in outline order)."""
    first, second = dart.mouth
    toward = dart.rule.toward
    if toward in ("up", "down"):
        return (first.imag < second.imag) == (toward == "up")
    if toward is None and dart.mouth_edge.startswith(_DOWN):
        return first.imag > second.imag
    ends = [e.path.start.real for e in piece.outline if e.is_called_centre]
    centre = sum(ends) / len(ends) if ends else 0.0
    nearer = abs(first.real - centre) < abs(second.real - centre)
    return nearer != (toward == "side")


REACHES: Final = 1.15
"""Times a leg's length that a mouth may reach at most, where the edge beside it had to be run on by more than its own length."""


def mouth_shape(piece: Piece, dart: Dart) -> Path:
    """The cut line across the mouth, in outline order.

    Folded along the sewn legs, the intake lies under the neighbouring paper and is cut along its
    edge: so half the mouth is that edge turned over the leg, the other half the same turned over
    the dart's middle. Where the edge is too short to reach the middle it is run on straight.
    """
    n = len(piece.outline)
    first, second = dart.mouth
    if folds_to_first(piece, dart):
        half = _half(dart, first, piece.outline[(dart.vertex - 2) % n].path.reversed())
        return straight(first, second) if half is None else _both(dart, half)
    half = _half(dart, second, piece.outline[(dart.vertex + 1) % n].path)
    return straight(first, second) if half is None else _both(dart, half).reversed()


def _half(dart: Dart, corner: complex, edge: Path) -> Path | None:
    """From the corner to the dart's middle line. ``edge`` starts at the corner and runs away from the dart."""
    tip = dart.sewn_point
    if abs(tip - corner) < 0.5 or abs(dart.middle - tip) < 0.5:
        return None
    over = edge.placed(turn_over(tip, corner))
    far = tip + (dart.middle - tip) * 3
    for i, s in enumerate(over.segments):
        hits = line_crossings(tip, far, s)
        if hits:
            return Path((*over.segments[:i], split(s, hits[0].t)[0])) if hits[0].t > 1e-9 else None
    peak = line_meeting(corner, over.start_direction, tip, dart.middle - tip)
    if peak is None or abs(peak - corner) > 2 * dart.intake or abs(peak - tip) < 0.3 * abs(dart.middle - tip):
        return None
    # Folded, the intake lies under the paper beside it. Where the edge there is short, it needs to reach no farther than the legs do.
    if abs(peak - over.end) > over.length and abs(peak - tip) > REACHES * abs(corner - tip):
        return None
    return straight(corner, peak)


def _both(dart: Dart, half: Path) -> Path:
    other = half.placed(turn_over(dart.sewn_point, dart.middle))
    return Path(half.segments + other.reversed().segments)
