"""The cut sheet as one page of A4 or Letter: pieces small, with how often and how they are cut."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from io import BytesIO
from typing import Final

from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from ..finishing.cut_sheet import CutRow, CutSheet
from ..finishing.finish import FinishedPiece
from ..units import Unit, format_length
from .lettering import BOLD, REGULAR, register_fonts
from .pdf_piece import CM
from .tiles import paper_of

RIM: Final = 1.3
"""cm"""
HIGHEST: Final = 1.5
LEAST: Final = 0.55
"""cm of height that a row is given, at most and at least"""
COLUMNS: Final = (("", 0.0), ("Piece", 2.2), ("Cut", 6.6), ("Cloth", 9.1), ("Grain", 13.0), ("Lies in", 15.2))
"""Heads, and where they stand, cm from the left rim"""
LOW: Final = 6.5
"""cm at the foot for notions and sums"""


def cut_sheet_pdf(
    sheet: CutSheet, pieces: Sequence[FinishedPiece], title: str, unit: Unit, paper: str = "a4", made_on: date | None = None
) -> bytes:
    """One page, however many pieces there are: rows and letters grow smaller with their number."""
    register_fonts()
    _, width, height, _ = paper_of(paper)
    out = BytesIO()
    canvas = Canvas(out, pagesize=(width * CM, height * CM), invariant=1)
    canvas.setTitle(f"Cut sheet: {title}")
    top = height - RIM
    _say(canvas, RIM, top - 0.5, _fitted(f"Cut sheet · {title}", BOLD, 15, width - 2 * RIM - 2.5), BOLD, 15)
    if made_on:
        canvas.setFont(REGULAR, 9)
        canvas.drawRightString((width - RIM) * CM, (top - 0.5) * CM, made_on.isoformat())
    top -= 1.5
    high = min(HIGHEST, max(LEAST, (top - RIM - LOW) / max(len(sheet.rows), 1)))
    size = min(9.5, high * 15)
    for head, x in COLUMNS:
        _say(canvas, RIM + x, top, head, BOLD, 9)
    canvas.setLineWidth(0.8)
    canvas.line(RIM * CM, (top - 0.15) * CM, (width - RIM) * CM, (top - 0.15) * CM)
    drawn = {p.number: p for p in pieces}
    y = top - 0.15
    for row in sheet.rows:
        _row(canvas, row, drawn[row.number], y, high, size, unit)
        y -= high
        canvas.setLineWidth(0.2)
        canvas.line(RIM * CM, y * CM, (width - RIM) * CM, y * CM)
    _foot(canvas, sheet, y - 0.6, width, unit)
    canvas.showPage()
    canvas.save()
    return out.getvalue()


def _row(canvas: Canvas, row: CutRow, p: FinishedPiece, y: float, high: float, size: float, unit: Unit) -> None:
    _picture(canvas, p, RIM + 0.1, y - 0.08, 1.8, high - 0.16)
    base = y - high / 2 - size / 72 * 2.54 * 0.35
    said = (
        f"{row.number} {row.name}",
        row.how,
        row.cloth + (f" + {row.interfacing} interfacing" if row.interfacing else ""),
        row.grain,
        f"{format_length(row.width, unit, with_unit=False)} × {format_length(row.length, unit)}",
    )
    for (_, x), words, wide in zip(COLUMNS[1:], said, (4.2, 2.3, 3.7, 2.1, 3.2), strict=True):
        font = BOLD if x == COLUMNS[1][1] else REGULAR
        _say(canvas, RIM + x, base, _fitted(words, font, size, wide), font, size)


def _picture(canvas: Canvas, p: FinishedPiece, left: float, top: float, wide: float, high: float) -> None:
    left_, top_, right_, bottom_ = p.box
    k = min(wide / (right_ - left_), high / (bottom_ - top_))
    canvas.saveState()
    canvas.translate((left + (wide - k * (right_ - left_)) / 2) * CM, (top - (high - k * (bottom_ - top_)) / 2) * CM)
    canvas.setLineWidth(0.5)
    path = canvas.beginPath()
    ring = p.cut_line[:: max(1, len(p.cut_line) // 120)]
    for n, z in enumerate(ring):
        x, y = (z.real - left_) * k * CM, -(z.imag - top_) * k * CM
        path.moveTo(x, y) if n == 0 else path.lineTo(x, y)
    path.close()
    canvas.drawPath(path)
    canvas.restoreState()


def _foot(canvas: Canvas, sheet: CutSheet, y: float, width: float, unit: Unit) -> None:
    """Cloths and notions to the left, sums to the right, as much of them as there is room for."""
    left = [("Cloth", "")]
    left += [(name, f"{area / 1e4:.2f} m² of pieces") for name, area in sheet.cloths]
    left += [("Notions", "")] if sheet.notions else []
    left += [(n.name, n.amount) for n in sheet.notions]
    right = ([("Sums", "")] if sheet.working else []) + list(sheet.working)
    half = (width - 2 * RIM) / 2
    for lines, x in ((left, RIM), (right, RIM + half + 0.3)):
        step = min(0.5, max(0.28, (y - RIM) / max(len(lines), 1)))
        size = min(9.0, step * 18)
        for n, (label, words) in enumerate(lines):
            at = y - n * step
            if at < RIM - 0.2:
                break
            font = BOLD if not words else REGULAR
            said = f"{label}: {words}" if words else label
            _say(canvas, x, at, _fitted(said, font, size, half - 0.4), font, size)


def _say(canvas: Canvas, x: float, y: float, words: str, font: str, size: float) -> None:
    canvas.setFont(font, size)
    canvas.drawString(x * CM, y * CM, words)


def _fitted(words: str, font: str, size: float, wide: float) -> str:
    """As much of the words as there is room for, an ellipsis at the end of what is not whole."""
    if stringWidth(words, font, size) <= wide * CM:
        return words
    while words and stringWidth(words + "…", font, size) > wide * CM:
        words = words[:-1]
    return words.rstrip() + "…"
