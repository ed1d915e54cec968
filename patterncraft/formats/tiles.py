"""A pattern cut into the sheets of a house's printer."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import ceil, floor
from typing import Final, Literal, NamedTuple

from ..errors import BadSetting
from ..finishing.finish import FinishedPiece
from ..units import INCH
from .layout import Sheet, lay_side_by_side

PaperName = Literal["a4", "letter", "a3", "a0"]
PAPERS: Final[dict[PaperName, tuple[float, float]]] = {
    "a4": (21.0, 29.7),
    "letter": (8.5 * INCH, 11 * INCH),
    "a3": (29.7, 42.0),
    "a0": (84.1, 118.9),
}
"""Width and height in cm: ISO 216 A4, A3, A0; ANSI A, 8½ × 11 in."""
ROLLS: Final = (61.0, 91.0, 106.7)
"""cm: widths of the rolls that plotters and copy shops keep (24, 36 and 42 in, rounded as they are sold)."""
NARROWEST: Final = 20.0
WIDEST: Final = 500.0
"""cm that a roll may be wide."""
LONGEST_PAGE: Final = 500.0
"""cm: the PDF's own limit is 14,400 points, 508 cm (ISO 32000-1, annex C)."""
ScaleName = Literal["1:1", "1:2", "1:4"]
SCALES: Final[dict[str, float]] = {"1:1": 1.0, "1:2": 0.5, "1:4": 0.25}
"""True scale, and half and quarter scale to practise with."""
MARGIN: Final = 1.0
OVERLAP: Final = 1.0
"""cm; home printers leave a rim, and glue wants a flap."""

LARGE: Final = 60.0
"""cm: on a sheet wider than this most pieces lie whole."""
ASKED: Final = 150
"""Sheets from which on one is asked before they are printed: a ream is 500."""
MOST: Final = 1_500
"""Sheets that are printed at once."""

HAIR: Final = 1e-6
"""cm² of paper on a tile that are not worth a sheet"""

_Points = Sequence[complex]


class Paper(NamedTuple):
    """What is printed on, cm. ``roll``: as long as it takes."""

    name: str
    width: float
    height: float
    roll: bool = False


def paper_of(name: str) -> Paper:
    """A sheet by its name, a roll as "roll:91". Raises BadSetting listing what there is."""
    key = name.strip().lower()
    for known, (width, height) in PAPERS.items():
        if key == known:
            return Paper(known, width, height)
    kind, colon, width_said = key.partition(":")
    if kind == "roll" and colon:
        try:
            wide = float(width_said)
        except ValueError:
            wide = 0.0
        if NARROWEST <= wide <= WIDEST:
            return Paper(f"roll:{wide:g}", wide, LONGEST_PAGE, True)
        raise BadSetting(
            f"“{width_said[:20]}” is no width of a roll.",
            cure=f"Say it in cm, from {NARROWEST:g} to {WIDEST:g}: roll:91.",
            field="paper",
        )
    raise BadSetting(f"there is no paper called “{name[:20]}”.", cure=f"Choose {', '.join(PAPERS)} or roll:WIDTH.", field="paper")


def lay_for(pieces: Sequence[FinishedPiece], paper: str, scale: float = 1.0) -> Sheet:
    """Side by side as suits a paper: across a roll as far as it is wide, on sheets that are glued as far as an arm reaches."""
    given = paper_of(paper)
    widest = given.width - 2 * MARGIN if given.roll or given.width > LARGE else 120.0 * scale
    return lay_side_by_side(pieces, widest, scale)


@dataclass(frozen=True, slots=True)
class Tile:
    """One sheet of the pattern: its number from 1, column and row from 0."""

    number: int
    column: int
    row: int


@dataclass(frozen=True, slots=True)
class Tiling:
    """How a sheet of pattern is cut into pages. ``step`` is what each page adds, cm, as (x, y)."""

    paper: Paper
    columns: int
    rows: int
    tiles: tuple[Tile, ...]
    step: tuple[float, float]
    window: tuple[float, float]


def tiling(sheet: Sheet, paper: str | Paper) -> Tiling:
    """Only the tiles that hold some of a piece, numbered row by row. Raises BadSetting where they would be more than ``MOST``. A roll is
    cut off where the pattern ends."""
    paper = _on(sheet, paper)
    if sheets_at_most(sheet, paper) > MOST:
        raise BadSetting(
            f"that would take more than {MOST:,} sheets of {paper.name.title()}.",
            cure="Print fewer pieces, or take the SVG to somebody with a plotter.",
            field="paper",
        )
    window, step = _window(paper), _step(paper)
    columns = max(1, ceil((sheet.width - OVERLAP) / step[0]))
    rows = max(1, ceil((sheet.height - OVERLAP) / step[1]))
    held = {tile for ring in _rings(sheet) for tile in _held(ring, step, window) if tile[0] < rows and tile[1] < columns}
    tiles = tuple(Tile(n, c, r) for n, (r, c) in enumerate(sorted(held), 1))
    return Tiling(paper, columns, rows, tiles, step, window)


def _on(sheet: Sheet, paper: str | Paper) -> Paper:
    paper = paper_of(paper) if isinstance(paper, str) else paper
    if not paper.roll:
        return paper
    return paper._replace(height=min(LONGEST_PAGE, max(sheet.height, 1.0) + 2 * MARGIN))


def sheets_at_most(sheet: Sheet, paper: str | Paper) -> int:
    """No fewer than ``tiling`` takes, from the pieces' boxes alone."""
    paper = _on(sheet, paper)
    step = _step(paper)
    boxes = (_box(ring) for ring in _rings(sheet))
    return sum(
        len(_span(left, right, 0, paper, step)) * len(_span(top, bottom, 1, paper, step)) for left, top, right, bottom in boxes
    )


def _window(paper: Paper) -> tuple[float, float]:
    _, width, height, _ = paper
    return width - 2 * MARGIN, height - 2 * MARGIN


def _step(paper: Paper) -> tuple[float, float]:
    width, height = _window(paper)
    return width - OVERLAP, height - OVERLAP


def _rings(sheet: Sheet) -> list[list[complex]]:
    return [[z * sheet.scale + shift for z in p.cut_line] for p, shift in sheet.pieces]


def _box(ring: _Points) -> tuple[float, float, float, float]:
    xs, ys = [z.real for z in ring], [z.imag for z in ring]
    return min(xs), min(ys), max(xs), max(ys)


def _span(low: float, high: float, axis: int, paper: Paper, step: tuple[float, float]) -> range:
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
