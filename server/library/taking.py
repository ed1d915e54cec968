"""An archive taken in: read and proved first, then kept in portions, each whole; broken off, it is gone on with.

What is here already is known by its key. The same thing is not taken twice; a block with more revisions, or a style with more changes, is brought up to date; where both
were changed, ours stays and the other is hung beside it. What was put away here and is at hand there is taken back.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from functools import partial
from typing import Any, Final

from django.db import transaction
from pydantic import ValidationError

from patterncraft.errors import BadFile, PatternError
from patterncraft.finishing.plan import Finishing
from patterncraft.formats.openfile import AcknowledgedData, BlockFile, MeasuresFile
from patterncraft.formats.openfile_io import chart_of, read_block
from patterncraft.house import HouseRules
from patterncraft.laying.cloth import Cloth, LayOrder
from patterncraft.laying.stored import read_placed, read_shapes
from patterncraft.moves.registry import read_steps

from ..apart.door import apart
from ..fitting.photographs import redrawn
from ..longwork.at_work import AtWork
from ..shelf.models import Block
from ..shelf.proof import proved, told_if_unreadable
from ..workrooms.models import Workroom
from .contents import Contents, Taken
from .keeping import Keeper
from .keys import by_key
from .models import Archive
from .papers import BlockPaper, ClothPaper, LayPaper, PersonPaper, StylePaper
from .parcel import Parcel
from .seal import digest, is_ours

Told = Callable[[int, int], bool]
PORTION: Final = 0.15
"""seconds for which nobody else can write"""
GAP: Final = 0.12
"""seconds between portions: whoever waits to write looks again at least as often"""
STOPPED: Final = "It was stopped; nothing was taken in."


class Stopped(PatternError):
    """Somebody said stop; nothing was kept yet."""

    code = "stopped"


def read(room: Workroom, data: bytes, told: Told) -> Contents:
    """Everything in an archive, as far as it can be read; what cannot is left out and said. ``told`` hears how many of how many are read, and says whether to go on.
    Raises BadFile where it is no archive; Stopped."""
    parcel = Parcel(data)
    digests = {n: digest(parcel.read(n)) for n in parcel.names if n != "manifest.json"}
    ours = is_ours(parcel.manifest.seal, digests)
    found = Contents()
    people, blocks = (
        parcel.papers("people", PersonPaper, found.leave_out),
        parcel.papers("blocks", BlockPaper, found.leave_out),
    )
    styles = parcel.papers("styles", StylePaper, found.leave_out)
    cloths, lays = parcel.papers("cloths", ClothPaper, found.leave_out), parcel.papers("lays", LayPaper, found.leave_out)
    of, done = len(people) + len(blocks) + len(styles) + len(cloths) + len(lays), 0

    def one_more() -> None:
        nonlocal done
        done += 1
        if not told(done, of):
            raise Stopped(STOPPED)

    for _, person in people:
        _tried(found, person.name, partial(_person, found, person))
        one_more()
    here = by_key(room, Block.objects.filter(workroom=room))
    for folder, block in blocks:
        _tried(found, block.name, partial(_block, room, found, parcel, folder, block, here, ours))
        one_more()
    for _, style in styles:
        _tried(found, style.name, partial(_style, found, style))
        one_more()
    for _, cloth in cloths:
        _tried(found, cloth.name, partial(_cloth, found, cloth))
        one_more()
    for _, lay in lays:
        _tried(found, lay.name, partial(_lay, found, lay))
        one_more()
    if "house rules.json" in parcel.names:
        found.rules = _checked(HouseRules, parcel.json("house rules.json"), "house rules.json")
    return found


def _tried(found: Contents, name: str, take: Callable[[], None]) -> None:
    try:
        with told_if_unreadable(name):
            take()
    except PatternError as e:
        found.leave_out(name, e.message)


def _person(found: Contents, paper: PersonPaper) -> None:
    for chart in paper.charts:
        # Only what can be a measure; a key of another version is kept as it stands.
        chart_of(MeasuresFile(name=paper.name, values=chart.values, estimated=chart.estimated))
    found.people.append(paper)


def _block(
    room: Workroom, found: Contents, parcel: Parcel, folder: str, paper: BlockPaper, here: dict[str, Block], ours: bool
) -> None:
    there = here.get(paper.key)
    known = dict(there.revisions.values_list("number", "content")) if there else {}
    newest = max(r.number for r in paper.revisions)
    for r in paper.revisions:
        content = parcel.json(f"{folder}/{r.file}")
        found.revisions[paper.key, r.number] = content
        if known.get(r.number) == content:
            continue
        # What we packed ourselves was proved when it was hung; what comes from outside is, apart from everything else here.
        draft = read_block(BlockFile.model_validate(content)) if ours else apart(room.pk, paper.name, proved, content, paper.name)
        if r.number == newest:
            found.drafts[paper.key, r.number] = draft
    for toile in paper.toiles:
        if toile.recipe:
            _recipe(toile.recipe)
        for n, shot in enumerate(toile.photographs):
            found.photographs[paper.key, toile.number, n] = apart(
                room.pk, paper.name, redrawn, parcel.read(f"{folder}/{shot.file}")
            )
    found.blocks.append(paper)


def _style(found: Contents, paper: StylePaper) -> None:
    _recipe(paper)
    found.styles.append(paper)


def _recipe(paper: StylePaper) -> None:
    """Raises what a step, a rule or a line in it lacks."""
    numbers = [e.number for e in paper.edits]
    if numbers != list(range(len(numbers))) or paper.cursor >= len(numbers):
        raise BadFile("its changes are not in order.", paper.name, "Save the archive once more.")
    for e in paper.edits:
        read_steps(e.steps)
    _checked(HouseRules, paper.rules, paper.name)
    _checked(Finishing, {"lines": paper.finishing}, paper.name)
    for a in paper.acknowledged:
        _checked(AcknowledgedData, a, paper.name)


def _cloth(found: Contents, paper: ClothPaper) -> None:
    _checked(Cloth, paper.card, paper.name)
    found.cloths.append(paper)


def _lay(found: Contents, paper: LayPaper) -> None:
    _checked(Cloth, paper.card, paper.name)
    _checked(LayOrder, paper.order, paper.name)
    shapes, _ = read_shapes(paper.shapes)
    if any(not 0 <= p.shape < len(shapes) for p in read_placed(paper.placed)):
        raise BadFile("a piece in it is none of its own.", paper.name, "Make the lay anew.")
    found.lays.append(paper)


def _checked(kind: Any, raw: Any, where: str) -> Any:
    try:
        kind.model_validate(raw)
    except ValidationError as e:
        raise BadFile(e.errors()[0]["msg"], where, "Save the archive once more.") from None
    return raw


def take_in(at: AtWork[Archive], found: Contents) -> Taken:
    """Keep what was read, a portion after the other, so that nobody else who saves waits for all of it. What is kept of a portion, and how far it is, is written at once: taken
    up again it goes on there. Raises Stopped, with what is kept by then."""
    before = Taken.read(at.record.wanted.get("taken", {}))
    taken = before if before.acts else Taken(said=list(found.left_out))
    keeper = Keeper(at.record.workroom, found, taken)
    acts = list(keeper.acts())
    if not taken.acts:
        keeper.rules()
    # What an earlier attempt has kept is only found again, and not counted twice.
    keeper.taken = Taken()
    for paper, act in acts[: taken.acts]:
        keeper.try_one(paper, act)
    keeper.taken = taken
    at.keep(done=taken.acts, of=len(acts))
    while taken.acts < len(acts):
        with transaction.atomic():
            if not at.counts():
                raise Stopped(
                    f"It was stopped; {taken.acts} of {len(acts)} things in it are here. Take it in again, and the rest comes."
                    if taken.acts
                    else STOPPED
                )
            until = time.monotonic() + PORTION
            while True:
                keeper.try_one(*acts[taken.acts])
                taken.acts += 1
                if taken.acts == len(acts) or time.monotonic() > until:
                    break
            at.keep(done=taken.acts, wanted={"taken": taken.data()})
        at.let_others_first()
        # Whoever waits to save comes in now.
        time.sleep(GAP)
    return taken
