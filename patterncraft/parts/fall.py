"""The fall of a collar: what turns down over its stand."""

from __future__ import annotations

from cmath import rect
from dataclasses import replace
from math import radians
from typing import Final, NamedTuple

from ..drafting.construction import Construction
from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..geometry.solving import where_zero
from ..geometry.transform import slide
from ..paper.piece import CutPlan, Grain, Piece
from ..working import Sum, degrees, fine, length, note
from .sheets import Named, beside, sheet

COVERS = 0.7
"""cm that a fall is deeper than its stand at least: else the seam shows behind (common practice, no source)."""


class Fall(NamedTuple):
    """The upper and the under fall (the same sheet where the cloth is thin)."""

    upper: Piece
    under: Piece | None


class Shape(NamedTuple):
    """``gap``: cm between stand and fall at the centre back, as both are drawn; ``depth`` there; ``point``: cm along the front edge; ``spread``: degrees
    by which it leans out of the square; ``turn``: cm by which the under collar is smaller at its outer edges."""

    gap: float
    depth: float
    point: float
    spread: float
    turn: float


def draw_fall(name: str, under_name: str, seam: Path, stand: float, shape: Shape, pencil: Construction) -> Fall:
    """A fall whose lower edge is as long as ``seam``, the stand's upper edge from the centre back to the centre front. Drawn above the stand.

    Raises MoveRefused where its point would reach over the centre.
    """
    drop = shape.gap - (seam.start.imag - seam.end.imag)
    long = seam.length

    def lower(reach: float) -> Path:
        if abs(drop) < 1e-9:
            return straight(0j, complex(reach, 0))
        return fair_curve([0j, complex(0.5 * reach, 0.2 * drop), complex(reach, drop)], 1 + 0j)

    edge = lower(where_zero(lambda x: lower(x).length - long, 0.5 * long, long, 1e-10))
    edge = edge.placed(slide(seam.start - 1j * shape.gap))
    way = edge.end_direction
    tip = edge.end + way * -1j * rect(shape.point, radians(shape.spread))
    outer_start = edge.start - 1j * shape.depth
    if tip.real < 0.6 * edge.end.real:
        raise MoveRefused("its point would reach back over the collar.", name, "Spread it more, or make it shorter.", "point")
    outer = fair_curve([outer_start, tip], 1 + 0j)
    upper = _sheet(name, edge, outer)
    pencil.draw(
        name,
        "At the centre back the gap above the stand, then the fall's depth; its lower edge falls in one sweep to the stand's end, as long as the stand's upper edge; "
        "the point; the outer edge level at the fold.",
        Sum("Stand's upper edge to the centre front", fine(long)),
        Sum("Fall's lower edge", fine(edge.length)),
        Sum("Depth at the centre back", length(shape.depth)),
        Sum("Outer edge", fine(outer.length)),
        points={"4": edge.start, "5": outer_start, "6": edge.end, "7": tip},
        paths=(edge, outer, straight(edge.end, tip), straight(edge.start, outer_start)),
    )
    if shape.turn <= 0:
        return Fall(replace(upper, cut=CutPlan(2, True, False, interfacing=1)), None)
    return Fall(upper, turned_under(upper, under_name, shape.turn))


def _sheet(name: str, edge: Path, outer: Path) -> Piece:
    tip = outer.end
    edges = (
        Named("outer edge", "seam", outer),
        Named("front edge", "seam", straight(tip, edge.end)),
        Named("stand edge", "seam", edge.reversed()),
        Named("centre back", "fold", straight(edge.start, outer.start)),
    )
    middle = 0.5 * (edge.start + outer.start)
    grain = Grain(middle + 0.15 * edge.end.real, middle + 0.5 * edge.end.real)
    return sheet(name, edges, CutPlan(1, True, False, interfacing=1), grain)


SHARP: Final = 0.35
"""Sine of the angle between outer and front edge below which the point is none."""


def turned_under(upper: Piece, name: str, turn: float) -> Piece:
    """The under collar: smaller by the turn of the cloth at its outer and front edges, so that the seam rolls to the wrong side; alike where it is
    sewn on. ``upper``: its edges are the outer edge, the front edge, the edge sewn on, and the fold, in this order."""
    outer, front, edge = (e.path for e in upper.outline[:3])
    inner = beside(outer, -turn)
    # Its point lies as far inside the front edge as inside the outer one.
    along, into = -outer.end_direction, front.start_direction * 1j
    into = into if (into * along.conjugate()).real > 0 else -into
    inside = ((inner.end - front.start) * into.conjugate()).real
    back = (turn - inside) / max((along * into.conjugate()).real, 0.2)
    tip = inner.end + along * back
    if (along * into.conjugate()).real < SHARP:
        # The front edge runs on nearly as the outer one does: there is no corner to bring the point back along.
        back = 0.0
        tip = inner.end
    # A deep curve is cut off where it comes to the new front edge; a flat one is drawn on to it.
    drawn = inner
    if back > 0:
        drawn = inner.cut(inner.length - back)[0]
    elif back < 0:
        drawn = fair_curve([inner.start, tip], inner.start_direction)
    edges = (
        Named("outer edge", "seam", drawn),
        Named("front edge", "seam", straight(drawn.end, front.end)),
        Named(upper.outline[2].name, "seam", edge),
        Named("centre back", "fold", straight(edge.end, drawn.start)),
    )
    return sheet(name, edges, CutPlan(1, True, False, interfacing=1), upper.grain)


def falls_well(shape: Shape, stand: float) -> tuple[Sum, ...]:
    """What is to be known of a fall before it is cut."""
    told: list[Sum] = [Sum("Point leans out by", degrees(shape.spread))]
    if shape.depth < stand + COVERS:
        told.append(note(f"The fall is {shape.depth:.1f} cm deep, its stand {stand:.1f}: its seam shows below it behind."))
    return (*told, *tell_turn(shape.turn))


def tell_turn(turn: float) -> tuple[Sum, ...]:
    """By how much the under collar is smaller, where there is one of its own."""
    return (Sum("Under collar smaller by the turn of the cloth", fine(turn)),) if turn > 0 else ()
