"""Cloth cards, and lays."""

from __future__ import annotations

import json

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from pydantic import BaseModel

from patterncraft.errors import BadSetting
from patterncraft.formats.lay_svg import lay_svg, path_of
from patterncraft.house import HouseRules
from patterncraft.laying.shapes import cloths_of, cut_of

from ..config.answers import ERRORS, download
from ..longwork.queue import looked_after
from ..longwork.queue import stop as stop_work
from ..runs.models import RunRecord
from ..runs.services import in_a_lay
from ..styles.models import Style
from ..styles.words import as_json_answer
from ..workrooms.access import workroom_of
from ..workrooms.models import Workroom
from . import services
from .models import ClothCard, LayRecord
from .shapes import ClothIn, ClothOut, LayHead, LayIn, LayMoveIn, LayOut, SecondsIn, UseOut, UsesIn, UsesOut
from .words import cloth_out, lay_head, lay_out

router = Router(tags=["cloth"])


class Thrown(BaseModel):
    """What was thrown or put away."""

    taken: int


def _rules(room: Workroom) -> HouseRules:
    return room.house_rules()


@router.get("/cloths", response={200: list[ClothOut], **ERRORS})
def cloths(request: HttpRequest) -> list[ClothOut]:
    """All cloths at hand."""
    room = workroom_of(request)
    return [cloth_out(c, _rules(room).unit) for c in ClothCard.objects.of(room)]


@router.post("/cloths", response={200: ClothOut, **ERRORS})
def new_cloth(request: HttpRequest, body: ClothIn) -> ClothOut:
    """A card more."""
    room = workroom_of(request)
    card = body.card.model_dump(mode="json")
    made = ClothCard.objects.create(workroom=room, name=body.name, note=body.note, card=card)
    return cloth_out(made, _rules(room).unit)


@router.put("/cloths/{cloth_id}", response={200: ClothOut, **ERRORS})
def change_cloth(request: HttpRequest, cloth_id: int, body: ClothIn) -> ClothOut:
    """A card written anew; lays that were made keep what they were made of."""
    room = workroom_of(request)
    card = ClothCard.objects.one(room, cloth_id)
    card.name, card.note, card.card = body.name, body.note, body.card.model_dump(mode="json")
    card.save()
    return cloth_out(card, _rules(room).unit)


@router.delete("/cloths/{cloth_id}", response={200: Thrown, **ERRORS})
def put_cloth_away(request: HttpRequest, cloth_id: int) -> Thrown:
    """Off the list; lays that were made of it stay."""
    card = ClothCard.objects.one(workroom_of(request), cloth_id)
    card.put_away = timezone.now()
    card.save(update_fields=["put_away"])
    return Thrown(taken=card.pk)


@router.get("/styles/{style_id}/cloths", response={200: UsesOut, **ERRORS})
def uses(request: HttpRequest, style_id: int) -> UsesOut:
    """What cloths the style wants, and which are assigned."""
    return _uses(Style.objects.one(workroom_of(request), style_id))


def _uses(style: Style) -> UsesOut:
    done = services.finished(style)
    pieces = done.pieces
    own = dict(style.cloths.filter(cloth__put_away=None).values_list("use", "cloth_id"))
    wanted = [UseOut(use=u, pieces=sum(cut_of(p, u) > 0 for p in pieces), cloth_id=own.get(u)) for u in cloths_of(pieces)]
    return UsesOut(uses=wanted, seams=[s.name for s in done.pattern.seams if s.b])


@router.put("/styles/{style_id}/cloths", response={200: UsesOut, **ERRORS})
def assign(request: HttpRequest, style_id: int, body: UsesIn) -> UsesOut:
    """A cloth for a use."""
    room = workroom_of(request)
    style = Style.objects.one(room, style_id)
    services.assign(style, body.use, ClothCard.objects.one(room, body.cloth_id) if body.cloth_id else None)
    return _uses(style)


