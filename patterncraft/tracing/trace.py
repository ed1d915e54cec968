"""Points clicked round a card become outlines: straight from corner to corner, fair curves through the points between, to true size."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from math import hypot
from typing import Final

import numpy as np
from pydantic import Field

from ..errors import BadFile
from ..geometry.fair import fair_curve
from ..geometry.path import Path
from ..house import Strict
from ..incoming.drawn import Drawn, DrawnPath
from ..tolerances import SNAP

NEAR: Final = 0.15
"""cm: two points of an outline nearer than this are one clicked twice."""
STEEP: Final = 0.25
"""Share of a known length that must lie across, or down, before it says anything of that direction."""


class Node(Strict):
    """A point of the outline, cm on the flat picture. A corner ends the curve; any other point is passed smoothly."""

    x: float = Field(ge=-1000, le=1000)
    y: float = Field(ge=-1000, le=1000)
    corner: bool = True

    @property
    def at(self) -> complex:
        """As a place."""
        return complex(self.x, self.y)


class TracedOutline(Strict):
    """One card, or a line on it. ``closed``: an outline; else a line, such as a dart's leg or a level."""

    name: str = Field(default="", max_length=80)
    nodes: list[Node] = Field(default_factory=list, max_length=400)
    closed: bool = True


class KnownOnCard(Strict):
    """Two places of the flat picture, and the length that a tape says, cm."""

    a: tuple[float, float]
    b: tuple[float, float]
    length: float = Field(gt=0, le=500)


class Trace(Strict):
    """Everything that was clicked on one photograph."""

    outlines: list[TracedOutline] = Field(default_factory=list, max_length=20)
    known: list[KnownOnCard] = Field(default_factory=list, max_length=20)


def spans_of(outline: TracedOutline, across: float = 1.0, down: float = 1.0) -> list[Path]:
    """From corner to corner, cm, corrected. One without a corner begins at its first point and is smooth there all the same."""
    nodes = outline.nodes
    places = [complex(n.x * across, n.y * down) for n in nodes]
    for a, b in zip(places, places[1:] + (places[:1] if outline.closed else []), strict=False):
        if abs(a - b) < NEAR:
            raise BadFile(
                f"two points near {a.real:.1f}, {a.imag:.1f} cm lie on each other.", outline.name, "Take one of them out.", "nodes"
            )
    least = 3 if outline.closed else 2
    if len(nodes) < least:
        raise BadFile(f"an outline has {least} points at least.", outline.name, "Click on round the card.", "nodes")
    corners = [i for i, n in enumerate(nodes) if n.corner or (not outline.closed and i in (0, len(nodes) - 1))]
    if not corners:
        ring = [*places, places[0]]
        way = places[1] - places[-1]
        return [fair_curve(ring, way, way)]
    if not outline.closed:
        return [fair_curve(places[i : j + 1]) for i, j in pairwise(corners)]
    turned = places[corners[0] :] + places[: corners[0]] + [places[corners[0]]]
    at = [c - corners[0] for c in corners] + [len(places)]
    return [fair_curve(turned[i : j + 1]) for i, j in pairwise(at)]


def correction(known: Sequence[KnownOnCard]) -> tuple[float, float]:
    """By how much the flat picture must grow across and down, so that the known lengths come out, by least squares; (1, 1) without any.

    One length alone grows both alike. Several tell across and down apart where they run in both directions. Raises BadFile for a length
    between two places that are one.
    """
    if not known:
        return 1.0, 1.0
    ways = [(k.b[0] - k.a[0], k.b[1] - k.a[1]) for k in known]
    for (dx, dy), k in zip(ways, known, strict=True):
        if hypot(dx, dy) < SNAP:
            raise BadFile("the two places of a known length are the same.", "", "Pick them apart.", "known")
        grown = k.length / hypot(dx, dy)
        if not 0.8 < grown < 1.25:
            raise BadFile(
                f"a length of {k.length:g} cm is {hypot(dx, dy):.1f} cm on the picture.",
                "",
                "Look at the sheet's size and corners, or at the length.",
                "known",
            )
    shares = [(dx * dx / (dx * dx + dy * dy), dy * dy / (dx * dx + dy * dy)) for dx, dy in ways]
    if max(s[0] for s in shares) < STEEP or max(s[1] for s in shares) < STEEP or len(known) == 1:
        both = sum(k.length for k in known) / sum(hypot(*w) for w in ways)
        return both, both
    # length² = (sx · dx)² + (sy · dy)²: linear in the squares, each line weighed by its own length.
    rows = np.array([[dx * dx / k.length, dy * dy / k.length] for (dx, dy), k in zip(ways, known, strict=True)])
    squares = np.linalg.lstsq(rows, np.array([k.length for k in known]), rcond=None)[0]
    if not (squares > 0.5).all():
        raise BadFile("the known lengths contradict each other.", "", "Measure them once more.", "known")
    return float(np.sqrt(squares[0])), float(np.sqrt(squares[1]))


def drawn_of(trace: Trace) -> Drawn:
    """The trace as a drawing that can be imported: outlines that are ready, and lines; those still begun are left out."""
    across, down = correction(trace.known)
    paths = []
    for o in trace.outlines:
        if len(o.nodes) >= (3 if o.closed else 2):
            spans = spans_of(o, across, down)
            paths.append(DrawnPath(Path(tuple(s for p in spans for s in p.segments)), o.closed, o.name))
    return Drawn(tuple(paths), (), "cm", "", ())
