"""Set dart point: how far short of the pivot the stitching ends."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import BadPlace
from ..house import HouseRules
from ..paper.dart import find_dart
from ..paper.pattern import Pattern
from ..units import Unit, format_length
from ..working import Sum, length
from .move import Example, Group, Move, Outcome, slot_field


class SetDartPoint(Move):
    """Moves the sewn point along the dart's middle. The pivot, and so the paper, stays as it is."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Set dart point"
    key: ClassVar[str] = "p"
    sentence: ClassVar[str] = "End the {dart} of the {piece} {how far} short of its pivot."
    example: ClassVar[Example | None] = Example("bodice", {"piece": "front", "dart": "waist dart", "set_back": 4.0})
    synonyms: ClassVar[tuple[str, ...]] = ("shorten a dart", "dart length", "point off the bust")

    move: Literal["set_dart_point"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    dart: str = slot_field("dart", "Which dart?", "dart", "Dart", max_length=80)
    set_back: float = slot_field("how far", "How far short of the pivot?", "length", "Set back", ge=0, le=30, unit="cm")

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": self.piece, "dart": self.dart, "how far": format_length(self.set_back, unit)}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the dart; BadPlace where nothing of it would be left."""
        piece = pattern.piece(self.piece)
        dart = find_dart(piece, self.dart)
        if self.set_back > dart.depth - 1.0:
            raise BadPlace(
                f"the {dart.name} is only {dart.depth:.1f} cm deep: {self.set_back:.1f} cm short of the pivot leaves nothing to sew.",
                piece.name,
                f"Choose less than {max(0.0, dart.depth - 1):.1f} cm.",
                "set_back",
            )
        darts = tuple(replace(r, set_back=self.set_back) if r.name == dart.name else r for r in piece.darts)
        before, after = dart.depth - dart.rule.set_back, dart.depth - self.set_back
        working = (
            Sum("Pivot to mouth", length(dart.depth)),
            Sum("Sewn length before", length(before), "{} − {}", (length(dart.depth), length(dart.rule.set_back))),
            Sum("Sewn length now", length(after), "{} − {}", (length(dart.depth), length(self.set_back))),
        )
        return Outcome(pattern.with_piece(replace(piece, darts=darts)), working)
