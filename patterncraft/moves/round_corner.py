"""Round a corner: a bow of a radius that touches both edges."""

from __future__ import annotations

from typing import ClassVar, Final, Literal

from ..errors import BadPlace, MoveRefused
from ..handwork.corner_round import rounded
from ..handwork.shaped_together import shaped_together
from ..house import HouseRules
from ..paper.fold import kind_as_cut
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..places.place import Place
from ..units import Unit, format_length
from ..working import Quantity, Sum
from .move import Example, Group, Move, Outcome, known, slot_field

NEAR: Final = 0.5
"""cm: a place this near to a corner means the corner."""


class RoundCorner(Move):
    """Each of the two edges keeps its half of the bow."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Round a corner"
    key: ClassVar[str] = "r"
    sentence: ClassVar[str] = "Round the corner of the {piece} at {at} with {radius}."
    synonyms: ClassVar[tuple[str, ...]] = ("radius", "curve a corner", "soften a corner", "fillet")
    example: ClassVar[Example | None] = Example(
        "skirt", {"piece": "skirt front", "at": {"edge": "hem", "from": "side", "fraction": 0.0}, "radius": 8.0}
    )

    move: Literal["round_corner"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    at: Place = slot_field("at", "Which corner?", "place", "Corner")
    radius: float = slot_field("radius", "How round?", "length", "Radius", gt=0, le=100, unit="cm")

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        return {
            "piece": self.piece,
            "at": self.at.words(piece, unit),
            "radius": f"a bow of {format_length(self.radius, unit)}",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at ``at`` where there is no corner; MoveRefused where the bow has no room, or the corner is on a fold."""
        before = pattern.piece(self.piece)
        corner = self._corner(before, pattern)
        n = len(before.outline)
        e, f = before.outline[corner - 1], before.outline[corner % n]
        if "fold" in (kind_as_cut(before, e), kind_as_cut(before, f)):
            raise MoveRefused(
                "cloth lies on the fold there: rounded, it would come to a point.", self.piece, "Square it instead.", "at"
            )
        if "dart" in (e.kind, f.kind):
            raise MoveRefused(
                f"that is the mouth of the {(e if e.kind == 'dart' else f).name}.", self.piece, "Choose a corner.", "at"
            )
        done = shaped_together(pattern, [self.piece], lambda p: rounded(p, corner, self.radius, "radius"), "Round it by less.")
        cut = Quantity(before.area - done.pattern.piece(self.piece).area, "area")
        return Outcome(done.pattern, (Sum("Cut off at the corner", cut), *done.working))

    def _corner(self, piece: Piece, pattern: Pattern) -> int:
        z = self.at.found(piece, pattern).point
        gap, k = min((abs(e.path.start - z), k) for k, e in enumerate(piece.outline))
        if gap > NEAR:
            raise BadPlace("there is no corner.", self.piece, "Choose a place where two edges meet.", "at")
        return k
