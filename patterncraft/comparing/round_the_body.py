"""Girths of a pattern: what its pieces come to round the body, as often as they are cut, darts sewn."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final

from ..by_identity import ByIdentity
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import neighbours, runs_of, sewn_length
from ..paper.widths import width_along

FREE_EDGES: Final = ("waist", "hem")
"""Edges that go round the body, or round a skirt's lower end."""


Seams = dict[tuple[str, str], set[str]]
"""Names of the seams of an edge, by piece and edge."""


@dataclass(frozen=True, slots=True)
class RoundGirth:
    """A line or edge and the pieces that carry it round; ``length`` in cm, all round."""

    name: str
    pieces: tuple[str, ...]
    length: float


def girths(pattern: Pattern) -> list[RoundGirth]:
    """Every straight drawn line, waist and hem that goes round the body in this pattern: over several pieces of cloth, or over one
    that is cut more than twice, as a gore. A line on a pair of sleeves goes round no body and is not told."""
    shell = [p for p in pattern.pieces if p.cut.cloth == "shell"]
    seams: dict[tuple[str, str], set[str]] = {}
    for s in pattern.seams:
        for x in s.a + s.b:
            seams.setdefault((x.piece, x.edge), set()).add(s.name)
    found = []
    widths = {p.name: _widths(p) for p in shell}
    for name in dict.fromkeys(name for own in widths.values() for name in own):
        parts = [p for p in shell if name in widths[p.name]]
        found.append(RoundGirth(name, _names(parts), sum(p.cut.times_round * widths[p.name][name] for p in parts)))
    for name in FREE_EDGES:
        for parts in _sewn_together(seams, [p for p in shell if name in p.edge_names and len(runs_of(p, name)) == 1], name):
            found.append(RoundGirth(name, _names(parts), sum(p.cut.times_round * sewn_length(p, name) for p in parts)))
    return [g for g in found if len(g.pieces) > 1 or pattern.piece(g.pieces[0]).cut.times_round > 2]


def straight_lines(piece: Piece) -> list[str]:
    """Names of the drawn lines all of whose parts are straight, each once: a width is measured along these."""
    bent = {x.name for x in piece.lines if len(x.path.segments) != 1 or len(x.path.segments[0]) != 2}
    return list(dict.fromkeys(x.name for x in piece.lines if x.name not in bent))


def _all_widths(piece: Piece) -> dict[str, float]:
    return {name: width_along(piece, name) for name in straight_lines(piece)}


_widths = ByIdentity(_all_widths, 512)
"""cm of a piece along each of its straight lines, darts shut."""


def _names(parts: list[Piece]) -> tuple[str, ...]:
    return tuple(p.name for p in parts)


def _sewn_together(seams: Seams, parts: list[Piece], edge: str) -> Iterator[list[Piece]]:
    """The pieces in groups that are sewn to each other right beside the edge: a skirt's hem is one, the sleeves' another."""
    left = list(parts)
    while left:
        group = [left.pop(0)]
        for one in group:
            own = _beside(seams, one, edge)
            joined = [p for p in left if own & _beside(seams, p, edge)]
            group += joined
            left = [p for p in left if p not in joined]
        yield group


def _beside(seams: Seams, piece: Piece, edge: str) -> set[str]:
    """Names of the seams that begin where the edge ends."""
    return {seam for name in neighbours(piece, edge) for seam in seams.get((piece.name, name), ())}
