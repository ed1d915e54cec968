"""Sash: a long strip to tie, its ends pointed."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..drafting.construction import Construction
from ..errors import MoveRefused
from ..geometry.path import straight
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan
from ..parts.part import Part, piece_names, seam_names
from ..parts.sheets import Named, along_strip, sheet
from ..parts.stand import end_seam
from ..units import Unit, format_length
from ..working import Sum, length, note
from .move import Example, slot_field
from .part_move import PartMove

SHORTEST_TIE = 30.0
"""cm beyond the waist at either end that a bow takes (common practice, no source)."""


class Sash(PartMove):
    """Half of it on the fold at its middle."""

    title: ClassVar[str] = "Sash"
    key: ClassVar[str] = "h"
    sentence: ClassVar[str] = "Make a sash {length} long and {width} wide, {point}."
    synonyms: ClassVar[tuple[str, ...]] = ("tie belt", "belt", "tie", "obi")
    example: ClassVar[Example | None] = Example("bodice", {"length": 180.0, "width": 14.0, "point": 7.0})

    move: Literal["sash"]
    length: float = slot_field("length", "How long in all?", "length", "Length", 200.0, gt=10, le=600, unit="cm")
    width: float = slot_field("width", "How wide as cut?", "length", "Width", 20.0, gt=1, le=80, unit="cm")
    point: float = slot_field("point", "How long are its points?", "length", "Point", 0.0, ge=0, le=60, unit="cm")

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "length": format_length(self.length, unit),
            "width": format_length(self.width, unit),
            "point": f"pointed by {format_length(self.point, unit)}" if self.point else "its ends straight",
        }

    def draw(self, pattern: Pattern, rules: HouseRules) -> Part:
        """See PartMove. Raises MoveRefused for points longer than the sash."""
        half = self.length / 2
        if self.point > half - 5:
            raise MoveRefused(f"half the sash is {half:.1f} cm long.", "the sash", "Make its points shorter.", "point")
        (name,) = piece_names(pattern, ("sash",))
        a, b, c, d, e = (
            0j,
            complex(half - self.point, 0),
            complex(half, self.width / 2),
            complex(half - self.point, self.width),
            1j * self.width,
        )
        ends = (
            [Named("end", "seam", straight(b, c)), Named("end", "seam", straight(c, d))]
            if self.point
            else [Named("end", "seam", straight(b, d))]
        )
        edges = [
            Named("upper edge", "seam", straight(a, b)),
            *ends,
            Named("lower edge", "seam", straight(d, e)),
            Named("middle", "fold", straight(e, a)),
        ]
        piece = sheet(name, edges, CutPlan(1, True, False), along_strip(half, self.width))
        pencil = Construction()
        sums = [Sum("Half the sash", length(half), "{} / 2", (length(self.length),)), Sum("Wide", length(self.width))]
        pencil.draw(name, "Half its length on the fold; its end pointed.", *sums, paths=tuple(x.path for x in edges))
        waist = pattern.wearer.get("waist_girth")
        if waist is not None:
            free = (self.length - waist) / 2
            sums.append(Sum("Left to tie at either end", length(free), "({} − {}) / 2", (length(self.length), length(waist))))
            if free < SHORTEST_TIE:
                sums.append(note(f"A bow takes {SHORTEST_TIE:.0f} cm at either end."))
        if rules.wear.wearer == "child":
            sums.append(
                note("Free ends of a sash are caught in doors and escalators: for children, local rules say how long they may be.")
            )
        (edge,) = seam_names(pattern, ("sash edge",))
        own = (end_seam(edge, piece, ("upper edge", "end", "lower edge")),)
        return Part("sash", (piece,), (), own, (), tuple(sums), tuple(pencil.stages))
