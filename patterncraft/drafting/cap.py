"""The sleeve's cap: its curve, and the solver that brings it to the ease asked for.

The biceps line lies at y = 0 with the underarm seams at its two ends, the top above it (−y); the back
is at the left, the front at the right. Curves by common practice, no source.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, NamedTuple

from ..errors import BadSetting
from ..geometry.fair import fair_curve
from ..geometry.path import Path
from ..geometry.solving import where_zero
from ..geometry.transform import turn_over
from ..units import format_length
from ..working import Quantity, Sum, length, note

ROUNDNESS = (0.6, 1.25)
HEIGHT = 1.5
WIDTH = 1.5
"""cm by which the cap's height and half its width may be moved either way."""


class Levers(NamedTuple):
    """What the solver may move: roundness of the curves, cm of cap height, cm of half the width."""

    roundness: float = 1.0
    height: float = 0.0
    width: float = 0.0


FRONT, BACK = 1.9, 1.7
"""cm by which the upper part of a side stands off its chord."""
COPIED = 4
"""Places in which the armhole's own curve is copied on each side: between them a fair curve runs within a few
hundredths of a millimetre of it."""


def _unit(z: complex) -> complex:
    return z / abs(z)


def lower_places(lower: Path) -> list[complex]:
    """The places of a copied lower part, a piece of the armhole from the underarm up: its ends and some between."""
    whole = lower.length
    return [lower.start, *(lower.at(whole * k / COPIED) for k in range(1, COPIED)), lower.end]


def crest(start: complex, top: complex, bulge: float, roundness: float) -> complex:
    """The place on a side's way to the top where it stands off its chord by the bulge."""
    chord = top - start
    outward = _unit(chord) * (1j if chord.real > 0 else -1j) * -1
    return start + 0.62 * chord + outward * bulge * roundness


def fitted_cap(back: Path, front: Path, top: complex, roundness: float) -> Path:
    """The cap over both copied lower parts (each from its underarm up), as one sweep from the back underarm over the
    top to the front underarm: below the notches the armhole's own curve, and the join to it as smooth as the rest."""
    up, down = lower_places(back), lower_places(front)[::-1]
    over = [crest(back.end, top, BACK, roundness), top, crest(front.end, top, FRONT, roundness)]
    return fair_curve([*up, *over, *down], back.start_direction, -front.start_direction)


def turned_to_front(path: Path) -> Path:
    """Mirrored across the upright through 0."""
    return path.placed(turn_over(0j, 1j))


@dataclass(frozen=True, slots=True)
class Solved:
    """The cap that was reached and what was moved for it."""

    cap: Path
    levers: Levers
    ease: float
    sums: tuple[Sum, ...]


def solve_cap(draw: Callable[[Levers], Path], armhole: float, wanted: float) -> Solved:
    """Bring the cap to armhole + wanted cm: by the roundness of its curves, then its height, then its width.

    Raises BadSetting, with the nearest ease that can be reached, when no lever does it.
    """
    target = armhole + wanted

    def length_of(levers: Levers) -> float:
        return draw(levers).length

    roundness = where_zero(lambda r: length_of(Levers(r)) - target, *ROUNDNESS, 1e-4)
    levers = Levers(roundness)
    if abs(length_of(levers) - target) > 0.005:
        levers = _next(levers, "height", HEIGHT, length_of, target)
    if abs(length_of(levers) - target) > 0.005:
        levers = _next(levers, "width", WIDTH, length_of, target)
    cap = draw(levers)
    ease = cap.length - armhole
    if abs(ease - wanted) > 0.02:
        raise BadSetting(
            f"no cap of this sleeve comes to {format_length(wanted, 'cm')} of ease; the nearest is {format_length(ease, 'cm')}, "
            f"with the height moved by {levers.height:+.1f} and half the width by {levers.width:+.1f} cm.",
            "Cap ease",
            f"Ask for {format_length(ease, 'cm')}, or change the biceps ease.",
            "cap_ease",
        )
    return Solved(cap, levers, ease, _told(levers))


def _next(levers: Levers, which: str, most: float, length_of: Callable[[Levers], float], target: float) -> Levers:
    def moved(x: float) -> Levers:
        return levers._replace(**{which: x})

    x = where_zero(lambda v: length_of(moved(v)) - target, -most, most, 1e-4)
    return moved(x)


def _told(levers: Levers) -> tuple[Sum, ...]:
    """Which levers were moved, in words."""
    told: list[Sum] = [Sum("Roundness of the curves, of the usual", Quantity(levers.roundness, "share"))]
    if levers.height:
        told.append(Sum("Cap height moved by", length(levers.height)))
    if levers.width:
        told.append(Sum("Half the width moved by", length(levers.width)))
    return tuple(told)


def caution_for(ease: float) -> tuple[Any, ...]:
    """A word where the ease is unusual for a plain set-in sleeve in woven cloth."""
    if ease > 3.5:
        return (note("4 cm and more is too much for a plain set-in sleeve: it puckers."),)
    return ()
