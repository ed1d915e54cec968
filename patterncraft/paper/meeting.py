"""Waiting seams find each other: a side kept for a partner, and the partner, become one seam with the partner's rule."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Final, Literal

from .pattern import Pattern
from .seam import IntervalRule, Notch, Seam, SeamRule, Side, Stretch
from .sewn import start_word, starts_at_end

PARTNERS: Final[dict[str, str]] = {"cap": "armhole", "armhole": "cap", "waist": "waist", "neckline": "neckline", "wrist": "wrist"}
"""Edge that waits → edge it waits for."""
End = Literal["front", "back", ""]


@dataclass(frozen=True, slots=True)
class Met:
    """Two waiting seams as one, with its notches; ``told``: what a person should know of it."""

    seam: Seam
    notches: tuple[Notch, ...]
    told: tuple[str, ...]


def waits_for(seam: Seam) -> str:
    """The name of the edge that a waiting seam is to be sewn to; empty when it waits for none that is known."""
    if not seam.waits:
        return ""
    words = {PARTNERS.get(s.edge, "") for s in seam.a}
    return words.pop() if len(words) == 1 else ""


def are_partners(one: Seam, other: Seam) -> bool:
    """Whether two waiting seams are made for each other."""
    return bool(waits_for(one)) and {s.edge for s in other.a} == {waits_for(one)} and bool(waits_for(other))


def meet(pattern: Pattern, one: Seam, other: Seam, name: str) -> Met:
    """Both seams as one called ``name``. The side with a rule of ease is side a; both are walked in one sense.

    Notches are paired by name, then by order; one without a partner gets its place in proportion.
    ``pattern`` holds both seams, their pieces and their notches.
    """
    a, b = (other, one) if other.rule.kind == "ease" and one.rule.kind != "ease" else (one, other)
    own, theirs = pattern.notches_of(a.name), pattern.notches_of(b.name)
    side_b, turned = b.a, False
    if begins_at(a.a) == _opposite(begins_at(b.a)) != "":
        side_b, turned = turned_side(pattern, b.a), True
    length_a, length_b = pattern.side_length(a.a), pattern.side_length(b.a)
    places = {n.name: length_b - n.at_a if turned else n.at_a for n in theirs}
    rule = replace(a.rule, length=0.0) if a.rule.kind == "ease" else SeamRule("equal")
    notches, left = _paired(own, places, length_a, length_b, name)
    styles = {n.name: n.style for n in theirs}
    notches += [Notch(n, name, styles[n], places[n] * length_a / length_b, places[n]) for n in left]
    verb = "meets" if len(a.a) == 1 else "meet"
    told = [f"The {_words(a.a)} {verb} the {_words(side_b)}: {length_a:.1f} and {length_b:.1f} cm."]
    told += [f"The notch “{n}” had no partner: it is marked on both, in proportion." for n in left]
    # What was promised of the second side's fullness is promised of the second side; walked the other way, from its other end.
    words = {"start": "end", "end": "start"} if turned else {}
    ends = [(words.get(r.start, r.start), words.get(r.end, r.end), r.rule.turned()) for r in b.rules]
    rules = a.rules + tuple(IntervalRule(*((y, x) if turned else (x, y)), rule) for x, y, rule in ends)
    return Met(Seam(name, a.a, side_b, rule, rules), tuple(sorted(notches, key=lambda n: n.at_a)), tuple(told))


def _paired(
    own: list[Notch], places: dict[str, float], length_a: float, length_b: float, seam: str
) -> tuple[list[Notch], list[str]]:
    """Own notches with their partners, and the names of the others left over."""
    left = [n for n in places if n not in {x.name for x in own}]
    unnamed = [n for n in own if n.name not in places]
    by_order = dict(zip([n.name for n in unnamed], left, strict=False)) if len(unnamed) == len(left) else {}
    notches = []
    for n in own:
        partner = n.name if n.name in places else by_order.get(n.name)
        at_b = places[partner] if partner else n.at_b if n.at_b is not None else n.at_a * length_b / length_a
        notches.append(replace(n, seam=seam, at_b=at_b))
    return notches, [n for n in left if n not in by_order.values()]


def begins_at(side: Side) -> End:
    """Whether a side begins at the front or at the back of the body, as far as the names say."""
    s = side[0]
    words = s.piece if len(side) > 1 else f"{s.piece} {s.start} {s.edge}"
    front, back = "front" in words, "back" in words
    return "" if front == back else "front" if front else "back"


def _opposite(end: End) -> End:
    return "back" if end == "front" else "front" if end == "back" else ""


def turned_side(pattern: Pattern, side: Side) -> Side:
    """The same side walked from its other end."""
    out = []
    for s in reversed(side):
        piece = pattern.piece(s.piece)
        back = starts_at_end(piece, s.edge, s.start, s.run)
        out.append(Stretch(s.piece, s.edge, start_word(piece, s.edge, not back, s.run), s.run))
    return tuple(out)


def _words(side: Side) -> str:
    return " and ".join(f"{s.piece} {s.edge}" for s in side)
