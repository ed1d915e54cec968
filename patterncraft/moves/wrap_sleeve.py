"""Wrapped sleeve: the sleeve's part turned round and taped, hem to hem, to the front."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..handwork.joining import OnPiece
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..units import Unit
from .move import Example, Group, Move, Outcome, slot_field
from .swing_and_join import SwingAndJoin


class WrapSleeve(Move):
    """A sleeve that was cut off along a style line is turned over and laid with its end on the other's end: worn, it wraps round the arm without a seam
    there."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Wrap a sleeve"
    key: ClassVar[str] = "l"
    sentence: ClassVar[str] = "Wrap the {piece} round, its {edge} taped to the {onto}, {turned}."
    synonyms: ClassVar[tuple[str, ...]] = ("wrapped sleeve", "sleeve in one with the front", "origami sleeve")
    example: ClassVar[Example | None] = Example("two bodices", {"piece": "back", "edge": "shoulder", "onto": ["front", "shoulder"]})

    move: Literal["wrap_sleeve"]
    piece: str = slot_field("piece", "Which piece is turned round?", "piece", "Piece", max_length=80)
    edge: str = slot_field("edge", "With which of its edges?", "edge", "Edge", "hem", max_length=80)
    onto: OnPiece = slot_field("onto", "Onto which edge?", "edge of a piece", "Edge that stays")
    turned: bool = slot_field(
        "turned",
        "Is it turned over?",
        "choice",
        "Turned over",
        True,
        choices=(("true", "turned over"), ("false", "turned twice, with the same face up")),
    )

    def pieces_named(self) -> tuple[str, ...]:
        """Both pieces, the one that stays first."""
        return self.onto[0], self.piece

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": self.piece,
            "edge": self.edge,
            "onto": f"{self.onto[1]} of the {self.onto[0]}",
            "turned": "turned over" if self.turned else "turned twice, with the same face up",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises as swinging and joining does."""
        step = {"move": "swing_and_join", "piece": self.piece, "edge": self.edge, "onto": list(self.onto), "turned": self.turned}
        return SwingAndJoin.model_validate(step).apply(pattern, rules)
