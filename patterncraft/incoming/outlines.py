"""Closed outlines in a drawing: those that are closed, and those whose strokes lie end to end; with the corners a hand would pick."""

from __future__ import annotations

from cmath import phase
from collections.abc import Sequence
from dataclasses import dataclass
from math import degrees
from typing import Final

from ..geometry.crossing import crossing_pair
from ..geometry.path import Path, straight
from ..geometry.region import box_of, contains, signed_area
from ..geometry.segment import end_direction, start_direction
from .drawn import Drawn, DrawnPath, DrawnText

MEETS: Final = 0.05
"""cm: ends of two strokes nearer than this meet."""
OPEN: Final = 2.0
"""cm: a chain of strokes that is open by no more is told as an outline that was left open."""
SMALLEST: Final = 4.0
"""cm² of an outline that can be a piece; the rest are drill holes, arrow heads and letters."""
CORNER: Final = 18.0
"""Degrees by which a line turns at what a hand calls a corner."""
SMOOTH: Final = 4.0
"""Degrees under which a joint of two strokes is no kink at all."""


@dataclass(frozen=True, slots=True)
class Outline:
    """A closed line, clockwise as seen. ``corners``: proposed, cm along it; ``within``: the number of the outline that lies round it, or -1;
    ``name``: what the drawing calls it; ``words``: what is written inside it. ``crosses``: where it runs over itself."""

    number: int
    path: Path
    area: float
    corners: tuple[float, ...]
    within: int = -1
    name: str = ""
    words: tuple[str, ...] = ()
    crosses: complex | None = None


@dataclass(frozen=True, slots=True)
class LeftOpen:
    """A long chain of strokes whose ends do not meet: by how much, cm, and where."""

    gap: float
    a: complex
    b: complex
    length: float


@dataclass(frozen=True, slots=True)
class Found:
    """Outlines, the largest first; open chains that were meant as such; and every stroke that is part of none (darts, lines, grain)."""

    outlines: tuple[Outline, ...]
    left_open: tuple[LeftOpen, ...]
    inner: tuple[DrawnPath, ...]


def outlines_of(drawn: Drawn) -> Found:
    """All of a drawing, cm². Chained are strokes of one layer alone."""
    closed: list[tuple[Path, str]] = []
    loose: dict[str, list[DrawnPath]] = {}
    inner: list[DrawnPath] = []
    for p in drawn.paths:
        whole = _shut(p.path) if p.closed else None
        if whole is not None and _size(whole) >= SMALLEST:
            closed.append((whole, p.name or p.layer))
        elif p.closed:
            inner.append(p)
        else:
            loose.setdefault(p.layer, []).append(p)
    left_open: list[LeftOpen] = []
    for layer, strokes in loose.items():
        rings, chains, rest = _chained(strokes)
        closed += [(ring, layer) for ring in rings]
        left_open += chains
        inner += rest
    closed = [(p if signed_area(p.segments) > 0 else p.reversed(), name) for p, name in closed]
    closed.sort(key=lambda x: -_size(x[0]))
    names = [x for _, x in closed]
    return Found(
        tuple(
            _outline(i, p, name if names.count(name) == 1 else "", closed[:i], drawn.texts) for i, (p, name) in enumerate(closed)
        ),
        tuple(sorted(left_open, key=lambda x: -x.length)),
        tuple(inner),
    )


def _size(path: Path) -> float:
    """cm² within a closed line; one that crosses itself counts what its box holds, for its halves cancel out."""
    left, top, right, bottom = box_of(path.segments)
    return max(abs(signed_area(path.segments)), 0.2 * (right - left) * (bottom - top) if crossing_pair(path.segments) else 0.0)


def _shut(path: Path) -> Path:
    """Ends exactly where it begins."""
    if path.end == path.start:
        return path
    if abs(path.end - path.start) <= MEETS:
        return path.ending_at(path.start)
    return Path((*path.segments, (path.end, path.start)))


def _outline(number: int, path: Path, name: str, larger: Sequence[tuple[Path, str]], texts: Sequence[DrawnText]) -> Outline:
    crossed = crossing_pair(path.segments)
    within = next((i for i in reversed(range(len(larger))) if contains(larger[i][0].segments, [path.start])[0]), -1)
    inside = contains(path.segments, [t.at for t in texts]) if texts else []
    words = tuple(t.text for t, here in zip(texts, inside, strict=True) if here)[:12]
    crosses = path.segments[crossed[0]][0] if crossed else None
    return Outline(number, path, signed_area(path.segments), corners_of(path), within, name, words, crosses)


def turns_of(path: Path) -> list[tuple[float, float]]:
    """Every joint of two strokes of a closed line: (cm along it, degrees it turns there, to the right positive)."""
    out = []
    along = 0.0
    for before, s in zip((path.segments[-1], *path.segments[:-1]), path.segments, strict=True):
        out.append((along, degrees(phase(start_direction(s) / (end_direction(before) or 1.0)) if start_direction(s) else 0.0)))
        along += Path((s,)).length
    return out


def corners_of(path: Path) -> tuple[float, ...]:
    """Where a closed line turns by more than a hand draws smooth, cm along it. Corners of a line traced in short strokes are told by their
    one sharp turn, too."""
    return tuple(along for along, turn in turns_of(path) if abs(turn) >= CORNER)


def _chained(strokes: list[DrawnPath]) -> tuple[list[Path], list[LeftOpen], list[DrawnPath]]:
    """Strokes laid end to end into rings; long chains that nearly close; and what is neither."""
    left = list(strokes)
    rings: list[Path] = []
    chains: list[LeftOpen] = []
    rest: list[DrawnPath] = []
    while left:
        used = [left.pop(0)]
        path = used[0].path
        while abs(path.end - path.start) > MEETS or len(used) == 1:
            found = _next(path, left)
            if found is None:
                break
            index, turned = found
            stroke = left.pop(index)
            used.append(stroke)
            path = _joined(path, stroke.path.reversed() if turned else stroke.path)
        gap = abs(path.end - path.start)
        if len(used) > 1 and gap <= MEETS and _size(_shut(path)) >= SMALLEST:
            rings.append(_shut(path))
            continue
        size = abs(signed_area([*path.segments, (path.end, path.start)]))
        if gap <= OPEN and size >= SMALLEST:
            chains.append(LeftOpen(gap, path.start, path.end, path.length))
        rest += used
    return rings, chains, rest


def _next(path: Path, left: Sequence[DrawnPath]) -> tuple[int, bool] | None:
    """The stroke that goes on from the end, and whether it is drawn the other way round; the nearest where several do."""
    best: tuple[float, int, bool] | None = None
    for i, p in enumerate(left):
        for turned, at in ((False, p.path.start), (True, p.path.end)):
            gap = abs(at - path.end)
            if gap <= MEETS and (best is None or gap < best[0]):
                best = (gap, i, turned)
    return None if best is None else best[1:]


def _joined(a: Path, b: Path) -> Path:
    return (
        Path((*a.segments, *b.starting_at(a.end).segments)) if abs(b.start - a.end) <= MEETS else a.then(straight(a.end, b.start))
    )
