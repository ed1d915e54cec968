"""Swing and join: a piece turned as often as one likes, laid edge to edge on another and taped there."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..handwork.joining import OnPiece, how_they_meet, joined
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..units import Unit
from ..working import notes
from .move import Example, Group, Move, Outcome, slot_field

_WAYS = ((True, "turned over first"), (False, "with the same face up"))


class SwingAndJoin(Move):
    """As joining two pieces, but it is you who says whether the second is turned over: a sleeve wrapped round to the front lies with its
    other face up."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Swing and join"
    key: ClassVar[str] = "s"
    sentence: ClassVar[str] = "Swing the {piece} so that its {edge} lies on the {onto}, {turned}, and tape it there, as {name}."
    synonyms: ClassVar[tuple[str, ...]] = ("wrapped sleeve", "turn over and tape", "rotate a piece", "lay on")
    example: ClassVar[Example | None] = Example(
        "two bodices", {"piece": "back", "onto": ["front", "shoulder"], "edge": "shoulder", "turned": True}
    )

    move: Literal["swing_and_join"]
    piece: str = slot_field("piece", "Which piece is swung?", "piece", "Piece", max_length=80)
    onto: OnPiece = slot_field("onto", "Onto which edge?", "edge of a piece", "Edge that stays")
    edge: str = slot_field("edge", "With which of its edges?", "edge", "Edge", max_length=80)
    turned: bool | None = slot_field("turned", "Is it turned over?", "choice", "Turned over", None, choices=_WAYS)
    name: str | None = slot_field("name", "What is the piece called?", "name", "Name", None, min_length=1, max_length=80)

    def pieces_named(self) -> tuple[str, ...]:
        """Both pieces, the one that stays first."""
        return self.onto[0], self.piece

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": self.piece,
            "edge": self.edge,
            "onto": f"{self.onto[1]} of the {self.onto[0]}",
            "turned": "as its seam wants it" if self.turned is None else dict(_WAYS)[self.turned],
            "name": self.name or self.onto[0],
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where the edges do not lie on each other, or paper would lie over paper."""
        if self.piece == self.onto[0]:
            raise MoveRefused("a piece cannot be joined to itself.", self.piece, "Choose edges of two pieces.", "onto")
        swung = (self.piece, self.edge)
        turned, from_end = how_they_meet(pattern, self.onto, swung)
        if self.turned is not None:
            turned = self.turned
        try:
            done = joined(pattern, self.onto, swung, turned, from_end, self.name or self.onto[0], rules)
        except MoveRefused as e:
            e.field = {"a": "onto", "b": "edge"}.get(e.field, e.field)
            raise
        return Outcome(done.followed.pattern, done.working + notes(done.followed.told))
