"""Grain: how a piece lies on the cloth."""

from __future__ import annotations

from cmath import rect
from dataclasses import replace
from math import radians
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..handwork.centre import with_grain_of
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import Grain as Arrow
from ..paper.piece import Piece
from ..paper.sewn import run_of
from ..places.levels import downward
from ..units import Unit
from ..working import tell
from .move import Example, Group, Move, Outcome, slot_field

_KINDS = (("straight", "straight"), ("cross", "cross"), ("bias", "bias"))
_TURNS = {"straight": 0.0, "cross": 0.0, "bias": 45.0}


class Grain(Move):
    """Parallel to an edge, else to its fold or centre, else down the sheet; for the bias at forty-five degrees to it."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Lay the grain"
    key: ClassVar[str] = "g"
    sentence: ClassVar[str] = "Lay the {piece} on the {kind} grain, along {along}."
    synonyms: ClassVar[tuple[str, ...]] = ("grainline", "bias", "cross grain", "warp")
    example: ClassVar[Example | None] = Example("skirt", {"piece": "skirt front", "kind": "bias"})

    move: Literal["grain"]
    piece: str = slot_field("piece", "Which piece?", "piece", "Piece", max_length=80)
    kind: Literal["straight", "cross", "bias"] = slot_field(
        "kind", "On which grain?", "choice", "Grain", "straight", choices=_KINDS
    )
    along: str | None = slot_field("along", "Along which edge, if not the centre?", "edge", "Along", None, max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": self.piece, "kind": self.kind, "along": f"its {self.along}" if self.along else "its centre"}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for piece or edge; MoveRefused for an edge that ends where it begins."""
        piece = pattern.piece(self.piece)
        way = self._way(piece) * rect(1.0, radians(_TURNS[self.kind]))
        laid = with_grain_of(replace(piece, grain=None), replace(piece, grain=Arrow(0j, 10 * way, self.kind)))
        was = "had no grain line" if piece.grain is None else f"lay on the {piece.grain.kind} grain"
        return Outcome(pattern.with_piece(laid), (tell(f"It {was}; it lies on the {self.kind} grain now."),))

    def _way(self, piece: Piece) -> complex:
        names = [self.along] if self.along else [e.name for e in piece.outline if e.kind == "fold" or e.is_centre]
        if not names:
            return downward(piece)
        run = run_of(piece, names[0])
        way = piece.outline[run[-1]].path.end - piece.outline[run[0]].path.start
        if abs(way) < 0.1:
            raise MoveRefused(f"the {names[0]} ends where it begins.", piece.name, "Choose another edge.", "along")
        way /= abs(way)
        return way if (way * downward(piece).conjugate()).real >= 0 else -way
