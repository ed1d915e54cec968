"""A strip outside an edge: a button stand, a facing, a hem. The old edge stays on the piece as a line, to fold or stitch along."""

from __future__ import annotations

from dataclasses import replace
from typing import Final, Literal, NamedTuple

from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..geometry.transform import turn_over
from ..paper.draw import redraw
from ..paper.edge import Edge, EdgeKind, on_new_paper
from ..paper.piece import DrawnLine, Piece
from ..tolerances import SNAP
from .one_edge import in_one
from .reaching import first_reaching
from .reshaping import Run, stroke_of

As = Literal["button stand", "wrap", "facing", "casing", "hem", "allowance"]
Shape = Literal["parallel", "tapered", "rounded"]
FOLDED: Final = ("facing", "casing", "hem")
"""Strips that are folded back: their ends lie on the edges beside, mirrored."""
KINDS: Final[dict[As, EdgeKind]] = {
    "button stand": "opening",
    "wrap": "opening",
    "facing": "raw",
    "casing": "raw",
    "hem": "raw",
    "allowance": "raw",
}
"""What becomes of the outer edge. A strip that is itself turned back, or is the allowance, is cut as it stands: nothing is added to it again."""
SQUARE: Final = 0.09
"""Sine of about five degrees: an edge that leans more at a fold has no strip that could lie on the fold."""
PLACES: Final = 5
"""Places of a bent edge beside which the strip's outer edge is drawn."""
TAPERED: Final = 0.25
"""Share of its width that a tapered strip has at its narrow end."""
STRAIGHT: Final = 1e-3


class Extended(NamedTuple):
    """The piece with its strip, and what the strip's outer edge and those of its ends that do not lie on a fold are called."""

    piece: Piece
    outer: str
    ends: tuple[str, ...]


def extended(piece: Piece, run: Run, width: float, kind: As, shape: Shape, names: tuple[str, str, str]) -> Extended:
    """``width`` cm of new paper outside an edge. ``names``: of the outer edge, and of the strip's ends at the edge's start and end. A fold
    beside it runs on over the strip.

    Raises MoveRefused where the strip would be larger than the piece, its ends would cross, or it could not lie on the fold beside it.
    """
    old = stroke_of(piece, run)
    path = old.path
    if width * path.length > piece.area:
        raise MoveRefused(
            f"a strip of {width:.1f} cm beside the {old.name} would be larger than the piece.",
            piece.name,
            "Make it narrower.",
            "width",
        )
    wide = (width, TAPERED * width) if shape == "tapered" else (width, width)
    before, after = piece.outline[run.before], piece.outline[run.after]
    first = _end(piece, old.name, before, (path.start, path.start_direction), before.path.reversed(), wide[0], kind)
    last = _end(piece, old.name, after, (path.end, path.end_direction), after.path, wide[1], kind)
    outer = _outer(path, first.end, last.end, wide)
    if outer.length < 0.2 * path.length:
        raise MoveRefused(f"so wide the strip beside the {old.name} comes to a point.", piece.name, "Make it narrower.", "width")
    ends = [
        on_new_paper(beside.name, "fold", end)
        if beside.kind == "fold"
        else on_new_paper(name, "raw" if kind == "allowance" else "seam", end)
        for beside, name, end in ((before, names[1], first), (after, names[2], last.reversed()))
    ]
    drawn = redraw(piece, run.first, run.parts, (ends[0], on_new_paper(names[0], KINDS[kind], outer), ends[1]))
    for e in (before, after):
        if e.kind == "fold":
            drawn = in_one(drawn, e.name)
    lines = (*drawn.lines, DrawnLine(old.name, path))
    return Extended(replace(drawn, lines=lines, marks=piece.marks), names[0], tuple(e.name for e in ends if e.kind != "fold"))


def _end(piece: Piece, edge: str, beside: Edge, corner: tuple[complex, complex], away: Path, width: float, kind: As) -> Path:
    """An end of the strip, outward from a corner of the edge (its point, and the way the edge runs there). ``away``: the neighbour, walked
    from the corner. On along a fold; mirrored where it is folded back; else square to the edge."""
    z, along = corner
    if beside.kind == "fold":
        way = -away.start_direction
        if abs((way * along.conjugate()).real) > SQUARE:
            raise MoveRefused(
                f"the {edge} does not meet the {beside.name} square: a strip beside it could not lie on the fold.",
                piece.name,
                f"Square the {edge} there first.",
                "edge",
            )
        return straight(z, z + way * width)
    if kind in FOLDED:
        return _mirrored_end(z, along, away, width, piece, edge)
    return straight(z, z - 1j * along * width)


def _mirrored_end(corner: complex, along: complex, beside: Path, width: float, piece: Piece, edge: str) -> Path:
    """The end of a strip that is folded back along the edge: the neighbour's line, from the corner until it is ``width`` off the edge,
    turned over it. Raises MoveRefused where the neighbour does not go so far."""
    size = beside.length
    found = first_reaching(beside, corner, 1j * along, width)
    if found is None:
        deep = max(((beside.at(size * k / 8) - corner) * (1j * along).conjugate()).real for k in range(9))
        raise MoveRefused(
            f"beside the {edge} the piece is {deep:.1f} cm deep: a strip of {width:.1f} cm folded back would reach beyond it.",
            piece.name,
            "Make it narrower.",
            "width",
        )
    part = beside.cut(found.along)[0] if SNAP < found.along < size - SNAP else beside
    return part.placed(turn_over(corner, corner + along))


def _outer(path: Path, start: complex, end: complex, wide: tuple[float, float]) -> Path:
    """Beside the edge all along, between the strip's ends."""
    if all(len(s) == 2 for s in path.segments) and path.length - abs(path.end - path.start) < STRAIGHT:
        return straight(start, end)
    through = []
    for k in range(1, PLACES + 1):
        share = k / (PLACES + 1)
        z, way = path.stand_at(path.length * share)
        through.append(z - 1j * way * (wide[0] * (1 - share) + wide[1] * share))
    return fair_curve([start, *through, end])
