"""Cut along: scissors along a style line; both parts get names, a seam between them and notches."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import BadSetting
from ..handwork.centre import in_reading_order, one_lies_above_other, planned_without_fold, with_grain_of
from ..handwork.cutting import Cut, cut_piece
from ..handwork.halves import halves_met
from ..handwork.new_seam import cut_notches, seam_between, unique_name
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.nearest import nearest_on
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam, SeamRule
from ..paper.sewn import sewn_length
from ..paper.sound import assert_sound
from ..places.line import Line, LineOnPiece, line_on, line_words
from ..tolerances import TAPED
from ..units import Unit
from ..working import Sum, length, notes, tell
from .move import Example, Group, Handle, Move, Outcome, known, slot_field


class CutAlong(Move):
    """Scissors along a line from outline to outline. Through a dart's point it closes the other darts there; ended in a
    dart, both its legs become the seam."""

    group: ClassVar[Group] = "Cut"
    title: ClassVar[str] = "Cut along a line"
    key: ClassVar[str] = "c"
    sentence: ClassVar[str] = "Cut the {piece} {line}, into {names}, with a seam {seam}."
    synonyms: ClassVar[tuple[str, ...]] = ("style line", "panel", "yoke", "princess line", "scissors")
    handle: ClassVar[Handle] = "line"
    example: ClassVar[Example | None] = Example(
        "bodice", {"piece": "front", "line": [{"edge": "armhole", "from": "shoulder", "fraction": 0.55}, {"dart": "waist dart"}]}
    )

    move: Literal["cut_along"]
    piece: str = slot_field("piece", "Which piece?", "piece", "Piece", max_length=80)
    line: Line = slot_field("line", "Along which line?", "line", "Line")
    names: tuple[str, str] | None = slot_field(
        "names", "What are both parts called, the one nearer the centre first?", "names", "Names of the parts", None
    )
    seam: str | None = slot_field("seam", "What is the seam called?", "name", "Name of the seam", None, min_length=1, max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        names = f"{self.names[0]} and {self.names[1]}" if self.names else "two parts"
        return {
            "piece": self.piece,
            "line": ("along " if isinstance(self.line, str) else "") + line_words(self.line, piece, unit),
            "names": names,
            "seam": f"“{self.seam}”" if self.seam else "between them",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at ``line`` where it leaves the paper, touches itself or ends in the air; MoveRefused
        over an open dart."""
        return self.along(pattern, line_on(self.line, pattern.piece(self.piece), pattern))

    def along(self, pattern: Pattern, line: LineOnPiece) -> Outcome:
        """The cut along a line found on the piece already. Raises as ``apply`` does, but for the line's places."""
        hand = take_up(pattern, self.piece)
        whole = hand.piece(self.piece)
        seam = self._seam_name(pattern, whole)
        cut = cut_piece(whole, line, seam)
        ordered = in_reading_order(whole, cut.first, cut.second)
        parts = _marked_once(*ordered, seam)
        names = self._part_names(pattern, whole, parts)
        named = [
            assert_sound(with_grain_of(planned_without_fold(replace(p, name=n)), whole), "Move the line.")
            for p, n in zip(parts, names, strict=True)
        ]
        new, notches = self._promise(pattern, cut, named, seam, turned=ordered[0] is not cut.second)
        followed = lay_down(hand, named, seams=[new], notches=notches)
        return Outcome(followed.pattern, self._working(whole, cut, named, seam) + halves_met(whole, line) + notes(followed.told))

    def _seam_name(self, pattern: Pattern, piece: Piece) -> str:
        taken = [s.name for s in pattern.seams] + piece.edge_names
        if self.seam is None:
            return unique_name(f"{self.piece} style line", taken)
        if self.seam in taken:
            raise BadSetting(
                f"there is already a seam or an edge called “{self.seam}”.", self.piece, "Give the new seam another name.", "seam"
            )
        return self.seam

    def _part_names(self, pattern: Pattern, whole: Piece, parts: tuple[Piece, Piece]) -> tuple[str, str]:
        taken = [p.name for p in pattern.pieces if p.name != whole.name]
        if self.names is None:
            words = ("upper", "lower") if one_lies_above_other(*parts) else ("centre", "side")
            return unique_name(f"{words[0]} {whole.name}", taken), unique_name(f"{words[1]} {whole.name}", taken)
        for name in self.names:
            if not name.strip() or len(name) > 80:
                raise BadSetting("a part needs a name of at most 80 letters.", self.piece, "Type one.", "names")
            if name in taken or self.names[0] == self.names[1]:
                raise BadSetting(f"two pieces would be called “{name}”.", self.piece, "Give each part a name of its own.", "names")
        return self.names

    def _promise(self, pattern: Pattern, cut: Cut, parts: list[Piece], seam: str, turned: bool) -> tuple[Seam, tuple[Notch, ...]]:
        """The new seam, walked in the outline's sense of the first part: against the line where that is the part
        that runs from the line's start to its end (``turned``)."""
        along = [cut.length - p for p in cut.pivots] if turned else list(cut.pivots)
        new = seam_between(seam, parts[0], parts[1], seam)
        notches = cut_notches(pattern, seam, cut.length, along, "back" in self.piece)
        if cut.eased:
            sizes = [sewn_length(p, seam) for p in parts]
            fuller: Literal["a", "b"] = "a" if sizes[0] > sizes[1] else "b"
            new = replace(new, rule=SeamRule("ease", 0.0, abs(sizes[0] - sizes[1]), longer=fuller))
        return new, notches

    def _working(self, whole: Piece, cut: Cut, parts: list[Piece], seam: str) -> tuple[Sum, ...]:
        lines = [Sum("Length of the cut, one side", length(cut.length))]
        for p in parts:
            lines.append(Sum(f"{p.name}: {seam}", length(sewn_length(p, seam))))
        for name in dict.fromkeys(cut.closed):
            lines.append(tell(f"The {name} is closed: its intake lies in the seam now."))
        if cut.eased:
            lines.append(Sum(f"The rest of the {cut.closed[0]} is eased into the seam", length(cut.eased)))
        if whole.cut.on_fold and not any(e.kind == "fold" for p in parts for e in p.outline):
            lines.append(tell("Neither part lies on the fold any more."))
        return tuple(lines)


def _marked_once(first: Piece, second: Piece, seam: str) -> tuple[Piece, Piece]:
    """A mark on the cut itself lies on both parts: the one that is named first keeps it."""
    on_cut = [m for m in second.marks if any(e.name == seam and nearest_on(e.path, m.at)[0] <= TAPED for e in second.outline)]
    if not on_cut:
        return first, second
    kept = tuple(m for m in second.marks if m not in on_cut)
    return replace(first, marks=(*first.marks, *on_cut)), replace(second, marks=kept)
