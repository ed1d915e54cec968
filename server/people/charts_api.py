"""Charts kept, changed, and taken back to what they were."""

from __future__ import annotations

from datetime import date

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from patterncraft.errors import BadMeasure
from patterncraft.measures.chart import read_chart
from patterncraft.measures.together import Taking

from ..config.answers import ERRORS, Wire
from ..workrooms.access import workroom_of
from . import charts
from .models import Person
from .shapes import ChartOut, ComparedRow
from .words import SAME, chart_of, chart_out, compared_rows, typed

router = Router(tags=["people"])


class ChartSeen(Wire):
    """The chart that was changed, as it was when it was opened."""

    id: int
    version: int


class ChartIn(Wire):
    """Measures as typed, by key; empty texts are left out. ``estimated``: keys that come from a size table. ``changes``: the chart
    these take the place of; none: they are new."""

    taken_on: date
    texts: dict[str, str] = Field(max_length=100)
    estimated: list[str] = Field(default_factory=list, max_length=100)
    changes: ChartSeen | None = None
    same_day: charts.SameDay = "ask"


class EarlierOut(Wire):
    """What a chart held before one of its changes, beside what it holds now. ``until``: date and time, ISO 8601."""

    number: int
    until: str
    why: str
    measures: int
    rows: list[ComparedRow]


class BackIn(Wire):
    """``version``: of the chart, as it was seen."""

    version: int


@router.post("/people/{person_id}/charts", response={200: ChartOut, **ERRORS})
def keep_chart(request: HttpRequest, person_id: int, body: ChartIn) -> ChartOut:
    """Keep a chart. A day that has one already is asked about (409, ``same_day``); a chart that was changed elsewhere in the
    meantime is told (409, ``changed_meanwhile``)."""
    room = workroom_of(request)
    unit = room.house_rules().unit
    person = Person.objects.one(room, person_id)
    values = read_chart(typed(body.texts), unit)
    if not values:
        raise BadMeasure("no measure has been typed yet.", person.name, "Type at least one.", "bust_girth")
    taking = Taking(values, body.estimated)
    if body.changes is not None and body.same_day == "ask":
        kept = charts.change(person, charts.At(body.changes.id, body.changes.version), body.taken_on, taking)
    else:
        kept = charts.keep(person, body.taken_on, taking, body.same_day)
    return chart_out(kept, unit)


@router.get("/charts/{chart_id}/earlier", response={200: list[EarlierOut], **ERRORS})
def earlier(request: HttpRequest, chart_id: int) -> list[EarlierOut]:
    """Every state the chart was in before, the last one first."""
    room = workroom_of(request)
    unit = room.house_rules().unit
    chart = chart_of(room, chart_id)
    day = chart.taken_on
    return [
        EarlierOut(
            number=e.number,
            until=e.changed.isoformat(timespec="minutes"),
            why=e.why,
            measures=len(e.values),
            rows=[
                r.model_copy(update={"hint": ""}) for r in compared_rows(chart.values, e.values, (day, day), unit) if r.by != SAME
            ],
        )
        for e in chart.earlier.all()
    ]


@router.post("/charts/{chart_id}/earlier/{number}/back", response={200: ChartOut, **ERRORS})
def back(request: HttpRequest, chart_id: int, number: int, body: BackIn) -> ChartOut:
    """Have an earlier state back; what the chart holds now becomes an earlier state itself."""
    room = workroom_of(request)
    kept = charts.back_to(chart_of(room, chart_id), body.version, number)
    return chart_out(kept, room.house_rules().unit)
