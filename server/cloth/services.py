"""Cloths assigned, lays asked for, stopped, gone on with, slid by hand."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import timedelta
from typing import Final

from django.db import transaction
from django.utils import timezone
from django_tasks import task_backends
from django_tasks_db import DatabaseBackend
from django_tasks_db.models import DBTaskResult

from patterncraft.errors import BadSetting, MoveRefused
from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.laying.cloth import LayOrder, sensible
from patterncraft.laying.matching import phases_for
from patterncraft.laying.packing import Phase, task_of
from patterncraft.laying.shapes import Shape, shapes_for
from patterncraft.laying.stored import placed_data, shapes_data
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern

from ..config.answers import Conflict
from ..styles import services as styles
from ..styles.models import Style
from ..styles.words import block_and_person
from ..workrooms.models import Workroom
from .models import ClothCard, LayItem, LayRecord, StyleCloth
from .tasks import make_lay

SILENT: Final = timedelta(seconds=6)
"""after which a worker that says nothing counts as gone"""
MOST_SHAPES: Final = 400
"""pieces in one lay: the packer's work grows faster than they do"""
State = LayRecord.State
GOING: Final = (State.WAITING, State.RUNNING)


@dataclass(frozen=True, slots=True)
class Finished:
    """A style ready to cut."""

    style: Style
    pattern: Pattern
    pieces: tuple[FinishedPiece, ...]
    title: str


def finished(style: Style) -> Finished:
    """Its pieces with their allowances. Raises what stopped its steps."""
    rules = style.house_rules()
    replay = styles.worked(styles.pins_of(style), read_steps(styles.steps_of(style)), rules)
    if replay.stopped:
        raise replay.stopped
    title = " · ".join(x for x in (style.name, block_and_person(style)[1]) if x)
    return Finished(style, replay.pattern, finish(replay.pattern, rules, title, style.finish_plan()), title)


def seen(style: Style) -> str:
    """What a lay of it depends on, as a mark: its steps, blocks and finishing."""
    pins = styles.pins_of(style)
    own = json.dumps([style.cursor, styles.steps_of(style), pins, style.finishing, style.rules], sort_keys=True, default=str)
    return hashlib.sha256(own.encode()).hexdigest()[:40]


def is_stale(record: LayRecord) -> bool:
    """Whether a style in it has changed since, or is gone."""
    return any(i.style is None or seen(i.style) != i.seen for i in record.items.select_related("style__workroom"))


def assign(style: Style, use: str, cloth: ClothCard | None) -> None:
    """The style's cloth for a use; None: none."""
    if cloth is None:
        StyleCloth.objects.filter(style=style, use=use).delete()
    else:
        StyleCloth.objects.update_or_create(style=style, use=use, defaults={"cloth": cloth})


def ask(
    room: Workroom, card: ClothCard, use: str, order: LayOrder, wanted: Sequence[tuple[Style, int]], name: str = ""
) -> LayRecord:
    """A lay to be made; it waits for the worker. Raises BadSetting where it cannot be, before anything is kept."""
    cloth = card.cloth()
    sensible(cloth, order)
    if not wanted:
        raise BadSetting("there is nothing to lay.", "", "Choose a style at least.", "items")
    shapes: list[Shape] = []
    phases: dict[int, Phase] = {}
    told: list[str] = []
    several = len(wanted) > 1
    items = []
    for number, (style, times) in enumerate(wanted, 1):
        done = finished(style)
        own, said = shapes_for(done.pieces, use, cloth, order, times, str(number) if several else "")
        meets, missed = phases_for(done.pattern, own, cloth, order, len(shapes))
        shapes += own
        phases |= meets
        told += said + missed
        items.append(LayItem(style=style, title=done.title[:200], times=times, seen=seen(style)))
    count = sum(s.times for s in shapes)
    if count > MOST_SHAPES:
        raise BadSetting(f"that is {count} pieces; {MOST_SHAPES} are laid at once.", "", "Make two lays of it.", "items")
    # What cannot be packed at all is told now, not by the worker.
    task_of(shapes, cloth, order, phases)
    with transaction.atomic():
        record = LayRecord.objects.create(
            workroom=room,
            name=(name or f"{', '.join(i.title for i in items)}")[:200],
            use=use,
            cloth=card,
            cloth_name=card.name,
            card=cloth.model_dump(mode="json"),
            order=order.model_dump(mode="json"),
            shapes=shapes_data(shapes, phases),
            told=told,
        )
        for i in items:
            i.lay = record
        LayItem.objects.bulk_create(items)
        _enqueue(record)
    return record


