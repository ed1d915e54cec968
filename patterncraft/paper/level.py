"""A level across a piece: measured on the paper as it lies, from edge to edge, darts shut as deep as they are there.

A level is known by a line drawn on the piece (bust, waist, hip). The line travels with its paper; a side that was taken in leaves it sticking out, one
that was let out leaves it short, a strip that was opened parts it. So what is measured is not the line, but the paper where the line lies: the line is
run on to the outline or cut off there, over a gap of new paper it goes straight, over an open dart the other leg is the same place.
"""

from __future__ import annotations

from cmath import phase
from collections.abc import Mapping, Sequence
from itertools import pairwise
from math import inf
from typing import Final, NamedTuple

from ..by_identity import ByIdentity
from ..geometry.intersect import line_crossings
from ..geometry.path import Path
from ..geometry.transform import swing
from ..tolerances import HUGE, SNAP
from .edge import Edge
from .lens import Lens
from .nearest import nearest_on
from .piece import CutPlan, DrawnLine, Grain, Piece
from .sewn import Spot

STRIPS: Final = ("button stand", "wrap")
"""What grows on beside a centre and lies over or under the other half: it goes round the body no second time."""
ACROSS: Final = 0.87
"""Cosine of 30°: a line that leans more from the square to the grain is no level."""
DRAWN: Final = 0.7
"""Share of a level that has to be drawn: a shorter line (from the centre to the bust point) marks a place and is no level."""
ALONGSIDE: Final = 0.01
"""cm: a line so near an edge runs along it and has paper there."""
LEVEL_WITH: Final = 0.01
"""cm by which parts of a line may be off one straight line and still be one."""


class Stroke(NamedTuple):
    """A straight stretch of a level on the paper, cm."""

    a: complex
    b: complex


class Level(NamedTuple):
    """``strokes`` in order from one edge to the other; ``counted``: of them, what does not lie beyond the true centre; ``length``: cm of that as sewn;
    ``ends``: where it meets the outline; ``drawn``: the share of it that its line covers."""

    strokes: tuple[Stroke, ...]
    counted: tuple[Stroke, ...]
    length: float
    ends: tuple[Spot, Spot]
    drawn: float


class _Hit(NamedTuple):
    """Where an endless line crosses the outline: cm along the line, the place, and the number of the edge."""

    s: float
    at: complex
    edge: int


class _Stretch(NamedTuple):
    """Paper on an endless line between two hits."""

    low: _Hit
    high: _Hit


def level_names(piece: Piece) -> list[str]:
    """Names of the straight lines that lie across the grain, each once, in the order in which they were drawn."""
    across = _across(piece)
    level = {x.name for x in piece.lines if abs((_way(x.path) * across.conjugate()).real) > ACROSS}
    return [name for name in straight_lines(piece) if name in level]


def straight_lines(piece: Piece) -> list[str]:
    """Names of the drawn lines all of whose parts are straight, each once."""
    bent = {x.name for x in piece.lines if not _is_straight(x)}
    return list(dict.fromkeys(x.name for x in piece.lines if x.name not in bent))


def level_on(piece: Piece, name: str) -> Level | None:
    """The level of a drawn line as the piece lies; None where it is none: bent, along the grain, off the paper, or drawn for a part of the way only."""
    return levels_on(piece).get(name)


def levels_on(piece: Piece) -> Mapping[str, Level]:
    """All levels of a piece by name."""
    return _levels(piece.outline, piece.lines, piece.lenses, piece.grain, piece.cut)


def level_through(piece: Piece, at: complex, way: complex) -> Level | None:
    """The level through a place in a direction: over the paper that is nearest to the place; None where it misses the piece."""
    paper = _paper_on(piece, at, way, 0.0)
    if not paper:
        return None
    near = min(paper, key=lambda x: max(x.low.s, -x.high.s, 0.0))
    return _measured(piece, [Path(((near.low.at, near.high.at),))])


