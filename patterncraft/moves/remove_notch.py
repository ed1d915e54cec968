"""Take a notch away, on both sides."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..handwork.promising import notch_of
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..units import Unit
from ..working import tell
from .move import Example, Group, Move, Outcome, slot_field


class RemoveNotch(Move):
    """A notch that fullness or a closure ends at is needed and stays."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Take a notch away"
    key: ClassVar[str] = "x"
    sentence: ClassVar[str] = "Take the notch {notch} of the {seam} seam away."
    synonyms: ClassVar[tuple[str, ...]] = ("no notch",)
    example: ClassVar[Example | None] = Example("skirt", {"seam": "side", "notch": "hip"})

    move: Literal["remove_notch"]
    seam: str = slot_field("seam", "Of which seam?", "seam", "Seam", max_length=80)
    notch: str = slot_field("notch", "Which notch?", "name", "Notch", min_length=1, max_length=80)

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces are the seam's."""
        return ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"notch": f"“{self.notch}”", "seam": self.seam}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for seam or notch; MoveRefused for one that is needed."""
        seam = pattern.seam(self.seam)
        old = notch_of(pattern, self.seam, self.notch)
        ruled = next((r for r in seam.rules if old.name in (r.start, r.end)), None)
        if ruled:
            raise MoveRefused(f"from it on the seam is {ruled.rule}.", self.seam, "Change the promise of that part first.", "notch")
        if any(p.seam == seam.name and old.name in (p.start, p.end) for c in pattern.closures for p in c.parts):
            raise MoveRefused("a closure ends there.", self.seam, "Take the closure away first.", "notch")
        left = tuple(n for n in pattern.notches if n is not old)
        return Outcome(replace(pattern, notches=left), (tell(f"{len(pattern.notches_of(self.seam)) - 1} notches are left in it."),))
