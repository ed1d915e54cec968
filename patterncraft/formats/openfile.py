"""The open file: one JSON format for measures, blocks, styles and patterns. These models are its schema.

Geometry is SVG path data in cm. Figures marked "derived" are written for readers and ignored on reading.
"""

from __future__ import annotations

from datetime import date
from typing import Annotated, Any, Final, Literal

from pydantic import Field

from ..checks.record import Record
from ..finishing.plan import FinishLine
from ..house import HouseRules, Strict
from ..paper.closure import ClosureKind
from ..paper.edge import EdgeKind
from ..paper.piece import Layer, Toward
from ..paper.seam import RuleKind
from ..units import Unit

VERSION: Final = 1
Name = Annotated[str, Field(max_length=120)]
PathData = Annotated[str, Field(max_length=200_000, description="SVG path data in cm: absolute M L C Z, y down.")]
Pair = tuple[float, float]


class Head(Strict):
    """The first words of every file."""

    format: Literal["steady-shear"] = "steady-shear"
    version: Literal[1] = 1


class EdgeData(Strict):
    """One edge of an outline, from where the one before it ends. ``cut``: the cut that made it, if one did."""

    edge: Name
    kind: EdgeKind
    seam: str | None = Field(default=None, description="Derived: the seam it is sewn in.")
    path: PathData
    cut: Name = ""


class DartData(Strict):
    """What a dart promises: its name and how far its sewn point stands back from the pivot, cm."""

    name: Name
    set_back: float = Field(ge=0, le=100)
    named: bool = False
    shape: Literal["in", "out"] | None = Field(default=None, description="How its stitching is curved; straight without it.")
    bend: float | None = Field(default=None, ge=0, le=5, description="cm by which the stitching leaves the straight line half-way.")
    soft: Literal[True] | None = Field(default=None, description="Whether its point runs out along the fold.")
    toward: Toward | None = Field(default=None, description="Which way it is pressed; by its edge without it.")
    pivot: Pair | None = Field(default=None, description="Derived.")
    intake: float | None = Field(default=None, description="Derived: chord at the mouth, cm.")
    depth: float | None = Field(default=None, description="Derived: pivot to the middle of the mouth, cm.")


class MarkData(Strict):
    """A point on the paper, cm."""

    name: Name
    at: Pair
    kind: Literal["point", "drill", "button"] = "point"


class LineData(Strict):
    """A line on the paper that is neither cut nor sewn."""

    name: Name
    path: PathData


class LensData(Strict):
    """A double-pointed dart inside the piece: both sides from the upper point to the lower."""

    name: Name
    left: PathData
    right: PathData
    intake: float | None = Field(default=None, description="Derived: its widest place, cm.")


class GrainData(Strict):
    """The grainline's two ends, cm, and how the cloth is laid under it."""

    start: Pair = Field(alias="from")
    end: Pair = Field(alias="to")
    kind: Literal["straight", "cross", "bias"] = "straight"


class PaperData(Strict):
    """Where the paper came from, and its account in cm²: the block's, new, put away."""

    tapes: list[PathData] = Field(default_factory=list, max_length=2000)
    patches: list[PathData] = Field(default_factory=list, max_length=2000)
    block: float | None = Field(default=None, ge=0, le=1e6, description="cm² of the block's paper; none: all of it.")
    new: float = Field(default=0, ge=-1e-6, le=1e6)
    away: float = Field(default=0, ge=-1e-6, le=1e6)


class CutData(Strict):
    """How the piece is cut: how many, on the fold, as a pair, of which cloth."""

    quantity: int = Field(default=2, ge=1, le=99)
    on_fold: bool = False
    mirrored: bool = True
    cloth: Name = "shell"
    stretch: float | None = Field(
        default=None, ge=0, le=150, description="Hundredths by which that cloth gives round the body; none for a woven one."
    )
    interfacing: int | None = Field(default=None, ge=1, le=99, description="How often it is cut in interfacing besides.")
    layer: Layer | None = Field(
        default=None,
        description="What it is in the garment, where the cloth's name does not say; a cloth of any other name is the shell's.",
    )


