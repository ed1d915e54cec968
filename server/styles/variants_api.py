"""Duplicate a style, branch a variant, lay two styles over each other."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from ..config.answers import ERRORS, Wire
from ..workrooms.access import workroom_of
from .comparing import ComparisonOut, compared
from .models import Style
from .shapes import StyleDetail
from .variants import Branch, branched, family_of
from .words import as_json_answer, block_and_person, style_detail

router = Router(tags=["styles"])


class BranchIn(Wire):
    """``steps``: how many of the first steps are taken along; all without it. ``variant``: whether it stays with the style's family;
    a duplicate goes its own way."""

    name: str = Field(default="", max_length=120)
    steps: int | None = Field(default=None, ge=0, le=2000)
    variant: bool = True


class Relative(Wire):
    """A style of the same family, or another one to compare with."""

    id: int
    name: str
    person: str
    steps: int
    variant_of: str
    kin: bool


@router.post("/styles/{style_id}/branch", response={200: StyleDetail, **ERRORS})
def branch(request: HttpRequest, style_id: int, body: BranchIn) -> HttpResponse:
    """A new style from this one; this one stays as it is."""
    found = Style.objects.one(workroom_of(request), style_id)
    return as_json_answer(style_detail(branched(found, Branch(body.name, body.steps, body.variant))))


@router.get("/styles/{style_id}/relatives", response={200: list[Relative], **ERRORS})
def relatives(request: HttpRequest, style_id: int) -> list[Relative]:
    """All other styles of the workroom, the family of this one first."""
    room = workroom_of(request)
    own = Style.objects.one(room, style_id)
    family = [s.pk for s in family_of(own)]
    found = list(
        Style.objects.of(room).exclude(pk=own.pk).select_related("variant_of").prefetch_related("pins__revision__block__person")
    )
    found.sort(key=lambda s: (family.index(s.pk) if s.pk in family else len(family), s.name))
    return [_relative(s, s.pk in family) for s in found]


@router.get("/styles/{style_id}/compare/{other_id}", response={200: ComparisonOut, **ERRORS})
def compare_styles(request: HttpRequest, style_id: int, other_id: int, at: str = "") -> HttpResponse:
    """Two styles laid over each other; ``at``: the point that lies on its like, the first they have in common without it."""
    room = workroom_of(request)
    return as_json_answer(compared(Style.objects.one(room, style_id), Style.objects.one(room, other_id), at))


def _relative(style: Style, kin: bool) -> Relative:
    steps = style.edits.filter(number=style.cursor).values_list("steps", flat=True).first() or []
    return Relative(
        id=style.pk,
        name=style.name,
        person=block_and_person(style)[1],
        steps=len(steps) if style.cursor else 0,
        variant_of=style.variant_of.name if style.variant_of else "",
        kin=kin,
    )
