"""Several sizes of one style laid over each other, piece by piece: where each lies, and which line is whose."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final, NamedTuple

from ..comparing.laid_over import laid_over
from ..finishing.finish import FinishedPiece
from ..geometry.transform import slide
from ..paper.pattern import Pattern

GAP: Final = 3.0
WIDEST: Final = 160.0
"""cm after which a new row is begun"""
ROWS: Final = (120.0, 170.0, 240.0, 340.0)
"""cm: lengths of a row that are tried for a given shape"""
DASHES: Final[tuple[tuple[float, ...], ...]] = (
    (),
    (1.2, 0.5),
    (0.4, 0.4),
    (1.6, 0.4, 0.3, 0.4),
    (2.4, 0.6),
    (0.8, 0.3, 0.2, 0.3, 0.2, 0.3),
    (0.2, 0.5),
    (3, 0.5, 0.5, 0.5),
    (0.8, 0.8),
    (2, 0.3, 0.5, 0.3),
    (0.15, 0.25),
    (3.5, 0.4, 0.2, 0.4, 0.2, 0.4, 0.2, 0.4),
)
"""Lengths of line and gap by size, cm; over again where there are more."""


class Size(NamedTuple):
    """One size: its label, its pattern, and its pieces finished."""

    label: str
    pattern: Pattern
    finished: Sequence[FinishedPiece]


@dataclass(frozen=True, slots=True)
class Lying:
    """A size's piece where it lies in the drawing. ``size``: which, from 0."""

    size: int
    piece: FinishedPiece


Stack = tuple[str, tuple[Lying, ...]]
"""A piece's name, and every size's that lies there."""


@dataclass(frozen=True, slots=True)
class Nest:
    """Each piece's name with all that lie there; all within (0, 0)–(width, height), cm."""

    pieces: tuple[Stack, ...]
    width: float
    height: float


def dash_of(size: int) -> tuple[float, ...]:
    """The line of a size, by its number."""
    return DASHES[size % len(DASHES)]


def _stacks(sizes: Sequence[Size], at: str = "", along: str = "") -> list[Stack]:
    """All sizes of each piece laid over the first that has it, the point named ``at`` on its like. What only some have lies among those that do."""
    out = []
    for name in dict.fromkeys(p.name for s in sizes for p in s.pattern.pieces):
        own = [(k, s) for k, s in enumerate(sizes) if any(p.name == name for p in s.pattern.pieces)]
        under = own[0][1].pattern.piece(name)
        lain = []
        for k, s in own:
            finished = next(p for p in s.finished if p.name == name)
            over = s.pattern.piece(name)
            lain.append(Lying(k, finished if over is under else finished.placed(laid_over(under, over, at, along))))
        out.append((name, tuple(lain)))
    return out


def nest(sizes: Sequence[Size], at: str = "", along: str = "", shape: float = 0.0) -> Nest:
    """All sizes of a style over each other, in rows: as long as a table, or, with a ``shape`` (width to height), so long that all of it is as large as can be in that."""
    found = _stacks(sizes, at, along)
    tried = [_rows(found, widest) for widest in (ROWS if shape else (WIDEST,))]
    best = min(tried, key=lambda r: max(r.width / shape, r.height)) if shape else tried[0]
    pieces = (
        (name, tuple(replace(q, piece=q.piece.placed(slide(shift))) for q in lain))
        for (name, lain), shift in zip(found, best.shifts, strict=True)
    )
    return Nest(tuple(pieces), best.width, best.height)


class _Rows(NamedTuple):
    """By how much each stack is slid to its place, and what they take, cm."""

    shifts: list[complex]
    width: float
    height: float


def _rows(found: Sequence[Stack], widest: float) -> _Rows:
    x = y = row = wide = 0.0
    shifts = []
    for _, lain in found:
        boxes = [q.piece.box for q in lain]
        left, up = min(b[0] for b in boxes), min(b[1] for b in boxes)
        right, down = max(b[2] for b in boxes), max(b[3] for b in boxes)
        if x and x + right - left > widest:
            x, y, row = 0.0, y + row + GAP, 0.0
        shifts.append(complex(x - left, y - up))
        x += right - left + GAP
        row, wide = max(row, down - up), max(wide, x - GAP)
    return _Rows(shifts, wide, y + row)
