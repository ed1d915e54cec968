"""Archives asked for, and handed in."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from django.db import transaction

from patterncraft.errors import BadFile, BadSetting
from patterncraft.texts import tidy

from ..longwork.queue import enqueue
from ..shelf.models import Block
from ..styles.models import Style
from ..workrooms.models import Workroom
from .models import Archive
from .parcel import Parcel

KEPT: Final = 5
"""archives of a workroom that lie here at most; the oldest are thrown away"""


def ask(room: Workroom, styles: Sequence[int], blocks: Sequence[int]) -> Archive:
    """The library, or part of it, to be packed. Raises Missing for what is not of this workroom, BadSetting while one is being packed."""
    _one_at_a_time(room, Archive.Way.OUT, "one is being packed already.")
    named = [*(Style.objects.one(room, i).name for i in styles), *(Block.objects.one(room, i).name for i in blocks)]
    with transaction.atomic():
        _make_room(room)
        archive = Archive.objects.create(
            workroom=room,
            way=Archive.Way.OUT,
            name=(", ".join(named) or room.name)[:200],
            wanted={"styles": list(styles), "blocks": list(blocks)},
        )
        enqueue(archive)
    return archive


def hand_in(room: Workroom, data: bytes, name: str) -> Archive:
    """An archive to be taken in; what is no archive at all is refused at once. Raises BadFile; BadSetting while another is taken in."""
    if not data:
        raise BadFile("there is nothing in it.", "Archive", "Choose the zip that was saved here.")
    _one_at_a_time(room, Archive.Way.IN, "one is being taken in already.")
    Parcel(data)
    with transaction.atomic():
        _make_room(room)
        archive = Archive.objects.create(
            workroom=room, way=Archive.Way.IN, name=tidy(name)[:200] or "Archive", data=data, size=len(data)
        )
        enqueue(archive)
    return archive


def _one_at_a_time(room: Workroom, way: Archive.Way, said: str) -> None:
    """A library is large: none waits behind another."""
    if Archive.objects.of(room).filter(way=way, state__in=("waiting", "running")).exists():
        raise BadSetting(said, room.name, "Wait until it is done, or stop it.")


def _make_room(room: Workroom) -> None:
    over = [a.pk for a in Archive.objects.of(room).only("pk", "state") if not a.going][KEPT - 1 :]
    Archive.objects.filter(pk__in=over).delete()
