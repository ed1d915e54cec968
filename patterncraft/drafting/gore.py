"""One gore: the strip between two seams, from the waist to the hem. Its middle lies at x = 0, the waist's at y = 0."""

from __future__ import annotations

from cmath import rect
from dataclasses import dataclass
from math import pi, sin, tan

from ..geometry.curves import guided
from ..geometry.path import Path, straight
from ..geometry.solving import where_zero
from ..geometry.transform import turn_over
from ..paper.edge import Edge
from ..paper.piece import CutPlan, DrawnLine, Grain, Piece
from .lines import bulging


@dataclass(frozen=True, slots=True)
class GoreSize:
    """Whole widths at waist and hip, levels from the waist down, cm. ``drop``: the hem raised at the
    seams. ``seam``: how long a straight gore's side is to be from waist to hip, 0 as it comes."""

    name: str
    waist: float
    hip: float
    hip_level: float
    long: float
    drop: float
    softened: float
    seam: float = 0.0


def flared(g: GoreSize) -> Piece:
    """A sector of a ring: its seams are straight and run on from the hip to the hem, every level lies square to
    both seams, and each width is right along its own curve. ``long`` is measured along the seam."""
    half = (g.hip - g.waist) / g.hip_level / 2
    if abs(half) < 1e-6:
        return _bar(g)
    radius = g.waist / (2 * half)

    def at(down: float, angle: float) -> complex:
        return rect(radius + down, pi / 2 - angle) - 1j * radius

    def level(down: float) -> Path:
        return Path((_arc(at(down, -half), at(down, half), half),))

    hem_right, hem_left = at(g.long - g.drop, half), at(g.long - g.drop, -half)
    bottom = at(g.long, 0)
    reach = abs(hem_right - bottom) / 3
    right = guided(hem_right, -rect(1, -half), reach, bottom, -1 + 0j, reach)
    left = guided(bottom, -1 + 0j, reach, hem_left, -rect(1, half), reach)
    outline = (
        Edge("waist", "seam", level(0)),
        Edge("right side", "seam", straight(at(0, half), hem_right)),
        Edge("hem", "hem", Path(right.segments + left.segments)),
        Edge("left side", "seam", straight(hem_left, at(0, -half))),
    )
    return _piece(g, outline, level(g.hip_level))


def _arc(a: complex, b: complex, half: float) -> tuple[complex, complex, complex, complex]:
    """A circle's arc as one cubic, right to 1e-6 of its length below 20°: handles 4/3·tan(θ/4)·r."""
    radius = abs(b - a) / (2 * sin(half))
    reach = 4 / 3 * radius * tan(half / 2)
    return a, a + rect(reach, half), b - rect(reach, -half), b


def straight_gore(g: GoreSize) -> Piece:
    """From the waist bulging to the hip, then parallel to the grain. ``softened``: out midway, cm. The waist is
    raised at the seams until it lies square to them."""
    hip_left, hip_right = complex(-g.hip / 2, g.hip_level), complex(g.hip / 2, g.hip_level)
    lean = (g.hip - g.waist) / 2 / g.hip_level
    up = max(min(g.waist / 2 * lean / 2, 2.0), 0.0)
    if g.seam:
        up = where_zero(lambda u: _upper_seam(g, u, hip_right).length - g.seam, up - 2, up + 2)
    waist = _waistline(g, up)
    right = _upper_seam(g, up, hip_right)
    left = right.placed(turn_over(0j, 1j))
    foot_right, foot_left = complex(g.hip / 2, g.long), complex(-g.hip / 2, g.long)
    outline = (
        Edge("waist", "seam", waist),
        Edge("right side", "seam", Path((*right.segments, (hip_right, foot_right)))),
        Edge("hem", "hem", straight(foot_right, foot_left)),
        Edge("left side", "seam", Path(((foot_left, hip_left), *left.reversed().segments))),
    )
    return _piece(g, outline, straight(hip_left, hip_right))


def _waistline(g: GoreSize, up: float) -> Path:
    """As wide as the gore along its own curve, its ends ``up`` cm higher than its middle."""
    x = g.waist / 2
    for _ in range(3):
        x += (g.waist - _sagging(complex(-x, -up), complex(x, -up), up).length) / 2
    return _sagging(complex(-x, -up), complex(x, -up), up)


def _upper_seam(g: GoreSize, up: float, hip: complex) -> Path:
    return bulging(_waistline(g, up).end, hip, g.softened)


def upper_seam_length(g: GoreSize) -> float:
    """cm of a straight gore's side from waist to hip as it comes."""
    side = next(e.path for e in straight_gore(g).outline if e.name == "right side")
    return side.length - (g.long - g.hip_level)


def _bar(g: GoreSize) -> Piece:
    corners = [complex(x * g.waist / 2, y) for x, y in ((-1, 0), (1, 0), (1, g.long), (-1, g.long))]
    names = ("waist", "right side", "hem", "left side")
    outline = tuple(
        Edge(n, "hem" if n == "hem" else "seam", straight(corners[i], corners[(i + 1) % 4])) for i, n in enumerate(names)
    )
    return _piece(g, outline, straight(complex(-g.hip / 2, g.hip_level), complex(g.hip / 2, g.hip_level)))


def _sagging(a: complex, b: complex, sag: float) -> Path:
    """A shallow curve from a to b, its middle ``sag`` lower."""
    reach = (b.real - a.real) / 3
    off = 1j * sag * 4 / 3
    return Path(((a, a + reach + off, b - reach + off, b),))


def _piece(g: GoreSize, outline: tuple[Edge, ...], hip: Path) -> Piece:
    grain = Grain(complex(0, min(g.hip_level, g.long * 0.4)), complex(0, g.long - 5))
    return Piece(g.name, outline, lines=(DrawnLine("hip", hip),), grain=grain, cut=CutPlan(1, on_fold=False, mirrored=False))
