"""Laying one sheet over another, as one does on a glass table: a point on a point, grain along grain."""

from __future__ import annotations

from typing import NamedTuple

from ..geometry.transform import Transform
from ..paper.dart import darts_of
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import runs_of
from ..places.levels import downward


class Pair(NamedTuple):
    """One named point on both sheets, in each sheet's own coordinates, cm."""

    under: complex
    over: complex


def points_in_common(under: Piece, over: Piece) -> dict[str, Pair]:
    """Named points that both sheets have, those one would choose first in front: corners at a fold or centre, then marks, other
    corners ("neckline / shoulder"), pivots of darts. A name that a sheet has twice is left out: one could not tell which."""
    one, other = named_points(under), named_points(over)
    return {name: Pair(one[name], other[name]) for name in one if name in other}


def pieces_in_common(under: Pattern, over: Pattern) -> list[tuple[Piece, Piece]]:
    """Pieces of one name in both, in the order of the first."""
    others = {p.name: p for p in over.pieces}
    return [(p, others[p.name]) for p in under.pieces if p.name in others]


def points_to_lie_together(under: Pattern, over: Pattern) -> list[str]:
    """All names that can be chosen for ``laid_over`` on any of the pieces, each once."""
    names = (name for a, b in pieces_in_common(under, over) for name in points_in_common(a, b))
    return list(dict.fromkeys(names))


def lines_to_lie_along(under: Pattern, over: Pattern) -> list[str]:
    """All names that can be chosen for ``along``, each once: edges from corner to corner, then drawn lines."""
    names = (name for a, b in pieces_in_common(under, over) for name in _directions(a) if name in _directions(b))
    return list(dict.fromkeys(names))


def laid_over(under: Piece, over: Piece, at: str = "", along: str = "") -> Transform:
    """How the second sheet is slid and turned to lie on the first: the point named ``at`` on its like, and the edge or line named ``along`` in
    the direction of its like. Without such a point on both, the first of ``points_in_common``, without any middle on middle; without such a
    line on both, grain along grain. Never turned over.
    """
    common = points_in_common(under, over)
    pair = common.get(at) or next(iter(common.values()), None) or Pair(_middle(under), _middle(over))
    ways = _directions(under).get(along), _directions(over).get(along)
    turn = ways[0] / ways[1] if ways[0] and ways[1] else downward(under) / downward(over)
    return Transform(turn, pair.under - turn * pair.over)


def _directions(piece: Piece) -> dict[str, complex]:
    """Unit vectors from end to end of each edge that lies in one run, and of each drawn line."""
    found: dict[str, complex] = {}
    for name in piece.edge_names:
        runs = runs_of(piece, name)
        if len(runs) == 1 and (first := piece.outline[runs[0][0]].path.start) != (last := piece.outline[runs[0][-1]].path.end):
            found[name] = (last - first) / abs(last - first)
    for x in piece.lines:
        if x.path.start != x.path.end:
            found.setdefault(x.name, (x.path.end - x.path.start) / abs(x.path.end - x.path.start))
    return found


def named_points(piece: Piece) -> dict[str, complex]:
    """Corners (by the two edges that meet there), marks and dart points of a piece, each name that is there once."""
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
