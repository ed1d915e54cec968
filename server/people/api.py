"""People, and reading what was typed."""

from __future__ import annotations

from collections.abc import Iterable

from django.http import HttpRequest
from ninja import Router

from patterncraft.errors import BadMeasure
from patterncraft.formats.drawing import Point
from patterncraft.geometry.path import Path
from patterncraft.geometry.svgpath import to_svg
from patterncraft.measures.chart import read_measure
from patterncraft.measures.doubts import doubts
from patterncraft.measures.figure import FIGURES
from patterncraft.measures.keys import MEASURES, MeasureKey
from patterncraft.measures.tapes import TAPES
from patterncraft.texts import tidy
from patterncraft.units import Unit, format_length

from ..config.answers import ERRORS, Fault, fault_of
from ..workrooms.access import workroom_of
from .models import Person
from .shapes import ChartText, DoubtOut, FigureOut, MeasureKeyOut, MeasureKeysOut, PersonIn, PersonOut, Reading, TapeOut
from .words import chart_out, typed

router = Router(tags=["people"])


def _person_out(person: Person, unit: Unit) -> PersonOut:
    charts = [chart_out(c, unit) for c in person.charts.all() if c.put_away is None]
    return PersonOut(id=person.pk, name=person.name, note=person.note, charts=charts)


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
    for key, text in typed(body.texts).items():
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
    room = workroom_of(request)
    person = Person.objects.create(workroom=room, name=body.name, note=tidy(body.note))
    return _person_out(person, room.house_rules().unit)


@router.put("/people/{person_id}", response={200: PersonOut, **ERRORS})
def change_person(request: HttpRequest, person_id: int, body: PersonIn) -> PersonOut:
    """Change name or note."""
    room = workroom_of(request)
    person = Person.objects.one(room, person_id)
    person.name, person.note = body.name, tidy(body.note)
    person.save(update_fields=["name", "note"])
    return _person_out(person, room.house_rules().unit)
