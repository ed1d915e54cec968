"""Shape the side: the side seam drawn in or out at a level, front and back alike."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..handwork.drawn_in import drawn_in
from ..handwork.shaped_together import pieces_with, shaped_together
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..places.levels import outward
from ..places.place import Place
from ..units import Unit, format_length
from ..working import Sum, length
from .move import Example, Group, Move, Outcome, known, slot_field
from .shaping import spot_level_with


class ShapeSide(Move):
    """Both pieces of the side give or take the same at the level, and run back into their own line above and below it."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Shape the side"
    key: ClassVar[str] = "i"
    sentence: ClassVar[str] = "Draw the side of the {pieces} {amount} at {at}."
    synonyms: ClassVar[tuple[str, ...]] = ("take in", "let out", "side seam", "fitted", "waist shaping", "peg")
    example: ClassVar[Example | None] = Example("skirt", {"at": {"edge": "side", "from": "hem", "fraction": 0.0}, "amount": 3.0})

    move: Literal["shape_side"]
    pieces: tuple[str, ...] | None = slot_field("pieces", "On which pieces?", "pieces", "Pieces", None, min_length=1, max_length=20)
    at: Place = slot_field("at", "At which level?", "level", "Level")
    amount: float = slot_field("amount", "In by how much, or, below nought, out?", "length", "In by", ge=-30, le=30, unit="cm")

    def pieces_named(self) -> tuple[str, ...]:
        """All that have a side, where none is named."""
        return self.pieces or ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.pieces[0]) if self.pieces else None
        return {
            "pieces": " and ".join(self.pieces) if self.pieces else "whole garment",
            "at": self.at.words(piece, unit),
            "amount": f"{format_length(abs(self.amount), unit)} {'inwards' if self.amount >= 0 else 'outwards'}",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at ``at``; MoveRefused where the side is too short to run back into its line."""
        if self.amount == 0:
            raise MoveRefused("by nothing it stays as it is.", "", "Say by how much.", "amount")
        names = pieces_with(pattern, "side", self.pieces)

        def work(piece: Piece) -> Piece:
            spot = spot_level_with(piece, "side", self.at, pattern)
            return drawn_in(piece, spot, -outward(piece), self.amount, "amount")

        done = shaped_together(pattern, names, work, "Draw it in by less.")
        each = length(-self.amount)
        round_it = Sum(
            "Round the body there, both sides", length(-2 * len(names) * self.amount), f"{2 * len(names)} × {{}}", (each,)
        )
        return Outcome(done.pattern, (round_it, *done.working))
