"""What the moves that make a part to measure have in common."""

from __future__ import annotations

from abc import abstractmethod
from typing import ClassVar

from ..house import HouseRules
from ..paper.pattern import Pattern
from ..parts.part import Part, sewn_on
from .move import Group, Move, Outcome


class PartMove(Move):
    """A step that measures a side of the style and makes a part for it. Done again on a side that changed, it makes the part anew."""

    group: ClassVar[Group] = "Add"

    @abstractmethod
    def draw(self, pattern: Pattern, rules: HouseRules) -> Part:
        """The part for the style as it stands. Raises PatternError where there is none for it."""

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move."""
        part = self.draw(pattern, rules)
        fullness = (line for join in part.joins for line in join.reading.fullness)
        return Outcome(sewn_on(pattern, part, self), (*part.sums, *fullness, *part.told), stages=part.stages)
