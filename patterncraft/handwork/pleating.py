"""Pleats laid into a piece: how far each opens, the lines one folds along, and the edge cut as it lies when they are folded."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final, Literal, NamedTuple

from ..geometry.intersect import line_crossings
from ..geometry.path import Path, straight
from ..geometry.segment import split
from ..geometry.transform import turn_over
from ..paper.draw import redraw
from ..paper.edge import on_new_paper
from ..paper.piece import DrawnLine, Piece
from ..tolerances import TAPED

PleatKind = Literal["knife", "box", "inverted"]
FOLDS: Final[dict[PleatKind, int]] = {"knife": 1, "box": 2, "inverted": 2}
"""Folds in one pleat: a knife pleat has one; a box pleat has two that face away from each other, an inverted one two that meet."""
_Gap = tuple[Path, Path]


class Folds(NamedTuple):
    """One pleat's lines: those one folds along, and those they are laid to."""

    folds: tuple[Path, ...]
    places: tuple[Path, ...]


def intake_of(kind: PleatKind, depth: float) -> float:
    """cm that one pleat takes up: twice its depth for each fold."""
    return 2.0 * depth * FOLDS[kind]


def folds_of(gap: _Gap, kind: PleatKind, forward: bool) -> Folds:
    """The lines of one pleat. ``gap``: where both sides of its slash lie now, in outline order; ``forward``: a knife pleat's fold
    is laid in the sense in which the outline walks along the edge slashed from.

    Knife: folded along one side of the new paper, laid to the other. Inverted: both sides folded, laid to the middle. Box: folded
    at a quarter and three quarters; both are laid outward over the neighbouring paper, by a quarter of what was opened.
    """
    one, other = gap
    if kind == "knife":
        return Folds((one,), (other,)) if forward else Folds((other,), (one,))
    if kind == "inverted":
        return Folds((one, other), (_between(gap, 0.5),))
    return Folds((_between(gap, 0.25), _between(gap, 0.75)), (_between(gap, -0.25), _between(gap, 1.25)))


def _between(gap: _Gap, share: float) -> Path:
    """The straight line at that share of the way from the first side to the second."""
    a, b = gap
    return straight(a.start + (b.start - a.start) * share, a.end + (b.end - a.end) * share)


def trued(piece: Piece, edge: str, gaps: Sequence[_Gap], kind: PleatKind, forward: bool) -> Piece:
    """The edge over the new paper of each pleat cut so that, folded, it lies along its neighbour: mirrored about the fold, and back
    about the line half-way. Where the edge beside it is too short to show how it runs, it stays straight."""
    for gap in gaps:
        k = _gap_edge(piece, gap)
        if k is None:
            continue
        path = _folded(piece, k, gap, kind, forward)
        if path is not None:
            old = piece.outline[k]
            piece = redraw(piece, k, 1, (on_new_paper(edge, old.kind, path),))
    return piece


def _gap_edge(piece: Piece, gap: _Gap) -> int | None:
    """Number of the new edge across a gap's near end."""
    a, b = gap[0].start, gap[1].start
    for k, e in enumerate(piece.outline):
        if e.is_new_paper and abs(e.path.start - a) < 1e-6 and abs(e.path.end - b) < 1e-6:
            return k
    return None


def _folded(piece: Piece, k: int, gap: _Gap, kind: PleatKind, forward: bool) -> Path | None:
    n = len(piece.outline)
    before = piece.outline[k - 1].path.reversed()
    after = piece.outline[(k + 1) % n].path
    a, b = gap[0].start, gap[1].start
    if kind == "knife":
        whole = _zigzag(before, gap, (0.0, 0.5, 1.0)) if forward else _zigzag(after, gap[::-1], (0.0, 0.5, 1.0))
        if whole is None:
            return None
        return _closed(whole, a, b) if forward else _closed(whole.reversed(), a, b)
    # Two folds, each mirrored from its own side, as far as the middle.
    shares = (0.0, 0.25, 0.5)
    first, second = _zigzag(before, gap, shares), _zigzag(after, gap[::-1], shares)
    if first is None or second is None:
        return None
    middle = 0.5 * (first.end + second.end)
    return _closed(Path((*_closed(first, a, middle).segments, *_closed(second, b, middle).reversed().segments)), a, b)


def _zigzag(panel: Path, gap: _Gap, shares: tuple[float, float, float]) -> Path | None:
    """From the first side of the gap on: the panel's edge (walked away from the gap) turned over that side, as far as the line at
    the second share, then that turned over this line, as far as the third."""
    fold, half, end = (_between(gap, s) for s in shares)
    there = _cut_at(panel.placed(turn_over(fold.start, fold.end)), half)
    if there is None:
        return None
    back = _cut_at(there.reversed().placed(turn_over(half.start, half.end)), end)
    back = back or there.reversed().placed(turn_over(half.start, half.end))
    return Path((*there.segments, *back.segments))


def _cut_at(path: Path, line: Path) -> Path | None:
    """The path up to where it first meets the line, drawn on both ways."""
    along = line.end - line.start
    for i, s in enumerate(path.segments):
        hits = [h for h in line_crossings(line.start - along, line.end + along, s) if h.t > 1e-9]
        if hits:
            return Path((*path.segments[:i], split(s, hits[0].t)[0]))
    return None


def _closed(path: Path, a: complex, b: complex) -> Path:
    """The path with its ends at these very points; what is off is drawn straight."""
    segments = list(path.segments)
    if abs(path.start - a) > TAPED:
        segments.insert(0, (a, path.start))
    if abs(path.end - b) > TAPED:
        segments.append((path.end, b))
    first, last = segments[0], segments[-1]
    segments[0] = (a, *first[1:])
    last = segments[-1]
    segments[-1] = (*last[:-1], b)
    return Path(tuple(segments))


def with_folds(piece: Piece, pleats: Sequence[Folds], stitched: float) -> tuple[DrawnLine, ...]:
    """The piece's drawn lines and those of its pleats, numbered where there are several; a line across where stitching down ends."""
    out = list(piece.lines)
    for k, x in enumerate(pleats, 1):
        number = f" {k}" if len(pleats) > 1 else ""
        out += [DrawnLine(f"pleat{number} fold", p) for p in x.folds]
        out += [DrawnLine(f"pleat{number} placement", p) for p in x.places]
        if stitched > 0:
            ends = [p.at(min(stitched, p.length)) for p in (x.folds[0], x.folds[-1] if len(x.folds) > 1 else x.places[-1])]
            out.append(DrawnLine(f"pleat{number} stitched to here", straight(*ends)))
    return tuple(out)
