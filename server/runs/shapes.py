"""Runs over the wire, and as they are stored."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from patterncraft.formats.drawing import Point

from ..config.answers import Wire

StateName = Literal["waiting", "running", "stopped", "done", "failed"]
Id = Annotated[int, Field(ge=1)]


class BrokenData(Wire):
    """A promise that is not kept on a body: its seam, and by how much, cm."""

    seam: str
    over: float


class CutData(Wire):
    """What came out on a body. ``cannot``: why steps could not be done there; ``findings``: of the checks, what is to be done first; ``cautions``: what is to be taken care
    of. ``pieces``: how many."""

    cannot: list[str]
    broken: list[BrokenData]
    findings: list[str]
    cautions: list[str]
    pieces: int


class LengthData(Wire):
    """A length by body, cm, the steps between them, and the numbers of the odd ones (``size_run.KeyLength``)."""

    piece: str
    name: str
    lengths: list[float | None]
    steps: list[float | None]
    odd: list[int]


class Result(Wire):
    """All bodies that were cut, by their number in the run, and what is measured on them; ``points``: where they can be laid over each other."""

    cuts: dict[int, CutData] = Field(default={})
    lengths: list[LengthData] = Field(default=[])
    points: list[str] = Field(default=[])


class RunIn(Wire):
    """A run to be made: the sizes of a family for each role of the style, and people after them."""

    style_id: int
    name: Annotated[str, Field(max_length=200)] = ""
    families: dict[str, str] = Field(default={}, max_length=20)
    people: list[Id] = Field(default=[], max_length=60)


class RoleFamilies(Wire):
    """A block of the style, and the families of the shelf that can take its place; ``suggested``: the first of the same school, if there is one."""

    role: str
    families: list[str]
    suggested: str


class PersonChoice(Wire):
    """Somebody of the workroom; ``measured``: whether there is a chart."""

    id: int
    name: str
    measured: bool


class RunChoices(Wire):
    """Whom a style can be cut on. ``people``: id, name, and whether there is something to cut by."""

    roles: list[RoleFamilies]
    people: list[PersonChoice]


class RunHead(Wire):
    """A run in a list."""

    id: int
    name: str
    style_id: int | None
    bodies: int
    state: StateName
    when: str
    stale: bool


class BodyOut(Wire):
    """A body and what came out on it. ``number``: by which its files are asked for. ``why``: why it could not be cut at all."""

    number: int
    label: str
    said: list[str]
    why: str
    cut: bool
    pieces: int
    cannot: list[str]
    broken: list[str]
    findings: list[str]
    cautions: list[str]


class CellOut(Wire):
    """A length on a body, the step from the body before (as "+1.2"), and whether that is unlike the others."""

    text: str
    step: str
    odd: bool


class LengthOut(Wire):
    """A line of the table; ``piece`` is empty for what goes round the body."""

    piece: str
    name: str
    cells: list[CellOut]


class FilesOut(Wire):
    """The archive of everything: how far it is."""

    state: StateName
    message: str
    done: int


class RunOut(Wire):
    """A run as it stands. ``of``: bodies in all, ``done`` of which are cut; ``columns``: the bodies of the table's cells."""

    id: int
    name: str
    style_id: int | None
    style: str
    state: StateName
    message: str
    stopping: bool
    done: int
    of: int
    stale: bool
    when: str
    unit: Literal["cm", "in"]
    points: list[str]
    bodies: list[BodyOut]
    columns: list[str]
    lengths: list[LengthOut]
    files: FilesOut | None


class LyingOut(Wire):
    """A body's piece where it lies: cut line and sewing lines as path data, cm; ``body``: its number. ``dash``: its line, cm of line and gap in turn."""

    body: int
    cut: str
    sew: list[str]
    dash: list[float]


class NestedPiece(Wire):
    """All bodies of a piece over each other; where its name stands."""

    name: str
    at: Point
    lain: list[LyingOut]


class NestOut(Wire):
    """All pieces of a run, within (0, 0)–(width, height), cm."""

    width: float
    height: float
    pieces: list[NestedPiece]
