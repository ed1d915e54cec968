"""Working on styles: change, undo, redo, replay."""

from __future__ import annotations

from functools import lru_cache
from typing import Any, Final

from django.db import transaction

from patterncraft.errors import BadSetting, MoveRefused, PatternError
from patterncraft.formats.openfile import AcknowledgedData, BlockFile, StyleFile
from patterncraft.formats.table import Lie
from patterncraft.house import HouseRules
from patterncraft.moves.move import Move
from patterncraft.moves.registry import read_steps, step_json
from patterncraft.replay import Replay, Replayer
from patterncraft.style import OnTable, lay_on_table

from ..config.answers import Conflict
from ..config.remembered import remembered
from ..shelf.cards import family_of
from ..shelf.models import BlockRevision
from ..shelf.services import draft_of
from ..workrooms.models import Workroom
from .models import Style, StyleBlock, StyleEdit
from .wearer import Pins, wearer_of

replayer = Replayer()
"""Remembered beginnings, shared by all requests of this process; keyed by immutable revisions."""


PATIENCE: Final = 1.0
"""seconds of replaying in one answer; a style of thirty steps takes a tenth"""


def new_style(room: Workroom, name: str, revision: BlockRevision) -> Style:
    """A style on one block."""
    if not name.strip():
        raise BadSetting("a style needs a name.", cure="Type one.", field="name")
    with transaction.atomic():
        style = Style.objects.create(workroom=room, name=name.strip(), rules=room.rules)
        StyleBlock.objects.create(style=style, role=role_of(revision), revision=revision)
        StyleEdit.objects.create(style=style, number=0, steps=[], pins=_as_data(pins_of(style)), label="begun")
    return style


def role_of(revision: BlockRevision) -> str:
    """What a style calls a block: by what it is of, so that another of its kind can take its place."""
    return family_of(draft_of(revision.pk))


def steps_of(style: Style) -> list[Any]:
    """The current list of steps, plain data."""
    if style.cursor == 0:
        return []
    steps: list[Any] = style.edits.get(number=style.cursor).steps
    return steps


def pins_of(style: Style) -> Pins:
    """The style's blocks by role."""
    return tuple(style.pins.values_list("role", "revision_id"))


def _as_data(pins: Pins) -> list[list[Any]]:
    return [[role, revision] for role, revision in pins]


def table_of(pins: Pins) -> OnTable:
    """The blocks laid on one table, their wearer's measures at hand. Callers have made sure that the workroom owns them; revisions never change."""
    return laid_table(pins, measures_of(pins))


@lru_cache(maxsize=512)
def laid_table(pins: Pins, measures: Measures) -> OnTable:
    """The blocks laid on one table for these measures, made once; ``table_of`` asks for the measures itself."""
    return lay_on_table({role: draft_of(i).pattern for role, i in pins}, dict(measures))


Measures = tuple[tuple[str, float], ...]


def measures_of(pins: Pins) -> Measures:
    """The wearer's measures as a key: whoever is measured anew gets her parts made anew."""
    return tuple(sorted(wearer_of(pins).items()))


remembered(laid_table.cache_clear)
remembered(replayer.forget)


def worked(pins: Pins, steps: list[Move], rules: HouseRules, measures: Measures | None = None) -> Replay:
    """The steps done on the blocks, with beginnings remembered. ``measures``: the wearer's, where they were asked for already. Raises Unfinished
    where that takes too long for one answer."""
    measures = measures_of(pins) if measures is None else measures
    return replayer((pins, measures), laid_table(pins, measures).pattern, steps, rules, PATIENCE)


def lies_by_hand(style: Style) -> dict[str, Lie]:
    """The sheets that a person laid or turned."""
    return {name: Lie(complex(x, y), turn) for name, (x, y, turn) in style.layout.items()}