class PieceNotch(Strict):
    """Derived: where a seam's notch lies on this piece, cm along the sewn edge from its start."""

    name: Name
    seam: Name
    edge: Name
    at: float
    point: Pair
    style: Literal["single", "double"]


class PieceData(Strict):
    """A sheet of paper: a closed outline, clockwise as seen, and what is drawn on it."""

    name: Name
    outline: list[EdgeData] = Field(min_length=2, max_length=500)
    darts: list[DartData] = Field(default_factory=list, max_length=100)
    marks: list[MarkData] = Field(default_factory=list, max_length=500)
    lines: list[LineData] = Field(default_factory=list, max_length=2000)
    lenses: list[LensData] = Field(default_factory=list, max_length=100)
    grain: GrainData | None = None
    notches: list[PieceNotch] = Field(default_factory=list, max_length=1000)
    paper: PaperData = Field(default_factory=PaperData)
    cut: CutData = Field(default_factory=CutData)


class RuleData(Strict):
    """What a seam promises. cm, but for ``ratio``."""

    kind: RuleKind
    minimum: float = Field(default=0, ge=-100, le=500)
    maximum: float = Field(default=0, ge=-100, le=500)
    length: float = Field(default=0, ge=0, le=5000)
    ratio: float = Field(
        default=1, ge=1, le=1000, description="Gathered and pleated: the longer side to the shorter; stretched: at most."
    )
    longer: Literal["a", "b"] = Field(default="a", description="Which side has the fullness.")


class IntervalRuleData(RuleData):
    """A rule from one notch of the seam to another; "start" and "end" are the seam's own."""

    start: Name = Field(alias="from")
    end: Name = Field(alias="to")


class SeamNotch(Strict):
    """A notch, cm along side a and along side b; without ``at_b`` it lies on side a alone, and ``only_b`` on side b alone (``at_a`` is then where its
    partner would lie)."""

    name: Name
    style: Literal["single", "double"] = "single"
    at_a: float = Field(ge=0, le=5000)
    at_b: float | None = Field(default=None, ge=0, le=5000)
    only_b: bool = False


class SeamData(Strict):
    """A side is a list of [piece, edge] or [piece, edge, neighbouring edge at the end one walks from]; where an
    edge lies on its piece in several parts, with the part's number, counted from "1", behind it."""

    name: Name
    a: list[list[str]] = Field(min_length=1, max_length=100)
    b: list[list[str]] = Field(default_factory=list, max_length=100)
    rule: RuleData
    rules: list[IntervalRuleData] = Field(
        default_factory=list, max_length=100, description="Rules that hold between two notches; the seam's own elsewhere."
    )
    notches: list[SeamNotch] = Field(default_factory=list, max_length=200)
    length_a: float | None = Field(default=None, description="Derived.")
    length_b: float | None = Field(default=None, description="Derived.")
    kept: bool | None = Field(default=None, description="Derived.")


class ReachData(Strict):
    """A stretch of a seam that a closure opens, from one of its notches to another; "start" and "end" are the seam's own."""

    seam: Name
    start: Name = Field(alias="from")
    end: Name = Field(alias="to")


class ClosureData(Strict):
    """A zip, buttons or hooks. ``length``: what is bought, cm; ``count``: of buttons or hooks."""

    name: Name
    kind: ClosureKind
    parts: list[ReachData] = Field(min_length=1, max_length=20)
    length: float = Field(default=0, ge=0, le=1000)
    count: int = Field(default=0, ge=0, le=200)


class RemarkData(Strict):
    """What a step of the recipe itself found wanting: the code of the check, the words, where, and by how much."""

    code: Name
    words: str = Field(max_length=500)
    piece: Name
    edge: Name = ""
    seam: Name = ""
    amount: float = 0
    limit: float = 0


class AcknowledgedData(Strict):
    """A finding that was let stand: its code and place, how much it was then, and why."""

    code: Name
    piece: Name = ""
    edge: Name = ""
    seam: Name = ""
    amount: float = Field(default=0, ge=-1e6, le=1e6)
    reason: str = Field(min_length=1, max_length=300)


