"""A cut through a double-pointed dart: on each side of the cut its half lies open to the new edge, a dart like any other."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Final, NamedTuple

from ..errors import MoveRefused
from ..geometry.path import Path, straight
from ..paper.dart import darts_of
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.lens import Lens
from ..paper.nearest import nearest_on
from ..paper.piece import DartRule, Piece
from ..tolerances import SNAP
from .over_darts import with_lines_off_darts

SHORTEST: Final = 1.0
"""cm: a half of a dart shorter than this is no dart one can sew."""
SHORT_OF: Final = 5.0
ASIDE: Final = 0.3
"""cm by which a dart's own point may end short of what it points at, and may lie aside of the way there (common practice, no source)."""


class LensCut(NamedTuple):
    """Where a cut runs through a double-pointed dart: from ``enter`` to ``leave`` cm along it."""

    lens: Lens
    enter: float
    leave: float


def lens_cuts(piece: Piece, line: Path, field: str) -> tuple[LensCut, ...]:
    """The double-pointed darts that a line runs through, in its order.

    Raises MoveRefused for a line that runs in and out by one side, or so near a point that half a dart would be no dart.
    """
    crossed = ((x, x.crossings(line)) for x in piece.lenses)
    found = [_cut_of(piece, x, line, at, field) for x, at in crossed if at]
    return tuple(sorted(found, key=lambda c: c.enter))


def gaps_before(cuts: Sequence[LensCut], along: float) -> float:
    """cm of the line up to ``along`` that lie in darts: not sewn once they are."""
    return sum(min(max(along - c.enter, 0.0), c.leave - c.enter) for c in cuts)


def with_lens_halves(half: Piece, cuts: Sequence[LensCut], line: Path, name: str) -> Piece:
    """A part with the halves of the darts that lie on it as open darts in the cut edge ``name``; what lay between their sides is put away."""
    for cut in cuts:
        half = _opened(half, cut, line, name)
    return with_lines_off_darts(half) if cuts else half


def _cut_of(piece: Piece, lens: Lens, line: Path, at: list[float], field: str) -> LensCut:
    ends = [line.at(x) for x in (at[0], at[-1])]
    if len(at) != 2 or _side_of(lens, ends[0]) is _side_of(lens, ends[1]):
        raise MoveRefused(
            f"the line runs in and out of the {lens.name} by one of its sides.",
            piece.name,
            f"Lead it across the {lens.name}, or past it.",
            field,
        )
    legs = [_leg(lens, z, tip).length for tip in (lens.upper, lens.lower) for z in ends]
    if min(legs) < SHORTEST:
        raise MoveRefused(
            f"the line runs through a point of the {lens.name}: half of it would be {min(legs):.1f} cm long.",
            piece.name,
            f"Lead it across the {lens.name} farther in, or past its point.",
            field,
        )
    return LensCut(lens, at[0], at[1])


def _side_of(lens: Lens, z: complex) -> Path:
    return min((lens.left, lens.right), key=lambda side: nearest_on(side, z)[0])


def _leg(lens: Lens, z: complex, tip: complex) -> Path:
    """From a place on one of its sides to a point of the dart."""
    side = _side_of(lens, z)
    upper, lower = side.cut(min(max(nearest_on(side, z)[1], SNAP), side.length - SNAP))
    leg = upper.reversed() if tip == lens.upper else lower
    first = leg.segments[0]
    return Path(((z, *first[1:]) if len(first) == 4 else (z, first[1]), *leg.segments[1:]))


def _opened(half: Piece, cut: LensCut, line: Path, name: str) -> Piece:
    lens = cut.lens
    tip = lens.upper if half.contains(lens.upper)[0] else lens.lower
    pivot = _meant_point(half, lens, tip)
    ends = [line.at(cut.enter), line.at(cut.leave)]
    k = next(k for k, e in enumerate(half.outline) if e.name == name and all(nearest_on(e.path, z)[0] < SNAP for z in ends))
    edge = half.outline[k]
    (low, a), (high, b) = sorted(((nearest_on(edge.path, z)[1], z) for z in ends), key=lambda x: x[0])
    before, rest = edge.cut_at(low)
    after = rest.cut_at(high - low)[1]
    legs = (_leg(lens, a, tip), _leg(lens, b, tip)) if pivot == tip else (straight(a, pivot), straight(b, pivot))
    edges = (
        replace(before, path=before.path.ending_at(a)),
        Edge(lens.name, "dart", legs[0]),
        Edge(lens.name, "dart", legs[1].reversed()),
        replace(after, path=after.path.starting_at(b)),
    )
    opened = redraw(half, k, 1, edges).starting_at(len(edges))
    rule = DartRule(lens.name, abs(pivot - tip), named=True)
    return replace(opened, darts=(*opened.darts, rule), lenses=tuple(x for x in opened.lenses if x.name != lens.name))


def _meant_point(half: Piece, lens: Lens, tip: complex) -> complex:
    """What the dart points at: a mark or another dart's point straight ahead of its own, which ends short of it. Paper is cut up to there, so
    that it swings about the bust; sewn it is to its own point."""
    ahead = tip - (lens.upper + lens.lower - tip)
    ahead /= abs(ahead)
    aimed = [m.at for m in half.marks] + [d.pivot for d in darts_of(half)]
    off = [(((z - tip) * ahead.conjugate()), z) for z in aimed]
    meant = [(o.real, z) for o, z in off if SNAP < o.real <= SHORT_OF and abs(o.imag) <= ASIDE]
    return min(meant, key=lambda m: m[0])[1] if meant else tip
