"""A cut that runs through a double-pointed dart from point to point: each part gets one of its sides, and the seam has its shape."""

from __future__ import annotations

from dataclasses import replace
from typing import NamedTuple

from ..geometry.path import Path
from ..geometry.region import contains
from ..paper.draw import redraw
from ..paper.lens import Lens
from ..paper.nearest import nearest_on
from ..paper.piece import DrawnLine, Piece
from ..places.line import LineOnPiece
from ..tolerances import CLOSE, SNAP
from .over_darts import cut_at_crossings


class LensInSeam(NamedTuple):
    """The dart; its side that the cut follows and the other, both walked along the line."""

    lens: Lens
    here: Path
    there: Path


def along_lenses(piece: Piece, line: LineOnPiece) -> tuple[Piece, LineOnPiece, tuple[LensInSeam, ...]]:
    """The piece without the darts that the line runs through; the line along one side of each."""
    if not line.lenses:
        return piece, line, ()
    seams: list[LensInSeam] = []
    stretches = list(line.stretches)
    for lens in piece.lenses:
        if lens.name not in line.lenses:
            continue
        for k, path in enumerate(stretches):
            ends = path.start, path.end
            for tips, turned in (((lens.upper, lens.lower), False), ((lens.lower, lens.upper), True)):
                if max(abs(a - b) for a, b in zip(ends, tips, strict=True)) < 10 * SNAP:
                    here, there = (lens.left.reversed(), lens.right.reversed()) if turned else (lens.left, lens.right)
                    stretches[k] = here
                    seams.append(LensInSeam(lens, here, there))
    names = {s.lens.name for s in seams}
    bare = replace(piece, lenses=tuple(x for x in piece.lenses if x.name not in names))
    return bare, replace(line, stretches=tuple(stretches)), tuple(seams)


def with_other_sides(half: Piece, seams: tuple[LensInSeam, ...], name: str) -> Piece:
    """The part that the dart's paper came off with has its other side: what lay between is cut away."""
    for seam in seams:
        if half.contains(seam.lens.middle)[0]:
            half = _without_what_lay_on_it(_other_side(half, seam, name), seam)
    return half


def _without_what_lay_on_it(half: Piece, seam: LensInSeam) -> Piece:
    """Lines and tape that were drawn over the dart end where its paper was cut away."""
    lens = [*seam.here.segments, *seam.there.reversed().segments]

    def left(path: Path) -> list[Path]:
        parts = cut_at_crossings(path, lens)
        off = contains(lens, [p.at(0.5 * p.length) for p in parts])
        return [p for p, gone in zip(parts, off, strict=True) if not gone]

    lines = tuple(DrawnLine(x.name, p) for x in half.lines for p in left(x.path))
    tapes = tuple(p for t in half.paper.tapes for p in left(t))
    return replace(half, lines=lines, paper=replace(half.paper, tapes=tapes))


def _other_side(half: Piece, seam: LensInSeam, name: str) -> Piece:
    start, end = seam.here.start, seam.here.end
    for k, e in enumerate(half.outline):
        if e.name != name:
            continue
        (gap_a, a), (gap_b, b) = nearest_on(e.path, start), nearest_on(e.path, end)
        if max(gap_a, gap_b) > 10 * SNAP:
            continue
        turned = a > b
        low, high = min(a, b), max(a, b)
        side = seam.there.reversed() if turned else seam.there
        before = e.path.cut(low)[0].ending_at(side.start).segments if low > CLOSE else ()
        after = e.path.cut(high)[1].starting_at(side.end).segments if high < e.length - CLOSE else ()
        return redraw(half, k, 1, (e.redrawn(Path((*before, *side.segments, *after))),))
    return half
