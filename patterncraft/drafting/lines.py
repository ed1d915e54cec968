"""Lines that several drafts draw alike: shaped sides, bulging hips, level curves, darts into a curve."""

from __future__ import annotations

from dataclasses import dataclass

from ..geometry.fair import fair_curve
from ..geometry.intersect import circles_meet, line_crossings
from ..geometry.path import Path, straight
from ..paper.edge import Edge

FAR = 2.2
"""cm: a line that is to stay straight for longer than this is drawn straight first; a shorter one is part of the sweep."""


def waisted(top: complex, start: float, waist: complex, hip: complex) -> Path:
    """From ``top`` down, straight to the level ``start`` (cm, y) where that lies far below it, then in one sweep in to the
    waist and out to the hip; upright at both ends. y must grow from point to point."""
    if start - top.imag <= FAR:
        return fair_curve([top, waist, hip], 1j, 1j)
    begin = complex(top.real, start)
    return Path(((top, begin), *fair_curve([begin, waist, hip], 1j, 1j).segments))


def bulging(a: complex, b: complex, bulge: float) -> Path:
    """One cubic from a to b that arrives upright and stands off the chord's middle by ``bulge`` cm, to the
    right (+x) of it. Less where a curve upright at b would bend back."""
    chord = b - a
    size = abs(chord)
    normal = chord / size * (-1j if chord.imag > 0 else 1j)
    reach = size / 3
    into = b - 1j * reach
    off_b = ((into - a) * normal.conjugate()).real
    off_a = max(bulge * 8 / 3 - off_b, 0.0)
    return Path(((a, a + chord / 3 + normal * off_a, into, b),))


def level_curve(centre: complex, side: complex) -> Path:
    """From the centre, where it is level, rising or falling smoothly to the side."""
    reach = (side.real - centre.real) / 3
    return Path(((centre, centre + reach, side - (side - centre) / 3, side),))


def circle_hit(start: complex, level: float, distance: float) -> complex | None:
    """The point on the level (y) at ``distance`` cm from ``start``, to its right; None when out of reach."""
    drop = level - start.imag
    if abs(drop) >= distance:
        return None
    return complex(start.real + (distance**2 - drop**2) ** 0.5, level)


@dataclass(frozen=True, slots=True)
class DartInCurve:
    """A dart to take out of an edge: where its middle lies (cm along the edge), mouth and depth, cm."""

    name: str
    at: float
    width: float
    depth: float


def darted_curve(edge: str, kind_path: Path, darts: list[DartInCurve]) -> tuple[Edge, ...]:
    """A curved edge with darts square to it. The mouth is measured along the curve; both legs are alike.

    ``darts`` in the order of the path. The paper lies to the right of one walking it.
    """
    edges: list[Edge] = []
    rest, done = kind_path, 0.0
    for d in darts:
        before, rest = rest.cut(d.at - d.width / 2 - done)
        mouth, rest = rest.cut(d.width)
        done = d.at + d.width / 2
        a, b = mouth.start, mouth.end
        square = (b - a) / abs(b - a) * 1j
        pivot = 0.5 * (a + b) + square * d.depth
        edges += [Edge(edge, "seam", before), Edge(d.name, "dart", straight(a, pivot)), Edge(d.name, "dart", straight(pivot, b))]
    return (*edges, Edge(edge, "seam", rest))


def second_leg(mouth: complex, pivot: complex, width: float) -> complex | None:
    """The other mouth point: as far from the pivot as the first, ``width`` cm across, to the right of pivot → mouth."""
    meet = circles_meet(mouth, width, pivot, abs(mouth - pivot))
    if meet is None:
        return None
    up = mouth - pivot
    return max(meet, key=lambda z: ((z - pivot) * up.conjugate()).imag)


def x_at(path: Path, level: float) -> float:
    """x where a path that runs downward meets the level (y); its start's where it does not."""
    hits = [h.point.real for s in path.segments for h in line_crossings(complex(-500, level), complex(500, level), s)]
    return hits[0] if hits else path.start.real
