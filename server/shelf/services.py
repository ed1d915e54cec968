"""Blocks in and out of the shelf."""

from __future__ import annotations

import json
from collections.abc import Mapping
from functools import lru_cache
from typing import Any

from django.db import transaction
from django.db.models import Max

from patterncraft.drafting.school import Block as Draft
from patterncraft.drafting.schools import SCHOOLS, school
from patterncraft.errors import BadMeasure, BadSetting
from patterncraft.fitting.again import drafted_again
from patterncraft.formats.openfile import BlockFile
from patterncraft.formats.openfile_io import block_file, read_block
from patterncraft.texts import NAME_LETTERS, tidy
from patterncraft.units import Unit, parse_length

from ..config.answers import Missing
from ..config.remembered import remembered
from ..people.models import Person
from ..workrooms.models import Workroom
from .cards import DESCRIBED, describe
from .models import Block, BlockRevision
from .proof import as_json, proved, told_if_unreadable


def keep_block(
    room: Workroom,
    name: str,
    person: Person | None,
    file: BlockFile,
    note: str = "",
    size_set: str = "",
    draft: Draft | None = None,
) -> Block:
    """A new block with its first revision, once that has been read back and drawn (``proof``). ``size_set``: the family of sizes it hangs in; ``draft``: the block in
    the file, where that is proved already."""
    if not tidy(name):
        raise BadSetting("a block needs a name.", cure="Type one.", field="name")
    content = as_json(file)
    draft = draft or proved(content, name[:NAME_LETTERS])
    with transaction.atomic():
        block = Block(workroom=room, person=person, name=tidy(name)[:NAME_LETTERS], size_set=size_set)
        describe(block, draft, stored_letters(content))
        block.save()
        BlockRevision.objects.create(block=block, number=1, content=content, note=note)
    return block


def keep_revision(block: Block, file: BlockFile, note: str) -> BlockRevision:
    """The block's next revision, once it has been read back and drawn; styles stay with the ones they are pinned to."""
    content = as_json(file)
    draft = proved(content, block.name)
    with transaction.atomic():
        Block.objects.select_for_update().get(pk=block.pk)
        last = block.revisions.aggregate(last=Max("number"))["last"] or 0
        describe(block, draft, stored_letters(content))
        block.save(update_fields=DESCRIBED)
        return BlockRevision.objects.create(block=block, number=last + 1, content=content, note=note)


def stored_letters(content: Any) -> int:
    """How long plain data is as the database keeps it."""
    return len(json.dumps(content))


def read_settings(school_name: str, typed: dict[str, Any], unit: Unit) -> dict[str, Any]:
    """A school's settings with lengths as typed ("1 1/2") turned into cm. Raises BadSetting."""
    fields = school(school_name).settings.model_json_schema()["properties"]

    def read(name: str, value: Any) -> Any:
        prop = fields.get(name, {})
        if isinstance(value, list) and prop.get("type") == "array":
            return [read_one(prop, name, x) for x in value]
        return read_one(prop, name, value)

    def read_one(prop: dict[str, Any], name: str, value: Any) -> Any:
        if not (isinstance(value, str) and (prop.get("unit") == "cm" or prop.get("type") == "array")):
            return value
        try:
            return parse_length(value, unit, prop["title"])
        except BadMeasure as e:
            raise BadSetting(e.message, e.where, e.cure, name) from None

    return {name: read(name, value) for name, value in typed.items()}


def draft_file(school_name: str, measures: Mapping[str, float], settings: dict[str, Any], name: str) -> BlockFile:
    """A draft by a school as a block's file. Raises BadMeasure, BadSetting."""
    return block_file(school(school_name).draft(measures, settings), name)


def revision_of(room: Workroom, block_id: int, number: int) -> BlockRevision:
    """Raises Missing when block or revision is not of this workroom."""
    found = (
        BlockRevision.objects.select_related("block")
        .defer("content")
        .filter(block__workroom=room, block_id=block_id, number=number)
        .first()
    )
    if found is None:
        raise Missing("there is no such block in this workroom.", cure="Choose one from the shelf.")
    return found


@lru_cache(maxsize=4096)
def revision_id(room_id: int, block_id: int, number: int) -> int:
    """``revision_of`` for a hand in motion: the revision's id. A block never changes its workroom and
    a revision never changes at all, so what was found once stays true; a miss is not remembered."""
    return revision_of(Workroom(pk=room_id), block_id, number).pk


@lru_cache(maxsize=256)
def draft_of(revision_id: int) -> Draft:
    """The core's block of a revision. Revisions are immutable, so this can be remembered; who may
    see it is asked before (``revision_of``). Raises BadFile where what is stored cannot be read."""
    revision = BlockRevision.objects.select_related("block").get(pk=revision_id)
    with told_if_unreadable(revision.block.name):
        return read_block(BlockFile.model_validate(revision.content), revision.block.name)


remembered(revision_id.cache_clear)
remembered(draft_of.cache_clear)


def constructed(draft: Draft) -> Draft:
    """The same block with its construction, drawn again from what it was drafted from."""
    if not draft.school:
        return draft
    return drafted_again(draft.school, draft.measures, draft.settings, draft.base, draft.corrections)


def base_of(room: Workroom, block_id: int | None) -> Draft | None:
    """The newest revision of a block to draw on. Raises Missing when it is not of this workroom."""
    if block_id is None:
        return None
    return draft_of(Block.objects.one(room, block_id).revisions.all()[0].pk)


def title_of(draft: Draft) -> str:
    """A school's title by its name."""
    return SCHOOLS[draft.school].title if draft.school in SCHOOLS else "a traced block"
