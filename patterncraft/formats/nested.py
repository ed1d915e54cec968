"""Several sizes of one style laid over each other, piece by piece: where each lies, and which line is whose."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final, NamedTuple

from ..comparing.laid_over import laid_over
from ..finishing.finish import FinishedPiece, NotchCut
from ..geometry.transform import Transform, slide
from ..paper.pattern import Pattern
from ..paper.piece import Piece

GAP: Final = 3.0
WIDEST: Final = 160.0
"""cm after which a new row is begun"""
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


@dataclass(frozen=True, slots=True)
class Nest:
    """Each piece's name with all that lie there; all within (0, 0)–(width, height), cm."""

    pieces: tuple[tuple[str, tuple[Lying, ...]], ...]
    width: float
    height: float


def dash_of(size: int) -> tuple[float, ...]:
    """The line of a size, by its number."""
    return DASHES[size % len(DASHES)]


def nest(sizes: Sequence[Size], at: str = "", along: str = "", widest: float = WIDEST) -> Nest:
    """All sizes of each piece laid over the first that has it, the point named ``at`` on its like. What only some have lies among those that do.
    ``widest``: cm after which a new row is begun."""
    x = y = row = wide = 0.0
    out = []
    for name in dict.fromkeys(p.name for s in sizes for p in s.pattern.pieces):
        own = [(k, s) for k, s in enumerate(sizes) if any(p.name == name for p in s.pattern.pieces)]
        under = own[0][1].pattern.piece(name)
        lain = []
        for k, s in own:
            by = _over(under, s.pattern.piece(name), at, along)
            lain.append(Lying(k, moved(next(p for p in s.finished if p.name == name), by)))
        boxes = [q.piece.box for q in lain]
        left, up = min(b[0] for b in boxes), min(b[1] for b in boxes)
        right, down = max(b[2] for b in boxes), max(b[3] for b in boxes)
        if x and x + right - left > widest:
            x, y, row = 0.0, y + row + GAP, 0.0
        shift = slide(complex(x - left, y - up))
        out.append((name, tuple(replace(q, piece=moved(q.piece, shift)) for q in lain)))
        x += right - left + GAP
        row, wide = max(row, down - up), max(wide, x - GAP)
    return Nest(tuple(out), wide, y + row)


def _over(under: Piece, over: Piece, at: str, along: str) -> Transform:
    return slide(0j) if over is under else laid_over(under, over, at, along)


def moved(p: FinishedPiece, by: Transform) -> FinishedPiece:
    """The same finished piece somewhere else: all that is cut, sewn and marked on it."""
    return replace(
        p,
        edges=tuple(replace(e, path=e.path.placed(by)) for e in p.edges),
        cut_line=tuple(by.point(z) for z in p.cut_line),
        notches=tuple(NotchCut(n.name, by.point(n.inner), by.point(n.outer)) for n in p.notches),
        darts=tuple(
            replace(d, stitching=d.stitching.placed(by), point=by.point(d.point), drill=by.point(d.drill)) for d in p.darts
        ),
        lines=tuple(replace(x, path=x.path.placed(by)) for x in p.lines),
        lenses=tuple(x.placed(by) for x in p.lenses),
        grain=replace(p.grain, start=by.point(p.grain.start), end=by.point(p.grain.end)) if p.grain else None,
        fold=p.fold.placed(by) if p.fold else None,
    )
