"""Out of the workroom: the finished pieces to look at, PDF, SVG and the open files."""

from __future__ import annotations

from datetime import date
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router

from patterncraft.errors import BadSetting, PatternError
from patterncraft.finishing.finish import finish
from patterncraft.formats.layout import Sheet, lay_side_by_side
from patterncraft.formats.openfile import AcknowledgedData
from patterncraft.formats.openfile_io import pattern_file, write_file
from patterncraft.formats.pdf import pattern_pdf
from patterncraft.formats.svg import pattern_svg
from patterncraft.formats.tiles import ASKED, MOST, PAPERS, PaperName, sheets_at_most, tiling
from patterncraft.moves.registry import read_steps
from patterncraft.units import format_length

from ..config.answers import ERRORS, Wire, download
from ..workrooms.access import workroom_of
from . import services
from .models import Style
from .words import (
    block_and_person,
)

router = Router(tags=["paper"])


class FinishedOut(Wire):
    """The style as paper: with allowances, ready to cut."""

    number: int
    name: str
    how: str
    size: str
    edges: list[str]


class PaperPlan(Wire):
    """What printing gives: sheets by paper, and each finished piece in words. From ``asked`` sheets on one is asked first; more than
    ``most`` are not printed (and not counted: as many at most)."""

    sheets: dict[str, int]
    asked: int
    most: int
    pieces: list[FinishedOut]
    svg: str
    width: str
    height: str


@router.get("/styles/{style_id}/paper", response={200: PaperPlan, **ERRORS})
def paper_plan(request: HttpRequest, style_id: int) -> PaperPlan:
    """The finished pieces to look at before printing."""
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    rules = found.house_rules()
    replay = services.worked(services.pins_of(found), read_steps(services.steps_of(found)), rules)
    if replay.stopped:
        raise replay.stopped
    title = " · ".join(x for x in (found.name, block_and_person(found)[1]) if x)
    pieces = finish(replay.pattern, rules, title)
    sheet = lay_side_by_side(pieces)
    out = []
    for p in pieces:
        left, top, right, bottom = p.box
        size = f"{format_length(right - left, rules.unit)} × {format_length(bottom - top, rules.unit)}"
        allowances = dict.fromkeys(
            f"{e.name} {format_length(e.allowance, rules.unit)}" if e.allowance else f"{e.name} on the fold" for e in p.edges
        )
        out.append(FinishedOut(number=p.number, name=p.name, how=p.label[-1], size=size, edges=list(allowances)))
    return PaperPlan(
        sheets={paper: _sheets(sheet, paper) for paper in PAPERS},
        asked=ASKED,
        most=MOST,
        pieces=out,
        svg=pattern_svg(pieces, title),
        width=format_length(sheet.width, rules.unit),
        height=format_length(sheet.height, rules.unit),
    )


class ManySheets(PatternError):
    """So many sheets that one is asked first. Sent again with ``sure`` they are printed."""

    code = "many_sheets"


def _sheets(sheet: Sheet, paper: PaperName) -> int:
    bound = sheets_at_most(sheet, paper)
    return bound if bound > MOST else len(tiling(sheet, paper).tiles)


@router.get("/styles/{style_id}/pattern.{kind}", response={200: Any, **ERRORS})
def export(request: HttpRequest, style_id: int, kind: str, paper: PaperName | None = None, sure: bool = False) -> HttpResponse:
    """The finished pattern: ``pdf`` tiled at true scale (409, ``many_sheets``, before it takes a heap of paper), ``svg`` in cm, ``json`` the open file; ``style`` the recipe."""
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    rules = found.house_rules()
    if kind == "style":
        return download(write_file(services.style_file(found)), "application/json", f"{found.name}.style.json")
    steps = read_steps(services.steps_of(found))
    replay = services.worked(services.pins_of(found), steps, rules)
    if replay.stopped:
        raise replay.stopped
    title = " · ".join(x for x in (found.name, block_and_person(found)[1]) if x)
    if kind == "json":
        return download(
            write_file(
                pattern_file(replay.pattern, found.name, rules, replay, [AcknowledgedData(**a) for a in found.acknowledged])
            ),
            "application/json",
            f"{found.name}.json",
        )
    pieces = finish(replay.pattern, rules, title)
    if kind == "pdf":
        _ask_about_sheets(lay_side_by_side(pieces), paper or rules.paper, sure)
        data = pattern_pdf(pieces, title, paper or rules.paper, date.today())
        return download(data, "application/pdf", f"{found.name}.pdf")
    if kind == "svg":
        return download(pattern_svg(pieces, title).encode(), "image/svg+xml", f"{found.name}.svg")
    raise BadSetting(f"“{kind[:20]}” is not a way out.", field="kind", cure="Choose pdf, svg, json or style.")


def _ask_about_sheets(sheet: Sheet, paper: PaperName, sure: bool) -> None:
    count = _sheets(sheet, paper)
    if ASKED < count <= MOST and not sure:
        raise ManySheets(
            f"it takes {count} sheets of {paper.title()}.", cure="Print them all the same, or print it elsewhere.", field="paper"
        )
