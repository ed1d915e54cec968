"""Blocks that come in: drawings read, photographs traced, plans said, and the block hung up."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router
from pydantic import BaseModel

from patterncraft.formats.drawing import Point
from patterncraft.incoming.plan import GLOSSARY, PIECES, Plan
from patterncraft.texts import NAME_LETTERS
from patterncraft.tracing.trace import Trace

from ..config.answers import ERRORS, Missing
from ..people.models import Person
from ..shelf.shapes import BlockOut
from ..shelf.words_of_block import block_out
from ..workrooms.access import workroom_of
from . import services
from .models import Incoming
from .shapes import CornerIn, GlossaryOut, IncomingHead, IncomingOut, KeepIn, SheetIn, SnapIn
from .words import head_of, incoming_out

router = Router(tags=["incoming"])


class Taken(BaseModel):
    """What was thrown away."""

    taken: int


@router.get("/incoming", response={200: list[IncomingHead], **ERRORS})
def waiting(request: HttpRequest) -> HttpResponse:
    """All drawings and photographs that wait."""
    found = Incoming.objects.filter(workroom=workroom_of(request)).only("id", "name", "kind", "created", "workroom_id")
    return HttpResponse(f"[{','.join(head_of(x).model_dump_json() for x in found)}]", content_type="application/json")


@router.get("/incoming/glossary", response={200: GlossaryOut, **ERRORS})
def glossary(request: HttpRequest) -> GlossaryOut:
    """The trade's names for edges."""
    workroom_of(request)
    return GlossaryOut(edges=dict(GLOSSARY), pieces={k: list(v) for k, v in PIECES.items()})


@router.post("/incoming", response={200: IncomingOut, **ERRORS})
def take_in(request: HttpRequest, name: Annotated[str, Query(max_length=NAME_LETTERS)] = "") -> HttpResponse:
    """An SVG, a DXF or a photograph, sent as the request's body."""
    return _answer(incoming_out(*services.take_in(workroom_of(request), name, request.body)))


@router.get("/incoming/{incoming_id}", response={200: IncomingOut, **ERRORS})
def one(request: HttpRequest, incoming_id: int) -> HttpResponse:
    """It, with all that was said of it so far."""
    return _answer(incoming_out(_one(request, incoming_id)))


@router.delete("/incoming/{incoming_id}", response={200: Taken, **ERRORS})
def throw_away(request: HttpRequest, incoming_id: int) -> Taken:
    """Deleted for good, picture and all."""
    services.throw_away(_one(request, incoming_id))
    return Taken(taken=incoming_id)


@router.put("/incoming/{incoming_id}/plan", response={200: IncomingOut, **ERRORS})
def set_plan(request: HttpRequest, incoming_id: int, body: Plan) -> HttpResponse:
    """Scale, pieces, corners, names, darts: kept as far as they are said."""
    found = _one(request, incoming_id)
    found.plan = body.model_dump(mode="json")
    found.save(update_fields=["plan"])
    return _answer(incoming_out(found))


@router.post("/incoming/{incoming_id}/corners", response={200: IncomingOut, **ERRORS})
def change_corner(request: HttpRequest, incoming_id: int, body: CornerIn) -> HttpResponse:
    """A corner put in where one points, or taken out."""
    found = _one(request, incoming_id)
    services.change_corner(found, body)
    return _answer(incoming_out(found))


@router.put("/incoming/{incoming_id}/sheet", response={200: IncomingOut, **ERRORS})
def set_sheet(request: HttpRequest, incoming_id: int, body: SheetIn) -> HttpResponse:
    """The sheet of known size in the photograph, marked by hand or looked for; the photograph is made flat by it."""
    found = _one(request, incoming_id)
    services.set_sheet(found, body)
    return _answer(incoming_out(found))


@router.put("/incoming/{incoming_id}/trace", response={200: IncomingOut, **ERRORS})
def set_trace(request: HttpRequest, incoming_id: int, body: Trace) -> HttpResponse:
    """What was clicked on the flat picture."""
    found = _one(request, incoming_id)
    found.trace = body.model_dump(mode="json")
    found.save(update_fields=["trace"])
    return _answer(incoming_out(found))


@router.post("/incoming/{incoming_id}/snap", response={200: Point, **ERRORS})
def snap(request: HttpRequest, incoming_id: int, body: SnapIn) -> Point:
    """Where on the card's edge a click was meant."""
    z = services.snap(_one(request, incoming_id), body)
    return Point(x=z.real, y=z.imag)


@router.get("/incoming/{incoming_id}/picture", response={200: bytes, **ERRORS})
def picture(request: HttpRequest, incoming_id: int) -> HttpResponse:
    """The photograph, for the workroom alone."""
    found = _one(request, incoming_id)
    if found.kind != Incoming.Kind.PHOTOGRAPH:
        raise Missing("it is no photograph.", found.name, "Look at its lines.")
    return HttpResponse(bytes(found.data), content_type="image/jpeg")


@router.get("/incoming/{incoming_id}/flat", response={200: bytes, **ERRORS})
def flat(request: HttpRequest, incoming_id: int) -> HttpResponse:
    """The photograph made flat, for the workroom alone."""
    found = _one(request, incoming_id)
    if not found.flat:
        raise Missing("it is not flat yet.", found.name, "Mark the sheet's four corners.")
    return HttpResponse(bytes(found.flat), content_type="image/jpeg")


@router.post("/incoming/{incoming_id}/keep", response={200: BlockOut, **ERRORS})
def keep(request: HttpRequest, incoming_id: int, body: KeepIn) -> HttpResponse:
    """On the shelf."""
    room = workroom_of(request)
    person = Person.objects.one(room, body.person_id) if body.person_id is not None else None
    block = services.keep(_one(request, incoming_id), body.name, person)
    return _answer(block_out(block, room).model_dump_json())


def _answer(body: str) -> HttpResponse:
    return HttpResponse(body, content_type="application/json")


def _one(request: HttpRequest, pk: int) -> Incoming:
    found: Incoming = Incoming.objects.one(workroom_of(request), pk)
    return found
