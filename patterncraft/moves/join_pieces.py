"""Join pieces: two pieces laid edge to edge and taped into one; the seam between them is gone."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import BadSetting, MoveRefused
from ..geometry.path import chain
from ..handwork.centre import centre_length, stays_put
from ..handwork.taping import Taped, tape_pieces
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.patches import area_inside
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, Grain, Piece
from ..paper.sewn import neighbours, sewn_length, starts_at_end
from ..paper.sound import assert_sound
from ..units import Unit
from ..working import Sum, length, note, notes, tell
from .move import Example, Group, Move, Outcome, slot_field

OnPiece = tuple[str, str]
"""[piece, edge]"""


LAID_OVER = 0.5
"""cm² of paper that may lie over other paper where two pieces are taped: curves that were flattened to tell."""


class JoinPieces(Move):
    """Lays the second piece along the first one's edge and tapes it there. Both sides of a cut become the paper they were."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Join pieces"
    key: ClassVar[str] = "j"
    sentence: ClassVar[str] = "Join the {b} to the {a}, as {name}."
    synonyms: ClassVar[tuple[str, ...]] = ("tape", "no seam", "remove a seam", "one piece", "undo a panel")
    example: ClassVar[Example | None] = Example("two bodices", {"a": ["front", "shoulder"], "b": ["back", "shoulder"]})

    move: Literal["join_pieces"]
    a: OnPiece = slot_field("a", "Which edge stays where it lies?", "edge of a piece", "First edge")
    b: OnPiece = slot_field("b", "Which edge is taped to it?", "edge of a piece", "Second edge")
    name: str | None = slot_field("name", "What is the piece called?", "name", "Name", None, min_length=1, max_length=80)

    def pieces_named(self) -> tuple[str, ...]:
        """Both pieces, the one that stays first."""
        return self.a[0], self.b[0]

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"a": f"{self.a[1]} of the {self.a[0]}", "b": f"{self.b[1]} of the {self.b[0]}", "name": self.name or self.a[0]}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where both edges are not one seam, or do not lie on each other when laid together."""
        if self.a[0] == self.b[0]:
            raise MoveRefused("a piece cannot be joined to itself.", self.a[0], "Choose edges of two pieces.", "b")
        hand = take_up(pattern, self.a[0], self.b[0])
        a, b = hand.piece(self.a[0]), hand.piece(self.b[0])
        name = self.name or a.name
        if name not in (a.name, b.name) and any(p.name == name for p in pattern.pieces):
            raise BadSetting(f"there is already a piece called “{name}”.", a.name, "Give it another name.", "name")
        before = sewn_length(a, self.a[1]), sewn_length(b, self.b[1])
        turned, from_end = _how_they_meet(pattern, self.a, self.b)
        taped = tape_pieces(a, self.a[1], b, self.b[1], turned, from_end, rules)
        whole = replace(taped.piece, name=name, cut=_plan(a, b), grain=_grain(a, b, taped.piece))
        whole = assert_sound(whole, "Close a dart first, or join other edges.")
        over = whole.area - area_inside([chain(e.path for e in whole.outline)], whole.segments)
        if over > LAID_OVER:
            raise MoveRefused(
                f"taped there, {over:.1f} cm² of the {b.name} would lie over the {a.name}.",
                f"{a.name}, {b.name}",
                "Keep the seam, or join along another.",
                "b",
            )
        followed = lay_down(hand, [whole])
        return Outcome(followed.pattern, self._working(before, taped, whole, turned) + notes(followed.told))

    def _working(self, before: tuple[float, float], taped: Taped, whole: Piece, turned: bool) -> tuple[Sum, ...]:
        lines = [Sum(f"{self.a[0]} {self.a[1]}", length(before[0])), Sum(f"{self.b[0]} {self.b[1]}", length(before[1]))]
        if turned:
            lines.append(tell(f"The {self.b[0]} is turned over."))
        if abs(taped.longer) > 0.005:
            lines.append(
                Sum("The second was longer by" if taped.longer > 0 else "The second was shorter by", length(abs(taped.longer)))
            )
            lines.append(tell("The difference stays at the far end, to be trued."))
        if max(taped.gap, taped.overlap) > 0.005:
            lines.append(
                Sum("Gap, overlap where they differ, at most", None, "{} and {}", (length(taped.gap), length(taped.overlap)))
            )
        if taped.reopened:
            lines.append(tell("What the cut had closed opens again as a dart."))
        if sum(e.kind == "fold" for e in whole.outline) > 1:
            lines.append(note("The piece has two folds: turn one of them into a seam, or unfold it."))
        return tuple(lines)


def _how_they_meet(pattern: Pattern, a: OnPiece, b: OnPiece) -> tuple[bool, bool]:
    """(second piece turned over?, matched from the end of a's edge?): as the seam between them says; without one, so that
    neighbours of one name meet."""
    for seam in pattern.seams:
        sides = {(s.piece, s.edge): s for s in (*seam.a, *seam.b)}
        if a in sides and b in sides:
            back_a, back_b = (
                starts_at_end(pattern.piece(piece), edge, sides[piece, edge].start, sides[piece, edge].run)
                for piece, edge in (a, b)
            )
            return back_a == back_b, back_a
    (a0, a1), (b0, b1) = neighbours(pattern.piece(a[0]), a[1]), neighbours(pattern.piece(b[0]), b[1])
    return (a0 == b0 or a1 == b1) and not (a0 == b1 or a1 == b0), False


def _plan(a: Piece, b: Piece) -> CutPlan:
    """As the one nearer the centre is cut."""
    keeps = a if stays_put(a, b) else b
    if a.cut.on_fold != b.cut.on_fold:
        keeps = a if a.cut.on_fold else b
    return keeps.cut


def _grain(a: Piece, b: Piece, whole: Piece) -> Grain | None:
    """The longer grainline of the two; the second's only as it was placed with its paper."""
    if a.grain is None or b.grain is None:
        return whole.grain
    return a.grain if centre_length(a) > 0 or abs(a.grain.end - a.grain.start) >= abs(b.grain.end - b.grain.start) else whole.grain
