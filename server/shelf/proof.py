"""What is hung on the shelf is first read back and drawn: a block that its own page could not show never gets there."""

from __future__ import annotations

import json
import logging
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any, Final

from django.db import DatabaseError

from patterncraft.drafting.audit import audit
from patterncraft.drafting.school import Block as Draft
from patterncraft.errors import BadFile, PatternError
from patterncraft.finishing.finish import finish
from patterncraft.fitting.again import drafted_again
from patterncraft.formats.drawing import Box, Drawing, draw
from patterncraft.formats.layout import lay_side_by_side
from patterncraft.formats.openfile import BlockFile
from patterncraft.formats.openfile_io import read_block, read_file, write_file
from patterncraft.formats.svg import pattern_svg
from patterncraft.house import HouseRules
from patterncraft.style import lay_on_table
from patterncraft.texts import NAME_LETTERS

log = logging.getLogger(__name__)
NOTHING: Final = Drawing(pieces=[], box=Box(left=0.0, top=0.0, right=1.0, bottom=1.0))
"""The drawing of a block that cannot be read."""


def as_json(file: BlockFile) -> Any:
    """A file as plain data, as it is stored."""
    return json.loads(write_file(file))


def proved(content: Any, where: str) -> Draft:
    """The block in stored content, once everything has been done with it that a page does: read, drawn again, audited, laid on a table,
    finished, printed.

    Raises what the core says is wrong, and BadFile where it only found out that it could not.
    """
    with told_if_unreadable(where):
        draft = read_block(BlockFile.model_validate(content))
        if draft.school:
            _drawn_again(draft, where)
        _shown(draft)
    return draft


def proved_file(data: bytes, name: str) -> tuple[BlockFile, Draft]:
    """A block's open file from outside, and the block in it, proved under the name it will have. Raises BadFile, and what the core says is wrong."""
    file = read_file(data, BlockFile)
    return file, proved(as_json(file), (name or file.name)[:NAME_LETTERS])


@contextmanager
def told_if_unreadable(where: str) -> Iterator[None]:
    """Working on what came from outside or from the store: whatever goes wrong there is told in words, as BadFile."""
    try:
        yield
    except (PatternError, DatabaseError):
        raise
    except Exception as e:
        log.warning("%s cannot be read or drawn", where, exc_info=e)
        cure = "Look for an edge, a dart or a line without size; save it as a file, mend it there and take it in again."
        raise BadFile("it cannot be read or drawn.", where, cure) from e


def _drawn_again(draft: Draft, where: str) -> None:
    try:
        drafted_again(draft.school, draft.measures, draft.settings, draft.base, draft.corrections)
    except PatternError as e:
        cure = "Leave out what it was drafted from, and it is taken as a traced block."
        raise BadFile(f"it cannot be drawn again from what it was drafted from: {e}", where, cure, e.field) from None


def _shown(draft: Draft) -> None:
    rules = HouseRules()
    audit(draft, rules)
    table = lay_on_table({"block": draft.pattern}).pattern
    draw(table, rules)
    pieces = finish(table, rules, "")
    lay_side_by_side(pieces)
    pattern_svg(pieces, "")


def why_unreadable(error: Exception) -> str:
    """What a list says of a row that it cannot show."""
    if not isinstance(error, PatternError):
        log.warning("a stored row cannot be read", exc_info=error)
    said = str(error) if isinstance(error, PatternError) else "it holds what this version does not know."
    return f"cannot be read: {said}"
