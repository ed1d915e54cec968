"""Notch: a notch set on both sides of a seam at once."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import BadPlace
from ..handwork.promising import check_on_side, free_name, on_partner
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.seam import Notch as PaperNotch
from ..units import Unit, format_length
from ..working import Sum, fine, note
from .move import Example, Group, Move, Outcome, slot_field

_STYLES = (("single", "single"), ("double", "double"))
NEXT = 0.3
"""cm: nearer than this to another notch a snip cannot be told from it."""


class Notch(Move):
    """As far along the second side as along the first where the seam is sewn flat, in proportion where it is full; or where one says."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Set a notch"
    key: ClassVar[str] = "n"
    sentence: ClassVar[str] = "Set a {style} notch in the {seam} seam {at} along{at_b}, called {name}."
    synonyms: ClassVar[tuple[str, ...]] = ("balance mark", "snip", "match point")
    example: ClassVar[Example | None] = Example("skirt", {"seam": "side", "at": 40.0, "name": "knee"})

    move: Literal["notch"]
    seam: str = slot_field("seam", "In which seam?", "seam", "Seam", max_length=80)
    at: float = slot_field("at", "How far along its first side?", "length", "Along the first side", ge=0, le=1000, unit="cm")
    at_b: float | None = slot_field(
        "at_b", "And along the second, if not as it is sewn?", "length", "Along the second side", None, ge=0, le=1000, unit="cm"
    )
    style: Literal["single", "double"] = slot_field("style", "Single or double?", "choice", "Kind", "single", choices=_STYLES)
    name: str | None = slot_field("name", "What is it called?", "name", "Name", None, min_length=1, max_length=80)

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces are the seam's."""
        return ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        other = f", {format_length(self.at_b, unit, 2)} along its partner" if self.at_b is not None else ""
        return {
            "style": self.style,
            "seam": self.seam,
            "at": format_length(self.at, unit, 2),
            "at_b": other,
            "name": f"“{self.name}”" if self.name else "by its number",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the seam; BadPlace beyond the end of a side, or on another notch; BadSetting for a name that is taken."""
        seam = pattern.seam(self.seam)
        check_on_side(pattern, seam, self.at, "a", "at")
        at_b = self.at_b if self.at_b is not None else on_partner(pattern, seam, self.at)
        if at_b is not None and seam.b:
            check_on_side(pattern, seam, at_b, "b", "at_b")
        near = next((n for n in pattern.notches_of(self.seam) if abs(n.at_a - self.at) < NEXT), None)
        if near is not None:
            raise BadPlace(f"the notch “{near.name}” stands there already.", self.seam, "Move that one.", "at")
        name = free_name(pattern, self.seam, self.name)
        made = PaperNotch(name, self.seam, self.style, self.at, at_b)
        lines = [
            Sum(
                f"“{name}”, along the first side" + (", along the second" if at_b is not None else ""),
                None,
                "{}" if at_b is None else "{}, {}",
                (fine(self.at),) if at_b is None else (fine(self.at), fine(at_b)),
            )
        ]
        clear = rules.looking.notch_clear
        if min(self.at, pattern.side_length(seam.a) - self.at) < clear:
            lines.append(note(f"Nearer than {clear:.1f} cm to the end it falls into the allowance of the corner."))
        return Outcome(replace(pattern, notches=(*pattern.notches, made)), tuple(lines))
