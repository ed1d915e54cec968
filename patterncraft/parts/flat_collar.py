"""A flat collar: drawn on the bodice, its shoulders laid a little over each other."""

from __future__ import annotations

from cmath import phase
from typing import NamedTuple

from ..drafting.construction import Construction
from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, grown, straight
from ..geometry.transform import Transform, slide, swing, turn_over
from ..handwork.corner_round import rounded
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, Grain, Piece
from ..paper.sewn import neighbours, sewn_length
from ..walking.drawn_up import drawn_up
from ..walking.laid import laid_side
from ..working import Sum, fine, length
from .fall import turned_under
from .neck import Neck
from .sheets import Named, beside, sheet

SPACED = 6
"""Places of each half of the neckline through which the collar's neck edge is drawn."""
CLEAR = 1.2
"""cm beside the neck point where no place is taken: there the laid-over shoulders make a bend that the hand evens out."""


def flat_neck(pattern: Pattern, neck: Neck, overlap: float, pencil: Construction) -> Path:
    """The neck edge from the centre back (at 0, leaving level to the right) to the centre front, the body's paper above it; as long as the neckline."""
    strips = [s.path for s in drawn_up(laid_side(pattern, neck.reading.side).strips, neck.reading.laid)]
    front, back = _halves(strips, neck.front)
    shoulder = _shoulder(pattern, neck)
    angle = 2 * phase(complex(1, 0.5 * overlap / shoulder)) if shoulder else 0.0
    turned = [back.placed(swing(front.end, a)) for a in (angle, -angle)]
    back = min(turned, key=lambda p: abs(_turning(front, p)))
    places = [front.at(front.length * k / SPACED) for k in range(SPACED) if front.length * (1 - k / SPACED) > CLEAR]
    places += [back.at(back.length * k / SPACED) for k in range(1, SPACED + 1) if back.length * k / SPACED > CLEAR]
    drawn = fair_curve(places, front.start_direction, back.end_direction).reversed()
    pencil.draw(
        neck.reading.side[0].piece,
        "The back laid to the front at the neck point, the shoulders' tips over each other; the neckline of both as one sweep.",
        *neck.sums,
        Sum("Shoulders over each other at the tips", length(overlap)),
        paths=(front, back),
        guide=True,
    )
    level = drawn.placed(slide(-drawn.start)).placed(Transform(1 / drawn.start_direction, 0j))
    if level.end.imag < 0:
        level = level.placed(turn_over(0j, 1 + 0j))
    return grown(level, neck.half / level.length)


class Flat(NamedTuple):
    """cm: its width, how far the shoulders lie over each other, by how much its front corner is rounded, by how much the under collar is smaller."""

    width: float
    overlap: float
    bow: float
    turn: float


def draw_flat(pattern: Pattern, neck: Neck, shape: Flat, names: tuple[str, str], pencil: Construction) -> tuple[Piece, ...]:
    """The upper and the under collar, the outer edge as far from the neckline all round; one sheet, cut twice, where nothing is turned. Raises MoveRefused
    where it would lie on itself."""
    width, overlap, bow, turn = shape
    name = names[0]
    edge = flat_neck(pattern, neck, overlap, pencil)
    outer = beside(edge, width)
    if outer.length < edge.length:
        raise MoveRefused(
            "its outer edge would be shorter than its neck edge.", name, "Lay the shoulders less over each other.", "overlap"
        )
    pencil.draw(
        name,
        "The width square to the neckline all round; the corner at the centre front rounded.",
        Sum("Neck edge", fine(edge.length)),
        Sum("Outer edge", fine(outer.length)),
        points={"1": edge.start, "2": outer.start, "3": edge.end, "4": outer.end},
        paths=(edge, outer),
    )
    edges = (
        Named("outer edge", "seam", outer),
        Named("front edge", "seam", straight(outer.end, edge.end)),
        Named("neckline", "seam", edge.reversed()),
        Named("centre back", "fold", straight(edge.start, outer.start)),
    )
    grain = Grain(complex(0.3 * width, -0.2 * width), complex(0.3 * width, -0.8 * width))
    piece = sheet(name, edges, CutPlan(1 if turn > 0 else 2, True, False, interfacing=1), grain)
    pieces = (piece, turned_under(piece, names[1], turn)) if turn > 0 else (piece,)
    round_by = min(bow, 0.9 * width)
    # The inner of two curves that lie side by side is the tighter one.
    bows = (round_by, round_by - turn)
    return tuple(rounded(p, 1, b, "width") if b > 0 else p for p, b in zip(pieces, bows, strict=False))


def _halves(strips: list[Path], front: float) -> tuple[Path, Path]:
    """The laid neckline in two at the neck point."""
    whole = Path(tuple(s for p in strips for s in p.segments))
    return whole.cut(front)


def _turning(front: Path, back: Path) -> float:
    """Radians by which the neckline turns from one centre to the other."""
    return (
        phase(front.end_direction / front.start_direction)
        + phase(back.end_direction / back.start_direction)
        + phase(back.start_direction / front.end_direction)
    )


def _shoulder(pattern: Pattern, neck: Neck) -> float:
    """cm of the front's shoulder; 0 where it has none."""
    piece = pattern.piece(neck.reading.side[0].piece)
    for name in neighbours(piece, neck.reading.side[0].edge):
        if name.endswith("shoulder"):
            return sewn_length(piece, name)
    return 0.0
