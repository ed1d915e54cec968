"""Parts follow: when what a part was measured from has changed, it is made again by its own step; where it cannot be, that is said."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from dataclasses import replace
from itertools import zip_longest

from ..errors import PatternError
from ..handwork.new_seam import unique_name
from ..house import HouseRules
from ..paper.as_sewn import TAKES_UP, AsSewn, zones_of
from ..paper.closure import still_there
from ..paper.made import Held, Made
from ..paper.pattern import Pattern
from ..paper.seam import IntervalRule, Seam, SeamRule, Side, turned_over
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
    if all(there.get(p.name) is p for p in made.ground) and not _promised_otherwise(pattern, made):
        return _remembering(pattern, made, replace(made, worked=worked)), []
    side = ground_of(pattern, made)
    if side is None:
        return _without_memory(pattern, made), [
            note(f"What the {made.name} was sewn to is gone: it stays as it is.")
        ] if made.seams else []
    table = without_part(pattern, made)
    now = measured(table, side)
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
        again = made.maker.apply(table, rules).pattern
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
    """The table before the part: its pieces and seams gone, the style's sides waiting again, gathered, pleated and eased as they were."""
    own = {p.name for p in made.pieces}
    came = set(made.notches)
    held = {h.seam: h for h in made.held}
    seams: list[Seam] = []
    gone: dict[str, float] = {}
    turned: set[str] = set()
    for s in pattern.seams:
        if s.name in made.own:
            continue
        if s.name in made.seams:
            if all(x.piece in own for x in s.a):
                turned.add(s.name)
                s = turned_over(s)
            side, strip = without_strip(s.a)
            taken = [y.name for y in (*pattern.seams, *seams)]
            seams += [Seam(unique_name(x.edge, taken), (x,), (), SeamRule("free")) for x in strip]
            gone[s.name] = pattern.side_length(strip)
            waited = tuple(_as_it_waited(s, held.get(s.name)))
            s = Seam(s.name, side, (), SeamRule("hold"), waited)
        seams.append(s)
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
    table = replace(
        pattern,
        pieces=tuple(p for p in pattern.pieces if p.name not in own),
        seams=tuple(seams),
        notches=tuple(notches),
        closures=still_there(pattern.closures, seams, notches),
        made=tuple(m for m in pattern.made if m.name != made.name),
    )
    return _as_long_as_sewn(table, made.seams)


def _as_it_waited(seam: Seam, held: Held | None) -> Iterator[IntervalRule]:
    """The rules of a seam, its style's side first, as they were before the part was sewn on; what was promised since on that side with them."""
    before = dict(held.rules) if held else {}
    for r in seam.rules:
        if r in before:
            was = before[r]
            if was is not None:
                yield was
        elif r.rule.longer == "a" and r.rule.kind in TAKES_UP:
            ratio = r.rule.ratio / held.ratio if held and r.rule.kind != "ease" else r.rule.ratio
            yield replace(r, rule=replace(r.rule, ratio=max(ratio, 1.0)))


def _as_long_as_sewn(table: Pattern, names: Collection[str]) -> Pattern:
    """Each waiting side waits for as much as it comes to when it is sewn, and its notches stand there for the partner."""
    seams, notches = list(table.seams), list(table.notches)
    for k, s in enumerate(seams):
        if s.name in names and not s.b and s.a:
            laid = AsSewn(table.side_length(s.a), tuple(zones_of(table, s, "a")))
            seams[k] = replace(s, rule=SeamRule("hold", length=laid.length))
            notches = [replace(n, at_b=laid.sewn(n.at_a)) if n.seam == s.name else n for n in notches]
    return replace(table, seams=tuple(seams), notches=tuple(notches))


def _promised_otherwise(pattern: Pattern, made: Made) -> bool:
    """Whether fullness of the style's side was promised, changed or taken back since the part was sewn on."""
    now = {s.name: s for s in pattern.seams}
    own = {p.name for p in made.pieces}
    for h in made.held:
        s = now.get(h.seam)
        if s is None or not s.b:
            continue
        rules = (turned_over(s) if all(x.piece in own for x in s.a) else s).rules
        if {r for r in rules if r.rule.longer == "a"} != {r for r, _ in h.rules}:
            return True
    return False


def _in_order(before: Pattern, after: Pattern, made: Made) -> Pattern:
    """Everything where it lay before, and what was closed or said of the part's seams as it was."""
    order = {p.name: k for k, p in enumerate(before.pieces)}
    pieces = tuple(sorted(after.pieces, key=lambda p: order.get(p.name, len(order))))
    places = {m.name: k for k, m in enumerate(before.made)}
    remembered = tuple(sorted(after.made, key=lambda m: places.get(m.name, len(places))))
    seams = {s.name: k for k, s in enumerate(before.seams)}
    in_place = tuple(_as_promised(before, s, after, made) for s in sorted(after.seams, key=lambda s: seams.get(s.name, len(seams))))
    return replace(
        after,
        pieces=pieces,
        seams=in_place,
        made=remembered,
        closures=still_there(before.closures, after.seams, after.notches),
    )


def _as_promised(before: Pattern, seam: Seam, after: Pattern, made: Made) -> Seam:
    """A seam of the part made anew with what a person promised of it: the seam's own rule where it is another than the part came with, and rules of
    stretches whose notches are there."""
    held = next((h for h in made.held if h.seam == seam.name), None)
    old = next((s for s in before.seams if s.name == seam.name and s.b), None)
    if held is None or old is None:
        return seam
    turned = all(x.piece in {p.name for p in made.pieces} for x in old.a)
    rule = old.rule if old.rule != (held.rule.turned() if turned else held.rule) else seam.rule
    known = {"start", "end", *(n.name for n in after.notches_of(seam.name))}
    there = {(r.start, r.end) for r in seam.rules}
    had = {r for r, _ in held.rules}
    by_hand = tuple(
        r
        for r, own in zip(old.rules, (turned_over(old) if turned else old).rules, strict=True)
        if own not in had and (r.start, r.end) not in there and {r.start, r.end} <= known
    )
    return replace(seam, rule=rule, rules=(*seam.rules, *by_hand))


def _differs(a: tuple[float, ...], b: tuple[float, ...]) -> bool:
    return any(abs(x - y) > CHANGED for x, y in zip_longest(a, b, fillvalue=-1.0))


def _remembering(pattern: Pattern, made: Made, now: Made) -> Pattern:
    if now == made and now.ground is made.ground:
        return pattern
    return replace(pattern, made=tuple(now if m is made or m.name == made.name else m for m in pattern.made))


def _without_memory(pattern: Pattern, made: Made) -> Pattern:
    return replace(pattern, made=tuple(m for m in pattern.made if m.name != made.name))
