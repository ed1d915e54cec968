"""Take in: darts sewn wider or narrower after trying on, several of them alike."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..errors import MoveRefused, no_such
from ..handwork.over_darts import with_lines_off_darts
from ..handwork.pencil import narrowed, widened
from ..handwork.rotating import refuse_lens
from ..handwork.shaped_together import shaped_together
from ..house import HouseRules
from ..paper.dart import darts_of, find_dart
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import sewn_length
from ..units import Unit, format_length
from ..working import Sum, before_now, length, note
from .move import Example, Group, Move, Outcome, slot_field

LEFT = 0.2
"""cm of a dart that are left at least: one that is let out whole is closed by sharing its intake."""


class TakeIn(Move):
    """Pencil, not paper: each mouth is drawn wider by its share, half on either side, its point stays. The edge is sewn shorter by what is taken in;
    below nought it is let out."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Take in darts"
    key: ClassVar[str] = "t"
    sentence: ClassVar[str] = "{amount} altogether in the {darts} of the {piece}."
    synonyms: ClassVar[tuple[str, ...]] = ("let out a dart", "deepen a dart", "widen a dart", "fit", "after trying on", "pin out")
    example: ClassVar[Example | None] = Example(
        "skirt", {"piece": "skirt back", "darts": ["waist dart 1", "waist dart 2"], "amount": 2.0}
    )

    move: Literal["take_in"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    darts: tuple[str, ...] = slot_field("darts", "Which darts, all alike?", "darts", "Darts", min_length=1, max_length=20)
    amount: float = slot_field(
        "amount", "How much in all, or, below nought, out?", "length", "In by, in all", ge=-20, le=20, unit="cm"
    )

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        word = "Take in" if self.amount >= 0 else "Let out"
        return {
            "amount": f"{word} {format_length(abs(self.amount), unit)}",
            "darts": " and ".join(self.darts),
            "piece": self.piece,
        }

    def keeps_girths(self) -> bool:
        """It is done to change them."""
        return False

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for a dart; MoveRefused where the edge has no room beside a mouth, or nothing of a dart would be left."""
        if self.amount == 0:
            raise MoveRefused("by nothing they stay as they are.", self.piece, "Say by how much.", "amount")
        names = list(dict.fromkeys(self.darts))
        share = self.amount / len(names)
        before = pattern.piece(self.piece)
        edges = list(dict.fromkeys(self._dart_edge(before, name, share) for name in names))
        done = shaped_together(pattern, [self.piece], lambda p: self._worked(p, names, share), "Take in less.")
        after = done.pattern.piece(self.piece)
        lines = [Sum("Each of them", length(abs(share)), f"{{}} / {len(names)}", (length(abs(self.amount)),))]
        lines += [
            before_now(f"{name.capitalize()}: before, now", find_dart(before, name).intake, find_dart(after, name).intake)
            for name in names
        ]
        times = before.cut.times_round
        for edge in edges:
            less = sewn_length(before, edge) - sewn_length(after, edge)
            lines.append(Sum(f"Round the body at the {edge}", length(-times * less), f"{times} × {{}}", (length(-less),)))
        lines += self._partners(pattern, edges)
        return Outcome(done.pattern, (*lines, *done.working))

    def _dart_edge(self, piece: Piece, name: str, share: float) -> str:
        refuse_lens(piece, name)
        found = [d.name for d in darts_of(piece)]
        if name not in found:
            raise no_such("dart", name, found, piece.name)
        dart = find_dart(piece, name)
        if dart.intake + share < LEFT:
            raise MoveRefused(
                f"the {name} takes in {dart.intake:.1f} cm: let out by {-share:.1f} nothing of it is left.",
                piece.name,
                "Let it out by less, or share its intake out.",
                "amount",
            )
        return dart.mouth_edge

    def _worked(self, piece: Piece, names: list[str], share: float) -> Piece:
        piece = with_lines_off_darts(piece)
        for name in names:
            piece = widened(piece, name, share, "amount") if share > 0 else narrowed(piece, name, -share)
        return piece

    def _partners(self, pattern: Pattern, edges: list[str]) -> list[Sum]:
        """What is sewn to these edges, and stays as it was."""
        others = [
            x.piece
            for edge in edges
            for name in pattern.seams_of(self.piece, edge)
            for side in (pattern.seam(name).a, pattern.seam(name).b)
            if not any(y.piece == self.piece for y in side)
            for x in side
        ]
        return [note(f"The {other} is sewn to it: take it in by as much.") for other in dict.fromkeys(others)]
