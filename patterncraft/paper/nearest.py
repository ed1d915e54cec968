"""The place of an outline, or of a path, that lies nearest to a point."""

from __future__ import annotations

from ..geometry.length import arc_length, segment_length
from ..geometry.path import Path
from ..geometry.segment import point_at, split
from .piece import Piece
from .sewn import Spot, point_of

ON = 1e-3
"""cm: a point this near to the outline lies on it."""


def nearest_spot(piece: Piece, point: complex) -> Spot:
    """The spot of the sewable outline nearest to a point."""
    near = [(*nearest_on(e.path, point), i) for i, e in enumerate(piece.outline) if not e.is_sewn_shut]
    _gap, along, index = min(near)
    return Spot(index, along)


def spot_at(piece: Piece, point: complex) -> Spot | None:
    """The outline's spot at a point, within 1e-3 cm; None for a point off the outline."""
    spot = nearest_spot(piece, point)
    return spot if abs(point_of(piece, spot) - point) < ON else None


def nearest_on(path: Path, point: complex) -> tuple[float, float]:
    """(distance, cm along) of the nearest place of a path: sampled, then narrowed by thirds."""
    gap, k, i = min((abs(point_at(s, i / 12) - point), k, i) for k, s in enumerate(path.segments) for i in range(13))
    seg = path.segments[k]
    low, high = max(0.0, (i - 1) / 12), min(1.0, (i + 1) / 12)
    for _ in range(40):
        a, b = low + (high - low) / 3, high - (high - low) / 3
        low, high = (low, b) if abs(point_at(seg, a) - point) < abs(point_at(seg, b) - point) else (a, high)
    t = 0.5 * (low + high)
    along = sum(segment_length(s) for s in path.segments[:k]) + arc_length(split(seg, t)[0])
    return min(gap, abs(point_at(seg, t) - point)), along
