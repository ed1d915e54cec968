"""The school sheet: a draft point by point, each act of the pencil beside the drawing as it stands then, with its rule and its sums. A4 or Letter."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from typing import Final, NamedTuple

from reportlab.lib.utils import simpleSplit
from reportlab.pdfbase.pdfmetrics import stringWidth

from ..drafting.construction import Stage
from ..drafting.school import Block, School
from ..geometry.flatten import flat_path
from ..geometry.path import Path
from ..measures.keys import MEASURES
from ..units import Unit, format_length, in_unit
from .lettering import BOLD, REGULAR
from .page import LEADING, RIM, SIZE, Page
from .pdf_piece import CM, draw_curve

DRAWN: Final = (6.0, 5.0)
"""cm: width and height of a drawing"""
LETTERS: Final = 7.5
OFF: Final = 2.0
"""Points of the page: size of a point's letters, and how far they stand off it."""
FLAT: Final = 0.2
"""cm within which a curve's box is known"""


def school_sheet(school: School, block: Block, title: str, unit: Unit, paper: str = "a4", made_on: date | None = None) -> bytes:
    """A draft with its construction (``drafting.school``). A block that has none (read from a file) has to be drafted again first; else only its measures are told."""
    page = _Sheet("School sheet", title, paper, made_on)
    page.head(school, block, unit)
    pieces = list(dict.fromkeys(s.piece for s in block.stages))
    frames = {piece: _frame([s for s in block.stages if s.piece == piece]) for piece in pieces}
    for n, stage in enumerate(block.stages):
        before = [s for s in block.stages[:n] if s.piece == stage.piece]
        page.stage(stage, before, frames[stage.piece], unit)
    return page.done()


class _Frame(NamedTuple):
    """What a piece's drawings show, all alike: left, top, and by how much they are made smaller."""

    left: float
    top: float
    scale: float


class _Sheet(Page):
    """What is drawn of stages."""

    def head(self, school: School, block: Block, unit: Unit) -> None:
        """What it is drawn from."""
        self.lines(school.title, BOLD)
        self.lines(school.reason)
        self.y -= 0.15
        measures = [f"{MEASURES[k].title} {format_length(v, unit)}" for k, v in block.measures.items() if k in MEASURES]
        self.lines(f"Measures: {', '.join(measures)}.")
        fields = school.settings.model_fields
        settings = [f"{fields[k].title or k} {_said(v, unit)}" for k, v in block.settings.items() if k in fields]
        if settings:
            self.lines(f"Settings: {', '.join(settings)}.")
        self.y -= 0.3

    def stage(self, stage: Stage, before: Sequence[Stage], frame: _Frame, unit: Unit) -> None:
        """The drawing on the left, what was there already in grey; rule and sums beside it."""
        wide, high = DRAWN
        room = self.room - wide - 0.6
        said = [f"{s.label}: {words}" if (words := s.spoken(unit)) else in_unit(s.label, unit) for s in stage.sums]
        rule = simpleSplit(f"{stage.number}. {stage.rule}", BOLD, SIZE, room * CM)
        sums = [line for words in said for line in simpleSplit(words, REGULAR, SIZE, (room - 0.3) * CM)]
        height = max(high, LEADING * (len(rule) + len(sums) + 1)) + 0.5
        self.want(height)
        top = self.y
        self._drawn(stage, before, frame, top)
        x, y = RIM + wide + 0.6, top - 0.3
        self.say(x, y, stage.piece, REGULAR, 8)
        for line in rule:
            y -= LEADING
            self.say(x, y, line, BOLD)
        for line in sums:
            y -= LEADING
            self.say(x + 0.3, y, line)
        self.y = top - height
        self.canvas.setLineWidth(0.2)
        self.canvas.line(RIM * CM, (self.y + 0.2) * CM, (self.width - RIM) * CM, (self.y + 0.2) * CM)

    def _drawn(self, stage: Stage, before: Sequence[Stage], frame: _Frame, top: float) -> None:
        canvas, k = self.canvas, frame.scale
        shift = complex(-frame.left, -frame.top)
        canvas.saveState()
        canvas.translate(RIM * CM, top * CM)
        canvas.scale(k, k)
        for s, grey, width in (*((s, 0.6, 0.4) for s in before), (stage, 0.0, 1.1)):
            canvas.setStrokeGray(grey)
            canvas.setLineWidth(width / k)
            canvas.setDash([2 / k, 2 / k] if s.guide else [])
            for path in s.paths:
                draw_curve(canvas, path, shift)
        canvas.setDash()
        for s, grey in (*((s, 0.55) for s in before), (stage, 0.0)):
            canvas.setFillGray(grey)
            for _, place in s.points:
                z = place + shift
                canvas.circle(z.real * CM, -z.imag * CM, 1.1 / k, stroke=0, fill=1)
        canvas.setFont(BOLD, LETTERS / k)
        places = [complex((z + shift).real, -(z + shift).imag) * CM * k for _, z in stage.points]
        for at, (label, _) in zip(_beside([label for label, _ in stage.points], places), stage.points, strict=True):
            canvas.drawString(at.real / k, at.imag / k, label)
        canvas.restoreState()


def _frame(stages: Sequence[Stage]) -> _Frame:
    """All that is drawn of a piece, as large as it goes."""
    points = [z for s in stages for path in s.paths for z in _points(path)] + [z for s in stages for _, z in s.points]
    xs, ys = [z.real for z in points] or [0.0], [z.imag for z in points] or [0.0]
    wide, high = DRAWN
    # Room at the right for the letters of a point at the rim.
    scale = min((wide - 0.6) / max(max(xs) - min(xs), 1.0), (high - 0.7) / max(max(ys) - min(ys), 1.0))
    return _Frame(min(xs), min(ys) - 0.5 / scale, scale)


def _beside(labels: Sequence[str], points: Sequence[complex]) -> list[complex]:
    """Where the letters of points begin, points of the page, y up: right above each, or on another side of it where a point's letters stand there already."""
    taken: list[tuple[float, float, float]] = []
    found = []
    for label, point in zip(labels, points, strict=True):
        wide = stringWidth(label, BOLD, LETTERS)
        sides = [complex(x, y) for x in (OFF, -OFF - wide) for y in (OFF, -OFF - 0.7 * LETTERS)]
        free = (
            point + side
            for side in sides
            if not any(
                left < (point + side).real + wide + 1
                and (point + side).real < right + 1
                and abs(y - (point + side).imag) < 0.8 * LETTERS
                for left, right, y in taken
            )
        )
        at = next(free, point + sides[0])
        taken.append((at.real, at.real + wide, at.imag))
        found.append(at)
    return found


def _points(path: Path) -> list[complex]:
    return list(flat_path(path, FLAT))


def _said(value: object, unit: Unit) -> str:
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float | int):
        return format_length(float(value), unit)
    if isinstance(value, list | tuple):
        return " and ".join(_said(v, unit) for v in value)
    return str(value)
