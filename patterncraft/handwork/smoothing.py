"""Broken edges redrawn: one fair curve over what was cut and spread, with the largest cut-off and added told."""

from __future__ import annotations

from typing import NamedTuple

from ..geometry.fair import fair_curve
from ..geometry.length import arc_lengths, segment_length
from ..geometry.path import Path, straight
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.nearest import nearest_of
from ..paper.piece import Piece
from ..paper.trace import Traces, cut_traces, stretched
from ..tolerances import CLOSE, SNAP

STEPS = 14
"""Secants at most to the length wanted; four or five are usual."""


class Smoothed(NamedTuple):
    """A piece with one edge redrawn; cm by which the new curve cuts off and adds at most, and how much longer it is."""

    piece: Piece
    cut_off: float
    added: float
    longer: float


def smooth_edge(piece: Piece, name: str, keep_length: bool) -> Smoothed:
    """Redraw an edge that lies in several parts, end to end, as one fair curve that keeps its ends and their directions.
    Between darts each stretch is redrawn by itself.

    It passes the middles of the strips: there the paper was not touched. ``keep_length``: it is as long as the parts were
    (a hinge neither gives nor takes), which moves those places in or out by a hair.
    """
    cut_off = added = longer = 0.0
    for start in [z for z, count in _stretches(piece, name) if count > 1]:
        first = next(k for k, e in enumerate(piece.outline) if e.name == name and abs(e.path.start - start) <= CLOSE)
        turned = piece.starting_at(first)
        count = next((k for k, e in enumerate(turned.outline) if e.name != name), len(turned.outline))
        parts = turned.outline[:count]
        path = _through(parts, keep_length)
        if path is None:
            continue
        off, on = _deviation(parts, path)
        cut_off, added = max(cut_off, off), max(added, on)
        whole = parts[0]
        for e in parts[1:]:
            whole = whole.then(e)
        edge = Edge(whole.name, whole.kind, path, parts[0].cut, _by_places(whole, parts, path))
        longer += path.length - sum(e.length for e in parts)
        piece = redraw(turned, 0, count, (edge,))
    return Smoothed(piece, cut_off, added, longer)


def _by_places(whole: Edge, parts: tuple[Edge, ...], path: Path) -> Traces:
    """What the old edges' places are on the new curve: the middles of the strips stay, what lies between keeps its share."""
    if len(path.segments) != sum(not e.is_new_paper for e in parts) + 1:
        return stretched(whole.trace, path.length)
    done, at, stops = 0.0, 0.0, []
    for e in parts:
        if not e.is_new_paper:
            stops.append(at + e.length / 2)
        at += e.length
    rest: Traces = whole.trace
    out: Traces = ()
    for seg, stop in zip(path.segments, [*stops, at], strict=True):
        piece, rest = cut_traces(rest, stop - done) if stop < at else (rest, ())
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


def _through(parts: tuple[Edge, ...], keep_length: bool) -> Path | None:
    """The fair curve for the parts; None where none of their length can be found."""
    start, end = parts[0].path.start, parts[-1].path.end
    leaving, arriving = parts[0].path.start_direction, parts[-1].path.end_direction
    own = [e.path for e in parts if not e.is_new_paper]
    spots = [p.stand_at(p.length / 2) for p in own]
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


def _deviation(parts: tuple[Edge, ...], path: Path) -> tuple[float, float]:
    """The largest distance at a corner of the parts by which the path runs inside (cuts off) and outside (adds).

    Between two middles of strips the path is one cubic: the corners there are held against it alone.
    """
    cut_off = added = 0.0
    by_strips = len(path.segments) == sum(not e.is_new_paper for e in parts) + 1
    strip = 0 if parts[0].is_new_paper else 1
    for e in parts[1:]:
        near = path.segments[strip : strip + 1] if by_strips else path.segments
        gap, foot, way = min(nearest_of(s, e.path.start, 4) for s in near)
        if ((e.path.start - foot) * (1j * way).conjugate()).real < 0:
            cut_off = max(cut_off, gap)
        else:
            added = max(added, gap)
        strip += not e.is_new_paper
    return cut_off, added
