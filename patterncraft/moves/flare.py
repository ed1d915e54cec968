"""Flare: an edge let out at the hem, and what it is sewn to by the same."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..errors import BadPlace
from ..handwork.flaring import flared, hem_end
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import distance_of, sewn_length
from ..paper.sound import assert_sound
from ..places.place import Place, on_edge
from ..units import Unit, format_length
from ..working import Sum, before_now, fine, length, note, notes
from .move import Example, Group, Move, Outcome, known, slot_field


class Flare(Move):
    """The edge leaves its line at that place and runs straight out to the hem, as long as it was; its partner is let out alike,
    and the hem is drawn square to both."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Flare"
    key: ClassVar[str] = "f"
    sentence: ClassVar[str] = "Flare the {edge} of the {piece} by {amount} at the hem, from {from}."
    synonyms: ClassVar[tuple[str, ...]] = ("let out at the hem", "A-line", "widen the hem", "swing")
    example: ClassVar[Example | None] = Example(
        "skirt", {"piece": "skirt front", "edge": "side", "amount": 5.0, "from": {"edge": "side", "level": "hip", "down": 0}}
    )

    move: Literal["flare"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    edge: str = slot_field("edge", "Which edge is let out?", "edge", "Edge", max_length=80)
    start: Place = slot_field("from", "From where?", "place", "From", alias="from")
    amount: float = slot_field("amount", "By how much at the hem?", "length", "Out at the hem", gt=0, le=60, unit="cm")

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        return {
            "piece": self.piece,
            "edge": self.edge,
            "amount": format_length(self.amount, unit),
            "from": self.start.words(piece, unit),
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the edge; BadPlace at ``from``; MoveRefused for more than a flare."""
        own = pattern.piece(self.piece)
        end = hem_end(own, self.edge, "edge")
        spot = on_edge(self.start, own, pattern, "from")
        if own.outline[spot.edge].name != self.edge:
            raise BadPlace(
                f"the flare does not begin on the {self.edge}.", self.piece, f"Choose a place of the {self.edge}.", "from"
            )
        at = distance_of(own, spot)
        up = sewn_length(own, self.edge) - at if end.follows else at
        sides = [(self.piece, self.edge), *self._partners(pattern)]
        hand = take_up(pattern, *dict.fromkeys(name for name, _ in sides))
        worked = {p.name: p for p in hand.pieces}
        for name, edge in sides:
            worked[name] = flared(worked[name], edge, up, self.amount, "from")
        changed: set[str] = set()
        for name, edge in sides:
            hem = _hem_name(pattern.piece(name), edge)
            changed.update(pattern.seams_of(name, edge), pattern.seams_of(name, hem))
        after = [assert_sound(p, "Let it out by less.") for p in worked.values()]
        followed = lay_down(hand, after, changed=changed)
        lines = [Sum("Let out at the hem", length(self.amount)), Sum("From above the hem", length(up))]
        for name, edge in sides:
            before, now = pattern.piece(name), followed.pattern.piece(name)
            lines += self._sums(before, now, edge)
        if len(sides) == 1:
            lines.append(note(f"The {self.edge} is sewn to nothing: its partner is let out by itself."))
        return Outcome(followed.pattern, (*lines, *notes(followed.told)))

    def _partners(self, pattern: Pattern) -> list[tuple[str, str]]:
        """What the edge is sewn to, where that too runs into a hem."""
        found = []
        for name in pattern.seams_of(self.piece, self.edge):
            seam = pattern.seam(name)
            for s in seam.a + seam.b:
                if (s.piece, s.edge) != (self.piece, self.edge):
                    found.append((s.piece, s.edge))
        return list(dict.fromkeys(found))

    def _sums(self, before: Piece, now: Piece, edge: str) -> list[Sum]:
        hem = _hem_name(before, edge)
        was, new = sewn_length(before, hem), sewn_length(now, hem)
        name = before.name.capitalize()
        return [
            Sum(f"{name}, {edge}: before = now", fine(sewn_length(now, edge)), "{}", (fine(sewn_length(before, edge)),)),
            before_now(f"{name}, {hem}: before, now", was, new),
        ]


def _hem_name(piece: Piece, edge: str) -> str:
    return piece.outline[hem_end(piece, edge, "edge").hem].name
