"""An edge drawn in or out at a level: a waist shaped into a side or a centre, running back into its own line above and below."""

from __future__ import annotations

from typing import Final

from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path
from ..paper.draw import redraw
from ..paper.piece import Piece
from ..paper.sewn import Spot, point_of
from ..tolerances import SNAP
from .reshaping import Run, reshaped

REACH: Final = 12.0
"""cm above and below over which it runs back into its line."""
FLAT: Final = 6.0
"""At least so many times the amount, so that the curve stays a curve of a body."""
AT_END: Final = 1.0
"""cm: a level this near to the edge's end means its end."""
MOST: Final = 12.0
"""cm by which an edge is drawn in or out at most: more is another shape."""


def usual_reach(amount: float) -> float:
    """cm above and below over which an edge runs back that is drawn in by ``amount`` cm."""
    return max(REACH, FLAT * abs(amount))


def drawn_in(piece: Piece, spot: Spot, way: complex, amount: float, field: str, reach: float = 0.0) -> Piece:
    """The stretch of edge that the spot lies on, drawn over by ``amount`` cm in the direction ``way`` (a unit vector). Near an end of the
    whole edge that end is moved along its neighbour. ``reach``: cm above and below over which it runs back; nought: as far as is usual."""
    if abs(amount) > MOST:
        raise MoveRefused(
            f"{abs(amount):.1f} cm is another shape, not shaping.", piece.name, f"Draw it in by at most {MOST:.0f} cm.", field
        )
    n = len(piece.outline)
    e = piece.outline[spot.edge]
    reach = reach or usual_reach(amount)
    target = point_of(piece, spot) + way * amount
    before, after = (spot.edge - 1) % n, (spot.edge + 1) % n
    if spot.along < AT_END and not piece.outline[before].is_sewn_shut:
        _, rest, far = _cut(e.path, 0.0, min(reach, 0.85 * e.length))
        path = fair_curve([target, rest.end], None if far else rest.start_direction, rest.end_direction)
        whole = Path((*path.segments, *(far.segments if far else ())))
        return reshaped(piece, Run(spot.edge, 1, before, after), whole, field)
    if spot.along > e.length - AT_END and not piece.outline[after].is_sewn_shut:
        near, rest, _ = _cut(e.path, max(e.length - reach, 0.15 * e.length), e.length)
        path = fair_curve([rest.start, target], rest.start_direction, None if near else rest.end_direction)
        whole = Path((*(near.segments if near else ()), *path.segments))
        return reshaped(piece, Run(spot.edge, 1, before, after), whole, field)
    low, high = max(spot.along - reach, 0.0), min(spot.along + reach, e.length)
    if min(spot.along - low, high - spot.along) < 2 * abs(amount):
        raise MoveRefused(
            f"there are {min(spot.along, e.length - spot.along):.1f} cm of {e.name} on one side of that level: too little to run back in.",
            piece.name,
            "Choose another level, or draw it in by less.",
            field,
        )
    near, rest, far = _cut(e.path, low, high)
    path = fair_curve([rest.start, target, rest.end], rest.start_direction, rest.end_direction)
    whole = Path((*(near.segments if near else ()), *path.segments, *(far.segments if far else ())))
    return redraw(piece, spot.edge, 1, (e.redrawn(whole),))


def _cut(path: Path, low: float, high: float) -> tuple[Path | None, Path, Path | None]:
    """What lies before, between and behind two places of a path, cm along it."""
    near, rest = path.cut(low) if low > SNAP else (None, path)
    own = high - (near.length if near else 0.0)
    rest, far = rest.cut(own) if own < rest.length - SNAP else (rest, None)
    return near, rest, far
