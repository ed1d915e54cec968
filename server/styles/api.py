"""The bench: styles, their steps, the preview while something is tried, and the ways out."""

from __future__ import annotations

from datetime import date
from typing import Any, Literal
from urllib.parse import quote

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from patterncraft.errors import BadSetting, PatternError
from patterncraft.finishing.finish import finish
from patterncraft.formats.drawing import Drawing, Point, draw, table_places
from patterncraft.formats.layout import lay_side_by_side
from patterncraft.formats.openfile_io import pattern_file, write_file
from patterncraft.formats.pdf import pattern_pdf, tiling
from patterncraft.formats.svg import pattern_svg
from patterncraft.house import HouseRules
from patterncraft.ledger import Promise, ledger
from patterncraft.measuring import measure_between
from patterncraft.moves.move import Move, Phrase, fill
from patterncraft.moves.registry import MOVES, Step, read_steps, step_json
from patterncraft.paper.pattern import Pattern
from patterncraft.places import nearest_target
from patterncraft.replay import Replay
from patterncraft.units import Unit, format_length, parse_length
from patterncraft.working import Sum

from ..config.answers import ERRORS, Fault, Missing, Wire, fault_of
from ..shelf.api import SumOut
from ..shelf.models import Block
from ..shelf.services import revision_id, revision_of
from ..workrooms.access import workroom_of
from . import services
from .models import Style

router = Router(tags=["styles"])


class PhraseOut(Wire):
    """A stretch of a step's sentence; ``slot`` empty for fixed words."""

    text: str
    slot: str


class SlotOut(Wire):
    name: str
    prompt: str
    pick: Literal["piece", "dart", "place", "length", "how much"]
    fields: list[str]
    optional: bool


class MoveOut(Wire):
    """A move as the recipe offers it. ``template``: its sentence with empty slots."""

    move: str
    title: str
    group: str
    key: str
    template: list[PhraseOut]
    slots: list[SlotOut]


class StepOut(Wire):
    """A step in the recipe: its data, sentence and working."""

    number: int
    step: dict[str, Any]
    phrases: list[PhraseOut]
    working: list[SumOut]
    muted: bool
    done: bool


class IntervalOut(Wire):
    start: str
    end: str
    a: str
    b: str
    difference: str


class EdgeOf(Wire):
    piece: str
    edge: str


class PromiseOut(Wire):
    """A line of the ledger. Lengths in cm for the bars, words in the house unit beside them."""

    name: str
    kind: Literal["seam", "legs"]
    side_a: str
    side_b: str
    length_a: float
    length_b: float | None
    text_a: str
    text_b: str
    difference: str
    rule: str
    kept: bool
    cure: str
    ticks_a: list[float]
    ticks_b: list[float]
    intervals: list[IntervalOut]
    edges: list[EdgeOf]


class Work(Wire):
    """A style as far as its steps could be done: the table, the recipe, the promises."""

    table: Drawing
    recipe: list[StepOut]
    promises: list[PromiseOut]
    kept: int
    broken: int
    stopped: Fault | None


class StyleOut(Wire):
    id: int
    name: str
    changed: str
    block: str
    person: str
    steps: int
    drawing: Drawing
    kept: int
    broken: int


class BlockPinOut(Wire):
    id: int
    revision: int


class StyleDetail(Wire):
    """``blocks`` are the pinned revisions, for the preview."""

    id: int
    name: str
    version: int
    block: str
    person: str
    blocks: dict[str, BlockPinOut]
    can_undo: bool
    can_redo: bool
    undo_label: str
    work: Work


class StyleIn(Wire):
    name: str = Field(min_length=1, max_length=120)
    block_id: int
    revision: int | None = None


class StepsIn(Wire):
    version: int
    steps: list[Step] = Field(max_length=2000)
    label: str = Field(default="", max_length=300)


class VersionIn(Wire):
    version: int


class Rename(Wire):
    name: str = Field(min_length=1, max_length=120)


class Pointer(Wire):
    """Where a hand points while a place is asked for: on which piece, in its own coordinates, cm."""

    piece: str = Field(max_length=80)
    x: float = Field(ge=-1000, le=1000)
    y: float = Field(ge=-1000, le=1000)


class PreviewIn(Wire):
    """Blocks and steps, and the step being tried as plain data. ``pointer`` fills its slot ``to``."""

    blocks: dict[str, BlockPinOut] = Field(min_length=1, max_length=20)
    steps: list[Step] = Field(max_length=2000)
    trying: dict[str, Any] | None = None
    pointer: Pointer | None = None
    typed: dict[str, str] = Field(
        default_factory=dict, max_length=20, description="Lengths as typed, by parameter; they go into trying."
    )


