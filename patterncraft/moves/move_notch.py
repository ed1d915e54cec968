"""Move a notch: on both sides at once, or made single or double."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal, Self

from pydantic import model_validator

from ..handwork.promising import check_on_side, notch_of, on_partner
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..units import Unit, format_length
from ..working import Sum, before_now, tell
from .move import Example, Group, Move, Outcome, slot_field

_STYLES = (("single", "single"), ("double", "double"))


class MoveNotch(Move):
    """Both its places move; the second goes to where the first one's new place is sewn to, unless it is said."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Move a notch"
    key: ClassVar[str] = "m"
    sentence: ClassVar[str] = "Move the notch {notch} of the {seam} seam {to}{style}."
    synonyms: ClassVar[tuple[str, ...]] = ("shift a notch", "double notch", "pair a notch")
    example: ClassVar[Example | None] = Example("skirt", {"seam": "side", "notch": "hip", "to": 30.0})

    move: Literal["move_notch"]
    seam: str = slot_field("seam", "Of which seam?", "seam", "Seam", max_length=80)
    notch: str = slot_field("notch", "Which notch?", "name", "Notch", min_length=1, max_length=80)
    to: float | None = slot_field("to", "To where?", "lengths", "Along the first side", None, ge=0, le=1000, unit="cm", asked=True)
    to_b: float | None = slot_field("to", "To where?", "lengths", "Along the second side", None, ge=0, le=1000, unit="cm")
    style: Literal["single", "double"] | None = slot_field("style", "Single or double?", "choice", "Kind", None, choices=_STYLES)

    @model_validator(mode="after")
    def _says_something(self) -> Self:
        if self.to is None and self.to_b is None and self.style is None:
            raise ValueError("say to where, or of which kind")
        return self

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces are the seam's."""
        return ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        places = [
            f"{format_length(x, unit, 2)} along the {side}"
            for x, side in ((self.to, "first side"), (self.to_b, "second"))
            if x is not None
        ]
        return {
            "notch": f"“{self.notch}”",
            "seam": self.seam,
            "to": f"to {' and '.join(places)}" if places else "nowhere",
            "style": f", and make it {self.style}" if self.style else "",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for seam or notch; BadPlace beyond the end of a side."""
        seam = pattern.seam(self.seam)
        old = notch_of(pattern, self.seam, self.notch)
        without = replace(pattern, notches=tuple(n for n in pattern.notches if n is not old))
        at_a = old.at_a if self.to is None else self.to
        check_on_side(pattern, seam, at_a, "a", "to")
        at_b = self.to_b
        if at_b is None:
            at_b = old.at_b if self.to is None and old.at_b is not None else on_partner(without, seam, at_a)
        if at_b is not None and seam.b:
            check_on_side(pattern, seam, at_b, "b", "to_b")
        new = replace(old, at_a=at_a, at_b=at_b, style=self.style or old.style, only_b=old.only_b and self.to is None)
        lines: list[Sum] = [before_now("Along the first side: before, now", old.at_a, at_a)]
        if at_b is not None and old.at_b is not None:
            lines.append(before_now("Along the second side: before, now", old.at_b, at_b))
        if new.style != old.style:
            lines.append(tell(f"It was {old.style} and is {new.style} now."))
        return Outcome(replace(pattern, notches=tuple(new if n is old else n for n in pattern.notches)), tuple(lines))
