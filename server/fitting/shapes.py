"""What goes over the wire of a fitting log."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from patterncraft.formats.drawing import Box, Drawing, Point

from ..config.answers import Wire
from ..styles.comparing import DifferencesOut


class FittingIn(Wire):
    """A toile as it was tried on."""

    worn_on: date
    cloth: str = Field(default="", max_length=120)
    remarks: str = Field(default="", max_length=2000)


class NoteIn(Wire):
    """A note pinned to a place of the table on which the log shows the block, cm."""

    x: float = Field(ge=-2000, le=2000)
    y: float = Field(ge=-2000, le=2000)
    text: str = Field(min_length=1, max_length=500)


class NoteOut(Wire):
    """A note; ``at`` is its place on the table of the block's page."""

    id: int
    number: int
    piece: str
    text: str
    at: Point


class PhotographOut(Wire):
    """A photograph, by its number; its dots are asked for apart."""

    id: int
    width: int
    height: int
    caption: str


class FittingOut(Wire):
    """A toile of the log. ``revision``: what it was sewn from; ``made``: what came of it, 0 as long as it is worked at. ``corrections``: in words;
    ``stopped``: why the last of them cannot be done. ``changes``: what differs from the block it was sewn from, in figures."""

    id: int
    number: int
    worn_on: date
    cloth: str
    remarks: str
    revision: int
    made: int
    style_id: int | None
    corrections: list[str]
    stopped: str
    changes: list[DifferencesOut]
    notes: list[NoteOut]
    photographs: list[PhotographOut]


class LogOut(Wire):
    """The fittings of a block, the newest first, and the block as it lies on the table."""

    block_id: int
    name: str
    person: str
    state: str
    revision: int
    drawing: Drawing
    fittings: list[FittingOut]


class RevisionFromFitting(Wire):
    """Make the corrections a revision. ``fitted``: the block fits now; else another toile follows."""

    note: str = Field(default="", max_length=300)
    fitted: bool = False


class LaidOverOut(Wire):
    """Two blocks, or two revisions of one, over each other: ``under`` as paper, ``over`` as outlines; ``at``, ``along``: the point and the line they lie
    together at, of ``points`` and ``ways``; empty: centre and grain."""

    a: str
    b: str
    under: Drawing
    over: Drawing
    extent: Box
    at: str
    points: list[str]
    along: str
    ways: list[str]
    tables: list[DifferencesOut]
    only_a: list[str]
    only_b: list[str]


class FollowerOut(Wire):
    """A style that lies on an older revision of a block: what would change in it with the newest one, in figures; ``stopped``: which step could not be
    done any more; ``broken``: promises that would not be kept."""

    style_id: int
    version: int
    name: str
    role: str
    revision: int
    newest: int
    tables: list[DifferencesOut]
    stopped: str
    broken: list[str]


class FollowIn(Wire):
    """Take the newest revision of the block that lies there as ``role``. ``version``: of the style as it was looked at."""

    version: int
    role: str = Field(max_length=80)
