"""Down, out and levels on a piece: along its grain, square to it, and the height of what is named."""

from __future__ import annotations

from ..errors import no_such
from ..paper.dart import darts_of
from ..paper.piece import Piece


def downward(piece: Piece) -> complex:
    """Unit vector down the piece: along its grainline, hemward (y grows); straight down without one."""
    if piece.grain is None or piece.grain.start == piece.grain.end:
        return 1j
    along = piece.grain.end - piece.grain.start
    along /= abs(along)
    # A grainline that lies across (a band cut crosswise) keeps the sense in which it was drawn.
    return -along if along.imag < -1e-9 else along


def outward(piece: Piece) -> complex:
    """Unit vector square to the grain, away from the centre; to the right as seen where there is none."""
    across = -1j * downward(piece)
    centre = [e.path for e in piece.outline if e.is_centre]
    # Where a button stand was added, the centre is a line on the piece.
    centre = centre or [x.path for x in piece.lines if x.name.startswith("centre")]
    if not centre:
        return across if across.real > 0 else -across
    at = sum((p.start + p.end for p in centre), 0j) / (2 * len(centre))
    left, top, right, bottom = piece.box
    middle = complex(0.5 * (left + right), 0.5 * (top + bottom))
    return across if ((middle - at) * across.conjugate()).real >= 0 else -across


def level_point(piece: Piece, name: str) -> complex:
    """A point at the level of a mark, a named line (where it starts) or a dart's pivot.

    Raises NoSuchName listing what has a level.
    """
    for m in piece.marks:
        if m.name == name:
            return m.at
    for x in piece.lines:
        if x.name == name:
            return x.path.start
    for d in darts_of(piece):
        if d.name == name:
            return d.pivot
    raise no_such("level", name, levels_of(piece), piece.name)


def levels_of(piece: Piece) -> list[str]:
    """Names of everything that has a level: marks, drawn lines, darts; each once."""
    names = [m.name for m in piece.marks] + [x.name for x in piece.lines] + [d.name for d in darts_of(piece)]
    return list(dict.fromkeys(names))
