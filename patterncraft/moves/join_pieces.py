"""Join pieces: two pieces laid edge to edge and taped into one; the seam between them is gone."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..handwork.joining import OnPiece, how_they_meet, joined
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..units import Unit
from ..working import notes
from .move import Example, Group, Move, Outcome, slot_field


class JoinPieces(Move):
    """Lays the second piece along the first one's edge and tapes it there. Both sides of a cut become the paper they were."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Join pieces"
    key: ClassVar[str] = "j"
    sentence: ClassVar[str] = "Join the {b} to the {a}, as {name}."
    synonyms: ClassVar[tuple[str, ...]] = ("tape", "no seam", "remove a seam", "one piece", "undo a panel")
    example: ClassVar[Example | None] = Example("two bodices", {"a": ["front", "shoulder"], "b": ["back", "shoulder"]})

    move: Literal["join_pieces"]
    a: OnPiece = slot_field("a", "Which edge stays where it lies?", "edge of a piece", "First edge")
    b: OnPiece = slot_field("b", "Which edge is taped to it?", "edge of a piece", "Second edge")
    name: str | None = slot_field("name", "What is the piece called?", "name", "Name", None, min_length=1, max_length=80)

    def pieces_named(self) -> tuple[str, ...]:
        """Both pieces, the one that stays first."""
        return self.a[0], self.b[0]

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"a": f"{self.a[1]} of the {self.a[0]}", "b": f"{self.b[1]} of the {self.b[0]}", "name": self.name or self.a[0]}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where both edges are not one seam, or do not lie on each other when laid together."""
        turned, from_end = (False, False) if self.a[0] == self.b[0] else how_they_meet(pattern, self.a, self.b)
        done = joined(pattern, self.a, self.b, turned, from_end, self.name or self.a[0], rules)
        return Outcome(done.followed.pattern, done.working + notes(done.followed.told))
