"""Looking without changing: the preview while something is tried, a step unfolded, the tape."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router

from patterncraft.errors import BadSetting, PatternError
from patterncraft.formats.drawing import Point, draw
from patterncraft.formats.table import Lie, Lies, lies_of
from patterncraft.grips import grips_of
from patterncraft.house import HouseRules
from patterncraft.measuring import measure_between
from patterncraft.moves.move import Move, parameter
from patterncraft.moves.registry import read_steps, step_json
from patterncraft.paper.pattern import Pattern
from patterncraft.units import format_length, parse_length

from ..config.answers import ERRORS, Missing, fault_of
from ..shelf.services import revision_id
from ..shelf.words import stages_out
from ..workrooms.access import workroom_of
from ..workrooms.models import Workroom
from . import looking, services
from .models import Style
from .pointing import point_at, sketch
from .shapes import (
    BlockPinOut,
    GripOut,
    MeasureIn,
    MeasureOut,
    PhraseOut,
    PreviewIn,
    PreviewOut,
    StepPicture,
)
from .wearer import Pins
from .words import (
    NOBODY,
    Seen,
    as_json_answer,
    phrases_out,
    work_out,
)

router = Router(tags=["bench"])


@router.post("/preview", response={200: PreviewOut, **ERRORS})
def preview(request: HttpRequest, body: PreviewIn) -> HttpResponse:
    """Stateless: nothing is kept. A step that cannot be done is answered, not refused, so that the
    hand can go on moving."""
    room = workroom_of(request)
    rules, hand, seen = _style(room, body.style_id)
    pins = _pins(room, body.blocks)
    steps: list[Move] = list(body.steps)
    # Asked once for the whole answer: a hand that drags asks thirty times a second.
    measures = services.measures_of(pins)
    before = services.worked(pins, steps, rules, measures)
    lies = lies_of(before, hand)
    step, refused, replay, pointed = None, None, before, ""
    phrases: list[PhraseOut] = []
    if body.trying is not None and not before.stopped:
        try:
            step, pointed = point_at(body.trying, body.pointer, before, lies, rules.unit)
            for name, text in body.typed.items():
                step = _put(step, name.split("."), parse_length(text, rules.unit, name.split(".")[-1].replace("_", " ")))
            if body.complete:
                tried = read_steps([step])
                phrases = _said(tried[0], before.pattern, rules)
                replay = services.worked(pins, [*steps, *tried], rules, measures)
                step = step_json(tried[0])
                if replay.stopped:
                    refused, replay = fault_of(replay.stopped, rules.unit), before
                else:
                    steps += tried
        except PatternError as e:
            refused = fault_of(e, rules.unit)
    out = PreviewOut(
        work=work_out(replay, steps, rules, before, lies, body.show_bends, seen._replace(body=dict(measures))),
        phrases=phrases,
        before=draw(before.pattern, rules, lies) if body.show_before else None,
        step=step,
        refused=refused,
        tried=replay is not before,
        sketch=sketch(step, before.pattern, lies, rules.unit) if step else None,
        pointed=pointed,
        grips=_grips(steps[-1], before.pattern, lies_of(replay, lies), rules, body.grips)
        if replay is not before and body.grips
        else [],
    )
    return as_json_answer(out)


def _grips(step: Move, before: Pattern, lies: Lies, rules: HouseRules, names: list[str]) -> list[GripOut]:
    """The grips of a step on the table."""
    out = []
    for g in grips_of(step, before, rules, names):
        by = lies.get(g.piece, Lie(0j)).by
        at = by.point(g.at)
        way = by.point(g.at + g.way) - at
        said = format_length(g.value, rules.unit) if parameter(type(step), g.name).unit == "cm" else f"{g.value:g}°"
        out.append(
            GripOut(
                field=g.name, at=Point(x=at.real, y=at.imag), way=Point(x=way.real, y=way.imag), per=g.per, value=g.value, said=said
            )
        )
    return out


def _said(step: Move, before: Pattern, rules: HouseRules) -> list[PhraseOut]:
    """The step's sentence; nothing where a name in it is not on the table, which its refusal says."""
    try:
        return phrases_out(step.phrases(before, rules.unit))
    except PatternError:
        return []


def _put(data: Any, path: list[str], value: float) -> Any:
    """The same data with the value at a path such as to.0.amount. Raises BadSetting for one that is not there."""
    key, *rest = path
    if isinstance(data, list):
        if not key.isdigit() or int(key) >= len(data):
            raise BadSetting(f"there is no place number {key[:20]} in that list.", cure="Add it first.", field=path[0])
        return [_put(x, rest, value) if k == int(key) else x for k, x in enumerate(data)] if rest else data
    if not isinstance(data, dict):
        return data
    return data | {key: _put(data.get(key, {}), rest, value) if rest else value}


def _style(room: Workroom, style_id: int | None) -> tuple[HouseRules, dict[str, Lie], Seen]:
    """A style is tried by its own rules, lies as it was laid, lets stand what was said of it and is finished as it says; what belongs to no style is tried by
    the house's. Its wearer is not looked up here."""
    if style_id is None:
        return room.house_rules(), {}, NOBODY
    style = Style.objects.one(room, style_id)
    return style.house_rules(), services.lies_by_hand(style), Seen({}, looking.let_stand(style), style.finish_plan())


def _pins(room: Workroom, blocks: dict[str, BlockPinOut]) -> Pins:
    return tuple((role, revision_id(room.pk, pin.id, pin.revision)) for role, pin in blocks.items())


@router.get("/styles/{style_id}/steps/{number}/picture", response={200: StepPicture, **ERRORS})
def step_picture(request: HttpRequest, style_id: int, number: int) -> HttpResponse:
    """What step ``number`` (from 1) did, as two drawings."""
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    rules = found.house_rules()
    replay = services.worked(services.pins_of(found), read_steps(services.steps_of(found)), rules)
    if not 1 <= number <= len(replay.done):
        raise Missing(f"step {number} has not been done.", found.name, "Look at the steps above it.")
    done = replay.done[number - 1]
    names = [p.name for p in done.after.pieces if p is not next((q for q in done.before.pieces if q.name == p.name), None)]
    before, after = (draw(p, rules, only=names) for p in (done.before, done.after))
    return as_json_answer(StepPicture(before=before, after=after, stages=stages_out(done.stages, rules.unit)))


@router.post("/measure", response={200: MeasureOut, **ERRORS})
def measure(request: HttpRequest, body: MeasureIn) -> MeasureOut:
    """The tape between two places of a piece. Stateless."""
    room = workroom_of(request)
    rules, hand, _ = _style(room, body.style_id)
    pins = _pins(room, body.blocks)
    replay = services.worked(pins, list(body.steps), rules)
    piece = replay.pattern.piece(body.piece)
    by = lies_of(replay, hand)[piece.name].by
    near = [by.inverse().point(complex(p.x, p.y)) for p in (body.a, body.b)]
    found = measure_between(piece, *near)
    a, b = by.point(found.a), by.point(found.b)
    return MeasureOut(
        a=Point(x=a.real, y=a.imag),
        b=Point(x=b.real, y=b.imag),
        words=f"{found.first.words(piece, rules.unit)} to {found.second.words(piece, rules.unit)}",
        straight=format_length(found.straight, rules.unit, 2),
        along="" if found.along is None else format_length(found.along, rules.unit, 2),
    )
