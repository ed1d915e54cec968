"""A chart of measures, read from what a person typed."""

from __future__ import annotations

from collections.abc import Mapping
from math import isfinite

from ..errors import BadMeasure
from ..units import INCH, Unit, parse_length
from .keys import measure

Chart = Mapping[str, float]
"""Measures by key, in cm."""

BEYOND = 500.0
"""cm; no body measure is longer, so this is a slip of the hand and not a body."""


def read_measure(key: str, text: str, unit: Unit) -> float:
    """One measure in cm from what was typed.

    Raises BadMeasure when it is no length, zero, negative, or longer than any body.
    """
    title = measure(key).title
    try:
        value = parse_length(text, unit, title)
    except BadMeasure as e:
        raise BadMeasure(e.message, e.where, e.cure, key) from None
    return checked(key, value)


def checked(key: str, value: float) -> float:
    """The value itself if a tape can show it; else BadMeasure naming measure and cure."""
    title = measure(key).title
    if not isfinite(value):
        raise BadMeasure("that is not a number a tape can show.", title, "Measure it again.", key)
    if value <= 0:
        raise BadMeasure("a measure is more than zero.", title, "Measure it again, or leave it empty.", key)
    if value > BEYOND:
        raise BadMeasure(f"{value:g} cm is longer than any body.", title, "Look for a slipped decimal point.", key)
    return value


def read_chart(values: Mapping[str, object], unit: Unit = "cm") -> dict[str, float]:
    """Measures in cm from numbers or typed text by key. Raises BadMeasure at the first that is none."""
    chart = {}
    for key, value in values.items():
        if isinstance(value, str):
            chart[key] = read_measure(key, value, unit)
        elif isinstance(value, int | float) and not isinstance(value, bool):
            chart[key] = checked(key, float(value) * (INCH if unit == "in" else 1.0))
        else:
            raise BadMeasure("a measure is a number.", measure(key).title, "Type it as 96 or 37 1/2.", key)
    return chart
