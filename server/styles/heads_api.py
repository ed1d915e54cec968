"""Blocks of a style, and where its sheets lie."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from ..config.answers import ERRORS, Wire
from ..people.models import Person
from ..shelf.models import Block
from ..shelf.services import revision_of
from ..workrooms.access import workroom_of
from . import heads
from .models import Style
from .shapes import SheetLie, StyleDetail, VersionIn
from .variants import for_person
from .words import as_json_answer, style_detail

router = Router(tags=["styles"])


class BlockToAdd(Wire):
    """``role``: what the style calls it (empty: what it is of). ``sure``: also when it is another person's."""

    version: int
    block_id: int
    revision: int | None = None
    role: str = Field(default="", max_length=80)
    sure: bool = False


class ForPerson(Wire):
    """For whom the style is cut. ``as_variant``: as a new style, so that this one stays as it is; ``name``: what that is called."""

    version: int
    person_id: int
    as_variant: bool = False
    name: str = Field(default="", max_length=120)


class Lying(Wire):
    """Sheets laid by hand, by piece; the others lie as the table finds place for them."""

    sheets: dict[str, SheetLie] = Field(max_length=200)


class HeadDone(Wire):
    """The style as it is now, and what a person should be told."""

    told: list[str]
    style: StyleDetail


def _answer(done: heads.Done, request: HttpRequest) -> HttpResponse:
    found = Style.objects.one(workroom_of(request), done.style.pk)
    return as_json_answer(HeadDone(told=list(done.told), style=style_detail(found)))


@router.post("/styles/{style_id}/blocks", response={200: HeadDone, **ERRORS})
def add_block(request: HttpRequest, style_id: int, body: BlockToAdd) -> HttpResponse:
    """Lay another block beside the style's own."""
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    block = Block.objects.one(room, body.block_id)
    number = body.revision or block.revisions.all()[0].number
    done = heads.add_block(found, body.version, body.role, revision_of(room, block.pk, number), body.sure)
    return _answer(done, request)


@router.post("/styles/{style_id}/blocks/{role}/away", response={200: HeadDone, **ERRORS})
def take_away(request: HttpRequest, style_id: int, role: str, body: VersionIn) -> HttpResponse:
    """Take a block off the table."""
    found = Style.objects.one(workroom_of(request), style_id)
    return _answer(heads.take_away(found, body.version, role), request)


@router.post("/styles/{style_id}/person", response={200: HeadDone, **ERRORS})
def recut(request: HttpRequest, style_id: int, body: ForPerson) -> HttpResponse:
    """Cut the style for another person: all its blocks at once. The answer's style is the one that was cut for her."""
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    person = Person.objects.one(room, body.person_id)
    done = for_person(found, person, body.name) if body.as_variant else heads.recut(found, body.version, person)
    return _answer(done, request)


@router.put("/styles/{style_id}/layout", response={200: StyleDetail, **ERRORS})
def lay(request: HttpRequest, style_id: int, body: Lying) -> HttpResponse:
    """Keep where sheets were laid by hand; an empty list lays them all anew."""
    found = Style.objects.one(workroom_of(request), style_id)
    found.layout = {name: [s.x, s.y, s.turn] for name, s in body.sheets.items()}
    found.save(update_fields=["layout", "changed"])
    return as_json_answer(style_detail(found))
