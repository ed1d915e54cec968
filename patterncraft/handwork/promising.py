"""Seams declared, parted and notched by hand: what a person says of them, without touching the paper."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import replace
from itertools import pairwise
from typing import Final, Literal

from ..errors import BadPlace, BadSetting, MoveRefused, no_such
from ..house import edge_word
from ..paper.as_sewn import TAKES_UP, read_as_sewn
from ..paper.closure import Closure, Reach
from ..paper.pattern import Pattern
from ..paper.seam import Notch, Seam, Side, Stretch
from ..paper.sewn import neighbours, run_of, start_word
from ..paper.taking_over import Match, along_other, taken_over
from ..texts import with_article
from ..working import Sum, note
from .joining import OnPiece

CLEAR: Final = 1e-6


def side_of(pattern: Pattern, edges: Sequence[OnPiece], field: str) -> Side:
    """A side over edges in the order in which they are sewn. Each is walked from where it meets the one before; a single one in its outline's sense.
    Raises NoSuchName for a piece or an edge; MoveRefused for an edge named twice, or one that is no seam."""
    found: list[Stretch] = []
    for name, edge in edges:
        piece = pattern.piece(name)
        run = run_of(piece, edge)
        if any((s.piece, s.edge) == (name, edge) for s in found):
            raise MoveRefused(f"the {edge} of the {name} is named twice.", name, "Name each edge once.", field)
        if piece.outline[run[0]].kind in ("fold", "dart"):
            raise MoveRefused(
                f"the {edge} of the {name} is {with_article(piece.outline[run[0]].kind)}: it is not sewn to anything.",
                name,
                "Choose an edge that is sewn.",
                field,
            )
        found.append(Stretch(name, edge, start_word(piece, edge, from_end=False)))
    return tuple(found)


def facing(pattern: Pattern, a: Side, b: Side) -> Side:
    """Side b walked in the sense in which it is sewn to side a: from the end that is called as a's start is; where the names do not tell, the other way
    round, as two sheets lie right side on right side."""
    first, last = _beside(pattern, a[0]), _beside(pattern, b[0])
    ends = neighbours(pattern.piece(b[0].piece), b[0].edge)
    words = [edge_word(w) for w in ends]
    backward = (
        words[1] == edge_word(first)
        if words[0] != words[1] and edge_word(first) in words
        else edge_word(first) != edge_word(last) or len(b) == 1
    )
    if not backward:
        return b
    return tuple(
        Stretch(s.piece, s.edge, start_word(pattern.piece(s.piece), s.edge, from_end=True, run=s.run), s.run) for s in reversed(b)
    )


def _beside(pattern: Pattern, s: Stretch) -> str:
    before, after = neighbours(pattern.piece(s.piece), s.edge)
    return before if s.start in ("", "start", before) else after


def with_seam(pattern: Pattern, seam: Seam) -> Pattern:
    """The pattern with the seam of that name replaced."""
    return replace(pattern, seams=tuple(seam if s.name == seam.name else s for s in pattern.seams))


def sewn_as_promised(pattern: Pattern, seam: Seam, waited: Collection[str]) -> tuple[Seam, list[Notch]]:
    """A seam declared between two sides with what was promised of them while they ``waited`` (seams by name): gathers, pleats and ease stay where they
    are, and the notches with them, each marked on its partner."""
    a, b = (read_as_sewn(pattern, side) for side in (seam.a, seam.b))
    match, back = Match(((0.0, 0.0), (a.length, b.length)), b), Match(((0.0, 0.0), (b.length, a.length)), a)
    notches: list[Notch] = []
    for old in (pattern.seam(name) for name in waited):
        for n in pattern.notches_of(old.name):
            at_a = along_other(pattern, old.a, seam.a, n.at_a)
            at_b = along_other(pattern, old.a, seam.b, n.at_a) if at_a is None else None
            name = n.name
            partner = next((x for x in notches if x.name == name), None)
            if partner is not None and at_b is not None:
                notches[notches.index(partner)] = replace(partner, at_b=at_b)
            elif at_a is not None:
                notches.append(replace(n, seam=seam.name, at_a=at_a, at_b=match.on_b(a.sewn(at_a))))
            elif at_b is not None:
                notches.append(replace(n, seam=seam.name, at_a=back.on_b(b.sewn(at_b)), at_b=at_b))
    own = taken_over(pattern, seam.name, seam.a, a, notches, match, seam.rule)
    turned = [n.turned() for n in own.notches]
    other = taken_over(pattern, seam.name, seam.b, b, turned, back, own.rule.turned())
    made = replace(seam, rule=other.rule.turned(), rules=(*own.rules, *(replace(r, rule=r.rule.turned()) for r in other.rules)))
    return made, sorted((n.turned() for n in other.notches), key=lambda n: n.at_a)


def promises_gone(before: Pattern, after: Pattern) -> tuple[Sum, ...]:
    """What is to be told where a step of several acts took a gathered, pleated, eased or stretched seam away with its paper."""
    there = {s.name: {s.rule.kind, *(r.rule.kind for r in s.rules)} for s in after.seams}
    told = []
    for s in before.seams:
        full = [r for r in (s.rule, *(x.rule for x in s.rules)) if r.kind in (*TAKES_UP, "stretch") and not r.length]
        if full and (s.name not in there or (s.b and not after.seam(s.name).b and full[0].kind not in there[s.name])):
            told.append(note(f"The {s.name} is {full[0]} no more: it went with its paper."))
    return tuple(told)


def closed_as_before(pattern: Pattern, seam: Seam, waited: Collection[str]) -> tuple[Closure, ...]:
    """The pattern's closures, those of the seams that ``waited`` in the new one that takes their place."""

    def there(r: Reach) -> Reach:
        if r.seam not in waited:
            return r
        first = along_other(pattern, pattern.seam(r.seam).a, seam.a, 0.0)
        last = along_other(pattern, pattern.seam(r.seam).a, seam.a, pattern.side_length(pattern.seam(r.seam).a))
        turned = first is not None and last is not None and first > last
        words = {"start": "end", "end": "start"} if turned else {}
        return Reach(seam.name, words.get(r.start, r.start), words.get(r.end, r.end))

    return tuple(replace(c, parts=tuple(there(r) for r in c.parts)) for c in pattern.closures)


