"""Do pieces that belong together lie alike on the cloth: left and right, and the panels of one cut?"""

from __future__ import annotations

from cmath import phase
from collections.abc import Iterator
from itertools import combinations
from math import degrees
from typing import Final

from ...paper.piece import Piece
from ...paper.sewn import run_of
from ..finding import Check, Finding
from ..subject import Subject

OFF: Final = 1.0
"""Degrees by which left and right may lie unlike."""


def _look(s: Subject) -> Iterator[Finding]:
    for one, other in combinations(s.pattern.pieces, 2):
        if one.grain is None or other.grain is None:
            continue
        if {*one.name.split()} ^ {*other.name.split()} == {"left", "right"}:
            off = _unlike(one, other)
            if off > OFF or one.grain.kind != other.grain.kind:
                words = f"The {one.name} and the {other.name} lie unlike on the cloth: their grain differs by {off:.0f}°."
                yield Finding(words, off, OFF, one.name, "", "", one.grain.start)
    for seam in s.pattern.seams:
        if not seam.b or len(seam.a) != 1 or len(seam.b) != 1:
            continue
        one, other = (s.pattern.piece(side[0].piece) for side in (seam.a, seam.b))
        if one.grain is None or other.grain is None or one.grain.kind == other.grain.kind or one.cut.cloth != other.cut.cloth:
            continue
        if all(one.outline[i].cut for i in run_of(one, seam.a[0].edge, seam.a[0].run)):
            words = f"The {one.name} is cut on the {one.grain.kind} grain, the {other.name} beside it on the {other.grain.kind}: they hang unlike."
            yield Finding(words, 1, 0, one.name, other.name, seam.name, one.grain.start)


def _unlike(one: Piece, other: Piece) -> float:
    """Degrees between the grain of a piece and that of its mirror image."""
    a, b = (_way(p) for p in (one, other))
    return min(_lines_apart(a, b), _lines_apart(a, complex(-b.real, b.imag)))


def _way(p: Piece) -> complex:
    return p.grain.end - p.grain.start if p.grain else 1j


def _lines_apart(a: complex, b: complex) -> float:
    angle = abs(degrees(phase(a / b)))
    return min(angle, 180 - angle)


CHECK = Check(
    "grain-pair",
    "Grain",
    "What belongs together lies alike on the cloth",
    "Left and right, or two panels of one cut, hang and shade unlike else.",
    "Give the other piece the same grain.",
    _look,
    unit="degrees",
)
