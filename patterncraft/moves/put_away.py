"""Put away: a sheet is taken off the table; what was sewn to it waits for another partner."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..units import Unit
from ..working import Quantity, Sum, notes
from .move import Group, Move, Outcome, slot_field


class PutAway(Move):
    """The piece is no part of the style from here on. The step that did it brings it back when it is muted."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Put away"
    key: ClassVar[str] = "p"
    sentence: ClassVar[str] = "Put the {piece} away."
    synonyms: ClassVar[tuple[str, ...]] = ("remove", "delete a piece", "not needed", "sleeveless")

    move: Literal["put_away"]
    piece: str = slot_field("piece", "Which piece is not needed?", "piece", "Piece", max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": self.piece}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused for the last piece on the table."""
        hand = take_up(pattern, self.piece)
        piece = hand.piece(self.piece)
        if len(pattern.pieces) == 1:
            raise MoveRefused("it is the last piece on the table.", self.piece, "Keep it, or begin another style.", "piece")
        followed = lay_down(hand, [], traced=-(piece.paper.block or 0.0))
        return Outcome(followed.pattern, (Sum("Paper put away", Quantity(piece.area, "area")), *notes(followed.told)))
