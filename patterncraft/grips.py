"""Where a number of a step is taken hold of on the table: the point of the work that follows it, which way it goes and how far.

No move says so itself. The step is done twice, the second time with the number a little larger; the corner that went farthest is
the place to hold. So whatever a move draws can be dragged by any of its lengths and angles.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final, NamedTuple

from .errors import PatternError
from .house import HouseRules
from .moves.move import Move, Parameter, parameter
from .moves.registry import read_steps, step_json
from .paper.pattern import Pattern
from .paper.piece import Piece

NUDGES: Final = {"cm": 0.2, "degrees": 1.0}
"""By how much a number is changed to see what follows it, by its unit. What has no unit is not dragged."""
STILL: Final = 0.05
"""A point that goes less far than this share of the nudge (cm a cm, cm a degree) does not follow the number."""
APART: Final = 1.5
"""cm between two grips: the second is held elsewhere."""


class Grip(NamedTuple):
    """``at``: a point of a piece, in the piece's own coordinates, cm. ``way``: unit vector along which it goes as the number grows. ``per``:
    how much of the number is one cm of that way. ``value``: what the number is now."""

    name: str
    piece: str
    at: complex
    way: complex
    per: float
    value: float


def grips_of(step: Move, before: Pattern, rules: HouseRules, names: Sequence[str]) -> tuple[Grip, ...]:
    """The grips of some of a step's numbers, on the work as it is after the step.

    ``names``: parameters as a step carries them. Left out are those that are no length and no angle, that the step does without, that no point
    of the paper follows, and all of them where the step cannot be done.
    """
    try:
        still = step.apply(before, rules).pattern
    except PatternError:
        return ()
    was = {p.name: p for p in before.pieces}
    drawn = [p for p in still.pieces if was.get(p.name) != p]
    found: list[Grip] = []
    for name in dict.fromkeys(names):
        grip = _grip(step, name, before, rules, drawn, found)
        if grip is not None:
            found.append(grip)
    return tuple(found)


def _grip(step: Move, name: str, before: Pattern, rules: HouseRules, drawn: list[Piece], others: list[Grip]) -> Grip | None:
    told = next((parameter(type(step), n) for slot in type(step).slots() for n in slot.fields if n == name), None)
    value = step.stands_at(name) if told else None
    if told is None or value is None or told.unit not in NUDGES:
        return None
    for nudge in _nudges(told, value):
        try:
            (nudged,) = read_steps([step_json(step) | {name: value + nudge}])
            moved = nudged.apply(before, rules).pattern
        except PatternError:
            continue
        held = [(g.piece, g.at) for g in others]
        far, piece, at, by = max(
            (x for x in _followed(drawn, moved) if all(x[1] != p or abs(x[2] - z) > APART for p, z in held)),
            key=lambda x: x[0],
            default=(0.0, "", 0j, 0j),
        )
        if far > STILL * abs(nudge):
            growing = by if nudge > 0 else -by
            return Grip(name, piece, at, growing / far, abs(nudge) / far, value)
    return None


def _nudges(told: Parameter, value: float) -> Iterator[float]:
    """A little more, or a little less where there is no more."""
    size = NUDGES[told.unit]
    if told.high is None or value + size <= told.high:
        yield size
    if told.low is None or value - size >= told.low:
        yield -size


def _followed(drawn: list[Piece], moved: Pattern) -> Iterator[tuple[float, str, complex, complex]]:
    """How far each corner and each middle of an edge went, on which piece, from where, by what."""
    now = {p.name: p for p in moved.pieces}
    for p in drawn:
        q = now.get(p.name)
        if q is None or [e.name for e in q.outline] != [e.name for e in p.outline]:
            continue
        for a, b in zip(p.outline, q.outline, strict=True):
            for z, w in ((a.path.start, b.path.start), (a.path.at(a.length / 2), b.path.at(b.length / 2))):
                yield abs(w - z), p.name, z, w - z
