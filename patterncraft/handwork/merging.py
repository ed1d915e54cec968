"""Two darts of different points made one: a cut from point to point, the first shut about its own, the second's legs drawn anew."""

from __future__ import annotations

from dataclasses import replace
from typing import Final, NamedTuple

from ..errors import MoveRefused
from ..geometry.path import straight
from ..paper.dart import Dart
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.part import part, runs_inside
from ..paper.piece import Piece
from ..texts import the
from .closing import swung_shut

BETWEEN: Final = "the cut between"
OFF: Final = 1.5
"""cm by which the second dart's point may come to lie off where it was: more and it no longer points where it should
(common practice, no source)."""


class Merged(NamedTuple):
    """The piece; by how many cm the dart's point lies off where it was, and its legs differ."""

    piece: Piece
    off: float
    unequal: float


def merged_across(piece: Piece, dart: Dart, other: Dart, words: str, field: str) -> Merged:
    """Close ``dart`` into ``other``, whose point lies elsewhere.

    The paper between them swings about the first dart's point; the cut from point to point opens a little toward the second,
    whose legs are drawn straight to the middle of that opening. They differ by what the paper
    between both points rose or sank: the mouth is to be trued. ``words``: what the second is called. Raises MoveRefused where the cut would leave the paper, cross
    a dart, or put the point off by more than 1.5 cm.
    """
    if not runs_inside(piece, dart.pivot, other.pivot) or any(x.is_crossed_by(dart.pivot, other.pivot) for x in piece.lenses):
        raise MoveRefused(
            f"a cut from the point of {the(dart.name)} to that of the {words} would cross an edge or another dart.",
            piece.name,
            "Merge the one between them first, or rotate one beside the other.",
            field,
        )
    ahead, behind = part(piece, dart.vertex, other.vertex, straight(dart.pivot, other.pivot), BETWEEN)
    shut = swung_shut(ahead, 0, behind, len(behind.outline) - 1, dart, dart.angle)
    shut = replace(shut, darts=tuple(d for d in shut.darts if d.name != dart.name))
    n = len(shut.outline)
    k = next(k for k in range(n) if shut.outline[k].name == BETWEEN and shut.outline[k - 1].name != BETWEEN)
    into, out = shut.outline[k - 1], shut.outline[(k + 2) % n]
    old = (into.path.end, out.path.start)
    first, last = into.path.start, out.path.end
    point = 0.5 * (old[0] + old[1])
    off = abs(point - old[0])
    if off > OFF:
        raise MoveRefused(
            f"{the(dart.name)} and the {words} have their points {abs(other.pivot - dart.pivot):.1f} cm apart: made one, "
            f"its point would lie {off:.1f} cm off.",
            piece.name,
            "Rotate a share of it only, or rotate it to the edge beside the other.",
            field,
        )
    legs = (Edge(other.name, "dart", straight(first, point), into.cut), Edge(other.name, "dart", straight(point, last), out.cut))
    return Merged(redraw(shut, (k - 1) % n, 4, legs), off, abs(legs[0].length - legs[1].length))
