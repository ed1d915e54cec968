"""The ledger: every promise of a pattern, measured now. Derived always, stored never."""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from typing import Final, Literal

from .by_identity import ByIdentity
from .house import HouseRules
from .paper.dart import darts_of
from .paper.pattern import Pattern
from .paper.piece import Piece
from .paper.seam import IntervalRule, Notch, RuleKind, Seam, SeamRule, Stretch
from .paper.sewn import run_of
from .paper.times import Wholes, unlike
from .tolerances import SNAP

SEEN: Final = 0.02
"""Of a ratio: less is no other fullness."""


@dataclass(frozen=True, slots=True)
class Interval:
    """A seam between two notches. Lengths in cm; ``length_b`` is None where there is no second side.

    ``rule``: the promise that holds here, in words; empty where it is the seam's own and judged as a whole.
    ``over``: signed cm by which side a is too long for it (0 when kept). ``kind``: what becomes of a fullness here.
    """

    start: str
    end: str
    length_a: float
    length_b: float | None
    rule: str = ""
    over: float = 0.0
    kind: RuleKind = "equal"


@dataclass(frozen=True, slots=True)
class Promise:
    """One line of the ledger.

    ``length_b`` is the partner's length, or the length promised (hold), or None (free).
    ``difference`` = a − b. ``over`` is how far the difference lies outside the rule (0 when kept), at worst; ``over_whole`` that of the seam's own rule.
    ``has_partner``: whether there is a second side on the table. ``wholes``: of sides that cannot be sewn to each other as often as they are cut, what each
    comes to in all, cm.
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
    notches: tuple[tuple[float | None, float | None, Literal["single", "double"]], ...]
    over_whole: float = 0.0
    has_partner: bool = True
    wholes: tuple[float, float] | None = None

    @property
    def difference(self) -> float:
        """Side a less side b, cm; nought where there is nothing to compare."""
        return 0.0 if self.length_b is None else self.length_a - self.length_b


def ledger(pattern: Pattern, rules: HouseRules) -> tuple[Promise, ...]:
    """All seams in their order, then the legs of all darts."""
    return tuple(_seam_promise(pattern, s, rules) for s in pattern.seams) + tuple(
        promise for p in pattern.pieces for promise in _leg_promises(p.name, pattern, rules)
    )


def _seam_promise(pattern: Pattern, seam: Seam, rules: HouseRules) -> Promise:
    pieces = (pattern.piece(name) for name in {s.piece: None for s in seam.a + seam.b})
    return _promised(seam, rules.sewing_tolerance, *pieces, *pattern.notches_of(seam.name))


def _measured(seam: Seam, tolerance: float, *on: Piece | Notch) -> Promise:
    notches = [x for x in on if isinstance(x, Notch)]
    pattern = Pattern(tuple(x for x in on if isinstance(x, Piece)))
    a = pattern.side_length(seam.a)
    made_for = seam.rule.length if seam.rule.kind in ("hold", "ease") and seam.rule.length else None
    b = pattern.side_length(seam.b) if seam.b else made_for
    intervals, ruled_a, ruled_b = _judged_intervals(seam, notches, a, b, tolerance)
    # What interval rules cover is judged there; the seam's own rule holds for the rest together.
    over = _outside(seam.rule, a - ruled_a, None if b is None else b - ruled_b, tolerance)
    worst = max([over, *(x.over for x in intervals)], key=abs)
    times = None if seam.rule.kind == "free" else unlike(seam, {p.name: p for p in pattern.pieces})
    wholes = (times.times_a * a, times.times_b * (b or 0.0)) if times else None
    return Promise(
        name=seam.name,
        kind="seam",
        side_a=_side_words(seam.a),
        side_b=_side_words(seam.b) if seam.b else {"hold": "as drafted", "ease": "as measured"}.get(seam.rule.kind, ""),
        length_a=a,
        length_b=b,
        rule=_rule_words(seam),
        kept=abs(worst) <= 1e-9 and times is None,
        over=worst,
        cure=_cannot_be(times, wholes) if times and wholes else _cure(seam, over, intervals),
        intervals=intervals,
        edges=tuple((s.piece, s.edge) for s in seam.a + seam.b),
        notches=tuple((None if n.only_b else n.at_a, n.at_b, n.style) for n in notches),
        over_whole=over,
        has_partner=bool(seam.b),
        wholes=wholes,
    )


_promised = ByIdentity(_measured, 4096)
"""A seam, the sheets it is sewn of and its notches in order say all of its promise: a step that touches none of them leaves it as it is."""


def _rule_words(seam: Seam) -> str:
    """The seam's rule, and those that hold between some of its notches."""
    extra = list(dict.fromkeys(str(r.rule) for r in seam.rules))
    return ", ".join([str(seam.rule), *(f"in part {x}" for x in extra)])


