"""Rename: a piece gets another name; seams and recipes speak of it by that from here on."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import BadSetting
from ..handwork.names import free_name
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..units import Unit
from ..working import notes, tell
from .move import Example, Group, Move, Outcome, slot_field


class Rename(Move):
    """Changes no paper."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Rename"
    key: ClassVar[str] = "r"
    sentence: ClassVar[str] = "Call the {piece} {name}."
    synonyms: ClassVar[tuple[str, ...]] = ("name", "label", "call")
    example: ClassVar[Example | None] = Example("bodice", {"piece": "front", "name": "bodice front"})

    move: Literal["rename"]
    piece: str = slot_field("piece", "Which piece?", "piece", "Piece", max_length=80)
    name: str = slot_field("name", "What is it called from now on?", "name", "New name", min_length=1, max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": self.piece, "name": f"“{self.name}”"}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadSetting at ``name`` for a name that is taken, or that it has."""
        hand = take_up(pattern, self.piece)
        if self.name == self.piece:
            raise BadSetting("it is called that already.", self.piece, "Type another name.", "name")
        name = free_name(pattern, self.name, self.piece)
        followed = lay_down(hand, [replace(hand.piece(self.piece), name=name)])
        return Outcome(followed.pattern, (tell(f"The {self.piece} is the {name} now."), *notes(followed.told)))
