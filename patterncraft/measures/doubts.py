"""What looks like a slip in a chart: out of range, left-out units, values that contradict each other.

Every doubt says why and what would be expected. Proportions are common practice, no source.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from datetime import date

from ..units import INCH, Unit, format_length
from .chart import Chart
from .keys import MEASURES


@dataclass(frozen=True, slots=True)
class Doubt:
    """A value that is questioned, not refused: which measure, why, and what would be expected."""

    key: str
    message: str


@dataclass(frozen=True, slots=True)
class Proportion:
    """``key`` is expected between the two values that the other measures give, cm; ``why`` names them."""

    key: str
    others: tuple[str, ...]
    low: Callable[[Chart], float]
    high: Callable[[Chart], float]
    why: str


def _near(key: str, other: str, less: float, more: float, why: str) -> Proportion:
    """Between other + less and other + more."""
    return Proportion(key, (other,), lambda c: c[other] + less, lambda c: c[other] + more, why)


def _share(key: str, other: str, low: float, high: float, why: str) -> Proportion:
    return Proportion(key, (other,), lambda c: c[other] * low, lambda c: c[other] * high, why)


PROPORTIONS = (
    _share("neck_girth", "head_girth", 0.5, 0.85, "beside the head"),
    Proportion(
        "shoulder_width",
        ("shoulder_length",),
        lambda c: 2 * c["shoulder_length"] + 8,
        lambda c: 2 * c["shoulder_length"] + 22,
        "twice the shoulder length and the neck between",
    ),
    _share("shoulder_width", "bust_girth", 0.25, 0.6, "beside the bust; was it measured round the arms?"),
    _near("across_back", "shoulder_width", -10, 1, "a little less than the shoulder width"),
    _near("across_front", "across_back", -7, 4, "beside the across back"),
    _share("bust_span", "bust_girth", 0.14, 0.27, "a fifth of the bust"),
    _near("underbust_girth", "bust_girth", -45, 2, "less than the bust; were they changed over?"),
    _near("waist_girth", "bust_girth", -50, 30, "beside the bust; one of them was misread"),
    _near("hip_girth", "waist_girth", -15, 55, "beside the waist"),
    Proportion(
        "high_hip_girth",
        ("waist_girth", "hip_girth"),
        lambda c: min(c["waist_girth"], c["hip_girth"]) - 4,
        lambda c: max(c["waist_girth"], c["hip_girth"]) + 4,
        "between waist and hip",
    ),
    _near("back_shoulder_to_waist", "nape_to_waist", 0.3, 5, "about 2 cm more than from the nape"),
    _near("front_shoulder_to_waist", "back_shoulder_to_waist", -3, 12, "beside the back"),
    _near("shoulder_to_bust", "front_shoulder_to_waist", -26, -8, "above the waist; was it measured from the neck point?"),
    _near("shoulder_to_underbust", "shoulder_to_bust", 3, 15, "below the bust point"),
    _near("armscye_depth", "nape_to_waist", -28, -10, "above the waist"),
    Proportion(
        "shoulder_to_hip",
        ("back_shoulder_to_waist", "waist_to_hip"),
        lambda c: c["back_shoulder_to_waist"] + c["waist_to_hip"] - 5,
        lambda c: c["back_shoulder_to_waist"] + c["waist_to_hip"] + 10,
        "shoulder to waist and waist to hip together",
    ),
    _near("body_rise", "waist_to_hip", 1, 16, "below the fullest hip"),
    _share("thigh_girth", "hip_girth", 0.45, 0.72, "beside the hip"),
    _share("shoulder_to_elbow", "arm_length", 0.5, 0.66, "a little more than half the arm"),
    _near("elbow_girth", "upper_arm_girth", -14, 5, "a little less than the upper arm"),
    _near("wrist_girth", "upper_arm_girth", -45, -3, "far less than the upper arm"),
    _near("hand_girth", "wrist_girth", 1, 14, "more than the wrist"),
)


def doubts(chart: Chart, unit: Unit = "cm") -> list[Doubt]:
    """Everything in the chart that looks like a slip, in the order of the measures' taking; the chart as a whole last."""
    found = [d for key in chart if (d := _range_doubt(key, chart[key], unit))]
    known = {d.key for d in found}
    for p in PROPORTIONS:
        # A value that is already questioned for itself makes every comparison with it wrong.
        if p.key in chart and all(o in chart for o in p.others) and not known & {p.key, *p.others}:
            low, high = p.low(chart), p.high(chart)
            if not low <= chart[p.key] <= high:
                found.append(Doubt(p.key, _words(p, chart[p.key], low, high, unit)))
                known.add(p.key)
    return found + _mixed_units(chart)


def _words(p: Proportion, value: float, low: float, high: float, unit: Unit) -> str:
    title = MEASURES[p.key].title
    shown, expected = format_length(value, unit), f"{format_length(low, unit, 0, False)} to {format_length(high, unit, 0)}"
    return f"{title} {shown} does not go with the rest: {expected} is expected, {p.why}."


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
        return Doubt(key, f"{m.title} {shown} looks like centimetres typed as inches: {value / INCH:g} cm is expected.")
    expected = f"{format_length(m.low, unit)} to {format_length(m.high, unit)}"
    return Doubt(key, f"{m.title} {shown} is unusual: {expected} is expected. Measure it again.")


def _mixed_units(chart: Chart) -> list[Doubt]:
    """One word for the whole chart when part of it was typed in the other unit."""
    slipped = [k for k, v in chart.items() if inches_slip(k, v)]
    if len(slipped) < 2 or len(slipped) == len(chart):
        return []
    listed = ", ".join(MEASURES[k].title.lower() for k in slipped)
    return [
        Doubt(
            slipped[0],
            f"This chart mixes units: {listed} look like inches, the rest like centimetres. Type those with “in” behind them.",
        )
    ]


@dataclass(frozen=True, slots=True)
class Change:
    """One measure in two charts, cm; None where a chart does not have it. ``hint``: what may be behind it."""

    key: str
    before: float | None
    after: float | None
    hint: str = ""

    @property
    def by(self) -> float | None:
        """Later less earlier, cm; none where one is missing."""
        return None if self.before is None or self.after is None else self.after - self.before


SLIP = 1.0
"""cm; a girth taken twice within a month should agree within this."""


def compared(before: Chart, after: Chart, taken: tuple[date, date], unit: Unit = "cm") -> list[Change]:
    """Both charts measure by measure, in the order of their taking. Girths of one month that differ, and lengths
    that no grown body changes, are hinted at."""
    days = abs((taken[1] - taken[0]).days)
    out = []
    for key, m in MEASURES.items():
        a, b = before.get(key), after.get(key)
        if a is None and b is None:
            continue
        hint = ""
        if a is not None and b is not None:
            by = abs(b - a)
            if m.group == "Girths" and days <= 31 and by > SLIP:
                hint = f"within a month, {format_length(by, unit)} apart: the tape slipped once. Take it a third time."
            elif m.group != "Girths" and by > 1.5:
                hint = f"a length changed by {format_length(by, unit)}: was it taken from the same point?"
        out.append(Change(key, a, b, hint))
    return out