class PreviewOut(Wire):
    """``step``: what was tried, with its slots filled. ``refused``: why it cannot be done. When it can,
    ``work`` holds all promises, but of the sheets and steps only what the tried step made new."""

    work: Work
    step: dict[str, Any] | None
    refused: Fault | None


@router.get("/moves", response={200: list[MoveOut], **ERRORS})
def moves(request: HttpRequest) -> list[MoveOut]:
    return [
        MoveOut(
            move=name,
            title=m.title,
            group=m.group,
            key=m.key,
            template=_phrases(_empty(m)),
            slots=[
                SlotOut(name=s.name, prompt=s.prompt, pick=s.pick, fields=list(s.fields), optional=s.optional) for s in m.slots()
            ],
        )
        for name, m in MOVES.items()
    ]


def _empty(move: type[Move]) -> list[Phrase]:
    return fill(move.sentence, {})


def _phrases(phrases: list[Phrase]) -> list[PhraseOut]:
    return [PhraseOut(text=p.text, slot=p.slot) for p in phrases]


@router.get("/styles", response={200: list[StyleOut], **ERRORS})
def styles(request: HttpRequest) -> HttpResponse:
    room = workroom_of(request)
    rules = room.house_rules()
    found = Style.objects.of(room).prefetch_related("pins__revision__block__person")
    body = ",".join(_style_out(s, rules).model_dump_json() for s in found)
    return HttpResponse(f"[{body}]", content_type="application/json")


def _style_out(style: Style, rules: HouseRules) -> StyleOut:
    steps = read_steps(services.steps_of(style))
    replay = services.worked(services.revision_ids(style), steps, rules)
    promises = ledger(replay.pattern, rules)
    kept = sum(p.kept for p in promises)
    block, person = _names(style)
    return StyleOut(
        id=style.pk,
        name=style.name,
        changed=style.changed.date().isoformat(),
        block=block,
        person=person,
        steps=len(steps),
        drawing=draw(replay.pattern, rules.unit),
        kept=kept,
        broken=len(promises) - kept,
    )


def _names(style: Style) -> tuple[str, str]:
    pins = list(style.pins.all())
    if not pins:
        return "", ""
    block = pins[0].revision.block
    return block.name, block.person.name if block.person else ""


@router.post("/styles", response={200: StyleDetail, **ERRORS})
def add_style(request: HttpRequest, body: StyleIn) -> HttpResponse:
    room = workroom_of(request)
    block = Block.objects.one(room, body.block_id)
    number = body.revision or block.revisions.all()[0].number
    style = services.new_style(room, body.name, revision_of(room, block.pk, number))
    return _json(_detail(style, room.house_rules()))


@router.get("/styles/{style_id}", response={200: StyleDetail, **ERRORS})
def style(request: HttpRequest, style_id: int) -> HttpResponse:
    room = workroom_of(request)
    return _json(_detail(Style.objects.one(room, style_id), room.house_rules()))


@router.put("/styles/{style_id}/name", response={200: StyleDetail, **ERRORS})
def rename(request: HttpRequest, style_id: int, body: Rename) -> HttpResponse:
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    if not body.name.strip():
        raise BadSetting("a style needs a name.", field="name")
    found.name = body.name.strip()
    found.save(update_fields=["name", "changed"])
    return _json(_detail(found, room.house_rules()))


@router.post("/styles/{style_id}/steps", response={200: StyleDetail, **ERRORS})
def change_steps(request: HttpRequest, style_id: int, body: StepsIn) -> HttpResponse:
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    data = [step_json(s) for s in body.steps]
    return _json(_detail(services.change(found, body.version, data, body.label), room.house_rules()))


@router.post("/styles/{style_id}/undo", response={200: StyleDetail, **ERRORS})
def undo(request: HttpRequest, style_id: int, body: VersionIn) -> HttpResponse:
    room = workroom_of(request)
    return _json(_detail(services.step_through(Style.objects.one(room, style_id), body.version, -1), room.house_rules()))


@router.post("/styles/{style_id}/redo", response={200: StyleDetail, **ERRORS})
def redo(request: HttpRequest, style_id: int, body: VersionIn) -> HttpResponse:
    room = workroom_of(request)
    return _json(_detail(services.step_through(Style.objects.one(room, style_id), body.version, 1), room.house_rules()))


def _json(out: Wire) -> HttpResponse:
    """Our own models, already checked: written once, without a second validation."""
    return HttpResponse(out.model_dump_json(), content_type="application/json")


