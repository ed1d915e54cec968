"""Sheets of new paper for parts: strips, and lines that run beside others."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..geometry.solving import where_zero
from ..paper.edge import Edge, EdgeKind
from ..paper.piece import CutPlan, DrawnLine, Grain, Mark, Piece

PLACES = 12
"""Places at which a line beside another is set off: the curve through them stays within a few hundredths of a millimetre of it."""


class Named(NamedTuple):
    """An edge to be: its name, what becomes of it, its line."""

    name: str
    kind: EdgeKind
    path: Path


def sheet(
    name: str,
    edges: Sequence[Named],
    cut: CutPlan,
    grain: Grain | None = None,
    marks: Sequence[Mark] = (),
    lines: Sequence[DrawnLine] = (),
) -> Piece:
    """A piece of its own. ``edges`` run clockwise as seen, each from where the one before it ends."""
    outline = tuple(Edge(e.name, e.kind, e.path) for e in edges)
    return Piece(name, outline, marks=tuple(marks), lines=tuple(lines), grain=grain, cut=cut)


def strip(
    name: str,
    long: float,
    wide: float,
    names: tuple[tuple[str, EdgeKind], tuple[str, EdgeKind], tuple[str, EdgeKind], tuple[str, EdgeKind]],
    cut: CutPlan,
    grain: Grain | None = None,
    lines: Sequence[DrawnLine] = (),
) -> Piece:
    """A straight strip, its long edges level. ``names``: (name, kind) of the upper edge, the right end, the lower edge, the left end."""
    a, b, c, d = 0j, complex(long, 0), complex(long, wide), complex(0, wide)
    paths = (straight(a, b), straight(b, c), straight(c, d), straight(d, a))
    edges = [Named(n, kind, p) for (n, kind), p in zip(names, paths, strict=True)]
    return sheet(name, edges, cut, grain or along_strip(long, wide), lines=lines)


def along_strip(long: float, wide: float, kind: str = "straight") -> Grain:
    """The grain of a strip: along it; on the bias across its middle at forty-five degrees."""
    middle = complex(0.5 * long, 0.5 * wide)
    if kind == "bias":
        reach = 0.35 * min(wide, long) * (1 - 1j) / 2**0.5
        return Grain(middle - reach, middle + reach, "bias")
    return Grain(middle - 0.35 * long, middle + 0.35 * long, "cross" if kind == "cross" else "straight")


def beside(path: Path, distance: float) -> Path:
    """The line ``distance`` cm to the left hand of one walking the path (above it, walked to the right), square to it at every place.

    Straight for a straight stroke; else a fair curve through places set off squarely.
    """
    if path.is_ruled:
        off = path.start_direction * -1j * distance
        return straight(path.start + off, path.end + off)
    whole = path.length
    stands = [path.stand_at(whole * k / PLACES) for k in range(PLACES + 1)]
    return fair_curve([z + way * -1j * distance for z, way in stands], path.start_direction, path.end_direction)


def rising(long: float, rise: float) -> Path:
    """The neck edge of a stand, from the centre back to the front: level half the way, then up by ``rise`` cm in one sweep, and as long as it must be.

    Negative: down. Its end is straight, so that it runs on straight.
    """
    if abs(rise) < 1e-9:
        return straight(0j, complex(long, 0))

    def drawn(reach: float) -> Path:
        return fair_curve([0j, complex(0.5 * reach, -0.1 * rise), complex(reach, -rise)], 1 + 0j)

    low = max(long * long - rise * rise, 0.01 * long * long) ** 0.5 * 0.7
    return drawn(where_zero(lambda x: drawn(x).length - long, low, long, 1e-10))
