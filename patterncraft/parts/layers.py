"""The two layers of a collar sewn to each other: along their outer edges, the under one smaller, and both to what the collar is sewn on."""

from __future__ import annotations

from typing import Final, NamedTuple

from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam, SeamRule, Stretch
from ..paper.sewn import neighbours, sewn_length

PLAY: Final = 0.05
"""cm by which the upper layer may be eased on by more or by less than it is drawn larger."""


class Layered(NamedTuple):
    """A seam with its notches."""

    seam: Seam
    notches: tuple[Notch, ...]


def outer_seam(name: str, upper: Piece, under: Piece, back: str = "centre back") -> Layered:
    """From the centre back round the point to where the collar ends: the upper layer is eased on, so that the seam rolls to the wrong side; notched at the point."""
    sides = [(Stretch(p.name, "outer edge", back), Stretch(p.name, "front edge", "outer edge")) for p in (upper, under)]
    long = [Pattern((p,)).side_length(side) for p, side in zip((upper, under), sides, strict=True)]
    more = long[0] - long[1]
    rule = SeamRule("ease", max(abs(more) - PLAY, 0.0), abs(more) + PLAY, longer="a" if more >= 0 else "b")
    point = Notch("point", name, "single", sewn_length(upper, "outer edge"), sewn_length(under, "outer edge"))
    return Layered(Seam(name, sides[0], sides[1], rule), (point,))


def along_edge(name: str, one: Piece, other: Piece, edges: tuple[str, str], at: tuple[tuple[str, float], ...]) -> Layered:
    """Two edges that are alike, walked from the centre back; ``at``: notches by name, cm along both."""
    ends = [neighbours(p, e) for p, e in zip((one, other), edges, strict=True)]
    starts = [next(x for x in pair if x.startswith("centre back")) for pair in ends]
    a, b = (Stretch(p.name, e, s) for p, e, s in zip((one, other), edges, starts, strict=True))
    return Layered(Seam(name, (a,), (b,), SeamRule("equal")), tuple(Notch(n, name, "single", x, x) for n, x in at))
