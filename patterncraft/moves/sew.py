"""Sew: two sides declared a seam, or an edge declared free."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..handwork.joining import OnPiece
from ..handwork.new_seam import unique_name
from ..handwork.promising import closed_as_before, facing, sewn_as_promised, side_of
from ..house import HouseRules
from ..paper.as_sewn import read_as_sewn
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.seam import Seam, SeamRule, Side
from ..units import Unit
from ..working import Sum, fine, notes, tell
from .move import Example, Group, Move, Outcome, slot_field

_KINDS = (("equal", "equal"), ("free", "free"))


class Sew(Move):
    """Says what is sewn to what. Edges that waited for a partner, or were free, wait no more; what is sewn already is not given up silently."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Sew two edges together"
    key: ClassVar[str] = "w"
    sentence: ClassVar[str] = "Sew the {a} {b}, {kind}, as the {name} seam."
    synonyms: ClassVar[tuple[str, ...]] = ("partner", "seam", "declare a seam", "free edge")
    example: ClassVar[Example | None] = Example(
        "two bodices", {"a": [["front", "side"]], "b": [["back", "side"]]}, ({"move": "unsew", "seam": "side"},)
    )

    move: Literal["sew"]
    a: tuple[OnPiece, ...] = slot_field(
        "a", "Which edges are the first side?", "edges of pieces", "First side", min_length=1, max_length=40
    )
    b: tuple[OnPiece, ...] = slot_field(
        "b", "Which edges are sewn to it, if any?", "edges of pieces", "Second side", (), max_length=40
    )
    kind: Literal["equal", "free"] = slot_field("kind", "Equal, or is nothing promised?", "choice", "Rule", "equal", choices=_KINDS)
    name: str | None = slot_field("name", "What is the seam called?", "name", "Name", None, min_length=1, max_length=80)

    def pieces_named(self) -> tuple[str, ...]:
        """All pieces of both sides."""
        return tuple(dict.fromkeys(p for p, _ in (*self.a, *self.b)))

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        a, b = (" and ".join(f"{edge} of the {piece}" for piece, edge in side) for side in (self.a, self.b))
        return {
            "a": a,
            "b": f"to the {b}" if b else "to nothing",
            "kind": dict(_KINDS)[self.kind],
            "name": self.name or self.a[0][1],
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName; MoveRefused for an edge that is sewn already, an edge with itself, or a side without a partner that is not free."""
        if not self.b and self.kind != "free":
            raise MoveRefused("one side alone is sewn to nothing.", "", "Name its partner, or say that it is free.", "b")
        own, other = side_of(pattern, self.a, "a"), side_of(pattern, self.b, "b") if self.b else ()
        if {(s.piece, s.edge) for s in own} & {(s.piece, s.edge) for s in other}:
            raise MoveRefused("an edge cannot be sewn to itself.", own[0].piece, "Choose another edge for one of the sides.", "b")
        dropped = [name for side, field in ((own, "a"), (other, "b")) for name in self._freed(pattern, side, field)]
        if other:
            other = facing(pattern, own, other)
        left = [s.name for s in pattern.seams if s.name not in dropped]
        seam = Seam(unique_name(self.name or self.a[0][1], left), own, other, SeamRule(self.kind))
        seam, notches = sewn_as_promised(pattern, seam, dropped) if other else (seam, [])
        pattern = replace(pattern, closures=closed_as_before(pattern, seam, dropped))
        hand = take_up(pattern, *self.pieces_named())
        followed = lay_down(hand, list(hand.pieces), seams=[seam], notches=notches, dropped=dropped)
        lengths = [followed.pattern.side_length(s) for s in (own, other) if s]
        lines = [Sum("First side, second side", None, ", ".join(["{}"] * len(lengths)), tuple(fine(x) for x in lengths))]
        sewn = [read_as_sewn(pattern, s).length for s in (own, other) if s]
        if other and abs(sewn[0] - sewn[1]) > rules.sewing_tolerance:
            lines.append(tell(f"They differ by {abs(sewn[0] - sewn[1]):.2f} cm: true one, or say where the fullness goes."))
        return Outcome(followed.pattern, (*lines, *notes(followed.told)))

    def _freed(self, pattern: Pattern, side: Side, field: str) -> list[str]:
        """Waiting and free seams that end with the side."""
        found = []
        for s in side:
            for name in pattern.seams_of(s.piece, s.edge):
                seam = pattern.seam(name)
                rest = [x for x in (*seam.a, *seam.b) if (x.piece, x.edge) not in {(y.piece, y.edge) for y in side}]
                if seam.b or rest:
                    other = f" with the {rest[0].piece} {rest[0].edge}" if rest else ""
                    raise MoveRefused(
                        f"the {s.edge} of the {s.piece} lies in the {name} seam already{other}.",
                        s.piece,
                        "Part that seam first.",
                        field,
                    )
                found.append(name)
        return found
