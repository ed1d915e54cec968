"""Putting away, taking back, deleting for good. Nothing that a style uses disappears; a person's measures really do."""

from __future__ import annotations

import re
from collections.abc import Iterable
from math import inf
from typing import Any, Final, Literal

from django.db import connection, transaction
from django.db.models import QuerySet
from django.utils import timezone

from patterncraft.errors import MoveRefused, PatternError
from patterncraft.formats.without_measures import measures_in, without_measures

from ..cloth.models import LayItem, LayRecord
from ..config.remembered import forget_everywhere
from ..fitting.models import Fitting, Photograph, PinnedNote
from ..library.models import Archive
from ..people.models import EarlierChart, MeasureChart, Person
from ..people.words import chart_of
from ..runs.models import RunFiles, RunRecord
from ..shelf.models import Block, BlockRevision
from ..styles.models import Style, StyleEdit
from ..workrooms.models import Keepable, Workroom

Kind = Literal["block", "style", "person", "chart"]
OWNED: Final[dict[str, Any]] = {"block": Block, "style": Style, "person": Person}
READ: Final = 1e-5
"""cm: a block's file keeps a measure to six decimals"""
SOMEBODY: Final = "somebody"
"""What a deleted person is called, in recipes and in names that had hers in them."""


class NotAway(PatternError):
    """Only what was put away first can be deleted."""

    code = "not_away"


def thing(room: Workroom, kind: Kind, pk: int) -> Keepable:
    """Raises Missing for what is not of this workroom."""
    return chart_of(room, pk) if kind == "chart" else OWNED[kind].objects.one(room, pk)


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
    return list(Style.objects.filter(pk__in=pinned | undone, fitting=None).order_by("name", "pk"))


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
        if isinstance(found, Block):
            # The recipes of its corrections lie on its own revisions, and go with it.
            Style.objects.filter(fitting__block=found).delete()
        found.delete()
    if isinstance(found, Person | MeasureChart):
        _leave_no_copy()
    forget_everywhere()


def _strike_out(person: Person) -> None:
    """Her measures out of every block that was drafted from them, or on one that was; her full name out of the names of blocks and styles
    and out of what recipes tell. The paper stays."""
    known = _charts_of(person.pk)
    revisions = BlockRevision.objects.filter(block__workroom=person.workroom)
    for pk, owner, content in revisions.values_list("pk", "block__person_id", "content").iterator():
        if owner == person.pk or any(_is_from(m, known) and not _is_from(m, _charts_of(owner)) for m in measures_in(content)):
            # The one change that a revision ever sees: that measures can be deleted stands above the rule that it is never changed. What is stored
            # is altered as it lies there, so that a block which cannot be read holds nothing back.
            content = without_measures(content)
            BlockRevision.objects.filter(pk=pk).update(content=content)
            # What the shelf remembers of it is looked up anew.
            Block.objects.filter(revisions=pk).update(card={})
        if isinstance(content, dict) and person.name in str(content.get("name", "")):
            # An open file says its name itself.
            BlockRevision.objects.filter(pk=pk).update(content=content | {"name": _without(person.name, str(content["name"]))})
            Block.objects.filter(revisions=pk).update(card={})
    # Photographs of her toiles show her.
    Photograph.objects.filter(fitting__block__person=person).delete()
    for named, field in (
        (Fitting.objects.filter(block__workroom=person.workroom), "remarks"),
        (PinnedNote.objects.filter(fitting__block__workroom=person.workroom), "text"),
        (Photograph.objects.filter(fitting__block__workroom=person.workroom), "caption"),
        (Block.objects.filter(workroom=person.workroom), "name"),
        (BlockRevision.objects.filter(block__workroom=person.workroom), "note"),
        (Style.objects.filter(workroom=person.workroom), "name"),
        (StyleEdit.objects.filter(style__workroom=person.workroom), "label"),
        (LayRecord.objects.filter(workroom=person.workroom), "name"),
        (LayItem.objects.filter(lay__workroom=person.workroom), "title"),
    ):
        for pk, text in named.filter(**{f"{field}__contains": person.name}).values_list("pk", field):
            named.filter(pk=pk).update(**{field: _without(person.name, text)})
    _strike_out_of_runs(person)
    # Whoever saved an archive has it; what lies here still holds her measures.
    Archive.objects.filter(workroom=person.workroom).delete()
    for style in Style.objects.filter(workroom=person.workroom).exclude(acknowledged=[]):
        told = [a | {"reason": _without(person.name, a["reason"])} for a in style.acknowledged]
        Style.objects.filter(pk=style.pk).update(acknowledged=told)


def _strike_out_of_runs(person: Person) -> None:
    """Her name out of runs that she was in; their files, which have her measures in them, are thrown away."""
    for run in RunRecord.objects.filter(workroom=person.workroom).defer("result"):
        if any(b["person"] == person.pk for b in run.bodies):
            RunFiles.objects.filter(run=run).delete()
        own = [
            b | {"label": _without(person.name, b["label"]), "said": [_without(person.name, s) for s in b["said"]]}
            for b in run.bodies
        ]
        RunRecord.objects.filter(pk=run.pk).update(bodies=own, name=_without(person.name, run.name))


def _charts_of(person_id: int | None) -> list[dict[str, float]]:
    """Every set of measures that is or was somebody's: her charts and their earlier states. Nobody has none."""
    if person_id is None:
        return []
    now = MeasureChart.objects.filter(person_id=person_id).values_list("values", flat=True)
    return [*now, *EarlierChart.objects.filter(chart__person_id=person_id).values_list("values", flat=True)]


def _is_from(measures: dict[str, float], charts: Iterable[dict[str, float]]) -> bool:
    """Whether what a block was drafted from, which is the part of a chart that its school asks for, stands in one of these."""
    return bool(measures) and any(all(abs(c.get(k, inf) - v) < READ for k, v in measures.items()) for c in charts)


def _without(name: str, text: str) -> str:
    """The text with a name told as "somebody", where it stands as a word of its own."""
    return re.sub(rf"(?<!\w){re.escape(name)}(?!\w)", SOMEBODY, text)


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
