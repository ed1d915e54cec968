"""The shelf as it hangs: searched, sorted out, a stretch at a time. Nothing here reads a block."""

from __future__ import annotations

from typing import Any, Final, NamedTuple

from django.db.models import Count, OuterRef, Q, QuerySet, Subquery, TextField
from django.db.models.functions import Cast, Length

from patterncraft.drafting.schools import SCHOOLS

from ..styles.models import Style
from ..workrooms.models import Workroom
from .cards import described, school_title, silhouette_of
from .models import Block, BlockRevision
from .shapes import BlockName, CardOut, ShelfOut

WORDS: Final = 8
"""Words of a search that are looked for."""


class Asked(NamedTuple):
    """What is looked for; an empty field asks for nothing."""

    text: str = ""
    person: int | None = None
    kind: str = ""
    state: str = ""
    cloth: str = ""
    size_set: str = ""


def names(room: Workroom) -> list[BlockName]:
    """All blocks at hand, by name."""
    at_hand: QuerySet[Any] = _newest(Block.objects.of(room))
    rows = at_hand.values_list("pk", "name", "person__name", "person_id", "school", "family", "state", "newest")
    return [
        BlockName(
            id=pk,
            name=name,
            person=person or "",
            person_id=owner,
            school=school_title(school),
            school_name=school,
            family=family,
            state=state,
            revision=newest or 0,
        )
        for pk, name, person, owner, school, family, state, newest in rows
    ]


def page(room: Workroom, asked: Asked, start: int, count: int) -> ShelfOut:
    """A stretch of what was asked for, in the order of the shelf."""
    at_hand = Block.objects.of(room)
    found = _asked(at_hand, asked)
    # First which, then what is told of those: telling it of thousands to show sixty takes most of the time.
    shown = list(found.order_by("name", "pk").values_list("pk", flat=True)[start : start + count])
    hung = _newest(Block.objects.filter(pk__in=shown).select_related("person"), how_long=True).order_by("name", "pk")
    lie = dict(
        Style.objects.filter(fitting=None, pins__revision__block__in=shown)
        .order_by()
        .values_list("pins__revision__block")
        .annotate(Count("pk", distinct=True))
    )
    kinds, sets, people = set[str](), set[str](), dict[int, str]()
    for kind, size_set, owner, name in at_hand.order_by().values_list("family", "size_set", "person_id", "person__name").distinct():
        kinds.add(kind)
        sets.add(size_set)
        if owner is not None:
            people[owner] = name
    everything = at_hand.count()
    return ShelfOut(
        cards=[_card(b, lie.get(b.pk, 0)) for b in described(hung)],
        total=everything if found is at_hand else found.count(),
        all=everything,
        people=people,
        kinds=sorted(kinds - {""}),
        sets=sorted(sets - {""}),
    )


def _newest(blocks: QuerySet[Block], how_long: bool = False) -> QuerySet[Block]:
    newest = BlockRevision.objects.filter(block=OuterRef("pk")).order_by("-number")
    found = blocks.annotate(newest=Subquery(newest.values("number")[:1]), made=Subquery(newest.values("created")[:1]))
    if not how_long:
        return found
    long = newest.annotate(letters=Length(Cast("content", TextField())))
    return found.annotate(letters=Subquery(long.values("letters")[:1]))


def _asked(blocks: QuerySet[Block], asked: Asked) -> QuerySet[Block]:
    for word in asked.text.split()[:WORDS]:
        schools = [name for name, s in SCHOOLS.items() if word.casefold() in s.title.casefold()]
        blocks = blocks.filter(
            Q(name__icontains=word)
            | Q(person__name__icontains=word)
            | Q(school__in=schools)
            | Q(family__icontains=word)
            | Q(cloth__icontains=word)
            | Q(size_set__icontains=word)
            | Q(pk__in=Block.objects.filter(fittings__cloth__icontains=word).values("pk"))
        )
    if asked.person is not None:
        blocks = blocks.filter(person_id=asked.person)
    if asked.kind:
        blocks = blocks.filter(family=asked.kind)
    if asked.cloth:
        blocks = blocks.filter(cloth=asked.cloth)
    if asked.size_set:
        blocks = blocks.filter(size_set=asked.size_set)
    if asked.state:
        return blocks.filter(state=asked.state)
    return blocks if asked.text else blocks.exclude(state=Block.State.RETIRED)


def _card(block: Block, styles: int) -> CardOut:
    made = getattr(block, "made", None)
    return CardOut(
        id=block.pk,
        name=block.name,
        person=block.person.name if block.person else "",
        person_id=block.person_id,
        school=school_title(block.school),
        school_name=block.school,
        family=block.family,
        state=block.state,
        revision=getattr(block, "newest", 0) or 0,
        cloth=block.cloth,
        size_set=block.size_set,
        made=made.date().isoformat() if made else "",
        styles=styles,
        silhouette=silhouette_of(block),
        unreadable=block.card.get("unreadable", ""),
    )
