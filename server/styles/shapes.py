"""What goes over the wire between bench and server."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field

from patterncraft.formats.drawing import Drawing, DrawnStrips, Point
from patterncraft.formats.verb_picture import BeforeAfter
from patterncraft.moves.move import Group, Handle, Pick
from patterncraft.moves.registry import Step
from patterncraft.paper.seam import RuleKind
from patterncraft.texts import PersonsName

from ..config.answers import Fault, Wire
from ..shelf.shapes import StageOut, SumOut
from .checks_shapes import FindingOut


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
    ``high``: its range, when it has one; ``only``: with which values of other parameters it says anything."""

    name: str
    title: str
    unit: str
    low: float | None
    high: float | None
    whole: bool
    only: dict[str, list[str]] = Field(default_factory=dict)


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
    picture: BeforeAfter | None
    template: list[PhraseOut]
    slots: list[SlotOut]


class StepOut(Wire):
    """A step in the recipe: its data, sentence and working; the chapter it stands in and why it is done so; the
    pieces it speaks of."""

    number: int
    step: dict[str, Any]
    phrases: list[PhraseOut]
    working: list[SumOut]
    muted: bool
    done: bool
    chapter: str
    note: str
    pieces: list[str]


class IntervalOut(Wire):
    """A seam between two of its notches, in words; its lengths also in cm, for the bars, and what becomes of a fullness in it."""

    start: str
    end: str
    a: str
    b: str
    difference: str
    rule: str
    kept: bool
    length_a: float
    length_b: float | None
    kind: RuleKind


class NotchOut(Wire):
    """A notch of a seam, numbered along its first side; where it stands on both sides, in words and cm."""

    number: int
    name: str
    style: Literal["single", "double"]
    a: str
    b: str
    at_a: float | None
    at_b: float | None


class EdgeOf(Wire):
    """An edge by its piece."""

    piece: str
    edge: str


class PromiseOut(Wire):
    """A line of the ledger. Lengths in cm for the bars, words in the house unit beside them. ``closed_by``: the zip, buttons or hooks in it."""

    name: str
    kind: Literal["seam", "legs"]
    side_a: str
    side_b: str
    length_a: float
    length_b: float | None
    text_a: str
    text_b: str
    difference: str
    over: float
    text_over: str
    rule: str
    kept: bool
    cure: str
    ticks_a: list[float]
    ticks_b: list[float]
    notches: list[NotchOut]
    has_partner: bool
    closed_by: str
    intervals: list[IntervalOut]
    edges: list[EdgeOf]


class AccountOut(Wire):
    """A line of the paper account, cm² in words: block paper + new − put away = area."""

    piece: str
    block: str
    new: str
    away: str
    area: str
    balanced: bool


class Work(Wire):
    """A style as far as its steps could be done: the table, the strips of the last step, the recipe, the promises, the paper account, what the checks find.
    ``found``: how much of that wants something done."""

    table: Drawing
    strips: DrawnStrips | None
    recipe: list[StepOut]
    promises: list[PromiseOut]
    kept: int
    broken: int
    account: list[AccountOut]
    findings: list[FindingOut]
    found: int
    stopped: Fault | None


class StyleOut(Wire):
    """A style's card. ``unreadable``: why it cannot be shown, in words."""

    id: int
    name: str
    changed: str
    block: str
    person: str
    steps: int
    drawing: Drawing
    kept: int
    broken: int
    unreadable: str = ""


class BlockPinOut(Wire):
    """A block in a certain revision."""

    id: int
    revision: int


class SheetLie(Wire):
    """Where a sheet's origin lies on the table, cm; ``turn`` in degrees clockwise as seen."""

    x: float = Field(ge=-5000, le=5000)
    y: float = Field(ge=-5000, le=5000)
    turn: float = Field(default=0, ge=-360, le=360)


class RoleOut(Wire):
    """A block of the style in words; ``newest`` is the newest revision there is of it."""

    role: str
    block: str
    person: str
    revision: int
    newest: int


class ToileOf(Wire):
    """The toile whose corrections a recipe holds."""

    block_id: int
    number: int


class StyleDetail(Wire):
    """``toile``: of which toile it holds the corrections; None for a style. ``blocks`` are the pinned revisions, for the preview; ``roles`` the same in words. ``laid``: sheets laid by hand;
    ``waiting``: edges that wait for a part."""

    id: int
    name: str
    version: int
    block: str
    person: str
    blocks: dict[str, BlockPinOut]
    roles: list[RoleOut]
    laid: dict[str, SheetLie]
    waiting: list[str]
    can_undo: bool
    can_redo: bool
    undo_label: str
    toile: ToileOf | None
    work: Work


