"""Schools, drafts, and the shelf of blocks."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from patterncraft.drafting.audit import audit
from patterncraft.drafting.school import Block as Draft
from patterncraft.drafting.schools import SCHOOLS, school
from patterncraft.errors import BadSetting
from patterncraft.formats.drawing import Drawing, Point, draw, table_places
from patterncraft.formats.openfile import BlockFile
from patterncraft.formats.openfile_io import read_file, write_file
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from patterncraft.measures.keys import MEASURES
from patterncraft.units import format_length

from ..config.answers import ERRORS, Wire
from ..people.api import chart_of
from ..people.models import Person
from ..workrooms.access import workroom_of
from ..workrooms.models import Workroom
from . import services
from .models import Block, BlockRevision

router = Router(tags=["shelf"])


class SettingOut(Wire):
    """A setting of a school, for its form. Lengths in cm; ``default_text`` in the house unit."""

    name: str
    title: str
    why: str
    kind: str
    default: float | str | bool
    default_text: str
    minimum: float | None = None
    maximum: float | None = None
    choices: list[str] = Field(default_factory=list)


class SchoolOut(Wire):
    name: str
    title: str
    reason: str
    needs: list[str]
    uses: list[str]
    settings: list[SettingOut]


class DraftIn(Wire):
    """A draft to try: measures in cm by key; settings as numbers in cm or as typed in the house unit."""

    school: str = Field(max_length=80)
    measures: dict[str, float] = Field(max_length=100)
    settings: dict[str, Any] = Field(default_factory=dict, max_length=50)


class SumOut(Wire):
    label: str
    text: str
    note: bool = False


class NumberedPoint(Wire):
    label: str
    at: Point


class StageOut(Wire):
    """One act of the pencil; ``at`` is where its piece's sheet lies."""

    number: int
    piece: str
    rule: str
    sums: list[SumOut]
    points: list[NumberedPoint]
    paths: list[str]
    guide: bool


class AuditOut(Wire):
    """``kept`` null: told, not judged."""

    title: str
    text: str
    kept: bool | None
    cure: str


class DraftOut(Wire):
    drawing: Drawing
    stages: list[StageOut]
    audit: list[AuditOut]


class BlockIn(Wire):
    """Draft a block from a person's chart and keep it."""

    name: str = Field(min_length=1, max_length=120)
    chart_id: int
    school: str = Field(max_length=80)
    settings: dict[str, Any] = Field(default_factory=dict, max_length=50)


class RevisionIn(Wire):
    chart_id: int
    settings: dict[str, Any] = Field(default_factory=dict, max_length=50)
    note: str = Field(default="", max_length=300)


class BlockState(Wire):
    state: str


class BlockOut(Wire):
    """A block as it hangs on the shelf; ``silhouette`` are its pieces' outlines, ``places`` their sheets."""

    id: int
    name: str
    person: str
    person_id: int | None
    school: str
    state: str
    revision: int
    made: str
    styles: int
    drawing: Drawing


class RevisionOut(Wire):
    number: int
    made: str
    note: str


class BlockDetail(BlockOut):
    draft: DraftOut
    measures: dict[str, str]
    settings: dict[str, Any]
    revisions: list[RevisionOut]


@router.get("/schools", response={200: list[SchoolOut], **ERRORS})
def schools(request: HttpRequest) -> list[SchoolOut]:
    unit = workroom_of(request).house_rules().unit
    out = []
    for s in SCHOOLS.values():
        settings = []
        for name, prop in s.settings.model_json_schema()["properties"].items():
            kind = "length" if prop.get("unit") else "choice" if "enum" in prop else "yes"
            default = prop["default"]
            settings.append(
                SettingOut(
                    name=name,
                    title=prop["title"],
                    why=prop.get("description", ""),
                    kind=kind,
                    default=default,
                    default_text=format_length(default, unit, 2) if kind == "length" else str(default),
                    minimum=prop.get("minimum"),
                    maximum=prop.get("maximum"),
                    choices=prop.get("enum", []),
                )
            )
        out.append(
            SchoolOut(name=s.name, title=s.title, reason=s.reason, needs=list(s.needs), uses=list(s.uses), settings=settings)
        )
    return out


@router.post("/drafts", response={200: DraftOut, **ERRORS})
def try_draft(request: HttpRequest, body: DraftIn) -> HttpResponse:
    """Draft without keeping: drawn point by point, with the audit."""
    rules = workroom_of(request).house_rules()
    draft = school(body.school).draft(body.measures, services.read_settings(body.school, body.settings, rules.unit))
    return HttpResponse(_draft_out(draft, rules).model_dump_json(), content_type="application/json")


def _draft_out(draft: Draft, rules: HouseRules) -> DraftOut:
    places = table_places(draft.pattern)
    stages = [
        StageOut(
            number=s.number,
            piece=s.piece,
            rule=s.rule,
            sums=[SumOut(label=x.label, text=x.spoken(rules.unit), note=x.note) for x in s.sums],
            points=[NumberedPoint(label=label, at=Point(x=z.real, y=z.imag)) for label, z in s.points],
            paths=[to_svg(p) for p in s.paths],
            guide=s.guide,
        )
        for s in draft.stages
    ]
    lines = [AuditOut(title=x.title, text=x.sum.spoken(rules.unit), kept=x.kept, cure=x.cure) for x in audit(draft, rules)]
    return DraftOut(drawing=draw(draft.pattern, rules.unit, places), stages=stages, audit=lines)


