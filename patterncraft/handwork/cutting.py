"""Scissors along a line from outline to outline, or into a dart, or through a pivot: the cut every style line is."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import NamedTuple

from ..errors import BadPlace, MoveRefused
from ..geometry.path import Path, chain, straight
from ..geometry.transform import swing
from ..paper.dart import Dart, find_dart
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.join import join
from ..paper.part import part
from ..paper.piece import Piece
from ..paper.sewn import Spot
from ..places.line import LineOnPiece
from ..tolerances import CLOSE, SNAP
from .across import Meeting, meetings, refuse_along_edge, refuse_leaving, refuse_tangled
from .centre import stays_put
from .closing import closed_at_edge, darts_at
from .lens_cutting import LensCut, gaps_before, lens_cuts, with_lens_halves
from .lens_seams import LensInSeam, along_lenses, with_other_sides
from .over_darts import with_lines_off_darts

PAST = 2.5
"""cm by which a line may pass a dart's point: what is left of the dart then is small enough to ease in
(common practice, no source)."""
LEAST = 1.0
"""cm²: less is a snippet, not a piece."""


@dataclass(frozen=True, slots=True)
class Cut:
    """Both parts of a piece; in each the cut edge is called by the cut's name and stands last in the outline.

    ``first`` runs from the line's start to its end along the old outline. ``pivots``: cm along the line where it
    passes a pivot. ``closed``: darts shut by it. ``eased``: cm of a dart's tip that the seam takes in, and on
    which part it lies.
    """

    first: Piece
    second: Piece
    length: float
    pivots: tuple[float, ...]
    closed: tuple[str, ...] = ()
    eased: float = 0.0


class Corners(NamedTuple):
    """A piece with corners opened, and their numbers, in the order asked for."""

    piece: Piece
    corners: tuple[int, ...]


def open_corners(piece: Piece, spots: list[Spot]) -> Corners:
    """Open a corner at each spot; spots are of the piece as it is given. Near a corner, that corner."""
    old = piece.outline
    along: dict[int, list[tuple[float, int]]] = {}
    at_corner: dict[int, int] = {}
    for number, (edge, at) in enumerate(spots):
        if at < SNAP:
            at_corner[number] = edge
        elif at > old[edge].length - SNAP:
            at_corner[number] = (edge + 1) % len(old)
        else:
            along.setdefault(edge, []).append((at, number))
    outline: list[Edge] = []
    corner_of_old: list[int] = []
    corners = [0] * len(spots)
    for k, e in enumerate(old):
        corner_of_old.append(len(outline))
        done = 0.0
        for at, number in sorted(along.get(k, ())):
            if at - done >= SNAP:
                before, e = e.cut_at(at - done)
                outline.append(before)
                done = at
            corners[number] = len(outline)
        outline.append(e)
    for number, k in at_corner.items():
        corners[number] = corner_of_old[k]
    return Corners(piece.with_outline(tuple(outline)) if along else piece, tuple(corners))


def cut_piece(piece: Piece, line: LineOnPiece, name: str, field: str = "line") -> Cut:
    """Cut a piece along a line; darts at pivots that it passes are closed into the cut, a dart that it ends in gives
    both its legs to the seam.

    Raises BadPlace for a line that ends in the air, leaves the paper, touches itself or runs along an edge;
    MoveRefused for one over an open dart, or when nothing would be left of a part.
    """
    if line.places[0].spot is None and line.darts[0] is None:
        raise _in_the_air(piece, "begins", field)
    if line.places[-1].spot is None and line.darts[-1] is None:
        raise _in_the_air(piece, "ends", field)
    piece, line, in_seam = along_lenses(with_lines_off_darts(piece), line)
    refuse_tangled(piece, line.path, field)
    refuse_along_edge(piece, line.path, field)
    allowed = [line.places[0].point, line.places[-1].point]
    allowed += [p.point for p, dart in zip(line.places, line.darts, strict=True) if dart]
    found = meetings(piece, line.path, allowed)
    tip = _passed_tip(piece, found)
    if tip is None:
        refuse_leaving(piece, line.path, found, field, through_lenses=True)
        cut = _plain_cut(piece, line, name, lens_cuts(piece, line.path, field), in_seam)
    else:
        cut = _cut_past_tip(piece, line, name, tip, found, field, in_seam)
    for half in (cut.first, cut.second):
        if half.area < LEAST:
            raise MoveRefused("nothing worth a piece would be left on one side of the line.", piece.name, "Move the line.", field)
    return cut


def _in_the_air(piece: Piece, where: str, field: str) -> BadPlace:
    return BadPlace(f"the line {where} in the air.", piece.name, "Lead it to an edge, or into a dart.", field)


def _plain_cut(
    piece: Piece, line: LineOnPiece, name: str, crossed: tuple[LensCut, ...], in_seam: tuple[LensInSeam, ...] = ()
) -> Cut:
    ends = [(line.places[k].spot, line.darts[k]) for k in (0, -1)]
    opened, corners = open_corners(piece, [spot for spot, dart in ends if spot is not None and dart is None])
    rest = iter(corners)
    start, end = (find_dart(opened, dart).vertex if dart else next(rest) for _, dart in ends)
    groups = _between_pivots(line)
    groups = _fitted(groups, opened.outline[start].path.start, opened.outline[end].path.start)
    parted = part(opened, start, end, chain(groups), name)
    cut = parted.first.outline[-1].cut
    there = tuple(Edge(name, "seam", g, cut) for g in groups)
    back = tuple(Edge(name, "seam", g.reversed(), cut) for g in reversed(groups))
    ended_in = {dart for _, dart in ends if dart}
    pivots = [p.point for p, dart in zip(line.places, line.darts, strict=True) if dart]
    first = _legs_sewn(parted.first.with_outline((*parted.first.outline[:-1], *back)), ended_in, name)
    second = _legs_sewn(parted.second.with_outline((*parted.second.outline[:-1], *there)), ended_in, name)
    closed: list[str] = []
    halves = []
    for half in (first, second):
        # While the paper still lies where the line was drawn: closing a dart swings part of it away.
        half = with_other_sides(with_lens_halves(half, crossed, line.path, name), in_seam, name)
        for pivot in pivots:
            while there_is := darts_at(half, pivot):
                half = closed_at_edge(half, there_is[0], _corner_at(half, pivot, name))
                closed.append(there_is[0].name)
        halves.append(half)
    length, along = 0.0, []
    if line.darts[0]:
        length = find_dart(piece, line.darts[0]).leg_in.length
        along.append(length)
    so_far = 0.0
    for k, g in enumerate(groups):
        so_far, before = so_far + g.length, so_far
        length += g.length - gaps_before(crossed, so_far) + gaps_before(crossed, before)
        if k < len(groups) - 1:
            along.append(length)
    if line.darts[-1]:
        along.append(length)
        length += find_dart(piece, line.darts[-1]).leg_in.length
    names = (*closed, *(s.lens.name for s in in_seam))
    return Cut(halves[0], halves[1], length, tuple(along), names)


def _between_pivots(line: LineOnPiece) -> list[Path]:
    """The line in as many paths as there are stretches between the pivots that it passes. A line drawn before knows no
    places between its ends: it is one path."""
    if len(line.places) != len(line.stretches) + 1:
        return [line.path]
    groups: list[list[Path]] = [[]]
    for k, stretch in enumerate(line.stretches):
        groups[-1].append(stretch)
        if line.darts[k + 1] and k + 1 < len(line.stretches):
            groups.append([])
    return [chain(g) for g in groups]


def _fitted(groups: list[Path], start: complex, end: complex) -> list[Path]:
    """The line's own ends are the corners' very points: a place within a hair of a corner is that corner."""
    first, last = groups[0].segments[0], groups[-1].segments[-1]
    if first[0] != start:
        mended = (start, *first[1:])
        groups = [Path((mended, *groups[0].segments[1:])), *groups[1:]]
        last = groups[-1].segments[-1]
    if last[-1] != end:
        groups = [*groups[:-1], Path((*groups[-1].segments[:-1], (*last[:-1], end)))]
    return groups


def _legs_sewn(half: Piece, darts: set[str], name: str) -> Piece:
    """The leg of a dart that the line ended in becomes part of the seam."""
    if not darts:
        return half
    outline = tuple(Edge(name, "seam", e.path, e.cut) if e.kind == "dart" and e.name in darts else e for e in half.outline)
    return replace(half, outline=outline, darts=tuple(d for d in half.darts if d.name not in darts))


def _corner_at(half: Piece, pivot: complex, name: str) -> int:
    """The corner of the cut edge at a pivot."""
    n = len(half.outline)
    for k in range(n):
        if abs(half.outline[k].path.start - pivot) <= CLOSE * 10 and name in (half.outline[k].name, half.outline[k - 1].name):
            return k
    raise MoveRefused(
        "the line does not come to the dart's point over the paper that it parts.",
        half.name,
        "Lead it into the dart's point from the other side, or past it.",
        "line",
    )


# ---- past a dart's point


def _passed_tip(piece: Piece, found: list[Meeting]) -> Dart | None:
    """The dart whose two legs a line crosses near the point, when it meets nothing else."""
    if len(found) != 2:
        return None
    names = {piece.outline[m.edge].name for m in found if piece.outline[m.edge].kind == "dart"}
    if len(names) != 1 or found[0].edge == found[1].edge:
        return None
    dart = find_dart(piece, names.pop())
    return dart if all(abs(m.point - dart.pivot) <= PAST for m in found) else None


def _cut_past_tip(
    piece: Piece,
    line: LineOnPiece,
    name: str,
    tip: Dart,
    found: list[Meeting],
    field: str,
    in_seam: tuple[LensInSeam, ...] = (),
) -> Cut:
    """A line that passes a dart's point on the dart's side: the tip is filled with new paper and eased in, the rest of
    the dart closes into the cut."""
    spots = [Spot(m.edge, m.on_edge) for m in found]
    ends = [line.places[k].spot for k in (0, -1)]
    if any(s is None for s in ends):
        raise MoveRefused(
            f"the line passes the point of the {tip.name} and ends in another dart.",
            piece.name,
            f"Lead it through the point of the {tip.name}.",
            field,
        )
    opened, corners = open_corners(piece, [*(s for s in ends if s is not None), *spots])
    _start, _end, one, other = corners
    points = [opened.outline[c].path.start for c in corners]
    # The tip's two short legs give way to a straight line across: new paper, pasted behind it.
    n = len(opened.outline)
    low, high = (one, other) if (other - one) % n < (one - other) % n else (other, one)
    across = Edge(name, "seam", straight(opened.outline[low].path.start, opened.outline[high].path.start))
    filled = redraw(opened, low, (high - low) % n, (across,))

    def corner(z: complex) -> int:
        return next(k for k, e in enumerate(filled.outline) if abs(e.path.start - z) <= CLOSE)

    into, rest = line.path.cut(found[0].along)
    away = rest.cut(found[1].along - found[0].along)[1]
    into, away = _fitted([into], points[0], points[2])[0], _fitted([away], points[3], points[1])[0]
    one_cut = part(filled, corner(points[0]), corner(points[2]), into, name)
    holder, loose = _with_corner(one_cut.first, one_cut.second, points[3], points[1])
    two_cut = part(holder, _at(holder, points[3]), _at(holder, points[1]), away, name)
    parts = [with_other_sides(p, in_seam, name) for p in (loose, two_cut.first, two_cut.second)]
    keeps = next(p for p in parts if any(e.name == name and e.path == across.path for e in p.outline))
    sides = [p for p in parts if p is not keeps]
    ahead = next(p for p in sides if any(e.kind == "dart" and e.name == tip.name and _leads_out(e, tip) for e in p.outline))
    behind = next(p for p in sides if p is not ahead)
    # Both cut-off legs meet at the mouth: swing about the point, tape from the mouth inward.
    by = swing(tip.pivot, tip.angle)
    mouth = tip.mouth[1]
    if stays_put(ahead, behind):
        shut = join(ahead, _at(ahead, mouth), behind.placed(by), _at(behind, tip.mouth[0]))
    else:
        back = swing(tip.pivot, -tip.angle)
        shut = join(behind, _at(behind, tip.mouth[0]), ahead.placed(back), _at(ahead, mouth))
    shut = replace(shut, darts=tuple(d for d in shut.darts if d.name != tip.name))
    keeps = replace(keeps, darts=tuple(d for d in keeps.darts if d.name != tip.name))
    sewn = [replace(p, outline=tuple(_as_seam(e, name) for e in p.outline)) for p in (keeps, shut)]
    length = into.length + away.length
    closed = (tip.name, *(s.lens.name for s in in_seam))
    return Cut(sewn[0], sewn[1], length, (), closed, across.length)


def _leads_out(e: Edge, tip: Dart) -> bool:
    return abs(e.path.end - tip.mouth[1]) <= CLOSE


def _as_seam(e: Edge, name: str) -> Edge:
    return Edge(name, "seam", e.path, e.cut, e.trace) if e.name == name else e


def _with_corner(a: Piece, b: Piece, *points: complex) -> tuple[Piece, Piece]:
    """The part that has all those corners first."""

    def has(p: Piece) -> bool:
        return all(any(abs(e.path.start - z) <= CLOSE for e in p.outline) for z in points)

    return (a, b) if has(a) else (b, a)


def _at(piece: Piece, z: complex) -> int:
    return next(k for k, e in enumerate(piece.outline) if abs(e.path.start - z) <= CLOSE)
