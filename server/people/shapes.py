"""What goes over the wire about people and their measures."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from patterncraft.formats.drawing import Point
from patterncraft.texts import PersonsName

from ..config.answers import Fault, Wire


class TapeOut(Wire):
    """Where the tape goes, as SVG path data over a figure: in sight, behind the body, its two ends, the waist cord."""

    view: str
    box: list[float]
    seen: list[str]
    hidden: list[str]
    ends: list[Point]
    cord: list[str]


class MeasureKeyOut(Wire):
    """One measure, in the order of taking. ``range`` in words, in the house unit."""

    key: str
    title: str
    station: str
    group: str
    where: str
    how: str
    wrong: str
    range: str
    iso: str
    tape: TapeOut


class FigureOut(Wire):
    """The figure of one view: outlines, and fainter lines inside them."""

    body: list[str]
    inner: list[str]


class MeasureKeysOut(Wire):
    """All measures in the order one takes them."""

    keys: list[MeasureKeyOut]
    figures: dict[str, FigureOut]


class ChartText(Wire):
    """A chart as typed: texts by the measures' keys."""

    texts: dict[str, str] = Field(max_length=100)


class DoubtOut(Wire):
    """A value that is questioned, with the one expected."""

    key: str
    message: str


class Reading(Wire):
    """What typed measures mean: cm by key, faults (unreadable) and doubts (implausible)."""

    values: dict[str, float]
    faults: list[Fault]
    doubts: list[DoubtOut]


class ChartOut(Wire):
    """A dated chart, in words of the house unit; ``earlier``: how many states it was in before."""

    id: int
    version: int
    earlier: int
    taken_on: date
    values: dict[str, float]
    texts: dict[str, str]
    estimated: list[str]
    doubts: list[DoubtOut]


class PersonIn(Wire):
    """A person as typed."""

    name: PersonsName
    note: str = Field(default="", max_length=500)


class PersonOut(Wire):
    """A person with all her charts, newest first."""

    id: int
    name: str
    note: str
    charts: list[ChartOut]


class ComparedRow(Wire):
    """One measure on two days."""

    title: str
    before: str
    after: str
    by: str
    hint: str
