"""Width of a piece along a line drawn on it, as the cloth will lie when the darts are sewn."""

from __future__ import annotations

from ..geometry.path import Path
from .dart import darts_of
from .level import level_on
from .piece import Piece


def width_along(piece: Piece, line: str) -> float:
    """cm of the piece at the level of a drawn line, from edge to edge, as it is sewn. Of a straight line that is no level, cm of the line, all its parts, less
    what darts take out of it; 0 where there is none of that name."""
    level = level_on(piece, line)
    if level is not None:
        return level.length
    paths = [x.path for x in piece.lines if x.name == line]
    return sum(path.length - _taken_up(piece, path) for path in paths)


def _taken_up(piece: Piece, line: Path) -> float:
    """cm of a straight line that lie in the piece's darts, double-pointed ones too."""
    a, b = line.start, line.end
    lenses = sum(x.width_on(a, b) for x in piece.lenses)
    return lenses + sum(_gap(d.mouth, d.pivot, a, b) for d in darts_of(piece))


def _gap(mouth: tuple[complex, complex], pivot: complex, a: complex, b: complex) -> float:
    """cm of the stretch a–b between a dart's legs; nothing of a stretch without length."""
    if a == b:
        return 0.0
    along = (b - a) / abs(b - a)
    hits = []
    for m in mouth:
        p, q = (pivot - a) * along.conjugate(), (m - a) * along.conjugate()
        if p.imag * q.imag < 0:
            hits.append(p.real + (q.real - p.real) * p.imag / (p.imag - q.imag))
    inside = [x for x in hits if 0 <= x <= abs(b - a)]
    return max(inside) - min(inside) if len(inside) == 2 else 0.0
