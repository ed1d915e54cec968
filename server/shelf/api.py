"""The shelf of blocks: drafted, imported, corrected, kept."""

from __future__ import annotations

import json
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router
from pydantic import ValidationError

from patterncraft.drafting.school import Block as Draft
from patterncraft.drafting.schools import school
from patterncraft.errors import BadSetting
from patterncraft.fitting.corrected import corrected, read_correction
from patterncraft.formats.openfile import BlockFile
from patterncraft.formats.openfile_io import block_file, write_file
from patterncraft.house import HouseRules
from patterncraft.measures.keys import MEASURES
from patterncraft.texts import NAME_LETTERS
from patterncraft.units import format_length

from ..apart.door import apart
from ..config.answers import ERRORS, download
from ..people.models import Person
from ..people.words import chart_of, known_values
from ..workrooms.access import workroom_of
from ..workrooms.models import Workroom
from . import services
from .models import Block
from .proof import proved_file, told_if_unreadable
from .rail import Asked, names, page
from .shapes import BlockDetail, BlockIn, BlockName, BlockOut, BlockState, CureIn, RevisionIn, RevisionOut, ShelfOut
from .words import draft_out
from .words_of_block import block_out, content_words, head_of, head_revision

router = Router(tags=["shelf"])


@router.get("/blocks", response={200: list[BlockName], **ERRORS})
def blocks(request: HttpRequest) -> HttpResponse:
    """All blocks on the shelf by name, to choose from."""
    body = ",".join(x.model_dump_json() for x in names(workroom_of(request)))
    return HttpResponse(f"[{body}]", content_type="application/json")


@router.get("/shelf", response={200: ShelfOut, **ERRORS})
def shelf(
    request: HttpRequest,
    text: Annotated[str, Query(max_length=120)] = "",
    person: int | None = None,
    kind: Annotated[str, Query(max_length=40)] = "",
    state: Annotated[str, Query(max_length=10)] = "",
    cloth: Annotated[str, Query(max_length=40)] = "",
    size_set: Annotated[str, Query(max_length=120)] = "",
    start: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
    count: Annotated[int, Query(ge=1, le=200)] = 60,
) -> HttpResponse:
    """The shelf as it hangs, from the block numbered ``start`` on. ``text``: words in the name of the block or the person, its school, its
    cloth or the cloth of a toile. Retired blocks are shown when they are asked for by state or by name."""
    asked = Asked(text, person, kind, state, cloth, size_set)
    return HttpResponse(page(workroom_of(request), asked, start, count).model_dump_json(), content_type="application/json")


@router.post("/blocks", response={200: BlockOut, **ERRORS})
def add_block(request: HttpRequest, body: BlockIn) -> HttpResponse:
    """Hang a draft or a file on the shelf."""
    room = workroom_of(request)
    chart = chart_of(room, body.chart_id)
    rules = room.house_rules()
    settings = services.read_settings(body.school, body.settings, rules.unit)
    base = services.base_of(room, body.base_id)
    draft = school(body.school).draft(known_values(chart), settings, base, rules)
    file = block_file(draft, body.name)
    block = services.keep_block(room, body.name, chart.person, file, f"drafted from the measures of {chart.taken_on}")
    return HttpResponse(block_out(block, room).model_dump_json(), content_type="application/json")


@router.post("/blocks/import", response={200: BlockOut, **ERRORS})
def import_block(
    request: HttpRequest, name: Annotated[str, Query(max_length=NAME_LETTERS)] = "", person_id: int | None = None
) -> HttpResponse:
    """Take a block from an open file, sent as the request's body."""
    room = workroom_of(request)
    person = Person.objects.one(room, person_id) if person_id is not None else None
    file, draft = apart(room.pk, name, proved_file, request.body, name)
    block = services.keep_block(room, name or file.name or "Imported block", person, file, "imported", draft=draft)
    return HttpResponse(block_out(block, room).model_dump_json(), content_type="application/json")


@router.get("/blocks/{block_id}", response={200: BlockDetail, **ERRORS})
def block(request: HttpRequest, block_id: int) -> HttpResponse:
    """A block with its revisions."""
    room = workroom_of(request)
    return HttpResponse(_detail(Block.objects.one(room, block_id), room).model_dump_json(), content_type="application/json")


