"""What one pencils on strips before moving them: their numbers, and the guide line they are kept on. It changes no paper."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from ..geometry.intersect import line_crossings
from ..geometry.path import Path, straight
from ..geometry.region import box_of
from ..paper.piece import Piece
from .spreading import PARALLEL, Amounts, Spread

Kept = Literal["along a line", "on near", "on far", "square"]
"""How strips are kept in order: slid along a straight guide; hung together on the edge slashed from, or on the other; each square to
its own fold, or fanned about a point off the paper."""


@dataclass(frozen=True, slots=True)
class Strips:
    """The strips of a piece after a step. ``gaps``: for each slash where both its sides lie, in outline order, near to far;
    ``way``: of the guide line, a unit vector as the outline walks the edge slashed from; ``backward``: number 1, the strip at the centre, is the last of them."""

    piece: str
    gaps: tuple[tuple[Path, Path], ...]
    backward: bool
    kept: Kept
    way: complex


@dataclass(frozen=True, slots=True)
class PencilledStrips:
    """``numbers``: a point in each strip, from number 1 on; ``guide``: the line they are kept on, None where they are kept on none."""

    numbers: tuple[complex, ...]
    guide: Path | None


def strips_of(piece: str, done: Spread, amounts: Amounts, *, to_fold: bool = False) -> Strips:
    """The strips of a piece just spread, or lapped over."""
    alike = abs(amounts.near - amounts.far) < PARALLEL
    kept: Kept = "square"
    if not alike and min(abs(amounts.near), abs(amounts.far)) < PARALLEL:
        kept = "on near" if abs(amounts.near) < abs(amounts.far) else "on far"
    elif alike and not to_fold:
        kept = "along a line"
    return Strips(piece, done.gaps, done.stayed == len(done.gaps) and done.stayed > 0, kept, done.guide)


def pencilled(strips: Strips, piece: Piece) -> PencilledStrips:
    """Numbers half-way between the sides of each strip, at half its length; the outer ones half-way to the outline."""
    sides = [(_half_way(a), _half_way(b)) for a, b in strips.gaps]
    way = strips.way
    first, last = _met(piece, sides[0][0], -way)[0], _met(piece, sides[-1][1], way)[0]
    edges = [first, *(z for pair in sides for z in pair), last]
    numbers = [0.5 * (edges[k] + edges[k + 1]) for k in range(0, len(edges), 2)]
    return PencilledStrips(tuple(numbers[::-1] if strips.backward else numbers), _guide(strips, piece, way))


def _guide(strips: Strips, piece: Piece, way: complex) -> Path | None:
    if strips.kept == "along a line":
        middle = sum((_half_way(s) for gap in strips.gaps for s in gap), 0j) / (2 * len(strips.gaps))
        return straight(_met(piece, middle, -way)[-1], _met(piece, middle, way)[-1])
    if strips.kept == "square" or len(strips.gaps) < 2:
        return None
    hung = [a.start if strips.kept == "on near" else a.end for a, _ in strips.gaps]
    return Path(tuple(pairwise(hung)))


def _half_way(side: Path) -> complex:
    return side.at(0.5 * side.length)


def _met(piece: Piece, start: complex, way: complex) -> list[complex]:
    """Where a line from a point on the paper meets the outline, the nearest first; the point itself where it meets it nowhere."""
    left, top, right, bottom = box_of(piece.segments)
    far = start + way * (right - left + bottom - top)
    met = sorted(c.s for s in piece.segments for c in line_crossings(start, far, s))
    return [start + (far - start) * s for s in met] or [start]
