"""Pencil lines and tape over open darts: on paper such a line is two, one on each side of the mouth; what was drawn across it lies in the air."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ..geometry.intersect import line_crossings
from ..geometry.length import arc_length, segment_length
from ..geometry.path import Path
from ..geometry.region import contains
from ..geometry.segment import Segment, split
from ..paper.dart import Dart, darts_of
from ..paper.piece import DrawnLine, Piece
from ..tolerances import SNAP


def with_lines_off_darts(piece: Piece) -> Piece:
    """The piece with every drawn line, and every strip of tape, parted at the legs of the darts that it crosses. Shut, its parts meet
    again."""
    darts = darts_of(piece)
    if not darts or not (piece.lines or piece.paper.tapes):
        return piece
    lines = tuple([DrawnLine(x.name, p) for x in piece.lines for p in _off_all(x.path, darts)])
    tapes = tuple([p for t in piece.paper.tapes for p in _off_all(t, darts)])
    if lines == piece.lines and tapes == piece.paper.tapes:
        return piece
    return replace(piece, lines=lines, paper=replace(piece.paper, tapes=tapes))


def _off_all(path: Path, darts: list[Dart]) -> list[Path]:
    parts = [path]
    for d in darts:
        parts = [p for part in parts for p in _off(part, d)]
    return parts


def _off(path: Path, dart: Dart) -> list[Path]:
    """The parts of a path outside the wedge between a dart's legs."""
    parts = cut_at_crossings(path, [*dart.leg_in.path.segments, *dart.leg_out.path.segments])
    if len(parts) == 1:
        return parts
    mouth = dart.mouth
    wedge = [*dart.leg_in.path.segments, *dart.leg_out.path.segments, (mouth[1], mouth[0])]
    in_air = contains(wedge, [p.at(0.5 * p.length) for p in parts])
    return [p for p, air in zip(parts, in_air, strict=True) if not air]


def cut_at_crossings(path: Path, others: Sequence[Segment]) -> list[Path]:
    """A path in the parts into which other lines cut it; a curved one of these is taken as its chord."""
    whole = path.length
    stops = [s for s in sorted(_crossings(path, others)) if SNAP < s < whole - SNAP]
    parts, rest, done = [], path, 0.0
    for stop in stops:
        if stop - done > SNAP:
            part, rest = rest.cut(stop - done)
            parts.append(part)
            done = stop
    return [*parts, rest]


def _crossings(path: Path, others: Sequence[Segment]) -> set[float]:
    """cm along the path at which it crosses the chord of another line."""
    found = set[float]()
    legs = [(a[0], a[-1]) for a in others]
    done = 0.0
    for s in path.segments:
        for a, b in legs:
            found.update(done + arc_length(split(s, hit.t)[0]) for hit in line_crossings(a, b, s))
        done += segment_length(s)
    return found
