"""PDF at true scale, tiled on the house's paper.

The pattern is drawn once as a form object; every tile shows its window of it. The first sheet has
the test squares and the map of the tiles.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import date
from io import BytesIO
from typing import Final, NamedTuple

from reportlab.pdfgen.canvas import Canvas

from ..finishing.finish import FinishedPiece
from ..units import INCH
from .layout import Sheet
from .lettering import BOLD, REGULAR, register_fonts
from .pdf_piece import CM, LAYERS, LayerName, draw_line, draw_piece
from .tiles import MARGIN, OVERLAP, Tile, Tiling, lay_for, tiling

MAP: Final = 18.0
"""cm of height for the map, and what stands below it."""
FIRST_OF_A_ROLL: Final = 31.0
"""cm of a roll for the test squares and the map."""


class Legend(NamedTuple):
    """What is explained below the map: cm of height that it takes, and how it is drawn, from its left and upper end in cm."""

    high: float
    draw: Callable[[Canvas, float, float], None]


def pattern_pdf(
    pieces: Sequence[FinishedPiece],
    title: str,
    paper: str = "a4",
    made_on: date | None = None,
    scale: float = 1.0,
    layers: Sequence[LayerName] = LAYERS,
) -> bytes:
    """The whole pattern as a PDF at true scale (or ``scale`` of it), on sheets or a roll (``paper_of``). ``made_on`` goes on the first sheet (none: left out,
    and the same pattern gives the same bytes). Raises BadSetting for a paper that is none, or more sheets than anyone glues."""
    sheet = lay_for(pieces, paper, scale)

    def draw(canvas: Canvas) -> None:
        for piece, shift in sheet.pieces:
            draw_piece(canvas, piece, shift / scale, layers, scale)

    return tiled_pdf(sheet, tiling(sheet, paper), title, draw, made_on)


def tiled_pdf(
    sheet: Sheet,
    plan: Tiling,
    title: str,
    draw: Callable[[Canvas], None],
    made_on: date | None = None,
    legend: Legend | None = None,
) -> bytes:
    """A sheet as the tiles of its plan. ``draw`` draws all of it in true centimetres, y down from the top left; ``legend`` stands on the first sheet, below the map."""
    register_fonts()
    scale = sheet.scale
    out = BytesIO()
    canvas = Canvas(out, invariant=1)
    canvas.setTitle(title)
    canvas.beginForm("pattern", 0, -sheet.height / scale * CM, sheet.width / scale * CM, 0)
    draw(canvas)
    canvas.endForm()
    _, width, height, roll = plan.paper
    first = FIRST_OF_A_ROLL if roll else height
    canvas.setPageSize((width * CM, first * CM))
    _first_sheet(canvas, sheet, plan, title, made_on, first, legend)
    canvas.showPage()
    for tile in plan.tiles:
        canvas.setPageSize((width * CM, height * CM))
        _tile_page(canvas, plan, tile, title, scale)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _first_sheet(
    canvas: Canvas, sheet: Sheet, plan: Tiling, title: str, made_on: date | None, height: float, legend: Legend | None
) -> None:
    width = plan.paper.width
    told = {1.0: "", 0.5: " · half scale: 1 cm here is 2 on cloth", 0.25: " · quarter scale: 1 cm here is 4 on cloth"}.get(
        sheet.scale, ""
    )
    count = "1 sheet" if len(plan.tiles) == 1 else f"{len(plan.tiles)} sheets"
    x, y = MARGIN, height - MARGIN
    canvas.setFont(BOLD, 16)
    canvas.drawString(x * CM, (y - 0.6) * CM, title[:70])
    canvas.setFont(REGULAR, 9.5)
    when = f" · {made_on.isoformat()}" if made_on else ""
    canvas.drawString(x * CM, (y - 1.2) * CM, f"{count}{when}{told} · print at 100 %, then measure a square before you cut.")
    inch_side = 4 * INCH
    canvas.setLineWidth(0.6)
    canvas.rect(x * CM, (y - 2 - 10) * CM, 10 * CM, 10 * CM)
    canvas.rect(x * CM, (y - 2.6 - 10 - inch_side) * CM, inch_side * CM, inch_side * CM)
    canvas.setFont(REGULAR, 11)
    canvas.drawCentredString((x + 5) * CM, (y - 7) * CM, "10 cm × 10 cm")
    canvas.drawCentredString((x + inch_side / 2) * CM, (y - 12.6 - inch_side / 2) * CM, "4 in × 4 in")
    left, top = x + inch_side + 0.6, y - 2
    foot = _map(canvas, sheet, plan, (left, top), width - MARGIN - left, MAP - (legend.high if legend else 0.0))
    if legend:
        legend.draw(canvas, left, foot - 0.5)


def _map(canvas: Canvas, sheet: Sheet, plan: Tiling, at: tuple[float, float], room: float, high: float) -> float:
    """The tiles with their numbers and the pieces small across them, ``room`` wide and ``high`` at most, cm; where it ends below."""
    left, top = at
    full_w = plan.step[0] * plan.columns + OVERLAP
    full_h = plan.step[1] * plan.rows + OVERLAP
    k = min(room / full_w, high / full_h)
    canvas.saveState()
    canvas.translate(left * CM, top * CM)
    canvas.scale(k, k)
    canvas.setLineWidth(0.4 / k)
    for t in plan.tiles:
        x, y = t.column * plan.step[0], t.row * plan.step[1]
        canvas.setStrokeGray(0.55)
        canvas.rect(x * CM, -(y + plan.window[1]) * CM, plan.window[0] * CM, plan.window[1] * CM)
        canvas.setFillGray(0.35)
        canvas.setFont(BOLD, 9 / k)
        canvas.drawString((x + 0.8) * CM, -(y + 0.8) * CM - 8 / k, str(t.number))
    canvas.setFillGray(0)
    canvas.setStrokeGray(0)
    for p, shift in sheet.pieces:
        draw_line(canvas, [z * sheet.scale + shift for z in p.cut_line[:: max(1, len(p.cut_line) // 150)]], closed=True)
    canvas.restoreState()
    canvas.setFont(REGULAR, 9)
    canvas.drawString(left * CM, (top + 0.25) * CM, "How the sheets join")
    return top - full_h * k


def _tile_page(canvas: Canvas, plan: Tiling, tile: Tile, title: str, scale: float) -> None:
    height = plan.paper.height
    w, h = plan.window
    left, top = tile.column * plan.step[0], tile.row * plan.step[1]
    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(MARGIN * CM, (height - MARGIN - h) * CM, w * CM, h * CM)
    canvas.clipPath(clip, stroke=0)
    canvas.translate((MARGIN - left) * CM, (height - MARGIN + top) * CM)
    canvas.scale(scale, scale)
    canvas.doForm("pattern")
    canvas.restoreState()
    canvas.setLineWidth(0.3)
    canvas.setStrokeGray(0.5)
    canvas.rect(MARGIN * CM, (height - MARGIN - h) * CM, w * CM, h * CM)
    _joining_marks(canvas, plan, tile, height)
    canvas.setFillGray(0.3)
    canvas.setFont(REGULAR, 8)
    canvas.drawString(
        MARGIN * CM,
        0.45 * CM,
        f"{title[:60]} · sheet {tile.number} of {len(plan.tiles)} · row {tile.row + 1}, column {tile.column + 1}",
    )
    canvas.setFillGray(0)


def _joining_marks(canvas: Canvas, plan: Tiling, tile: Tile, height: float) -> None:
    """Diamonds half-way down each shared overlap: letter and number name the joint, alike on both sheets."""
    there = {(t.column, t.row) for t in plan.tiles}
    w, h = plan.window
    c, r = tile.column, tile.row
    half = OVERLAP / 2
    for (dc, dr), x, y, name in (
        ((1, 0), w - half, h / 2, f"{r + 1}–{c + 1}"),
        ((-1, 0), half, h / 2, f"{r + 1}–{c}"),
        ((0, 1), w / 2, h - half, f"{c + 1}/{r + 1}"),
        ((0, -1), w / 2, half, f"{c + 1}/{r}"),
    ):
        if (c + dc, r + dr) in there:
            px, py = (MARGIN + x) * CM, (height - MARGIN - y) * CM
            s = 0.35 * CM
            path = canvas.beginPath()
            path.moveTo(px, py + s)
            for qx, qy in ((px + s, py), (px, py - s), (px - s, py)):
                path.lineTo(qx, qy)
            path.close()
            canvas.setStrokeGray(0.3)
            canvas.drawPath(path)
            canvas.setFillGray(0.3)
            canvas.setFont(REGULAR, 7)
            canvas.drawCentredString(px, py - 2.3, name)