def between(piece: Piece, a: complex, b: complex) -> float:
    """cm of paper straight from one place to another, darts shut."""
    return sum(abs(s.b - s.a) - _taken(piece, s) for s in _paper_between(piece, a, b))


def _all_levels(
    outline: tuple[Edge, ...], lines: tuple[DrawnLine, ...], lenses: tuple[Lens, ...], grain: Grain | None, cut: CutPlan
) -> Mapping[str, Level]:
    piece = Piece("", outline, lines=lines, lenses=lenses, grain=grain, cut=cut)
    found: dict[str, Level] = {}
    for name in level_names(piece):
        level = _measured(piece, [x.path for x in piece.lines if x.name == name and abs(x.path.end - x.path.start) > SNAP])
        if level is not None and level.drawn >= DRAWN:
            found[name] = level
    return found


_levels = ByIdentity(_all_levels, 1024)
"""Remembered by what they are read off: most steps leave most outlines as they are."""


def _is_straight(x: DrawnLine) -> bool:
    return len(x.path.segments) == 1 and len(x.path.segments[0]) == 2


def _way(path: Path) -> complex:
    size = abs(path.end - path.start)
    return (path.end - path.start) / size if size else 0j


def _across(piece: Piece) -> complex:
    """Unit vector square to the grain; from left to right without one."""
    if piece.grain is None or piece.grain.start == piece.grain.end:
        return 1 + 0j
    along = piece.grain.end - piece.grain.start
    return along / abs(along) / 1j


def _measured(piece: Piece, parts: Sequence[Path]) -> Level | None:
    """The level along the parts of a line."""
    longest = max(parts, key=lambda p: abs(p.end - p.start), default=None)
    if longest is None:
        return None
    way = _way(longest)
    lying = [p if ((p.end - p.start) * way.conjugate()).real >= 0 else p.reversed() for p in parts]
    lying.sort(key=lambda p: ((p.start + p.end) * way.conjugate()).real)
    chain = [x for x in (_on_line(piece, p) for p in _in_one(lying)) if x is not None]
    if not chain:
        return None
    first, last = chain[0], chain[-1]
    strokes, begins = _run_on(piece, first.stretches[0].low, -first.way)
    strokes = [Stroke(x.b, x.a) for x in reversed(strokes)]
    for k, x in enumerate(chain):
        if k:
            strokes += _paper_between(piece, chain[k - 1].inner.b, x.inner.a)
        strokes += x.between(-inf if x is first else x.low, inf if x is last else x.high)
    on, ends_at = _run_on(piece, last.stretches[-1].high, last.way)
    strokes += on
    whole = sum(abs(s.b - s.a) for s in strokes)
    counted = _without_strip(piece, strokes)
    if whole < SNAP or not counted:
        return None
    wide = sum(abs(s.b - s.a) - _taken(piece, s) for s in counted)
    drawn = sum(abs(x.inner.b - x.inner.a) for x in chain) / whole
    return Level(tuple(strokes), tuple(counted), wide, (_spot(piece, begins), _spot(piece, ends_at)), drawn)


def _taken(piece: Piece, stroke: Stroke) -> float:
    """cm of a stroke that lie in double-pointed darts, also where it begins or ends in one."""
    size = abs(stroke.b - stroke.a)
    if not piece.lenses or size < SNAP:
        return 0.0
    way = (stroke.b - stroke.a) / size
    found = 0.0
    for lens in piece.lenses:
        hits = [
            (h.s - 0.5) * 2 * HUGE
            for seg in lens.outline.segments
            for h in line_crossings(stroke.a - way * HUGE, stroke.a + way * HUGE, seg)
        ]
        if hits:
            found += max(min(max(hits), size) - max(min(hits), 0.0), 0.0)
    return found


