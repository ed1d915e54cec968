"""Shape the centre: a centre seam drawn in at a level; a fold becomes a seam for it."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..handwork.drawn_in import drawn_in
from ..handwork.fold_to_seam import centre_seam, plan_for
from ..handwork.shaped_together import shaped_together
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..places.levels import outward
from ..places.place import Place
from ..units import Unit, format_length
from ..working import Sum, length, note
from .move import Example, Group, Move, Outcome, known, slot_field
from .shaping import spot_level_with


class ShapeCentre(Move):
    """The centre runs back into its own line above and below. What was cut on the fold is cut twice from then on."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Shape the centre"
    key: ClassVar[str] = "c"
    sentence: ClassVar[str] = "Draw the centre of the {piece} {amount} at {at}."
    synonyms: ClassVar[tuple[str, ...]] = ("centre back seam", "swayback", "take in", "contour the back")
    example: ClassVar[Example | None] = Example(
        "skirt", {"piece": "skirt front", "at": {"edge": "centre front", "from": "waist", "fraction": 0.0}, "amount": 1.0}
    )

    move: Literal["shape_centre"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    at: Place = slot_field("at", "At which level?", "level", "Level")
    amount: float = slot_field("amount", "In by how much, or, below nought, out?", "length", "In by", ge=-30, le=30, unit="cm")

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        word = "inwards" if self.amount >= 0 else "outwards"
        return {
            "piece": self.piece,
            "at": self.at.words(piece, unit),
            "amount": f"{format_length(abs(self.amount), unit)} {word}",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at ``at``; MoveRefused for a piece without a centre, or one too short to run back into its line."""
        if self.amount == 0:
            raise MoveRefused("by nothing it stays as it is.", self.piece, "Say by how much.", "amount")
        piece = pattern.piece(self.piece)
        edge = next((e for e in piece.outline if e.is_centre), None)
        if edge is None:
            raise MoveRefused("it has no centre.", self.piece, "Choose a piece that has one.", "piece")
        folded = edge.kind == "fold"

        def work(p: Piece) -> Piece:
            if folded:
                outline = tuple(replace(e, kind="seam") if e.name == edge.name else e for e in p.outline)
                p = replace(p, outline=outline, cut=plan_for(p, "seam", "fold"))
            spot = spot_level_with(p, edge.name, self.at, pattern)
            return drawn_in(p, spot, outward(p), self.amount, "amount")

        done = shaped_together(pattern, [self.piece], work, "Draw it in by less.")
        after = done.pattern
        lines = [Sum("Round the body there", length(-2 * self.amount), "2 × {}", (length(-self.amount),))]
        if folded:
            after = replace(after, seams=(*after.seams, centre_seam(after, self.piece, edge.name)))
            lines.append(note(f"The {edge.name} was a fold: it is a seam now, and the piece is cut twice."))
        return Outcome(after, (*lines, *done.working))
