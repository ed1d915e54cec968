"""The library as one file: out, and in."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from patterncraft.errors import BadSetting

from ..config.answers import ERRORS, Wire, download
from ..longwork.queue import looked_after
from ..longwork.queue import stop as stop_work
from ..workrooms.access import workroom_of
from . import services
from .models import Archive
from .shapes import ArchiveIn, ArchiveOut

router = Router(tags=["library"])


class ArchiveThrown(Wire):
    """What was thrown away."""

    taken: int


def _out(a: Archive) -> ArchiveOut:
    return ArchiveOut(
        id=a.pk,
        way=a.way,
        name=a.name,
        state=a.state,
        message=a.message,
        stopping=a.stop,
        done=a.done,
        of=a.of,
        size=f"{a.size / 2**20:.1f} MB" if a.size >= 2**20 else f"{max(1, round(a.size / 1024))} kB" if a.size else "",
        when=a.created.date().isoformat(),
        told=a.told,
    )


@router.get("/archives", response={200: list[ArchiveOut], **ERRORS})
def archives(request: HttpRequest) -> list[ArchiveOut]:
    """All that lie here, the newest first."""
    return [_out(looked_after(a)) for a in Archive.objects.of(workroom_of(request))]


@router.post("/archives", response={200: ArchiveOut, **ERRORS})
def pack(request: HttpRequest, body: ArchiveIn) -> ArchiveOut:
    """The library, or part of it, packed outside this answer."""
    return _out(services.ask(workroom_of(request), body.styles, body.blocks))


@router.post("/archives/in", response={200: ArchiveOut, **ERRORS})
def hand_in(request: HttpRequest, name: Annotated[str, Query(max_length=200)] = "") -> ArchiveOut:
    """An archive, sent as the request's body, to be taken in outside this answer."""
    return _out(services.hand_in(workroom_of(request), request.body, name))


@router.post("/archives/{archive_id}/stop", response={200: ArchiveOut, **ERRORS})
def stop(request: HttpRequest, archive_id: int) -> ArchiveOut:
    """Enough: nothing of it is kept."""
    return _out(stop_work(_one(request, archive_id), "It was stopped before it began."))


@router.get("/archives/{archive_id}/library.zip", response={200: Any, **ERRORS})
def save(request: HttpRequest, archive_id: int) -> HttpResponse:
    """The file, once it is whole."""
    archive = _one(request, archive_id)
    if archive.way != Archive.Way.OUT or not archive.data:
        raise BadSetting("it is not packed yet.", archive.name, "Wait until it is.")
    return download(bytes(archive.data), "application/zip", f"{archive.name}.zip")


@router.delete("/archives/{archive_id}", response={200: ArchiveThrown, **ERRORS})
def throw_away(request: HttpRequest, archive_id: int) -> ArchiveThrown:
    """Gone; one that is on its way is stopped by that."""
    archive = _one(request, archive_id)
    number = archive.pk
    archive.delete()
    return ArchiveThrown(taken=number)


def _one(request: HttpRequest, archive_id: int) -> Archive:
    return Archive.objects.one(workroom_of(request), archive_id)
