"""Which part of a cut piece is nearer the centre, and so stays put on the table."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise

from ..geometry.intersect import line_crossings
from ..paper.piece import Grain, GrainKind, Piece
from ..places.levels import downward, outward
from ..tolerances import HUGE, SNAP

ROWS = 12
"""Places looked at across and down a sheet where a grainline finds no room any more."""

SHORT = 5.0
"""cm: a shorter grainline is hard to lay a piece by."""
MARGIN = 0.15
"""Share of the paper that stays free at either end of a small part's grainline."""
THREAD = 0.03
"""Sine of twice the angle by which a grainline may lean from a fold."""


def centre_length(piece: Piece) -> float:
    """cm of fold or centre on a piece; beside a button stand the centre is a line on it."""
    edges = sum(e.length for e in piece.outline if e.is_centre)
    return edges or sum(x.path.length for x in piece.lines if x.name.startswith("centre"))


def stays_put(piece: Piece, other: Piece) -> bool:
    """What stays on the table: the part with more of a fold or centre, else the larger."""
    own, others = centre_length(piece), centre_length(other)
    return own > others if abs(own - others) > 1e-6 else piece.area >= other.area


def middle_of(piece: Piece) -> complex:
    """The middle of the box round a piece: where one would lay a finger on it."""
    left, top, right, bottom = piece.box
    return complex(0.5 * (left + right), 0.5 * (top + bottom))


def in_reading_order(whole: Piece, a: Piece, b: Piece) -> tuple[Piece, Piece]:
    """Two parts of a piece as they are named: the part nearer the centre first; where both or neither reach the
    centre, the upper, else the left."""
    on_a, on_b = centre_length(a) > 1e-6, centre_length(b) > 1e-6
    if on_a != on_b:
        return (a, b) if on_a else (b, a)
    down, out = downward(whole), outward(whole)
    between = middle_of(b) - middle_of(a)
    below, beside = ((between * way.conjugate()).real for way in (down, out))
    if on_a or abs(below) > abs(beside):
        return (a, b) if below >= 0 else (b, a)
    return (a, b) if between.real >= 0 else (b, a)


def one_lies_above_other(a: Piece, b: Piece) -> bool:
    """Whether two parts lie one above the other, rather than side by side."""
    on_a, on_b = centre_length(a) > 1e-6, centre_length(b) > 1e-6
    if on_a != on_b:
        return False
    between = middle_of(b) - middle_of(a)
    down, out = downward(a), outward(a)
    return on_a or abs((between * down.conjugate()).real) > abs((between * out.conjugate()).real)


def with_grain_of(part: Piece, whole: Piece) -> Piece:
    """A part cut off without a grainline gets one parallel to the whole's, a third as long as it is, on a small one as long as there is paper; one that
    is cut on a fold of its own gets it along the fold, since cloth is folded along a thread."""
    if part.grain is not None or whole.grain is None:
        return part
    along = whole.grain.end - whole.grain.start
    if along == 0:
        return part
    along = _along_a_thread(part, along / abs(along), whole.grain)
    left, top, right, bottom = part.box
    reach = 0.33 * abs(complex((right - left) * along.real, (bottom - top) * along.imag))
    if reach < SHORT:
        return replace(part, grain=grain_along(part, along, whole.grain.kind))
    at = paper_point(part)
    return replace(part, grain=Grain(at - along * reach / 2, at + along * reach / 2, whole.grain.kind))


def _along_a_thread(part: Piece, way: complex, grain: Grain) -> complex:
    """The grain's direction on a part; the fold's, where the part is cut on a fold along which, or square to which, the grain does not run."""
    fold = next((e.path for e in part.outline if e.kind == "fold" and part.cut.on_fold), None)
    if fold is None or fold.end == fold.start or grain.kind == "bias":
        return way
    own = (fold.end - fold.start) / abs(fold.end - fold.start)
    across = abs(((way / own) ** 2).imag)
    if across < THREAD:
        return way
    return own if (own * way.conjugate()).real >= 0 else -own


def with_grain_where_it_lay(whole: Piece, grain: Grain | None) -> Piece:
    """A piece whose centre, or the strip with the grain, stayed put: its grainline lies where it lay, while that is still on the paper, else
    beside, and in the old direction always."""
    if grain is None:
        return whole
    if all(whole.contains(grain.start, grain.end)):
        return replace(whole, grain=grain)
    for share in (1.0, 0.6, 0.3):
        moved = _beside(whole, grain, share)
        if moved:
            return replace(whole, grain=moved)
    return with_grain_of(replace(whole, grain=None), replace(whole, grain=grain))


def _beside(whole: Piece, grain: Grain, share: float) -> Grain | None:
    """The grainline, that share of it, at the nearest place where its ends and its middle lie on the paper; None where there is none."""
    left, top, right, bottom = whole.box
    middle, half = 0.5 * (grain.start + grain.end), 0.5 * share * (grain.end - grain.start)
    steps = [(k + 0.5) / ROWS for k in range(ROWS)]
    places = [complex(left + (right - left) * x, top + (bottom - top) * y) for y in steps for x in steps]
    places.sort(key=lambda z: abs(z - middle))
    inside = whole.contains(*(z + half * end for z in places for end in (-1, 0, 1)))
    for k, z in enumerate(places):
        if all(inside[3 * k : 3 * k + 3]):
            return replace(grain, start=z - half, end=z + half)
    return None


def paper_point(piece: Piece) -> complex:
    """A point well on the paper: the middle of its box, or of the widest stretch of paper level with it."""
    middle = middle_of(piece)
    if piece.contains(middle)[0]:
        return middle
    left, _, right, _ = piece.box
    row = [complex(left + (right - left) * k / 40, middle.imag) for k in range(1, 40)]
    on = [z for z, inside in zip(row, piece.contains(*row), strict=True) if inside]
    return on[len(on) // 2] if on else piece.outline[0].path.start


def grain_along(piece: Piece, way: complex, kind: GrainKind = "straight") -> Grain:
    """A grainline as long as there is paper that way (a unit vector), clear of both edges: a small part is laid by it."""
    start, end = longest_along(piece, way)
    return Grain(start + MARGIN * (end - start), end - MARGIN * (end - start), kind)


def longest_along(piece: Piece, way: complex) -> tuple[complex, complex]:
    """Both ends of the longest stretch of paper that runs the way (a unit vector), of some that lie evenly beside each other; a point twice where there is none."""
    across = 1j * way
    sides = [(z * across.conjugate()).real for s in piece.segments for z in s]
    low, high = min(sides), max(sides)
    best = (paper_point(piece),) * 2
    for k in range(ROWS):
        at = across * (low + (high - low) * (k + 0.5) / ROWS)
        met = sorted(h.s for s in piece.segments for h in line_crossings(at - way * HUGE, at + way * HUGE, s))
        ends = [at + way * HUGE * (2 * s - 1) for s in met]
        inside = piece.contains(*(0.5 * (a + b) for a, b in pairwise(ends)))
        for (a, b), on in zip(pairwise(ends), inside, strict=True):
            if on and abs(b - a) > abs(best[1] - best[0]) + SNAP:
                best = a, b
    return best


def planned_without_fold(piece: Piece) -> Piece:
    """How a part that came off is cut: it keeps its plan with the fold, without one it is a mirrored pair."""
    if not piece.cut.on_fold or any(e.kind == "fold" for e in piece.outline):
        return piece
    return replace(piece, cut=piece.cut.as_pairs())
