"""A style's work turned into what the bench shows: drawings, sentences, sums and promises in the house unit."""

from __future__ import annotations

from dataclasses import asdict, replace
from typing import Any, NamedTuple

from django.db.models import Max
from django.http import HttpResponse

from patterncraft.checks.examine import Acknowledged
from patterncraft.finishing.finish import AS_THE_HOUSE
from patterncraft.finishing.plan import Finishing
from patterncraft.formats.drawing import DrawnStrips, draw, draw_strips
from patterncraft.formats.table import Lies, lies_of
from patterncraft.formats.verb_picture import verb_picture
from patterncraft.house import HouseRules
from patterncraft.ledger import Promise, ledger
from patterncraft.measures.chart import Chart
from patterncraft.moves.move import Move, Parameter, Phrase, fill, parameter
from patterncraft.moves.registry import read_steps, step_json
from patterncraft.paper.account import AccountLine, paper_account
from patterncraft.paper.meeting import waits_for
from patterncraft.paper.pattern import Pattern
from patterncraft.recipe import chapter_of
from patterncraft.replay import Replay
from patterncraft.units import Unit, format_length, in_unit
from patterncraft.working import Sum

from ..config.answers import Wire, fault_of
from ..shelf.proof import NOTHING, told_if_unreadable, why_unreadable
from ..shelf.shapes import SumOut
from . import looking, services
from .models import Style, StyleBlock
from .shapes import (
    AccountOut,
    BlockPinOut,
    ChoiceOut,
    EdgeOf,
    FieldOut,
    IntervalOut,
    MoveOut,
    NotchOut,
    PhraseOut,
    PromiseOut,
    RoleOut,
    SheetLie,
    SlotOut,
    StepOut,
    StyleDetail,
    StyleOut,
    ToileOf,
    Work,
)
from .wearer import wearer_of


def field_out(p: Parameter) -> FieldOut:
    """A parameter as the bench shows it."""
    return FieldOut(**{**asdict(p), "only": {k: list(v) for k, v in p.only.items()}})


def move_out(name: str, move: type[Move]) -> MoveOut:
    """A move as the bench offers it."""
    slots = [
        SlotOut(
            name=s.name,
            prompt=s.prompt,
            pick=s.pick,
            fields=[field_out(parameter(move, f)) for f in s.fields],
            optional=s.optional,
            choices=[ChoiceOut(value=value, words=words) for value, words in s.choices],
        )
        for s in move.slots()
    ]
    return MoveOut(
        move=name,
        title=move.title,
        group=move.group,
        key=move.key,
        about=" ".join((move.__doc__ or "").split("\n\n")[0].split()),
        synonyms=list(move.synonyms),
        handle=move.handle,
        picture=verb_picture(move),
        template=phrases_out(fill(move.sentence, {})),
        slots=slots,
    )


def phrases_out(phrases: list[Phrase]) -> list[PhraseOut]:
    """A sentence cut at its slots."""
    return [PhraseOut(text=p.text, slot=p.slot) for p in phrases]


def block_and_person(style: Style) -> tuple[str, str]:
    """What the style is worked on and for whom, in words."""
    pins = list(style.pins.all())
    if not pins:
        return "", ""
    block = pins[0].revision.block
    return block.name, block.person.name if block.person else ""


def style_card(style: Style) -> StyleOut:
    """A style as a list shows it; one that cannot be read says so, and the list stands."""
    block, person = block_and_person(style)
    head = {"id": style.pk, "name": style.name, "changed": style.changed.date().isoformat(), "block": block, "person": person}
    try:
        return StyleOut(**head, **_content_words(style))
    except Exception as e:  # noqa: BLE001  (whatever is stored there, the others must still be shown)
        return StyleOut(**head, steps=0, drawing=NOTHING, kept=0, broken=0, unreadable=why_unreadable(e))


def _content_words(style: Style) -> dict[str, Any]:
    rules = style.house_rules()
    steps = read_steps(services.steps_of(style))
    replay = services.worked(services.pins_of(style), steps, rules)
    promises = ledger(replay.pattern, rules)
    kept = sum(p.kept for p in promises)
    return {
        "steps": len(steps),
        "drawing": draw(replay.pattern, rules, lies_of(replay)),
        "kept": kept,
        "broken": len(promises) - kept,
    }


class Seen(NamedTuple):
    """For whom work is looked at: her measures, cm; and which findings may stand."""

    body: Chart
    acknowledged: tuple[Acknowledged, ...]
    plan: Finishing = AS_THE_HOUSE


NOBODY = Seen({}, ())


