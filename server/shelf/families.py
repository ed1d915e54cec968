"""Blocks made from blocks, and many at once: a family of sizes, a duplicate for another person."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from django.db import transaction

from patterncraft.drafting.school import Block as Draft
from patterncraft.drafting.schools import SCHOOLS, school
from patterncraft.errors import BadSetting, PatternError
from patterncraft.fitting.corrected import corrected
from patterncraft.formats.openfile_io import block_file
from patterncraft.measures.families import SizeChart, family_of_sizes
from patterncraft.measures.keys import MEASURES
from patterncraft.measures.tables import size_table

from ..people.models import MeasureChart, Person
from ..people.words import known_values
from ..workrooms.models import Workroom
from .models import Block
from .services import draft_of, keep_block, read_settings
from .shapes import SizesIn


def draft_family(room: Workroom, given: SizesIn, base_set: str = "") -> list[Block]:
    """One block for each size, all or none. ``base_set``: the family whose block of the same size each is drawn on, for a school that is drawn on
    another block. Raises what the school raises, with the size; BadSetting for a name that a family has already."""
    if Block.objects.of(room).filter(size_set=given.name).exists():
        raise BadSetting(f"there is a family called “{given.name}” already.", field="name", cure="Give it another name.")
    rules = room.house_rules()
    settings = read_settings(given.school, given.settings, rules.unit)
    title = size_table(given.table).title
    charts = family_of_sizes(given.table, given.sizes)
    _refuse_too_little(given.school, charts)
    made = []
    with transaction.atomic():
        for size in charts:
            name = sized(given.name, size.size)
            try:
                draft = school(given.school).draft(size.chart, settings, _base(room, base_set, size.size), rules)
            except PatternError as e:
                raise type(e)(f"size {size.size}: {e.message}", e.where, e.cure, e.field) from None
            note = f"size {size.size} of {title}"
            if size.borrowed:
                note += f"; {len(size.borrowed)} measures estimated by the bust"
            made.append(keep_block(room, name, None, block_file(draft, name), note, size_set=given.name))
    return made


def _refuse_too_little(name: str, charts: Sequence[SizeChart]) -> None:
    """Raises BadSetting where the table has not what the school asks for, which nobody can type here; with the schools of its kind that it is enough for."""
    wanted = school(name)
    lacking = next((lacks for c in charts if (lacks := wanted.lacks(c.chart))), [])
    if not lacking:
        return
    enough = [s.title for s in SCHOOLS.values() if s.family == wanted.family and not any(s.lacks(c.chart) for c in charts)]
    titles = ", ".join(MEASURES[k].title.lower() for k in lacking)
    cure = f"The table is enough for: {', '.join(enough)}." if enough else "Draft it from somebody's measures instead."
    raise BadSetting(f"the table has no {titles}, which the {wanted.title.lower()} needs.", cure=cure, field="school")


def sized(name: str, size: str) -> str:
    """What the block of a size is called."""
    return f"{name}, size {size}"


def _base(room: Workroom, base_set: str, size: str) -> Draft | None:
    if not base_set:
        return None
    found = Block.objects.of(room).filter(size_set=base_set, name=sized(base_set, size)).first()
    if found is None:
        raise BadSetting(
            f"the family “{base_set}” has no size {size}.", field="base_set", cure="Draft that size first, or leave it out."
        )
    return draft_of(found.revisions.values_list("pk", flat=True)[0])


def duplicate(block: Block, name: str, person: Person | None, chart: MeasureChart | None) -> Block:
    """The newest revision once more, as a block of its own at revision 1. With a chart it is drafted from those measures by the same school, with the same
    settings and corrections; without one it is the same paper. Raises BadSetting for a traced block with a chart; what the school raises."""
    room = block.workroom
    before = draft_of(block.revisions.values_list("pk", flat=True)[0])
    if chart is None:
        return keep_block(room, name, person, block_file(before, name), f"a copy of {block.name}"[:300])
    if not before.school:
        raise BadSetting("it was traced, not drafted here.", block.name, "Copy it as it lies, or draft a new block.", "chart_id")
    values: dict[str, Any] = dict(known_values(chart))
    draft = school(before.school).draft(values, before.settings, before.base, room.house_rules())
    again = corrected(draft, before.corrections)
    return keep_block(
        room, name, person or chart.person, block_file(again, name), f"as {block.name}, from the measures of {chart.taken_on}"[:300]
    )
