"""Shorten sleeve: cut off level, and hemmed there."""

from __future__ import annotations

from typing import ClassVar, Literal, Self

from pydantic import model_validator

from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import sewn_length
from ..parts.sleeve_work import cut_off_below, elbow_level, hem_level, the_sleeve, top_of
from ..units import Unit, format_length
from ..working import Sum, fine, length
from .as_drawn import upright_and_faced
from .move import Example, Group, Move, Outcome, slot_field


class ShortenSleeve(Move):
    """What hangs below the level is put away; the hem is level there."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Shorten a sleeve"
    key: ClassVar[str] = "s"
    sentence: ClassVar[str] = "Shorten {piece} to end {to}."
    synonyms: ClassVar[tuple[str, ...]] = ("short sleeve", "three-quarter sleeve", "cut off the sleeve", "half sleeve")
    example: ClassVar[Example | None] = Example("sleeve", {"above_elbow": 5.0})

    move: Literal["shorten_sleeve"]
    piece: str | None = slot_field("piece", "Which sleeve?", "piece", "Sleeve", None, max_length=80)
    length: float | None = slot_field(
        "to", "Where does it end?", "lengths", "Long, from the cap's top", None, ge=5, le=120, unit="cm", asked=True
    )
    above_elbow: float | None = slot_field(
        "to", "Where does it end?", "lengths", "Or, above the elbow", None, ge=-40, le=40, unit="cm"
    )
    by: float | None = slot_field("to", "Where does it end?", "lengths", "Or, shorter by", None, gt=0, le=100, unit="cm")

    @model_validator(mode="after")
    def _one_way(self) -> Self:
        if sum(x is not None for x in (self.length, self.above_elbow, self.by)) != 1:
            raise ValueError("say in one way where it ends: its length, how far above the elbow, or by how much shorter")
        return self

    def pieces_named(self) -> tuple[str, ...]:
        """The sleeve, if it is named."""
        return (self.piece,) if self.piece else ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        if self.length is not None:
            to = f"{format_length(self.length, unit)} from its top"
        elif self.above_elbow is not None:
            to = f"{format_length(abs(self.above_elbow), unit)} {'above' if self.above_elbow >= 0 else 'below'} the elbow"
        else:
            to = f"{format_length(self.by or 0.0, unit)} shorter"
        return {"piece": f"the {self.piece}" if self.piece else "the sleeve", "to": to}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where no sleeve would be left; BadPlace for a level above an elbow that is not drawn."""
        return upright_and_faced(self._worked, pattern, rules)

    def _worked(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        piece = the_sleeve(pattern, self.piece)
        level, field = self._level(piece)
        after = cut_off_below(pattern, rules, piece.name, level, field)
        was, now = (sewn_length(p.piece(piece.name), "hem") for p in (pattern, after))
        lines = (
            Sum("Long from its top", length(level - top_of(piece).imag)),
            Sum("Round its hem", fine(now), "it was {}", (fine(was),)),
        )
        return Outcome(after, lines)

    def _level(self, piece: Piece) -> tuple[float, str]:
        if self.length is not None:
            return top_of(piece).imag + self.length, "length"
        if self.above_elbow is not None:
            return elbow_level(piece) - self.above_elbow, "above_elbow"
        return hem_level(piece) - (self.by or 0.0), "by"
