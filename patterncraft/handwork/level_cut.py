"""A cut square to the grain, from outline to outline, at the level of a place."""

from __future__ import annotations

from ..errors import BadPlace
from ..geometry.intersect import line_crossings
from ..geometry.path import straight
from ..paper.piece import Piece
from ..paper.sewn import Spot
from ..places.levels import downward
from ..tolerances import HUGE
from .across import along_to
from .spreading import Slash

SAME = 1e-4
"""cm: crossings nearer than this are one, at a corner."""


def level_slash(piece: Piece, at: complex, words: str, field: str) -> Slash:
    """The slash square to the grain through a place, across the whole sheet.

    Raises BadPlace where the level does not cross the outline in two places: off the paper, through an open dart, over a hollow.
    """
    across = -1j * downward(piece)
    a, b = at - across * HUGE, at + across * HUGE
    met: list[tuple[float, Spot, complex]] = []
    for i, e in enumerate(piece.outline):
        done = 0.0
        for seg in e.path.segments:
            for hit in line_crossings(a, b, seg):
                if all(abs(hit.point - z) > SAME for _, _, z in met):
                    met.append((hit.s, Spot(i, done + along_to(seg, hit.t)), hit.point))
            done += along_to(seg, 1.0)
    met.sort(key=lambda m: m[0])
    shut = next((piece.outline[s.edge].name for _, s, _ in met if piece.outline[s.edge].is_sewn_shut), "")
    if shut:
        raise BadPlace(
            f"the level of {words} runs through the open {shut}.",
            piece.name,
            "Choose a level past it, or rotate the dart away first.",
            field,
        )
    if len(met) != 2:
        raise BadPlace(
            f"the level of {words} does not cross the paper once from edge to edge.", piece.name, "Choose another level.", field
        )
    if over := next((x for x in piece.lenses if x.is_crossed_by(met[0][2], met[1][2])), None):
        raise BadPlace(f"the level of {words} runs through the {over.name}.", piece.name, "Choose a level past it.", field)
    (_, near, start), (_, far, end) = met
    return Slash(near, far, straight(start, end))
