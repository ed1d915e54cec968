"""What goes over the wire between bench and server."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field

from patterncraft.formats.drawing import Drawing, Point
from patterncraft.moves.move import Group, Handle, Pick
from patterncraft.moves.registry import Step

from ..config.answers import Fault, Wire
from ..shelf.shapes import SumOut


class PhraseOut(Wire):
    """A stretch of a step's sentence; ``slot`` empty for fixed words."""

    text: str
    slot: str


class ChoiceOut(Wire):
    """What a slot may be filled with, and its words."""

    value: str
    words: str


class FieldOut(Wire):
    """A parameter that fills a slot. ``unit``: "cm" for a length, which is typed in the house unit; ``low`` and
    ``high``: its range, when it has one."""

    name: str
    title: str
    unit: str
    low: float | None
    high: float | None
    whole: bool


class SlotOut(Wire):
    """An open place in a sentence: what is asked, and what can fill it."""

    name: str
    prompt: str
    pick: Pick
    fields: list[FieldOut]
    optional: bool
    choices: list[ChoiceOut]


class MoveOut(Wire):
    """A move as the recipe offers it. ``template``: its sentence with empty slots; ``about``: its first words;
    ``handle``: what it lets one drag on the table."""

    move: str
    title: str
    group: Group
    key: str
    about: str
    synonyms: list[str]
    handle: Handle
    template: list[PhraseOut]
    slots: list[SlotOut]


class StepOut(Wire):
    """A step in the recipe: its data, sentence and working."""

    number: int
    step: dict[str, Any]
    phrases: list[PhraseOut]
    working: list[SumOut]
    muted: bool
    done: bool


class IntervalOut(Wire):
    start: str
    end: str
    a: str
    b: str
    difference: str


class EdgeOf(Wire):
    piece: str
    edge: str


class PromiseOut(Wire):
    """A line of the ledger. Lengths in cm for the bars, words in the house unit beside them."""

    name: str
    kind: Literal["seam", "legs"]
    side_a: str
    side_b: str
    length_a: float
    length_b: float | None
    text_a: str
    text_b: str
    difference: str
    rule: str
    kept: bool
    cure: str
    ticks_a: list[float]
    ticks_b: list[float]
    intervals: list[IntervalOut]
    edges: list[EdgeOf]


class Work(Wire):
    """A style as far as its steps could be done: the table, the recipe, the promises."""

    table: Drawing
    recipe: list[StepOut]
    promises: list[PromiseOut]
    kept: int
    broken: int
    stopped: Fault | None


class StyleOut(Wire):
    id: int
    name: str
    changed: str
    block: str
    person: str
    steps: int
    drawing: Drawing
    kept: int
    broken: int


class BlockPinOut(Wire):
    id: int
    revision: int


class StyleDetail(Wire):
    """``blocks`` are the pinned revisions, for the preview."""

    id: int
    name: str
    version: int
    block: str
    person: str
    blocks: dict[str, BlockPinOut]
    can_undo: bool
    can_redo: bool
    undo_label: str
    work: Work


class StyleIn(Wire):
    name: str = Field(min_length=1, max_length=120)
    block_id: int
    revision: int | None = None


class StepsIn(Wire):
    version: int
    steps: list[Step] = Field(max_length=2000)
    label: str = Field(default="", max_length=300)


class VersionIn(Wire):
    version: int


class Rename(Wire):
    name: str = Field(min_length=1, max_length=120)


class Pointer(Wire):
    """Where a hand points while a place is asked for: on which piece, in its own coordinates, cm."""

    piece: str = Field(max_length=80)
    x: float = Field(ge=-1000, le=1000)
    y: float = Field(ge=-1000, le=1000)


class PreviewIn(Wire):
    """Blocks and steps, and the step being tried as plain data. ``pointer`` fills its slot ``to``."""

    blocks: dict[str, BlockPinOut] = Field(min_length=1, max_length=20)
    steps: list[Step] = Field(max_length=2000)
    style_id: int | None = Field(default=None, description="The style whose house rules hold.")
    trying: dict[str, Any] | None = None
    pointer: Pointer | None = None
    show_before: bool = Field(
        default=False, description="Draw the table as it is before the step tried: an earlier step is being changed."
    )
    typed: dict[str, str] = Field(
        default_factory=dict, max_length=20, description="Lengths as typed, by parameter; they go into trying."
    )


class PreviewOut(Wire):
    """``step``: what was tried, with its slots filled. ``refused``: why it cannot be done. When it can,
    ``work`` holds all promises, but of the sheets and steps only what the tried step made new."""

    work: Work
    before: Drawing | None
    step: dict[str, Any] | None
    refused: Fault | None


class StepPicture(Wire):
    """The table before and after a step."""

    before: Drawing
    after: Drawing


class MeasureIn(Wire):
    """Two points in one piece's own coordinates, cm."""

    blocks: dict[str, BlockPinOut] = Field(min_length=1, max_length=20)
    steps: list[Step] = Field(max_length=2000)
    style_id: int | None = Field(default=None, description="The style whose house rules hold.")
    piece: str = Field(max_length=80)
    a: Point
    b: Point


class MeasureOut(Wire):
    """The places measured between, and what the tape shows; ``along`` empty on different edges."""

    a: Point
    b: Point
    words: str
    straight: str
    along: str
