"""The corner of a panel's seam over the bust rounded on both sides, so that the cloth goes over it as over a ball."""

from __future__ import annotations

import itertools
from cmath import phase
from dataclasses import replace

from ..geometry.fair import fair_curve
from ..geometry.path import Path
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Seam, SeamRule
from ..paper.sewn import run_of, sewn_length
from ..paper.sound import assert_sound
from .one_edge import in_one

SHARE = 0.6
"""Of the shorter part beside the corner, at most, that is drawn over."""
BENT = 0.02
"""Radians: a flatter corner needs no rounding."""


def bust_rounded(pattern: Pattern, seam: Seam, over: float, tolerance: float) -> tuple[Pattern, list[tuple[str, float]]]:
    """The pattern with the corners of both sides of a panel's seam rounded, ``over`` cm to each side of them; the seam's length on each
    piece. The corners are where the cut passed the dart's point. What differs by more than ``tolerance`` cm then is promised as ease."""
    sides = [seam.a[0], seam.b[0]]
    hand = take_up(pattern, *(s.piece for s in sides))
    worked = [assert_sound(_rounded(hand.piece(s.piece), s.edge, over), "Round it over less.") for s in sides]
    after = lay_down(hand, worked, changed=[seam.name]).pattern
    sizes = [sewn_length(after.piece(s.piece), s.edge) for s in sides]
    if abs(sizes[0] - sizes[1]) > tolerance:
        # What the rounding made longer on one side is eased in over the bust.
        rule = SeamRule("ease", 0.0, abs(sizes[0] - sizes[1]), longer="a" if sizes[0] > sizes[1] else "b")
        after = replace(after, seams=tuple(replace(s, rule=rule) if s.name == seam.name else s for s in after.seams))
    return after, [(s.piece, size) for s, size in zip(sides, sizes, strict=True)]


def _rounded(piece: Piece, edge: str, over: float) -> Piece:
    """Every corner inside the edge drawn over in one curve."""
    run = run_of(piece, edge)
    n = len(piece.outline)
    for a, b in itertools.pairwise(run):
        if (b - a) % n != 1:
            continue
        first, second = piece.outline[a], piece.outline[b]
        if abs(phase(second.path.start_direction / first.path.end_direction)) < BENT:
            continue
        r, s = (min(over, SHARE * e.length) for e in (first, second))
        kept, rest = first.path.cut(first.length - r)[0], second.path.cut(s)[1]
        curve = fair_curve([kept.end, rest.start], kept.end_direction, rest.start_direction)
        into, out = curve.cut(0.5 * curve.length)
        edges: tuple[Edge, ...] = (
            first.redrawn(Path((*kept.segments, *into.segments))),
            second.redrawn(Path((*out.segments, *rest.segments))),
        )
        return _rounded(in_one(redraw(piece, a, 2, edges), edge), edge, over)
    return piece
