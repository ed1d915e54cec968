"""A block in words: its card with its whole drawing, for its own page."""

from __future__ import annotations

from typing import Any

from patterncraft.drafting.school import Block as Draft
from patterncraft.formats.drawing import draw
from patterncraft.house import HouseRules

from ..workrooms.models import Workroom
from . import services
from .cards import family_of, school_title
from .models import Block, BlockRevision
from .proof import NOTHING, why_unreadable
from .shapes import BlockOut


def head_revision(block: Block) -> BlockRevision:
    """The newest revision of a block."""
    newest: BlockRevision = block.revisions.all()[0]
    return newest


def head_of(block: Block) -> dict[str, Any]:
    """What is known of a block without reading it."""
    newest = head_revision(block)
    return {
        "id": block.pk,
        "name": block.name,
        "person": block.person.name if block.person else "",
        "person_id": block.person_id,
        "state": block.state,
        "away": block.put_away.date().isoformat() if block.put_away else "",
        "revision": newest.number,
        "made": newest.created.date().isoformat(),
        # The recipe of a toile's corrections is no style.
        "styles": sum(not hasattr(p.style, "fitting") for r in block.revisions.all() for p in r.pins.all()),
    }


def content_words(draft: Draft, rules: HouseRules) -> dict[str, Any]:
    """What is known of it once it is read."""
    return {
        "school": school_title(draft.school),
        "school_name": draft.school,
        "family": family_of(draft),
        "drawing": draw(draft.pattern, rules),
    }


def block_out(block: Block, room: Workroom) -> BlockOut:
    """The block with its drawing; one that cannot be read says so."""
    head = head_of(block)
    try:
        return BlockOut(**head, **content_words(services.draft_of(head_revision(block).pk), room.house_rules()))
    except Exception as e:  # noqa: BLE001  (whatever is stored there, its page must still be shown)
        nothing = {"school": "", "school_name": "", "family": "", "drawing": NOTHING}
        return BlockOut(**head, **nothing, unreadable=why_unreadable(e))