Wearer = Annotated[dict[Name, float], Field(max_length=100, description="Whose it is: measures by their keys, cm.")]


class MeasuresFile(Head):
    """A person's chart. ``values`` by the measures' keys, in ``unit``."""

    kind: Literal["measures"] = "measures"
    unit: Unit = "cm"
    name: Name = ""
    taken_on: date | None = None
    values: dict[str, float]
    estimated: list[Name] = Field(
        default_factory=list, max_length=100, description="Keys that were taken from a size table and not measured."
    )


class Drafted(Strict):
    """What a block was drafted from."""

    school: Name
    measures: dict[str, float]
    settings: dict[str, Any] = Field(default_factory=dict)
    on: BlockFile | Name | None = Field(
        default=None, description="The block it was drawn on, as a sleeve on its armhole; in a style, or the role of another block."
    )
    corrections: list[dict[str, Any]] = Field(
        default_factory=list, max_length=100, description="What was changed on the paper after the draft, in order."
    )


class RunData(Strict):
    """A width of one piece along a line or an edge; it goes round the body so many times."""

    piece: Name
    name: Name
    of: Literal["line", "edge"] = "line"
    times: int = Field(default=2, ge=1, le=40)


class GirthData(Strict):
    """What was intended at a line of the garment, cm, and where it is measured; ``told``: it came out so."""

    name: Name
    body: float
    ease: float
    runs: list[RunData] = Field(default_factory=list, max_length=40)
    told: bool = False


class PatternFile(Head):
    """Pieces and seams as they lie, without the steps that made them. ``record``: what they should come to, by which the checks look at them;
    ``remarks``: what the steps found wanting; ``acknowledged``: findings that were let stand."""

    kind: Literal["pattern"] = "pattern"
    unit: Literal["cm"] = "cm"
    name: Name = ""
    pieces: list[PieceData] = Field(min_length=1, max_length=200)
    seams: list[SeamData] = Field(default_factory=list, max_length=500)
    closures: list[ClosureData] = Field(default_factory=list, max_length=100)
    record: Record | None = None
    remarks: list[RemarkData] = Field(default_factory=list, max_length=200)
    acknowledged: list[AcknowledgedData] = Field(default_factory=list, max_length=200)
    wearer: Wearer | None = None
    finishing: list[FinishLine] = Field(default_factory=list, max_length=400)
    worked: bool | None = Field(
        default=None,
        description="Whether steps were done on the blocks: only then it is asked whether one gets in and what closes it.",
    )


class BlockFile(Head):
    """A block: its pieces, and from what it was drafted when it was."""

    kind: Literal["block"] = "block"
    unit: Literal["cm"] = "cm"
    name: Name = ""
    drafted: Drafted | None = None
    girths: list[GirthData] = Field(default_factory=list, max_length=20)
    pieces: list[PieceData] = Field(min_length=1, max_length=200)
    seams: list[SeamData] = Field(default_factory=list, max_length=500)


class BlockPath(Strict):
    """A block in a file of its own, beside the style."""

    file: str = Field(max_length=500)


class BlockPin(Strict):
    """A block of the workroom, pinned to a revision."""

    id: int
    revision: int


class StyleFile(Head):
    """Blocks by role, and the steps done on them."""

    kind: Literal["style"] = "style"
    name: Name = ""
    blocks: dict[str, BlockFile | BlockPath | BlockPin | Drafted] = Field(min_length=1, max_length=20)
    steps: list[dict[str, Any]] = Field(default_factory=list, max_length=2000)
    rules: HouseRules | None = None
    acknowledged: list[AcknowledgedData] = Field(default_factory=list, max_length=200)
    wearer: Wearer | None = None
    finishing: list[FinishLine] = Field(default_factory=list, max_length=400)


AnyFile = Annotated[MeasuresFile | BlockFile | StyleFile | PatternFile, Field(discriminator="kind")]


Drafted.model_rebuild()