@router.get("/blocks", response={200: list[BlockOut], **ERRORS})
def blocks(request: HttpRequest) -> HttpResponse:
    room = workroom_of(request)
    found = Block.objects.of(room).select_related("person").prefetch_related("revisions", "revisions__pins")
    body = ",".join(_block_out(b, room).model_dump_json() for b in found)
    return HttpResponse(f"[{body}]", content_type="application/json")


def _block_out(block: Block, room: Workroom) -> BlockOut:
    return BlockOut(**_block_words(block, room))


def _block_words(block: Block, room: Workroom) -> dict[str, Any]:
    revisions: list[BlockRevision] = list(block.revisions.all())
    newest = revisions[0]
    draft = services.draft_of(newest.pk)
    return {
        "id": block.pk,
        "name": block.name,
        "person": block.person.name if block.person else "",
        "person_id": block.person_id,
        "school": SCHOOLS[draft.school].title if draft.school in SCHOOLS else "traced",
        "state": block.state,
        "revision": newest.number,
        "made": newest.created.date().isoformat(),
        "styles": sum(len(r.pins.all()) for r in revisions),
        "drawing": draw(draft.pattern, room.house_rules().unit),
    }


@router.post("/blocks", response={200: BlockOut, **ERRORS})
def add_block(request: HttpRequest, body: BlockIn) -> HttpResponse:
    room = workroom_of(request)
    chart = chart_of(room, body.chart_id)
    settings = services.read_settings(body.school, body.settings, room.house_rules().unit)
    file = services.draft_file(body.school, _known(chart.values), settings, body.name)
    block = services.keep_block(room, body.name, chart.person, file, f"drafted from the measures of {chart.taken_on}")
    return HttpResponse(_block_out(block, room).model_dump_json(), content_type="application/json")


def _known(values: dict[str, float]) -> dict[str, float]:
    return {k: v for k, v in values.items() if k in MEASURES}


@router.post("/blocks/import", response={200: BlockOut, **ERRORS})
def import_block(request: HttpRequest, name: str = "", person_id: int | None = None) -> HttpResponse:
    """Take a block from an open file, sent as the request's body."""
    room = workroom_of(request)
    file = read_file(request.body, BlockFile)
    services.read_block(file)
    person = Person.objects.one(room, person_id) if person_id is not None else None
    block = services.keep_block(room, name or file.name or "Imported block", person, file, "imported")
    return HttpResponse(_block_out(block, room).model_dump_json(), content_type="application/json")


@router.get("/blocks/{block_id}", response={200: BlockDetail, **ERRORS})
def block(request: HttpRequest, block_id: int) -> HttpResponse:
    room = workroom_of(request)
    return HttpResponse(_detail(Block.objects.one(room, block_id), room).model_dump_json(), content_type="application/json")


def _detail(block: Block, room: Workroom) -> BlockDetail:
    rules = room.house_rules()
    draft = services.draft_of(block.revisions.all()[0].pk)
    return BlockDetail(
        **_block_words(block, room),
        draft=_draft_out(services.constructed(draft), rules),
        measures={MEASURES[k].title: format_length(v, rules.unit) for k, v in draft.measures.items()},
        settings=dict(draft.settings),
        revisions=[RevisionOut(number=r.number, made=r.created.date().isoformat(), note=r.note) for r in block.revisions.all()],
    )


@router.post("/blocks/{block_id}/revisions", response={200: BlockDetail, **ERRORS})
def redraft(request: HttpRequest, block_id: int, body: RevisionIn) -> HttpResponse:
    """Draft the block anew from a chart; the old revision stays for the styles that use it."""
    room = workroom_of(request)
    block = Block.objects.one(room, block_id)
    chart = chart_of(room, body.chart_id)
    draft = services.draft_of(block.revisions.all()[0].pk)
    school_name = draft.school or "bodice-direct"
    settings = services.read_settings(school_name, body.settings, room.house_rules().unit)
    file = services.draft_file(school_name, _known(chart.values), settings, block.name)
    services.keep_revision(block, file, body.note or f"drafted anew from the measures of {chart.taken_on}")
    return HttpResponse(_detail(block, room).model_dump_json(), content_type="application/json")


@router.put("/blocks/{block_id}/state", response={200: BlockOut, **ERRORS})
def set_state(request: HttpRequest, block_id: int, body: BlockState) -> HttpResponse:
    room = workroom_of(request)
    block = Block.objects.one(room, block_id)
    if body.state not in Block.State.values:
        raise BadSetting(f"a block is {', '.join(Block.State.values)}, not “{body.state[:30]}”.", field="state")
    block.state = body.state
    block.save(update_fields=["state"])
    return HttpResponse(_block_out(block, room).model_dump_json(), content_type="application/json")


@router.get("/blocks/{block_id}/file", response={200: Any, **ERRORS})
def export_block(request: HttpRequest, block_id: int) -> HttpResponse:
    """The newest revision as an open file."""
    newest = Block.objects.one(workroom_of(request), block_id).revisions.all()[0]
    file = BlockFile.model_validate(newest.content)
    answer = HttpResponse(write_file(file), content_type="application/json")
    answer["Content-Disposition"] = f'attachment; filename="block-{block_id}.json"'
    return answer
