"""A yoke cut off a piece: the line runs over its darts, what lies above is taped into one sheet, what lies below keeps their points.

The line is cut stretch by stretch, from a seam to a dart's leg, from leg to leg, to the centre. Both legs of a dart are cut equally far
from its point, so that they lie on each other when the dart is shut above and below.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Final, NamedTuple

from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..geometry.transform import slide, swing
from ..paper.dart import Dart, darts_of, find_dart
from ..paper.draw import redraw
from ..paper.edge import Edge, on_new_paper
from ..paper.join import join, tape_shut
from ..paper.nearest import nearest_on, nearest_spot
from ..paper.part import open_corner, part
from ..paper.piece import Piece
from ..paper.sewn import Spot, point_of, runs_of
from ..places.levels import outward
from ..tolerances import CLOSE, SNAP
from .across import looked_at, meetings
from .centre import stays_put
from .over_darts import with_lines_off_darts

NEAR: Final = 0.3
"""cm: a line that passes a dart's point no farther than this off passes it: the dart is closed in the yoke."""
LEAST: Final = 1.0
"""cm between the line and the edge."""


BOW: Final = 0.06
"""Share of its length by which a sweetheart is bowed up half-way."""
DIP: Final = 0.9
"""How steeply it dips at the centre: the tangent of the angle."""


class YokeCut(NamedTuple):
    """The yoke and what is left below; the darts that were closed in it."""

    upper: Piece
    lower: Piece
    closed: tuple[str, ...]


class _Stretch(NamedTuple):
    """One cut: from a place of the outline to another."""

    start: complex
    end: complex
    path: Path


def yoke_cut(piece: Piece, edge: str, depth: float, shape: str, name: str) -> YokeCut:
    """Cut the yoke ``depth`` cm below an edge. ``name``: of the new seam's edges, which lie last in both outlines.

    Raises MoveRefused where the edge lies in several parts, or the piece is not so deep.
    """
    piece = with_lines_off_darts(piece)
    runs = runs_of(piece, edge)
    if len(runs) > 1:
        raise MoveRefused(f"the {edge} lies there in {len(runs)} parts.", piece.name, "Choose an edge that is in one.", "edge")
    run = runs[0]
    n = len(piece.outline)
    before, after = piece.outline[(run[0] - 1) % n], piece.outline[(run[-1] + 1) % n]
    for e in (before, after):
        if e.is_sewn_shut or e.length <= depth + LEAST:
            raise MoveRefused(
                f"beside the {edge} the {e.name} is {e.length:.1f} cm long in one: a yoke {depth:.1f} cm deep does not end in it.",
                piece.name,
                "Make it less deep, or rotate the dart there away first.",
                "depth",
            )
    opened = [find_dart(piece, piece.outline[(k + 1) % n].name) for k in run[:-1] if piece.outline[(k + 1) % n].kind == "dart"]
    crossed = [d for d in opened if d.leg_in.length > depth + NEAR]
    inside = [d for d in opened if d not in crossed]
    stretches = _stretches(piece, run, depth, shape, before, after, crossed)
    uppers, lower = _cut(piece, stretches, name)
    upper = _taped(uppers, crossed)
    for dart in inside:
        upper = _shut_above_the_line(upper, find_dart(upper, dart.name), name)
    return YokeCut(_seam_last(upper, name), _seam_last(lower, name), tuple(d.name for d in opened))


def _stretches(
    piece: Piece, run: list[int], depth: float, shape: str, before: Edge, after: Edge, crossed: list[Dart]
) -> list[_Stretch]:
    first, last = before.path.at(before.length - depth), after.path.at(depth)
    along = {d.name: depth for d in crossed}
    if shape == "straight":
        along = {d.name: _crossing(d, first, last, depth) for d in crossed}
    stops = [first]
    for d in crossed:
        a = d.mouth[0] + (d.pivot - d.mouth[0]) / d.leg_in.length * along[d.name]
        b = d.mouth[1] + (d.pivot - d.mouth[1]) / d.leg_out.length * along[d.name]
        stops += [a, b]
    stops.append(last)
    square_in = 1j * before.path.end_direction if before.is_centre else None
    square_out = -1j * after.path.start_direction if after.is_centre else None
    out = []
    for k in range(0, len(stops), 2):
        a, b = stops[k], stops[k + 1]
        leaving = square_in if k == 0 else None
        arriving = square_out if k == len(stops) - 2 else None
        out.append(_Stretch(a, b, _line(piece, run, a, b, depth, shape, leaving, arriving)))
    return out


