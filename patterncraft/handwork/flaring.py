"""An edge let out at its hem: from a place on it straight out, as long as it was, the hem drawn square to it."""

from __future__ import annotations

from typing import Final, NamedTuple

from ..errors import BadPlace, MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..paper.draw import redraw
from ..paper.part import open_corner
from ..paper.piece import Piece
from ..paper.sewn import Spot, run_of
from ..tolerances import SNAP
from .one_edge import in_one

LEAST: Final = 2.0
"""cm of edge below the place that the flare needs at least."""
STEEPEST: Final = 0.7
"""cm out for each cm down, at most: beyond it lies a godet or a circle, not a flare (common practice, no source)."""


ROUNDS: Final = 6
"""Times the new line is drawn until it is as long as the old one: each comes ten times nearer."""


class Hemmed(NamedTuple):
    """The last part of an edge before the hem, the hem's first beside it, and whether the hem follows it in the outline."""

    edge: int
    hem: int
    follows: bool


def hem_end(piece: Piece, edge: str, field: str) -> Hemmed:
    """Where an edge meets a hem. Raises BadPlace where it meets none."""
    run = run_of(piece, edge)
    n = len(piece.outline)
    after, before = (run[-1] + 1) % n, (run[0] - 1) % n
    if piece.outline[after].kind == "hem" or piece.outline[after].name == "hem":
        return Hemmed(run[-1], after, True)
    if piece.outline[before].kind == "hem" or piece.outline[before].name == "hem":
        return Hemmed(run[0], before, False)
    raise BadPlace(f"the {edge} runs into no hem.", piece.name, "Choose an edge that does.", field)


def flared(piece: Piece, edge: str, up: float, amount: float, field: str) -> Piece:
    """The edge let out by ``amount`` cm at the hem, from ``up`` cm above it: tangent there, straight, as long as it was; the hem
    runs into it square. Raises BadPlace or MoveRefused where there is no room for it."""
    end = hem_end(piece, edge, field)
    e = piece.outline[end.edge]
    if not LEAST <= up < e.length - SNAP:
        raise BadPlace(
            f"the flare would begin {up:.1f} cm above the hem; the {edge} is in one for {e.length:.1f} cm there.",
            piece.name,
            f"Let it begin between {LEAST:.0f} and {e.length:.1f} cm above the hem.",
            field,
        )
    if amount > STEEPEST * up:
        raise MoveRefused(
            f"{amount:.1f} cm out on {up:.1f} cm of height is more than a flare.",
            piece.name,
            "Begin it higher, let it out by less, or set in a godet.",
            "amount",
        )
    along = e.length - up if end.follows else up
    opened, corner = open_corner(piece, Spot(end.edge, along))
    n = len(opened.outline)
    lower = opened.outline[corner if end.follows else corner - 1]
    hem = opened.outline[(corner + 1) % n if end.follows else (corner - 2) % n]
    # Walked downward, paper lies to the right of an edge that the hem follows, to the left of one that it precedes.
    path = lower.path if end.follows else lower.path.reversed()
    out = -1j if end.follows else 1j
    start, old = path.start, path.end
    chord = (old - start) / abs(old - start)
    aim = old + out * chord * amount
    way = (aim - start) / abs(aim - start)
    long = up
    for _ in range(ROUNDS):
        side = _out_to(path, start + way * long)
        long += up - side.length
    square = -out * side.end_direction
    own = hem.path if end.follows else hem.path.reversed()
    if own.length <= SNAP:
        raise BadPlace("the hem has no length there.", piece.name, "Choose another edge.", field)
    bottom = fair_curve([side.end, own.end], square, own.end_direction)
    if end.follows:
        return in_one(redraw(opened, corner, 2, (lower.redrawn(side), hem.redrawn(bottom))), edge)
    return in_one(redraw(opened, (corner - 2) % n, 2, (hem.redrawn(bottom.reversed()), lower.redrawn(side.reversed()))), edge)


def _out_to(path: Path, foot: complex) -> Path:
    """From the path's start, leaving as it does, straight to the foot."""
    leaving = path.start_direction
    straight_on = (foot - path.start) / abs(foot - path.start)
    if abs(leaving - straight_on) < 1e-9:
        return straight(path.start, foot)
    size = abs(foot - path.start)
    return Path(((path.start, path.start + leaving * size / 3, foot - straight_on * size / 2, foot),))
