"""A style's armhole as a sleeve meets it, over however many sheets it runs: laid out as it is sewn."""

from __future__ import annotations

from collections.abc import Sequence

from ..drafting.armhole_of import HalfArmhole, WholeArmhole
from ..errors import MoveRefused
from ..geometry.flatten import flat_path
from ..geometry.path import Path
from ..geometry.transform import Transform
from ..paper.as_sewn import read_as_sewn
from ..paper.meeting import turned_side
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Side
from ..paper.taking_over import along_other
from ..places.levels import downward
from ..walking.drawn_up import drawn_up
from ..walking.laid import Strip, laid_side
from .neck import SHOULDERS
from .reading import Reading, read_side

LEAST = 20.0
"""cm round an armhole: through less no arm passes."""
THIRD = 1 / 3
"""Of a half, from the underarm up, where it is notched when the style has no notch there."""


def read_armhole(pattern: Pattern, pieces: tuple[str, ...], field: str) -> Reading:
    """The armhole that waits for a sleeve, from the front underarm over the shoulder to the back underarm.

    Raises MoveRefused where there is none left, or where so little of it is that no arm passes.
    """
    reading = read_side(pattern, "armhole", field, pieces)
    if reading.length < LEAST:
        raise MoveRefused(
            f"the armhole is {reading.length:.1f} cm round: no arm passes.", reading.seam.name, "Lower the armhole first.", field
        )
    return reading


def shoulder_at(reading: Reading) -> float:
    """cm along an armhole from the front underarm to the shoulder; its middle where no shoulder seam meets it."""
    return next((s.at for s in reading.stops if s.name in SHOULDERS), 0.5 * reading.length)


def style_armhole(pattern: Pattern, reading: Reading) -> WholeArmhole:
    """Both halves, each from its underarm up to the tip."""
    tip = shoulder_at(reading)
    places = [along_other(pattern, reading.seam.a, reading.side, n.at_a) for n in pattern.notches_of(reading.seam.name)]
    notches = [reading.laid.sewn(x) for x in places if x is not None]
    front = next((x for x in sorted(notches) if 2.0 < x < tip - 2.0), 0.0)
    back = next((reading.length - x for x in sorted(notches, reverse=True) if tip + 2.0 < x < reading.length - 2.0), 0.0)
    behind = turned_side(pattern, reading.side)
    return WholeArmhole(
        _half(pattern, reading.side, tip, front, "centre front"), _half(pattern, behind, reading.length - tip, back, "centre back")
    )


def _longest_within(strips: Sequence[Strip], size: float) -> Strip:
    """The sheet that has most of the first ``size`` cm: as it hangs, the armhole is upright."""
    best, most, done = strips[0], 0.0, 0.0
    for x in strips:
        own = min(done + x.path.length, size) - done
        if own > most:
            best, most = x, own
        done += x.path.length
    return best


def _hanging(piece: Piece, centre: str, tip: complex) -> complex:
    """Unit vector down the part of a sheet that hangs from one shoulder, its tip known. A front taped to its back hangs by the
    centre of its own; every other sheet by its grain.
    """
    whole = {e.name for e in piece.outline} >= {"centre front", "centre back"}
    path = next((e.path for e in piece.outline if whole and e.name == centre), None)
    if path is None or abs(path.end - path.start) < 1.0:
        return downward(piece)
    # Of the ends of a centre the one at the neck is nearer to the tip.
    top, foot = sorted((path.start, path.end), key=lambda z: abs(z - tip))
    return (foot - top) / abs(foot - top)


def _half(pattern: Pattern, side: Side, size: float, notch: float, centre: str) -> HalfArmhole:
    """The first ``size`` cm of a side, upright as its longest sheet hangs, paper to the left."""
    strips = drawn_up(laid_side(pattern, side).strips, read_as_sewn(pattern, side))
    whole = Path(tuple(s for x in strips for s in x.path.segments))
    path = whole.cut(size)[0] if size < whole.length - 1e-6 else whole
    near = _longest_within(strips, size)
    hanging = _hanging(pattern.piece(near.piece), centre, near.by.inverse().point(path.end))
    down = near.by.point(hanging) - near.by.point(0j)
    upright = Transform(1j / down, 0j)
    if strips[0].paper_to_the_right:
        upright = upright.then(Transform(-1 + 0j, 0j, True))
    turned = path.placed(upright)
    laid = turned.placed(Transform(1 + 0j, -turned.start))
    height = -laid.end.imag
    if height < 4.0:
        raise MoveRefused(
            "its tip does not lie above its underarm: there is no armhole to set a sleeve in.",
            side[0].piece,
            "Make the sleeve before the step that laid the piece so.",
            "armhole",
        )
    inward = -min(z.real for z in flat_path(laid))
    return HalfArmhole(laid, height, max(inward, 0.5), notch or THIRD * size)
