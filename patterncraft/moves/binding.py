"""Binding: a bias strip for edges, with what it takes of cloth."""

from __future__ import annotations

from math import ceil, sqrt
from typing import ClassVar, Final, Literal

from ..drafting.construction import Construction
from ..handwork.joining import OnPiece
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.seam import SeamRule
from ..parts.folded_strip import along_side, side_strip
from ..parts.loose_edges import reading_of, sewn_now, told_where_sewn
from ..parts.part import Join, Pair, Part, piece_names
from ..units import Unit, format_length
from ..working import Quantity, Sum, fine, length, tell
from .move import Example, slot_field
from .part_move import PartMove

_FINISHES: Final = (
    ("single", "folded in four"),
    ("double", "of a doubled strip"),
    ("faced", "turned to the inside"),
)
ALLOWANCE, CLOTH, ENDS = 0.6, 140.0, 2.0
"""cm: what a faced strip is sewn with at either edge; the cloth it is cut from; what both ends take (common practice, no source)."""


def strip_width(finish: str, width: float) -> float:
    """cm that a binding ``width`` cm wide when it is sewn is cut: four times folded in four, six times doubled, with two allowances turned inside."""
    return {"single": 4 * width, "double": 6 * width}.get(finish, width + 2 * ALLOWANCE)


class Binding(PartMove):
    """It is cut on the bias and as long as its edges, each as often as it comes round the garment."""

    title: ClassVar[str] = "Bind with bias"
    key: ClassVar[str] = "d"
    sentence: ClassVar[str] = "Bind {edges} with bias {width} wide, {finish}."
    synonyms: ClassVar[tuple[str, ...]] = ("bias binding", "bias strip", "bias facing", "piping strip")
    example: ClassVar[Example | None] = Example("bodice", {"edges": [["front", "neckline"], ["back", "neckline"]]})

    move: Literal["binding"]
    edges: tuple[OnPiece, ...] = slot_field(
        "edges", "Which edges, in their order?", "edges of pieces", "Edges", min_length=1, max_length=20
    )
    width: float = slot_field("width", "How wide, finished?", "length", "Width", 1.0, gt=0.2, le=8, unit="cm")
    finish: Literal["single", "double", "faced"] = slot_field(
        "finish", "How is it finished?", "choice", "Finish", "single", choices=_FINISHES
    )

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces whose edges are bound."""
        return tuple(dict.fromkeys(p for p, _ in self.edges))

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "edges": " and ".join(f"the {e} of the {p}" for p, e in self.edges),
            "width": format_length(self.width, unit),
            "finish": dict(_FINISHES)[self.finish],
        }

    def draw(self, pattern: Pattern, rules: HouseRules) -> Part:
        """See PartMove. Raises NoSuchName; MoveRefused for a fold, or an edge named twice."""
        table = sewn_now(pattern, self.edges)
        reading = reading_of(table, self.edges, f"{self.edges[0][1]} binding", "edges")
        along = along_side(table, reading)
        wide = strip_width(self.finish, self.width)
        (name,) = piece_names(pattern, ("binding",))
        piece, own = side_strip(name, along, reading, reading.length, wide, "binding", "bias")
        whole = reading.length * along.times
        total = whole + ENDS
        strips = ceil(total / (CLOTH * sqrt(2) - wide))
        reach = min(total, CLOTH * sqrt(2)) / sqrt(2)
        straight_cut = reach + strips * wide * sqrt(2)
        continuous = sqrt((total + (strips - 1) * wide) * wide)
        sums = (
            Sum("Round the garment", fine(whole), f"{along.times} × {{}}", (fine(reading.length),)),
            Sum(
                "Strip, cut",
                fine(wide),
                _width_formula(self.finish),
                (fine(self.width), *([fine(ALLOWANCE)] if self.finish == "faced" else [])),
            ),
            Sum("Strip, long with its ends", length(total), "{} + {}", (length(whole), length(ENDS))),
            Sum(f"Strips from cloth {CLOTH:.0f} cm wide", Quantity(strips, "count")),
            Sum("Cloth, cut strip by strip", length(straight_cut), f"{{}} + {strips} × {{}} × √2", (length(reach), fine(wide))),
            Sum(
                "Side of the square, cut in one",
                length(continuous),
                "√({} × {})",
                (length(total + (strips - 1) * wide), fine(wide)),
            ),
            *((tell(f"{strips - 1} joins, each along a thread."),) if strips > 1 else ()),
            *told_where_sewn(pattern, reading),
        )
        pencil = Construction()
        pencil.draw(name, "A strip on the bias, as long as the edge.", *sums[:3], paths=tuple(e.path for e in piece.outline))
        pairs = tuple(Pair(s.name or "joint", s.at, s.at) for s in reading.stops)
        join = Join(reading, (own,), SeamRule("equal"), pairs)
        return Part("binding", (piece,), (join,), (), (), sums, tuple(pencil.stages), (), table)


def _width_formula(finish: str) -> str:
    return {"single": "4 × {}", "double": "6 × {}"}.get(finish, "{} + 2 × {}")