def _spot(piece: Piece, hit: _Hit) -> Spot:
    """On the edge that is met; where that is sewn shut (a dart's leg, a sliver), on the edge that it opens in."""
    outline, n = piece.outline, len(piece.outline)
    if outline[hit.edge].is_sewn_shut and any(not e.is_sewn_shut for e in outline):
        k = hit.edge
        while outline[k].is_sewn_shut:
            k = (k + 1) % n
        return Spot(k, 0.0)
    return Spot(hit.edge, nearest_on(outline[hit.edge].path, hit.at)[1])


def _run_on(piece: Piece, end: _Hit, way: complex) -> tuple[list[Stroke], _Hit]:
    """What follows where a level comes to a dart's leg and does not meet the other one: when the dart is shut it goes on from there, straight as it came."""
    strokes: list[Stroke] = []
    n = len(piece.outline)
    vertices = _vertices(piece)
    for _ in vertices:
        vertex = next((k for k in vertices if end.edge in ((k - 1) % n, k)), None)
        if vertex is None:
            break
        leg_in, leg_out = piece.outline[vertex - 1].path, piece.outline[vertex].path
        angle = phase((leg_out.end - leg_out.start) / (leg_in.start - leg_out.start))
        over = swing(leg_out.start, -angle if end.edge == vertex else angle)
        start, way = over.point(end.at), over.point(end.at + way) - over.point(end.at)
        paper = next((x for x in _paper_on(piece, start, way, 0.0) if abs(x.low.s) < 1e-6), None)
        if paper is None:
            break
        strokes.append(Stroke(paper.low.at, paper.high.at))
        end = paper.high
    return strokes, end


def _in_one(parts: list[Path]) -> list[Path]:
    """Parts that lie on one straight line as one: between them is an open dart, or they were cut apart and taped again."""
    found: list[Path] = []
    for p in parts:
        if found:
            a, b = found[-1].start, found[-1].end
            way = _way(found[-1])
            off = max(abs(((z - a) * way.conjugate()).imag) for z in (p.start, p.end))
            if off < LEVEL_WITH:
                far = max((b, p.end), key=lambda z: ((z - a) * way.conjugate()).real)
                found[-1] = Path(((a, far),))
                continue
        found.append(p)
    return found


class _OnLine(NamedTuple):
    """A part of a line on the endless line through it: ``stretches`` of paper from where it begins to where it ends, run on over darts to an edge on either
    side; ``low`` and ``high``: the part itself, as far as it lies on paper, cm along."""

    origin: complex
    way: complex
    stretches: tuple[_Stretch, ...]
    low: float
    high: float

    @property
    def inner(self) -> Stroke:
        """The part, as far as it lies on paper."""
        return Stroke(self.origin + self.way * self.low, self.origin + self.way * self.high)

    def between(self, low: float, high: float) -> list[Stroke]:
        """What lies on paper from one place to another, cm along."""
        ends = [(max(x.low.s, low), min(x.high.s, high)) for x in self.stretches]
        return [Stroke(self.origin + self.way * p, self.origin + self.way * q) for p, q in ends if q - p > SNAP]


def _on_line(piece: Piece, part: Path) -> _OnLine | None:
    """None for a part that lies nowhere on the paper."""
    way, size = _way(part), abs(part.end - part.start)
    paper = _paper_on(piece, part.start, way, 0.5 * size)
    own = [k for k, x in enumerate(paper) if x.low.s < size - SNAP and x.high.s > SNAP]
    if not own:
        return None
    first, last = own[0], own[-1]
    low, high = max(0.0, paper[first].low.s), min(size, paper[last].high.s)
    while first > 0 and _is_dart(piece, paper[first - 1].high, paper[first].low):
        first -= 1
    while last + 1 < len(paper) and _is_dart(piece, paper[last].high, paper[last + 1].low):
        last += 1
    return _OnLine(part.start, way, tuple(paper[first : last + 1]), low, high)


