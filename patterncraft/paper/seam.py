"""Seams are promises: two sides, a rule, and the notches that hold them together."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal, NamedTuple

RuleKind = Literal["equal", "ease", "gather", "pleat", "stretch", "hold", "free"]


@dataclass(frozen=True, slots=True)
class SeamRule:
    """What is promised of side a against side b.

    ``equal``: alike within the sewing tolerance. ``ease``: the longer side is longer by ``minimum``–``maximum``
    cm, or, while its partner is not on the table, than ``length``. ``gather`` and ``pleat``: the longer side is
    ``ratio`` times the shorter. ``stretch``: the shorter side (rib, elastic) is pulled to the longer, by ``ratio`` times at
    most. ``hold``: no partner yet; the side is to keep ``length`` cm for the part that
    will be made to it (an armhole for its sleeve). ``free``: nothing is promised.
    ``longer`` says which side has the fullness.
    """

    kind: RuleKind
    minimum: float = 0.0
    maximum: float = 0.0
    length: float = 0.0
    ratio: float = 1.0
    longer: Literal["a", "b"] = "a"

    def __str__(self) -> str:
        if self.kind == "ease":
            return f"ease {round(self.minimum, 2):g}–{round(self.maximum, 2):g} cm"
        if self.kind == "gather":
            return f"gathered {self.ratio:.2f} : 1"
        if self.kind == "pleat":
            return f"pleated {self.ratio:.2f} : 1"
        if self.kind == "stretch":
            return f"stretched by {100 * (self.ratio - 1):.0f} % at most"
        return {"equal": "equal", "hold": "kept as drafted", "free": "free"}[self.kind]

    def turned(self) -> SeamRule:
        """The same promise with the sides changed over."""
        longer: Literal["a", "b"] = "b" if self.longer == "a" else "a"
        return SeamRule(self.kind, self.minimum, self.maximum, self.length, self.ratio, longer)


@dataclass(frozen=True, slots=True)
class IntervalRule:
    """A rule that holds from one notch of a seam to another; ``start`` and ``end`` are notch names, or
    the words "start" and "end" for the seam's own. The seam's own rule holds elsewhere."""

    start: str
    end: str
    rule: SeamRule


class Stretch(NamedTuple):
    """One edge of one piece as a part of a seam's side, walked from the neighbouring edge ``start``
    (empty: in the outline's sense). ``run``: which of the edge's runs, where it lies in several."""

    piece: str
    edge: str
    start: str = ""
    run: int = 0


Side = tuple[Stretch, ...]


@dataclass(frozen=True, slots=True)
class Seam:
    """``a`` and ``b`` are walked in the same sense as they are sewn. ``b`` is empty while the partner is
    not on the table, and for free. ``rules`` hold between pairs of notches, ``rule`` everywhere else."""

    name: str
    a: Side
    b: Side
    rule: SeamRule
    rules: tuple[IntervalRule, ...] = ()

    @property
    def waits(self) -> bool:
        """Whether the partner that it is to be sewn to is not on the table yet."""
        return not self.b and self.rule.kind != "free"


def called(seam: Seam, name: str, notch: Callable[[str], str]) -> Seam:
    """The seam under another name, its notches called by ``notch``; the words "start" and "end" stay."""

    def own(end: str) -> str:
        return end if end in ("start", "end") else notch(end)

    rules = tuple(IntervalRule(own(r.start), own(r.end), r.rule) for r in seam.rules)
    return Seam(name, seam.a, seam.b, seam.rule, rules)


def turned_over(seam: Seam) -> Seam:
    """The same seam with its sides changed over, and every promise with them."""
    rules = tuple(IntervalRule(r.start, r.end, r.rule.turned()) for r in seam.rules)
    return Seam(seam.name, seam.b, seam.a, seam.rule.turned(), rules)


@dataclass(frozen=True, slots=True)
class Notch:
    """One notch with its place on each side: cm along the side from its start. ``at_b`` is None where
    the seam has no second side yet, or where it lies on side a alone; with a promised length it is the place on that length.
    ``only_b``: it lies on side b alone, and ``at_a`` is where its partner would lie."""

    name: str
    seam: str
    style: Literal["single", "double"]
    at_a: float
    at_b: float | None = None
    only_b: bool = False

    @property
    def pair(self) -> tuple[float, float] | None:
        """Its places on both sides; None where it lies on one alone."""
        return None if self.at_b is None or self.only_b else (self.at_a, self.at_b)

    def turned(self) -> Notch:
        """The same with the sides changed over."""
        if self.at_b is None:
            return replace(self, at_b=self.at_a, only_b=True)
        return replace(self, at_a=self.at_b, at_b=None if self.only_b else self.at_a, only_b=False)
