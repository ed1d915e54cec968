"""What shaping a side and shaping a centre have in common: an edge, a level, an amount."""

from __future__ import annotations

from ..errors import BadPlace
from ..geometry.intersect import line_crossings
from ..paper.nearest import nearest_on
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import Spot, run_of
from ..places.levels import downward
from ..places.place import Place
from ..tolerances import HUGE


def spot_level_with(piece: Piece, edge: str, at: Place, pattern: Pattern) -> Spot:
    """Where an edge stands level with a place of its piece. Raises BadPlace at ``at`` where it does not reach so far."""
    found = at.found(piece, pattern)
    if found.spot is not None and piece.outline[found.spot.edge].name == edge:
        return found.spot
    across = downward(piece) * 1j * HUGE
    for k in run_of(piece, edge):
        path = piece.outline[k].path
        for seg in path.segments:
            for hit in line_crossings(found.point - across, found.point + across, seg):
                return Spot(k, nearest_on(path, hit.point)[1])
    ends = [(k, z, along) for k in run_of(piece, edge) for z, along in _ends(piece, k)]
    k, z, along = min(ends, key=lambda x: abs(((x[1] - found.point) * downward(piece).conjugate()).real))
    if abs(((z - found.point) * downward(piece).conjugate()).real) < 1.0:
        return Spot(k, along)
    raise BadPlace(f"the {edge} does not stand at the level of {at.words(piece, 'cm')}.", piece.name, "Choose another level.", "at")


def _ends(piece: Piece, k: int) -> list[tuple[complex, float]]:
    path = piece.outline[k].path
    return [(path.start, 0.0), (path.end, path.length)]
