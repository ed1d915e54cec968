"""Leg of mutton: a sleeve spread at its cap and lifted there, its wrist as it was."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..house import HouseRules
from ..paper.pattern import Pattern
from ..parts.full_cap import gathered_between_notches
from ..parts.sleeve_work import the_sleeve, told_of, without_darts
from ..units import Unit, format_length
from .as_drawn import upright_and_faced
from .lift import Lift
from .move import Example, Group, Move, Outcome, slot_field
from .slash_and_spread import SlashAndSpread

QUARTER = 0.25
"""Share of the cap from its end up, above which it is lifted: between the notches."""


class LegOfMutton(Move):
    """Slashed from the cap to the hem, hinged there; then the cap is lifted. What the cap gains is gathered between its notches."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Leg-of-mutton sleeve"
    key: ClassVar[str] = "m"
    sentence: ClassVar[str] = "Spread {piece} at its cap, {count} slashes opened {opening} each, and lift it by {height}."
    synonyms: ClassVar[tuple[str, ...]] = ("gigot sleeve", "full cap", "puffed head")
    example: ClassVar[Example | None] = Example("sleeve", {"opening": 3.0, "height": 4.0})

    move: Literal["leg_of_mutton"]
    piece: str | None = slot_field("piece", "Which sleeve?", "piece", "Sleeve", None, max_length=80)
    opening: float = slot_field("opening", "How far does each open?", "length", "Each opens", 4.0, gt=0, le=40, unit="cm")
    count: int = slot_field("count", "How many slashes?", "count", "Slashes", 3, ge=1, le=20)
    height: float = slot_field("height", "How much higher is the cap?", "length", "Higher by", 5.0, ge=0, le=30, unit="cm")

    def pieces_named(self) -> tuple[str, ...]:
        """The sleeve, if it is named."""
        return (self.piece,) if self.piece else ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": f"the {self.piece}" if self.piece else "the sleeve",
            "count": str(self.count),
            "opening": format_length(self.opening, unit),
            "height": format_length(self.height, unit),
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises as slashing, spreading and lifting do."""
        return upright_and_faced(self._worked, pattern, rules)

    def _worked(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        piece = the_sleeve(pattern, self.piece)
        before = pattern
        pattern, _ = without_darts(pattern, rules, piece.name, "piece")
        step = {
            "move": "slash_and_spread",
            "piece": piece.name,
            "from_edge": "cap",
            "to_edge": "hem",
            "count": self.count,
            "opening": self.opening,
            "hinge": "to_edge",
            "result": "gather",
        }
        with self.telling("opening"):
            done = SlashAndSpread.model_validate(step).apply(pattern, rules)
        if not self.height:
            return replace(done, pattern=gathered_between_notches(before, done.pattern, piece.name))
        at = {"edge": "cap", "from": "back underarm", "fraction": QUARTER}
        lift = {"move": "lift", "piece": piece.name, "at": at, "height": self.height}
        with self.telling("height"):
            lifted = Lift.model_validate(lift).apply(done.pattern, rules)
        after = gathered_between_notches(before, lifted.pattern, piece.name)
        return Outcome(after, (*told_of(done.working), *lifted.working), done.strips, (*done.remarks, *lifted.remarks))
