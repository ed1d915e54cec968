"""Broken edges redrawn: one fair curve over what was cut and spread, with the largest cut-off and added told."""

from __future__ import annotations

from cmath import phase
from itertools import pairwise
from math import radians
from typing import Final, NamedTuple

from ..geometry.fair import fair_curve
from ..geometry.length import arc_lengths, segment_length
from ..geometry.path import Path, straight
from ..geometry.segment import Segment, end_direction, start_direction
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.nearest import nearest_of
from ..paper.piece import Piece
from ..paper.trace import Traces, cut_traces, stretched
from ..tolerances import CLOSE, SNAP

STEPS = 14
"""Secants at most to the length wanted; four or five are usual."""
REACH: Final = 2.0
"""cm on each side of a place where an edge was broken that are drawn over, when it is to keep its shape elsewhere."""
CRUMB: Final = 1.5
"""cm: a part as short as this, between others, is what is left of a sliver."""
SHARE: Final = 0.45
"""Of the part beside it, at most."""
AT_END: Final = 0.85
"""The same of the first and the last part, which are broken at one end only."""
BENT: Final = 0.3
"""cm off the straight line at most where a straight edge was broken: the hand draws it straight again."""
MEANT: Final = radians(30)
"""A corner within one part of an edge, and this sharp, was drawn: it stays, and each side of it is an edge of its own."""


class Smoothed(NamedTuple):
    """A piece with one edge redrawn; cm by which the new curve cuts off and adds at most, and how much longer it is."""

    piece: Piece
    cut_off: float
    added: float
    longer: float


class _Held(NamedTuple):
    """A place where the paper was not touched: cm along the old parts, the point, and the way the edge runs there."""

    along: float
    point: complex
    way: complex


def smooth_edge(piece: Piece, name: str, keep_length: bool, closely: bool = False) -> Smoothed:
    """Redraw an edge that lies in several parts, end to end, as one fair curve that keeps its ends and their directions.
    Between darts, and between corners that were drawn, each stretch is redrawn by itself.

    It passes the middles of the strips: there the paper was not touched. ``keep_length``: it is as long as the parts were
    (a hinge neither gives nor takes), which moves those places in or out by a hair; every place on it stays as far along as it was.
    ``closely``: it is drawn over only beside where it was broken, and is elsewhere what it was; its length then is what comes out.
    """
    cut_off = added = longer = 0.0
    for start in [z for z, count in _stretches(piece, name) if count > 1]:
        first = next(k for k, e in enumerate(piece.outline) if e.name == name and abs(e.path.start - start) <= CLOSE)
        turned = piece.starting_at(first)
        count = next((k for k, e in enumerate(turned.outline) if e.name != name), len(turned.outline))
        parts = turned.outline[:count]
        drawn = [_drawn(group, keep_length, closely) for group in _between_corners(parts)]
        if all(x is None for x in drawn):
            continue
        edges: list[Edge] = []
        for group, x in zip(_between_corners(parts), drawn, strict=True):
            if x is None:
                edges += group
                continue
            edges.append(x.edge)
            cut_off, added = max(cut_off, x.cut_off), max(added, x.added)
        whole = edges[0]
        for e in edges[1:]:
            whole = whole.then(e)
        longer += whole.length - sum(e.length for e in parts)
        piece = redraw(turned, 0, count, (Edge(whole.name, whole.kind, whole.path, parts[0].cut, whole.trace),))
    return Smoothed(piece, cut_off, added, longer)


class _Drawn(NamedTuple):
    """Parts of an edge as one, with the largest distances by which it cuts off and adds, cm."""

    edge: Edge
    cut_off: float
    added: float


def _drawn(parts: tuple[Edge, ...], keep_length: bool, closely: bool) -> _Drawn | None:
    """The parts as one fair curve; None for a single part, and where none of their length can be found."""
    if len(parts) < 2:
        return None
    held = _held(parts)
    path = (_nearly_straight(parts) or _run_over(parts)) if closely else _through(parts, held, keep_length)
    if path is None:
        return None
    off, on = _deviation(parts, held, path)
    whole = parts[0]
    for e in parts[1:]:
        whole = whole.then(e)
    trace = stretched(whole.trace, path.length) if keep_length or closely else _by_places(whole, parts, held, path)
    return _Drawn(Edge(whole.name, whole.kind, path, whole.cut, trace), off, on)


def _nearly_straight(parts: tuple[Edge, ...]) -> Path | None:
    """A straight line that was bent by a hair where it was broken is drawn straight again; None for what was curved, or broken more."""
    start, end = parts[0].path.start, parts[-1].path.end
    if start == end or not all(e.path.is_ruled for e in parts):
        return None
    way = (end - start) / abs(end - start)
    off = max(abs(((e.path.start - start) * way.conjugate()).imag) for e in parts)
    return straight(start, end) if off < BENT else None


def _run_over(parts: tuple[Edge, ...]) -> Path:
    """The parts with a fair curve over each place where they meet, and as they were elsewhere."""
    # What is left of a sliver between two parts is drawn over with what lies beside it.
    parts = tuple(e for k, e in enumerate(parts) if k in (0, len(parts) - 1) or e.length > CRUMB)
    room = [e.length * (AT_END if k in (0, len(parts) - 1) else SHARE) for k, e in enumerate(parts)]
    reaches = [min(REACH, a, b) for a, b in pairwise(room)]
    segments: list[Segment] = []
    for k, e in enumerate(parts):
        low = reaches[k - 1] if k else 0.0
        high = e.length - (reaches[k] if k < len(reaches) else 0.0)
        own = e.path.cut(high)[0] if high < e.length else e.path
        own = own.cut(low)[1] if low > 0 else own
        if k:
            before = segments[-1]
            over = fair_curve([before[-1], own.start], end_direction(before), own.start_direction)
            segments += over.segments
        segments += own.segments
    return Path(tuple(segments))


