"""A sliver of paper pinched out where an edge gapes: cut away as a narrow dart, to be closed into another."""

from __future__ import annotations

import cmath
from dataclasses import replace
from math import asin
from typing import Final

from ..errors import BadPlace, MoveRefused
from ..geometry.intersect import line_crossings
from ..geometry.path import Path, straight
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.nearest import ON, nearest_on
from ..paper.part import runs_inside
from ..paper.piece import DartRule, Piece
from ..paper.sewn import Spot, point_of
from .across import along_to
from .cutting import open_corners

SLIVER: Final = "the sliver"
ASLANT: Final = 0.5
"""Sine of the angle at which an edge may lie to the sliver; flatter ones give up less than is asked."""
EVENED: Final = 1.0
"""cm of edge on each side over which a step between the sliver's two sides is drawn out."""


def pinched(piece: Piece, spot: Spot, point: complex, amount: float, words: str, field: str) -> Piece:
    """The piece with a dart cut away at a place of its edge, its point at ``point``, called ``SLIVER``: so wide that the edge is
    ``amount`` cm shorter when it is shut.

    Where the edge runs aslant both sides are made alike: it is drawn in on one side and out on the other, so that it runs on
    when the sliver is shut. Raises BadPlace where its cut would leave the paper, MoveRefused where it is too near an end.
    """
    at = point_of(piece, spot)
    radius = abs(at - point)
    if any(nearest_on(e.path, point)[0] < ON for e in piece.outline if not e.is_sewn_shut):
        raise BadPlace("a sliver's point lies inside the paper, not on an edge.", piece.name, "Choose a place well inside.", "end")
    if radius < 2.0 or not runs_inside(piece, point, at):
        raise BadPlace(
            f"a sliver from {words} does not reach that point over the paper.",
            piece.name,
            "Choose another place or another dart.",
            field,
        )
    edge = piece.outline[spot.edge]
    # Swung about a far point, paper moves square to the way there: of an edge that runs aslant the sliver takes less than it is wide.
    square = abs(((at - point) / radius * edge.path.direction_at(spot.along).conjugate()).imag)
    half = asin(min(0.5, amount / max(square, ASLANT) / (2 * radius)))
    rays = [point + (at - point) * cmath.rect(1.0, turn) * 1.5 for turn in (-half, half)]
    places = [_met(edge.path, point, ray) for ray in rays]
    if any(p is None for p in places):
        raise MoveRefused(
            f"{words} lies too near the end of the {edge.name} for a sliver of {amount:.1f} cm.",
            piece.name,
            "Move it along the edge.",
            field,
        )
    low, high = sorted(p for p in places if p is not None)
    if low < EVENED + 0.1 or high > edge.length - EVENED - 0.1:
        raise MoveRefused(
            f"{words} lies too near the end of the {edge.name} for a sliver of {amount:.1f} cm.",
            piece.name,
            "Move it along the edge.",
            field,
        )
    opened, (first, last) = open_corners(piece, [Spot(spot.edge, low - EVENED), Spot(spot.edge, high + EVENED)])
    count = (last - first) % len(opened.outline)
    ends = [edge.path.at(low), edge.path.at(high)]
    even = 0.5 * sum(abs(z - point) for z in ends)
    tips = [point + (z - point) / abs(z - point) * even for z in ends]
    whole = opened.outline[first]
    near, rest = whole.cut_at(EVENED)
    far = rest.cut_at(rest.length - EVENED)[1]
    edges = (
        near.redrawn(straight(near.path.start, tips[0])),
        Edge(SLIVER, "dart", straight(tips[0], point)),
        Edge(SLIVER, "dart", straight(point, tips[1])),
        far.redrawn(straight(tips[1], far.path.end)),
    )
    after = redraw(opened, first, count, edges)
    return replace(after, darts=(*after.darts, DartRule(SLIVER, 0.0, True)))


def _met(path: Path, a: complex, b: complex) -> float | None:
    """cm along a path at which the stretch a–b meets it."""
    done = 0.0
    for seg in path.segments:
        for hit in line_crossings(a, b, seg):
            return done + along_to(seg, hit.t)
        done += along_to(seg, 1.0)
    return None
