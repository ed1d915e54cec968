"""Loops for a belt, or for buttons: one strip, cut up."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..drafting.construction import Construction
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan
from ..parts.part import Part, piece_names, seam_names
from ..parts.sheets import strip
from ..parts.stand import end_seam
from ..units import Unit, format_length
from ..working import Sum, length
from .move import Example, slot_field
from .part_move import PartMove


class Loops(PartMove):
    """The strip for all of them, three times as wide as a loop: folded, and stitched."""

    title: ClassVar[str] = "Loops"
    key: ClassVar[str] = "o"
    sentence: ClassVar[str] = "Make {count} loops, each {length} long and {width} wide."
    synonyms: ClassVar[tuple[str, ...]] = ("belt loops", "button loops", "rouleau")
    example: ClassVar[Example | None] = Example("skirt", {"count": 5, "length": 8.0})

    move: Literal["loops"]
    count: int = slot_field("count", "How many?", "count", "Count", 5, ge=1, le=100)
    length: float = slot_field("length", "How long is each as cut?", "length", "Length", 8.0, gt=1, le=40, unit="cm")
    width: float = slot_field("width", "How wide, finished?", "length", "Width", 1.0, gt=0.2, le=8, unit="cm")

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"count": str(self.count), "length": format_length(self.length, unit), "width": format_length(self.width, unit)}

    def draw(self, pattern: Pattern, rules: HouseRules) -> Part:
        """See PartMove."""
        (name,) = piece_names(pattern, ("loops",))
        long, wide = self.count * self.length, 3 * self.width
        piece = strip(
            name,
            long,
            wide,
            (("upper edge", "seam"), ("end", "seam"), ("lower edge", "seam"), ("start", "seam")),
            CutPlan(1, False, False),
        )
        sums = (
            Sum("The strip", length(long), f"{self.count} × {{}}", (length(self.length),)),
            Sum("Wide as cut", length(wide), "3 × {}", (length(self.width),)),
        )
        pencil = Construction()
        pencil.draw(name, "One strip for all, cut up when it is stitched.", *sums, paths=tuple(e.path for e in piece.outline))
        (edge,) = seam_names(pattern, ("loops edge",))
        own = (end_seam(edge, piece, tuple(piece.edge_names)),)
        return Part("loops", (piece,), (), own, (), sums, tuple(pencil.stages))
