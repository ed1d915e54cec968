"""A style's head: its blocks by role. Adding one to a style in work, taking one away, cutting it for another person."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from typing import Final

from django.db import transaction

from patterncraft.drafting.school import Block as Draft
from patterncraft.drafting.schools import SCHOOLS
from patterncraft.errors import BadSetting, MoveRefused, PatternError
from patterncraft.fitting.again import drafted_again
from patterncraft.formats.openfile_io import block_file
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import Replay

from ..people.models import Person
from ..people.words import known_values
from ..shelf.models import Block, BlockRevision
from ..shelf.services import draft_of, keep_block
from ..workrooms.models import Workroom
from . import services
from .models import Style
from .wearer import Pins

STOPS: Final = "It stops:"
"""What a sentence begins with that tells of a step that could not be done."""


class OtherPerson(PatternError):
    """Two blocks of different persons: asked, not refused. Sent again with ``sure`` it is done."""

    code = "other_person"


@dataclass(frozen=True, slots=True)
class Done:
    """A changed style, and what a person should be told of it, in sentences."""

    style: Style
    told: tuple[str, ...]


def add_block(style: Style, version: int, role: str, revision: BlockRevision, sure: bool) -> Done:
    """Lay another block beside those of a style in work; its steps are done again on all of them.

    Raises Conflict; BadSetting for a role that is taken; OtherPerson unless ``sure``; MoveRefused when the steps cannot
    be done any more, or when what it would be sewn to was cut away.
    """
    with transaction.atomic():
        fresh = services.at_version(style, version)
        pins = services.pins_of(fresh)
        role = role.strip() or _free_role(services.role_of(revision), [r for r, _ in pins])
        if role in dict(pins):
            raise BadSetting(f"the style has a {role} already.", fresh.name, "Give the new block another role, as lining.", "role")
        _ask_about_persons(fresh, revision, sure)
        after = (*pins, (role, revision.pk))
        replay = _still_works(fresh, after)
        _finds_its_partner(role, after, replay)
        services.pin(fresh, after)
        services.record(fresh, services.steps_of(fresh), f"laid down the {role}")
        return Done(fresh, services.table_of(after).told)


def take_away(style: Style, version: int, role: str) -> Done:
    """Take a block off the table. Raises Conflict, BadSetting for the last one or a role that is not there, MoveRefused when
    a step works on it."""
    with transaction.atomic():
        fresh = services.at_version(style, version)
        pins = services.pins_of(fresh)
        if role not in dict(pins):
            raise BadSetting(f"the style has no {role}.", fresh.name, f"It has: {', '.join(r for r, _ in pins)}.", "role")
        if len(pins) == 1:
            raise BadSetting("a style needs at least one block.", fresh.name, "Lay another one down first.", "role")
        after = tuple((r, i) for r, i in pins if r != role)
        _still_works(fresh, after)
        services.pin(fresh, after)
        services.record(fresh, services.steps_of(fresh), f"took away the {role}")
        return Done(fresh, ())


def recut(style: Style, version: int, person: Person) -> Done:
    """Cut the style for another person: all roles at once, from the shelf, or drafted on the spot from her newest measures by the
    same school and settings.

    Nothing is refused that a step cannot do on her: the steps before it stand, and it is said. Raises Conflict; MoveRefused for
    a traced block, which cannot be drafted for somebody else; BadMeasure where her chart lacks something.
    """
    with transaction.atomic():
        fresh = services.at_version(style, version)
        after, told = blocks_for(fresh.workroom, services.pins_of(fresh), person)
        services.pin(fresh, after)
        steps = services.steps_of(fresh)
        services.record(fresh, steps, f"cut for {person.name}")
        replay = services.worked(after, read_steps(steps), fresh.house_rules())
        if replay.stopped:
            told.append(f"{STOPS} {replay.stopped}")
        return Done(fresh, (*told, *services.table_of(after).told))


def blocks_for(room: Workroom, like: Pins, person: Person) -> tuple[Pins, list[str]]:
    """A person's own blocks in the place of others of the same schools, and where each comes from, in words. Raises as ``recut``."""
    made: dict[str, BlockRevision] = {}
    said: dict[str, str] = {}
    with transaction.atomic():
        # What is drawn on another block comes after it, in whatever order they lie on the table.
        for role, revision_id in sorted(like, key=lambda pin: draft_of(pin[1]).base is not None):
            made[role], said[role] = _for_person(room, draft_of(revision_id), person, made.values())
    return tuple((role, made[role].pk) for role, _ in like), [f"{role}: {said[role]}" for role, _ in like]