def _enqueue(record: LayRecord) -> None:
    record.attempt += 1
    record.state, record.stop = State.WAITING, False
    record.save(update_fields=["attempt", "state", "stop"])
    make_lay.enqueue(record.pk, record.attempt)


def stop(record: LayRecord) -> LayRecord:
    """No more than a second later. One that still waits is stopped at once."""
    with transaction.atomic():
        LayRecord.objects.filter(pk=record.pk, state=State.WAITING).update(
            state=State.STOPPED, message="" if record.placed else "It was stopped before a first lay was found."
        )
        LayRecord.objects.filter(pk=record.pk, state=State.RUNNING).update(stop=True)
    record.refresh_from_db()
    return record


def go_on(record: LayRecord, seconds: float) -> LayRecord:
    """Pack on for so long; what is found counts only when it is shorter."""
    with transaction.atomic():
        fresh = LayRecord.objects.get(pk=record.pk)
        if fresh.state in GOING:
            raise MoveRefused("it is being made already.", fresh.name, "Wait, or stop it.")
        fresh.order = fresh.order | {"seconds": min(3600.0, fresh.spent + seconds)}
        fresh.message = ""
        fresh.save(update_fields=["order", "message"])
        _enqueue(fresh)
    return fresh


def take_up_again() -> int:
    """Lays whose worker was killed wait again, with what was found; how many."""
    late = timezone.now() - SILENT
    lost = LayRecord.objects.filter(state=State.RUNNING, beat__lt=late) | LayRecord.objects.filter(state=State.RUNNING, beat=None)
    waiting = LayRecord.objects.filter(state=State.WAITING) if isinstance(task_backends["default"], DatabaseBackend) else []
    again = list(lost) + [x for x in waiting if not _is_queued(x)]
    for record in again:
        with transaction.atomic():
            _enqueue(record)
    return len(again)


def _is_queued(record: LayRecord) -> bool:
    """Only our own queue can be looked into; another broker looks after what it was given."""
    waiting = DBTaskResult.objects.filter(status="READY", args_kwargs__args__0=record.pk)
    return any(t.args_kwargs["args"] == [record.pk, record.attempt] for t in waiting)


def looked_after(record: LayRecord) -> LayRecord:
    """The lay as it is; one whose worker has fallen silent is queued again while somebody looks at it."""
    if record.state == State.RUNNING and (record.beat is None or timezone.now() - record.beat > SILENT):
        with transaction.atomic():
            fresh = LayRecord.objects.get(pk=record.pk)
            if fresh.attempt == record.attempt and fresh.state == State.RUNNING:
                _enqueue(fresh)
            return fresh
    return record


def move(record: LayRecord, version: int, index: int, turn: float, shift: complex) -> LayRecord:
    """A piece slid or turned by hand. Raises BadPlace where it cannot lie, Conflict when the lay has changed since."""
    with transaction.atomic():
        fresh = LayRecord.objects.get(pk=record.pk)
        if fresh.state in GOING:
            raise MoveRefused("it is still being made.", fresh.name, "Stop it first; then the pieces are yours.")
        if fresh.version != version:
            raise Conflict("the lay was changed in another window.", cure="It is shown anew; slide once more.")
        lay = fresh.lay()
        if not 0 <= index < len(lay.placed):
            raise BadSetting("there is no such piece in the lay.", fresh.name, "Look at it again.", "index")
        fresh.placed = placed_data(lay.with_moved(index, turn, shift).placed)
        fresh.version += 1
        fresh.by_hand = True
        fresh.save(update_fields=["placed", "version", "by_hand"])
    return fresh
