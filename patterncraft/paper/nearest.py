"""The place of an outline, or of a path, that lies nearest to a point."""

from __future__ import annotations

from ..geometry.length import arc_length, segment_length
from ..geometry.path import Path
from ..geometry.segment import Segment, derivative_at, hull_box, point_at, split
from .piece import Piece
from .sewn import Spot

ON = 1e-3
"""cm: a point this near to the outline lies on it."""


def nearest_spot(piece: Piece, point: complex) -> Spot:
    """The spot of the sewable outline nearest to a point."""
    near = [(*nearest_on(e.path, point), i) for i, e in enumerate(piece.outline) if not e.is_sewn_shut]
    _gap, along, index = min(near)
    return Spot(index, along)


def spot_at(piece: Piece, point: complex) -> Spot | None:
    """The outline's spot at a point, within 1e-3 cm; None for a point off the outline."""
    left, top, right, bottom = piece.box
    if not (left - ON <= point.real <= right + ON and top - ON <= point.imag <= bottom + ON):
        return None
    for i, e in enumerate(piece.outline):
        if e.is_sewn_shut or not any(_may_touch(s, point) for s in e.path.segments):
            continue
        gap, along = nearest_on(e.path, point)
        if gap < ON:
            return Spot(i, along)
    return None


def _may_touch(seg: Segment, point: complex) -> bool:
    left, top, right, bottom = hull_box(seg)
    return left - ON <= point.real <= right + ON and top - ON <= point.imag <= bottom + ON


def nearest_of(seg: Segment, point: complex) -> tuple[float, complex, complex]:
    """(distance, the place itself, direction of travel there) of the nearest place of one segment, to about 1e-4 cm."""
    gaps = [abs(point_at(seg, i / 8) - point) for i in range(9)]
    i = gaps.index(min(gaps))
    low, high = max(0.0, (i - 1) / 8), min(1.0, (i + 1) / 8)
    for _ in range(12):
        a, b = low + (high - low) / 3, high - (high - low) / 3
        low, high = (low, b) if abs(point_at(seg, a) - point) < abs(point_at(seg, b) - point) else (a, high)
    t = 0.5 * (low + high)
    place, way = point_at(seg, t), derivative_at(seg, t)
    return abs(place - point), place, way / (abs(way) or 1.0)


def nearest_on(path: Path, point: complex) -> tuple[float, float]:
    """(distance, cm along) of the nearest place of a path: sampled, then narrowed by thirds."""
    gap, k, i = min((abs(point_at(s, i / 12) - point), k, i) for k, s in enumerate(path.segments) for i in range(13))
    seg = path.segments[k]
    low, high = max(0.0, (i - 1) / 12), min(1.0, (i + 1) / 12)
    for _ in range(34):
        a, b = low + (high - low) / 3, high - (high - low) / 3
        low, high = (low, b) if abs(point_at(seg, a) - point) < abs(point_at(seg, b) - point) else (a, high)
    t = 0.5 * (low + high)
    along = sum(segment_length(s) for s in path.segments[:k]) + arc_length(split(seg, t)[0])
    return min(gap, abs(point_at(seg, t) - point)), along
