"""What goes over the wire of a drawing that came in."""

from __future__ import annotations

from typing import Annotated, Self

from pydantic import Field

from patterncraft.formats.drawing import Box, Drawing, Point
from patterncraft.incoming.plan import Plan
from patterncraft.texts import NAME_LETTERS
from patterncraft.tracing.trace import Trace

from ..config.answers import Fault, Wire
from ..shelf.shapes import AuditOut


class IncomingHead(Wire):
    """A drawing or photograph that waits to become a block."""

    id: int
    name: str
    kind: str
    came: str


class OutlineOut(Wire):
    """A closed line of the drawing. ``corners``: proposed, clockwise; ``crosses``: where it runs over itself; ``size``: wide × high in words."""

    number: int
    d: str
    box: Box
    size: str
    name: str
    words: list[str]
    within: int
    corners: list[Point]
    crosses: Point | None


class EdgeOut(Wire):
    """An edge from one corner of the plan to the next: its line, its length as drawn, and its name."""

    piece: str
    index: int
    name: str
    d: str
    middle: Point
    length: str


class SpanOut(Wire):
    """A traced line from corner to corner, with its true length."""

    d: str
    length: str
    middle: Point


class TracedOut(Wire):
    """A traced outline as it runs; ``refused``: why not yet."""

    name: str
    spans: list[SpanOut]
    refused: str


class CardPhotographOut(Wire):
    """``corners``: of the sheet, found or marked, in dots; ``flat``: the size of the flat picture in cm and where its first dot lies; ``error``: what a length
    of 40 cm may be off, in words."""

    width: int
    height: int
    corners: list[Point]
    found: bool
    sheet_width: float
    sheet_height: float
    flat: Box | None
    per_cm: float
    error: str
    advice: str
    trace: Trace
    traced: list[TracedOut]
    grown: str


class BroughtOut(Wire):
    """The block as it would hang: its drawing, its audit, and what was told on the way."""

    drawing: Drawing
    audit: list[AuditOut]
    told: list[str]


class Shown(Wire):
    """What can be seen of it. ``unit``: what the drawing says; ``guess``: what it was taken for where it says nothing. ``ours``: it needs no plan. ``refused``: why it
    cannot be a block yet."""

    unit: str
    guess: str
    ours: bool
    told: list[str]
    open_lines: list[str]
    outlines: list[OutlineOut]
    inner: list[str]
    edges: list[EdgeOut]
    extent: Box | None
    brought: BroughtOut | None
    refused: Fault | None

    @classmethod
    def nothing(cls, refused: Fault) -> Self:
        """It cannot be read, and why."""
        return cls(
            unit="",
            guess="",
            ours=False,
            told=[],
            open_lines=[],
            outlines=[],
            inner=[],
            edges=[],
            extent=None,
            brought=None,
            refused=refused,
        )


class Said(Wire):
    """What it is, and what was said of it."""

    id: int
    name: str
    kind: str
    plan: Plan
    photograph: CardPhotographOut | None


class IncomingOut(Said, Shown):
    """Everything of it."""


class KeepIn(Wire):
    """Hang it on the shelf, as a block of its own."""

    name: Annotated[str, Field(min_length=1, max_length=NAME_LETTERS)]
    person_id: int | None = None


class SheetIn(Wire):
    """The sheet in the photograph: its size in cm, and its four corners in dots; without corners it is looked for."""

    width: float = Field(gt=2, le=300)
    height: float = Field(gt=2, le=300)
    corners: list[Point] | None = Field(default=None, min_length=4, max_length=4)


class CornerIn(Wire):
    """A corner put into a piece of the plan at a place of the drawing, cm, or the corner of that number taken out."""

    piece: int = Field(ge=0, le=100)
    at: Point | None = None
    take_out: int | None = None


class SnapIn(Wire):
    """A click on the flat picture, cm; ``corner``: it means a corner of the card."""

    x: float = Field(ge=-1000, le=1000)
    y: float = Field(ge=-1000, le=1000)
    corner: bool = True


class GlossaryOut(Wire):
    """Names of edges with what usually becomes of them, and the edges of common pieces, clockwise, of a half drawn with its centre at the left."""

    edges: dict[str, str]
    pieces: dict[str, list[str]]
