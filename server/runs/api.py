"""One style on many bodies: asked for, watched, looked at, taken away as files."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router
from pydantic import BaseModel

from patterncraft.errors import BadSetting
from patterncraft.formats.bundle import bundle

from ..config.answers import ERRORS, download
from ..longwork.queue import looked_after
from ..longwork.queue import stop as stop_work
from ..people.models import Person
from ..styles.models import Style
from ..styles.words import as_json_answer
from ..workrooms.access import workroom_of
from . import services
from .files import file_name, of_all, of_one, of_run, size_of, titled
from .models import RunFiles, RunRecord
from .shapes import NestOut, PersonChoice, RoleFamilies, RunChoices, RunHead, RunIn, RunOut
from .words import nest_out, run_head, run_out

router = Router(tags=["runs"])
KINDS = {
    "pattern.pdf": "application/pdf",
    "pattern.svg": "image/svg+xml",
    "pattern.dxf": "application/dxf",
    "pattern.plt": "application/vnd.hp-hpgl",
    "pattern.json": "application/json",
    "cut sheet.pdf": "application/pdf",
    "all over each other.svg": "image/svg+xml",
    "all over each other.pdf": "application/pdf",
    "lengths.csv": "text/csv; charset=utf-8",
}


class RunThrown(BaseModel):
    """What was thrown away."""

    taken: int


def _one(request: HttpRequest, run_id: int) -> RunRecord:
    return RunRecord.objects.one(workroom_of(request), run_id)


@router.get("/styles/{style_id}/bodies", response={200: RunChoices, **ERRORS})
def choices(request: HttpRequest, style_id: int) -> RunChoices:
    """Whom a style can be cut on."""
    room = workroom_of(request)
    style = Style.objects.one(room, style_id)
    roles = [RoleFamilies(role=r, families=f, suggested=s) for r, f, s in services.families_for(room, style)]
    people = Person.objects.of(room).prefetch_related("charts")
    return RunChoices(
        roles=roles,
        people=[PersonChoice(id=p.pk, name=p.name, measured=any(c.put_away is None for c in p.charts.all())) for p in people],
    )


@router.get("/runs", response={200: list[RunHead], **ERRORS})
def runs(request: HttpRequest, style_id: int | None = None) -> list[RunHead]:
    """All runs, or those of a style; the newest first."""
    found = RunRecord.objects.of(workroom_of(request)).select_related("style__workroom").defer("result")
    if style_id is not None:
        found = found.filter(style_id=style_id)
    return [run_head(r) for r in found[:200]]


@router.post("/runs", response={200: RunOut, **ERRORS})
def ask(request: HttpRequest, body: RunIn) -> HttpResponse:
    """A run to be made; it is worked on outside this answer."""
    room = workroom_of(request)
    style = Style.objects.one(room, body.style_id)
    return as_json_answer(run_out(services.ask(room, style, body.families, body.people, body.name)))


@router.get("/runs/{run_id}", response={200: RunOut, **ERRORS})
def one(request: HttpRequest, run_id: int) -> HttpResponse:
    """A run as it stands."""
    run = looked_after(_one(request, run_id))
    if files := services.files_of(run):
        looked_after(files)
    return as_json_answer(run_out(run))


@router.post("/runs/{run_id}/stop", response={200: RunOut, **ERRORS})
def stop(request: HttpRequest, run_id: int) -> HttpResponse:
    """Enough: the bodies that are cut are kept."""
    return as_json_answer(run_out(stop_work(_one(request, run_id), "It was stopped before anybody was cut.")))


@router.delete("/runs/{run_id}", response={200: RunThrown, **ERRORS})
def throw_away(request: HttpRequest, run_id: int) -> RunThrown:
    """Gone; one that is being made is stopped by that."""
    run = _one(request, run_id)
    number = run.pk
    run.delete()
    return RunThrown(taken=number)


@router.get("/runs/{run_id}/drawing", response={200: NestOut, **ERRORS})
def drawing(request: HttpRequest, run_id: int, at: Annotated[str, Query(max_length=200)] = "") -> HttpResponse:
    """All bodies over each other, the point ``at`` of each on that of the first."""
    run = _made(_one(request, run_id))
    cuts = list(of_all(run))
    return as_json_answer(nest_out([size_of(run, c) for c in cuts], [c.body.number for c in cuts], at))


@router.post("/runs/{run_id}/files", response={200: RunOut, **ERRORS})
def write_files(request: HttpRequest, run_id: int) -> HttpResponse:
    """Everything of it into one archive, outside this answer."""
    services.write_files(_made(_one(request, run_id)))
    return as_json_answer(run_out(_one(request, run_id)))


@router.get("/runs/{run_id}/files.zip", response={200: Any, **ERRORS})
def files(request: HttpRequest, run_id: int) -> HttpResponse:
    """The archive, once it is whole."""
    run = _one(request, run_id)
    data = RunFiles.objects.filter(run=run).values_list("data", flat=True).first()
    if not data:
        raise BadSetting("the files are not written yet.", run.name, "Let them be written first.")
    return download(bytes(data), "application/zip", f"{run.name}.zip")


@router.get("/runs/{run_id}/all/{name}", response={200: Any, **ERRORS})
def of_all_together(request: HttpRequest, run_id: int, name: str, at: Annotated[str, Query(max_length=200)] = "") -> HttpResponse:
    """``all over each other.svg`` or ``.pdf``, ``lengths.csv``."""
    run = _made(_one(request, run_id))
    return _file(of_run(run, list(of_all(run)), at, name), name, run.name)


@router.get("/runs/{run_id}/bodies/{number}/{name}", response={200: Any, **ERRORS})
def of_a_body(request: HttpRequest, run_id: int, number: int, name: str) -> HttpResponse:
    """A body's file: ``pattern.pdf``, ``.svg``, ``.dxf``, ``.plt``, ``.json``, or ``cut sheet.pdf``."""
    run = _one(request, run_id)
    cut = of_one(run, number)
    made = bundle(cut.replay, size_of(run, cut).finished, titled(run, cut.body), run.house_rules(), run.created.date(), only=name)
    return _file(made, name, cut.body.label)


def _made(run: RunRecord) -> RunRecord:
    if not run.result or not run.result["cuts"]:
        raise BadSetting("the style is cut on nobody yet.", run.name, "Wait until it is.")
    return run


def _file(made: dict[str, bytes], name: str, of: str) -> HttpResponse:
    if name not in made:
        raise BadSetting(f"“{name[:30]}” is not a way out.", field="name", cure=f"Choose {', '.join(KINDS)}.")
    return download(made[name], KINDS[name], f"{file_name(of)} – {name}")
