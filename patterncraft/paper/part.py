"""Part: the scissors. One piece becomes two along a line from boundary to boundary (or to a pivot)."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from typing import NamedTuple

from ..errors import BadPlace
from ..geometry.flatten import flat_path
from ..geometry.intersect import line_crossings
from ..geometry.length import segment_length
from ..geometry.path import Path
from ..geometry.region import box_of
from ..geometry.segment import split
from ..tolerances import CLOSE, SNAP, TAPED
from .edge import Edge
from .nearest import nearest_on
from .patches import split_patches
from .piece import DrawnLine, Paper, Piece
from .sewn import Spot


class Parted(NamedTuple):
    """``first`` runs from the cut's start to its end along the old outline, ``second`` the rest.

    In both, corner 0 is where the cut starts or ends so that the cut edge is the last one.
    """

    first: Piece
    second: Piece


def open_corner(piece: Piece, spot: Spot) -> tuple[Piece, int]:
    """The same piece with a corner at the spot, and that corner's number. Near a corner, that corner."""
    edge = piece.outline[spot.edge]
    if spot.along < SNAP:
        return piece, spot.edge
    if spot.along > edge.length - SNAP:
        return piece, (spot.edge + 1) % len(piece.outline)
    outline = (*piece.outline[: spot.edge], *edge.cut_at(spot.along), *piece.outline[spot.edge + 1 :])
    return piece.with_outline(outline), spot.edge + 1


def part(piece: Piece, start: int, end: int, line: Path, cut: str) -> Parted:
    """Cut along ``line`` from corner number ``start`` to corner number ``end`` of the outline.

    The line's ends must be those corners and it must run inside the piece (callers check that with
    ``runs_inside``). Marks, lines, tape and new paper go with the paper they lie on.

    Raises:
        BadPlace: both corners are the same, so nothing would come off.
    """
    n = len(piece.outline)
    if start == end:
        raise BadPlace("the cut begins and ends at the same corner.", piece.name, "Choose another place.")
    turned = piece.starting_at(start)
    k = (end - start) % n
    along_tape = any(_same_line(t, line) for t in piece.paper.tapes)
    name = "" if along_tape else cut
    back = Edge(cut, "raw", line.reversed(), name)
    there = Edge(cut, "raw", line, name)
    first = turned.with_outline((*turned.outline[:k], back))
    second = turned.with_outline((*turned.outline[k:], there))
    return _share_out(piece, first, second, line)


def unhook(piece: Piece, corner: int, other: int) -> Parted:
    """Take apart paper that hangs together only at a pivot: both corners are that point.

    ``first`` runs from ``corner`` to ``other``, ``second`` from ``other`` to ``corner``; corner 0 of
    each is the pivot.
    """
    turned = piece.starting_at(corner)
    k = (other - corner) % len(piece.outline)
    return _share_out(piece, turned.with_outline(turned.outline[:k]), turned.with_outline(turned.outline[k:]), None)


def _same_line(a: Path, b: Path) -> bool:
    return a.coincides(b, SNAP) or a.coincides(b.reversed(), SNAP)


def _share_out(piece: Piece, first: Piece, second: Piece, line: Path | None) -> Parted:
    lines = [DrawnLine(x.name, p) for x in piece.lines for p in _cut_by(x.path, line)]
    tapes = [p for t in piece.paper.tapes for p in _cut_by(t, line)]
    grain = [0.5 * (g.start + g.end) for g in [piece.grain] if g]
    places = (
        *(m.at for m in piece.marks),
        *(_middle(x.path) for x in lines),
        *(_middle(t) for t in tapes),
        *(x.middle for x in piece.lenses),
        *grain,
    )
    inside = iter(_on_first(first, second, places))
    # A mark on the cut itself lies on both sides: the first keeps it, whatever the last decimal says.
    marks_here = [(m, next(inside) or (line is not None and _lies_on(line, m.at))) for m in piece.marks]
    lines_here = [(x, next(inside)) for x in lines]
    tapes_here = [(t, next(inside)) for t in tapes]
    lenses_here = [(x, next(inside)) for x in piece.lenses]
    grain_first = next(inside, False)

    patches = split_patches(piece.paper.patches, first.segments, second.segments) if piece.paper.patches else ((), ())
    # The account stays whole with the first half; who lays both down apart weighs them (``follow``).
    nothing_yet = Paper(block=None if piece.paper.block is None else 0.0)

    def side(half: Piece, inside: bool) -> Piece:
        names = {e.name for e in half.outline if e.kind == "dart"}
        return Piece(
            half.name,
            half.outline,
            tuple([d for d in piece.darts if d.name in names]),
            tuple([m for m, here in marks_here if here == inside]),
            tuple([x for x, here in lines_here if here == inside]),
            piece.grain if grain_first == inside else None,
            (piece.paper if inside else nothing_yet).with_other(
                tuple([t for t, here in tapes_here if here == inside]), patches[0 if inside else 1]
            ),
            piece.cut,
            tuple([x for x, here in lenses_here if here == inside]),
        )

    return Parted(side(first, True), side(second, False))


def _on_first(first: Piece, second: Piece, places: Sequence[complex]) -> list[bool]:
    """For each place whether it lies on the first half. One on the outline itself (the bust point at its dart's point, a
    grainline on the fold) is inside neither: it goes with the half whose outline it lies on."""
    here = first.contains(*places)
    rest = [k for k, inside in enumerate(here) if not inside]
    there = second.contains(*(places[k] for k in rest))
    for k, inside in zip(rest, there, strict=True):
        here[k] = not inside and _nearer_first(first, second, places[k])
    return here


def _nearer_first(first: Piece, second: Piece, z: complex) -> bool:
    for half in (first, second):
        if any(abs(e.path.start - z) <= TAPED for e in half.outline):
            return half is first
    return _off_outline(first, z) <= _off_outline(second, z)


def _off_outline(piece: Piece, z: complex) -> float:
    return min(nearest_on(e.path, z)[0] for e in piece.outline)


def _lies_on(line: Path, z: complex) -> bool:
    left, top, right, bottom = box_of(line.segments)
    if not (left - TAPED <= z.real <= right + TAPED and top - TAPED <= z.imag <= bottom + TAPED):
        return False
    return nearest_on(line, z)[0] <= TAPED


def _middle(path: Path) -> complex:
    return path.at(0.5 * path.length)


def _cut_by(path: Path, line: Path | None) -> list[Path]:
    """The path's parts between its crossings with the line; none of it when it lies along the line."""
    if line is None:
        return [path]
    if _same_line(path, line):
        return []
    stops = set[float]()
    so_far = 0.0
    flat = flat_path(line)
    for s in path.segments:
        for a, b in itertools.pairwise(flat):
            stops.update(so_far + segment_length(split(s, hit.t)[0]) for hit in line_crossings(a, b, s))
        so_far += segment_length(s)
    parts, rest, done = [], path, 0.0
    for stop in sorted(stops):
        if stop - done > SNAP and so_far - stop > SNAP:
            left, rest = rest.cut(stop - done)
            parts.append(left)
            done = stop
    return [*parts, rest]


def runs_inside(piece: Piece, a: complex, b: complex) -> bool:
    """Whether the straight line between two places of the outline runs on the paper all the way."""
    size = abs(b - a)
    if size < SNAP:
        return False
    for s in piece.segments:
        for hit in line_crossings(a, b, s):
            if CLOSE < hit.s * size < size - CLOSE and min(abs(hit.point - a), abs(hit.point - b)) > 10 * SNAP:
                return False
    return all(piece.contains(*(a + (b - a) * f for f in (0.003, 0.5, 0.997))))
