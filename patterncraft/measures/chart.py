"""A chart of measures: read from what a person typed, and looked over for what cannot be."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import isfinite

from ..errors import BadMeasure
from ..units import INCH, Unit, format_length, parse_length
from .keys import MEASURES, measure

Chart = Mapping[str, float]
"""Measures by key, in cm."""

BEYOND = 500.0
"""cm; no body measure is longer, so this is a slip of the hand and not a body."""


@dataclass(frozen=True, slots=True)
class Doubt:
    """A value that is questioned, not refused: which measure, why, and what would be expected."""

    key: str
    message: str


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


def doubts(chart: Chart, unit: Unit = "cm") -> list[Doubt]:
    """Everything in the chart that looks like a slip: out of range, left-out units, contradictions."""
    found = [d for key in chart if (d := _range_doubt(key, chart[key], unit))]
    return found + _contradictions(chart, unit)


def inches_slip(key: str, value: float) -> str:
    """In words, when a value (cm) is no body's but would be one in inches; else empty."""
    m = MEASURES[key]
    if value < m.low and m.low <= value * INCH <= m.high:
        return f"looks like inches typed as centimetres: {value:g} in would be {format_length(value * INCH, 'cm')}"
    return ""


def _range_doubt(key: str, value: float, unit: Unit) -> Doubt | None:
    m = MEASURES[key]
    if m.low <= value <= m.high:
        return None
    shown = format_length(value, unit)
    if slip := inches_slip(key, value):
        return Doubt(key, f"{m.title} {shown} {slip}.")
    if m.low <= value / INCH <= m.high:
        return Doubt(key, f"{m.title} {shown} looks like centimetres typed as inches.")
    expected = f"{format_length(m.low, unit)} to {format_length(m.high, unit)}"
    return Doubt(key, f"{m.title} {shown} is unusual: {expected} is expected. Measure it again.")


def _contradictions(c: Chart, unit: Unit) -> list[Doubt]:
    out = []

    def both(a: str, b: str) -> bool:
        return a in c and b in c

    def say(cm: float) -> str:
        return format_length(cm, unit)

    if both("bust_girth", "waist_girth") and c["waist_girth"] > c["bust_girth"] + 30:
        out.append(
            Doubt(
                "waist_girth",
                f"The waist is {say(c['waist_girth'] - c['bust_girth'])} more than the bust: one of them was misread.",
            )
        )
    if both("bust_girth", "waist_girth") and c["bust_girth"] > c["waist_girth"] + 50:
        out.append(
            Doubt(
                "waist_girth",
                f"The bust is {say(c['bust_girth'] - c['waist_girth'])} more than the waist: one of them was misread.",
            )
        )
    if both("front_shoulder_to_waist", "back_shoulder_to_waist"):
        more = c["front_shoulder_to_waist"] - c["back_shoulder_to_waist"]
        if not -3 <= more <= 12:
            out.append(Doubt("front_shoulder_to_waist", f"The front is {say(more)} longer than the back: −3 to 12 cm is expected."))
    if both("shoulder_to_bust", "front_shoulder_to_waist") and c["shoulder_to_bust"] > c["front_shoulder_to_waist"] - 8:
        out.append(Doubt("shoulder_to_bust", "The bust point lies at the waist: was it measured from the neck point?"))
    if both("bust_span", "bust_girth") and not 0.14 <= c["bust_span"] / c["bust_girth"] <= 0.27:
        out.append(
            Doubt("bust_span", f"For a bust of {say(c['bust_girth'])} a span of about {say(0.2 * c['bust_girth'])} is expected.")
        )
    if both("shoulder_width", "bust_girth") and c["shoulder_width"] > 0.6 * c["bust_girth"]:
        out.append(Doubt("shoulder_width", "The shoulders are wider than half the bust with ease: was it measured round the arms?"))
    if both("bust_girth", "underbust_girth") and c["underbust_girth"] > c["bust_girth"] + 2:
        out.append(Doubt("underbust_girth", "The under-bust is more than the bust: were they changed over?"))
    return out
