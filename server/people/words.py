"""Charts found and said in the words of the house."""

from __future__ import annotations

from datetime import date
from typing import Final

from patterncraft.measures.chart import Chart
from patterncraft.measures.doubts import compared, doubts
from patterncraft.measures.keys import MEASURES
from patterncraft.units import Unit, format_length

from ..config.answers import Missing
from ..workrooms.models import Workroom
from .models import MeasureChart
from .shapes import ChartOut, ComparedRow, DoubtOut

SAME: Final = "the same"
"""What is said of a measure that did not change."""


def typed(texts: dict[str, str]) -> dict[str, str]:
    """Without the texts that are blank."""
    return {k: t for k, t in texts.items() if t.strip()}


def chart_out(chart: MeasureChart, unit: Unit) -> ChartOut:
    """A stored chart as it is shown."""
    texts = {k: format_length(v, unit, with_unit=False) for k, v in chart.values.items()}
    found = [DoubtOut(key=d.key, message=d.message) for d in doubts(chart.values, unit)]
    return ChartOut(
        id=chart.pk,
        version=chart.version,
        earlier=chart.version - 1,
        taken_on=chart.taken_on,
        values=chart.values,
        texts=texts,
        estimated=chart.estimated,
        doubts=found,
    )


def chart_of(room: Workroom, chart_id: int) -> MeasureChart:
    """Raises Missing when the chart is not of this workroom."""
    found = MeasureChart.objects.select_related("person").filter(person__workroom=room, pk=chart_id).first()
    if found is None:
        raise Missing("there is no such measure chart in this workroom.", cure="Choose one of the people's charts.")
    return found


def known_values(chart: MeasureChart) -> dict[str, float]:
    """The chart's measures in the order of taking; keys of a later version are left out."""
    return {k: chart.values[k] for k in MEASURES if k in chart.values}


def compared_rows(before: Chart, after: Chart, days: tuple[date, date], unit: Unit) -> list[ComparedRow]:
    """Two takings measure by measure, with what may be behind a difference."""

    def say(value: float | None) -> str:
        return "" if value is None else format_length(value, unit)

    rows = []
    for c in compared(before, after, days, unit):
        by = "" if c.by is None else SAME if abs(c.by) < 0.05 else ("+" if c.by > 0 else "") + format_length(c.by, unit)
        rows.append(ComparedRow(title=MEASURES[c.key].title, before=say(c.before), after=say(c.after), by=by, hint=c.hint))
    return rows
