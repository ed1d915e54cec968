"""The plan of an import: to which scale, which outline is which piece, where its corners are and how its edges are called.

All places are in cm of the drawing as it is read (y down), and are taken to the nearest place of the outline.
"""

from __future__ import annotations

from typing import Annotated, Final, Literal

from pydantic import Field

from ..formats.openfile import Name, Pair
from ..house import Strict
from ..paper.edge import EdgeKind

Place = Annotated[Pair, Field(description="A point of the drawing, cm.")]

GLOSSARY: Final[dict[str, EdgeKind]] = {
    "neckline": "seam",
    "shoulder": "seam",
    "armhole": "seam",
    "side": "seam",
    "waist": "seam",
    "hem": "hem",
    "centre front": "fold",
    "centre back": "fold",
    "cap": "seam",
    "front underarm": "seam",
    "back underarm": "seam",
    "wrist": "seam",
    "crotch": "seam",
    "inside leg": "seam",
    "panel": "seam",
}
"""The trade's names for edges, and what usually becomes of them."""


class KnownLength(Strict):
    """Two places whose distance is known, cm."""

    a: Place
    b: Place
    length: float = Field(gt=0, le=1000)


class TestSquare(Strict):
    """A test square in the drawing: its outline's number, and what its side should be, cm."""

    outline: int = Field(ge=0)
    side: float = Field(gt=0, le=200)


class DartPlan(Strict):
    """A dart: its point, both ends of its mouth on the outline, and how far its sewn point stands back, cm."""

    name: Name
    point: Place
    mouth: tuple[Place, Place]
    set_back: float = Field(default=0, ge=0, le=50)


class MarkPlan(Strict):
    """A named point on the paper."""

    name: Name
    at: Place


class LinePlan(Strict):
    """A named straight line on the paper, as bust or hip."""

    name: Name
    start: Place
    end: Place


class GrainPlan(Strict):
    """The grainline, from its upper end to its lower."""

    start: Place
    end: Place


class PiecePlan(Strict):
    """One piece. ``corners``: in order, clockwise as seen; ``edges``: from the first corner on. ``allowance``: cm that were drawn with it all
    round; ``allowances``: by edge, before that. ``kinds``: what becomes of an edge, where it is not what its name says."""

    outline: int = Field(ge=0, description="Its number in the drawing, the largest 0.")
    name: Name
    corners: list[Place] = Field(min_length=2, max_length=60)
    edges: list[Name] = Field(min_length=2, max_length=60)
    kinds: dict[str, EdgeKind] = Field(default_factory=dict)
    allowance: float = Field(default=0, ge=0, le=15)
    allowances: dict[str, Annotated[float, Field(ge=0, le=15)]] = Field(default_factory=dict)
    darts: list[DartPlan] = Field(default_factory=list, max_length=20)
    marks: list[MarkPlan] = Field(default_factory=list, max_length=100)
    lines: list[LinePlan] = Field(default_factory=list, max_length=50)
    grain: GrainPlan | None = None
    turned_over: bool = Field(default=False, description="It is drawn as the other half of the body.")


class NotchPlan(Strict):
    """A notch, on one or both pieces of a seam: the seam's edge there and the place."""

    name: Name
    places: list[tuple[Name, Name, Place]] = Field(min_length=1, max_length=2, description="[piece, edge, place]")
    style: Literal["single", "double"] = "single"


class PairPlan(Strict):
    """Edges that are sewn to each other: [piece, edge] on each side. ``ease``: cm by which the first side is longer, from–to."""

    a: list[tuple[Name, Name]] = Field(min_length=1, max_length=20)
    b: list[tuple[Name, Name]] = Field(min_length=1, max_length=20)
    ease: tuple[float, float] | None = None


class Plan(Strict):
    """Everything that is said of a drawing. At most one of ``known`` and ``square`` sets the scale beside the unit."""

    name: Name = ""
    unit: Literal["cm", "mm", "in"] | None = None
    known: KnownLength | None = None
    square: TestSquare | None = None
    pieces: list[PiecePlan] = Field(default_factory=list, max_length=30)
    pairs: list[PairPlan] = Field(default_factory=list, max_length=60)
    notches: list[NotchPlan] = Field(default_factory=list, max_length=200)


PIECES: Final[dict[str, tuple[str, ...]]] = {
    "front": ("neckline", "shoulder", "armhole", "side", "waist", "centre front"),
    "back": ("neckline", "shoulder", "armhole", "side", "waist", "centre back"),
    "skirt front": ("waist", "side", "hem", "centre front"),
    "skirt back": ("waist", "side", "hem", "centre back"),
    "sleeve": ("cap", "front underarm", "wrist", "back underarm"),
}
"""Edges of common pieces, clockwise as seen from the upper centre, of a half that is drawn with its centre at the left."""
