"""The making sheet: a style step by step, each with its paper before and after and its sums, for somebody who cuts by hand. A4 or Letter."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import date
from typing import Final

from reportlab.lib.utils import simpleSplit
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from ..finishing.sewing_order import Sewing, sewing_order
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..replay import Done, Replay
from ..units import Unit
from .lettering import BOLD, REGULAR
from .page import LEADING, RIM, SIZE, Page
from .pdf_piece import CM, draw_curve

HIGH: Final = 5.6
"""cm of height for a step's drawings"""
MOST_SUMS: Final = 10
SHEETS: Final = 6
"""pieces drawn of a step at most; one that touches more shows the first of them"""


def making_sheet(
    replay: Replay,
    title: str,
    unit: Unit,
    paper: str = "a4",
    made_on: date | None = None,
    told: Callable[[int, int], None] = lambda done, of: None,
) -> bytes:
    """``told`` hears after each step how many of how many are drawn. Steps that are muted are left out."""
    page = _Sheet("Making sheet", title, paper, made_on)
    steps = [d for d in replay.done if not d.step.muted]
    page.start(replay.start)
    for n, d in enumerate(steps, 1):
        page.step(d, unit)
        told(n, len(steps))
    page.sewing(sewing_order(replay.pattern))
    return page.done()


class _Sheet(Page):
    """What is drawn of steps."""

    def start(self, pattern: Pattern) -> None:
        """The blocks as they come to the table."""
        self.lines("Trace the blocks, with their darts and notches.", BOLD)
        self._drawings([("", pattern.pieces)], pattern.pieces)

    def step(self, d: Done, unit: Unit) -> None:
        """Sentence, note, both drawings, sums."""
        sums = [f"{s.label}: {said}" if (said := s.spoken(unit)) else s.label for s in d.working][:MOST_SUMS]
        words = simpleSplit(f"{d.number}. {d.step.spoken(d.before, unit)}", BOLD, SIZE, self.room * CM)
        self.want(LEADING * (len(words) + min(len(sums), 3)) + HIGH + 0.6)
        self.lines(f"{d.number}. {d.step.spoken(d.before, unit)}", BOLD)
        if d.step.note:
            self.lines(d.step.note, indent=0.5)
        was = {p.name: p for p in d.before.pieces}
        new = [p for p in d.after.pieces if was.get(p.name) is not p]
        kept = {p.name for p in d.after.pieces if was.get(p.name) is p}
        gone = [p for p in d.before.pieces if p.name not in kept]
        if new or gone:
            self._drawings([("before", gone), ("after", new)], [*gone, *new])
        for line in sums:
            self.lines(line, indent=0.5)
        self.y -= 0.35

    def sewing(self, order: Sequence[Sewing]) -> None:
        """The order of sewing, numbered."""
        self.y -= 0.2
        self.want(LEADING * 4)
        self.lines("How it can be sewn (a suggestion, read off the seams)", BOLD)
        for n, s in enumerate(order, 1):
            after = f" (after {', '.join(s.after)})" if s.after and s.kind == "seam" else ""
            self.lines(f"{n}. {s.words}{after}", indent=0.3)
        self.lines("Cut away from your hand; count the pins back into the cushion.")

    def _drawings(self, groups: Sequence[tuple[str, Sequence[Piece]]], together: Sequence[Piece]) -> None:
        """Side by side, all to one scale."""
        self.want(HIGH)
        wide = self.room / len(groups) - 0.4
        rows = [list(pieces)[:SHEETS] for _, pieces in groups]
        k = min((_fit(row, wide, HIGH - 1.1) for row in rows if row), default=1.0)
        for n, ((label, _), row) in enumerate(zip(groups, rows, strict=True)):
            left = RIM + n * self.room / len(groups)
            if label:
                self.say(left, self.y - 0.3, label, REGULAR, 8)
            x = left
            for p in row:
                l_, t_, r_, _ = p.box
                self.canvas.saveState()
                self.canvas.translate(x * CM, (self.y - 0.5) * CM)
                self.canvas.scale(k, k)
                _draw(self.canvas, p, complex(-l_, -t_), k)
                self.canvas.restoreState()
                x += (r_ - l_) * k + 0.25
        said = f"drawn 1 : {1 / k:.0f}" if together else ""
        self.canvas.setFont(REGULAR, 7)
        self.canvas.drawRightString((self.width - RIM) * CM, (self.y - 0.3) * CM, said)
        self.y -= HIGH


def _fit(pieces: Sequence[Piece], wide: float, high: float) -> float:
    total = sum(p.box[2] - p.box[0] for p in pieces)
    tallest = max(p.box[3] - p.box[1] for p in pieces)
    return min(0.16, (wide - 0.25 * len(pieces)) / max(total, 1.0), high / max(tallest, 1.0))


def _draw(canvas: Canvas, p: Piece, shift: complex, k: float) -> None:
    """A sheet: new paper shaded, outline, lines and tape broken, its name."""
    for patch in p.paper.patches:
        path = canvas.beginPath()
        start = patch.start + shift
        path.moveTo(start.real * CM, -start.imag * CM)
        for s in patch.segments:
            q = [z + shift for z in s[1:]]
            if len(q) == 1:
                path.lineTo(q[0].real * CM, -q[0].imag * CM)
            else:
                path.curveTo(*[v for z in q for v in (z.real * CM, -z.imag * CM)])
        path.close()
        canvas.setFillGray(0.86)
        canvas.drawPath(path, stroke=0, fill=1)
    canvas.setFillGray(0)
    canvas.setStrokeGray(0)
    canvas.setLineWidth(0.9 / k)
    canvas.setDash()
    for e in p.outline:
        draw_curve(canvas, e.path, shift)
    canvas.setLineWidth(0.4 / k)
    canvas.setDash(2 / k, 2 / k)
    for line in p.lines:
        draw_curve(canvas, line.path, shift)
    for tape in p.paper.tapes:
        draw_curve(canvas, tape, shift)
    for lens in p.lenses:
        draw_curve(canvas, lens.outline, shift)
    canvas.setDash()
    left, top, right, bottom = p.box
    at = complex((left + right) / 2, (top + bottom) / 2) + shift
    wide = stringWidth(p.name, REGULAR, 7 / k)
    canvas.setFillGray(1)
    canvas.rect(at.real * CM - wide / 2 - 1 / k, -at.imag * CM - 2 / k, wide + 2 / k, 8 / k, stroke=0, fill=1)
    canvas.setFillGray(0)
    canvas.setFont(REGULAR, 7 / k)
    canvas.drawCentredString(at.real * CM, -at.imag * CM, p.name)
