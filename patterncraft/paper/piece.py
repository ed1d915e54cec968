"""A piece of paper: its outline, darts, marks and where the paper came from. An immutable value.

The outline runs clockwise as seen (y down), so paper lies to the right hand of one walking it.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import Final, Literal, get_args

from ..errors import no_such
from ..geometry.path import Path
from ..geometry.region import box_of, contains, signed_area
from ..geometry.segment import Segment, hull_box
from ..geometry.transform import Transform
from .edge import Edge
from .lens import Lens

Hull = tuple[float, float, float, float]


DartShape = Literal["straight", "in", "out"]
Toward = Literal["centre", "side", "up", "down"]


@dataclass(frozen=True, slots=True)
class DartRule:
    """What is known of a dart besides its legs: its name and how it is sewn and pressed.

    ``set_back`` in cm along the dart's middle, at least 0: how far the sewn point stays off the pivot. ``named`` when a
    person chose the name, so that it stays when the dart moves to another edge. ``shape`` and ``bend``: how the
    stitching runs, and by how many cm it leaves the straight line half-way; ``soft``: its point runs out along the fold.
    ``toward``: which way it is pressed; None: as its edge wants it.
    """

    name: str
    set_back: float
    named: bool = False
    shape: DartShape = "straight"
    bend: float = 0.0
    soft: bool = False
    toward: Toward | None = None


@dataclass(frozen=True, slots=True)
class Mark:
    """A named point that travels with its paper."""

    name: str
    at: complex
    kind: Literal["point", "drill", "button"] = "point"


@dataclass(frozen=True, slots=True)
class DrawnLine:
    """A named line on the paper (bust, waist, chest …); cut in two, both parts keep the name."""

    name: str
    path: Path


GrainKind = Literal["straight", "cross", "bias"]


@dataclass(frozen=True, slots=True)
class Grain:
    """The grainline as an arrow, and how the piece lies to the warp."""

    start: complex
    end: complex
    kind: GrainKind = "straight"


@dataclass(frozen=True, slots=True)
class Paper:
    """Provenance. ``tapes``: where edges were joined. ``patches``: closed chains of new paper; the
    new paper of a piece is what of its patches lies inside its outline.

    The paper account, cm²: ``block`` is the block's paper that this piece was made of, ``new`` what was taped
    in, ``away`` what was cut off it. None for a piece that was never taken up: all of it is the block's.
    """

    tapes: tuple[Path, ...] = ()
    patches: tuple[Path, ...] = ()
    block: float | None = None
    new: float = 0.0
    away: float = 0.0

    def with_other(self, tapes: tuple[Path, ...], patches: tuple[Path, ...]) -> Paper:
        """The same account with other tapes and patches."""
        return Paper(tapes, patches, self.block, self.new, self.away)

    def and_of(self, other: Paper, patches: tuple[Path, ...]) -> Paper:
        """The paper of two pieces taped together."""
        block = None if self.block is None or other.block is None else self.block + other.block
        return Paper(self.tapes + other.tapes, patches, block, self.new + other.new, self.away + other.away)


Layer = Literal["shell", "lining", "interfacing", "facing", "rib", "binding", "elastic", "pocketing"]
LAYERS: Final[tuple[Layer, ...]] = get_args(Layer)


_BY_CLOTH: Final[dict[str, Layer]] = {x: x for x in LAYERS}


def _half_of(count: int) -> int:
    return (count + 1) // 2


@dataclass(frozen=True, slots=True)
class CutPlan:
    """How the piece is cut from cloth. ``cloth``: what that is called in the workroom; ``said_layer``: what the piece is in the garment, where the cloth's name
    does not tell. ``stretch``: by how many hundredths the cloth gives across its grain; 0 for a woven one. ``interfacing``: how often it is cut in
    interfacing besides."""

    quantity: int = 2
    on_fold: bool = False
    mirrored: bool = True
    cloth: str = "shell"
    stretch: float = 0.0
    interfacing: int = 0
    said_layer: Layer | None = None

    @property
    def layer(self) -> Layer:
        """What the piece is: the garment itself, its lining, what stiffens, faces, binds or gathers it. A cloth called like a layer is that; any other is the
        garment's own."""
        return self.said_layer or _BY_CLOTH.get(self.cloth, "shell")

    def of(self, cloth: str) -> CutPlan:
        """The same piece of another cloth. It stays what it is, unless the cloth is called like another layer."""
        said = None if cloth in LAYERS else self.layer
        return replace(self, cloth=cloth, said_layer=None if said == "shell" else said)

    def on_the_fold(self) -> CutPlan:
        """A half of each pair now lies on a fold of the cloth."""
        if self.on_fold:
            return self
        return replace(
            self, quantity=max(self.quantity // 2, 1), on_fold=True, mirrored=False, interfacing=_half_of(self.interfacing)
        )

    def as_pairs(self) -> CutPlan:
        """What was cut on the fold is cut twice for each, as mirrored pairs."""
        if not self.on_fold:
            return self
        return replace(self, quantity=2 * self.quantity, on_fold=False, mirrored=True, interfacing=2 * self.interfacing)

    def laid_open(self) -> CutPlan:
        """Left and right in one sheet."""
        return replace(self.on_the_fold(), on_fold=False, mirrored=False)

    @property
    def times_round(self) -> int:
        """How often the piece's width comes round the body: twice for each that is cut on the fold, else as often as it is cut."""
        return self.quantity * (2 if self.on_fold else 1)


@dataclass(frozen=True, slots=True)
class Piece:
    """One sheet of paper with everything on it."""

    name: str
    outline: tuple[Edge, ...]
    darts: tuple[DartRule, ...] = ()
    marks: tuple[Mark, ...] = ()
    lines: tuple[DrawnLine, ...] = ()
    grain: Grain | None = None
    paper: Paper = field(default_factory=Paper)
    cut: CutPlan = field(default_factory=CutPlan)
    lenses: tuple[Lens, ...] = ()
    runs: dict[str, list[list[int]]] = field(default_factory=dict, init=False, compare=False, repr=False)
    """What ``sewn.runs_of`` found by edge, remembered: an outline never changes, and everything that speaks of edges asks."""

    known_names: list[str] = field(default_factory=list, init=False, compare=False, repr=False)
    known_hulls: list[list[Hull]] = field(default_factory=list, init=False, compare=False, repr=False)

    @property
    def hulls(self) -> list[list[Hull]]:
        """For each edge, for each of its segments: (left, top, right, bottom) of the control points. Remembered, as ``runs`` are."""
        if not self.known_hulls:
            self.known_hulls.extend([[hull_box(s) for s in e.path.segments] for e in self.outline])
        return self.known_hulls

    @property
    def segments(self) -> list[Segment]:
        """The outline's segments in order."""
        return [s for e in self.outline for s in e.path.segments]

    @property
    def area(self) -> float:
        """cm², positive for a sound outline."""
        return signed_area(self.segments)

    @property
    def box(self) -> tuple[float, float, float, float]:
        """(left, top, right, bottom), cm, of the control points."""
        return box_of(self.segments)

    def contains(self, *points: complex) -> list[bool]:
        """For each point, whether it lies on the paper."""
        return contains(self.segments, points)

    @property
    def edge_names(self) -> list[str]:
        """Names of the edges that can be sewn, hemmed or folded, in outline order, each once."""
        if not self.known_names:
            self.known_names.extend(dict.fromkeys(e.name for e in self.outline if not e.is_sewn_shut))
        return list(self.known_names)

    def mark(self, name: str) -> Mark:
        """Raises NoSuchName listing the marks there are."""
        for m in self.marks:
            if m.name == name:
                return m
        raise no_such("mark", name, [m.name for m in self.marks], self.name)

    def starting_at(self, vertex: int) -> Piece:
        """The same piece with its outline counted from another corner."""
        k = vertex % len(self.outline)
        return self.with_outline(self.outline[k:] + self.outline[:k]) if k else self

    def with_outline(self, outline: tuple[Edge, ...]) -> Piece:
        """The same piece with another outline. (Spelled out: this is the kernel's most frequent act.)"""
        return Piece(self.name, outline, self.darts, self.marks, self.lines, self.grain, self.paper, self.cut, self.lenses)

    def placed(self, by: Transform) -> Piece:
        """Slid, swung or turned over, with everything on it. Nothing is stretched."""
        outline = tuple([e.placed(by) for e in self.outline])
        return replace(
            self,
            outline=outline[::-1] if by.mirrored else outline,
            marks=tuple([Mark(m.name, by.point(m.at), m.kind) for m in self.marks]),
            lines=tuple([DrawnLine(x.name, x.path.placed(by)) for x in self.lines]),
            grain=self.grain and replace(self.grain, start=by.point(self.grain.start), end=by.point(self.grain.end)),
            paper=self.paper.with_other(
                tuple([t.placed(by) for t in self.paper.tapes]),
                # Turned over, a chain runs the other way round: it is kept clockwise.
                tuple([(p.reversed() if by.mirrored else p).placed(by) for p in self.paper.patches]),
            ),
            lenses=tuple([x.placed(by) for x in self.lenses]),
        )
