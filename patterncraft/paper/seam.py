"""Seams are promises: two sides, a rule, and the notches that hold them together."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, NamedTuple

RuleKind = Literal["equal", "ease", "hold", "free"]


@dataclass(frozen=True, slots=True)
class SeamRule:
    """What is promised of side a against side b.

    ``equal``: alike within the sewing tolerance. ``ease``: side a is longer by ``minimum``–``maximum``
    cm than side b, or, while that is not on the table, than ``length``. ``hold``: no partner yet; the side is to keep ``length`` cm for the part that will be made to
    it (an armhole for its sleeve). ``free``: nothing is promised.
    """

    kind: RuleKind
    minimum: float = 0.0
    maximum: float = 0.0
    length: float = 0.0

    def __str__(self) -> str:
        if self.kind == "ease":
            return f"ease {self.minimum:g}–{self.maximum:g} cm"
        return {"equal": "equal", "hold": "kept as drafted", "free": "free"}[self.kind]


class Stretch(NamedTuple):
    """One edge of one piece as a part of a seam's side, walked from the neighbouring edge ``start``
    (empty: in the outline's sense)."""

    piece: str
    edge: str
    start: str = ""


@dataclass(frozen=True, slots=True)
class Seam:
    """``a`` and ``b`` are walked in the same sense as they are sewn. ``b`` is empty for hold and free."""

    name: str
    a: tuple[Stretch, ...]
    b: tuple[Stretch, ...]
    rule: SeamRule


@dataclass(frozen=True, slots=True)
class Notch:
    """One notch with its place on each side: cm along the side from its start. ``at_b`` is None where
    the seam has no second side yet."""

    name: str
    seam: str
    style: Literal["single", "double"]
    at_a: float
    at_b: float | None = None
