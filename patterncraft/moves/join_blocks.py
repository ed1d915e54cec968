"""Join blocks: a bodice and a skirt laid together at the waist, as one dress front or back."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..handwork.laid_at_waist import WAIST, laid_together
from ..handwork.names import free_name
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import neighbours
from ..paper.sound import assert_sound
from ..units import Unit, format_length
from ..working import Sum, fine, length, note, notes, tell
from .move import Example, Group, Move, Outcome, slot_field

_ALONG = (("fold", "along the centre"), ("side", "along the side"))


class JoinBlocks(Move):
    """Darts above and below the waist become double-pointed ones; where the corners do not lie on each other the line is drawn between."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Join blocks"
    key: ClassVar[str] = "b"
    sentence: ClassVar[str] = "Lay the {lower} to the {upper} at the waist, {along}, {overlap}, as {name}."
    synonyms: ClassVar[tuple[str, ...]] = ("dress", "sheath", "bodice and skirt", "no waist seam", "one piece")
    example: ClassVar[Example | None] = Example("dress", {"upper": "front", "lower": "skirt front"})

    move: Literal["join_blocks"]
    upper: str = slot_field("upper", "Which piece lies above the waist?", "piece", "Upper piece", max_length=80)
    lower: str = slot_field("lower", "Which piece lies below it?", "piece", "Lower piece", max_length=80)
    along: Literal["fold", "side"] = slot_field("along", "Matched where?", "choice", "Matched", "fold", choices=_ALONG)
    overlap: float = slot_field("overlap", "How far does the lower lie over it?", "length", "Overlap", 0.0, ge=0, le=10, unit="cm")
    name: str | None = slot_field("name", "What is the piece called?", "name", "Name", None, min_length=1, max_length=80)

    def pieces_named(self) -> tuple[str, ...]:
        """Both pieces, the upper first."""
        return self.upper, self.lower

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "upper": self.upper,
            "lower": self.lower,
            "along": dict(_ALONG)[self.along],
            "overlap": f"lapped over by {format_length(self.overlap, unit)}" if self.overlap else "edge to edge",
            "name": self.name or self.upper,
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where a piece has no waist from centre to side, darts have no partner, or folds do not line up."""
        if self.upper == self.lower:
            raise MoveRefused("a piece cannot be joined to itself.", self.upper, "Choose two pieces.", "lower")
        hand = take_up(pattern, self.upper, self.lower)
        name = free_name(pattern, self.name or self.upper, self.upper, but=(self.upper, self.lower))
        upper, lower = hand.piece(self.upper), hand.piece(self.lower)
        laid = laid_together(upper, lower, self.along == "fold", self.overlap)
        whole = assert_sound(replace(laid.piece, name=name, cut=upper.cut), "Lay them along the fold, or close a dart first.")
        changed = {s for p in (upper, lower) for s in _sewn_at_the_joint(pattern, p)}
        followed = lay_down(hand, [whole], changed=changed)
        lines = [
            Sum(f"{self.upper.capitalize()}: {WAIST}", fine(laid.upper)),
            Sum(f"{self.lower.capitalize()}: {WAIST}", fine(laid.lower)),
            Sum("They differ by", fine(abs(laid.upper - laid.lower))),
        ]
        if laid.apart > 0.05:
            where = "side" if self.along == "fold" else "centre"
            lines.append(Sum(f"Their corners at the {where} lay apart by", length(laid.apart)))
            lines.append(note(f"The {where} is drawn between the two: true it to its partner."))
        if laid.darts:
            word = "dart runs" if laid.darts == 1 else "darts run"
            lines.append(tell(f"{laid.darts} double-pointed {word} through the waist now, as wide as both were on the mean."))
        return Outcome(followed.pattern, (*lines, *notes(followed.told)))


def _sewn_at_the_joint(pattern: Pattern, piece: Piece) -> set[str]:
    """Seams of the edges beside the waist, whose ends are drawn to the joint: nothing else of a sheet changes."""
    return {s for edge in neighbours(piece, WAIST) for s in pattern.seams_of(piece.name, edge)}
