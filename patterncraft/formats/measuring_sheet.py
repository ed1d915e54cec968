"""The blank measuring sheet: every measure with its drawing and a line to write on, in the order of taking."""

from __future__ import annotations

from io import BytesIO

from reportlab.lib.utils import simpleSplit
from reportlab.pdfgen.canvas import Canvas

from ..geometry.path import Path
from ..measures.figure import FIGURES
from ..measures.keys import MEASURES, MeasureKey
from ..measures.tapes import TAPES
from ..units import Unit
from .lettering import BOLD, REGULAR, register_fonts
from .pdf_piece import CM
from .tiles import PAPERS, PaperName

COLUMNS, ROWS = 5, 6
_MARGIN, _HEAD = 1.3, 2.3
"""cm"""


def measuring_sheet(unit: Unit, paper: PaperName) -> bytes:
    """A PDF of two kinds of pages: drawings with lines to write on, then how each measure is taken."""
    register_fonts()
    width, height = (x * CM for x in PAPERS[paper])
    out = BytesIO()
    canvas = Canvas(out, pagesize=(width, height), invariant=1)
    canvas.setTitle("Measuring sheet")
    _heading(canvas, width, height, unit)
    cell_w, cell_h = (width - 2 * _MARGIN * CM) / COLUMNS, (height - (2 * _MARGIN + _HEAD) * CM) / ROWS
    for i, m in enumerate(MEASURES.values()):
        left = _MARGIN * CM + (i % COLUMNS) * cell_w
        top = height - (_MARGIN + _HEAD) * CM - (i // COLUMNS) * cell_h
        _cell(canvas, i + 1, m, left, top, cell_w, cell_h)
    canvas.showPage()
    _how_pages(canvas, width, height)
    canvas.save()
    return out.getvalue()


def _heading(canvas: Canvas, width: float, height: float, unit: Unit) -> None:
    top = height - _MARGIN * CM
    canvas.setFont(BOLD, 15)
    canvas.drawString(_MARGIN * CM, top - 12, "Measuring sheet")
    canvas.setFont(REGULAR, 9.5)
    word = "centimetres" if unit == "cm" else "inches, to the eighth"
    canvas.drawRightString(width - _MARGIN * CM, top - 12, f"in {word} · first tie a cord round the waist and leave it on")
    y = top - 42
    for label, left, right in (("Name", 0.0, 8.6), ("Date", 9.0, 12.4), ("Measured by", 12.8, 18.2)):
        x = _MARGIN * CM + left * CM
        canvas.drawString(x, y, label)
        canvas.setLineWidth(0.5)
        canvas.line(
            x + canvas.stringWidth(label, REGULAR, 9.5) + 4, y - 2, min(_MARGIN * CM + right * CM, width - _MARGIN * CM), y - 2
        )


def _cell(canvas: Canvas, number: int, m: MeasureKey, left: float, top: float, wide: float, high: float) -> None:
    canvas.setFont(BOLD, 8.5)
    canvas.drawString(left, top - 9, f"{number} {m.title}")
    _drawing(canvas, m.key, left, top - 13, wide * 0.62, high - 22)
    canvas.setLineWidth(0.7)
    canvas.setDash()
    canvas.setStrokeGray(0)
    canvas.line(left + wide * 0.56, top - high + 20, left + wide - 10, top - high + 20)


def _drawing(canvas: Canvas, key: str, left: float, top: float, wide: float, high: float) -> None:
    tape, figure = TAPES[key], FIGURES[TAPES[key].view]
    box = tape.box
    scale = min(wide / (box[2] - box[0]), high / (box[3] - box[1]))
    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(left, top - high, wide, high)
    canvas.clipPath(clip, stroke=0)
    canvas.translate(left - box[0] * scale, top + box[1] * scale)
    for paths, gray, weight, dash in (
        (figure.body, 0.35, 0.6, ()),
        (figure.inner, 0.7, 0.4, ()),
        (tape.cord, 0.4, 0.5, (1, 1.5)),
        (tape.hidden, 0.0, 0.8, (1.5, 1.5)),
        (tape.seen, 0.0, 1.5, ()),
    ):
        canvas.setStrokeGray(gray)
        canvas.setLineWidth(weight)
        canvas.setDash(*([list(dash)] if dash else []))
        for p in paths:
            _trace(canvas, p, scale)
    canvas.setDash()
    for x, y in tape.ends:
        canvas.circle(x * scale, -y * scale, 1.4, fill=1, stroke=0)
    canvas.restoreState()


def _trace(canvas: Canvas, path: Path, scale: float) -> None:
    p = canvas.beginPath()
    p.moveTo(path.start.real * scale, -path.start.imag * scale)
    for s in path.segments:
        flat = [v * scale for z in s[1:] for v in (z.real, -z.imag)]
        if len(s) == 2:
            p.lineTo(*flat)
        else:
            p.curveTo(*flat)
    canvas.drawPath(p)


def _how_pages(canvas: Canvas, width: float, height: float) -> None:
    """Where each tape goes and how it is held, in two columns."""
    gap = 0.8 * CM
    column = (width - 2 * _MARGIN * CM - gap) / 2
    x, y = _MARGIN * CM, height - _MARGIN * CM - 10
    for number, m in enumerate(MEASURES.values(), 1):
        lines = simpleSplit(f"{m.where} {m.how}", REGULAR, 8.5, column)
        if y - 12 - 10.5 * len(lines) < _MARGIN * CM:
            if x > width / 2:
                canvas.showPage()
                x = _MARGIN * CM
            else:
                x += column + gap
            y = height - _MARGIN * CM - 10
        canvas.setFont(BOLD, 9)
        canvas.drawString(x, y, f"{number} {m.title}")
        canvas.setFont(REGULAR, 8.5)
        for line in lines:
            y -= 10.5
            canvas.drawString(x, y, line)
        y -= 15
    canvas.showPage()
