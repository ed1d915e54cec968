"""Seams of a pattern's file: how long their sides are, what lies between their notches, and whether that is what was promised."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from itertools import pairwise
from typing import Any, NamedTuple

from tests.auditor.sheets import Edge, Sheet

TAKEN_UP = ("gather", "pleat", "ease")


class Walked(NamedTuple):
    """An edge of a side as it is walked: its sheet, its parts in order, and whether against the outline's sense."""

    sheet: Sheet
    parts: Sequence[Edge]
    back: bool

    @property
    def length(self) -> float:
        """cm."""
        return sum(e.length for e in self.parts)

    def at(self, along: float) -> complex:
        """The point so many cm from where the walk begins."""
        for e in self.parts:
            if along <= e.length + 1e-7 or e is self.parts[-1]:
                return e.at(e.length - along if self.back else along)
            along -= e.length
        raise AssertionError


class Side:
    """A side of a seam."""

    def __init__(self, sheets: Mapping[str, Sheet], data: Sequence[Sequence[str]]) -> None:
        self.walked = [_walked(sheets[words[0]], words) for words in data]

    @property
    def length(self) -> float:
        """cm, darts shut."""
        return sum(w.length for w in self.walked)

    @property
    def times(self) -> set[int]:
        """How often its sheets come round the body."""
        return {w.sheet.times for w in self.walked}

    def at(self, along: float) -> tuple[str, complex]:
        """The sheet and the point so many cm from its start."""
        for w in self.walked:
            if along <= w.length + 1e-4 or w is self.walked[-1]:
                return w.sheet.name, w.at(min(along, w.length))
            along -= w.length
        raise AssertionError


def _walked(sheet: Sheet, words: Sequence[str]) -> Walked:
    start = words[2] if len(words) > 2 else ""
    run = sheet.runs(words[1])[int(words[3]) - 1 if len(words) > 3 else 0]
    before, after = sheet.neighbours(run)
    back = start in ("end", after) and start not in ("", "start", before)
    if start not in ("", "start", "end", before, after):
        # An edge beside which a strip was added is a line now, and still says from where one walks.
        ends = [complex(p) for name, path in sheet.lines if name == start for p in (path.start, path.end)]
        back = min(abs(z - complex(run[-1].path.end)) for z in ends) < min(abs(z - complex(run[0].path.start)) for z in ends)
    return Walked(sheet, run[::-1] if back else run, back)


class Seam:
    """A seam, measured."""

    def __init__(self, sheets: Mapping[str, Sheet], data: Mapping[str, Any]) -> None:
        self.name: str = data["name"]
        self.a, self.b = Side(sheets, data["a"]), Side(sheets, data["b"]) if data.get("b") else None
        self.rule: Mapping[str, Any] = data["rule"]
        self.rules: Sequence[Mapping[str, Any]] = data.get("rules", ())
        self.notches: Sequence[Mapping[str, Any]] = sorted(data.get("notches", ()), key=lambda n: n["at_a"])

    @property
    def cannot_be(self) -> bool:
        """Whether one side is a half that goes on over the fold, or a pair with such a half, and the other is there once, or never so often."""
        if self.b is None or self.rule["kind"] == "free":
            return False
        a, b = ({_comes(w) for w in side.walked} for side in (self.a, self.b))
        halves = [x for side in (self.a, self.b) for w in side.walked for x in [w.sheet.cut] if x["on_fold"]]
        if not halves or len(a) > 1 or len(b) > 1:
            return False
        one, other = a.pop(), b.pop()
        return not any(n in other for n in one)

    @property
    def length_b(self) -> float | None:
        """cm of the second side, or what waits for one was promised."""
        if self.b is not None:
            return self.b.length
        made_for = self.rule.get("length", 0.0)
        return made_for if self.rule["kind"] in ("hold", "ease") and made_for else None

    @property
    def places(self) -> dict[str, tuple[float, float | None]]:
        """Its ends and notches, cm along both sides."""
        return {
            "start": (0.0, 0.0),
            **{n["name"]: (n["at_a"], n.get("at_b")) for n in self.notches},
            "end": (self.a.length, self.length_b),
        }

    @property
    def intervals(self) -> list[tuple[str, str, float, float | None]]:
        """From stop to stop: their names, cm of either side between them."""
        stops = [("start", *self.places["start"])]
        stops += [(n["name"], n["at_a"], n.get("at_b")) for n in self.notches]
        stops.append(("end", *self.places["end"]))
        none = self.length_b is None
        return [
            (p, q, a1 - a0, None if none or b0 is None or b1 is None else b1 - b0) for (p, a0, b0), (q, a1, b1) in pairwise(stops)
        ]

    def missed(self, tolerance: float) -> float:
        """cm by which its promises are missed at worst; nought where all are kept."""
        worst = 0.0
        left_a, left_b = self.a.length, self.length_b
        ruled = []
        for r in self.rules:
            (a0, b0), (a1, b1) = self.places.get(r["from"], (None, None)), self.places.get(r["to"], (None, None))
            if a0 is None or a1 is None:
                continue
            wide = None if b0 is None or b1 is None else b1 - b0
            worst = max(worst, off(r, a1 - a0, wide, tolerance))
            ruled.append((a0, a1))
            left_a -= a1 - a0
            left_b = None if left_b is None else left_b - (wide or 0.0)
        worst = max(worst, off(self.rule, left_a, left_b, tolerance))
        if self.rule["kind"] == "equal":
            at = 0.0
            for _, _, a, b in self.intervals:
                if not any(low - 1e-4 <= at and at + a <= high + 1e-4 for low, high in ruled):
                    worst = max(worst, off(self.rule, a, b, tolerance))
                at += a
        return worst


