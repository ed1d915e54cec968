"""A cap that was spread and lifted: its fullness gathered in one stretch, between the notches, and smooth below them."""

from __future__ import annotations

from dataclasses import replace

from ..paper.pattern import Pattern
from ..paper.seam import IntervalRule, Notch, Seam, SeamRule

ENDS = ("front balance", "back balance")
"""Between these a cap is gathered."""


def gathered_between_notches(before: Pattern, after: Pattern, sleeve: str) -> Pattern:
    """The seam of the sleeve's cap with one rule of gathers from balance mark to balance mark. Below these the cap is marked as far along as the armhole is
    notched, so that it lies smooth there.

    ``before``: the table before the cap was worked; what notches it had then, it keeps. Without both marks the seam stays as it is.
    """
    seam = next((s for s in after.seams if any((x.piece, x.edge) == (sleeve, "cap") for x in (*s.a, *s.b))), None)
    if seam is None:
        return after
    cap_first = any(x.piece == sleeve for x in seam.a)
    kept = {n.name: n for n in before.notches_of(seam.name)}
    now = [_cap_first(n, cap_first) for n in after.notches_of(seam.name) if n.name in kept]
    # From whichever underarm the cap is walked.
    marks = sorted((n.at_b, n.name) for n in now if n.name in ENDS and n.at_b is not None)
    if len(marks) < 2:
        return after
    (first, begins), (last, ends) = marks
    cap = after.side_length(seam.a if cap_first else seam.b)
    other = seam.b if cap_first else seam.a
    armhole = after.side_length(other) if other else seam.rule.length or _promised(before, seam)
    if armhole < last:
        # Let go of its armhole, it is gathered to nothing that is known.
        return after
    low, high = first, cap - (armhole - last)
    full, flat = high - low, last - first
    if full <= flat or flat <= 0:
        return after
    notches = []
    for n in now:
        at_b = n.at_b if n.at_b is not None else 0.0
        at = low if n.name == begins else high if n.name == ends else _along(at_b, first, last, low, high)
        notches.append(_cap_first(replace(n, at_a=at, at_b=n.at_b), cap_first))
    rule = SeamRule("gather", ratio=full / flat, longer="a" if cap_first else "b")
    whole = SeamRule("equal") if other else SeamRule("ease", cap - armhole - 0.1, cap - armhole + 0.1, armhole)
    drawn = Seam(seam.name, seam.a, seam.b, whole, (IntervalRule(begins, ends, rule),) if other else ())
    return replace(
        after,
        seams=tuple(drawn if s.name == seam.name else s for s in after.seams),
        notches=_as_listed(before, [*(n for n in after.notches if n.seam != seam.name), *notches]),
    )


def _as_listed(before: Pattern, now: list[Notch]) -> tuple[Notch, ...]:
    """Those that were there in the order they had; new ones behind them."""
    listed = [(n.seam, n.name) for n in before.notches]
    return tuple(sorted(now, key=lambda n: listed.index((n.seam, n.name)) if (n.seam, n.name) in listed else len(listed)))


def _along(at: float, first: float, last: float, low: float, high: float) -> float:
    """The cap's place of one along the armhole: alike below the marks, in proportion between them."""
    if at < first:
        return at
    if at > last:
        return high + at - last
    return low + (high - low) * (at - first) / (last - first)


def _promised(before: Pattern, seam: Seam) -> float:
    return before.seam(seam.name).rule.length


def _cap_first(n: Notch, cap_first: bool) -> Notch:
    if cap_first or n.at_b is None:
        return n
    return replace(n, at_a=n.at_b, at_b=n.at_a)