def _detail(style: Style, rules: HouseRules) -> StyleDetail:
    pins = list(style.pins.select_related("revision__block__person").defer("revision__content"))
    steps = read_steps(services.steps_of(style))
    replay = services.worked(services.revision_ids(style), steps, rules)
    block, person = _names(style)
    current = style.edits.filter(number=style.cursor).first()
    return StyleDetail(
        id=style.pk,
        name=style.name,
        version=style.version,
        block=block,
        person=person,
        blocks={p.role: BlockPinOut(id=p.revision.block_id, revision=p.revision.number) for p in pins},
        can_undo=style.cursor > 0,
        can_redo=style.edits.filter(number__gt=style.cursor).exists(),
        undo_label=current.label if current else "",
        work=_work(replay, steps, rules),
    )


@router.post("/preview", response={200: PreviewOut, **ERRORS})
def preview(request: HttpRequest, body: PreviewIn) -> HttpResponse:
    """Stateless: nothing is kept. A step that cannot be done is answered, not refused, so that the
    hand can go on moving."""
    room = workroom_of(request)
    rules = room.house_rules()
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
    return _json(PreviewOut(work=_work(replay, steps, rules, before), step=step, refused=refused))


def _pointed(trying: dict[str, Any], pointer: Pointer | None, pattern: Pattern) -> dict[str, Any]:
    if pointer is None:
        return trying
    place = nearest_target(pattern.piece(pointer.piece), complex(pointer.x, pointer.y), str(trying.get("dart", "")))
    return trying | {"to": place.model_dump(by_alias=True, exclude_none=True)}


def _work(replay: Replay, steps: list[Move], rules: HouseRules, since: Replay | None = None) -> Work:
    """The whole work; or, ``since`` an earlier replay, only the sheets and steps that are new, as a
    hand in motion needs them."""
    partly = since is not None and since is not replay
    known = {p.name: p for p in since.pattern.pieces} if since and partly else {}
    fresh = [p.name for p in replay.pattern.pieces if known.get(p.name) is not p] if partly else None
    promises = ledger(replay.pattern, rules)
    kept = sum(p.kept for p in promises)
    recipe = [
        StepOut(
            number=d.number,
            step=step_json(d.step),
            phrases=_phrases(d.step.phrases(d.before, rules.unit)),
            working=_sums(d.working, rules.unit),
            muted=d.step.muted,
            done=True,
        )
        for d in replay.done[len(since.done) if since and partly else 0 :]
    ]
    for number, step in enumerate(steps[len(replay.done) :], len(replay.done) + 1):
        phrases = _phrases(step.phrases(None, rules.unit))
        recipe.append(StepOut(number=number, step=step_json(step), phrases=phrases, working=[], muted=step.muted, done=False))
    return Work(
        table=draw(replay.pattern, rules.unit, table_places(replay.start), fresh),
        recipe=recipe,
        promises=[_promise(p, rules.unit) for p in promises],
        kept=kept,
        broken=len(promises) - kept,
        stopped=fault_of(replay.stopped) if replay.stopped else None,
    )


def _sums(working: tuple[Sum, ...], unit: Unit) -> list[SumOut]:
    return [SumOut(label=s.label, text=s.spoken(unit), note=s.note) for s in working]


def _promise(p: Promise, unit: Unit) -> PromiseOut:
    def say(value: float | None) -> str:
        return "" if value is None else format_length(value, unit, 2)

    intervals = [
        IntervalOut(
            start=i.start,
            end=i.end,
            a=say(i.length_a),
            b=say(i.length_b),
            difference="" if i.length_b is None else say(i.length_a - i.length_b),
        )
        for i in p.intervals
    ]
    return PromiseOut(
        name=p.name,
        kind=p.kind,
        side_a=p.side_a,
        side_b=p.side_b,
        length_a=p.length_a,
        length_b=p.length_b,
        text_a=say(p.length_a),
        text_b=say(p.length_b),
        difference=say(p.difference),
        rule=p.rule,
        kept=p.kept,
        cure=p.cure,
        ticks_a=[a for a, _, _ in p.notches],
        ticks_b=[b for _, b, _ in p.notches if b is not None],
        intervals=intervals,
        edges=[EdgeOf(piece=piece, edge=edge) for piece, edge in p.edges],
    )


class StepPicture(Wire):
    """The table before and after a step."""

    before: Drawing
    after: Drawing