def _detail(block: Block, room: Workroom) -> BlockDetail:
    rules = room.house_rules()
    draft = services.draft_of(head_revision(block).pk)
    with told_if_unreadable(block.name):
        return _shown(block, draft, rules)


def _shown(block: Block, draft: Draft, rules: HouseRules) -> BlockDetail:
    return BlockDetail(
        **head_of(block),
        **content_words(draft, rules),
        draft=draft_out(services.constructed(draft), rules),
        measures={MEASURES[k].title: format_length(v, rules.unit) for k, v in draft.measures.items()},
        settings=dict(draft.settings),
        corrections=[read_correction(c).words for c in draft.corrections],
        based_on=services.title_of(draft.base) if draft.base else "",
        revisions=[RevisionOut(number=r.number, made=r.created.date().isoformat(), note=r.note) for r in block.revisions.all()],
    )


@router.post("/blocks/{block_id}/revisions", response={200: BlockDetail, **ERRORS})
def redraft(request: HttpRequest, block_id: int, body: RevisionIn) -> HttpResponse:
    """Draft the block anew from a chart; the old revision stays for the styles that use it."""
    room = workroom_of(request)
    block = Block.objects.one(room, block_id)
    before = services.draft_of(head_revision(block).pk)
    if not before.school:
        raise BadSetting("it was traced, not drafted here.", block.name, "Draft a new block from measures.", "chart_id")
    chart = chart_of(room, body.chart_id) if body.chart_id is not None else None
    rules = room.house_rules()
    settings = {**before.settings, **services.read_settings(before.school, body.settings, rules.unit)}
    base = services.base_of(room, body.base_id) or before.base
    draft = school(before.school).draft(known_values(chart) if chart else before.measures, settings, base, rules)
    draft = corrected(draft, before.corrections)
    told = f"from the measures of {chart.taken_on}" if chart else "with other settings"
    services.keep_revision(block, block_file(draft, block.name), body.note or f"drafted anew {told}")
    return HttpResponse(_detail(block, room).model_dump_json(), content_type="application/json")


@router.post("/blocks/{block_id}/cure", response={200: BlockDetail, **ERRORS})
def cure(request: HttpRequest, block_id: int, body: CureIn) -> HttpResponse:
    """Do what an audit line proposes; the block as it was stays for the styles that use it."""
    room = workroom_of(request)
    block = Block.objects.one(room, block_id)
    before = services.draft_of(head_revision(block).pk)
    if body.correction is not None:
        mended, note = corrected(before, [body.correction]), read_correction(body.correction).words
    else:
        mended, note = _with_settings(before, body.settings), "settings: " + ", ".join(x.replace("_", " ") for x in body.settings)
    services.keep_revision(block, block_file(mended, block.name), note[:300])
    return HttpResponse(_detail(block, room).model_dump_json(), content_type="application/json")


def _with_settings(before: Draft, settings: dict[str, Any]) -> Draft:
    if not before.school or not settings:
        raise BadSetting("there is nothing to apply.", cure="Change a setting first.", field="settings")
    draft = school(before.school).draft(before.measures, {**before.settings, **settings}, before.base)
    return corrected(draft, before.corrections)


@router.put("/blocks/{block_id}/state", response={200: BlockOut, **ERRORS})
def set_state(request: HttpRequest, block_id: int, body: BlockState) -> HttpResponse:
    """Say how far a block has been proved: drafted, toile, fitted, retired."""
    room = workroom_of(request)
    block = Block.objects.one(room, block_id)
    if body.state not in Block.State.values:
        raise BadSetting(
            f"“{body.state[:30]}” is no state of a block.", cure=f"Choose one of {', '.join(Block.State.values)}.", field="state"
        )
    block.state = body.state
    block.save(update_fields=["state"])
    return HttpResponse(block_out(block, room).model_dump_json(), content_type="application/json")


@router.get("/blocks/{block_id}/file", response={200: Any, **ERRORS})
def export_block(request: HttpRequest, block_id: int) -> HttpResponse:
    """The newest revision as an open file."""
    newest = head_revision(Block.objects.one(workroom_of(request), block_id))
    try:
        data = write_file(BlockFile.model_validate(newest.content))
    except ValidationError:
        # What cannot be read here may be mended by hand, or read by another version: it goes out as it is stored.
        data = json.dumps(newest.content, ensure_ascii=False, indent=1).encode()
    return download(data, "application/json", f"{newest.block.name}.json")
