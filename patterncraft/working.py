"""The working of a step or a draft: the sums as one writes them at the edge of the paper.

Numbers stay numbers (cm, cm², degrees) until a reader's unit is known; ``Sum.spoken`` puts them
into words. Nothing in the interface computes them again.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Literal

from .units import Unit, format_length

HAIR = 1e-6
"""cm: less than that hides nothing"""
Kind = Literal["length", "fine", "angle", "count", "area", "share", "ratio"]


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number with what it measures: cm, cm to the tenth of a millimetre (fine), degrees, pieces, cm², a share (0–1) or a ratio to 1."""

    value: float
    kind: Kind = "length"

    def text(self, unit: Unit, bare: bool = False, exact: bool = False) -> str:
        """In words; ``bare`` leaves the unit of a length away, as within a sum; ``exact`` tells a length to the tenth of a millimetre, unless it
        stands on a tenth of a centimetre."""
        if self.kind == "length":
            hidden = exact and abs(self.value - round(self.value, 1)) > HAIR
            return format_length(self.value, unit, 2 if hidden else 1, with_unit=not bare)
        if self.kind == "fine":
            return format_length(self.value, unit, 2, with_unit=not bare)
        if self.kind == "angle":
            return f"{self.value:.1f}°"
        if self.kind == "area":
            return f"{self.value:.1f} cm²"
        if self.kind == "share":
            return f"{round(100 * self.value, 1):g} %"
        if self.kind == "ratio":
            return f"{self.value:.2f} : 1"
        return f"{self.value:g}"


@dataclass(frozen=True, slots=True)
class Sum:
    """One line of working: ``label`` = ``formula`` = ``result``. Each ``{}`` in the formula stands for
    the next of ``terms``. ``note`` marks a sentence rather than a number; ``caution`` one to take care over."""

    label: str
    result: Quantity | None = None
    formula: str = ""
    terms: tuple[Quantity, ...] = ()
    note: bool = False
    caution: bool = False

    def spoken(self, unit: Unit) -> str:
        """The line in words, in the reader's unit. What was set to the tenth of a millimetre (in inches: 6.35) and is taken several times is told whole: 3 × 6.3 are not 19.0."""
        times = "×" in self.formula and all(abs(t.value - round(t.value, 2)) < HAIR for t in self.terms)
        formula = self.formula.format(*(t.text(unit, bare=True, exact=times) for t in self.terms)) if self.formula else ""
        result = self.result.text(unit, exact=times) if self.result else ""
        return " = ".join(x for x in (formula, result) if x)


def length(value: float) -> Quantity:
    """cm, said with one decimal."""
    return Quantity(value, "length")


def fine(value: float) -> Quantity:
    """A length where a tenth of a millimetre matters: it comes back many times."""
    return Quantity(value, "fine")


def before_now(label: str, was: float, now: float, said: Callable[[float], Quantity] = fine) -> Sum:
    """What a length was and is now, cm: the difference added to it, or taken off."""
    sign = "+" if now >= was else "−"
    return Sum(label, said(now), f"{{}} {sign} {{}}", (said(was), said(abs(now - was))))


def degrees(value: float) -> Quantity:
    """Degrees, said without decimals."""
    return Quantity(value, "angle")


def note(text: str) -> Sum:
    """A caution in words, shown with the sums."""
    return Sum(text, note=True, caution=True)


def tell(text: str) -> Sum:
    """Something to know, in words, shown with the sums."""
    return Sum(text, note=True)


def notes(told: Iterable[str]) -> tuple[Sum, ...]:
    """What following an act has to tell."""
    return tuple(tell(text) for text in told)