def work_out(
    replay: Replay,
    steps: list[Move],
    rules: HouseRules,
    since: Replay | None = None,
    lain: Lies | None = None,
    bends: bool = False,
    seen: Seen = NOBODY,
) -> Work:
    """The whole work; or, ``since`` an earlier replay, only the sheets and steps that are new, as a
    hand in motion needs them. Sheets that have ``lain`` somewhere stay there. ``seen``: for whom it is looked at, and what may stand."""
    partly = since is not None and since is not replay
    known = {p.name: p for p in since.pattern.pieces} if since and partly else {}
    fresh = [p.name for p in replay.pattern.pieces if known.get(p.name) is not p] if partly else None
    promises = ledger(replay.pattern, rules)
    kept = sum(p.kept for p in promises)
    lies = lies_of(replay, lain)
    recipe = [
        StepOut(
            number=d.number,
            step=step_json(d.step),
            phrases=phrases_out(d.step.phrases(d.before, rules.unit)),
            working=sums_out(d.working, rules.unit),
            muted=d.step.muted,
            done=True,
            chapter=chapter_of(d.step),
            note=d.step.note,
            pieces=list(d.step.pieces_named()),
        )
        for d in replay.done[len(since.done) if since and partly else 0 :]
    ]
    for number, step in enumerate(steps[len(replay.done) :], len(replay.done) + 1):
        recipe.append(
            StepOut(
                number=number,
                step=step_json(step),
                phrases=phrases_out(step.phrases(None, rules.unit)),
                working=[],
                muted=step.muted,
                done=False,
                chapter=chapter_of(step),
                note=step.note,
                pieces=list(step.pieces_named()),
            )
        )
    _, found = looking.looked_at(replay, rules, seen.body, promises, seen.plan)
    closed = {part.seam: c.name for c in replay.pattern.closures for part in c.parts}
    # What would cure them is tried where it is offered, in the ledger, and not while a hand drags.
    findings = looking.findings_out(tuple(replace(f, cure=None) for f in found), seen.acknowledged, lies, rules.unit)
    return Work(
        table=draw(replay.pattern, rules, lies, fresh, bends),
        strips=_strips(replay),
        recipe=recipe,
        promises=[promise_out(p, rules.unit, closed.get(p.name, "")) for p in promises],
        kept=kept,
        broken=len(promises) - kept,
        account=[account_out(line) for line in paper_account(replay.pattern)],
        findings=findings,
        found=sum(f.reason is None and not f.quiet for f in findings),
        stopped=fault_of(replay.stopped, rules.unit) if replay.stopped else None,
    )


def seen_by(style: Style) -> Seen:
    """The style's wearer, and what was said of its findings."""
    return Seen(wearer_of(services.pins_of(style)), looking.let_stand(style), style.finish_plan())


def _strips(replay: Replay) -> DrawnStrips | None:
    last = replay.done[-1].strips if replay.done else None
    return draw_strips(last, replay.pattern) if last else None


def account_out(line: AccountLine) -> AccountOut:
    """A line of the paper account in words."""
    block, new, away, area = (f"{value + 0.0:.1f}" for value in (line.block, line.new, line.away, line.area))
    return AccountOut(piece=line.piece, block=block, new=new, away=away, area=area, balanced=line.balanced)


def sums_out(working: tuple[Sum, ...], unit: Unit) -> list[SumOut]:
    """A step's working, in words of the house unit."""
    return [SumOut(label=s.label, text=s.spoken(unit), note=s.note, caution=s.caution) for s in working]


def promise_out(p: Promise, unit: Unit, closed_by: str = "") -> PromiseOut:
    """A promise, in words of the house unit."""

    def say(value: float | None) -> str:
        return "" if value is None else format_length(value, unit, 2)

    intervals = [
        IntervalOut(
            start=i.start,
            end=i.end,
            a=say(i.length_a),
            b=say(i.length_b),
            difference="" if i.length_b is None else say(i.length_a - i.length_b),
            rule=i.rule,
            kept=not i.over,
            length_a=i.length_a,
            length_b=i.length_b,
            kind=i.kind,
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
        over=p.over,
        text_over=say(p.over),
        rule=p.rule,
        kept=p.kept,
        cure=in_unit(p.cure, unit),
        ticks_a=[a for a, _, _ in p.notches if a is not None],
        ticks_b=[b for _, b, _ in p.notches if b is not None],
        notches=[
            NotchOut(number=k, name=i.end, style=style, a=say(a), b=say(b), at_a=a, at_b=b)
            for k, (i, (a, b, style)) in enumerate(zip(p.intervals, p.notches, strict=False), 1)
        ],
        has_partner=p.has_partner,
        closed_by=closed_by,
        intervals=intervals,
        edges=[EdgeOf(piece=piece, edge=edge) for piece, edge in p.edges],
    )


def style_detail(style: Style) -> StyleDetail:
    """A style with everything its bench shows. Raises BadFile where what is stored of it cannot be read."""
    with told_if_unreadable(style.name):
        return _detail(style)


def _detail(style: Style) -> StyleDetail:
    rules = style.house_rules()
    pins = list(style.pins.select_related("revision__block__person").defer("revision__content"))
    steps = read_steps(services.steps_of(style))
    replay = services.worked(services.pins_of(style), steps, rules)
    block, person = block_and_person(style)
    current = style.edits.filter(number=style.cursor).first()
    return StyleDetail(
        id=style.pk,
        name=style.name,
        version=style.version,
        block=block,
        person=person,
        blocks={p.role: BlockPinOut(id=p.revision.block_id, revision=p.revision.number) for p in pins},
        roles=[_role_out(p) for p in pins],
        laid={name: SheetLie(x=x, y=y, turn=turn) for name, (x, y, turn) in style.layout.items()},
        waiting=waiting_edges(replay.pattern),
        can_undo=style.cursor > 0,
        can_redo=style.edits.filter(number__gt=style.cursor).exists(),
        undo_label=current.label if current else "",
        toile=ToileOf(block_id=style.fitting.block_id, number=style.fitting.number) if hasattr(style, "fitting") else None,
        work=work_out(replay, steps, rules, lain=services.lies_by_hand(style), seen=seen_by(style)),
    )


def _role_out(p: StyleBlock) -> RoleOut:
    block = p.revision.block
    newest = block.revisions.aggregate(newest=Max("number"))["newest"]
    return RoleOut(
        role=p.role,
        block=block.name,
        person=block.person.name if block.person else "",
        revision=p.revision.number,
        newest=newest,
    )


def waiting_edges(pattern: Pattern) -> list[str]:
    """Edges that still wait for a part, in words: what the bench offers to lay a block for."""
    return [" and ".join(f"{s.piece} {s.edge}" for s in seam.a) for seam in pattern.seams if waits_for(seam)]


def as_json_answer(out: Wire) -> HttpResponse:
    """Our own models, already checked: written once, without a second validation."""
    return HttpResponse(out.model_dump_json(), content_type="application/json")
