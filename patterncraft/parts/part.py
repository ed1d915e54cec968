"""A part as it is drawn, before it is laid on the table and sewn on."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Literal, NamedTuple

from ..drafting.construction import Stage
from ..handwork.new_seam import unique_name
from ..paper.made import Made, Maker
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam, SeamRule, Side
from ..paper.sound import assert_sound
from ..working import Sum
from .reading import Reading, measured

ALIKE = 0.05
"""cm: notches of the two sides this near each other are one."""


class Pair(NamedTuple):
    """A notch on both sides of a seam: cm along the style's side, and along the part's."""

    name: str
    at_style: float
    at_part: float
    style: Literal["single", "double"] = "single"


@dataclass(frozen=True, slots=True)
class Join:
    """Where a part is sewn to the style: the waiting side that was read, the part's side walked alike, what is promised, notches in pairs. The style's
    side is a; where ``part_first``, the part's, as a cap against its armhole."""

    reading: Reading
    side: Side
    rule: SeamRule
    pairs: tuple[Pair, ...] = ()
    part_first: bool = False


@dataclass(frozen=True, slots=True)
class Part:
    """``pieces`` with names that are free on the table; ``joins`` to the style; ``seams`` and ``notches`` of its own. ``on``: the table made ready for it,
    where that changes (a hem that is a seam now)."""

    name: str
    pieces: tuple[Piece, ...]
    joins: tuple[Join, ...] = ()
    seams: tuple[Seam, ...] = ()
    notches: tuple[Notch, ...] = ()
    sums: tuple[Sum, ...] = ()
    stages: tuple[Stage, ...] = ()
    told: tuple[Sum, ...] = ()
    on: Pattern | None = None


def sewn_on(pattern: Pattern, part: Part, maker: Maker) -> Pattern:
    """The table with the part on it, sewn to the sides it was made for, and remembered with the step that makes it."""
    for p in part.pieces:
        assert_sound(p, "Change the part's own measures.")
    pattern = before = part.on or pattern
    seams, notches = list(pattern.seams), list(pattern.notches)
    came: list[tuple[str, str]] = [(n.seam, n.name) for n in part.notches]
    joined = {(s.piece, s.edge) for j in part.joins for s in j.reading.side}
    known = {s.name for s in pattern.seams}
    fresh_seams: list[str] = []
    waiting = {j.reading.seam.name for j in part.joins}
    # What was free until now, as the end of a button stand, is sewn to the part; not what a closure or a notch lies on.
    kept = waiting | {n.seam for n in notches} | {r.seam for c in pattern.closures for r in c.parts}
    seams = [s for s in seams if s.rule.kind != "free" or s.name in kept or s.b or not {(x.piece, x.edge) for x in s.a} <= joined]
    for join in part.joins:
        name = join.reading.seam.name
        own, fresh = _paired(pattern, join, Pattern(part.pieces).side_length(join.side))
        came += [(name, n) for n in fresh]
        new = Seam(name, join.reading.side, join.side, join.rule)
        if join.part_first:
            new = replace(new, a=new.b, b=new.a)
            own = sorted((_changed_over(n) for n in own), key=lambda n: n.at_a)
        if name in known:
            seams = [new if s.name == name else s for s in seams]
        else:
            seams.append(new)
            fresh_seams.append(name)
        notches = [n for n in notches if n.seam != name] + own
    pieces = (*pattern.pieces, *part.pieces)
    after = replace(pattern, pieces=pieces, seams=(*seams, *part.seams), notches=(*notches, *part.notches))
    side = tuple(s for j in part.joins for s in j.reading.side)
    ground = tuple(before.piece(n) for n in dict.fromkeys(s.piece for s in side))
    made = Made(
        unique_name(part.name, [m.name for m in pattern.made]),
        maker,
        part.pieces,
        tuple(j.reading.seam.name for j in part.joins),
        (*(s.name for s in part.seams), *fresh_seams),
        tuple(came),
        ground,
        measured(before, side),
        part.seams,
    )
    return replace(after, made=(*pattern.made, made))


def _paired(pattern: Pattern, join: Join, long: float) -> tuple[list[Notch], list[str]]:
    """The notches of a seam that has its part now, and which of them are new. One that the style's side had stays, and is marked on the part: as far
    along from the notch before it."""
    name = join.reading.seam.name
    whole = join.reading.length
    turned = join.reading.side != join.reading.seam.a
    old = [replace(n, at_a=whole - n.at_a if turned else n.at_a, at_b=None) for n in pattern.notches_of(name)]
    own: list[Notch] = []
    fresh: list[str] = []
    for pair in join.pairs:
        near = next((n for n in old if n.name == pair.name or abs(n.at_a - pair.at_style) < ALIKE), None)
        if near is not None:
            old.remove(near)
            own.append(replace(near, at_a=pair.at_style, at_b=pair.at_part))
        else:
            free = unique_name(pair.name, [n.name for n in (*own, *old)])
            own.append(Notch(free, name, pair.style, pair.at_style, pair.at_part))
            fresh.append(free)
    stops = [(0.0, 0.0), *sorted((p.at_style, p.at_part) for p in join.pairs), (whole, long)]
    own += [replace(n, at_b=_between(stops, n.at_a)) for n in old]
    return sorted(own, key=lambda n: n.at_a), fresh


def _between(stops: Sequence[tuple[float, float]], at: float) -> float:
    """The part's place of one on the style's side: in proportion between the notches on either side of it, which is as far along where both are alike."""
    for (x0, y0), (x1, y1) in pairwise(stops):
        if at <= x1 + ALIKE:
            return y0 + (y1 - y0) * (at - x0) / (x1 - x0) if x1 - x0 > 1e-9 else y0
    return stops[-1][1]


def _changed_over(n: Notch) -> Notch:
    return n if n.at_b is None else replace(n, at_a=n.at_b, at_b=n.at_a)


def piece_names(pattern: Pattern, wanted: Sequence[str]) -> list[str]:
    """Names for a part's pieces that are free on the table, each once."""
    taken = [p.name for p in pattern.pieces]
    out: list[str] = []
    for name in wanted:
        out.append(unique_name(name, [*taken, *out]))
    return out


def seam_names(pattern: Pattern, wanted: Sequence[str]) -> list[str]:
    """Names for a part's own seams that are free on the table."""
    taken = [s.name for s in pattern.seams]
    out: list[str] = []
    for name in wanted:
        out.append(unique_name(name, [*taken, *out]))
    return out
