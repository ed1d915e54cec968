"""What our drawings say of their own strokes, so that they can be read back: the strokes carry the geometry, the head the promises.

Whoever changes a line in another program changes the block that is read back, as it should be; seams, notches and how a piece is cut
stand in the head, which is the open file without its geometry.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any, Final, Literal

from ..geometry.path import Path, straight
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..texts import NAME_LETTERS
from .openfile_io import pattern_file

APPLICATION: Final = "STEADY_SHEAR"
DICTIONARY: Final = "STEADY_SHEAR_PROMISES"
Role = Literal["edge", "line", "left", "right", "grain", "mark"]
CROSS: Final = 0.3
"""cm: half of the small cross that is drawn where a mark lies."""


@dataclass(frozen=True, slots=True)
class TaggedStroke:
    """A stroke of a piece. ``order``: its place in the outline; ``kind``: what becomes of the edge, or how the grain lies."""

    piece: str
    role: Role
    name: str
    kind: str
    order: int
    path: Path


def strokes_of(piece: Piece) -> Iterator[TaggedStroke]:
    """Everything on a piece that has a place. A mark is the level half of its cross, from its middle."""
    for i, e in enumerate(piece.outline):
        yield TaggedStroke(piece.name, "edge", e.name, e.kind, i, e.path)
    for x in piece.lines:
        yield TaggedStroke(piece.name, "line", x.name, "", 0, x.path)
    for n, lens in enumerate(piece.lenses):
        yield TaggedStroke(piece.name, "left", lens.name, "", n, lens.left)
        yield TaggedStroke(piece.name, "right", lens.name, "", n, lens.right)
    for m in piece.marks:
        yield TaggedStroke(piece.name, "mark", m.name, m.kind, 0, straight(m.at, m.at + CROSS))
    if piece.grain:
        yield TaggedStroke(piece.name, "grain", "grain", piece.grain.kind, 0, straight(piece.grain.start, piece.grain.end))


def promises_of(pattern: Pattern, name: str, at: Mapping[str, complex]) -> dict[str, Any]:
    """The open file of the pattern without its geometry, and by how much each sheet was shifted on the drawing, cm. ``name``: a style's with its wearer's may
    be longer than a file's may: it is told as far as there is room."""
    name = name[:NAME_LETTERS].strip()
    whole = pattern_file(pattern, name).model_dump(mode="json", by_alias=True, exclude_none=True)
    pieces = [{k: p[k] for k in ("name", "darts", "cut")} for p in whole["pieces"]]
    for p in pieces:
        shift = at[p["name"]]
        p["at"] = [shift.real, shift.imag]
    return {"steady-shear": 1, "name": name, "pieces": pieces, "seams": whole["seams"]}
