"""The papers in an archive, beside the open files: what each thing is, and what belongs to it.

Things are known by keys, which stay the same wherever they are taken: the key of the workroom that they were made in, and their number there.
"""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

VERSION = 1
Key = Annotated[str, Field(pattern=r"^[\w.~-]{1,80}$")]
Text = Annotated[str, Field(max_length=300)]
Values = Annotated[dict[str, float], Field(max_length=200)]
Number = Annotated[int, Field(ge=0, le=10**9)]


class Paper(BaseModel):
    """Unknown fields and what is no number are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Manifest(Paper):
    """The first thing that is read. ``seal``: by which this house knows that it packed it itself."""

    format: Literal["steady-shear"] = "steady-shear"
    kind: Literal["library"] = "library"
    version: int = VERSION
    workroom: Key
    name: Text
    made: date
    counts: dict[str, int] = Field(default_factory=dict, max_length=20)
    seal: str = Field(default="", max_length=100)


class EarlierPaper(Paper):
    """What a chart held before a change."""

    number: Number
    values: Values
    estimated: list[Text] = Field(max_length=200)
    why: Text
    changed: datetime


class ChartPaper(Paper):
    """A taking of measures, cm."""

    key: Key
    taken_on: date
    values: Values
    estimated: list[Text] = Field(max_length=200)
    version: Number
    put_away: datetime | None
    earlier: list[EarlierPaper] = Field(max_length=5000)


class PersonPaper(Paper):
    """Somebody who is measured."""

    key: Key
    name: Text
    note: Annotated[str, Field(max_length=500)]
    put_away: datetime | None
    charts: list[ChartPaper] = Field(max_length=5000)


class EditPaper(Paper):
    """A style after one change. ``pins``: role, the block's key, its revision."""

    number: Number
    steps: list[dict[str, Any]] = Field(max_length=2000)
    pins: list[tuple[Text, Key, Number]] = Field(max_length=20)
    label: Text
    created: datetime


class StylePaper(Paper):
    """A style with every change that can be undone. ``pins``: as they are now; ``cloths``: use, the cloth's key."""

    key: Key
    name: Text
    variant_of: Key | None
    cursor: Number
    version: Number
    rules: dict[str, Any]
    layout: dict[str, tuple[float, float, float]] = Field(max_length=300)
    acknowledged: list[dict[str, Any]] = Field(max_length=200)
    finishing: list[dict[str, Any]] = Field(max_length=400)
    put_away: datetime | None
    pins: list[tuple[Text, Key, Number]] = Field(max_length=20)
    edits: list[EditPaper] = Field(max_length=20_000)
    cloths: list[tuple[Text, Key]] = Field(max_length=40)


class NotePaper(Paper):
    """What was seen on a toile, and where: cm on the piece."""

    piece: Text
    x: float
    y: float
    text: Annotated[str, Field(max_length=500)]


class PhotographPaper(Paper):
    """A photograph of a toile; ``file``: beside this paper."""

    file: Text
    caption: Text


class ToilePaper(Paper):
    """A toile. ``recipe``: its corrections, a style that is kept for them alone."""

    number: Number
    revision: Number
    made: Number | None
    worn_on: date
    cloth: Text
    remarks: Annotated[str, Field(max_length=2000)]
    notes: list[NotePaper] = Field(max_length=2000)
    photographs: list[PhotographPaper] = Field(max_length=500)
    recipe: StylePaper | None


class RevisionPaper(Paper):
    """A revision; ``file``: its open file, beside this paper."""

    number: Number
    file: Text
    note: Text
    created: datetime


class BlockPaper(Paper):
    """A block on the shelf."""

    key: Key
    name: Text
    person: Key | None
    state: Literal["drafted", "toile", "fitted", "retired"]
    size_set: Text
    put_away: datetime | None
    revisions: list[RevisionPaper] = Field(min_length=1, max_length=5000)
    toiles: list[ToilePaper] = Field(max_length=500)


class ClothPaper(Paper):
    """A cloth card."""

    key: Key
    name: Text
    note: Text
    card: dict[str, Any]
    put_away: datetime | None


class LayItemPaper(Paper):
    """A style in a lay; ``stale``: it had changed since."""

    style: Key | None
    title: Text
    times: int = Field(ge=1, le=1000)
    stale: bool


class LayPaper(Paper):
    """A lay with the shapes it was made of."""

    key: Key
    name: Text
    use: Text
    cloth: Key | None
    cloth_name: Text
    card: dict[str, Any]
    order: dict[str, Any]
    shapes: list[dict[str, Any]] = Field(max_length=1000)
    told: list[Text] = Field(max_length=200)
    placed: list[list[float]] = Field(max_length=5000)
    done: bool
    spent: float = Field(ge=0, le=1e6)
    on_wider: float = Field(default=0.0, ge=0, le=1e6)
    found: Number
    by_hand: bool
    version: Number
    items: list[LayItemPaper] = Field(max_length=200)