def change(style: Style, version: int, data: list[Any], label: str) -> Style:
    """Make ``data`` the style's steps; what had been undone is let go.

    Raises Conflict when the style is no longer at ``version``, MoveRefused (or what the move
    raises) when a newly added last step cannot be done, or when the steps were only put in another order in which fewer of them can be.
    Nothing is stored then.
    """
    with transaction.atomic():
        fresh = at_version(style, version)
        steps = read_steps(data)
        replay = worked(pins_of(fresh), steps, fresh.house_rules())
        before = read_steps(steps_of(fresh))
        if replay.stopped and len(steps) > len(before) and replay.stopped.step == len(steps):
            raise replay.stopped
        if replay.stopped and steps != before and _same_steps(steps, before):
            _refuse_order(fresh, replay.stopped, len(replay.done), before)
        return record(fresh, [step_json(s) for s in steps], label)


def _same_steps(a: list[Move], b: list[Move]) -> bool:
    return sorted(s.model_dump_json() for s in a) == sorted(s.model_dump_json() for s in b)


def _refuse_order(style: Style, stopped: PatternError, done: int, before: list[Move]) -> None:
    if done < len(worked(pins_of(style), before, style.house_rules()).done):
        raise MoveRefused(
            f"in that order step {stopped.step} could not be done: {stopped.message}",
            stopped.where,
            "Leave it where it was, or move the step that it needs first.",
        )


def record(style: Style, steps: list[Any], label: str) -> Style:
    """Keep a changed style as its newest edit: these steps on the blocks that are pinned now. In a transaction."""
    style.edits.filter(number__gt=style.cursor).delete()
    StyleEdit.objects.create(style=style, number=style.cursor + 1, steps=steps, pins=_as_data(pins_of(style)), label=label[:300])
    return _moved(style, style.cursor + 1)


def pin(style: Style, pins: Pins) -> None:
    """Make these the style's blocks. In a transaction; ``record`` or ``step_through`` follows."""
    if pins == pins_of(style):
        return
    style.pins.all().delete()
    StyleBlock.objects.bulk_create([StyleBlock(style=style, role=role, revision_id=i) for role, i in pins])


def step_through(style: Style, version: int, by: int) -> Style:
    """Undo (−1) or redo (+1). Raises MoveRefused at either end."""
    with transaction.atomic():
        fresh = at_version(style, version)
        target = fresh.cursor + by
        if target < 0 or (by > 0 and not fresh.edits.filter(number=target).exists()):
            words = "there is nothing to undo." if by < 0 else "there is nothing to redo."
            raise MoveRefused(words, fresh.name, "Go on from here.")
        kept = fresh.edits.filter(number=target).values_list("pins", flat=True).first()
        if kept:
            pin(fresh, tuple((str(role), int(i)) for role, i in kept))
        return _moved(fresh, target)


def at_version(style: Style, version: int) -> Style:
    """The style as it is stored, in a transaction that nobody else changes it beside. Raises Conflict when it is no longer at that version."""
    fresh = Style.objects.select_related("workroom").select_for_update(of=("self",)).get(pk=style.pk)
    if fresh.version != version:
        raise Conflict(
            f"“{fresh.name}” was changed elsewhere in the meantime.", cure="Its newest state is shown now; do your step again."
        )
    return fresh


def _moved(style: Style, cursor: int) -> Style:
    style.cursor = cursor
    style.version += 1
    style.save(update_fields=["cursor", "version", "changed"])
    return style


def style_file(style: Style) -> StyleFile:
    """The style with its blocks inside, so that the file stands alone."""
    blocks = {p.role: BlockFile.model_validate(p.revision.content) for p in style.pins.select_related("revision")}
    rules = style.house_rules()
    let_stand = [AcknowledgedData(**a) for a in style.acknowledged]
    own = list(style.finish_plan().lines)
    return StyleFile(
        name=style.name,
        blocks=dict(blocks),
        steps=steps_of(style),
        rules=rules,
        acknowledged=let_stand,
        wearer=dict(wearer_of(pins_of(style))) or None,
        finishing=own,
    )
