"""A style's finishing, and its cut sheet."""

from __future__ import annotations

from datetime import date

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja import Router

from patterncraft.errors import BadSetting
from patterncraft.finishing.cut_sheet import CutSheet, cut_sheet
from patterncraft.finishing.finish import FinishedPiece
from patterncraft.finishing.plan import NOTCHES, Finishing, with_line
from patterncraft.finishing.sewing_order import sewing_order
from patterncraft.formats.cut_sheet_pdf import cut_sheet_pdf
from patterncraft.formats.lay_svg import path_of
from patterncraft.formats.making_sheet import making_sheet
from patterncraft.geometry.svgpath import to_svg
from patterncraft.house import HouseRules
from patterncraft.moves.registry import read_steps
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.units import Unit, format_length

from ..config.answers import ERRORS, download
from ..styles import services as styles
from ..styles.models import Style
from ..styles.words import as_json_answer
from ..workrooms.access import workroom_of
from .services import Finished, finished
from .shapes import (
    CutRowOut,
    CutSheetOut,
    DartFinishOut,
    EdgeFinishOut,
    FinishingIn,
    FinishingOut,
    LineOut,
    PieceFinishOut,
    StrokeOut,
)
from .words import box_of_ring

router = Router(tags=["cloth"])


def _finishing(style: Style) -> HttpResponse:
    done = finished(style)
    rules, plan = style.house_rules(), style.finish_plan()
    idle = plan.idle(done.pattern)
    pieces = [_piece(p, done.pattern, plan, rules) for p in done.pieces]
    lines = [LineOut(line=x, words=x.spoken(rules.unit), idle=x in idle) for x in plan.lines]
    return as_json_answer(
        FinishingOut(version=style.version, lines=lines, notches=f"Notches {NOTCHES[plan.notches(rules)]}.", pieces=pieces)
    )


def _piece(p: FinishedPiece, pattern: Pattern, plan: Finishing, rules: HouseRules) -> PieceFinishOut:
    edges: dict[str, EdgeFinishOut] = {}
    for e in p.edges:
        if e.kind != "dart" and e.name not in edges:
            words = "on the fold" if e.kind == "fold" else format_length(e.allowance, rules.unit)
            own = abs(e.allowance - (0.0 if e.kind in ("fold", "raw") else rules.allowances.for_edge(e.name, e.kind))) > 1e-9
            edges[e.name] = EdgeFinishOut(edge=e.name, kind=e.kind, allowance=e.allowance, words=words, corners=e.corners, own=own)
    darts = [
        DartFinishOut(
            dart=d.name,
            intake=format_length(d.intake, rules.unit),
            wide=d.intake > rules.finishing.cut_out_over,
            cut_out=plan.cut_out(p.name, d, rules) is not None,
        )
        for d in darts_of(pattern.piece(p.name))
    ]
    return PieceFinishOut(
        number=p.number,
        name=p.name,
        how=p.label[-1],
        net=p.net,
        cut=path_of(list(p.cut_line)),
        sew=[to_svg(e.path) for e in p.edges if e.allowance] + [to_svg(x.stitching) for x in p.darts],
        strokes=[StrokeOut(edge=e.name, d=to_svg(e.path)) for e in p.edges if e.kind != "dart"],
        box=box_of_ring(p.cut_line),
        edges=list(edges.values()),
        darts=darts,
    )


@router.get("/styles/{style_id}/finishing", response={200: FinishingOut, **ERRORS})
def finishing(request: HttpRequest, style_id: int) -> HttpResponse:
    """How each edge of the style is finished."""
    return _finishing(Style.objects.one(workroom_of(request), style_id))


