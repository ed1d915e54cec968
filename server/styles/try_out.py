"""Looking without changing: the preview while something is tried, a step unfolded, the tape."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router

from patterncraft.errors import PatternError
from patterncraft.formats.drawing import Point, draw, table_places
from patterncraft.house import HouseRules
from patterncraft.measuring import measure_between
from patterncraft.moves.move import Move
from patterncraft.moves.registry import read_steps, step_json
from patterncraft.paper.pattern import Pattern
from patterncraft.places.pointing import nearest_target
from patterncraft.units import format_length, parse_length

from ..config.answers import ERRORS, Missing, fault_of
from ..shelf.services import revision_id
from ..workrooms.access import workroom_of
from ..workrooms.models import Workroom
from . import services
from .models import Style
from .shapes import (
    MeasureIn,
    MeasureOut,
    Pointer,
    PreviewIn,
    PreviewOut,
    StepPicture,
)
from .words import (
    as_json_answer,
    work_out,
)

router = Router(tags=["bench"])


@router.post("/preview", response={200: PreviewOut, **ERRORS})
def preview(request: HttpRequest, body: PreviewIn) -> HttpResponse:
    """Stateless: nothing is kept. A step that cannot be done is answered, not refused, so that the
    hand can go on moving."""
    room = workroom_of(request)
    rules = _rules(room, body.style_id)
    ids = tuple(revision_id(room.pk, pin.id, pin.revision) for pin in body.blocks.values())
    steps: list[Move] = list(body.steps)
    before = services.worked(ids, steps, rules)
    step, refused, replay = None, None, before
    if body.trying is not None and not before.stopped:
        try:
            lengths = {name: parse_length(text, rules.unit, name.replace("_", " ")) for name, text in body.typed.items()}
            step = _pointed(body.trying | lengths, body.pointer, before.pattern)
            tried = read_steps([step])
            replay = services.worked(ids, [*steps, *tried], rules)
            step = step_json(tried[0])
            if replay.stopped:
                refused, replay = fault_of(replay.stopped), before
            else:
                steps += tried
        except PatternError as e:
            refused = fault_of(e)
    drawn = draw(before.pattern, rules.unit, table_places(before.start)) if body.show_before else None
    return as_json_answer(PreviewOut(work=work_out(replay, steps, rules, before), before=drawn, step=step, refused=refused))


def _rules(room: Workroom, style_id: int | None) -> HouseRules:
    """A style is tried by its own rules; what belongs to no style by the house's."""
    return room.house_rules() if style_id is None else Style.objects.one(room, style_id).house_rules()


def _pointed(trying: dict[str, Any], pointer: Pointer | None, pattern: Pattern) -> dict[str, Any]:
    if pointer is None:
        return trying
    place = nearest_target(pattern.piece(pointer.piece), complex(pointer.x, pointer.y), str(trying.get("dart", "")))
    return trying | {"to": place.model_dump(by_alias=True, exclude_none=True)}


@router.get("/styles/{style_id}/steps/{number}/picture", response={200: StepPicture, **ERRORS})
def step_picture(request: HttpRequest, style_id: int, number: int) -> HttpResponse:
    """What step ``number`` (from 1) did, as two drawings."""
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    rules = found.house_rules()
    replay = services.worked(services.revision_ids(found), read_steps(services.steps_of(found)), rules)
    if not 1 <= number <= len(replay.done):
        raise Missing(f"step {number} has not been done.", found.name, "Look at the steps above it.")
    done = replay.done[number - 1]
    names = [p.name for p in done.after.pieces if p is not next((q for q in done.before.pieces if q.name == p.name), None)]
    before, after = (draw(p, rules.unit, only=names) for p in (done.before, done.after))
    return as_json_answer(StepPicture(before=before, after=after))


@router.post("/measure", response={200: MeasureOut, **ERRORS})
def measure(request: HttpRequest, body: MeasureIn) -> MeasureOut:
    """The tape between two places of a piece. Stateless."""
    room = workroom_of(request)
    rules = _rules(room, body.style_id)
    ids = tuple(revision_id(room.pk, pin.id, pin.revision) for pin in body.blocks.values())
    piece = services.worked(ids, list(body.steps), rules).pattern.piece(body.piece)
    found = measure_between(piece, complex(body.a.x, body.a.y), complex(body.b.x, body.b.y))
    return MeasureOut(
        a=Point(x=found.a.real, y=found.a.imag),
        b=Point(x=found.b.real, y=found.b.imag),
        words=f"{found.first.words(piece, rules.unit)} to {found.second.words(piece, rules.unit)}",
        straight=format_length(found.straight, rules.unit, 2),
        along="" if found.along is None else format_length(found.along, rules.unit, 2),
    )
