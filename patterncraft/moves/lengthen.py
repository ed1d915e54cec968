"""Lengthen: pieces cut level and moved apart, or lapped over, all by the same."""

from __future__ import annotations

from functools import partial
from typing import ClassVar, Final, Literal

from ..errors import MoveRefused
from ..handwork.lengthening import lengthened, shortened
from ..handwork.level_cut import level_slash
from ..handwork.through_darts import darts_across, through_darts
from ..house import HouseRules
from ..paper.dart import find_dart
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import sewn_length
from ..paper.sound import assert_sound
from ..places.levels import downward
from ..places.place import Place
from ..units import Unit, format_length
from ..working import Quantity, Sum, before_now, length, note, notes
from .move import Example, Group, Move, Outcome, known, slot_field


class Lengthen(Move):
    """Every piece is cut square to the grain at that level; what lies below moves down by so much, or up. What is sewn together
    stays in pairs, and sides are redrawn in one line; a dart in the way is drawn anew from its point to its mouth."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Lengthen or shorten"
    key: ClassVar[str] = "l"
    sentence: ClassVar[str] = "Make the {pieces} {amount}, cut level at {at}."
    synonyms: ClassVar[tuple[str, ...]] = ("longer", "shorter", "lengthen", "shorten", "tall", "petite", "body length")
    example: ClassVar[Example | None] = Example(
        "skirt", {"pieces": ["skirt front"], "at": {"edge": "side", "level": "hip", "down": 12}, "amount": 6.0}
    )

    move: Literal["lengthen"]
    pieces: tuple[str, ...] = slot_field("pieces", "Which pieces?", "pieces", "Pieces", min_length=1, max_length=20)
    at: Place = slot_field("at", "At which level?", "level", "Level")
    amount: float = slot_field(
        "amount", "Longer by how much, or, below nought, shorter?", "length", "Longer by", ge=-100, le=200, unit="cm"
    )

    def pieces_named(self) -> tuple[str, ...]:
        """See Move."""
        return self.pieces

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.pieces[0])
        word = "longer" if self.amount >= 0 else "shorter"
        return {
            "pieces": " and ".join(self.pieces),
            "at": self.at.words(piece, unit),
            "amount": f"{format_length(abs(self.amount), unit)} {word}",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for a piece, BadPlace at ``at``, MoveRefused where no paper would be left."""
        if self.amount == 0:
            raise MoveRefused("by nothing it stays as long as it is.", ", ".join(self.pieces), "Say by how much.", "amount")
        hand = take_up(pattern, *self.pieces)
        worked: list[Piece] = []
        working: list[Sum] = []
        changed: set[str] = set()
        for name in dict.fromkeys(self.pieces):
            before = hand.piece(name)
            point = self.at.found(before, pattern).point
            crossed = darts_across(before, point, downward(before), "at")
            after = through_darts(before, crossed, partial(self._worked, at=point))
            for edge in before.edge_names:
                was, now = sewn_length(before, edge), sewn_length(after, edge)
                if abs(now - was) > SAME:
                    changed.update(pattern.seams_of(name, edge))
                    working.append(before_now(f"{name.capitalize()}, {edge}: before, now", was, now))
            for d in crossed:
                was, now = d.leg_in.length, find_dart(after, d.name).leg_in.length
                working.append(before_now(f"{name.capitalize()}, leg of the {d.name}: before, now", was, now))
            worked.append(assert_sound(after, "Shorten it by less."))
            working.append(Sum(f"{name.capitalize()}: new paper, put away", None, "{} and {}", _paper(before, after)))
        followed = lay_down(hand, worked, changed=changed)
        left_out = sorted(
            {s.piece for seam in changed for s in pattern.seam(seam).a + pattern.seam(seam).b if s.piece not in self.pieces}
        )
        lines = [Sum("Longer by" if self.amount > 0 else "Shorter by", length(abs(self.amount))), *working]
        lines += [
            note(f"The {other} is sewn to it and stays as it was: take it along, or say what becomes of it.") for other in left_out
        ]
        return Outcome(followed.pattern, (*lines, *notes(followed.told)))

    def _worked(self, sheet: Piece, at: complex) -> Piece:
        """One sheet without a dart in the way."""
        words = self.at.words(sheet, "cm")
        slash = level_slash(sheet, at, words, "at")
        if self.amount > 0:
            return lengthened(sheet, slash, self.amount)
        return shortened(sheet, slash, -self.amount, words)


SAME: Final = 1e-6
"""cm: an edge that changed by less did not change."""


def _paper(before: Piece, after: Piece) -> tuple[Quantity, Quantity]:
    return Quantity(after.paper.new - before.paper.new, "area"), Quantity(after.paper.away - before.paper.away, "area")
