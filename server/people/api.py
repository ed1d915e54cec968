"""People, their charts, and reading what was typed."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from patterncraft.errors import BadMeasure, BadSetting
from patterncraft.formats.drawing import Point
from patterncraft.geometry.path import Path
from patterncraft.geometry.svgpath import to_svg
from patterncraft.measures.chart import read_chart, read_measure
from patterncraft.measures.doubts import doubts
from patterncraft.measures.figure import FIGURES
from patterncraft.measures.keys import MEASURES, MeasureKey
from patterncraft.measures.tapes import TAPES
from patterncraft.units import Unit, format_length

from ..config.answers import ERRORS, Fault, Missing, Wire, fault_of
from ..workrooms.access import workroom_of
from ..workrooms.models import Workroom
from .models import MeasureChart, Person

router = Router(tags=["people"])


class TapeOut(Wire):
    """Where the tape goes, as SVG path data over a figure: in sight, behind the body, its two ends, the waist cord."""

    view: str
    box: list[float]
    seen: list[str]
    hidden: list[str]
    ends: list[Point]
    cord: list[str]


class MeasureKeyOut(Wire):
    """One measure, in the order of taking. ``range`` in words, in the house unit."""

    key: str
    title: str
    station: str
    group: str
    where: str
    how: str
    wrong: str
    range: str
    iso: str
    tape: TapeOut


class FigureOut(Wire):
    """The figure of one view: outlines, and fainter lines inside them."""

    body: list[str]
    inner: list[str]


class MeasureKeysOut(Wire):
    """All measures in the order one takes them."""

    keys: list[MeasureKeyOut]
    figures: dict[str, FigureOut]


class ChartIn(Wire):
    """Measures as typed, by key; empty texts are left out. ``estimated``: keys that come from a size table."""

    taken_on: date
    texts: dict[str, str] = Field(max_length=100)
    estimated: list[str] = Field(default_factory=list, max_length=100)


class ChartText(Wire):
    """A chart as typed: texts by the measures' keys."""

    texts: dict[str, str] = Field(max_length=100)


class DoubtOut(Wire):
    """A value that is questioned, with the one expected."""

    key: str
    message: str


class Reading(Wire):
    """What typed measures mean: cm by key, faults (unreadable) and doubts (implausible)."""

    values: dict[str, float]
    faults: list[Fault]
    doubts: list[DoubtOut]


class ChartOut(Wire):
    """A dated chart, in words of the house unit."""

    id: int
    taken_on: date
    values: dict[str, float]
    texts: dict[str, str]
    estimated: list[str]
    doubts: list[DoubtOut]


class PersonIn(Wire):
    """A person as typed."""

    name: str = Field(min_length=1, max_length=120)
    note: str = Field(default="", max_length=500)


class PersonOut(Wire):
    """A person with all her charts, newest first."""

    id: int
    name: str
    note: str
    charts: list[ChartOut]


def _typed(texts: dict[str, str]) -> dict[str, str]:
    return {k: t for k, t in texts.items() if t.strip()}


def chart_out(chart: MeasureChart, unit: Unit) -> ChartOut:
    """A stored chart as it is shown."""
    texts = {k: format_length(v, unit, with_unit=False) for k, v in chart.values.items()}
    found = [DoubtOut(key=d.key, message=d.message) for d in doubts(chart.values, unit)]
    return ChartOut(id=chart.pk, taken_on=chart.taken_on, values=chart.values, texts=texts, estimated=chart.estimated, doubts=found)


def _person_out(person: Person, unit: Unit) -> PersonOut:
    charts = [chart_out(c, unit) for c in person.charts.all()]
    return PersonOut(id=person.pk, name=person.name, note=person.note, charts=charts)


def _still(estimated: list[str], values: dict[str, float]) -> list[str]:
    """The keys that are estimates and have a value, in the order of taking."""
    return [k for k in MEASURES if k in estimated and k in values]


def chart_of(room: Workroom, chart_id: int) -> MeasureChart:
    """Raises Missing when the chart is not of this workroom."""
    found = MeasureChart.objects.select_related("person").filter(person__workroom=room, pk=chart_id).first()
    if found is None:
        raise Missing("there is no such measure chart in this workroom.", cure="Choose one of the people's charts.")
    return found


