"""A part as it is drawn, before it is laid on the table and sewn on."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal, NamedTuple

from ..drafting.construction import Stage
from ..handwork.new_seam import unique_name
from ..paper.made import Held, Made, Maker
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam, SeamRule, Side, turned_over
from ..paper.sound import assert_sound
from ..paper.taking_over import Match, along_other, taken_over
from ..working import Sum
from .reading import Reading, measured

ALIKE = 0.05
"""cm: notches of the two sides this near each other are one."""


class Pair(NamedTuple):
    """A notch on both sides of a seam: cm along the style's side as it is sewn, and along the part's."""

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
    part = of_its_cloth(pattern, part)
    for p in part.pieces:
        assert_sound(p, "Change the part's own measures.")
    pattern = before = part.on or pattern
    seams, notches = list(pattern.seams), list(pattern.notches)
    came: list[tuple[str, str]] = [(n.seam, n.name) for n in part.notches]
    joined = {(s.piece, s.edge) for j in part.joins for s in j.reading.side}
    known = {s.name for s in pattern.seams}
    fresh_seams: list[str] = []
    waiting = {j.reading.seam.name for j in part.joins}
    held: list[Held] = []
    # What was free until now, as the end of a button stand, is sewn to the part; not what a closure or a notch lies on.
    kept = waiting | {n.seam for n in notches} | {r.seam for c in pattern.closures for r in c.parts}
    seams = [s for s in seams if s.rule.kind != "free" or s.name in kept or s.b or not {(x.piece, x.edge) for x in s.a} <= joined]
    for join in part.joins:
        name = join.reading.seam.name
        own, fresh, match = _paired(pattern, join, Pattern(part.pieces).side_length(join.side))
        came += [(name, n) for n in fresh]
        rule = join.rule.turned() if join.part_first else join.rule
        over = taken_over(pattern, name, join.reading.side, join.reading.laid, own, match, rule)
        own = over.notches
        came += [(name, n) for n in over.fresh]
        new = Seam(name, join.reading.side, join.side, over.rule, over.rules)
        held.append(_held(join, new, match))
        if join.part_first:
            new = turned_over(new)
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
        held=tuple(held),
    )
    return replace(after, made=(*pattern.made, made))


def of_its_cloth(pattern: Pattern, part: Part) -> Part:
    """The part cut of the cloth of what it is sewn to, as far as nothing else is said of it: a sleeve for a jersey bodice is of jersey and gives as that
    does."""
    ground = [pattern.piece(s.piece).cut for j in part.joins for s in j.reading.side]
    cloths = {c.cloth for c in ground if c.layer == "shell"}
    if len(cloths) != 1:
        return part
    cloth, stretch = cloths.pop(), min(c.stretch for c in ground if c.layer == "shell")

    def cut(p: Piece) -> Piece:
        plain = p.cut.layer == "shell" and p.cut.cloth == "shell" and p.cut.stretch == 0.0
        return replace(p, cut=replace(p.cut, cloth=cloth, stretch=stretch)) if plain and (cloth, stretch) != ("shell", 0.0) else p

    return replace(part, pieces=tuple(cut(p) for p in part.pieces))


def _held(join: Join, sewn: Seam, match: Match) -> Held:
    """What is to be known of the style's seam when the part is taken off again; ``sewn``: with the style's side first."""
    seam = join.reading.seam
    turned = seam.a[0] not in join.reading.side
    waited = {(r.end, r.start) if turned else (r.start, r.end): r for r in seam.rules}
    rules = tuple((r, waited.get((r.start, r.end))) for r in sewn.rules)
    at_style, at_part = match.stops[-1]
    return Held(seam.name, rules, sewn.rule, at_style / at_part if at_part > 0 else 1.0)


def _paired(pattern: Pattern, join: Join, long: float) -> tuple[list[Notch], list[str], Match]:
    """The notches of a seam that has its part now, which of them are new, and what meets what. One that the style's side had stays, and is marked on the
    part: as far along from the notch before it."""
    name, laid = join.reading.seam.name, join.reading.laid
    old: list[Notch] = []
    for n in pattern.notches_of(name):
        at = along_other(pattern, join.reading.seam.a, join.reading.side, n.at_a)
        if at is not None:
            old.append(replace(n, at_a=at, at_b=None))
    own: list[Notch] = []
    fresh: list[str] = []
    for pair in join.pairs:
        near = next((n for n in old if n.name == pair.name or abs(laid.sewn(n.at_a) - pair.at_style) < ALIKE), None)
        if near is not None:
            old.remove(near)
            own.append(replace(near, at_a=laid.flat(pair.at_style), at_b=pair.at_part))
        else:
            free = unique_name(pair.name, [n.name for n in (*own, *old)])
            own.append(Notch(free, name, pair.style, laid.flat(pair.at_style), pair.at_part))
            fresh.append(free)
    match = Match(((0.0, 0.0), *sorted((p.at_style, p.at_part) for p in join.pairs), (laid.length, long)))
    own += [replace(n, at_b=match.on_b(laid.sewn(n.at_a))) for n in old]
    return sorted(own, key=lambda n: n.at_a), fresh, match


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
