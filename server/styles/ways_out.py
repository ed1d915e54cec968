"""Out of the workroom: the finished pieces to look at, PDF, SVG and the open files."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router
from pydantic import Field

from patterncraft.errors import BadSetting, PatternError
from patterncraft.finishing.finish import FinishedPiece, finish
from patterncraft.formats.dxf import pattern_dxf
from patterncraft.formats.hpgl import pattern_hpgl
from patterncraft.formats.layout import lay_side_by_side
from patterncraft.formats.lettering import respelt
from patterncraft.formats.openfile import AcknowledgedData
from patterncraft.formats.openfile_io import pattern_file, write_file
from patterncraft.formats.pdf import pattern_pdf
from patterncraft.formats.pdf_piece import LAYERS, LayerName
from patterncraft.formats.svg import pattern_svg
from patterncraft.formats.tiles import ASKED, MOST, PAPERS, ROLLS, SCALES, ScaleName, lay_for, sheets_at_most, tiling
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.units import format_length

from ..cloth.plotter import send
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


ROLLS_SHOWN = tuple(f"roll:{wide:g}" for wide in ROLLS)


@router.get("/styles/{style_id}/paper", response={200: PaperPlan, **ERRORS})
def paper_plan(request: HttpRequest, style_id: int, scale: ScaleName = "1:1", layers: str = "") -> PaperPlan:
    """The finished pieces to look at before printing; ``layers``: those drawn, commas between (none named: all)."""
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    rules = found.house_rules()
    pieces, title = _pieces(found, rules)
    sheet = lay_side_by_side(pieces)
    out = []
    for p in pieces:
        left, top, right, bottom = p.box
        size = f"{format_length(right - left, rules.unit)} × {format_length(bottom - top, rules.unit)}"
        out.append(FinishedOut(number=p.number, name=p.name, how=p.label[-1], size=size, edges=_edge_words(p, rules)))
    return PaperPlan(
        sheets={paper: _sheets(pieces, paper, SCALES[scale]) for paper in (*PAPERS, *ROLLS_SHOWN)},
        asked=ASKED,
        most=MOST,
        pieces=out,
        svg=pattern_svg(pieces, title, layers=_layers(layers)),
        width=format_length(sheet.width, rules.unit),
        height=format_length(sheet.height, rules.unit),
    )


def _edge_words(p: FinishedPiece, rules: HouseRules) -> list[str]:
    if p.net:
        return ["none: net"]
    return list(
        dict.fromkeys(
            f"{e.name} {format_length(e.allowance, rules.unit)}" if e.allowance else f"{e.name} on the fold" for e in p.edges
        )
    )


def _pieces(style: Style, rules: HouseRules) -> tuple[tuple[FinishedPiece, ...], str]:
    """Finished, with the words that head their labels. Raises what stopped a step."""
    replay = services.worked(services.pins_of(style), read_steps(services.steps_of(style)), rules)
    if replay.stopped:
        raise replay.stopped
    title = " · ".join(x for x in (style.name, block_and_person(style)[1]) if x)
    return finish(replay.pattern, rules, f"{title} · {style.as_of()}", style.finish_plan()), title


def _layers(said: str) -> tuple[LayerName, ...]:
    """Raises BadSetting for a layer that is none."""
    names = [x for x in said.split(",") if x]
    wrong = next((x for x in names if x not in LAYERS), None)
    if wrong is not None:
        raise BadSetting(f"“{wrong[:20]}” is no layer.", field="layers", cure=f"Choose from {', '.join(LAYERS)}.")
    return tuple(x for x in LAYERS if x in names) or LAYERS


class ManySheets(PatternError):
    """So many sheets that one is asked first. Sent again with ``sure`` they are printed."""

    code = "many_sheets"


def _sheets(pieces: Sequence[FinishedPiece], paper: str, scale: float) -> int:
    sheet = lay_for(pieces, paper, scale)
    bound = sheets_at_most(sheet, paper)
    return bound if bound > MOST else len(tiling(sheet, paper).tiles)


@router.get("/styles/{style_id}/pattern.{kind}", response={200: Any, **ERRORS})
def export(
    request: HttpRequest,
    style_id: int,
    kind: str,
    paper: Annotated[str, Query(max_length=20)] = "",
    scale: ScaleName = "1:1",
    layers: Annotated[str, Query(max_length=80)] = "",
    sure: bool = False,
) -> HttpResponse:
    """The finished pattern: ``pdf`` tiled at true scale (409, ``many_sheets``, before it takes a heap of paper), ``svg`` and ``dxf`` in cm, ``plt`` for a pen plotter,
    ``json`` the open file; ``style`` the recipe. ``paper``: a4, letter, a3, a0 or roll:WIDTH."""
    room = workroom_of(request)
    found = Style.objects.one(room, style_id)
    rules = found.house_rules()
    if kind == "style":
        return download(write_file(services.style_file(found)), "application/json", f"{found.name}.style.json")
    replay = services.worked(services.pins_of(found), read_steps(services.steps_of(found)), rules)
    if replay.stopped:
        raise replay.stopped
    if kind == "json":
        return download(
            write_file(
                pattern_file(replay.pattern, found.name, rules, replay, [AcknowledgedData(**a) for a in found.acknowledged])
            ),
            "application/json",
            f"{found.name}.json",
        )
    (pieces, title), shown = _pieces(found, rules), _layers(layers)
    if kind == "pdf":
        on = paper or rules.paper
        _ask_about_sheets(pieces, on, SCALES[scale], sure)
        data = pattern_pdf(pieces, title, on, date.today(), SCALES[scale], shown)
        return download(data, "application/pdf", f"{found.name}.pdf")
    if kind == "svg":
        return download(pattern_svg(pieces, title, replay.pattern, shown).encode(), "image/svg+xml", f"{found.name}.svg")
    if kind == "dxf":
        return download(pattern_dxf(pieces, title, replay.pattern), "application/dxf", f"{found.name}.dxf")
    if kind == "plt":
        return download(
            pattern_hpgl(pieces, paper or "roll:91", SCALES[scale], shown), "application/vnd.hp-hpgl", f"{found.name}.plt"
        )
    raise BadSetting(f"“{kind[:20]}” is not a way out.", field="kind", cure="Choose pdf, svg, dxf, plt, json or style.")


def _ask_about_sheets(pieces: Sequence[FinishedPiece], paper: str, scale: float, sure: bool) -> None:
    count = _sheets(pieces, paper, scale)
    if ASKED < count <= MOST and not sure:
        raise ManySheets(
            f"it takes {count} sheets of {paper.title()}.", cure="Print them all the same, or print it elsewhere.", field="paper"
        )


class Lettered(Wire):
    """Words that are to be printed."""

    texts: list[Annotated[str, Field(max_length=400)]] = Field(max_length=200)


class Respelt(Wire):
    """A sentence for each word that a sheet shows otherwise than it is written."""

    said: list[str]


@router.post("/letters", response={200: Respelt, **ERRORS})
def letters(request: HttpRequest, body: Lettered) -> Respelt:
    """What a printed sheet cannot write as it is written: asked before printing."""
    return Respelt(said=respelt(body.texts))


class Plotted(Wire):
    """What the plotter said."""

    said: str


@router.post("/styles/{style_id}/plot", response={200: Plotted, **ERRORS})
def plot(
    request: HttpRequest,
    style_id: int,
    paper: Annotated[str, Query(max_length=20)] = "roll:91",
    scale: ScaleName = "1:1",
    layers: Annotated[str, Query(max_length=80)] = "",
) -> Plotted:
    """Send the pattern to the workroom's pen plotter."""
    found = Style.objects.one(workroom_of(request), style_id)
    pieces, _ = _pieces(found, found.house_rules())
    return Plotted(said=send(pattern_hpgl(pieces, paper, SCALES[scale], _layers(layers))))
