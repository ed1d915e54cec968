"""Parts follow: when what a part was measured from has changed, it is made again by its own step; where it cannot be, that is said."""

from __future__ import annotations

from dataclasses import replace
from itertools import zip_longest

from ..errors import PatternError
from ..house import HouseRules
from ..paper.closure import still_there
from ..paper.made import Made
from ..paper.pattern import Pattern
from ..paper.seam import Seam, SeamRule, Side
from ..working import Sum, fine, note
from .reading import measured, without_strip

CHANGED = 1e-6
"""cm by which a measured side must differ to be another one."""


def follow_parts(pattern: Pattern, rules: HouseRules) -> tuple[Pattern, tuple[Sum, ...]]:
    """The pattern with every part made anew whose ground changed, and what is to be told of it."""
    if not pattern.made:
        return pattern, ()
    told: list[Sum] = []
    for made in pattern.made:
        pattern, lines = _followed(pattern, made, rules)
        told += lines
    return pattern, tuple(told)


def _followed(pattern: Pattern, made: Made, rules: HouseRules) -> tuple[Pattern, list[Sum]]:
    there = {p.name: p for p in pattern.pieces}
    if any(p.name not in there for p in made.pieces):
        # Joined to something, cut in two, renamed or put away: a piece of the style from now on.
        return _without_memory(pattern, made), []
    just_worked = not made.worked and any(there[p.name] is not p for p in made.pieces)
    worked = made.worked or just_worked
    if all(there.get(p.name) is p for p in made.ground):
        return _remembering(pattern, made, replace(made, worked=worked)), []
    side = ground_of(pattern, made)
    if side is None:
        return _without_memory(pattern, made), [
            note(f"What the {made.name} was sewn to is gone: it stays as it is.")
        ] if made.seams else []
    now = measured(pattern, side)
    ground = tuple(there[n] for n in dict.fromkeys(s.piece for s in side))
    kept = replace(made, ground=ground, measured=now, worked=worked)
    if not _differs(made.measured, now):
        return _remembering(pattern, made, kept), []
    change = Sum(f"The {made.name} was made for", fine(made.measured[0]), "")
    if worked:
        if just_worked:
            return _remembering(pattern, made, kept), []
        off = now[0] - made.measured[0]
        words = f"The {made.name} stays as it is, since it was worked or cut loose: its seam is {abs(off):.2f} cm {'longer' if off > 0 else 'shorter'} now."
        return _remembering(pattern, made, kept), [note(words)] if abs(off) > rules.sewing_tolerance else []
    try:
        again = made.maker.apply(without_part(pattern, made), rules).pattern
    except PatternError as e:
        return _remembering(pattern, made, kept), [note(f"The {made.name} cannot follow, and stays as it is: {e.message}")]
    return _in_order(pattern, again, made), [
        change,
        Sum(f"The {made.name} follows: it is made anew for", fine(now[0])),
    ]


def ground_of(pattern: Pattern, made: Made) -> Side | None:
    """The style's sides that a part is sewn to, as they run now; None where one of them is gone."""
    own = {p.name for p in made.pieces}
    side: list[Side] = []
    for name in made.seams:
        seam = next((s for s in pattern.seams if s.name == name), None)
        if seam is None or not seam.b:
            return None
        side.append(seam.b if all(s.piece in own for s in seam.a) else seam.a)
    return tuple(s for x in side for s in x)


def without_part(pattern: Pattern, made: Made) -> Pattern:
    """The table before the part: its pieces and seams gone, the style's sides waiting again."""
    own = {p.name for p in made.pieces}
    came = set(made.notches)
    seams: list[Seam] = []
    gone: dict[str, float] = {}
    for s in pattern.seams:
        if s.name in made.own:
            continue
        if s.name in made.seams:
            side, strip = without_strip(s.b if all(x.piece in own for x in s.a) else s.a)
            seams += [Seam(x.edge, (x,), (), SeamRule("free")) for x in strip]
            gone[s.name] = pattern.side_length(strip)
            s = Seam(s.name, side, (), SeamRule("hold", length=pattern.side_length(side)))
        seams.append(s)
    turned = {s.name for s in pattern.seams if s.name in made.seams and all(x.piece in own for x in s.a)}
    notches = []
    for n in pattern.notches:
        if n.seam in made.own or (n.seam, n.name) in came:
            continue
        if n.seam in made.seams:
            at = n.at_b if n.seam in turned else n.at_a
            if at is None:
                continue
            n = replace(n, at_a=at - gone[n.seam], at_b=None)
        notches.append(n)
    return replace(
        pattern,
        pieces=tuple(p for p in pattern.pieces if p.name not in own),
        seams=tuple(seams),
        notches=tuple(notches),
        closures=still_there(pattern.closures, seams, notches),
        made=tuple(m for m in pattern.made if m.name != made.name),
    )


def _in_order(before: Pattern, after: Pattern, made: Made) -> Pattern:
    """Everything where it lay before, and what was closed or said of the part's seams as it was."""
    order = {p.name: k for k, p in enumerate(before.pieces)}
    pieces = tuple(sorted(after.pieces, key=lambda p: order.get(p.name, len(order))))
    places = {m.name: k for k, m in enumerate(before.made)}
    remembered = tuple(sorted(after.made, key=lambda m: places.get(m.name, len(places))))
    seams = {s.name: k for k, s in enumerate(before.seams)}
    in_place = tuple(sorted(after.seams, key=lambda s: seams.get(s.name, len(seams))))
    return replace(
        after,
        pieces=pieces,
        seams=in_place,
        made=remembered,
        closures=still_there(before.closures, after.seams, after.notches),
    )


def _differs(a: tuple[float, ...], b: tuple[float, ...]) -> bool:
    return any(abs(x - y) > CHANGED for x, y in zip_longest(a, b, fillvalue=-1.0))


def _remembering(pattern: Pattern, made: Made, now: Made) -> Pattern:
    if now == made and now.ground is made.ground:
        return pattern
    return replace(pattern, made=tuple(now if m is made or m.name == made.name else m for m in pattern.made))


def _without_memory(pattern: Pattern, made: Made) -> Pattern:
    return replace(pattern, made=tuple(m for m in pattern.made if m.name != made.name))
