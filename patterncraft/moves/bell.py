"""Bell: a sleeve spread at its hem, its cap as it was."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..house import HouseRules
from ..paper.pattern import Pattern
from ..parts.sleeve_work import the_sleeve, without_darts
from ..units import Unit, format_length
from .as_drawn import upright_and_faced
from .move import Example, Group, Move, Outcome, slot_field
from .slash_and_spread import SlashAndSpread


class Bell(Move):
    """Slashed from the hem to the cap and hinged there; the hem falls in folds."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Bell sleeve"
    key: ClassVar[str] = "b"
    sentence: ClassVar[str] = "Spread {piece} into a bell, {count} slashes opened {opening} each at the hem."
    synonyms: ClassVar[tuple[str, ...]] = ("flared sleeve", "trumpet sleeve", "angel sleeve")
    example: ClassVar[Example | None] = Example("sleeve", {"opening": 4.0})

    move: Literal["bell"]
    piece: str | None = slot_field("piece", "Which sleeve?", "piece", "Sleeve", None, max_length=80)
    opening: float = slot_field("opening", "How far does each open?", "length", "Each opens", 4.0, gt=0, le=60, unit="cm")
    count: int = slot_field("count", "How many slashes?", "count", "Slashes", 4, ge=1, le=40)

    def pieces_named(self) -> tuple[str, ...]:
        """The sleeve, if it is named."""
        return (self.piece,) if self.piece else ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": f"the {self.piece}" if self.piece else "the sleeve",
            "count": str(self.count),
            "opening": format_length(self.opening, unit),
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises as slashing and spreading does."""
        return upright_and_faced(self._worked, pattern, rules)

    def _worked(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        piece = the_sleeve(pattern, self.piece)
        pattern, _ = without_darts(pattern, rules, piece.name, "piece")
        step = {
            "move": "slash_and_spread",
            "piece": piece.name,
            "from_edge": "hem",
            "to_edge": "cap",
            "count": self.count,
            "opening": self.opening,
            "hinge": "to_edge",
            "result": "flare",
        }
        with self.telling("opening"):
            return SlashAndSpread.model_validate(step).apply(pattern, rules)
