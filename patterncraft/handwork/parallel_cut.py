"""A line at a distance beside an edge, from one of its neighbours to the other."""

from __future__ import annotations

from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..paper.piece import Piece
from ..paper.sewn import Spot
from .across import meetings
from .reshaping import Run, stroke_of
from .spreading import Slash

BEYOND = 4.0
"""cm by which the line is drawn on at both ends, until it meets the neighbours."""
PLACES = 5


def beside(piece: Piece, run: Run, distance: float, field: str) -> Slash:
    """The line ``distance`` cm inside an edge, from the edge before it to the edge behind. Raises MoveRefused where it does not run from
    the one to the other."""
    edge = stroke_of(piece, run)
    path = edge.path
    if path.is_ruled:
        off = 1j * path.start_direction * distance
        line = straight(path.start + off - path.start_direction * BEYOND, path.end + off + path.end_direction * BEYOND)
    else:
        stands = [path.stand_at(path.length * k / PLACES) for k in range(PLACES + 1)]
        points = [z + 1j * way * distance for z, way in stands]
        line = fair_curve([points[0] - stands[0][1] * BEYOND, *points, points[-1] + stands[-1][1] * BEYOND])
    found = meetings(piece, line, [])
    first = [m for m in found if m.edge == run.before]
    last = [m for m in found if m.edge == run.after]
    if not first or not last or len(found) > 2:
        before, after = piece.outline[run.before].name, piece.outline[run.after].name
        raise MoveRefused(
            f"a line {distance:.1f} cm inside the {edge.name} does not run from the {before} to the {after}.",
            piece.name,
            "Choose a smaller distance.",
            field,
        )
    a, b = first[0], last[0]
    part = line.cut(a.along)[1].cut(b.along - a.along)[0]
    return Slash(Spot(a.edge, a.on_edge), Spot(b.edge, b.on_edge), Path((*part.segments,)))
