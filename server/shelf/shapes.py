"""What goes over the wire between shelf and server."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field

from patterncraft.formats.drawing import Box, Drawing, Point
from patterncraft.texts import PersonsName

from ..config.answers import Wire


class SettingOut(Wire):
    """A setting of a school, for its form. Lengths in cm; ``default_text`` in the house unit. ``kind``: length,
    number, choice, yes (or no), or lengths (a list). ``house``: its default is a house rule."""

    name: str
    title: str
    why: str
    kind: Literal["length", "number", "choice", "yes", "lengths"]
    default: float | str | bool | list[float]
    default_text: str
    unit: str = ""
    house: bool = False
    minimum: float | None = None
    maximum: float | None = None
    choices: list[str] = Field(default_factory=list)


class SchoolOut(Wire):
    """``base``: what it is drawn on, in words; empty: on nothing."""

    name: str
    title: str
    family: str
    reason: str
    differs: str
    needs: list[str]
    uses: list[str]
    base: str
    base_optional: bool
    settings: list[SettingOut]


class DraftIn(Wire):
    """A draft to try: measures in cm by key; settings as numbers in cm or as typed in the house unit."""

    school: str = Field(max_length=80)
    measures: dict[str, float] = Field(max_length=100)
    settings: dict[str, Any] = Field(default_factory=dict, max_length=50)
    base_id: int | None = Field(default=None, description="The block it is drawn on, its newest revision.")
    show_bends: bool = Field(default=False, description="Draw how the curved edges bend.")


class SchoolForChart(Wire):
    """Whether a chart is enough for a school, and what it lacks, in words."""

    school: str
    title: str
    family: str
    ready: bool
    lacks: list[str]


class FigureLine(Wire):
    """A line of the figure that is wanted, beside what the paper has."""

    label: str
    text: str


class SchoolCompared(Wire):
    """One school beside the others, drawn for one chart. ``refused``: why it could not be; ``on``: the block it
    was drawn on for this page."""

    name: str
    title: str
    family: str
    reason: str
    differs: str
    needs: list[str]
    lacks: list[str]
    refused: str
    on: str
    drawing: Drawing | None
    figures: list[FigureLine]


class SumOut(Wire):
    """A line of working in words; ``note``: a sentence without a number; ``caution``: one to take care over."""

    label: str
    text: str
    note: bool = False
    caution: bool = False


class NumberedPoint(Wire):
    """A point of the construction with its number."""

    label: str
    at: Point


class StageOut(Wire):
    """One act of the pencil; ``at`` is where its piece's sheet lies."""

    number: int
    piece: str
    rule: str
    sums: list[SumOut]
    points: list[NumberedPoint]
    paths: list[str]
    guide: bool


class RemedyOut(Wire):
    """A cure that can be applied: settings to change, or a correction on the paper."""

    label: str
    settings: dict[str, Any]
    correction: dict[str, Any] | None


class AuditOut(Wire):
    """``kept`` null: told, not judged. ``wanted``: what it is held against, and how that is called."""

    title: str
    wanted: str
    wanted_label: str
    text: str
    kept: bool | None
    cure: str
    remedy: RemedyOut | None


class DraftOut(Wire):
    """A draft: its drawing, stages and audit."""

    drawing: Drawing
    stages: list[StageOut]
    audit: list[AuditOut]


class BlockIn(Wire):
    """Draft a block from a person's chart and keep it."""

    name: PersonsName
    chart_id: int
    school: str = Field(max_length=80)
    settings: dict[str, Any] = Field(default_factory=dict, max_length=50)
    base_id: int | None = None


class RevisionIn(Wire):
    """Draft a block anew. No chart: from the measures it has. Settings are changed over those it has."""

    chart_id: int | None = None
    settings: dict[str, Any] = Field(default_factory=dict, max_length=50)
    base_id: int | None = None
    note: str = Field(default="", max_length=300)


class CureIn(Wire):
    """Apply an audit's remedy to a block: a new revision."""

    settings: dict[str, Any] = Field(default_factory=dict, max_length=50)
    correction: dict[str, Any] | None = None


class BlockState(Wire):
    """How far a block has been proved."""

    state: str


class BlockName(Wire):
    """A block in a list to choose from."""

    id: int
    name: str
    person: str
    person_id: int | None
    school: str
    school_name: str
    family: str
    state: str
    revision: int


class BlockOut(BlockName):
    """A block as it hangs on the shelf. ``unreadable``: why it cannot be shown, in words; it can still be saved or put away.
    ``away``: since when it has been put away; empty: it is at hand."""

    made: str
    styles: int
    drawing: Drawing
    unreadable: str = ""
    away: str = ""


class SilhouetteOut(Wire):
    """A block seen from afar: closed lines of its sheets, and their extent, cm."""

    lines: list[str]
    box: Box


class CardOut(BlockName):
    """A block as it hangs on its rail. ``size_set``: the family of sizes it hangs in; ``styles``: how many lie on it; ``cloth``: woven or knit."""

    cloth: str
    size_set: str
    made: str
    styles: int
    silhouette: SilhouetteOut | None
    unreadable: str


class ShelfOut(Wire):
    """A stretch of the shelf: ``total`` hang there by what was asked; ``people``, ``kinds``, ``sets``: what one can ask for."""

    cards: list[CardOut]
    total: int
    all: int
    people: dict[int, str]
    kinds: list[str]
    sets: list[str]


class SizesIn(Wire):
    """A family of sizes drafted at once: a table's standard measures for each size, by one school."""

    table: str = Field(max_length=80)
    sizes: list[str] = Field(min_length=1, max_length=30)
    school: str = Field(max_length=80)
    settings: dict[str, Any] = Field(default_factory=dict, max_length=50)
    name: PersonsName


class DuplicateIn(Wire):
    """The block once more, for another person; ``chart_id``: drafted from her measures by the same school, else as it lies."""

    name: PersonsName
    person_id: int | None = None
    chart_id: int | None = None


class RevisionOut(Wire):
    """A revision of a block, with why it was made."""

    number: int
    made: str
    note: str


class BlockDetail(BlockOut):
    """A block's page."""

    draft: DraftOut
    measures: dict[str, str]
    settings: dict[str, Any]
    corrections: list[str]
    based_on: str
    revisions: list[RevisionOut]