def _paper_on(piece: Piece, origin: complex, way: complex, middle: float) -> list[_Stretch]:
    """Where an endless line lies on the paper, in order; cm along it from ``origin``. ``middle``: a place of it, cm along, from which one looks."""
    centre = origin + way * middle
    a, b = centre - way * HUGE, centre + way * HUGE
    hits: list[_Hit] = []
    for i, e in enumerate(piece.outline):
        for seg in e.path.segments:
            hits += [_Hit((h.s - 0.5) * 2 * HUGE + middle, h.point, i) for h in line_crossings(a, b, seg)]
    hits.sort(key=lambda h: h.s)
    bounds: list[list[_Hit]] = []
    for h in hits:
        if bounds and h.s - bounds[-1][-1].s < 1e-7:
            bounds[-1].append(h)
        else:
            bounds.append([h])
    if len(bounds) < 2:
        return []
    middles = [origin + way * (0.5 * (x[0].s + y[0].s)) for x, y in pairwise(bounds)]
    on = piece.contains(*middles)
    # Along an edge (a hem on the level, an armhole that comes in level at the underarm) there is paper on one side of the line.
    doubtful = [k for k, there in enumerate(on) if not there]
    beside = [z + way * side * ALONGSIDE for z in (middles[k] for k in doubtful) for side in (1j, -1j)]
    for k, near in zip(doubtful, _in_twos(piece.contains(*beside)), strict=True):
        on[k] = any(near)
    found: list[_Stretch] = []
    for (x, y), there in zip(pairwise(bounds), on, strict=True):
        if not there or y[0].s - x[0].s < 1e-7:
            continue
        if found and found[-1].high.s >= x[0].s - 1e-7:
            # Touched at a corner from within, the paper goes on.
            found[-1] = _Stretch(found[-1].low, y[0])
        else:
            found.append(_Stretch(x[-1], y[0]))
    return found


def _in_twos(found: list[bool]) -> list[tuple[bool, bool]]:
    return list(zip(found[::2], found[1::2], strict=True))


def _is_dart(piece: Piece, one: _Hit, other: _Hit) -> bool:
    """Whether what lies between two hits is an open dart: from one of its legs to the other."""
    n = len(piece.outline)
    return any({one.edge, other.edge} == {(k - 1) % n, k} for k in _vertices(piece))


def _vertices(piece: Piece) -> list[int]:
    """Numbers of the corners at which two legs of one dart meet."""
    outline = piece.outline
    return [
        k for k, e in enumerate(outline) if e.kind == "dart" and outline[k - 1].kind == "dart" and outline[k - 1].name == e.name
    ]


def _paper_between(piece: Piece, a: complex, b: complex) -> list[Stroke]:
    """What lies on paper of the straight way from a to b."""
    size = abs(b - a)
    if size < SNAP:
        return []
    way = (b - a) / size
    found = []
    for x in _paper_on(piece, a, way, 0.5 * size):
        low, high = max(x.low.s, 0.0), min(x.high.s, size)
        if high - low > SNAP:
            found.append(Stroke(a + way * low, a + way * high))
    return found


def _without_strip(piece: Piece, strokes: list[Stroke]) -> list[Stroke]:
    """Of a half, what lies beyond its true centre is not counted: the line that buttons stand on is the centre."""
    strips = [e.path.at(0.5 * e.length) for e in piece.outline if e.name.startswith(STRIPS) and not e.is_sewn_shut]
    centre = next((x.path for x in piece.lines if x.name.startswith("centre")), None)
    if not strips or centre is None or piece.cut.times_round < 2 or abs(centre.end - centre.start) < SNAP:
        return strokes
    way = _way(centre)
    outer = max((((z - centre.start) * way.conjugate()).imag for z in strips), key=abs)
    sign = 1.0 if outer > 0 else -1.0
    kept: list[Stroke] = []
    for s in strokes:
        # cm beyond the centre.
        p, q = (sign * ((z - centre.start) * way.conjugate()).imag for z in s)
        if p <= 0 and q <= 0:
            kept.append(s)
        elif (p < 0) != (q < 0):
            cross = s.a + (s.b - s.a) * p / (p - q)
            kept.append(Stroke(s.a, cross) if p < 0 else Stroke(cross, s.b))
    return kept
