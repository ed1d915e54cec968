"""A cut square to the grain, from outline to outline, at the level of a place."""

from __future__ import annotations

from ..errors import BadPlace
from ..geometry.intersect import line_crossings
from ..geometry.path import straight
from ..paper.piece import Piece
from ..paper.sewn import Spot
from ..places.levels import downward
from ..tolerances import HUGE
from .across import along_to, looked_at, refuse_along_edge
from .spreading import Slash

LEAST = 1.0
"""cm: a shorter cut takes off a tip."""
SAME = 1e-4
"""cm: crossings nearer than this are one, at a corner."""


def level_slash(piece: Piece, at: complex, words: str, field: str) -> Slash:
    """The slash square to the grain through a place, across the whole sheet. Raises BadPlace as ``slash_across``."""
    return slash_across(piece, at, -1j * downward(piece), f"the level of {words}", field)


def slash_across(piece: Piece, at: complex, across: complex, words: str, field: str) -> Slash:
    """The straight slash through a place in a direction (a unit vector), across the whole sheet.

    Raises BadPlace where it does not cross the outline in two places: off the paper, through an open dart, over a hollow.
    """
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
            f"{words} runs through the open {shut}.",
            piece.name,
            "Lead it past the dart, or rotate the dart away first.",
            field,
        )
    if len(met) != 2:
        raise BadPlace(f"{words} does not cross the paper once from edge to edge.", piece.name, "Choose another place.", field)
    if over := next((x for x in piece.lenses if x.is_crossed_by(met[0][2], met[1][2])), None):
        raise BadPlace(f"{words} runs through the {over.name}.", piece.name, "Lead it past the dart.", field)
    (_, near, start), (_, far, end) = met
    path = straight(start, end)
    refuse_along_edge(piece, path, field)
    if abs(end - start) < LEAST or not all(piece.contains(*looked_at(path))):
        raise BadPlace(f"{words} does not run over the paper.", piece.name, "Choose another place.", field)
    return Slash(near, far, path)
