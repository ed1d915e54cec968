"""Charts in and out: size tables to start from, files, copies, comparisons, the blank sheet."""

from __future__ import annotations

from datetime import date
from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from patterncraft.formats.measuring_sheet import measuring_sheet
from patterncraft.formats.openfile import MeasuresFile
from patterncraft.formats.openfile_io import chart_of as chart_of_file
from patterncraft.formats.openfile_io import read_file, write_file
from patterncraft.measures.chart import read_chart
from patterncraft.measures.csv_io import chart_from_csv, chart_to_csv
from patterncraft.measures.keys import MEASURES
from patterncraft.measures.tables import TABLES, size_table
from patterncraft.measures.together import Taking, laid_into
from patterncraft.units import Unit, format_length

from ..config.answers import ERRORS, Wire, download
from ..workrooms.access import workroom_of
from . import charts
from .models import Person
from .shapes import ChartOut, ComparedRow
from .words import SAME, chart_of, chart_out, compared_rows, known_values

router = Router(tags=["people"])


class SizeTableOut(Wire):
    """A size table with its sizes."""

    name: str
    title: str
    source: str
    sizes: list[str]


class FromTable(Wire):
    """Fill a chart from a size table: ``size`` named, or none: found by the bust typed. What is typed stays."""

    table: str = Field(max_length=60)
    size: str = Field(default="", max_length=20)
    texts: dict[str, str] = Field(max_length=100)


class Filled(Wire):
    """The chart's texts with the estimates put in, and the keys that were."""

    texts: dict[str, str]
    estimated: list[str]


class ChartsCompared(Wire):
    """Two charts of a person, measure by measure."""

    before: str
    after: str
    rows: list[ComparedRow]


class CopyTo(Wire):
    """Whose chart it becomes."""

    person_id: int
    taken_on: date
    same_day: charts.SameDay = "ask"


class ImportOut(Wire):
    """What a file holds and what it would change (``rows``, before and after) of that day's ``chart`` as it is now, if there is one; or, with
    ``kept``, changed. ``same``: measures that it leaves as they are."""

    taken_on: date
    measures: int
    estimated: int
    chart: int | None
    version: int | None
    rows: list[ComparedRow]
    same: int
    kept: ChartOut | None


@router.get("/size-tables", response={200: list[SizeTableOut], **ERRORS})
def size_tables(request: HttpRequest) -> list[SizeTableOut]:
    """The size tables there are."""
    return [SizeTableOut(name=t.name, title=t.title, source=t.source, sizes=list(t.sizes)) for t in TABLES.values()]


@router.post("/measures/from-table", response={200: Filled, **ERRORS})
def from_table(request: HttpRequest, body: FromTable) -> Filled:
    """Estimates for what is not typed. They stay marked until they are measured."""
    unit = workroom_of(request).house_rules().unit
    typed = {k: t for k, t in body.texts.items() if t.strip()}
    chart = read_chart(typed, unit)
    table = size_table(body.table)
    given = table.size(body.size) if body.size else table.estimated(chart)
    estimates = {k: v for k, v in given.items() if k not in chart}
    texts = typed | {k: format_length(v, unit, with_unit=False) for k, v in estimates.items()}
    return Filled(texts=texts, estimated=[k for k in MEASURES if k in estimates])


@router.get("/charts/compare", response={200: ChartsCompared, **ERRORS})
def compare(request: HttpRequest, before: int, after: int) -> ChartsCompared:
    """Two charts side by side, with what may be behind a difference."""
    room = workroom_of(request)
    unit = room.house_rules().unit
    a, b = chart_of(room, before), chart_of(room, after)

    rows = compared_rows(a.values, b.values, (a.taken_on, b.taken_on), unit)
    return ChartsCompared(before=f"{a.person.name}, {a.taken_on}", after=f"{b.person.name}, {b.taken_on}", rows=rows)


@router.post("/charts/{chart_id}/copy", response={200: ChartOut, **ERRORS})
def copy_chart(request: HttpRequest, chart_id: int, body: CopyTo) -> ChartOut:
    """The same measures for another person (or another day), all marked as estimates until measured on them."""
    room = workroom_of(request)
    source, person = chart_of(room, chart_id), Person.objects.one(room, body.person_id)
    estimated = list(source.values) if person.pk != source.person_id else source.estimated
    why = f"copied from the chart of {source.taken_on}"
    kept = charts.keep(person, body.taken_on, Taking(source.values, estimated), body.same_day, why)
    return chart_out(kept, room.house_rules().unit)


@router.post("/people/{person_id}/charts/import", response={200: ImportOut, **ERRORS})
def import_chart(
    request: HttpRequest,
    person_id: int,
    taken_on: date,
    name: str = "",
    keep: Literal["look", "new", "merge", "beside"] = "look",
    chart: int | None = None,
    version: int | None = None,
) -> ImportOut:
    """A chart from a file sent as the request's body: the open file, or CSV. A file's own date wins. ``keep=look`` says what it would
    change and keeps nothing; ``new`` keeps it where the day has no chart yet (409, ``same_day``, where it has); ``merge`` puts it among the
    measures of ``chart`` as they were at ``version``, which is what was looked at (409, ``changed_meanwhile``, where they are others now)."""
    room = workroom_of(request)
    unit = room.house_rules().unit
    person = Person.objects.one(room, person_id)
    taking, day = _taking(request.body, unit, name[:120], taken_on)
    there = charts.chart_of_day(person, day)
    old = Taking(there.values, there.estimated) if there else Taking({})
    rows = compared_rows(old.values, laid_into(old, taking).values, (day, day), unit)
    kept = None
    if keep != "look":
        seen = charts.At(chart, version) if chart is not None and version is not None else None
        kept = charts.keep(person, day, taking, "ask" if keep == "new" else keep, f"taken in from {name[:120]}", seen)
    return ImportOut(
        taken_on=day,
        measures=len(taking.values),
        estimated=len(taking.estimated),
        chart=there.pk if there else None,
        version=there.version if there else None,
        rows=[r for r in rows if r.by != SAME],
        same=sum(r.by == SAME for r in rows),
        kept=chart_out(kept, unit) if kept else None,
    )


def _taking(data: bytes, unit: Unit, name: str, today: date) -> tuple[Taking, date]:
    if data.lstrip()[:1] == b"{":
        file = read_file(data, MeasuresFile, name)
        return charts.in_order(Taking(chart_of_file(file), file.estimated)), file.taken_on or today
    return charts.in_order(Taking(*chart_from_csv(data, unit, name))), today


@router.get("/charts/{chart_id}/file.{kind}", response={200: Any, **ERRORS})
def export_chart(request: HttpRequest, chart_id: int, kind: str) -> HttpResponse:
    """``csv`` in the house unit, else the open file."""
    room = workroom_of(request)
    chart = chart_of(room, chart_id)
    known = known_values(chart)
    stem = f"{chart.person.name} {chart.taken_on}"
    if kind == "csv":
        text = chart_to_csv(known, frozenset(chart.estimated), room.house_rules().unit)
        return download(text.encode("utf-8-sig"), "text/csv; charset=utf-8", f"{stem}.csv")
    file = MeasuresFile(name=chart.person.name, taken_on=chart.taken_on, values=known, estimated=chart.estimated)
    return download(write_file(file), "application/json", f"{stem}.json")


@router.get("/measuring-sheet.pdf", response={200: Any, **ERRORS})
def blank_sheet(request: HttpRequest) -> HttpResponse:
    """To print and write on."""
    rules = workroom_of(request).house_rules()
    return download(measuring_sheet(rules.unit, rules.paper), "application/pdf", "measuring-sheet.pdf")
