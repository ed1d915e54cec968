"""Styles made from styles: a duplicate, a variant from any step on, the same style for another person."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction

from patterncraft.errors import BadSetting

from ..people.models import Person
from . import heads, services
from .models import Style, StyleBlock, StyleEdit


@dataclass(frozen=True, slots=True)
class Branch:
    """How a style is made from another: its name (empty: one is found), how many of the steps it takes along (None: all), whether
    it remembers what it comes from."""

    name: str = ""
    steps: int | None = None
    variant: bool = True


def branched(style: Style, branch: Branch) -> Style:
    """A style of its own on the same blocks, by the same rules, with the first steps of the other and its sheets where they lay.

    Raises BadSetting for more steps than there are.
    """
    steps = services.steps_of(style)
    taken = len(steps) if branch.steps is None else branch.steps
    if not 0 <= taken <= len(steps):
        has = "1 step" if len(steps) == 1 else f"{len(steps)} steps"
        raise BadSetting(f"“{style.name}” has {has}, not {taken}.", style.name, "Branch it from one of them.", "steps")
    with transaction.atomic():
        pins = services.pins_of(style)
        new = Style.objects.create(
            workroom=style.workroom,
            name=branch.name.strip() or _free_name(style, "variant" if branch.variant else "copy"),
            rules=style.rules,
            layout=style.layout,
            acknowledged=style.acknowledged,
            finishing=style.finishing,
            variant_of=style if branch.variant else None,
        )
        StyleBlock.objects.bulk_create([StyleBlock(style=new, role=role, revision_id=i) for role, i in pins])
        begun = [[role, i] for role, i in pins]
        StyleEdit.objects.create(style=new, number=0, steps=[], pins=begun, label="begun")
        if taken:
            services.record(new, steps[:taken], f"taken over from “{style.name}”")
        return new


def for_person(style: Style, person: Person, name: str = "") -> heads.Done:
    """The same style cut for another person, as a variant; the style itself stays as it is. Raises what ``heads.recut`` does."""
    with transaction.atomic():
        new = branched(style, Branch(name.strip() or f"{style.name}, {person.name}"[:120]))
        done = heads.recut(new, new.version, person)
    # Where it stops, and why, stands beside both when they are laid over each other.
    return heads.Done(done.style, tuple(t for t in done.told if not t.startswith(heads.STOPS)))


def family_of(style: Style) -> list[Style]:
    """The style it was first branched from and all that came of that, oldest first; the style itself among them."""
    root, seen = style, {style.pk}
    while root.variant_of_id is not None and root.variant_of_id not in seen:
        root = Style.objects.one(style.workroom, root.variant_of_id)
        seen.add(root.pk)
    found, wanted = [root], [root.pk]
    while wanted:
        children = list(Style.objects.of(style.workroom).filter(variant_of__in=wanted).order_by("pk"))
        found += children
        wanted = [c.pk for c in children]
    return sorted(found, key=lambda s: s.pk)


def _free_name(style: Style, word: str) -> str:
    base = f"{style.name[:100]}, {word}"
    taken = set(Style.objects.filter(workroom=style.workroom).values_list("name", flat=True))
    return base if base not in taken else next(f"{base} {k}" for k in range(2, 10_000) if f"{base} {k}" not in taken)
