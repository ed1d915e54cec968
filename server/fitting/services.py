"""A block tried on: toiles, what they showed, and the revision that comes of it."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.db.models import Max

from patterncraft.errors import BadSetting, MoveRefused, PatternError
from patterncraft.fitting.corrected import corrected
from patterncraft.formats.openfile_io import block_file
from patterncraft.formats.table import tidy
from patterncraft.moves.registry import read_steps, step_json
from patterncraft.replay import Replay

from ..config.answers import Missing
from ..shelf.models import Block, BlockRevision
from ..shelf.services import draft_of, keep_revision
from ..styles import services as styles
from ..styles.models import Style
from ..styles.pointing import sheet_under
from ..workrooms.models import Workroom
from .models import Fitting
from .shapes import FittingIn, NoteIn


def fitting_of(room: Workroom, pk: int) -> Fitting:
    """Raises Missing for one of another workroom."""
    found = (
        Fitting.objects.select_related("block__person", "block__workroom", "revision", "made", "style")
        .filter(pk=pk, block__workroom=room)
        .first()
    )
    if found is None:
        raise Missing("there is no such toile in this workroom.", cure="Look at the block's fittings.")
    return found


def begin(block: Block, given: FittingIn) -> Fitting:
    """The next toile of a block, from its newest revision, with a recipe of its own for the corrections. One that is still worked at is finished first."""
    open_one = block.fittings.filter(made=None).first()
    if open_one is not None and styles.steps_of(_style(open_one)):
        raise MoveRefused(
            f"toile {open_one.number} has corrections that are no revision yet.",
            block.name,
            "Make them one, or take them out, before the next toile is sewn.",
        )
    newest = block.revisions.all()[0]
    with transaction.atomic():
        number = (block.fittings.aggregate(last=Max("number"))["last"] or 0) + 1
        style = styles.new_style(block.workroom, f"{block.name[:100]}, toile {number}", newest)
        fitting = Fitting.objects.create(block=block, number=number, revision=newest, style=style, **given.model_dump())
        if block.state != Block.State.RETIRED:
            block.state = Block.State.TOILE
            block.save(update_fields=["state"])
    return fitting


def pin_note(fitting: Fitting, given: NoteIn) -> None:
    """Kept with the sheet that lies there. Raises BadPlace where none does."""
    pattern = draft_of(fitting.block.revisions.all()[0].pk).pattern
    lies = tidy(pattern)
    at = complex(given.x, given.y)
    piece = sheet_under(pattern, lies, at)
    own = lies[piece.name].by.inverse().point(at)
    fitting.notes.create(piece=piece.name, x=own.real, y=own.imag, text=given.text)


def take_out(fitting: Fitting) -> None:
    """A toile that was a mistake. Raises MoveRefused for one that gave a revision: it is the block's history."""
    if fitting.made is not None:
        raise MoveRefused(
            f"revision {fitting.made.number} came of toile {fitting.number}.",
            fitting.block.name,
            "It stays with the block's history.",
        )
    with transaction.atomic():
        if fitting.style is not None:
            fitting.style.delete()
        fitting.delete()


def worked(fitting: Fitting) -> Replay:
    """The corrections done on the block that was tried on."""
    style = _style(fitting)
    return styles.worked(styles.pins_of(style), read_steps(styles.steps_of(style)), style.house_rules())


def make_revision(fitting: Fitting, note: str, fitted: bool) -> BlockRevision:
    """The corrections as the block's next revision, immutable from then on; styles stay with theirs until a person moves them.

    Raises MoveRefused where there are none, one cannot be done, or the block has a newer revision than the one that was tried on; what a correction raises
    as the block's (``fitting.by_step``).
    """
    block = fitting.block
    if fitting.made is not None:
        raise MoveRefused(f"toile {fitting.number} is revision {fitting.made.number} already.", block.name, "Sew the next toile.")
    newest = block.revisions.all()[0]
    if newest.pk != fitting.revision_id:
        raise MoveRefused(
            f"the block has revision {newest.number} by now; revision {fitting.revision.number} was tried on.",
            block.name,
            "Sew a toile of the newest one.",
        )
    steps = read_steps(styles.steps_of(_style(fitting)))
    if not steps and not fitted:
        raise MoveRefused("nothing was corrected.", block.name, "Correct it on the bench, or say that it fits as it is.", "note")
    with transaction.atomic():
        made = None
        if steps:
            stopped = worked(fitting).stopped
            if stopped:
                raise stopped
            draft = corrected(draft_of(newest.pk), [{"correction": "step", "step": step_json(s)} for s in steps if not s.muted])
            made = keep_revision(block, block_file(draft, block.name), note or f"after toile {fitting.number}")
        fitting.made = made or newest
        fitting.save(update_fields=["made"])
        block.state = Block.State.FITTED if fitted else Block.State.TOILE
        block.save(update_fields=["state"])
    return fitting.made


def _style(fitting: Fitting) -> Style:
    if fitting.style is None:
        raise BadSetting("its corrections were deleted.", fitting.block.name, "Sew the next toile.")
    return fitting.style


# ---- styles that lie on an older revision


def behind(block: Block) -> list[tuple[Style, str, BlockRevision]]:
    """The block's styles, put away ones not among them, that lie on another revision than its newest: with the role and that revision."""
    newest = block.revisions.all()[0]
    found = Style.objects.of(block.workroom).filter(pins__revision__block=block).distinct()
    pins = [(s, p) for s in found for p in s.pins.select_related("revision")]
    return [(s, p.role, p.revision) for s, p in pins if p.revision.block_id == block.pk and p.revision_id != newest.pk]


def pins_with(style: Style, role: str, revision: BlockRevision) -> Any:
    """The style's blocks with one of them exchanged. Raises BadSetting for a role it does not have."""
    pins = styles.pins_of(style)
    if role not in dict(pins):
        raise BadSetting(f"the style has no {role}.", style.name, f"It has: {', '.join(r for r, _ in pins)}.", "role")
    return tuple((r, revision.pk if r == role else i) for r, i in pins)


def follow(style: Style, version: int, role: str) -> Style:
    """The style on the newest revision of its block, as one change that can be undone; steps that cannot be done on it stay in the recipe, and are told.

    Raises Conflict; BadSetting for a role it does not have, MoveRefused where it lies on the newest one already.
    """
    with transaction.atomic():
        fresh = styles.at_version(style, version)
        pinned = fresh.pins.select_related("revision__block").filter(role=role).first()
        if pinned is None:
            raise BadSetting(f"the style has no {role}.", fresh.name, "Look at its blocks.", "role")
        newest = pinned.revision.block.revisions.all()[0]
        if newest.pk == pinned.revision_id:
            raise MoveRefused("it lies on the newest revision already.", fresh.name, "There is nothing to change.")
        styles.pin(fresh, pins_with(fresh, role, newest))
        return styles.record(fresh, styles.steps_of(fresh), f"the {role}, revision {newest.number}")


def told(error: PatternError | None) -> str:
    """A refusal in words; empty without one."""
    return str(error) if error else ""