def notch_of(pattern: Pattern, seam: str, name: str) -> Notch:
    """Raises NoSuchName listing the seam's notches."""
    own = pattern.notches_of(seam)
    found = next((n for n in own if n.name == name), None)
    if found is None:
        error = no_such("notch", name, [n.name for n in own], seam)
        error.field = "notch"
        raise error
    return found


def on_partner(pattern: Pattern, seam: Seam, at: float) -> float | None:
    """Where a place ``at`` cm along side a meets the other: as far along from the nearest notch before it, where the seam is sewn flat there; in
    proportion between two notches where one side is fuller. None without a partner."""
    if not seam.b:
        return None
    a, b = pattern.side_length(seam.a), pattern.side_length(seam.b)
    stops = [(0.0, 0.0), *(n.pair for n in pattern.notches_of(seam.name) if n.pair), (a, b)]
    for (x0, y0), (x1, y1) in pairwise(stops):
        if x0 - CLEAR <= at <= x1 + CLEAR and x1 > x0:
            flat = abs((x1 - x0) - (y1 - y0)) < 0.05
            return min(y0 + at - x0, b) if flat else y0 + (y1 - y0) * (at - x0) / (x1 - x0)
    return min(at, b)


def check_on_side(pattern: Pattern, seam: Seam, at: float, which: Literal["a", "b"], field: str) -> None:
    """Raises BadPlace for a place beyond the end of a side."""
    side = seam.a if which == "a" else seam.b
    whole = pattern.side_length(side) if side else seam.rule.length
    if at < -CLEAR or at > whole + CLEAR:
        word = "first" if which == "a" else "second"
        raise BadPlace(
            f"the {word} side of the {seam.name} is {whole:.1f} cm long: {at:.1f} cm along there is none of it left.",
            seam.name,
            f"Choose from 0 to {whole:.1f} cm.",
            field,
        )


def free_name(pattern: Pattern, seam: str, wanted: str | None) -> str:
    """A name for a new notch of a seam. Raises BadSetting for one that is taken."""
    taken = {n.name for n in pattern.notches_of(seam)} | {"start", "end"}
    if wanted is not None:
        if wanted in taken:
            raise BadSetting(f"the {seam} has a notch called “{wanted}” already.", seam, "Give it another name.", "name")
        return wanted
    return next(name for k in range(1, len(taken) + 2) if (name := f"notch {k}") not in taken)