def _comes(w: Walked) -> tuple[int, ...]:
    """How often an edge may come, layers apart."""
    cut = w.sheet.cut
    if w.parts[0].name.startswith(("left ", "right ")):
        return (1, 2)
    if cut["on_fold"] or cut["mirrored"]:
        return (2,)
    return tuple(n for n in range(1, cut["quantity"] + 1) if cut["quantity"] % n == 0)


def off(rule: Mapping[str, Any], a: float, b: float | None, tolerance: float) -> float:
    """cm by which two lengths are not what a rule wants of them."""
    kind = rule["kind"]
    if b is None or kind == "free":
        return 0.0
    full, flat = (b, a) if rule.get("longer") == "b" else (a, b)
    low = high = flat
    if kind == "ease":
        low, high = flat + rule["minimum"], flat + rule["maximum"]
    elif kind in ("gather", "pleat"):
        low = high = flat * rule["ratio"]
    elif kind == "stretch":
        high = flat * rule["ratio"]
    miss = max(low - full, full - high, 0.0)
    return miss if miss > tolerance else 0.0


def lost_on(seam: Seam, own: str) -> float:
    """cm that a side loses in being gathered, pleated or eased."""
    side, other = (seam.a, seam.b) if own == "a" else (seam.b, seam.a)
    assert side is not None
    k = 0 if own == "a" else 1
    rest, theirs, lost = side.length, other.length if other is not None else None, 0.0
    for r in seam.rules:
        (low, high), (there, beyond) = ([seam.places[r[x]][n] for x in ("from", "to")] for n in (k, 1 - k))
        if low is None or high is None:
            continue
        wide = None if there is None or beyond is None or other is None else beyond - there
        lost += lost_by(r, own, high - low, wide)
        rest -= high - low
        theirs = None if theirs is None else theirs - (wide or 0.0)
    return lost + lost_by(seam.rule, own, rest, theirs)


def lost_by(rule: Mapping[str, Any], own: str, full: float, flat: float | None) -> float:
    """cm that so much of a side loses by a rule."""
    if rule["kind"] not in TAKEN_UP or rule.get("longer", "a") != own or full < 1e-4:
        return 0.0
    if rule["kind"] != "ease":
        return full - full / float(rule["ratio"])
    if rule.get("length"):
        return 0.0
    return float(min(rule["maximum"] if flat is None else min(max(full - flat, 0.0), rule["maximum"]), full))
