"""Overlap: strips cut from edge to edge and lapped over each other: fullness taken out, a flare closed to a straight line."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..handwork.slashes import check_slashes, two_edges, zone_of
from ..handwork.smoothing import smooth_edge
from ..handwork.spreading import Amounts, spread
from ..handwork.strips import strips_of
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.sewn import run_of, sewn_length
from ..paper.sound import assert_sound
from ..units import Unit, format_length
from ..working import Quantity, Sum, fine, length, note, notes
from .move import Example, Group, Handle, Outcome, slot_field
from .slashing import HINGES, Hinge, Slashing, hinged


class Overlap(Slashing):
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
    amount: float = slot_field("amount", "How far is each lapped over?", "length", "Lapped over", gt=0, le=100, unit="cm")
    hinge: Hinge = slot_field("hinge", "Hinged where?", "choice", "Hinge", "to_edge", choices=HINGES)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            **self.slashing_words(pattern, unit),
            "amount": format_length(self.amount, unit),
            "hinge": dict(HINGES)[self.hinge],
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at the slash; MoveRefused where strips are lapped away whole."""
        hand = take_up(pattern, self.piece)
        piece = hand.piece(self.piece)
        two_edges(piece, self.from_edge, self.to_edge)
        self.whole_edge(piece)
        slashes = self.slashes_on(piece, pattern, zone_of(piece, pattern, self.from_edge, None), whole=True)
        near = 0.0 if self.hinge == "from_edge" else -self.amount
        far = 0.0 if self.hinge == "to_edge" else -self.amount
        amounts = Amounts(near, far)
        check_slashes(piece, slashes, hinged(amounts), self.faulted)
        self.flat_enough(slashes, amounts, "amount", "Lap it over by less, or take more slashes.")
        like = tuple(piece.outline[run_of(piece, e)[0]] for e in (self.from_edge, self.to_edge))
        done = spread(piece, slashes, [amounts] * len(slashes), (like[0], like[1]))
        after = done.piece
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
        working = (taken, *sums, away, *missed, *notes(followed.told))
        return Outcome(followed.pattern, working, strips_of(self.piece, done, amounts))
