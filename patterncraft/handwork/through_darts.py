"""A sheet worked on as if its darts were pasted full, and the darts cut out again: how one lengthens a bodice through its waist dart."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import Final

from ..errors import BadPlace, MoveRefused
from ..geometry.path import straight
from ..paper.dart import Dart, darts_of
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.nearest import spot_at
from ..paper.patches import area_inside, on_paper
from ..paper.piece import Piece
from .cutting import open_corners
from .filling import filled
from .over_darts import with_lines_off_darts
from .rotating import pin_at, pinned, unpinned

SEEN: Final = 2e-3
"""cm²: what lies of patches is known to about half of this."""
NEAR_POINT: Final = 0.5
"""cm: a level nearer than this to a dart's point runs through the point."""


def darts_across(piece: Piece, at: complex, down: complex, field: str) -> list[Dart]:
    """The darts that a level runs through, mouth on one side and point on the other. ``at``: a place of the level; ``down``: square to it, a unit
    vector. Raises BadPlace for a level through a dart's point, or through the very mouth."""

    def below(z: complex) -> float:
        return ((z - at) * down.conjugate()).real

    found = []
    for d in darts_of(piece):
        heights = [below(z) for z in d.mouth]
        point = below(d.pivot)
        if min(heights) * max(heights) > 0 and point * heights[0] > 0 and abs(point) > NEAR_POINT:
            continue
        if all(h * point < 0 for h in heights) and abs(point) > NEAR_POINT:
            found.append(d)
        elif abs(point) <= NEAR_POINT or min(heights) * max(heights) <= 0:
            where = "point" if abs(point) <= NEAR_POINT else "mouth"
            raise BadPlace(
                f"the level runs through the {where} of the {d.name}.",
                piece.name,
                "Choose a level higher up or farther down.",
                field,
            )
    return found


def through_darts(piece: Piece, darts: Sequence[Dart], work: Callable[[Piece], Piece]) -> Piece:
    """What ``work`` makes of the piece with these darts pasted full, and the darts cut out again from where their mouths and points came to
    lie, legs straight. Raises what ``work`` raises, MoveRefused where a mouth was worked on too."""
    if not darts:
        return work(piece)
    points = [z for d in darts for z in (*d.mouth, d.pivot)]
    whole = pinned(piece, points)
    for d in darts:
        whole = filled(whole, d.name)
    after = work(whole)
    pasted = sum(_wedge(*d.mouth, d.pivot) for d in darts)
    cut_out = 0.0
    for k, d in enumerate(darts):
        first, second, pivot = (pin_at(after, 3 * k + j) for j in range(3))
        after = _cut_out(after, d, first, second, pivot)
        cut_out += _wedge(first, second, pivot)
    after = with_lines_off_darts(unpinned(_without_what_was_only_lent(piece, after, max(pasted, cut_out))))
    patches = on_paper(after.paper.patches, after.segments)
    return replace(after, paper=after.paper.with_other(after.paper.tapes, patches))


def _wedge(first: complex, second: complex, pivot: complex) -> float:
    """cm² between a dart's straight legs."""
    return 0.5 * abs(((first - pivot) * (second - pivot).conjugate()).imag)


def _without_what_was_only_lent(before: Piece, after: Piece, lent: float) -> Piece:
    """Paper pasted into a dart and cut out of it again was never taped in, nor put away. What of it lies where the dart was and
    is none any more stays new paper."""
    new, away = after.paper.new - before.paper.new, after.paper.away - before.paper.away
    lies = area_inside(after.paper.patches, after.segments) - area_inside(before.paper.patches, before.segments)
    back = max(min(lent, away, new - lies if lies > SEEN else new), 0.0)
    return replace(after, paper=replace(after.paper, new=after.paper.new - back, away=after.paper.away - back))


def _cut_out(piece: Piece, dart: Dart, first: complex, second: complex, pivot: complex) -> Piece:
    """The dart cut out between two places of its mouth's edge, which taping may have made one with what lies beside."""
    spots = [spot_at(piece, z) for z in (first, second)]
    if any(s is None or piece.outline[s.edge].name != dart.mouth_edge for s in spots):
        raise MoveRefused(
            f"the mouth of the {dart.name} does not lie there any more.", piece.name, "Choose a level away from its mouth.", "at"
        )
    opened, (low, high) = open_corners(piece, [s for s in spots if s is not None])
    a, b = opened.outline[low].path.start, opened.outline[high].path.start
    legs = (
        Edge(dart.name, "dart", straight(a, pivot), dart.leg_in.cut),
        Edge(dart.name, "dart", straight(pivot, b), dart.leg_out.cut),
    )
    cut = redraw(opened, low, (high - low) % len(opened.outline), legs)
    return replace(cut, darts=(*cut.darts, dart.rule))
