"""Keeping measure charts: nothing that was measured is lost by keeping something else."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Literal

from django.db import transaction

from patterncraft.errors import PatternError
from patterncraft.measures.keys import MEASURES
from patterncraft.measures.together import Taking, laid_into

from ..config.answers import Conflict, Missing
from .models import EarlierChart, MeasureChart, Person

SameDay = Literal["ask", "merge", "beside"]
"""What becomes of measures for a day that has a chart already: asked; put among that chart's; kept as a chart of their own."""


class OfThatDay(PatternError):
    """The person has a chart of that day already: asked, not refused. Sent again with ``same_day`` it is done."""

    code = "same_day"


@dataclass(frozen=True, slots=True)
class At:
    """A chart as somebody saw it."""

    chart_id: int
    version: int


def in_order(taking: Taking) -> Taking:
    """Only measures that are known, in the order of taking; only estimates that have a value."""
    values = {k: taking.values[k] for k in MEASURES if k in taking.values}
    return Taking(values, [k for k in values if k in taking.estimated])


def chart_of_day(person: Person, day: date) -> MeasureChart | None:
    """The person's newest chart of that day that is at hand."""
    return person.charts.filter(taken_on=day, put_away=None).order_by("-pk").first()


def keep(
    person: Person, day: date, taking: Taking, same_day: SameDay = "ask", why: str = "typed anew", seen: At | None = None
) -> MeasureChart:
    """A new chart, or, by ``same_day``, measures put among those of that day. ``seen``: that day's chart as it was when it was shown what they
    would change. Raises OfThatDay; Conflict where it is another, or at another version."""
    with transaction.atomic():
        there = chart_of_day(person, day)
        if same_day == "merge" and there is not None and seen is not None:
            at_version(there, seen.version if there.pk == seen.chart_id else -1)
        if there is None or same_day == "beside":
            new = in_order(taking)
            return MeasureChart.objects.create(person=person, taken_on=day, values=new.values, estimated=new.estimated)
        if same_day == "merge":
            return _changed(there, laid_into(Taking(there.values, there.estimated), taking), why)
        count = len(there.values)
        raise OfThatDay(
            f"{person.name} has a chart of {day} already, with {'one measure' if count == 1 else f'{count} measures'}.",
            cure="Put these among them, or keep them as a chart of their own.",
            field="taken_on",
        )


def change(person: Person, seen: At, day: date, taking: Taking) -> MeasureChart:
    """Make these the chart's measures; on another day they are a new chart. What it held before is kept.

    Raises Missing, Conflict where it was changed since it was seen, OfThatDay.
    """
    with transaction.atomic():
        chart = at_version(person.charts.select_for_update().filter(pk=seen.chart_id).first(), seen.version)
        if chart.taken_on != day:
            return keep(person, day, taking)
        return _changed(chart, taking, "typed anew")


def back_to(chart: MeasureChart, version: int, number: int) -> MeasureChart:
    """Make what the chart held at version ``number`` its measures again. Raises Missing, Conflict."""
    with transaction.atomic():
        fresh = at_version(MeasureChart.objects.select_for_update().filter(pk=chart.pk).first(), version)
        old = fresh.earlier.filter(number=number).first()
        if old is None:
            raise Missing("the chart was never in that state.", cure="Choose one of those listed.")
        return _changed(fresh, Taking(old.values, old.estimated), f"taken back to what it was before change {number}")


def at_version(chart: MeasureChart | None, version: int) -> MeasureChart:
    """The chart as it is stored. Raises Missing where there is none, Conflict where it is at another version."""
    if chart is None:
        raise Missing("there is no such measure chart in this workroom.", cure="Choose one of the people's charts.")
    if chart.version != version:
        raise Conflict(
            f"the chart of {chart.taken_on} was changed elsewhere in the meantime.",
            cure="What you typed stays here. Look at what it holds now, then keep yours.",
        )
    return chart


def _changed(chart: MeasureChart, taking: Taking, why: str) -> MeasureChart:
    new = in_order(taking)
    if new.values == chart.values and list(new.estimated) == list(chart.estimated):
        return chart
    EarlierChart.objects.create(chart=chart, number=chart.version, values=chart.values, estimated=chart.estimated, why=why[:200])
    chart.values, chart.estimated, chart.version = dict(new.values), list(new.estimated), chart.version + 1
    chart.save(update_fields=["values", "estimated", "version"])
    return chart
