"""A corner rounded: the circle of a radius that touches both edges, found by Newton's method along them."""

from __future__ import annotations

from cmath import phase, rect
from math import tan
from typing import NamedTuple

from ..errors import MoveRefused
from ..geometry.path import Path
from ..geometry.segment import Segment
from ..paper.draw import redraw
from ..paper.piece import Piece

ROUNDS = 30
FLAT = 0.1
"""Radians: a corner that turns by less is hardly one."""


class Touch(NamedTuple):
    """cm back along the first edge and on along the second to where the circle touches them; its middle; the turn, radians."""

    back: float
    on: float
    centre: complex
    turn: float


def touching(before: Path, after: Path, radius: float) -> Touch | None:
    """The circle that touches both edges, which meet at a corner; None where it reaches beyond their ends or there is no corner."""
    angle = phase(after.start_direction / before.end_direction)
    if abs(angle) < FLAT:
        return None
    side = 1j if angle > 0 else -1j
    first = radius * abs(tan(angle / 2))
    s, t = first, first
    for _ in range(ROUNDS):
        if not (0 < s < before.length and 0 < t < after.length):
            return None
        p, way_p = before.stand_at(before.length - s)
        q, way_q = after.stand_at(t)
        off = (p + side * radius * way_p) - (q + side * radius * way_q)
        if abs(off) < 1e-10:
            return Touch(s, t, p + side * radius * way_p, phase(way_q / way_p))
        h = 1e-5
        p2, w2 = before.stand_at(before.length - s - h)
        q2, v2 = after.stand_at(t + h)
        by_s = ((p2 + side * radius * w2) - (p + side * radius * way_p)) / h
        by_t = -((q2 + side * radius * v2) - (q + side * radius * way_q)) / h
        det = (by_s.conjugate() * by_t).imag
        if abs(det) < 1e-12:
            return None
        s -= (off.conjugate() * by_t).imag / det
        t -= (by_s.conjugate() * off).imag / det
    return None


def rounded(piece: Piece, corner: int, radius: float, field: str) -> Piece:
    """The corner where outline edge number ``corner`` starts, rounded; each edge keeps its half of the bow. Raises MoveRefused where
    there is no corner or no room."""
    n = len(piece.outline)
    e, f = piece.outline[(corner - 1) % n], piece.outline[corner % n]
    if abs(phase(f.path.start_direction / e.path.end_direction)) < FLAT:
        raise MoveRefused(f"the {e.name} runs on into the {f.name} there.", piece.name, "Choose a corner.", "at")
    touch = touching(e.path, f.path, radius)
    if touch is None:
        most = _most(e.path, f.path, radius)
        raise MoveRefused(
            f"a bow of {radius:.1f} cm does not fit between the {e.name} and the {f.name}.",
            piece.name,
            f"Round it by at most {most:.1f} cm." if most else "Choose another corner.",
            field,
        )
    near, far = e.path.cut(e.length - touch.back)[0], f.path.cut(touch.on)[1]
    a, b = near.end, far.start
    mid = touch.centre + (a - touch.centre) * rect(1.0, touch.turn / 2)
    first, second = _arc(a, mid, touch.centre, touch.turn / 2), _arc(mid, b, touch.centre, touch.turn / 2)
    into = e.redrawn(Path((*near.segments, first)))
    out = f.redrawn(Path((second, *far.segments)))
    return redraw(piece, (corner - 1) % n, 2, (into, out))


def _most(before: Path, after: Path, radius: float) -> float:
    low, high = 0.0, radius
    for _ in range(20):
        mid = 0.5 * (low + high)
        low, high = (mid, high) if touching(before, after, mid) else (low, mid)
    return low


def _arc(a: complex, b: complex, centre: complex, angle: float) -> Segment:
    """A bow of at most a right angle as one cubic, within 3e-4 of its radius."""
    reach = 4 / 3 * tan(angle / 4)
    return (a, a + 1j * (a - centre) * reach, b - 1j * (b - centre) * reach, b)
