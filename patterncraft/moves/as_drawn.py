"""Moves that draw by level and by upright, as a draft does: sheets that lie aslant, or turned over, are laid as a school draws them, worked, and laid back."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from ..drafting.construction import Stage
from ..geometry.transform import Transform, turn_over
from ..handwork.promising import promises_gone
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..places.levels import downward, outward
from .move import Outcome

Work = Callable[[Pattern, HouseRules], Outcome]
HAIR = 1e-9
"""A grain line that leans by less stands upright."""


def upright(work: Work, pattern: Pattern, rules: HouseRules) -> Outcome:
    """What ``work`` makes of the pattern, which reckons along and across the paper: every sheet stands on its grain while it is done."""
    return _told(pattern, _laid(work, pattern, rules, faced=False))


def upright_and_faced(work: Work, pattern: Pattern, rules: HouseRules) -> Outcome:
    """What ``work`` makes of the pattern, which draws anew as a school does: every sheet stands on its grain, its centre on the left, a sleeve's front on
    the right, while it is done."""
    return _told(pattern, _laid(work, pattern, rules, faced=True))


def _told(before: Pattern, outcome: Outcome) -> Outcome:
    """With what went of promised fullness: these moves are several acts, and what one of them took is told of the whole."""
    said = {s.label for s in outcome.working}
    return replace(outcome, working=(*outcome.working, *(s for s in promises_gone(before, outcome.pattern) if s.label not in said)))


def _laid(work: Work, pattern: Pattern, rules: HouseRules, faced: bool) -> Outcome:
    ways = {p.name: way for p in pattern.pieces if (way := _way(p, faced)) is not None}
    if not ways:
        return work(pattern, rules)
    stood = {p.name: p.placed(ways[p.name]) if p.name in ways else p for p in pattern.pieces}
    outcome = work(replace(pattern, pieces=tuple(stood.values())), rules)
    was = {p.name: p for p in pattern.pieces}
    back = {name: way.inverse() for name, way in ways.items()}
    # What was not worked is the very sheet that it was.
    pieces = tuple(
        p if p.name not in back else was[p.name] if p is stood[p.name] else p.placed(back[p.name]) for p in outcome.pattern.pieces
    )
    stages = tuple(_stage(s, back[s.piece]) if s.piece in back else s for s in outcome.stages)
    return replace(outcome, pattern=replace(outcome.pattern, pieces=pieces), stages=stages)


def _way(piece: Piece, faced: bool) -> Transform | None:
    """How a sheet is laid to be worked; None for one that lies so already."""
    down = downward(piece)
    stand = Transform(1j / down, 0j) if abs(down - 1j) > HAIR else None
    if not faced or (_aside(piece) * 1j / down).real > 0:
        return stand
    over = turn_over(0j, 1j)
    return stand.then(over) if stand else over


def _aside(piece: Piece) -> complex:
    """What is on the right of a sheet as a school draws it: away from the centre, or, on a sleeve, from its back to its front."""
    front, back = (next((e.path for e in piece.outline if e.name == f"{side} underarm"), None) for side in ("front", "back"))
    if front is None or back is None:
        return outward(piece)
    return front.at(0.5 * front.length) - back.at(0.5 * back.length)


def _stage(stage: Stage, by: Transform) -> Stage:
    points = tuple((label, by.point(z)) for label, z in stage.points)
    return replace(stage, points=points, paths=tuple(x.placed(by) for x in stage.paths))