def _crossing(dart: Dart, a: complex, b: complex, depth: float) -> float:
    """cm from the mouth to where a straight line crosses the legs, the mean of both."""
    found = []
    for m in dart.mouth:
        way = dart.pivot - m
        across = (b - a).conjugate()
        share = ((a - m) * across).imag / ((way * across).imag or 1.0)
        found.append(min(max(share, 0.05), 0.95) * abs(way))
    return sum(found) / 2 if found else depth


def _line(
    piece: Piece,
    run: list[int],
    a: complex,
    b: complex,
    depth: float,
    shape: str,
    leaving: complex | None,
    arriving: complex | None,
) -> Path:
    if shape == "straight":
        return straight(a, b)
    places = [z for z in _beside(piece, run, depth) if _between(z, a, b)]
    if shape == "sweetheart" and (leaving is None) != (arriving is None):
        return _sweetheart(a, b, places, leaving, arriving)
    if not places and leaving is None and arriving is None:
        return straight(a, b)
    return fair_curve([a, *places, b], leaving, arriving)


def _sweetheart(a: complex, b: complex, places: list[complex], leaving: complex | None, arriving: complex | None) -> Path:
    """Bowed up over the bust and dipped at the centre, aslant to it: turned off the square way, so that it never runs along it. Walked
    along the outline the edge lies on the left."""
    up = -1j * (b - a) / abs(b - a)
    places = [z + up * BOW * abs(b - a) for z in places or [0.5 * (a + b)]]
    return fair_curve([a, *places, b], leaving and leaving * (1 - 1j * DIP), arriving and arriving * (1 + 1j * DIP))


def _beside(piece: Piece, run: list[int], depth: float) -> list[complex]:
    """Places ``depth`` below the middle of each part of the edge."""
    found = []
    for k in run:
        e = piece.outline[k]
        if e.length > 2.0:
            z, way = e.path.stand_at(0.5 * e.length)
            found.append(z + 1j * way * depth)
    return found


def _between(z: complex, a: complex, b: complex) -> bool:
    """Whether a place lies over the middle part of a stretch."""
    share = ((z - a) * (b - a).conjugate()).real / abs(b - a) ** 2
    return 0.2 < share < 0.8


def _cut(piece: Piece, stretches: list[_Stretch], name: str) -> tuple[list[Piece], Piece]:
    """The parts above the line, in outline order, and what is left."""
    uppers = []
    rest = piece
    for s in stretches:
        rest, start = _corner_at(rest, s.start)
        a = rest.outline[start].path.start
        rest, end = _corner_at(rest, s.end)
        b = rest.outline[end].path.start
        start = next(k for k, e in enumerate(rest.outline) if e.path.start == a)
        path = s.path.starting_at(a).ending_at(b)
        _runs_on_paper(rest, path)
        parted = part(rest, start, end, path, name)
        uppers.append(_called(parted.first, name))
        rest = _called(parted.second, name)
    return uppers, rest


def _runs_on_paper(piece: Piece, path: Path) -> None:
    """Raises MoveRefused where the line would leave the paper between its ends."""
    over = next((x for x in piece.lenses if x.crossings(path)), None)
    if over:
        raise MoveRefused(
            f"the yoke's line runs through the {over.name}, which is double-pointed.",
            piece.name,
            "Cut the piece across it first, or choose another depth.",
            "depth",
        )
    met = meetings(piece, path, [path.start, path.end])
    if met or not all(piece.contains(*looked_at(path))):
        edge = piece.outline[met[0].edge].name if met else "edge"
        raise MoveRefused(
            f"so deep, and in that shape, the yoke's line would run over the {edge}.",
            piece.name,
            "Choose another depth or shape, or lead the line through places of your own.",
            "depth",
        )


def _called(piece: Piece, name: str) -> Piece:
    return piece.with_outline(
        tuple(Edge(name, "seam", e.path, e.cut, e.trace) if e.name == name and e.kind == "raw" else e for e in piece.outline)
    )


def _corner_at(piece: Piece, z: complex) -> tuple[Piece, int]:
    """A corner at a place of the outline, darts' legs included."""
    gap, along, k = min((*nearest_on(e.path, z), k) for k, e in enumerate(piece.outline))
    if gap > 10 * SNAP:
        # Another stretch of the line has cut that edge off already.
        raise MoveRefused(
            "so deep, and in that shape, the yoke's line would cut the same paper twice.",
            piece.name,
            "Choose another depth or shape, or lead the line through places of your own.",
            "depth",
        )
    return open_corner(piece, Spot(k, along))


