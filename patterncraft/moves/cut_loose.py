"""Cut loose: a part stays as it is from here on, whatever becomes of what it was made for."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import no_such
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..units import Unit
from ..working import Sum, fine, tell
from .move import Example, Group, Move, Outcome, slot_field


class CutLoose(Move):
    """The promise of its seam stays, and is kept or broken like any other's."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Cut a part loose"
    key: ClassVar[str] = "z"
    sentence: ClassVar[str] = "Keep the {part} as it is, whatever its seam becomes."
    synonyms: ClassVar[tuple[str, ...]] = ("freeze a part", "no longer follow", "keep as it is")
    example: ClassVar[Example | None] = Example("bodice", {"part": "sleeve"}, ({"move": "sleeve"},))

    move: Literal["cut_loose"]
    part: str = slot_field("part", "Which part?", "name", "Part", min_length=1, max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"part": self.part}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName listing the parts that follow their seams; a part may be called by one of its pieces, too."""
        made = next((m for m in pattern.made if self.part == m.name or self.part in (p.name for p in m.pieces)), None)
        if made is None:
            error = no_such("part that follows its seam", self.part, [m.name for m in pattern.made])
            error.field = "part"
            raise error
        sums = (
            Sum(f"The {made.name} was made for", fine(made.measured[0])),
            tell("It is no longer made anew; where its seam changes, the promise tells by how much."),
        )
        kept = tuple(replace(m, worked=True) if m is made else m for m in pattern.made)
        return Outcome(replace(pattern, made=kept), sums)
