"""Mirror: a sheet turned over on the table, so that what was for the left is for the right."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..geometry.transform import turn_over
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..places.levels import downward
from ..units import Unit
from ..working import note, notes, tell
from .move import Example, Group, Move, Outcome, slot_field


class Mirror(Move):
    """Turned over sideways, along its grain; everything on it, and what it is sewn to, stays as it was."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Mirror"
    key: ClassVar[str] = "m"
    sentence: ClassVar[str] = "Turn the {piece} over."
    synonyms: ClassVar[tuple[str, ...]] = ("flip", "turn over", "reverse", "other side")
    example: ClassVar[Example | None] = Example("bodice", {"piece": "front"})

    move: Literal["mirror"]
    piece: str = slot_field("piece", "Which piece is turned over?", "piece", "Piece", max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": self.piece}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move."""
        hand = take_up(pattern, self.piece)
        piece = hand.piece(self.piece)
        left, top, right, bottom = piece.box
        middle = complex(0.5 * (left + right), 0.5 * (top + bottom))
        turned = piece.placed(turn_over(middle, middle + downward(piece)))
        followed = lay_down(hand, [turned])
        lines = [tell("It lies with its other face up.")]
        if piece.cut.mirrored or piece.cut.on_fold:
            lines.append(note("It is cut as a mirrored pair or on the fold: on the cloth that makes no difference."))
        return Outcome(followed.pattern, (*lines, *notes(followed.told)))
