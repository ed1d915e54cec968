"""The papers in an archive, beside the open files: what each thing is, and what belongs to it.

Things are known by keys, which stay the same wherever they are taken: the key of the workroom that they were made in, and their number there.
"""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Any, Final, Literal, TypeVar

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from patterncraft.texts import PersonsName

T = TypeVar("T", bound=Any)
VERSION = 1
FIRST: Final = date(1900, 1, 1)
LAST: Final = date(2200, 1, 1)
"""Days before and after which nothing was or will be measured, worn or written."""
Key = Annotated[str, Field(pattern=r"^[\w.~-]{1,80}$")]


def _of_our_days(day: T) -> T:
    if not FIRST <= (day.date() if isinstance(day, datetime) else day) < LAST:
        raise ValueError(f"the day {day.isoformat()[:10]} is none of ours.")
    return day


def distinct(of: str, what: str) -> AfterValidator:
    """Of a list: no two have the same ``of``, which is called so. A field's name, or a place in a row."""

    def look(rows: list[T]) -> list[T]:
        keys = [row[int(of)] if isinstance(row, tuple) else getattr(row, of) for row in rows]
        twice = next((k for k in keys if keys.count(k) > 1), None) if len(set(keys)) < len(keys) else None
        if twice is not None:
            raise ValueError(f"{what} {twice} stands in it twice.")
        return rows

    return AfterValidator(look)


Day = Annotated[date, AfterValidator(_of_our_days)]
Moment = Annotated[datetime, AfterValidator(_of_our_days)]
Text = Annotated[str, Field(max_length=300)]
Values = Annotated[dict[str, float], Field(max_length=200)]
Number = Annotated[int, Field(ge=0, le=10**9)]
Pins = Annotated[list[tuple[Text, Key, Number]], Field(min_length=1, max_length=20), distinct("0", "the role")]
"""Role, the block's key, its revision: a style lies on one block at least, and in each role on one."""


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
    changed: Moment


class ChartPaper(Paper):
    """A taking of measures, cm."""

    key: Key
    taken_on: Day
    values: Values
    estimated: list[Text] = Field(max_length=200)
    version: Number
    put_away: Moment | None
    earlier: Annotated[list[EarlierPaper], distinct("number", "the state")] = Field(max_length=5000)


class PersonPaper(Paper):
    """Somebody who is measured."""

    key: Key
    name: PersonsName
    note: Annotated[str, Field(max_length=500)]
    put_away: Moment | None
    charts: Annotated[list[ChartPaper], distinct("key", "the chart")] = Field(max_length=5000)


class EditPaper(Paper):
    """A style after one change. ``pins``: role, the block's key, its revision."""

    number: Number
    steps: list[dict[str, Any]] = Field(max_length=2000)
    pins: Pins
    label: Text
    created: Moment


class StylePaper(Paper):
    """A style with every change that can be undone. ``pins``: as they are now; ``cloths``: use, the cloth's key."""

    key: Key
    name: PersonsName
    variant_of: Key | None
    cursor: Number
    version: Number
    rules: dict[str, Any]
    layout: dict[str, tuple[float, float, float]] = Field(max_length=300)
    acknowledged: list[dict[str, Any]] = Field(max_length=200)
    finishing: list[dict[str, Any]] = Field(max_length=400)
    put_away: Moment | None
    pins: Pins
    edits: list[EditPaper] = Field(max_length=20_000)
    cloths: Annotated[list[tuple[Text, Key]], distinct("0", "the use")] = Field(max_length=40)


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
    worn_on: Day
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
    created: Moment


class BlockPaper(Paper):
    """A block on the shelf."""

    key: Key
    name: PersonsName
    person: Key | None
    state: Literal["drafted", "toile", "fitted", "retired"]
    size_set: Text
    put_away: Moment | None
    revisions: Annotated[list[RevisionPaper], distinct("number", "the revision")] = Field(min_length=1, max_length=5000)
    toiles: Annotated[list[ToilePaper], distinct("number", "the toile")] = Field(max_length=500)


class ClothPaper(Paper):
    """A cloth card."""

    key: Key
    name: PersonsName
    note: Text
    card: dict[str, Any]
    put_away: Moment | None


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
