"""The place of an outline, or of a path, that lies nearest to a point."""

from __future__ import annotations

from collections.abc import Collection
from math import inf

from ..geometry.length import arc_length, segment_length
from ..geometry.path import Path
from ..geometry.segment import Cubic, Segment, derivative_at, hull_box, point_at, split
from .piece import Hull, Piece
from .sewn import Spot

ON = 1e-3
"""cm: a point this near to the outline lies on it."""


def nearest_spot(piece: Piece, point: complex, only: Collection[str] = ()) -> Spot:
    """The spot of the sewable outline nearest to a point; ``only``: on one of these edges, which the piece has."""
    near = [
        (*nearest_on(e.path, point), i) for i, e in enumerate(piece.outline) if not e.is_sewn_shut and (not only or e.name in only)
    ]
    _gap, along, index = min(near)
    return Spot(index, along)


def spot_at(piece: Piece, point: complex) -> Spot | None:
    """The outline's spot at a point, within 1e-3 cm; None for a point off the outline."""
    if not may_touch(piece.box, point, ON):
        return None
    for i, e in enumerate(piece.outline):
        if e.is_sewn_shut or not any(may_touch(h, point, ON) for h in piece.hulls[i]):
            continue
        gap, along = nearest_on(e.path, point)
        if gap < ON:
            return Spot(i, along)
    return None


def may_touch(hull: Hull, point: complex, margin: float) -> bool:
    """Whether a point lies in a segment's box, or no further than ``margin`` cm beside it: cheap, before the way is measured."""
    left, top, right, bottom = hull
    return left - margin <= point.real <= right + margin and top - margin <= point.imag <= bottom + margin


def nearest_of(seg: Segment, point: complex, samples: int = 8) -> tuple[float, complex, complex]:
    """(distance, the place itself, direction of travel there) of the nearest place of one segment, to about 1e-6 cm.
    ``samples``: places looked at first; four are enough on a curve without a turn."""
    t = _foot(seg, point, samples)
    place, way = point_at(seg, t), derivative_at(seg, t)
    return abs(place - point), place, way / (abs(way) or 1.0)


def nearest_on(path: Path, point: complex) -> tuple[float, float]:
    """(distance, cm along) of the nearest place of a path, to about 1e-6 cm."""
    gap, k, t = inf, 0, 0.0
    for number, s in enumerate(path.segments):
        # A segment whose box lies farther off than what is found already cannot be nearer.
        if gap < inf and not may_touch(hull_box(s), point, gap):
            continue
        foot = _foot(s, point, 12)
        off = abs(point_at(s, foot) - point)
        if off < gap:
            gap, k, t = off, number, foot
    along = sum(segment_length(s) for s in path.segments[:k]) + arc_length(split(path.segments[k], t)[0])
    return gap, along


def _foot(seg: Segment, point: complex, samples: int) -> float:
    """The parameter of the nearest place: sampled, then sought in each hollow between the samples."""
    if len(seg) == 2:
        chord = seg[1] - seg[0]
        size = abs(chord)
        return min(1.0, max(0.0, ((point - seg[0]) * chord.conjugate()).real / (size * size))) if size else 0.0
    gaps = [abs(point_at(seg, i / samples) - point) for i in range(samples + 1)]
    last = samples
    hollows = [i for i, g in enumerate(gaps) if (i == 0 or g <= gaps[i - 1]) and (i == last or g <= gaps[i + 1])]
    feet = [_foot_near(seg, point, max(0.0, (i - 1) / samples), i / samples, min(1.0, (i + 1) / samples)) for i in hollows]
    return feet[0] if len(feet) == 1 else min(feet, key=lambda t: abs(point_at(seg, t) - point))


def _foot_near(seg: Cubic, point: complex, low: float, t: float, high: float) -> float:
    """Newton on "the way there is square to the curve", held in the bracket; by thirds where that does not settle (a cusp, a
    doubling back)."""
    a, b, c, d = seg
    bend, more = 6.0 * (c - 2.0 * b + a), 6.0 * (d - 3.0 * c + 3.0 * b - a)
    for _ in range(8):
        off, way = point_at(seg, t) - point, derivative_at(seg, t)
        slope = abs(way) ** 2 + (off.conjugate() * (bend + more * t)).real
        if slope <= 0.0:
            break
        before, t = t, min(high, max(low, t - (off.conjugate() * way).real / slope))
        if abs(t - before) < 1e-9:
            if low < t < high or t in (0.0, 1.0):
                return t
            break
    while high - low > 1e-9:
        one, two = low + (high - low) / 3, high - (high - low) / 3
        low, high = (low, two) if abs(point_at(seg, one) - point) < abs(point_at(seg, two) - point) else (one, high)
    return 0.5 * (low + high)