def _free_role(role: str, taken: list[str]) -> str:
    return role if role not in taken else next(f"{role} {k}" for k in range(2, 99) if f"{role} {k}" not in taken)


def _ask_about_persons(style: Style, revision: BlockRevision, sure: bool) -> None:
    new = revision.block.person
    others = {p.revision.block.person for p in style.pins.select_related("revision__block__person")}
    strangers = sorted(p.name for p in others if p and new and p.pk != new.pk)
    if strangers and not sure and new:
        raise OtherPerson(
            f"this block is {new.name}'s, those on the table are {strangers[0]}'s.",
            style.name,
            "Lay it down all the same, or choose one of the same person.",
            "block_id",
        )


def _still_works(style: Style, pins: Pins) -> Replay:
    """The steps done on other blocks. Raises MoveRefused when one that could be done cannot be any more."""
    steps = read_steps(services.steps_of(style))
    rules = style.house_rules()
    before = services.worked(services.pins_of(style), steps, rules)
    after = services.worked(pins, steps, rules)
    if after.stopped and len(after.done) < len(before.done):
        raise MoveRefused(
            f"step {after.stopped.step} could not be done any more: {after.stopped.message}",
            style.name,
            "Undo that step first, or leave the blocks as they are.",
        )
    return after


def _finds_its_partner(role: str, pins: Pins, replay: Replay) -> None:
    """A part comes for the edge it was made for: refused where that edge was cut away meanwhile."""
    laid = services.table_of(pins)
    own = {piece for piece, r in laid.roles.items() if r == role}
    for seam in laid.pattern.seams:
        mine = {s.piece for s in seam.a} <= own
        if not seam.b or not (mine or {s.piece for s in seam.b} <= own):
            continue
        gone = next((d for d in replay.done if not _is_sewn(d.after, seam.name)), None)
        if gone is not None:
            edge = (seam.b if mine else seam.a)[0].edge
            raise MoveRefused(
                f"the {edge} it would be sewn to is cut away in step {gone.number}.",
                role,
                "Undo that step, or make the part for what is there now.",
                "block_id",
            )


def _is_sewn(pattern: Pattern, seam: str) -> bool:
    return any(s.name == seam and s.b for s in pattern.seams)


def _for_person(room: Workroom, draft: Draft, person: Person, made: Collection[BlockRevision]) -> tuple[BlockRevision, str]:
    """The person's own block of the same school, newest first; else one drafted now, on a block of hers that is of its old base's
    school. With words saying which."""
    if draft.school not in SCHOOLS:
        raise MoveRefused(
            "a traced block cannot be drafted for somebody else.", person.name, "Put a block of that person in its place by hand."
        )
    for block in Block.objects.of(room).filter(person=person).exclude(state=Block.State.RETIRED).prefetch_related("revisions"):
        newest = block.revisions.all()[0]
        if draft_of(newest.pk).school == draft.school:
            return newest, f"“{block.name}”, revision {newest.number}, from the shelf"
    chart = person.charts.filter(put_away=None).first()
    if chart is None:
        raise MoveRefused(f"there are no measures of {person.name}.", person.name, "Take the measures first.", "person_id")
    base = _base_for_person(room, draft.base, person, made) if draft.base else None
    new = drafted_again(draft.school, known_values(chart), draft.settings, base, draft.corrections)
    name = f"{person.name}, {SCHOOLS[draft.school].title.lower()}"[:120]
    block = keep_block(room, name, person, block_file(new, name), f"drafted from the measures of {chart.taken_on} for a style")
    return block.revisions.get(number=1), f"drafted now from the measures of {chart.taken_on} and hung on the shelf as “{name}”"


def _base_for_person(room: Workroom, wanted: Draft, person: Person, made: Collection[BlockRevision]) -> Draft:
    """What a part is drawn on for this person: the block of that school that is in the style already, else the person's own, else one drafted
    and hung up now."""
    beside = next((new for r in made if (new := draft_of(r.pk)).school == wanted.school), None)
    if beside:
        return beside
    revision, _ = _for_person(room, wanted, person, made)
    return draft_of(revision.pk)
