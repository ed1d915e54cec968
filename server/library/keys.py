"""By what a thing is known wherever it is taken."""

from __future__ import annotations

from typing import TypeVar

from django.db import models

from ..cloth.models import LayRecord
from ..workrooms.models import Keepable, Workroom

T = TypeVar("T", bound=Keepable | LayRecord)


def key_of(room: Workroom, thing: Keepable | LayRecord) -> str:
    """Where it came from; what was made here, by this workroom's key and its number."""
    return thing.origin or f"{room.key}.{thing.pk}"


def by_key(room: Workroom, things: models.QuerySet[T]) -> dict[str, T]:
    """All of a kind that are here, put away ones too. Should two have one key, the older one is meant."""
    return {key_of(room, x): x for x in reversed(list(things.order_by("pk")))}
