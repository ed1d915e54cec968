"""The fitting log of a block: toiles, notes, photographs, corrections that become a revision; blocks over each other."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from ..apart.door import apart
from ..config.answers import ERRORS, Missing
from ..shelf.models import Block
from ..shelf.services import revision_of
from ..styles.models import Style
from ..styles.shapes import StyleDetail
from ..styles.words import as_json_answer, style_detail
from ..workrooms.access import workroom_of
from . import services
from .photographs import redrawn
from .shapes import FittingIn, FollowerOut, FollowIn, LaidOverOut, LogOut, NoteIn, RevisionFromFitting
from .words import followers_out, laid_over_out, log_out

router = Router(tags=["fitting"])


@router.get("/blocks/{block_id}/fittings", response={200: LogOut, **ERRORS})
def log(request: HttpRequest, block_id: int) -> HttpResponse:
    """All toiles of a block, the newest first."""
    return as_json_answer(log_out(Block.objects.one(workroom_of(request), block_id)))


@router.post("/blocks/{block_id}/fittings", response={200: LogOut, **ERRORS})
def begin(request: HttpRequest, block_id: int, body: FittingIn) -> HttpResponse:
    """Another toile, sewn from the newest revision."""
    block = Block.objects.one(workroom_of(request), block_id)
    services.begin(block, body)
    return as_json_answer(log_out(block))


@router.put("/fittings/{fitting_id}", response={200: LogOut, **ERRORS})
def change(request: HttpRequest, fitting_id: int, body: FittingIn) -> HttpResponse:
    """When it was tried on, in which cloth, and what is to be said of the whole."""
    found = services.fitting_of(workroom_of(request), fitting_id)
    found.worn_on, found.cloth, found.remarks = body.worn_on, body.cloth, body.remarks
    found.save(update_fields=["worn_on", "cloth", "remarks"])
    return as_json_answer(log_out(found.block))


@router.delete("/fittings/{fitting_id}", response={200: LogOut, **ERRORS})
def take_out(request: HttpRequest, fitting_id: int) -> HttpResponse:
    """A toile that was a mistake, with its notes and pictures."""
    found = services.fitting_of(workroom_of(request), fitting_id)
    services.take_out(found)
    return as_json_answer(log_out(found.block))


@router.post("/fittings/{fitting_id}/notes", response={200: LogOut, **ERRORS})
def pin_note(request: HttpRequest, fitting_id: int, body: NoteIn) -> HttpResponse:
    """What was seen, pinned to a place of the block."""
    found = services.fitting_of(workroom_of(request), fitting_id)
    services.pin_note(found, body)
    return as_json_answer(log_out(found.block))


@router.delete("/fittings/{fitting_id}/notes/{note_id}", response={200: LogOut, **ERRORS})
def unpin_note(request: HttpRequest, fitting_id: int, note_id: int) -> HttpResponse:
    """Takes a note off."""
    found = services.fitting_of(workroom_of(request), fitting_id)
    if not found.notes.filter(pk=note_id).delete()[0]:
        raise Missing("there is no such note.", f"toile {found.number}", "Look at the toile's notes.")
    return as_json_answer(log_out(found.block))


@router.post("/fittings/{fitting_id}/photographs", response={200: LogOut, **ERRORS})
def add_photograph(request: HttpRequest, fitting_id: int, caption: Annotated[str, Query(max_length=200)] = "") -> HttpResponse:
    """A picture of the toile, sent as the request's body."""
    found = services.fitting_of(workroom_of(request), fitting_id)
    kept = apart(workroom_of(request).pk, "Photograph", redrawn, request.body)
    found.photographs.create(jpeg=kept.jpeg, width=kept.width, height=kept.height, caption=caption)
    return as_json_answer(log_out(found.block))


@router.get("/fittings/{fitting_id}/photographs/{photograph_id}", response={200: bytes, **ERRORS})
def photograph(request: HttpRequest, fitting_id: int, photograph_id: int) -> HttpResponse:
    """A picture, for the workroom alone."""
    found = services.fitting_of(workroom_of(request), fitting_id).photographs.filter(pk=photograph_id).first()
    if found is None:
        raise Missing("there is no such photograph.", cure="Look at the toile's pictures.")
    return HttpResponse(bytes(found.jpeg), content_type="image/jpeg")


@router.delete("/fittings/{fitting_id}/photographs/{photograph_id}", response={200: LogOut, **ERRORS})
def take_photograph_out(request: HttpRequest, fitting_id: int, photograph_id: int) -> HttpResponse:
    """A picture, deleted for good."""
    found = services.fitting_of(workroom_of(request), fitting_id)
    if not found.photographs.filter(pk=photograph_id).delete()[0]:
        raise Missing("there is no such photograph.", cure="Look at the toile's pictures.")
    return as_json_answer(log_out(found.block))


@router.post("/fittings/{fitting_id}/revision", response={200: LogOut, **ERRORS})
def make_revision(request: HttpRequest, fitting_id: int, body: RevisionFromFitting) -> HttpResponse:
    """The corrections as the block's next revision."""
    found = services.fitting_of(workroom_of(request), fitting_id)
    services.make_revision(found, body.note, body.fitted)
    return as_json_answer(log_out(found.block))


@router.get("/blocks/{block_id}/over/{other_id}", response={200: LaidOverOut, **ERRORS})
def laid_over(
    request: HttpRequest,
    block_id: int,
    other_id: int,
    a: int = 0,
    b: int = 0,
    at: str = "",
    along: str = "",
    below: Annotated[str, Query(max_length=120, pattern=r"^(-?\d+(\.\d+)?(,-?\d+(\.\d+)?)*)?$")] = "",
) -> HttpResponse:
    """Two blocks over each other, or two revisions of one. ``a``, ``b``: their revisions, 0 for the newest; ``at``, ``along``: the point that lies on its like, and the line in its direction;
    ``below``: cm below that point (below each piece's top without one) at which their widths are asked for, with commas between."""
    room = workroom_of(request)
    revisions = []
    for pk, number in ((block_id, a), (other_id, b)):
        block = Block.objects.one(room, pk)
        revisions.append(revision_of(room, pk, number or block.revisions.all()[0].number))
    return as_json_answer(
        laid_over_out(revisions[0], revisions[1], at, along, [float(h) for h in below.split(",") if h], room.house_rules())
    )


@router.get("/blocks/{block_id}/followers", response={200: list[FollowerOut], **ERRORS})
def followers(request: HttpRequest, block_id: int) -> HttpResponse:
    """Styles that lie on an older revision, each with what the newest would change in it."""
    block = Block.objects.one(workroom_of(request), block_id)
    body = ",".join(f.model_dump_json() for f in followers_out(block))
    return HttpResponse(f"[{body}]", content_type="application/json")


@router.post("/styles/{style_id}/newest", response={200: StyleDetail, **ERRORS})
def follow(request: HttpRequest, style_id: int, body: FollowIn) -> HttpResponse:
    """The style on the newest revision of one of its blocks."""
    found = Style.objects.one(workroom_of(request), style_id)
    return as_json_answer(style_detail(services.follow(found, body.version, body.role)))