def _taped(uppers: list[Piece], darts: list[Dart]) -> Piece:
    """The parts above the line, swung shut about their darts' points, onto the one that stays, and taped."""
    stay = 0
    for k in range(1, len(uppers)):
        if stays_put(uppers[k], uppers[stay]) and uppers[k] is not uppers[stay]:
            stay = k
    whole = uppers[0]
    for k in range(stay):
        d = darts[k]
        whole = _shut(uppers[k + 1], d.mouth[1], whole.placed(swing(d.pivot, d.angle)), d)
    tail = uppers[-1]
    if stay < len(uppers) - 1:
        for k in range(len(uppers) - 1, stay + 1, -1):
            d = darts[k - 1]
            tail = _shut(uppers[k - 1], d.mouth[0], tail.placed(swing(d.pivot, -d.angle)), d)
        d = darts[stay]
        whole = _shut(whole, d.mouth[0], tail.placed(swing(d.pivot, -d.angle)), d)
    names = {d.name for d in darts}
    return replace(whole, darts=tuple(r for r in whole.darts if r.name not in names))


def _shut(stays: Piece, mouth: complex, moved: Piece, dart: Dart) -> Piece:
    """``moved`` taped to ``stays`` along what is left of a dart's legs, from the mouth on."""
    a = _nearest_corner(stays, mouth)
    b = _nearest_corner(moved, mouth)
    z = stays.outline[a].path.start
    off = z - moved.outline[b].path.start
    if off:
        moved = moved.placed(slide(off))
    return join(stays, a, moved, b)


def _nearest_corner(piece: Piece, z: complex) -> int:
    return min(range(len(piece.outline)), key=lambda k: abs(piece.outline[k].path.start - z))


def _shut_above_the_line(piece: Piece, dart: Dart, name: str) -> Piece:
    """A dart whose point lies in the yoke: slashed from its point to the yoke's lower edge, closed, and what opens there filled with new paper.
    So much the lower edge is longer than what it is sewn to."""
    spot = nearest_spot(piece, dart.pivot, [name])
    foot = point_of(piece, spot)
    opened, corner = open_corner(piece, spot)
    foot = opened.outline[corner].path.start
    vertex = find_dart(opened, dart.name).vertex
    line = straight(dart.pivot, foot)
    parted = part(opened, vertex, corner, line, "yoke slash")
    ahead, behind = parted.first, parted.second
    # ``ahead`` begins with the leg out; ``behind`` ends with the leg in: swung shut, the slash opens.
    if stays_put(ahead, behind):
        moved, stays, angle = behind, ahead, dart.angle
    else:
        moved, stays, angle = ahead, behind, -dart.angle
    moved = moved.placed(swing(dart.pivot, angle))
    mouth = dart.mouth[1] if stays is ahead else dart.mouth[0]
    whole = _shut(stays, mouth, moved, dart)
    whole = replace(whole, darts=tuple(r for r in whole.darts if r.name != dart.name))
    return _gap_filled(whole, name)


def _gap_filled(piece: Piece, name: str) -> Piece:
    """New paper in the wedge between both sides of the slash."""
    n = len(piece.outline)
    slashes = (k for k, e in enumerate(piece.outline) if e.name == piece.outline[(k + 1) % n].name == "yoke slash")
    k = next(slashes, None)
    if k is None:
        raise MoveRefused(
            "a dart's point lies so near to the yoke's line that what is slashed from it leaves the paper.",
            piece.name,
            "Make it a little deeper, or less deep.",
            "depth",
        )
    turned = piece.starting_at(k)
    a, b = turned.outline[0].path.start, turned.outline[1].path.end
    if abs(a - b) <= CLOSE:
        return tape_shut(turned, 1)
    return redraw(turned, 0, 2, (on_new_paper(name, "seam", straight(a, b)),))


def _seam_last(piece: Piece, name: str) -> Piece:
    """The outline counted so that the new seam's edges lie last."""
    n = len(piece.outline)
    k = next(k for k in range(n) if piece.outline[k].name != name and piece.outline[k - 1].name == name)
    return piece.starting_at(k)


def darts_below(piece: Piece, name: str) -> list[Dart]:
    """The points of darts that are left below, their mouths on the new seam, from the centre outward."""
    out = outward(piece).conjugate()
    return sorted((d for d in darts_of(piece) if d.mouth_edge == name), key=lambda d: (d.pivot * out).real)
