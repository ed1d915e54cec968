"""Working on styles: change, undo, redo, replay."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from patterncraft.drafting.schools import SCHOOLS
from patterncraft.errors import BadSetting, MoveRefused
from patterncraft.formats.openfile import BlockFile, StyleFile
from patterncraft.house import HouseRules
from patterncraft.moves.move import Move
from patterncraft.moves.registry import read_steps, step_json
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replay, Replayer
from patterncraft.style import on_one_table

from ..config.answers import Conflict
from ..shelf.models import BlockRevision
from ..shelf.services import draft_of
from ..workrooms.models import Workroom
from .models import Style, StyleBlock, StyleEdit

replayer = Replayer()
"""Remembered beginnings, shared by all requests of this process; keyed by immutable revisions."""


def new_style(room: Workroom, name: str, revision: BlockRevision) -> Style:
    """A style on one block."""
    if not name.strip():
        raise BadSetting("a style needs a name.", field="name")
    with transaction.atomic():
        style = Style.objects.create(workroom=room, name=name.strip(), rules=room.rules)
        StyleBlock.objects.create(style=style, role=role_of(revision), revision=revision)
    return style


def role_of(revision: BlockRevision) -> str:
    """What a style calls a block: by what it is of, so that another of its kind can take its place."""
    drafted = draft_of(revision.pk).school
    return SCHOOLS[drafted].family if drafted in SCHOOLS else "bodice"


def steps_of(style: Style) -> list[Any]:
    """The current list of steps, plain data."""
    if style.cursor == 0:
        return []
    steps: list[Any] = style.edits.get(number=style.cursor).steps
    return steps


def revision_ids(style: Style) -> tuple[int, ...]:
    return tuple(style.pins.values_list("revision_id", flat=True))


def start_of(ids: tuple[int, ...]) -> Pattern:
    """The blocks on one table. Callers have made sure that the workroom owns them."""
    return on_one_table({str(i): draft_of(i).pattern for i in ids})


def worked(ids: tuple[int, ...], steps: list[Move], rules: HouseRules) -> Replay:
    return replayer(ids, start_of(ids), steps, rules)


def change(style: Style, version: int, data: list[Any], label: str) -> Style:
    """Make ``data`` the style's steps; what had been undone is let go.

    Raises Conflict when the style is no longer at ``version``, MoveRefused (or what the move
    raises) when a newly added last step cannot be done. Nothing is stored then.
    """
    with transaction.atomic():
        fresh = _at(style, version)
        steps = read_steps(data)
        replay = worked(revision_ids(fresh), steps, fresh.house_rules())
        added = len(steps) > len(steps_of(fresh))
        if replay.stopped and added and replay.stopped.step == len(steps):
            raise replay.stopped
        fresh.edits.filter(number__gt=fresh.cursor).delete()
        StyleEdit.objects.create(style=fresh, number=fresh.cursor + 1, steps=[step_json(s) for s in steps], label=label[:300])
        return _moved(fresh, fresh.cursor + 1)


def step_through(style: Style, version: int, by: int) -> Style:
    """Undo (−1) or redo (+1). Raises MoveRefused at either end."""
    with transaction.atomic():
        fresh = _at(style, version)
        target = fresh.cursor + by
        if target < 0 or (by > 0 and not fresh.edits.filter(number=target).exists()):
            raise MoveRefused("there is nothing to undo." if by < 0 else "there is nothing to redo.")
        return _moved(fresh, target)


def _at(style: Style, version: int) -> Style:
    fresh = Style.objects.select_related("workroom").get(pk=style.pk)
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
    return StyleFile(name=style.name, blocks=dict(blocks), steps=steps_of(style), rules=rules)
