"""Walk and joined edges as pictures: sheets, strips of paper along an edge, and boxes round them, in SVG path data, cm."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Final

from ..geometry.path import Path, chain
from ..geometry.region import box_of
from ..geometry.segment import Segment
from ..geometry.svgpath import number, pair, to_svg
from ..geometry.transform import Transform
from ..paper.pattern import Pattern
from .laid import Laid, Strip

DEEP: Final = 6.0
"""cm of paper shown along an edge."""
PLACES: Final = 24
"""Places of a strip at which its inner border is drawn."""
SNIP: Final = 0.8
Box4 = tuple[float, float, float, float]


def matrix(by: Transform) -> str:
    """As SVG writes an affine placing: "matrix(a b c d e f)" with x' = a·x + c·y + e, y' = b·x + d·y + f."""
    a, b = by.turn.real, by.turn.imag
    c, d = (b, -a) if by.mirrored else (-b, a)
    return f"matrix({' '.join(number(x) for x in (a, b, c, d, by.shift.real, by.shift.imag))})"


def sheets(pattern: Pattern, laid: Laid, seam: str = "") -> list[tuple[str, str, Transform, list[str]]]:
    """Every sheet of a laid side once, as it lies for the first strip on it: its name, outline, placing, and its notches (of one seam, where one is named)."""
    found: list[tuple[str, str, Transform, list[str]]] = []
    for s in laid.strips:
        if any(name == s.piece for name, *_ in found):
            continue
        piece = pattern.piece(s.piece)
        notches = []
        for n, spot in pattern.placed_notches(s.piece):
            if seam and n.seam != seam:
                continue
            edge = piece.outline[spot.edge]
            for at in (spot.along,) if n.style == "single" else (spot.along - 0.6, spot.along + 0.6):
                z, way = edge.path.stand_at(min(max(at, 0.0), edge.length))
                notches.append(f"M {pair(z)} L {pair(z + 1j * way * SNIP)}")
        found.append((s.piece, to_svg(chain(e.path for e in piece.outline), closed=True), s.by, notches))
    return found


def band(strip: Strip, deep: float = DEEP) -> str:
    """Paper along a strip, ``deep`` cm inward, or less where the edge bends inward too tightly for it."""
    path = strip.path
    size = path.length
    side = 1j if strip.paper_to_the_right else -1j
    reach = min(deep, max(0.4 * size, 1.0))
    inner = []
    for k in range(PLACES + 1):
        z, way = path.stand_at(size * k / PLACES)
        inner.append(z + side * way * reach)
    back = " ".join(f"L {pair(z)}" for z in reversed(inner))
    return f"{to_svg(path)} {back} Z"


def box_round(paths: Iterable[Path], margin: float) -> Box4:
    """(left, top, right, bottom) of all paths, with a margin."""
    segments: list[Segment] = [s for p in paths for s in p.segments]
    left, top, right, bottom = box_of(segments)
    return left - margin, top - margin, right + margin, bottom + margin


def upright(laid: Laid) -> Transform:
    """How a chain is turned so that it reads from left to right with its paper below."""
    start, end = laid.strips[0].path.start, laid.strips[-1].path.end
    along = end - start
    if abs(along) < 1.0:
        along = laid.strips[0].path.start_direction
    turn = along.conjugate() / abs(along)
    if laid.strips[0].paper_to_the_right:
        return Transform(turn, 0j)
    # Walked with its paper to the left, it is turned over, as one looks at the other side of the cloth.
    return Transform((along / abs(along)), 0j, True)
