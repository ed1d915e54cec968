"""PDF at true scale, tiled on the house's paper.

The pattern is drawn once as a form object; every tile shows its window of it. The first sheet has
the test squares and the map of the tiles.
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from io import BytesIO
from typing import Final

from reportlab.pdfgen.canvas import Canvas

from ..finishing.finish import FinishedPiece
from ..geometry.path import Path
from ..units import INCH
from .label import BOLD, LINE, REGULAR, TEXT, TITLE, label_place, register_fonts
from .layout import Sheet, lay_side_by_side
from .tiles import MARGIN, OVERLAP, PAPERS, PaperName, Tile, Tiling, tiling

CM: Final = 72 / INCH
"""PDF points in a centimetre."""
_Points = Sequence[complex]


def pattern_pdf(pieces: Sequence[FinishedPiece], title: str, paper: PaperName = "a4", made_on: date | None = None) -> bytes:
    """The whole pattern as a PDF at true scale. ``made_on`` goes on the first sheet (none: left out,
    and the same pattern gives the same bytes)."""
    register_fonts()
    sheet = lay_side_by_side(pieces)
    plan = tiling(sheet, paper)
    width, height = (x * CM for x in PAPERS[paper])
    out = BytesIO()
    canvas = Canvas(out, pagesize=(width, height), invariant=1)
    canvas.setTitle(title)
    canvas.beginForm("pattern", 0, -sheet.height * CM, sheet.width * CM, 0)
    for piece, shift in sheet.pieces:
        draw_piece(canvas, piece, shift)
    canvas.endForm()
    _first_sheet(canvas, sheet, plan, title, made_on)
    canvas.showPage()
    for tile in plan.tiles:
        _tile_page(canvas, plan, tile, title)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _line(canvas: Canvas, points: _Points, closed: bool = False) -> None:
    path = canvas.beginPath()
    path.moveTo(points[0].real * CM, -points[0].imag * CM)
    for z in points[1:]:
        path.lineTo(z.real * CM, -z.imag * CM)
    if closed:
        path.close()
    canvas.drawPath(path)


def _curve(canvas: Canvas, path: Path, shift: complex) -> None:
    """Curves stay curves in the PDF."""
    p = canvas.beginPath()
    start = path.start + shift
    p.moveTo(start.real * CM, -start.imag * CM)
    for s in path.segments:
        q = [(z + shift) for z in s[1:]]
        if len(q) == 1:
            p.lineTo(q[0].real * CM, -q[0].imag * CM)
        else:
            p.curveTo(*[v for z in q for v in (z.real * CM, -z.imag * CM)])
    canvas.drawPath(p)


def draw_piece(canvas: Canvas, p: FinishedPiece, shift: complex) -> None:
    """One finished piece at true scale, its origin at ``shift`` cm; needs ``register_fonts``."""
    canvas.setStrokeGray(0)
    canvas.setLineWidth(1.1)
    canvas.setDash()
    _line(canvas, [z + shift for z in p.cut_line], closed=True)
    canvas.setLineWidth(0.6)
    for n in p.notches:
        if n.inner != n.outer:
            _line(canvas, [n.inner + shift, n.outer + shift])
    canvas.setDash(6, 3)
    for e in p.edges:
        if e.allowance > 0:
            _curve(canvas, e.path, shift)
    for x in p.darts:
        _curve(canvas, x.stitching, shift)
    for lens in p.lenses:
        _curve(canvas, lens.outline, shift)
    canvas.setDash(1, 3)
    for line in p.lines:
        _curve(canvas, line.path, shift)
    canvas.setDash()
    for x in p.darts:
        hole = x.drill + shift
        canvas.circle(hole.real * CM, -hole.imag * CM, 0.15 * CM)
    for point in (z for lens in p.lenses for z in (lens.upper, lens.lower)):
        hole = point + shift
        canvas.circle(hole.real * CM, -hole.imag * CM, 0.15 * CM)
    _draw_grain_and_fold(canvas, p, shift)
    place = label_place(p)
    at = place.at + shift
    for i, text in enumerate(p.label):
        canvas.setFont(BOLD if i == 0 else REGULAR, (TITLE if i == 0 else TEXT) * place.scale * CM)
        canvas.drawString(at.real * CM, -(at.imag + LINE * place.scale * i) * CM, text)


def _draw_grain_and_fold(canvas: Canvas, p: FinishedPiece, shift: complex) -> None:
    canvas.setLineWidth(0.8)
    if p.grain:
        a, b = p.grain.start + shift, p.grain.end + shift
        along = (b - a) / abs(b - a)
        _line(canvas, [a, b])
        for end, sense in ((a, 1), (b, -1)):
            _line(canvas, [end + along * sense * complex(0.6, 0.25), end, end + along * sense * complex(0.6, -0.25)])
    if p.fold:
        a, b = p.fold.start + shift, p.fold.end + shift
        inward = (b - a) / abs(b - a) * 1j
        lower, upper = a + (b - a) * 0.2, a + (b - a) * 0.8
        _line(canvas, [lower, lower + inward * 1.2, upper + inward * 1.2, upper])
        middle = (lower + upper) / 2 + inward * 1.6
        canvas.saveState()
        canvas.translate(middle.real * CM, -middle.imag * CM)
        canvas.rotate(90)
        canvas.setFont(REGULAR, 9)
        canvas.drawCentredString(0, -3, "on the fold")
        canvas.restoreState()


def _first_sheet(canvas: Canvas, sheet: Sheet, plan: Tiling, title: str, made_on: date | None) -> None:
    width, height = PAPERS[plan.paper]
    x, y = MARGIN, height - MARGIN
    canvas.setFont(BOLD, 16)
    canvas.drawString(x * CM, (y - 0.6) * CM, title[:70])
    canvas.setFont(REGULAR, 9.5)
    when = f" · {made_on.isoformat()}" if made_on else ""
    canvas.drawString(
        x * CM, (y - 1.2) * CM, f"{len(plan.tiles)} sheets{when} · print at 100 %, then measure a square before you cut."
    )
    inch_side = 4 * INCH
    canvas.setLineWidth(0.6)
    canvas.rect(x * CM, (y - 2 - 10) * CM, 10 * CM, 10 * CM)
    canvas.rect(x * CM, (y - 2.6 - 10 - inch_side) * CM, inch_side * CM, inch_side * CM)
    canvas.setFont(REGULAR, 11)
    canvas.drawCentredString((x + 5) * CM, (y - 7) * CM, "10 cm × 10 cm")
    canvas.drawCentredString((x + inch_side / 2) * CM, (y - 12.6 - inch_side / 2) * CM, "4 in × 4 in")
    _map(canvas, sheet, plan, x + inch_side + 0.6, y - 2, width - MARGIN - x - inch_side - 0.6)


def _map(canvas: Canvas, sheet: Sheet, plan: Tiling, left: float, top: float, room: float) -> None:
    """The tiles with their numbers and the pieces small across them."""
    full_w = plan.step[0] * plan.columns + OVERLAP
    full_h = plan.step[1] * plan.rows + OVERLAP
    k = min(room / full_w, 18 / full_h)
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
        _line(canvas, [z + shift for z in p.cut_line[:: max(1, len(p.cut_line) // 150)]], closed=True)
    canvas.restoreState()
    canvas.setFont(REGULAR, 9)
    canvas.drawString(left * CM, (top + 0.25) * CM, "How the sheets join")


def _tile_page(canvas: Canvas, plan: Tiling, tile: Tile, title: str) -> None:
    height = PAPERS[plan.paper][1]
    w, h = plan.window
    left, top = tile.column * plan.step[0], tile.row * plan.step[1]
    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(MARGIN * CM, (height - MARGIN - h) * CM, w * CM, h * CM)
    canvas.clipPath(clip, stroke=0)
    canvas.translate((MARGIN - left) * CM, (height - MARGIN + top) * CM)
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