def _between_corners(parts: tuple[Edge, ...]) -> list[tuple[Edge, ...]]:
    """The parts, cut at the corners that were drawn within them, and gathered from one such corner to the next."""
    groups: list[list[Edge]] = [[]]
    for e in parts:
        rest = e
        for at in reversed(meant_corners(e.path)):
            rest, beyond = rest.cut_at(at)
            groups.append([beyond])
        # What was cut off behind goes last: put this part's pieces in the order in which they run.
        count = len(meant_corners(e.path))
        if count:
            tail = groups[-count:][::-1]
            groups = [*groups[:-count], *tail]
            groups[-count - 1].append(rest)
        else:
            groups[-1].append(rest)
    return [tuple(g) for g in groups if g]


def meant_corners(path: Path) -> list[float]:
    """cm along a path at which it has a corner that was meant."""
    found, done = [], 0.0
    for a, b in pairwise(path.segments):
        done += segment_length(a)
        if abs(phase(start_direction(b) / end_direction(a))) > MEANT:
            found.append(done)
    return found


def _held(parts: tuple[Edge, ...]) -> list[_Held]:
    """Where the new curve must pass: the middles of the strips."""
    found, done = [], 0.0
    for e in parts:
        size = e.length
        if not e.is_new_paper:
            found.append(_Held(done + 0.5 * size, *e.path.stand_at(0.5 * size)))
        done += size
    return found


def _by_places(whole: Edge, parts: tuple[Edge, ...], held: list[_Held], path: Path) -> Traces:
    """What the old edges' places are on the new curve: the places held stay, what lies between keeps its share."""
    if len(path.segments) != len(held) + 1:
        return stretched(whole.trace, path.length)
    done, end = 0.0, sum(e.length for e in parts)
    rest: Traces = whole.trace
    out: Traces = ()
    for seg, stop in zip(path.segments, [*(h.along for h in held), end], strict=True):
        piece, rest = cut_traces(rest, stop - done) if stop < end else (rest, ())
        out = out + stretched(piece, segment_length(seg))
        done = stop
    return out


def _stretches(piece: Piece, name: str) -> list[tuple[complex, int]]:
    """Where each unbroken stretch of the edge starts, and in how many parts it lies."""
    n = len(piece.outline)
    found = []
    for k in range(n):
        if piece.outline[k].name == name and piece.outline[k - 1].name != name:
            count = next(c for c in range(1, n + 1) if piece.outline[(k + c) % n].name != name)
            found.append((piece.outline[k].path.start, count))
    return found


def _through(parts: tuple[Edge, ...], held: list[_Held], keep_length: bool) -> Path | None:
    """The fair curve for the parts; None where none of their length can be found."""
    start, end = parts[0].path.start, parts[-1].path.end
    leaving, arriving = parts[0].path.start_direction, parts[-1].path.end_direction
    own = [e.path for e in parts if not e.is_new_paper]
    spots = [(h.point, h.way) for h in held]
    if _straight(start, end, [z for z, _ in spots] + [z for p in own for z in (p.start, p.end)]):
        return straight(start, end)

    path = fair_curve([start, *(z for z, _ in spots), end], leaving, arriving)
    if not keep_length:
        return path
    unmoved = path

    def curve(off: float) -> Path:
        return fair_curve([start, *(z - 1j * way * off for z, way in spots), end], leaving, arriving, unmoved)

    wanted = sum(e.length for e in parts)
    low, high = 0.0, 0.02
    path = curve(low)
    short, long = _length(path) - wanted, _length(curve(high)) - wanted
    for _ in range(STEPS):
        if abs(short) < CLOSE * 1e-2:
            return path
        if long == short or abs(high) > 0.25 * wanted:
            return None
        low, high = high - long * (high - low) / (long - short), low
        path, long = curve(low), short
        short = _length(path) - wanted
    return path if abs(short) < CLOSE else None


def _length(path: Path) -> float:
    return float(arc_lengths(path.segments).sum())


def _straight(start: complex, end: complex, spots: list[complex]) -> bool:
    along = end - start
    if abs(along) < SNAP:
        return False
    along /= abs(along)
    return all(abs(((z - start) * along.conjugate()).imag) < SNAP for z in spots)


def _deviation(parts: tuple[Edge, ...], held: list[_Held], path: Path) -> tuple[float, float]:
    """The largest distance at a corner of the parts by which the path runs inside (cuts off) and outside (adds).

    Between two places held the path is one cubic: the corners there are held against it alone.
    """
    cut_off = added = done = 0.0
    by_places = len(path.segments) == len(held) + 1
    for before, e in pairwise(parts):
        done += before.length
        strip = sum(h.along < done for h in held)
        near = path.segments[strip : strip + 1] if by_places else path.segments
        gap, foot, way = min(nearest_of(s, e.path.start, 4) for s in near)
        if ((e.path.start - foot) * (1j * way).conjugate()).real < 0:
            cut_off = max(cut_off, gap)
        else:
            added = max(added, gap)
    return cut_off, added
