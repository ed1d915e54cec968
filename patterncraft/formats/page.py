"""A printed page of words and small drawings, one after the other; a new one when it is full."""

from __future__ import annotations

from datetime import date
from io import BytesIO
from typing import Final

from reportlab.lib.utils import simpleSplit
from reportlab.pdfgen.canvas import Canvas

from .lettering import BOLD, REGULAR, register_fonts
from .pdf_piece import CM
from .tiles import paper_of

RIM: Final = 1.5
HEAD: Final = 1.6
"""cm for the page's head"""
LEADING: Final = 0.43
"""cm from line to line"""
SIZE: Final = 9.5
"""points"""


class Page:
    """``y``: where the next thing goes, cm from the foot. ``kind``: what sheet it is, said at the head of each page with the title and its number."""

    def __init__(self, kind: str, title: str, paper: str, made_on: date | None) -> None:
        register_fonts()
        _, self.width, self.height, _ = paper_of(paper)
        self.out = BytesIO()
        self.canvas = Canvas(self.out, pagesize=(self.width * CM, self.height * CM), invariant=1)
        self.canvas.setTitle(f"{kind}: {title}")
        self.kind, self.title, self.made_on, self.number = kind, title, made_on, 0
        self.y = 0.0
        self._new()

    @property
    def room(self) -> float:
        """cm between the rims."""
        return self.width - 2 * RIM

    def _new(self) -> None:
        if self.number:
            self.canvas.showPage()
        self.number += 1
        self.y = self.height - RIM - HEAD
        head = simpleSplit(f"{self.kind} · {self.title}", BOLD, 12, (self.room - 4) * CM)[0]
        self.say(RIM, self.height - RIM - 0.3, head, BOLD, 12)
        when = f"{self.made_on.isoformat()} · " if self.made_on else ""
        self.canvas.setFont(REGULAR, 9)
        self.canvas.drawRightString((self.width - RIM) * CM, (self.height - RIM - 0.3) * CM, f"{when}page {self.number}")
        self.canvas.setLineWidth(0.8)
        self.canvas.line(RIM * CM, (self.height - RIM - 0.6) * CM, (self.width - RIM) * CM, (self.height - RIM - 0.6) * CM)

    def say(self, x: float, y: float, words: str, font: str = REGULAR, size: float = SIZE) -> None:
        """One line at a place, cm."""
        self.canvas.setFont(font, size)
        self.canvas.drawString(x * CM, y * CM, words)

    def lines(self, words: str, font: str = REGULAR, indent: float = 0.0) -> None:
        """As many lines as it takes, from here on."""
        for line in simpleSplit(words, font, SIZE, (self.room - indent) * CM):
            self.want(LEADING)
            self.say(RIM + indent, self.y, line, font)
            self.y -= LEADING

    def want(self, height: float) -> None:
        """Room for so many cm; on a new page where there is none."""
        if self.y - height < RIM:
            self._new()

    def done(self) -> bytes:
        """The document."""
        self.canvas.showPage()
        self.canvas.save()
        return self.out.getvalue()
