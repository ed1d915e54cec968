"""The making sheet: a style step by step, each with its paper before and after and its sums, for somebody who cuts by hand. A4 or Letter."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import date
from io import BytesIO
from typing import Final

from reportlab.lib.utils import simpleSplit
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from ..finishing.sewing_order import Sewing, sewing_order
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..replay import Done, Replay
from ..units import Unit
from .label import BOLD, REGULAR, register_fonts
from .pdf_piece import CM, draw_curve
from .tiles import paper_of

RIM: Final = 1.5
HEAD: Final = 1.6
"""cm for the page's head"""
HIGH: Final = 5.6
"""cm of height for a step's drawings"""
LEADING: Final = 0.43
"""cm from line to line"""
SIZE: Final = 9.5
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
    register_fonts()
    page = _Page(title, paper, made_on)
    steps = [d for d in replay.done if not d.step.muted]
    page.start(replay.start)
    for n, d in enumerate(steps, 1):
        page.step(d, unit)
        told(n, len(steps))
    page.sewing(sewing_order(replay.pattern))
    return page.done()


class _Page:
    """Where on which page the next thing goes."""

    def __init__(self, title: str, paper: str, made_on: date | None) -> None:
        _, self.width, self.height, _ = paper_of(paper)
        self.out = BytesIO()
        self.canvas = Canvas(self.out, pagesize=(self.width * CM, self.height * CM), invariant=1)
        self.canvas.setTitle(f"Making sheet: {title}")
        self.title, self.made_on, self.number = title, made_on, 0
        self.y = 0.0
        self._new()

    @property
    def room(self) -> float:
        return self.width - 2 * RIM

    def _new(self) -> None:
        if self.number:
            self.canvas.showPage()
        self.number += 1
        self.y = self.height - RIM - HEAD
        head = simpleSplit(f"Making sheet · {self.title}", BOLD, 12, (self.room - 4) * CM)[:1]
        self._say(RIM, self.height - RIM - 0.3, head[0] if head else "", BOLD, 12)
        when = f"{self.made_on.isoformat()} · " if self.made_on else ""
        self.canvas.setFont(REGULAR, 9)
        self.canvas.drawRightString((self.width - RIM) * CM, (self.height - RIM - 0.3) * CM, f"{when}page {self.number}")
        self.canvas.setLineWidth(0.8)
        self.canvas.line(RIM * CM, (self.height - RIM - 0.6) * CM, (self.width - RIM) * CM, (self.height - RIM - 0.6) * CM)

    def _say(self, x: float, y: float, words: str, font: str = REGULAR, size: float = SIZE) -> None:
        self.canvas.setFont(font, size)
        self.canvas.drawString(x * CM, y * CM, words)

    def _lines(self, words: str, font: str = REGULAR, indent: float = 0.0) -> None:
        for line in simpleSplit(words, font, SIZE, (self.room - indent) * CM):
            self._want(LEADING)
            self._say(RIM + indent, self.y, line, font)
            self.y -= LEADING

    def _want(self, height: float) -> None:
        if self.y - height < RIM:
            self._new()

    def start(self, pattern: Pattern) -> None:
        """The blocks as they come to the table."""
        self._lines("Trace the blocks, with their darts and notches.", BOLD)
        self._drawings([("", pattern.pieces)], pattern.pieces)

    def step(self, d: Done, unit: Unit) -> None:
        """Sentence, note, both drawings, sums."""
        sums = [f"{s.label}: {said}" if (said := s.spoken(unit)) else s.label for s in d.working][:MOST_SUMS]
        words = simpleSplit(f"{d.number}. {d.step.spoken(d.before, unit)}", BOLD, SIZE, self.room * CM)
        self._want(LEADING * (len(words) + min(len(sums), 3)) + HIGH + 0.6)
        self._lines(f"{d.number}. {d.step.spoken(d.before, unit)}", BOLD)
        if d.step.note:
            self._lines(d.step.note, indent=0.5)
        was = {p.name: p for p in d.before.pieces}
        new = [p for p in d.after.pieces if was.get(p.name) is not p]
        kept = {p.name for p in d.after.pieces if was.get(p.name) is p}
        gone = [p for p in d.before.pieces if p.name not in kept]
        if new or gone:
            self._drawings([("before", gone), ("after", new)], [*gone, *new])
        for line in sums:
            self._lines(line, indent=0.5)
        self.y -= 0.35

    def sewing(self, order: Sequence[Sewing]) -> None:
        """The order of sewing, numbered."""
        self.y -= 0.2
        self._want(LEADING * 4)
        self._lines("How it can be sewn (a suggestion, read off the seams)", BOLD)
        for n, s in enumerate(order, 1):
            after = f" (after {', '.join(s.after)})" if s.after and s.kind == "seam" else ""
            self._lines(f"{n}. {s.words}{after}", indent=0.3)
        self._lines("Cut away from your hand; count the pins back into the cushion.")

    def _drawings(self, groups: Sequence[tuple[str, Sequence[Piece]]], together: Sequence[Piece]) -> None:
        """Side by side, all to one scale."""
        self._want(HIGH)
        wide = self.room / len(groups) - 0.4
        rows = [list(pieces)[:SHEETS] for _, pieces in groups]
        k = min((_fit(row, wide, HIGH - 1.1) for row in rows if row), default=1.0)
        for n, ((label, _), row) in enumerate(zip(groups, rows, strict=True)):
            left = RIM + n * self.room / len(groups)
            if label:
                self._say(left, self.y - 0.3, label, REGULAR, 8)
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

    def done(self) -> bytes:
        """The document."""
        self.canvas.showPage()
        self.canvas.save()
        return self.out.getvalue()


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
