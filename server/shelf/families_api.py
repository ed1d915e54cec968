"""Many blocks at once, copies of a block, and a block as a drawing."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router
from pydantic import Field

from patterncraft.drafting.schools import SCHOOLS
from patterncraft.errors import BadSetting
from patterncraft.finishing.finish import finish
from patterncraft.formats.dxf import pattern_dxf
from patterncraft.formats.school_sheet import school_sheet
from patterncraft.formats.svg import pattern_svg
from patterncraft.texts import NAME_LETTERS

from ..config.answers import ERRORS, Wire, download
from ..people.models import Person
from ..people.words import chart_of
from ..workrooms.access import workroom_of
from .families import draft_family, duplicate
from .models import Block
from .services import constructed, draft_of
from .shapes import BlockOut, DuplicateIn, SizesIn
from .words_of_block import block_out, head_revision

router = Router(tags=["shelf"])


class FamilyIn(SizesIn):
    """``base_set``: the family whose sizes these are drawn on, as sleeves on their armholes."""

    base_set: str = Field(default="", max_length=NAME_LETTERS)


class FamilyOut(Wire):
    """What was hung up."""

    size_set: str
    blocks: dict[int, str]


@router.post("/blocks/sizes", response={200: FamilyOut, **ERRORS})
def sizes(request: HttpRequest, body: FamilyIn) -> FamilyOut:
    """A family of sizes drafted from a size table: all, or none."""
    made = draft_family(workroom_of(request), body, body.base_set)
    return FamilyOut(size_set=body.name, blocks={b.pk: b.name for b in made})


@router.post("/blocks/{block_id}/duplicate", response={200: BlockOut, **ERRORS})
def copy(request: HttpRequest, block_id: int, body: DuplicateIn) -> HttpResponse:
    """The block once more, for another person."""
    room = workroom_of(request)
    block = Block.objects.one(room, block_id)
    person = Person.objects.one(room, body.person_id) if body.person_id is not None else None
    chart = chart_of(room, body.chart_id) if body.chart_id is not None else None
    return HttpResponse(
        block_out(duplicate(block, body.name, person, chart), room).model_dump_json(), content_type="application/json"
    )


@router.get("/blocks/{block_id}/school-sheet.pdf", response={200: bytes, **ERRORS})
def printed_school_sheet(request: HttpRequest, block_id: int) -> HttpResponse:
    """The newest revision's draft, point by point, to draw from. Refused for a block that was traced."""
    room = workroom_of(request)
    block = Block.objects.one(room, block_id)
    draft = constructed(draft_of(head_revision(block).pk))
    if not draft.school:
        raise BadSetting("it was traced, not drafted here.", block.name, "Print it as a pattern, from a style on it.")
    rules = room.house_rules()
    data = school_sheet(SCHOOLS[draft.school], draft, block.name, rules.unit, rules.paper, date.today())
    return download(data, "application/pdf", f"{block.name} – school sheet.pdf")


@router.get("/blocks/{block_id}/drawing/{kind}", response={200: bytes, **ERRORS})
def drawing(
    request: HttpRequest, block_id: int, kind: Literal["svg", "dxf"], revision: Annotated[int, Query(ge=0)] = 0
) -> HttpResponse:
    """A revision (0: the newest) as an SVG or DXF drawing, true to scale, that can be read back."""
    room = workroom_of(request)
    block = Block.objects.one(room, block_id)
    found = block.revisions.filter(number=revision).first() if revision else head_revision(block)
    pattern = draft_of((found or head_revision(block)).pk).pattern
    pieces = finish(pattern, room.house_rules(), block.name)
    if kind == "svg":
        return download(pattern_svg(pieces, block.name, pattern).encode(), "image/svg+xml", f"{block.name}.svg")
    return download(pattern_dxf(pieces, block.name, pattern), "image/vnd.dxf", f"{block.name}.dxf")
