"""Several sizes of one style over each other as a PDF at true scale, tiled like a pattern; the first sheet says which line is whose."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import date
from typing import Final

from reportlab.pdfgen.canvas import Canvas

from .layout import Sheet
from .lettering import REGULAR
from .nested import Nest, Size, dash_of, nest
from .pdf import Legend, tiled_pdf
from .pdf_piece import CM, LayerName, draw_piece
from .tiles import tiling

LINES: Final[tuple[LayerName, ...]] = ("allowance", "net")
LINE: Final = 0.52
"""cm from a line of the legend to the next"""
MOST: Final = 11.0
"""cm that the legend takes at most; with more bodies its lines draw together"""
LETTERS: Final = 26


def nested_pdf(
    sizes: Sequence[Size], title: str, paper: str = "a4", made_on: date | None = None, at: str = "", scale: float = 1.0
) -> bytes:
    """All sizes of each piece over each other (``nested.nest``), a line style for each. Raises BadSetting for a paper that is none, or more sheets than anyone
    glues."""
    found = nest(sizes, at)
    sheet = _as_sheet(found, scale)

    def draw(canvas: Canvas) -> None:
        for _, lain in found.pieces:
            for q in lain:
                first = q is lain[0]
                # Said once: the grain and the words of the first size stand for all of them.
                piece = q.piece if first else replace(q.piece, grain=None, fold=None)
                dash = [v * CM for v in dash_of(q.size)]
                draw_piece(canvas, piece, 0j, (*LINES, "labels") if first else LINES, scale, dash)

    line = min(LINE, MOST / len(sizes))

    def explain(canvas: Canvas, x: float, y: float) -> None:
        canvas.setFont(REGULAR, 8.5 * line / LINE)
        for k, s in enumerate(sizes):
            y -= line
            canvas.setLineWidth(1.1)
            canvas.setDash([v * CM for v in dash_of(k)])
            canvas.line(x * CM, y * CM, (x + 2.6) * CM, y * CM)
            canvas.setDash()
            canvas.drawString((x + 2.8) * CM, (y - 0.1) * CM, s.label[:LETTERS])

    legend = Legend(len(sizes) * line + 0.6, explain)
    return tiled_pdf(sheet, tiling(sheet, paper), title, draw, made_on, legend)


def _as_sheet(found: Nest, scale: float) -> Sheet:
    """As the tiles ask for it: which paper has something on it."""
    pieces = tuple((q.piece, 0j) for _, lain in found.pieces for q in lain)
    return Sheet(pieces, found.width * scale, found.height * scale, scale)
