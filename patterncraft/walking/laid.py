"""An edge, or a seam's side, laid out as it is sewn: darts shut, sheet beside sheet.

A side is a chain of **strips**: what lies of one edge between two darts. Each knows how its sheet is placed for it. A dart that is shut swings all that
lies beyond it, so that a sheet with a dart in the edge is placed once for each side of the dart.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..geometry.path import Path
from ..geometry.transform import Transform, swing
from ..handwork.blending import Meeting, laid_beside
from ..paper.dart import darts_of
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Side
from ..paper.sewn import run_of, starts_at_end

AS_IT_LIES = Transform(1 + 0j, 0j)


@dataclass(frozen=True, slots=True)
class Strip:
    """``path``: placed, walked as it is sewn. ``by``: how its sheet is placed for it. ``forward``: whether it is walked in its outline's sense.
    ``over``: what lies before it: the name of a dart that is shut, the piece before it over a seam, or nothing."""

    piece: str
    edge: str
    path: Path
    by: Transform
    forward: bool
    over: str = ""

    @property
    def paper_to_the_right(self) -> bool:
        """Whether the paper lies to the right hand of one walking it. An outline runs clockwise; turned over it runs the other way."""
        return self.forward != self.by.mirrored


@dataclass(frozen=True, slots=True)
class Laid:
    """A side laid out, strip after strip, cm."""

    strips: tuple[Strip, ...]

    @property
    def length(self) -> float:
        """cm as sewn."""
        return sum(s.path.length for s in self.strips)

    def stand_at(self, along: float) -> tuple[complex, complex]:
        """The place ``along`` cm from the start, and the way the edge runs there; clamped to the side."""
        for s in self.strips[:-1]:
            size = s.path.length
            if along <= size:
                return s.path.stand_at(max(along, 0.0))
            along -= size
        last = self.strips[-1].path
        return last.stand_at(min(max(along, 0.0), last.length))

    def placed(self, by: Transform) -> Laid:
        """The whole of it moved."""
        return Laid(tuple(Strip(s.piece, s.edge, s.path.placed(by), s.by.then(by), s.forward, s.over) for s in self.strips))

    @property
    def lines(self) -> list[Path]:
        """Strips as paths, in order."""
        return [s.path for s in self.strips]


def laid_side(pattern: Pattern, side: Side) -> Laid:
    """A side of a seam, its first sheet as it lies."""
    strips: list[Strip] = []
    for s in side:
        piece = pattern.piece(s.piece)
        back = starts_at_end(piece, s.edge, s.start, s.run)
        run = run_of(piece, s.edge, s.run)
        strips += laid_run(piece, run[::-1] if back else run, not back, strips[-1] if strips else None, pattern)
    return Laid(tuple(strips))


def laid_run(piece: Piece, run: Sequence[int], forward: bool, before: Strip | None, pattern: Pattern) -> list[Strip]:
    """The strips of one edge, its parts ``run`` in the order in which they are walked, put on behind another strip."""
    by, over = AS_IT_LIES, ""
    if before is not None and before.piece == piece.name and _runs_on(before, piece.outline[run[0]].path, forward):
        by = before.by
    elif before is not None:
        by, over = _behind(pattern.piece(before.piece), before, piece, run[0], forward), before.piece
    strips: list[Strip] = []
    darts = {d.vertex: d for d in darts_of(piece)}
    n = len(piece.outline)
    for k, i in enumerate(run):
        if k:
            for d in darts.values():
                # A dart's legs lie between two parts of one edge: what is beyond it is swung onto what is before.
                before_it, after_it = (d.vertex - 2) % n, (d.vertex + 1) % n
                if forward and (run[k - 1], i) == (before_it, after_it):
                    by, over = swing(d.pivot, -d.angle).then(by), d.name
                elif not forward and (run[k - 1], i) == (after_it, before_it):
                    by, over = swing(d.pivot, d.angle).then(by), d.name
        path = piece.outline[i].path
        path = (path if forward else path.reversed()).placed(by)
        if strips and strips[-1].by == by and abs(strips[-1].path.end - path.start) < 1e-6:
            last = strips.pop()
            strips.append(Strip(piece.name, last.edge, last.path.then(path), by, forward, last.over))
        else:
            strips.append(Strip(piece.name, piece.outline[i].name, path, by, forward, over))
        over = ""
    return strips


def _runs_on(before: Strip, path: Path, forward: bool) -> bool:
    """Whether an edge of the same sheet begins where the strip ends: the end of a button stand, and the neckline behind it."""
    return abs(before.by.point(path.start if forward else path.end) - before.path.end) < 1e-6


def _behind(old: Piece, before: Strip, piece: Piece, first: int, forward: bool) -> Transform:
    """How a sheet is placed so that its edge runs on from a strip: edge of the seam between on edge of the seam, so that it lies as it is sewn."""
    last = next(i for i, e in enumerate(old.outline) if e.name == before.edge and _ends_there(e.path, before))
    onto = laid_beside(Meeting(old, last, before.forward), Meeting(piece, first, not forward))
    return onto.then(before.by)


def _ends_there(path: Path, strip: Strip) -> bool:
    end = path.end if strip.forward else path.start
    return abs(strip.by.point(end) - strip.path.end) < 1e-6
