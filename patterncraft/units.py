"""Reading and writing lengths as the trade writes them. The kernel itself knows centimetres only."""

from __future__ import annotations

import re
from fractions import Fraction
from math import isfinite
from typing import Final, Literal

from .errors import BadMeasure

Unit = Literal["cm", "in"]
INCH: Final = 2.54
"""cm in an inch, exact by definition (international yard and pound agreement, 1959)."""

ROUNDED: Final = 0.05
"""Share by which a figure in cm and the same one in inches are rounded apart in the trade (common practice, no source)."""
LONGEST: Final = 40
"""Letters of a length, at most."""
_NUMBER = r"\d+(?:[.,]\d+)?"
_LENGTH = re.compile(
    rf"^\s*(?P<sign>-)?\s*(?:(?P<whole>{_NUMBER})(?:\s+(?P<num>\d+)\s*/\s*(?P<den>\d+))?|(?P<num2>\d+)\s*/\s*(?P<den2>\d+))"
    r"\s*(?P<unit>cm|mm|in|inch|inches|\"|″|”)?\s*$",
    re.IGNORECASE,
)
_VULGAR = {"¼": " 1/4", "½": " 1/2", "¾": " 3/4", "⅛": " 1/8", "⅜": " 3/8", "⅝": " 5/8", "⅞": " 7/8"}


def at_most(limit: float) -> float:
    """An upper limit of so many cm: what an inch house takes for the same figure meets it too (10 cm are 4 in, which are 10.16)."""
    quarter = 0.25 * INCH * round(limit / (0.25 * INCH))
    return quarter if 0 < quarter - limit <= ROUNDED * limit else limit


def parse_length(text: str, unit: Unit, where: str = "") -> float:
    """A length in cm from what a person typed: "96", "37 1/2", "37.5in", "2 3/8″", "14,5 cm", "960mm".

    Without a unit of its own the text is in ``unit``. The sign is read, so that a caller can say
    that a negative makes no sense there.

    Raises:
        BadMeasure: not a length, a fraction over zero, or not finite.
    """
    typed = text.strip()
    # Its length first: the pattern below tries every way of sharing blanks out, which only a short text can bear.
    m = _LENGTH.match(_spelled_out(typed)) if len(typed) <= LONGEST else None
    if not m:
        raise BadMeasure(f"“{typed[:30]}” is not a length.", where, "Type it as 96, 37 1/2 or 37.5 in.")
    num, den = m["num"] or m["num2"], m["den"] or m["den2"]
    if den and int(den) == 0:
        raise BadMeasure("a fraction cannot be over zero.", where, "Type it as 37 1/2.")
    value = float((m["whole"] or "0").replace(",", ".")) + (float(Fraction(int(num), int(den))) if num else 0.0)
    own = (m["unit"] or unit).lower()
    factor = 1.0 if own == "cm" else 0.1 if own == "mm" else INCH
    value *= factor * (-1 if m["sign"] else 1)
    if not isfinite(value):
        raise BadMeasure("that number is beyond any tape.", where, "Measure once more.")
    return value


def _spelled_out(text: str) -> str:
    for sign, words in _VULGAR.items():
        text = text.replace(sign, words)
    return text


def format_length(cm: float, unit: Unit, decimals: int = 1, with_unit: bool = True) -> str:
    """A length for people: "40.6 cm", or inches to the nearest sixteenth, "16 in", "2 3/8 in"."""
    if unit == "cm":
        text = f"{cm:.{decimals}f}"
        text = text.lstrip("-") if float(text) == 0 else text
        return f"{text} cm" if with_unit else text
    sixteenths = round(abs(cm) / INCH * 16)
    whole, rest = divmod(sixteenths, 16)
    part = str(Fraction(rest, 16)) if rest else ""
    text = f"{whole} {part}".strip() if whole or not part else part
    sign = "−" if cm < 0 and sixteenths else ""
    return f"{sign}{text} in" if with_unit else f"{sign}{text}"


_SPOKEN = re.compile(r"(?<![\d.])(?P<sign>[-+−])?(?P<number>\d+(?:\.\d+)?) cm\b(?!²)")


def in_unit(sentence: str, unit: Unit) -> str:
    """A sentence of the core, which speaks centimetres, for a reader's unit: "12.7 cm too long" → "5 in too long"."""
    if unit == "cm":
        return sentence

    def said(m: re.Match[str]) -> str:
        return (m["sign"] or "") + format_length(float(m["number"]), unit)

    return _SPOKEN.sub(said, sentence)
