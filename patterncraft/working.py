"""The working of a step or a draft: the sums as one writes them at the edge of the paper.

Numbers stay numbers (cm, cm², degrees) until a reader's unit is known; ``Sum.spoken`` puts them
into words. Nothing in the interface computes them again.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from .units import Unit, format_length

Kind = Literal["length", "angle", "count", "area", "ratio"]


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number with what it measures: cm, degrees, pieces, cm², or a plain factor."""

    value: float
    kind: Kind = "length"

    def text(self, unit: Unit) -> str:
        if self.kind == "length":
            return format_length(self.value, unit)
        if self.kind == "angle":
            return f"{self.value:.1f}°"
        if self.kind == "area":
            return f"{self.value:.1f} cm²"
        return f"{self.value:g}" if self.kind == "count" else f"{self.value:.3g}"


@dataclass(frozen=True, slots=True)
class Sum:
    """One line of working: ``label`` = ``formula`` = ``result``. Each ``{}`` in the formula stands for
    the next of ``terms``. ``note`` marks a caution rather than a number."""

    label: str
    result: Quantity | None = None
    formula: str = ""
    terms: tuple[Quantity, ...] = ()
    note: bool = False

    def spoken(self, unit: Unit) -> str:
        """The line in words, in the reader's unit."""
        formula = self.formula.format(*(t.text(unit) for t in self.terms)) if self.formula else ""
        result = self.result.text(unit) if self.result else ""
        return " = ".join(x for x in (formula, result) if x)


def length(value: float) -> Quantity:
    return Quantity(value, "length")


def degrees(value: float) -> Quantity:
    return Quantity(value, "angle")


def note(text: str) -> Sum:
    """A caution in words, shown with the sums."""
    return Sum(text, note=True)
