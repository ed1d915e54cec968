"""The ledger: every promise of a pattern, measured now. Derived always, stored never."""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from typing import Literal

from .house import HouseRules
from .paper.dart import darts_of
from .paper.pattern import Pattern
from .paper.seam import Notch, Seam, Stretch
from .paper.sewn import run_of


@dataclass(frozen=True, slots=True)
class Interval:
    """A seam between two notches. Lengths in cm; ``length_b`` is None where there is no second side."""

    start: str
    end: str
    length_a: float
    length_b: float | None


@dataclass(frozen=True, slots=True)
class Promise:
    """One line of the ledger.

    ``length_b`` is the partner's length, or the length promised (hold), or None (free).
    ``difference`` = a − b. ``over`` is how far the difference lies outside the rule (0 when kept).
    """

    name: str
    kind: Literal["seam", "legs"]
    side_a: str
    side_b: str
    length_a: float
    length_b: float | None
    rule: str
    kept: bool
    over: float
    cure: str
    intervals: tuple[Interval, ...]
    edges: tuple[tuple[str, str], ...]
    notches: tuple[tuple[float, float | None, str], ...]

    @property
    def difference(self) -> float:
        return 0.0 if self.length_b is None else self.length_a - self.length_b


def ledger(pattern: Pattern, rules: HouseRules) -> tuple[Promise, ...]:
    """All seams in their order, then the legs of all darts."""
    return tuple(_seam_promise(pattern, s, rules) for s in pattern.seams) + tuple(
        promise for p in pattern.pieces for promise in _leg_promises(p.name, pattern, rules)
    )


def _seam_promise(pattern: Pattern, seam: Seam, rules: HouseRules) -> Promise:
    a = pattern.side_length(seam.a)
    made_for = seam.rule.length if seam.rule.kind in ("hold", "ease") and seam.rule.length else None
    b = pattern.side_length(seam.b) if seam.b else made_for
    notches = pattern.notches_of(seam.name)
    over = _outside(seam, a, b, rules.sewing_tolerance)
    worst = abs(over)
    intervals = _intervals(notches, a, b if seam.b else None)
    if seam.rule.kind == "equal":
        misses = [abs(x.length_a - x.length_b) for x in intervals if x.length_b is not None]
        worst = max([worst, *(m - rules.sewing_tolerance for m in misses)])
    return Promise(
        name=seam.name,
        kind="seam",
        side_a=_side_words(seam.a),
        side_b=_side_words(seam.b) if seam.b else {"hold": "as drafted", "ease": "as measured"}.get(seam.rule.kind, ""),
        length_a=a,
        length_b=b,
        rule=str(seam.rule),
        kept=worst <= 1e-9,
        over=over,
        cure=_cure(seam, over),
        intervals=intervals,
        edges=tuple((s.piece, s.edge) for s in seam.a + seam.b),
        notches=tuple((n.at_a, n.at_b, n.style) for n in notches),
    )


def _outside(seam: Seam, a: float, b: float | None, tolerance: float) -> float:
    """Signed cm by which a − b lies outside what the rule allows; + means side a is too long."""
    if b is None:
        return 0.0
    low, high = (seam.rule.minimum, seam.rule.maximum) if seam.rule.kind == "ease" else (0.0, 0.0)
    miss = a - b
    if low - tolerance <= miss <= high + tolerance:
        return 0.0
    return miss - high if miss > high else miss - low


def _intervals(notches: list[Notch], a: float, b: float | None) -> tuple[Interval, ...]:
    stops = [("start", 0.0, 0.0 if b is not None else None)]
    stops += [(n.name, n.at_a, n.at_b) for n in notches]
    stops.append(("end", a, b))
    out = []
    for (n0, a0, b0), (n1, a1, b1) in itertools.pairwise(stops):
        out.append(Interval(n0, n1, a1 - a0, b1 - b0 if b0 is not None and b1 is not None else None))
    return tuple(out)


def _side_words(side: tuple[Stretch, ...]) -> str:
    return " + ".join(f"{s.piece} {s.edge}" for s in side)


def _cure(seam: Seam, over: float) -> str:
    if not over:
        return ""
    longer, shorter = ("first", "second") if over > 0 else ("second", "first")
    if seam.rule.kind == "hold":
        word = "grown" if over > 0 else "shrunk"
        return f"It has {word} by {abs(over):.2f} cm since the block: what is sewn to it must follow, or true it."
    return f"The {longer} side is {abs(over):.2f} cm too long for the {shorter}: true one of them, or ease it in and say so."


def _leg_promises(piece_name: str, pattern: Pattern, rules: HouseRules) -> list[Promise]:
    out = []
    piece = pattern.piece(piece_name)
    for d in darts_of(piece):
        a, b = d.leg_in.length, d.leg_out.length
        miss = a - b
        kept = abs(miss) <= rules.sewing_tolerance
        out.append(
            Promise(
                name=f"{piece_name} {d.name}",
                kind="legs",
                side_a="one leg",
                side_b="other leg",
                length_a=a,
                length_b=b,
                rule="equal",
                kept=kept,
                over=0.0 if kept else miss,
                cure="" if kept else f"One leg is {abs(miss):.2f} cm longer: true the mouth.",
                intervals=(),
                edges=((piece_name, d.name),),
                notches=(),
            )
        )
    return out


def unpartnered(pattern: Pattern) -> list[tuple[str, str]]:
    """(piece, edge) of every seam edge that no seam speaks of: neither partnered nor declared free."""
    spoken = {(x.piece, x.edge) for s in pattern.seams for x in s.a + s.b}
    return [
        (p.name, name)
        for p in pattern.pieces
        for name in p.edge_names
        if p.outline[run_of(p, name)[0]].kind == "seam" and (p.name, name) not in spoken
    ]
