"""Putting away, taking back, deleting for good. Nothing that a style uses disappears; a person's measures really do."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Final, Literal

from django.db import connection, transaction
from django.db.models import QuerySet
from django.utils import timezone

from patterncraft.errors import MoveRefused, PatternError
from patterncraft.formats.openfile import BlockFile
from patterncraft.formats.without_measures import without_measures

from ..config.answers import Missing
from ..config.remembered import forget_everywhere
from ..people.models import MeasureChart, Person
from ..people.words import chart_of
from ..shelf.models import Block, BlockRevision
from ..shelf.services import as_json
from ..styles.models import Style, StyleEdit
from ..workrooms.models import Keepable, Workroom

Kind = Literal["block", "style", "person", "chart"]
SOMEBODY: Final = "somebody"
"""Who a recipe says it was cut for, once that person was deleted."""


class NotAway(PatternError):
    """Only what was put away first can be deleted."""

    code = "not_away"


def thing(room: Workroom, kind: Kind, pk: int) -> Keepable:
    """Raises Missing for what is not of this workroom."""
    if kind == "block":
        return Block.objects.one(room, pk)
    if kind == "style":
        return Style.objects.one(room, pk)
    if kind == "person":
        return Person.objects.one(room, pk)
    if kind == "chart":
        return chart_of(room, pk)
    raise Missing("there is nothing of that kind.", cure="It is a block, a style, a person or a chart.")


def put_away(found: Keepable) -> None:
    """Off the shelf, out of the lists; everything that uses it goes on using it."""
    if found.put_away is None:
        found.put_away = timezone.now()
        found.save(update_fields=["put_away"])


def take_back(found: Keepable) -> None:
    """Where it was before."""
    found.put_away = None
    found.save(update_fields=["put_away"])


def styles_using(block: Block) -> list[Style]:
    """Styles, put away ones too, that lie on any revision of the block now or would by undoing."""
    own = set(block.revisions.values_list("pk", flat=True))
    pinned = set(Style.objects.filter(workroom=block.workroom, pins__revision__in=own).values_list("pk", flat=True))
    edits = StyleEdit.objects.filter(style__workroom=block.workroom).exclude(style__in=pinned).values_list("style_id", "pins")
    undone = {style for style, pins in edits.iterator() if any(revision in own for _, revision in pins)}
    return list(Style.objects.filter(pk__in=pinned | undone).order_by("name", "pk"))


def why_kept(found: Keepable) -> str:
    """Why it cannot be deleted, in words; empty: it can."""
    styles = styles_using(found) if isinstance(found, Block) else []
    if not styles:
        return ""
    named = ", ".join(f"“{s.name}”" for s in styles[:3])
    more = f" and {len(styles) - 3} more" if len(styles) > 3 else ""
    return f"{named}{more} {'lies' if len(styles) == 1 else 'lie'} on it."


def delete(found: Keepable) -> None:
    """For good. Raises NotAway for what is at hand, MoveRefused for a block that a style lies on."""
    if found.put_away is None:
        raise NotAway("it is still at hand.", cure="Put it away first; from there it can be deleted.")
    kept = why_kept(found)
    if kept:
        raise MoveRefused(kept, cure="Delete those styles first, or leave the block where it is.")
    with transaction.atomic():
        if isinstance(found, Person):
            _strike_out(found)
        found.delete()
    if isinstance(found, Person | MeasureChart):
        _leave_no_copy()
    forget_everywhere()


def _strike_out(person: Person) -> None:
    """Her measures out of the blocks that were drafted from them, her name out of what styles tell; the paper stays."""
    for revision in BlockRevision.objects.filter(block__person=person):
        content = as_json(without_measures(BlockFile.model_validate(revision.content)))
        # The one change that a revision ever sees: the law that measures can be deleted stands above the rule that it is never changed.
        BlockRevision.objects.filter(pk=revision.pk).update(content=content)
    told = StyleEdit.objects.filter(style__workroom=person.workroom, label=f"cut for {person.name}")
    told.update(label=f"cut for {SOMEBODY}")


def _leave_no_copy() -> None:
    """Deleted rows are overwritten (``secure_delete``); the log of changes beside the database is emptied here."""
    if connection.vendor == "sqlite" and not connection.in_atomic_block:
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")


def all_away(room: Workroom) -> Iterable[tuple[Kind, Keepable]]:
    """Everything that was put away there, kind by kind, the newest first."""
    charts: QuerySet[MeasureChart] = MeasureChart.objects.filter(person__workroom=room, person__put_away=None)
    yield from (("style", s) for s in Style.objects.away(room))
    yield from (("block", b) for b in Block.objects.away(room).select_related("person", "workroom"))
    yield from (("person", p) for p in Person.objects.away(room).prefetch_related("charts"))
    yield from (("chart", c) for c in charts.exclude(put_away=None).select_related("person").order_by("-put_away", "-pk"))
