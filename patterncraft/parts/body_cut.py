"""The upper part of a front or back cut off along a drawn line, for a sleeve that takes its place."""

from __future__ import annotations

from ..errors import MoveRefused
from ..geometry.path import Path
from ..house import HouseRules
from ..moves.cut_along import CutAlong
from ..moves.put_away import PutAway
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import Spot, run_of
from ..places.line import LineOnPiece
from ..places.place import Found


class Corner:
    """A corner of a piece's outline where two of its edges meet."""

    def __init__(self, piece: Piece, one: str, other: str, field: str) -> None:
        """Raises MoveRefused where they do not meet."""
        n = len(piece.outline)
        for a, b in ((one, other), (other, one)):
            if a not in piece.edge_names or b not in piece.edge_names:
                raise MoveRefused(f"it has no {a if a not in piece.edge_names else b}.", piece.name, "Choose a bodice.", field)
            for i in run_of(piece, a):
                if piece.outline[(i + 1) % n].name == b:
                    self.point = piece.outline[i].path.end
                    self.spot = Spot((i + 1) % n, 0.0)
                    self.at_end = {a: True, b: False}
                    return
        raise MoveRefused(f"its {one} does not meet its {other}.", piece.name, "Choose a bodice with both.", field)


def refuse_with_sleeve(pattern: Pattern, name: str, field: str) -> None:
    """Raises MoveRefused where something is sewn to the piece's armhole already: a move that takes the armhole away would leave it without a seam."""
    for s in pattern.seams:
        if s.b and any((x.piece, x.edge) == (name, "armhole") for x in (*s.a, *s.b)):
            other = (
                next(x.piece for x in (*s.a, *s.b) if x.edge != "armhole")
                if any(x.edge != "armhole" for x in (*s.a, *s.b))
                else s.name
            )
            raise MoveRefused(
                f"its armhole is sewn already, to the {other}.", name, "Put that away first, or move this step before it.", field
            )


def cut_away(pattern: Pattern, rules: HouseRules, name: str, path: Path, ends: tuple[Spot, Spot], edge: str) -> Pattern:
    """The piece without what lies beyond ``path``; its new edge, called ``edge``, waits for its partner. What is kept is the part with the side seam.

    Raises as cutting along a line does.
    """
    off = f"{name} cut off"
    line = LineOnPiece((path,), (Found(path.start, ends[0]), Found(path.end, ends[1])), (None, None))
    for names in ((name, off), (off, name)):
        step = CutAlong.model_validate({"move": "cut_along", "piece": name, "line": "drawn", "names": names, "seam": edge})
        cut = step.along(pattern, line).pattern
        if "side" in cut.piece(name).edge_names:
            break
    return PutAway.model_validate({"move": "put_away", "piece": off}).apply(cut, rules).pattern
