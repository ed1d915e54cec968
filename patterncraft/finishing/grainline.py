"""The grainline as it is drawn: a step may have cut or reshaped the paper under it, and nobody draws a line on the table beside the paper."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from typing import Final

from ..geometry.intersect import line_crossings
from ..handwork.centre import with_grain_where_it_lay
from ..paper.nearest import nearest_on
from ..paper.piece import Grain, Piece

CLEAR: Final = 0.5
"""cm that a grainline ends before an edge that cuts it short."""
LEAST: Final = 1 / 3
"""of a grainline has to be left where it lies; of a shorter rest nobody would line up cloth, and it is drawn beside."""
ON_EDGE: Final = 0.05
"""cm: a grainline so near an edge lies along it, as on a fold."""


def grain_drawn(piece: Piece) -> Grain | None:
    """The piece's grainline, in cm, in its own direction and kind: as it lies, where it lies on the paper; its longest stretch on the paper, a
    little short of the edges; or, where hardly any of it is left, as it finds room beside. None where it has none."""
    grain = piece.grain
    if grain is None or grain.start == grain.end:
        return grain
    way = grain.end - grain.start
    hits = {h.s for e in piece.outline for s in e.path.segments for h in line_crossings(grain.start, grain.end, s)}
    stops = sorted({0.0, 1.0, *(min(max(s, 0.0), 1.0) for s in hits)})
    stretches = list(pairwise(stops))
    low, high = max(_joined(piece, grain, stretches), key=lambda x: x[1] - x[0], default=(0.0, 0.0))
    if high - low > 1 - 1e-9:
        return grain
    if high - low < LEAST:
        return with_grain_where_it_lay(piece, grain).grain
    short = min(CLEAR / abs(way), 0.1 * (high - low))
    start, end = low + short * (low > 0), high - short * (high < 1)
    return replace(grain, start=grain.start + start * way, end=grain.start + end * way)


def _joined(piece: Piece, grain: Grain, stretches: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """Those stretches that lie on the paper, as shares of the grainline; neighbours as one."""
    middles = [grain.start + 0.5 * (a + b) * (grain.end - grain.start) for a, b in stretches]
    found: list[tuple[float, float]] = []
    for stretch, z, inside in zip(stretches, middles, piece.contains(*middles), strict=True):
        if not inside and min(nearest_on(e.path, z)[0] for e in piece.outline) > ON_EDGE:
            continue
        if found and found[-1][1] == stretch[0]:
            found[-1] = found[-1][0], stretch[1]
        else:
            found.append(stretch)
    return found
