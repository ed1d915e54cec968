"""Laying one sheet over another, as one does on a glass table: a point on a point, grain along grain."""

from __future__ import annotations

from typing import NamedTuple

from ..geometry.transform import Transform
from ..paper.dart import darts_of
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..places.levels import downward


class Pair(NamedTuple):
    """One named point on both sheets, in each sheet's own coordinates, cm."""

    under: complex
    over: complex


def points_in_common(under: Piece, over: Piece) -> dict[str, Pair]:
    """Named points that both sheets have, those one would choose first in front: corners at a fold or centre, then marks, other
    corners ("neckline / shoulder"), pivots of darts. A name that a sheet has twice is left out: one could not tell which."""
    one, other = _named_points(under), _named_points(over)
    return {name: Pair(one[name], other[name]) for name in one if name in other}


def pieces_in_common(under: Pattern, over: Pattern) -> list[tuple[Piece, Piece]]:
    """Pieces of one name in both, in the order of the first."""
    others = {p.name: p for p in over.pieces}
    return [(p, others[p.name]) for p in under.pieces if p.name in others]


def points_to_lie_together(under: Pattern, over: Pattern) -> list[str]:
    """All names that can be chosen for ``laid_over`` on any of the pieces, each once."""
    names = (name for a, b in pieces_in_common(under, over) for name in points_in_common(a, b))
    return list(dict.fromkeys(names))


def laid_over(under: Piece, over: Piece, at: str = "") -> Transform:
    """How the second sheet is slid and turned to lie on the first: the point named ``at`` on its like, the grain along the
    other's grain. Without that name on both, the first of ``points_in_common``; without any, middle on middle. Never turned over.
    """
    common = points_in_common(under, over)
    pair = common.get(at) or next(iter(common.values()), None) or Pair(_middle(under), _middle(over))
    turn = downward(under) / downward(over)
    return Transform(turn, pair.under - turn * pair.over)


def _named_points(piece: Piece) -> dict[str, complex]:
    edges = [e for e in piece.outline if not e.is_sewn_shut]
    central: list[tuple[str, complex]] = []
    corners: list[tuple[str, complex]] = []
    for k, edge in enumerate(edges):
        before = edges[k - 1]
        # The two edges on either side of a dart are one edge: its mouth is no corner.
        if before.name == edge.name:
            continue
        at_centre = any(e.is_centre for e in (before, edge))
        name = " / ".join(sorted((before.name, edge.name)))
        (central if at_centre else corners).append((name, edge.path.start))
    marks = [(m.name, m.at) for m in piece.marks]
    pivots = [(f"point of the {d.name}", d.pivot) for d in darts_of(piece)]
    found = [*central, *marks, *corners, *pivots]
    names = [name for name, _ in found]
    return {name: z for name, z in found if names.count(name) == 1}


def _middle(piece: Piece) -> complex:
    left, top, right, bottom = piece.box
    return complex(0.5 * (left + right), 0.5 * (top + bottom))
