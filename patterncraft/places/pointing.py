"""From a hand on the paper to a place: the nearest, snapped to what it lies by, as a reference that keeps the rule."""

from __future__ import annotations

from collections.abc import Collection
from typing import Final

from ..paper.dart import darts_of
from ..paper.nearest import nearest_spot
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import Spot, distance_of, neighbours, point_of, run_holding, run_of, sewn_length
from .levels import downward, level_point, levels_of, outward
from .place import DartPlace, EdgePlace, LevelPlace, MarkPlace, NotchPlace, OffPlace, Place

_SNAPS: Final = (0.25, 1 / 3, 0.5, 2 / 3, 0.75)
CATCH: Final = 0.3
"""cm along an edge within which a hand means the middle, a third, a level."""


def nearest_target(piece: Piece, point: complex, dart: str) -> EdgePlace | DartPlace:
    """Where a hand pointing at ``point`` wants a dart to go: into another dart when it points into
    that dart's mouth (within 1 cm), else the nearest place on an edge."""
    for d in darts_of(piece):
        a, b = d.mouth
        if d.name != dart and abs(point - d.middle) < 0.5 * d.intake + 1.0 and abs(point - a) + abs(point - b) < d.intake + 2.0:
            return DartPlace(dart=d.name)
    return nearest_place(piece, point)


def nearest_place(piece: Piece, point: complex, only: Collection[str] = ()) -> EdgePlace:
    """The place on the piece's sewable outline nearest to a point, as a reference; ``only``: on one of these edges.

    Snaps to quarters, thirds and the middle within 0.3 cm; else to a thousandth of the edge.
    """
    return _edge_place(piece, nearest_spot(piece, point, only), _SNAPS)


def pointed_place(piece: Piece, pattern: Pattern, point: complex, reach: float = 0.8) -> Place:
    """What a hand at ``point`` means, for a line drawn place by place. ``reach`` in cm: a finger's width at the
    table's present scale.

    First marks, pivots and notches within reach; then the outline (ends, middle, thirds, quarters, the level of
    a mark or line within 0.3 cm along it); else inside the piece: out and down from the nearest mark or pivot, in
    whole millimetres.
    """
    near: list[tuple[float, Place]] = [(abs(m.at - point), MarkPlace(mark=m.name)) for m in piece.marks]
    near += [(abs(d.pivot - point), DartPlace(dart=d.name)) for d in darts_of(piece)]
    near += [(abs(point_of(piece, s) - point), NotchPlace(notch=n.name)) for n, s in pattern.placed_notches(piece.name)]
    best = min(near, key=lambda x: x[0], default=None)
    if best and best[0] <= 0.5 * reach:
        return best[1]
    spot = nearest_spot(piece, point)
    if abs(point_of(piece, spot) - point) <= reach:
        return _levelled(piece, spot) or _edge_place(piece, spot, (0.0, *_SNAPS, 1.0))
    return _inside(piece, point)


def _edge_place(piece: Piece, spot: Spot, snaps: tuple[float, ...]) -> EdgePlace:
    name = piece.outline[spot.edge].name
    run = run_holding(piece, spot.edge)
    whole = sewn_length(piece, name, run)
    share = distance_of(piece, spot) / whole
    snapped = next((s for s in snaps if abs(s - share) * whole < CATCH), round(share, 3))
    return EdgePlace(edge=name, start=neighbours(piece, name, run)[0], fraction=snapped)


def _levelled(piece: Piece, spot: Spot) -> LevelPlace | None:
    """The spot as the level of a mark or line, where it lies within a catch of it."""
    name = piece.outline[spot.edge].name
    if len(run_of(piece, name)) != 1:
        return None
    here, down = point_of(piece, spot), downward(piece)
    for level in levels_of(piece):
        depth = ((here - level_point(piece, level)) * down.conjugate()).real
        crossing = abs((piece.outline[spot.edge].path.direction_at(spot.along) * down.conjugate()).real)
        if crossing > 0.5 and abs(depth) < CATCH:
            return LevelPlace(edge=name, level=level)
    return None


def _inside(piece: Piece, point: complex) -> Place:
    """Counted from the nearest mark or pivot; from the outline's nearest place where there is none."""
    bases: list[tuple[float, complex, Place]] = [(abs(m.at - point), m.at, MarkPlace(mark=m.name)) for m in piece.marks]
    bases += [(abs(d.pivot - point), d.pivot, DartPlace(dart=d.name)) for d in darts_of(piece)]
    if bases:
        _, at, base = min(bases, key=lambda x: x[0])
    else:
        base = nearest_place(piece, point)
        at = base.found(piece).point
    off = point - at
    out, down = ((off * way.conjugate()).real for way in (outward(piece), downward(piece)))
    return OffPlace(at=base, out=round(out, 1), down=round(down, 1))
