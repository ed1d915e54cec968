"""What goes over the wire of ledger, checks, walk, join view and report."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field

from patterncraft.formats.drawing import Box, Point

from ..config.answers import Fault, Wire


class CureOut(Wire):
    """A step that mends a finding, and what it does in words."""

    step: dict[str, Any]
    words: str


class FindingOut(Wire):
    """Something a check found. ``at``: where on the table, cm. ``rule``: path of the house rule that is its limit. ``reason``: why it was let stand;
    none where it was not. ``quiet``: a caution. ``step``: after which step it stands there, 0 for one that came with the blocks; none where it was not
    asked."""

    code: str
    group: str
    title: str
    words: str
    piece: str
    edge: str
    seam: str
    at: Point | None
    amount: float
    amount_text: str
    limit_text: str
    rule: str
    cure: CureOut | None
    advice: str
    reason: str | None
    quiet: bool
    step: int | None = None


class Acknowledge(Wire):
    """A finding to let stand, and why."""

    code: str = Field(max_length=40)
    piece: str = Field(default="", max_length=120)
    edge: str = Field(default="", max_length=120)
    seam: str = Field(default="", max_length=120)
    reason: str = Field(default="", max_length=300)


class FindingsOut(Wire):
    """All findings of a style."""

    findings: list[FindingOut]


class StairOut(Wire):
    """A seam after a step: both sides, cm, and in words what the step changed of it. ``number`` 0: as it came with the blocks."""

    number: int
    sentence: str
    a: float
    b: float | None
    text_a: str
    text_b: str
    changed: str


class HistoryOut(Wire):
    """A seam's staircase: the steps that changed it."""

    seam: str
    steps: list[StairOut]


class SheetOut(Wire):
    """A sheet of paper: its outline, how it is placed (an SVG transform), its notches."""

    name: str
    d: str
    place: str
    notches: list[str]


class StopOut(Wire):
    """A pause of the walk: at which frame, at which notch, what both sides measured since the pause before, and what is left."""

    frame: int
    name: str
    a: str
    b: str
    difference: str
    left: str
    kept: bool


class FrameOut(Wire):
    """A moment of the walk: where the rolling sheets lie, where they touch, how far along both sides that is in words, and along the seam's first side in cm."""

    place: str
    at: Point
    along: str
    first: float


class WalkOut(Wire):
    """A seam walked. ``fixed`` lies still; ``rolling`` is placed by each frame (its own ``place`` first). ``line_fixed`` and ``line_rolling``: both sides as sewn,
    darts shut."""

    seam: str
    way: Literal["on", "back", "both"]
    fixed: list[SheetOut]
    rolling: list[SheetOut]
    line_fixed: list[str]
    line_rolling: list[str]
    frames: list[FrameOut]
    stops: list[StopOut]
    box: Box
    side_fixed: str
    side_rolling: str


class ChainOut(Wire):
    """Edges that run on into each other: what they are, and one of them to ask by."""

    title: str
    piece: str
    edge: str
    broken: bool


class MeetOut(Wire):
    """A joint: over what, where in the picture, its kink and its step in words, whether the style made more of either there than the house lets pass, and whether
    a kink that is more came with the block."""

    over: str
    at: Point
    kink: str
    step: str
    broken: bool
    as_block: bool


class BandOut(Wire):
    """A strip of paper along an edge, as it lies when it is sewn."""

    piece: str
    d: str


class JoinOut(Wire):
    """Edges laid together as sewn. ``bands``: strips of paper along them; ``lines``: the edges; ``ghost``: the edges after the blend (empty where none is needed or
    possible). ``cure``: the step that blends them; ``refused``: why it cannot be done."""

    title: str
    bands: list[BandOut]
    lines: list[str]
    ghost: list[str]
    meets: list[MeetOut]
    broken: bool
    verdict: str
    cure: CureOut | None
    refused: str
    box: Box
    length: str


class PictureOut(Wire):
    """A place on a sheet, drawn: what lies round it, with a ring about the place."""

    piece: str
    outline: str
    lines: list[str]
    box: Box
    at: Point


class ReportedOut(Wire):
    """A finding with a picture of its place."""

    finding: FindingOut
    picture: PictureOut | None


class SumLine(Wire):
    """A girth or length of the garment, in words."""

    what: str
    text: str


class ReportOut(Wire):
    """One page about a style: the verdict, what is to be done, what was let stand, every promise, girths, the paper account."""

    name: str
    person: str
    day: str
    sound: bool
    verdict: str
    stopped: Fault | None
    found: list[ReportedOut]
    stand: list[FindingOut]
    cautions: list[FindingOut]
    girths: list[SumLine]
    account: str
