"""The paper account: block paper + new paper − what was put away = area, per piece and in all.

Areas are measured by Green's theorem on the outline; the other three are carried along by the acts that
cause them. So an act that lets paper grow or vanish shows as a balance that is not nought.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from .patches import area_inside
from .pattern import Pattern
from .piece import Piece

DUST = 1e-9
"""cm²: less paper than this is the rounding of a sum."""


@dataclass(frozen=True, slots=True)
class AccountLine:
    """One piece's paper, cm². ``missing`` = area − (block + new − away); nought to 1e-6 when all is there."""

    piece: str
    block: float
    new: float
    away: float
    area: float

    @property
    def missing(self) -> float:
        """cm² that are not accounted for: area − (block + new − away)."""
        return self.area - (self.block + self.new - self.away)

    @property
    def balanced(self) -> bool:
        """Whether it comes out to 1e-6 cm²."""
        return abs(self.missing) < 1e-6


def account_of(piece: Piece) -> AccountLine:
    """A piece's account. One never taken up is all of it the block's."""
    area = piece.area
    paper = piece.paper
    block = area - paper.new + paper.away if paper.block is None else paper.block
    return AccountLine(piece.name, block, paper.new, paper.away, area)


def paper_account(pattern: Pattern) -> tuple[AccountLine, ...]:
    """A line per piece, then one for all of them, called "all"."""
    lines = [account_of(p) for p in pattern.pieces]
    block, new, away, area = (sum(values) for values in zip(*[(x.block, x.new, x.away, x.area) for x in lines], strict=True))
    return (*lines, AccountLine("all", block, new, away, area))


def balance_of(piece: Piece) -> float:
    """area − (block + new − away), cm²."""
    return account_of(piece).missing


def with_hair(piece: Piece, area: float) -> Piece:
    """A piece whose outline moved by a hair where edges met only nearly: ``area`` cm² more (or less) go into its account."""
    if abs(area) < DUST:
        return piece
    paper = piece.paper
    return replace(piece, paper=replace(paper, new=paper.new + max(area, 0.0), away=paper.away + max(-area, 0.0)))


def weighed(pieces: Sequence[Piece]) -> list[Piece]:
    """Pieces that were cut apart or taped together, each with its own share of the account.

    New paper is counted where it lies (to about 1e-3 cm²). What was taped in and cut off again, when a broken edge was
    redrawn, lies nowhere: it is neither new paper nor put away any more. What else the patches do not show (slivers too
    small to draw) is counted with the largest piece. So the block's paper is as much in all as it was.
    """
    lies = [area_inside(p.paper.patches, p.segments) for p in pieces]
    areas = [p.area for p in pieces]
    unseen = sum(p.paper.new for p in pieces) - sum(lies)
    away = []
    for p in pieces:
        again = min(max(unseen, 0.0), p.paper.away)
        away.append(p.paper.away - again)
        unseen -= again
    # Patches that lie over each other, or over what was put down as the block's, show more than was taped in.
    lies[areas.index(max(areas)) if unseen >= 0 else lies.index(max(lies))] += unseen
    # A snippet that is new paper all over holds no more of it than it is large: by the thousandths that were seen too many, the largest holds more.
    for k, (area, off) in enumerate(zip(areas, away, strict=True)):
        over = lies[k] - area - off
        if over > 0:
            lies[k] -= over
            lies[areas.index(max(areas))] += over
    return [
        replace(p, paper=replace(p.paper, block=area - new + off, new=new, away=off))
        for p, area, new, off in zip(pieces, areas, lies, away, strict=True)
    ]