def _outside(rule: SeamRule, a: float, b: float | None, tolerance: float) -> float:
    """Signed cm by which side a is too long (+) or too short (−) for what the rule allows; 0 when kept."""
    if b is None or rule.kind == "free":
        return 0.0
    if rule.longer == "b":
        return -_outside(rule.turned(), b, a, tolerance)
    low = high = b
    if rule.kind == "ease":
        low, high = b + rule.minimum, b + rule.maximum
    elif rule.kind in ("gather", "pleat"):
        low = high = b * rule.ratio
    elif rule.kind == "stretch":
        high = b * rule.ratio
    if low - tolerance <= a <= high + tolerance:
        return 0.0
    return a - high if a > high else a - low


def _judged_intervals(
    seam: Seam, notches: list[Notch], a: float, b: float | None, tolerance: float
) -> tuple[tuple[Interval, ...], float, float]:
    """The seam from notch to notch, with what holds there and how far it is missed; and how many cm of each
    side have rules of their own."""
    stops: list[tuple[str, float, float | None]] = [("start", 0.0, 0.0 if b is not None else None)]
    stops += [(n.name, n.at_a, n.at_b if b is not None else None) for n in notches]
    stops.append(("end", a, b))
    at = {name: (x, y) for name, x, y in stops}
    ruled_a = ruled_b = 0.0
    spans: list[tuple[float, float, IntervalRule, float]] = []
    for r in seam.rules:
        if r.start in at and r.end in at:
            (a0, b0), (a1, b1) = at[r.start], at[r.end]
            width = None if b0 is None or b1 is None else b1 - b0
            spans.append((a0, a1, r, _outside(r.rule, a1 - a0, width, tolerance)))
            ruled_a, ruled_b = ruled_a + a1 - a0, ruled_b + (width or 0.0)
    out = []
    for (n0, a0, b0), (n1, a1, b1) in itertools.pairwise(stops):
        wide = None if b0 is None or b1 is None else b1 - b0
        span = next((x for x in spans if x[0] - SNAP <= a0 and a1 <= x[1] + SNAP), None)
        if span:
            words, over = _words_here(span[2].rule, a1 - a0, wide), span[3] if abs(span[0] - a0) < SNAP else 0.0
        else:
            words = ""
            over = _outside(seam.rule, a1 - a0, wide, tolerance) if seam.rule.kind == "equal" else 0.0
        out.append(Interval(n0, n1, a1 - a0, wide, words, over, (span[2].rule if span else seam.rule).kind))
    return tuple(out), ruled_a, ruled_b


def _words_here(rule: SeamRule, a: float, b: float | None) -> str:
    """A rule of several intervals as it is in one of them: between notches within gathers it may be fuller or less full than in all."""
    if rule.kind not in ("gather", "pleat") or not a or not b:
        return str(rule)
    own = a / b if rule.longer == "a" else b / a
    return str(rule) if abs(own - rule.ratio) < SEEN else f"{str(rule).split()[0]} {own:.2f} : 1 here, {rule.ratio:.2f} in all"


def _side_words(side: tuple[Stretch, ...]) -> str:
    return " + ".join(f"{s.piece} {s.edge}" for s in side)


def _cure(seam: Seam, over: float, intervals: tuple[Interval, ...]) -> str:
    if over:
        if seam.rule.kind == "hold":
            word = "grown" if over > 0 else "shrunk"
            return f"It has {word} by {abs(over):.2f} cm since the block: what is sewn to it must follow, or true it."
        return f"The {_longer(over)} cm too long for the {_other(over)}: true one of them, or ease it in and say so."
    missed = [x for x in intervals if x.over]
    if not missed:
        return ""
    worst = max(missed, key=lambda x: abs(x.over))
    return (
        f"From {worst.start} to {worst.end} the {_longer(worst.over)} cm too long for the {_other(worst.over)}: "
        "move a notch, or give one side the difference there."
    )


def _cannot_be(times: Wholes, wholes: tuple[float, float]) -> str:
    words = {1: "once", 2: "twice"}
    first, second = (f"{words.get(n, f'{n} times')}, {whole:.2f} cm altogether" for n, whole in zip(times, wholes, strict=True))
    return f"The first side is there {first}, and the second {second}: cut it on the fold, or as often as the other."


def _longer(over: float) -> str:
    return f"{'first' if over > 0 else 'second'} side is {abs(over):.2f}"


def _other(over: float) -> str:
    return "second" if over > 0 else "first"


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
