"""A pattern cut into the sheets of a house's printer."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import ceil, floor
from typing import Final, Literal

from ..errors import BadSetting
from ..units import INCH
from .layout import Sheet

PaperName = Literal["a4", "letter"]
PAPERS: Final[dict[PaperName, tuple[float, float]]] = {"a4": (21.0, 29.7), "letter": (8.5 * INCH, 11 * INCH)}
"""Width and height in cm: ISO 216 A4; ANSI A, 8½ × 11 in."""
MARGIN: Final = 1.0
OVERLAP: Final = 1.0
"""cm; home printers leave a rim, and glue wants a flap."""

ASKED: Final = 150
"""Sheets from which on one is asked before they are printed: a ream is 500."""
MOST: Final = 1_500
"""Sheets that are printed at once."""

HAIR: Final = 1e-6
"""cm² of paper on a tile that are not worth a sheet"""

_Points = Sequence[complex]


@dataclass(frozen=True, slots=True)
class Tile:
    """One sheet of the pattern: its number from 1, column and row from 0."""

    number: int
    column: int
    row: int


@dataclass(frozen=True, slots=True)
class Tiling:
    """How a sheet of pattern is cut into pages. ``step`` is what each page adds, cm, as (x, y)."""

    paper: PaperName
    columns: int
    rows: int
    tiles: tuple[Tile, ...]
    step: tuple[float, float]
    window: tuple[float, float]


def tiling(sheet: Sheet, paper: PaperName) -> Tiling:
    """Only the tiles that hold some of a piece, numbered row by row. Raises BadSetting where they would be more than ``MOST``."""
    if sheets_at_most(sheet, paper) > MOST:
        raise BadSetting(
            f"that would take more than {MOST:,} sheets of {paper.title()}.",
            cure="Print fewer pieces, or take the SVG to somebody with a plotter.",
            field="paper",
        )
    window, step = _window(paper), _step(paper)
    columns = max(1, ceil((sheet.width - OVERLAP) / step[0]))
    rows = max(1, ceil((sheet.height - OVERLAP) / step[1]))
    held = {tile for ring in _rings(sheet) for tile in _held(ring, step, window) if tile[0] < rows and tile[1] < columns}
    tiles = tuple(Tile(n, c, r) for n, (r, c) in enumerate(sorted(held), 1))
    return Tiling(paper, columns, rows, tiles, step, window)


def sheets_at_most(sheet: Sheet, paper: PaperName) -> int:
    """No fewer than ``tiling`` takes, from the pieces' boxes alone."""
    step = _step(paper)
    boxes = (_box(ring) for ring in _rings(sheet))
    return sum(
        len(_span(left, right, 0, paper, step)) * len(_span(top, bottom, 1, paper, step)) for left, top, right, bottom in boxes
    )


def _window(paper: PaperName) -> tuple[float, float]:
    width, height = PAPERS[paper]
    return width - 2 * MARGIN, height - 2 * MARGIN


def _step(paper: PaperName) -> tuple[float, float]:
    width, height = _window(paper)
    return width - OVERLAP, height - OVERLAP


def _rings(sheet: Sheet) -> list[list[complex]]:
    return [[z + shift for z in p.cut_line] for p, shift in sheet.pieces]


def _box(ring: _Points) -> tuple[float, float, float, float]:
    xs, ys = [z.real for z in ring], [z.imag for z in ring]
    return min(xs), min(ys), max(xs), max(ys)


def _span(low: float, high: float, axis: int, paper: PaperName, step: tuple[float, float]) -> range:
    """Columns (axis 0) or rows whose window reaches into low … high."""
    first = floor((low - _window(paper)[axis]) / step[axis]) + 1
    return range(max(0, first), max(1, ceil(high / step[axis])))


def _held(ring: _Points, step: tuple[float, float], window: tuple[float, float]) -> Iterator[tuple[int, int]]:
    """(row, column) of the tiles that share paper with a polygon: cut into columns, and each of those into rows."""
    left, top, right, bottom = _box(ring)
    for c in range(max(0, floor((left - window[0]) / step[0])), max(0, ceil(right / step[0])) + 1):
        strip = _between(ring, 0, c * step[0], c * step[0] + window[0])
        if not strip:
            continue
        _, top, _, bottom = _box(strip)
        for r in range(max(0, floor((top - window[1]) / step[1])), max(0, ceil(bottom / step[1])) + 1):
            if _between(strip, 1, r * step[1], r * step[1] + window[1]):
                yield r, c


def _between(ring: _Points, axis: int, low: float, high: float) -> list[complex]:
    """What of a polygon lies between two levels; empty where that is no paper, only a line or a point."""
    rest = _clipped(_clipped(list(ring), axis, low, False), axis, high, True)
    return rest if _paper(rest) > HAIR else []


def _paper(ring: _Points) -> float:
    """cm² inside a polygon."""
    return abs(sum((a.conjugate() * b).imag for a, b in zip(ring, [*ring[1:], *ring[:1]], strict=True))) / 2


def _clipped(points: list[complex], axis: int, limit: float, keep_less: bool) -> list[complex]:
    def depth(z: complex) -> float:
        value = z.imag if axis else z.real
        return limit - value if keep_less else value - limit

    out = []
    for a, b in zip(points, points[1:] + points[:1], strict=True):
        da, db = depth(a), depth(b)
        if da >= 0:
            out.append(a)
        if da * db < 0:
            out.append(a + (b - a) * da / (da - db))
    return out
