"""Styles and their steps: made, changed, undone."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router

from patterncraft.moves.registry import MOVES, step_json

from ..config.answers import ERRORS
from ..shelf.models import Block
from ..shelf.services import revision_of
from ..workrooms.access import workroom_of
from . import services
from .models import Style
from .shapes import (
    MoveOut,
    NewName,
    StepsIn,
    StyleDetail,
    StyleIn,
    StyleOut,
    VersionIn,
)
from .words import (
    as_json_answer,
    move_out,
    style_card,
    style_detail,
)

router = Router(tags=["styles"])


@router.get("/moves", response={200: list[MoveOut], **ERRORS})
def moves(request: HttpRequest) -> list[MoveOut]:
    """All moves with their slots, by group."""
    return [move_out(name, m) for name, m in MOVES.items()]


@router.get("/styles", response={200: list[StyleOut], **ERRORS})
def styles(request: HttpRequest) -> HttpResponse:
    """All styles of the workroom, the one worked at last first."""
    room = workroom_of(request)
    found = Style.objects.of(room).select_related("workroom").prefetch_related("pins__revision__block__person")
    body = ",".join(style_card(s).model_dump_json() for s in found)
    return HttpResponse(f"[{body}]", content_type="application/json")


@router.post("/styles", response={200: StyleDetail, **ERRORS})
def add_style(request: HttpRequest, body: StyleIn) -> HttpResponse:
    """Begin a style on a block."""
    room = workroom_of(request)
    block = Block.objects.one(room, body.block_id)
    number = body.revision or block.revisions.all()[0].number
    style = services.new_style(room, body.name, revision_of(room, block.pk, number))
    return as_json_answer(style_detail(style))


@router.get("/styles/{style_id}", response={200: StyleDetail, **ERRORS})
def style(request: HttpRequest, style_id: int) -> HttpResponse:
    """A style with its recipe, promises and account."""
    room = workroom_of(request)
    return as_json_answer(style_detail(Style.objects.one(room, style_id)))


@router.put("/styles/{style_id}/name", response={200: StyleDetail, **ERRORS})
def rename(request: HttpRequest, style_id: int, body: NewName) -> HttpResponse:
    """Give a style another name."""
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    found.name = body.name
    found.save(update_fields=["name", "changed"])
    return as_json_answer(style_detail(found))


@router.post("/styles/{style_id}/steps", response={200: StyleDetail, **ERRORS})
def change_steps(request: HttpRequest, style_id: int, body: StepsIn) -> HttpResponse:
    """Make these the style's steps; refused whole when the newest cannot be done."""
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    data = [step_json(s) for s in body.steps]
    return as_json_answer(style_detail(services.change(found, body.version, data, body.label)))


@router.post("/styles/{style_id}/undo", response={200: StyleDetail, **ERRORS})
def undo(request: HttpRequest, style_id: int, body: VersionIn) -> HttpResponse:
    """Back by one change."""
    room = workroom_of(request)
    return as_json_answer(style_detail(services.step_through(Style.objects.one(room, style_id), body.version, -1)))


@router.post("/styles/{style_id}/redo", response={200: StyleDetail, **ERRORS})
def redo(request: HttpRequest, style_id: int, body: VersionIn) -> HttpResponse:
    """Forward by one change."""
    room = workroom_of(request)
    return as_json_answer(style_detail(services.step_through(Style.objects.one(room, style_id), body.version, 1)))
