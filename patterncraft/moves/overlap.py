"""Overlap: strips cut from edge to edge and lapped over each other: fullness taken out, a flare closed to a straight line."""

from __future__ import annotations

from typing import ClassVar, Literal, Self

from pydantic import model_validator

from ..handwork.slashes import SlashAt, check_slashes, even_slashes, listed_slashes, slashing_words, two_edges, zone_of
from ..handwork.smoothing import smooth_edge
from ..handwork.spreading import Amounts, spread
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.sewn import run_of, sewn_length
from ..paper.sound import assert_sound
from ..units import Unit, format_length
from ..working import Quantity, Sum, fine, length, note, notes
from .move import Example, Group, Handle, Move, Outcome, slot_field
from .slash_and_spread import HINGES, MOST, Hinge


class Overlap(Move):
    """Slashes from one edge to another; each strip is lapped over the one before it, what is covered is cut off."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Overlap strips"
    key: ClassVar[str] = "v"
    sentence: ClassVar[str] = (
        "Slash the {piece} from the {from_edge} to the {to_edge}, {slashes}, and lap each over by {amount}, {hinge}."
    )
    synonyms: ClassVar[tuple[str, ...]] = ("close", "take out fullness", "narrow", "fold out", "A-line", "shorten")
    handle: ClassVar[Handle] = "strip"
    example: ClassVar[Example | None] = Example(
        "skirt", {"piece": "skirt front", "from_edge": "hem", "to_edge": "waist", "count": 2, "amount": 2.0}
    )

    move: Literal["overlap"]
    piece: str = slot_field("piece", "Which piece?", "piece", "Piece", max_length=80)
    from_edge: str = slot_field("from_edge", "Slashed from which edge?", "edge", "From", max_length=80)
    to_edge: str = slot_field("to_edge", "To which edge?", "edge", "To", max_length=80)
    count: int | None = slot_field(
        "slashes", "How many slashes, or where?", "slashes", "How many slashes", None, ge=1, le=MOST, asked=True
    )
    at: tuple[SlashAt, ...] | None = slot_field(
        "slashes", "How many slashes, or where?", "slashes", "Where, slash by slash", None, min_length=1, max_length=MOST
    )
    amount: float = slot_field("amount", "How far is each lapped over?", "length", "Lapped over", gt=0, le=100, unit="cm")
    hinge: Hinge = slot_field("hinge", "Hinged where?", "choice", "Hinge", "to_edge", choices=HINGES)

    @model_validator(mode="after")
    def _one_of_each(self) -> Self:
        if (self.count is None) == (self.at is None):
            raise ValueError("say either how many slashes, or where each lies")
        return self

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": self.piece,
            "from_edge": self.from_edge,
            "to_edge": self.to_edge,
            "slashes": slashing_words(self.count, self.at),
            "amount": format_length(self.amount, unit),
            "hinge": dict(HINGES)[self.hinge],
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at the slash; MoveRefused where strips are lapped away whole."""
        hand = take_up(pattern, self.piece)
        piece = hand.piece(self.piece)
        two_edges(piece, self.from_edge, self.to_edge)
        if self.at is not None:
            slashes = listed_slashes(piece, pattern, self.from_edge, self.to_edge, self.at)
        else:
            whole = zone_of(piece, pattern, self.from_edge, None)
            slashes = even_slashes(piece, self.from_edge, self.to_edge, self.count or 1, whole, whole=True)
        near = 0.0 if self.hinge == "from_edge" else -self.amount
        far = 0.0 if self.hinge == "to_edge" else -self.amount
        hinged = tuple(where for where, amount in (("near", near), ("far", far)) if amount == 0)
        check_slashes(piece, slashes, hinged, "at" if self.at else "from_edge")
        like = tuple(piece.outline[run_of(piece, e)[0]] for e in (self.from_edge, self.to_edge))
        after = spread(piece, slashes, [Amounts(near, far)] * len(slashes), (like[0], like[1])).piece
        sums = []
        for edge, amount in ((self.from_edge, near), (self.to_edge, far)):
            drawn = smooth_edge(after, edge, keep_length=amount == 0)
            after = drawn.piece
            old, new = sewn_length(piece, edge), sewn_length(after, edge)
            sums.append(Sum(f"{edge.capitalize()} before", fine(old)))
            sums.append(Sum(f"{edge.capitalize()} now", fine(new)))
        after = assert_sound(after, "Lap the strips over by less.")
        changed = {
            name
            for edge, amount in ((self.from_edge, near), (self.to_edge, far))
            if amount
            for name in pattern.seams_of(self.piece, edge)
        }
        followed = lay_down(hand, [after], changed=changed)
        taken = Sum("Lapped over in all", length(len(slashes) * self.amount), f"{len(slashes)} × {{}}", (length(self.amount),))
        away = Sum("Put away", Quantity(after.paper.away - piece.paper.away, "area"))
        missed = [note(f"The {name} seam is shorter now: its partner must follow.") for name in sorted(changed)]
        return Outcome(followed.pattern, (taken, *sums, away, *missed, *notes(followed.told)))