def known_values(chart: MeasureChart) -> dict[str, float]:
    """The chart's measures in the order of taking; keys of a later version are left out."""
    return {k: chart.values[k] for k in MEASURES if k in chart.values}


@router.get("/measure-keys", response={200: MeasureKeysOut, **ERRORS})
def measure_keys(request: HttpRequest) -> MeasureKeysOut:
    """All measures with their drawings."""
    unit = workroom_of(request).house_rules().unit
    figures = {view: FigureOut(body=_paths(f.body), inner=_paths(f.inner)) for view, f in FIGURES.items()}
    return MeasureKeysOut(keys=[_key_out(m, unit) for m in MEASURES.values()], figures=figures)


def _key_out(m: MeasureKey, unit: Unit) -> MeasureKeyOut:
    t = TAPES[m.key]
    tape = TapeOut(
        view=t.view,
        box=list(t.box),
        seen=_paths(t.seen),
        hidden=_paths(t.hidden),
        ends=[Point(x=x, y=y) for x, y in t.ends],
        cord=_paths(t.cord),
    )
    return MeasureKeyOut(
        key=m.key,
        title=m.title,
        station=m.station,
        group=m.group,
        where=m.where,
        how=m.how,
        wrong=m.wrong,
        range=f"{format_length(m.low, unit, 0, False)}–{format_length(m.high, unit, 0)}",
        iso=m.iso,
        tape=tape,
    )


def _paths(paths: Iterable[Path]) -> list[str]:
    return [to_svg(p) for p in paths]


@router.post("/measures/read", response={200: Reading, **ERRORS})
def read_measures(request: HttpRequest, body: ChartText) -> Reading:
    """Look over typed measures without keeping them."""
    unit = workroom_of(request).house_rules().unit
    values: dict[str, float] = {}
    faults: list[Fault] = []
    for key, text in _typed(body.texts).items():
        try:
            values[key] = read_measure(key, text, unit)
        except BadMeasure as e:
            faults.append(fault_of(e))
    found = [DoubtOut(key=d.key, message=d.message) for d in doubts(values, unit)]
    return Reading(values=values, faults=faults, doubts=found)


@router.get("/people", response={200: list[PersonOut], **ERRORS})
def people(request: HttpRequest) -> list[PersonOut]:
    """All persons of the workroom."""
    room = workroom_of(request)
    unit = room.house_rules().unit
    return [_person_out(p, unit) for p in Person.objects.of(room).prefetch_related("charts")]


@router.post("/people", response={200: PersonOut, **ERRORS})
def add_person(request: HttpRequest, body: PersonIn) -> PersonOut:
    """Add a person; a name is enough."""
    if not body.name.strip():
        raise BadSetting("a person needs a name.", field="name")
    room = workroom_of(request)
    person = Person.objects.create(workroom=room, name=body.name.strip(), note=body.note.strip())
    return _person_out(person, room.house_rules().unit)


@router.put("/people/{person_id}", response={200: PersonOut, **ERRORS})
def change_person(request: HttpRequest, person_id: int, body: PersonIn) -> PersonOut:
    """Change name or note."""
    room = workroom_of(request)
    person = Person.objects.one(room, person_id)
    person.name, person.note = body.name.strip(), body.note.strip()
    person.save(update_fields=["name", "note"])
    return _person_out(person, room.house_rules().unit)


@router.post("/people/{person_id}/charts", response={200: ChartOut, **ERRORS})
def add_chart(request: HttpRequest, person_id: int, body: ChartIn) -> ChartOut:
    """Keep a chart. Typed on the same day again it replaces that day's; other days' charts stay."""
    room = workroom_of(request)
    unit = room.house_rules().unit
    person = Person.objects.one(room, person_id)
    values = read_chart(_typed(body.texts), unit)
    if not values:
        raise BadMeasure("no measure has been typed yet.", person.name, "Type at least one.", "bust_girth")
    chart, _ = MeasureChart.objects.update_or_create(
        person=person, taken_on=body.taken_on, defaults={"values": values, "estimated": _still(body.estimated, values)}
    )
    return chart_out(chart, unit)