@router.get("/styles/{style_id}/steps/{number}/picture", response={200: StepPicture, **ERRORS})
def step_picture(request: HttpRequest, style_id: int, number: int) -> HttpResponse:
    """What step ``number`` (from 1) did, as two drawings."""
    room = workroom_of(request)
    rules = room.house_rules()
    found = Style.objects.one(room, style_id)
    replay = services.worked(services.revision_ids(found), read_steps(services.steps_of(found)), rules)
    if not 1 <= number <= len(replay.done):
        raise Missing(f"step {number} has not been done.", found.name, "Look at the steps above it.")
    done = replay.done[number - 1]
    names = [p.name for p in done.after.pieces if p is not next((q for q in done.before.pieces if q.name == p.name), None)]
    before, after = (draw(p, rules.unit, only=names) for p in (done.before, done.after))
    return _json(StepPicture(before=before, after=after))


class MeasureIn(Wire):
    """Two points in one piece's own coordinates, cm."""

    blocks: dict[str, BlockPinOut] = Field(min_length=1, max_length=20)
    steps: list[Step] = Field(max_length=2000)
    piece: str = Field(max_length=80)
    a: Point
    b: Point


class MeasureOut(Wire):
    """The places measured between, and what the tape shows; ``along`` empty on different edges."""

    a: Point
    b: Point
    words: str
    straight: str
    along: str


@router.post("/measure", response={200: MeasureOut, **ERRORS})
def measure(request: HttpRequest, body: MeasureIn) -> MeasureOut:
    """The tape between two places of a piece. Stateless."""
    room = workroom_of(request)
    rules = room.house_rules()
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


@router.get("/styles/{style_id}/pattern.{kind}", response={200: Any, **ERRORS})
def export(request: HttpRequest, style_id: int, kind: str, paper: Literal["a4", "letter"] | None = None) -> HttpResponse:
    """The finished pattern: ``pdf`` tiled at true scale, ``svg`` in cm, ``json`` the open file; ``style`` the recipe."""
    room = workroom_of(request)
    rules = room.house_rules()
    found = Style.objects.one(room, style_id)
    if kind == "style":
        return _download(write_file(services.style_file(found)), "application/json", f"{found.name}.style.json")
    steps = read_steps(services.steps_of(found))
    replay = services.worked(services.revision_ids(found), steps, rules)
    if replay.stopped:
        raise replay.stopped
    title = " · ".join(x for x in (found.name, _names(found)[1]) if x)
    if kind == "json":
        return _download(write_file(pattern_file(replay.pattern, found.name, rules)), "application/json", f"{found.name}.json")
    pieces = finish(replay.pattern, rules, title)
    if kind == "pdf":
        data = pattern_pdf(pieces, title, paper or rules.paper, date.today())
        return _download(data, "application/pdf", f"{found.name}.pdf")
    if kind == "svg":
        return _download(pattern_svg(pieces, title).encode(), "image/svg+xml", f"{found.name}.svg")
    raise BadSetting(f"“{kind[:20]}” is not a way out.", field="kind", cure="Choose pdf, svg, json or style.")


class FinishedOut(Wire):
    number: int
    name: str
    how: str
    size: str
    edges: list[str]


class PaperPlan(Wire):
    """What printing gives: sheets by paper, and each finished piece in words."""

    sheets: dict[str, int]
    pieces: list[FinishedOut]
    svg: str
    width: str
    height: str


@router.get("/styles/{style_id}/paper", response={200: PaperPlan, **ERRORS})
def paper_plan(request: HttpRequest, style_id: int) -> PaperPlan:
    """The finished pieces to look at before printing."""
    room = workroom_of(request)
    rules = room.house_rules()
    found = Style.objects.one(room, style_id)
    replay = services.worked(services.revision_ids(found), read_steps(services.steps_of(found)), rules)
    if replay.stopped:
        raise replay.stopped
    title = " · ".join(x for x in (found.name, _names(found)[1]) if x)
    pieces = finish(replay.pattern, rules, title)
    sheet = lay_side_by_side(pieces)
    out = []
    for p in pieces:
        left, top, right, bottom = p.box
        size = f"{format_length(right - left, rules.unit)} × {format_length(bottom - top, rules.unit)}"
        allowances = dict.fromkeys(
            f"{e.name} {format_length(e.allowance, rules.unit)}" if e.allowance else f"{e.name} on the fold" for e in p.edges
        )
        out.append(FinishedOut(number=p.number, name=p.name, how=p.label[-1], size=size, edges=list(allowances)))
    return PaperPlan(
        sheets={"a4": len(tiling(sheet, "a4").tiles), "letter": len(tiling(sheet, "letter").tiles)},
        pieces=out,
        svg=pattern_svg(pieces, title),
        width=format_length(sheet.width, rules.unit),
        height=format_length(sheet.height, rules.unit),
    )


def _download(data: bytes, kind: str, name: str) -> HttpResponse:
    answer = HttpResponse(data, content_type=kind)
    answer["Content-Disposition"] = f"attachment; filename*=UTF-8''{quote(name)}"
    return answer
