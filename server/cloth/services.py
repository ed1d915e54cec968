"""Cloths assigned, lays asked for, stopped, gone on with, slid by hand."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from django.db import transaction

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
from ..longwork.queue import enqueue
from ..styles import services as styles
from ..styles.models import Style
from ..styles.words import block_and_person
from ..workrooms.models import Workroom
from .models import ClothCard, LayItem, LayRecord, StyleCloth

MOST_SHAPES: Final = 400
"""pieces in one lay: the packer's work grows faster than they do"""


@dataclass(frozen=True, slots=True)
class Finished:
    """A style ready to cut."""

    pattern: Pattern
    pieces: tuple[FinishedPiece, ...]
    title: str


@dataclass(frozen=True, slots=True)
class Wanted:
    """What is laid, so many times. ``seen``: the mark of its style when it was finished."""

    done: Finished
    times: int
    style: Style | None
    seen: str


def wanted(style: Style, times: int) -> Wanted:
    """A style, to be laid. Raises what stopped its steps."""
    return Wanted(finished(style), times, style, seen(style))


def finished(style: Style) -> Finished:
    """Its pieces with their allowances. Raises what stopped its steps."""
    rules = style.house_rules()
    replay = styles.worked(styles.pins_of(style), read_steps(styles.steps_of(style)), rules)
    if replay.stopped:
        raise replay.stopped
    title = " · ".join(x for x in (style.name, block_and_person(style)[1]) if x)
    pieces = finish(replay.pattern, rules, f"{title} · {style.as_of()}", style.finish_plan())
    return Finished(replay.pattern, pieces, title)


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


def ask(room: Workroom, card: ClothCard, use: str, order: LayOrder, lots: Sequence[Wanted], name: str = "") -> LayRecord:
    """A lay to be made; it waits for the worker. Raises BadSetting where it cannot be, before anything is kept."""
    cloth = card.cloth()
    sensible(cloth, order)
    if not lots:
        raise BadSetting("there is nothing to lay.", "", "Choose a style at least.", "items")
    shapes: list[Shape] = []
    phases: dict[int, Phase] = {}
    told: list[str] = []
    several = len(lots) > 1
    items = []
    for number, lot in enumerate(lots, 1):
        done = lot.done
        own, said = shapes_for(done.pieces, use, cloth, order, lot.times, str(number) if several else "")
        meets, missed = phases_for(done.pattern, own, cloth, order, len(shapes))
        shapes += own
        phases |= meets
        told += said + missed
        items.append(LayItem(style=lot.style, title=done.title[:200], times=lot.times, seen=lot.seen))
    count = sum(s.times for s in shapes)
    if count > MOST_SHAPES:
        raise BadSetting(f"that is {count} pieces; {MOST_SHAPES} are laid at once.", "", "Make two lays of it.", "items")
    # What cannot be packed at all is told now, not by the worker.
    task_of(shapes, cloth, order, phases)
    with transaction.atomic():
        record = LayRecord.objects.create(
            workroom=room,
            name=(name or ", ".join(i.title for i in items))[:200],
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
        enqueue(record)
    return record


def go_on(record: LayRecord, seconds: float) -> LayRecord:
    """Pack on for so long; what is found counts only when it is shorter."""
    with transaction.atomic():
        fresh = LayRecord.objects.select_for_update().get(pk=record.pk)
        if fresh.going:
            raise MoveRefused("it is being made already.", fresh.name, "Wait, or stop it.")
        fresh.order = fresh.order | {"seconds": min(3600.0, fresh.spent + seconds)}
        fresh.message = ""
        fresh.save(update_fields=["order", "message"])
        enqueue(fresh)
    return fresh


def move(record: LayRecord, version: int, index: int, turn: float, shift: complex) -> LayRecord:
    """A piece slid or turned by hand. Raises BadPlace where it cannot lie, Conflict when the lay has changed since."""
    with transaction.atomic():
        fresh = LayRecord.objects.select_for_update().get(pk=record.pk)
        if fresh.going:
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