@router.post("/styles/{style_id}/finishing", response={200: FinishingOut, **ERRORS})
def change_finishing(request: HttpRequest, style_id: int, body: FinishingIn) -> HttpResponse:
    """A line more, or one less. 409 when the style was changed meanwhile."""
    style = Style.objects.one(workroom_of(request), style_id)
    with transaction.atomic():
        fresh = styles.at_version(style, body.version)
        plan = fresh.finish_plan()
        if body.add is not None:
            rules = fresh.house_rules()
            replay = styles.worked(styles.pins_of(fresh), read_steps(styles.steps_of(fresh)), rules)
            plan = with_line(plan, body.add, replay.pattern, rules)
        elif body.out is not None and 0 <= body.out < len(plan.lines):
            plan = Finishing(lines=(*plan.lines[: body.out], *plan.lines[body.out + 1 :]))
        else:
            raise BadSetting("there is no such line.", fresh.name, "Look at the list again.", "out")
        fresh.finishing = plan.model_dump(mode="json")["lines"]
        fresh.version += 1
        fresh.save(update_fields=["finishing", "version", "changed"])
    return _finishing(fresh)


@router.get("/styles/{style_id}/cut-sheet", response={200: CutSheetOut, **ERRORS})
def the_cut_sheet(request: HttpRequest, style_id: int) -> HttpResponse:
    """Every piece with how it is cut, what is bought, the sums."""
    style = Style.objects.one(workroom_of(request), style_id)
    done, sheet = _sheet(style)
    unit = style.house_rules().unit
    drawn = {p.number: p for p in done.pieces}
    rows = [
        CutRowOut(
            number=r.number,
            name=r.name,
            cloth=r.cloth + (f" + {r.interfacing} interfacing" if r.interfacing else ""),
            how=r.how,
            grain=r.grain,
            size=_size(r.width, r.length, unit),
            area=f"{r.area:.0f} cm²",
            picture=path_of(list(drawn[r.number].cut_line)),
            box=box_of_ring(drawn[r.number].cut_line),
        )
        for r in sheet.rows
    ]
    return as_json_answer(
        CutSheetOut(
            title=done.title,
            rows=rows,
            cloths=[(name, f"{area / 1e4:.2f} m² of pieces") for name, area in sheet.cloths],
            notions=[(n.name, n.amount) for n in sheet.notions],
            working=list(sheet.working),
            order=[(x.words, ", ".join(x.after) if x.kind == "seam" else "") for x in sewing_order(done.pattern)],
        )
    )


def _size(width: float, length: float, unit: Unit) -> str:
    return f"{format_length(width, unit, with_unit=False)} × {format_length(length, unit)}"


def _sheet(style: Style) -> tuple[Finished, CutSheet]:
    rules = style.house_rules()
    done = finished(style)
    replay = styles.worked(styles.pins_of(style), read_steps(styles.steps_of(style)), rules)
    return done, cut_sheet(replay, done.pieces, rules.unit)


@router.get("/styles/{style_id}/cut-sheet.pdf", response={200: bytes, **ERRORS})
def printed_cut_sheet(request: HttpRequest, style_id: int) -> HttpResponse:
    """The same as one page."""
    style = Style.objects.one(workroom_of(request), style_id)
    done, sheet = _sheet(style)
    rules = style.house_rules()
    data = cut_sheet_pdf(sheet, done.pieces, done.title, rules.unit, rules.paper, date.today())
    return download(data, "application/pdf", f"{style.name} – cut sheet.pdf")


@router.get("/styles/{style_id}/making-sheet.pdf", response={200: bytes, **ERRORS})
def printed_making_sheet(request: HttpRequest, style_id: int) -> HttpResponse:
    """The style step by step, with its paper before and after, and how it can be sewn."""
    style = Style.objects.one(workroom_of(request), style_id)
    rules = style.house_rules()
    replay = styles.worked(styles.pins_of(style), read_steps(styles.steps_of(style)), rules)
    if replay.stopped:
        raise replay.stopped
    title = finished(style).title
    data = making_sheet(replay, title, rules.unit, rules.paper, date.today())
    return download(data, "application/pdf", f"{style.name} – making sheet.pdf")