class StyleIn(Wire):
    """A style to begin."""

    name: PersonsName
    block_id: int
    revision: int | None = None


class StepsIn(Wire):
    """All steps, and the version they were made from."""

    version: int
    steps: list[Step] = Field(max_length=2000)
    label: str = Field(default="", max_length=300)


class VersionIn(Wire):
    """The version a change was made from."""

    version: int


class NewName(Wire):
    """The style's new name."""

    name: PersonsName


class Pointer(Wire):
    """Where a hand points on the table, cm, while a place is asked for; ``piece``: on which sheet, empty: the one that
    lies there. ``field``: the parameter it fills. ``index``: which place of a line it moves; its number of places for one
    more. ``reach``: how near counts as at, cm."""

    piece: str = Field(default="", max_length=80)
    x: float = Field(ge=-5000, le=5000)
    y: float = Field(ge=-5000, le=5000)
    field: str = Field(default="to", max_length=40)
    index: int | None = Field(default=None, ge=0, le=60)
    reach: float = Field(default=0.8, gt=0, le=20)


class PreviewIn(Wire):
    """Blocks and steps, and the step being tried as plain data. ``pointer`` fills one of its parameters."""

    blocks: dict[str, BlockPinOut] = Field(min_length=1, max_length=20)
    steps: list[Step] = Field(max_length=2000)
    style_id: int | None = Field(default=None, description="The style whose house rules hold.")
    trying: dict[str, Any] | None = None
    complete: bool = Field(default=True, description="Whether all its slots are filled, so that it can be done.")
    pointer: Pointer | None = None
    show_before: bool = Field(
        default=False, description="Draw the table as it is before the step tried: an earlier step is being changed."
    )
    show_bends: bool = Field(default=False, description="Draw how the curved edges bend.")
    typed: dict[str, str] = Field(
        default_factory=dict, max_length=20, description="Lengths as typed, by parameter; they go into trying."
    )
    grips: list[Annotated[str, Field(max_length=40)]] = Field(
        default_factory=list, max_length=20, description="Parameters of the step tried that a hand would take hold of."
    )


class SketchPoint(Wire):
    """A place of the line being drawn, on the table, cm, and its rule in words."""

    at: Point
    words: str


class Sketch(Wire):
    """The line being drawn as it lies on the table now: SVG path data, cm; empty until it has two places, and for the two ends of a zone."""

    piece: str
    d: str
    points: list[SketchPoint]


class GripOut(Wire):
    """Where a parameter is taken hold of: ``at`` on the table, cm; it grows along ``way`` (a unit vector), by ``per`` for each cm. ``value``: what it is
    now; ``said``: that in words."""

    field: str
    at: Point
    way: Point
    per: float
    value: float
    said: str


class PreviewOut(Wire):
    """``step``: what was tried, with its slots filled. ``refused``: why it cannot be done. When it can,
    ``work`` holds all promises, but of the sheets and steps only what the tried step made new. ``sketch``: the line
    being drawn for it. ``pointed``: the place under the hand, in words. ``tried``: whether the step was done for this, and ``work`` is
    the work after it. ``phrases``: what was tried, said in words, also when it is refused; empty while it is not whole. ``grips``: those asked for, as far as
    the step has them."""

    work: Work
    phrases: list[PhraseOut]
    before: Drawing | None
    step: dict[str, Any] | None
    refused: Fault | None
    tried: bool
    sketch: Sketch | None
    pointed: str
    grips: list[GripOut]


class StepPicture(Wire):
    """The table before and after a step; how the part that it made is drawn, act by act."""

    before: Drawing
    after: Drawing
    stages: list[StageOut]


class MeasureIn(Wire):
    """Two points on the table, cm, both on one piece."""

    blocks: dict[str, BlockPinOut] = Field(min_length=1, max_length=20)
    steps: list[Step] = Field(max_length=2000)
    style_id: int | None = Field(default=None, description="The style whose house rules hold.")
    piece: str = Field(max_length=80)
    a: Point
    b: Point


class MeasureOut(Wire):
    """The places measured between, on the table, and what the tape shows; ``along`` empty on different edges."""

    a: Point
    b: Point
    words: str
    straight: str
    along: str
