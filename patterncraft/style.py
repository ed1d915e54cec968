"""A style: blocks by role, steps and house rules; how its blocks come together on one table."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from .errors import BadFile
from .paper.meeting import are_partners, meet
from .paper.pattern import Pattern
from .paper.piece import Piece
from .paper.seam import Notch, Seam


@dataclass(frozen=True, slots=True)
class OnTable:
    """All blocks of a style as one pattern; which piece came with which role; what is to be told of it."""

    pattern: Pattern
    roles: Mapping[str, str]
    told: tuple[str, ...]


def on_one_table(blocks: Mapping[str, Pattern], wearer: Mapping[str, float] | None = None) -> Pattern:
    """All blocks of a style as one pattern, in the order given; see ``lay_on_table``."""
    return lay_on_table(blocks, wearer).pattern


def lay_on_table(blocks: Mapping[str, Pattern], wearer: Mapping[str, float] | None = None) -> OnTable:
    """Lay blocks on one table, by role, in the order given.

    Names of pieces and seams stay unique: where two blocks bring the same, the later one's takes its role in front.
    Sides that wait for each other (a cap and an armhole, two waists) become one seam; a second block of a kind (a lining)
    keeps to itself.

    Raises BadFile for a style without a block.
    """
    if not blocks:
        raise BadFile("the style has no block.", "blocks", "Give it at least one.")
    pieces: list[Piece] = []
    roles: dict[str, str] = {}
    seams: list[tuple[str, Seam]] = []
    notches: list[Notch] = []
    second: set[str] = set()
    for role, pattern in blocks.items():
        if any(p.name in roles for p in pattern.pieces):
            second.add(role)
        own = _named_apart(role, pattern, {p.name for p in pieces}, {s.name for _, s in seams})
        pieces += own.pieces
        roles |= {p.name: role for p in own.pieces}
        seams += [(role, s) for s in own.seams]
        notches += own.notches
    pattern = Pattern(tuple(pieces), tuple(s for _, s in seams), tuple(notches), wearer=dict(wearer or {}))
    return _met(pattern, {s.name: role for role, s in seams}, roles)


def _named_apart(role: str, pattern: Pattern, pieces: set[str], seams: set[str]) -> Pattern:
    """The block with its role in front of every name that is taken already."""
    new = {p.name: f"{role} {p.name}" if p.name in pieces else p.name for p in pattern.pieces}
    called = {s.name: f"{role} {s.name}" if s.name in seams else s.name for s in pattern.seams}

    def seam(s: Seam) -> Seam:
        a, b = (tuple(x._replace(piece=new[x.piece]) for x in side) for side in (s.a, s.b))
        return replace(s, name=called[s.name], a=a, b=b)

    return Pattern(
        tuple(replace(p, name=new[p.name]) if new[p.name] != p.name else p for p in pattern.pieces),
        tuple(seam(s) for s in pattern.seams),
        tuple(replace(n, seam=called[n.seam]) for n in pattern.notches),
    )


def _met(pattern: Pattern, role_of: Mapping[str, str], roles: Mapping[str, str]) -> OnTable:
    """Waiting seams of different blocks that are made for each other, joined one after the other."""
    told: list[str] = []
    for one in pattern.seams:
        role = role_of.get(one.name)
        if role is None or one not in pattern.seams:
            continue
        partners = [s for s in pattern.seams if role_of.get(s.name, role) != role and are_partners(one, s)]
        if len(partners) != 1:
            continue
        other = partners[0]
        name = min(one.name, other.name, key=len)
        met = meet(pattern, one, other, name)
        seams = tuple(met.seam if s is one else s for s in pattern.seams if s is not other)
        notches = tuple(n for n in pattern.notches if n.seam not in (one.name, other.name)) + met.notches
        pattern = replace(pattern, seams=seams, notches=notches)
        told += met.told
    return OnTable(pattern, roles, tuple(told))
