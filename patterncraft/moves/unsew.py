"""Unsew: a seam parted; its edges are sewn to nothing until it is said what to."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..handwork.pieces_of import pieces_of_seam
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..units import Unit
from ..working import notes, tell
from .move import Example, Group, Move, Outcome, slot_field


class Unsew(Move):
    """Takes back what was promised between two sides. Their notches go with the seam; the paper stays as it is."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Part a seam"
    key: ClassVar[str] = "x"
    sentence: ClassVar[str] = "Part the {seam} seam."
    synonyms: ClassVar[tuple[str, ...]] = ("no partner", "unpick", "rip")
    example: ClassVar[Example | None] = Example("skirt", {"seam": "side"})

    move: Literal["unsew"]
    seam: str = slot_field("seam", "Which seam?", "seam", "Seam", max_length=80)

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces are the seam's."""
        return ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"seam": self.seam}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName listing the seams."""
        seam = pattern.seam(self.seam)
        hand = take_up(pattern, *pieces_of_seam(seam))
        followed = lay_down(hand, list(hand.pieces), dropped=[self.seam], given_up=[self.seam])
        edges = " and the ".join(f"{s.edge} of the {s.piece}" for s in (*seam.a, *seam.b))
        return Outcome(followed.pattern, (tell(f"The {edges} are sewn to nothing now."), *notes(followed.told)))
