"""Notch a seam again: by the house's rule, unlike every other seam and unlike itself from its other end."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..handwork.new_seam import cut_notches
from ..handwork.promising import on_partner
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..units import Unit
from ..working import Sum, fine, tell
from .move import Example, Group, Move, Outcome, slot_field


class NotchAgain(Move):
    """Thirds of a long seam, the middle of a shorter one, moved on where another seam is notched just there. Notches of fullness and closures stay."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Notch a seam anew"
    key: ClassVar[str] = "a"
    sentence: ClassVar[str] = "Notch the {seam} seam anew, by the rule."
    synonyms: ClassVar[tuple[str, ...]] = ("notches by rule", "panels alike")
    example: ClassVar[Example | None] = Example("skirt", {"seam": "side"})

    move: Literal["notch_again"]
    seam: str = slot_field("seam", "Which seam?", "seam", "Seam", max_length=80)

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces are the seam's."""
        return ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"seam": self.seam}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the seam; MoveRefused where its sides are not equal."""
        seam = pattern.seam(self.seam)
        if not seam.b or seam.rule.kind not in ("equal", "free"):
            raise MoveRefused(
                "only a seam whose sides are equal is notched by the rule.", self.seam, "Set its notches one by one.", "seam"
            )
        needed = {x for r in seam.rules for x in (r.start, r.end)}
        needed |= {x for c in pattern.closures for p in c.parts if p.seam == seam.name for x in (p.start, p.end)}
        kept = tuple(n for n in pattern.notches if n.seam != seam.name or n.name in needed)
        bare = replace(pattern, notches=kept)
        back = any("back" in s.piece.split() for s in seam.a)
        taken = {n.name for n in bare.notches_of(seam.name)}
        new = tuple(
            replace(n, at_b=on_partner(bare, seam, n.at_a))
            for n in cut_notches(bare, seam.name, pattern.side_length(seam.a), (), back)
            if n.name not in taken
        )
        lines = [Sum(f"“{n.name}”, {n.style}", fine(n.at_a)) for n in new] or [tell("So short a seam is not notched.")]
        return Outcome(replace(bare, notches=(*kept, *new)), tuple(lines))