@router.get("/lays", response={200: list[LayHead], **ERRORS})
def lays(request: HttpRequest, style_id: int | None = None) -> list[LayHead]:
    """All lays, or those a style is in; the newest first."""
    room = workroom_of(request)
    found = LayRecord.objects.of(room)
    if style_id is not None:
        found = found.filter(items__style_id=style_id)
    return [lay_head(x, _rules(room).unit) for x in found.distinct()[:200]]


@router.post("/lays", response={200: LayOut, **ERRORS})
def ask(request: HttpRequest, body: LayIn) -> HttpResponse:
    """A lay to be made; it is worked on outside this answer."""
    room = workroom_of(request)
    lots = [services.wanted(Style.objects.one(room, i.style_id), i.times) for i in body.items]
    name = body.name
    if body.run_id is not None:
        run = RunRecord.objects.one(room, body.run_id)
        lots += in_a_lay(run)
        name = name or run.name
    made = services.ask(room, ClothCard.objects.one(room, body.cloth_id), body.use, body.order, lots, name)
    return as_json_answer(lay_out(made, _rules(room).unit))


def _one(request: HttpRequest, lay_id: int) -> LayRecord:
    return LayRecord.objects.one(workroom_of(request), lay_id)


def _answer(request: HttpRequest, record: LayRecord) -> HttpResponse:
    return as_json_answer(lay_out(record, _rules(workroom_of(request)).unit))


@router.get("/lays/{lay_id}", response={200: LayOut, **ERRORS})
def one(request: HttpRequest, lay_id: int) -> HttpResponse:
    """A lay as it stands: the best so far while it is being made."""
    return _answer(request, looked_after(_one(request, lay_id)))


@router.post("/lays/{lay_id}/stop", response={200: LayOut, **ERRORS})
def stop(request: HttpRequest, lay_id: int) -> HttpResponse:
    """Enough: what was found so far is kept."""
    record = _one(request, lay_id)
    said = "" if record.placed else "It was stopped before a first lay was found."
    return _answer(request, stop_work(record, said))


@router.post("/lays/{lay_id}/on", response={200: LayOut, **ERRORS})
def go_on(request: HttpRequest, lay_id: int, body: SecondsIn) -> HttpResponse:
    """Look for a better one."""
    return _answer(request, services.go_on(_one(request, lay_id), body.seconds))


@router.post("/lays/{lay_id}/move", response={200: LayOut, **ERRORS})
def move(request: HttpRequest, lay_id: int, body: LayMoveIn) -> HttpResponse:
    """A piece slid or turned by hand."""
    moved = services.move(_one(request, lay_id), body.version, body.index, body.turn, complex(body.x, body.y))
    return _answer(request, moved)


@router.delete("/lays/{lay_id}", response={200: Thrown, **ERRORS})
def throw_away(request: HttpRequest, lay_id: int) -> Thrown:
    """Gone; one that is being made is stopped by that."""
    record = _one(request, lay_id)
    number = record.pk
    record.delete()
    return Thrown(taken=number)


@router.get("/lays/{lay_id}/lay.{kind}", response={200: bytes, **ERRORS})
def drawing(request: HttpRequest, lay_id: int, kind: str) -> HttpResponse:
    """``svg``, the lay drawn in cm; ``json``, its figures and outlines."""
    record = _one(request, lay_id)
    lay, cloth, order = record.lay(), record.cloth_card(), record.lay_order()
    if not record.placed:
        raise BadSetting("there is no lay yet.", record.name, "Wait until the first is found.")
    if kind == "svg":
        return download(lay_svg(lay, cloth, order, record.name).encode(), "image/svg+xml", f"{record.name} – lay.svg")
    if kind == "json":
        data = {
            "length": lay.length,
            "width": lay.room,
            "efficiency": lay.efficiency,
            "placements": [
                {"piece": lay.shapes[p.shape].label, "copy": p.copy + 1, "path": path_of(ring)}
                for p, ring in zip(lay.placed, lay.rings(), strict=True)
            ],
        }
        return download(json.dumps(data, ensure_ascii=False).encode(), "application/json", f"{record.name} – lay.json")
    raise BadSetting(f"“{kind[:20]}” is not a way out.", field="kind", cure="Choose svg or json.")
