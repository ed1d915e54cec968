"""The same pattern with its seams written down otherwise: walked from the other end, or the second side first. On paper nothing is different."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from patterncraft.paper.closure import Closure, Reach
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.seam import IntervalRule, Notch, Seam, Side
from patterncraft.paper.sewn import neighbours, starts_at_end

ENDS = {"start": "end", "end": "start"}


def walked_back(pattern: Pattern) -> Pattern:
    """Each seam walked from its other end, on both sides."""
    seams, notches = [], []
    for s in pattern.seams:
        sides = [tuple(_from_other_end(pattern, side)) for side in (s.a, s.b)]
        rules = tuple(IntervalRule(ENDS.get(r.end, r.end), ENDS.get(r.start, r.start), r.rule) for r in reversed(s.rules))
        seams.append(Seam(s.name, sides[0], sides[1], s.rule, rules))
        whole = pattern.side_length(s.a), pattern.side_length(s.b) if s.b else s.rule.length
        notches += [
            replace(n, at_a=whole[0] - n.at_a, at_b=None if n.at_b is None else whole[1] - n.at_b)
            for n in reversed(pattern.notches_of(s.name))
        ]
    return replace(pattern, seams=tuple(seams), notches=tuple(notches), closures=tuple(map(_closed_from_there, pattern.closures)))


def sides_changed(pattern: Pattern) -> Pattern:
    """Each seam of two sides with the other one first."""
    changed = {s.name for s in pattern.seams if s.b}

    def notch(n: Notch) -> Notch:
        if n.seam not in changed or n.at_b is None:
            return n
        return replace(n, at_a=n.at_b, at_b=n.at_a)

    def seam(s: Seam) -> Seam:
        if s.name not in changed:
            return s
        rules = tuple(replace(r, rule=r.rule.turned()) for r in s.rules)
        return replace(s, a=s.b, b=s.a, rule=s.rule.turned(), rules=rules)

    return replace(pattern, seams=tuple(map(seam, pattern.seams)), notches=tuple(map(notch, pattern.notches)))


def _from_other_end(pattern: Pattern, side: Side) -> Side:
    turned = []
    for x in reversed(side):
        piece = pattern.piece(x.piece)
        before, after = neighbours(piece, x.edge, x.run)
        at_end = starts_at_end(piece, x.edge, x.start, x.run)
        alike = "start" if at_end else "end"
        turned.append(x._replace(start=alike if before == after else before if at_end else after))
    return tuple(turned)


def _closed_from_there(closure: Closure) -> Closure:
    return replace(closure, parts=tuple(Reach(p.seam, ENDS.get(p.start, p.start), ENDS.get(p.end, p.end)) for p in closure.parts))


WRITTEN: dict[str, Callable[[Pattern], Pattern]] = {"from the other end": walked_back, "the other side first": sides_changed}
"""Both ways; on either, whatever is done or found has to come out the same."""
