"""Cut across: one style line over several pieces, which meets itself at every seam between them."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import BadSetting, MoveRefused
from ..handwork.centre import in_reading_order, planned_without_fold, with_grain_of
from ..handwork.cutting import cut_piece
from ..handwork.level_line import level_line
from ..handwork.names import free_name
from ..handwork.new_seam import cut_notches, seam_between, unique_name
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Notch, Seam
from ..paper.sewn import Spot, distance_of, point_of, run_holding, sewn_length, starts_at_end
from ..paper.sound import assert_sound
from ..places.line import LineOnPiece
from ..places.place import Place
from ..units import Unit
from ..working import Sum, fine, length, note, notes
from .move import Example, Group, Move, Outcome, known, slot_field

ASIDE = 0.05
"""cm by which the line's ends may miss each other at a seam and nothing need be said."""


class CutAcross(Move):
    """The first piece is cut level at the place; each further one begins at the seam where the last one's line ended, and is cut level
    from there."""

    group: ClassVar[Group] = "Cut"
    title: ClassVar[str] = "Cut across pieces"
    key: ClassVar[str] = "a"
    sentence: ClassVar[str] = "Cut the {pieces} across, level at {at}, into {names}, with a seam {seam}."
    synonyms: ClassVar[tuple[str, ...]] = ("style line", "waist seam", "midriff", "horizontal seam", "tier", "band")
    example: ClassVar[Example | None] = Example(
        "skirt", {"pieces": ["skirt front"], "at": {"edge": "side", "level": "hip", "down": 14.0}}
    )

    move: Literal["cut_across"]
    pieces: tuple[str, ...] = slot_field(
        "pieces", "Which pieces, in the order they are sewn?", "pieces", "Pieces", min_length=1, max_length=20
    )
    at: Place = slot_field("at", "At which level of the first?", "level", "Level")
    names: tuple[str, str] | None = slot_field(
        "names", "What stands in front of the upper and the lower parts' names?", "names", "Words for the parts", None
    )
    seam: str | None = slot_field("seam", "What is the seam called?", "name", "Name of the seam", None, min_length=1, max_length=80)

    def pieces_named(self) -> tuple[str, ...]:
        """See Move."""
        return self.pieces

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "pieces": " and ".join(self.pieces),
            "at": self.at.words(known(pattern, self.pieces[0]), unit),
            "names": f"{self.names[0]} and {self.names[1]} parts" if self.names else "upper and lower parts",
            "seam": f"“{self.seam}”" if self.seam else "between them",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at ``at``; MoveRefused where a piece is not sewn to the one before it, or its line runs over a dart."""
        if self.names is not None and self.names[0].strip() == self.names[1].strip():
            raise BadSetting("upper and lower parts would be called alike.", self.pieces[0], "Give them two words.", "names")
        names = list(dict.fromkeys(self.pieces))
        hand = take_up(pattern, *names)
        worked: list[Piece] = []
        seams: list[Seam] = []
        notches: list[Notch] = []
        working: list[Sum] = []
        taken = [s.name for s in pattern.seams]
        before: tuple[Piece, LineOnPiece] | None = None
        for name in names:
            whole = hand.piece(name)
            start = self.at.found(whole, pattern).point if before is None else self._met(pattern, before, whole)
            line = level_line(whole, start, self.at.words(whole, "cm") if before is None else f"the {before[0].name}’s line", "at")
            if before is not None:
                working += _missed(before, whole, line, start)
            seam = unique_name(self._seam_name(name), [*taken, *whole.edge_names])
            taken.append(seam)
            cut = cut_piece(whole, line, seam, "at")
            parts = in_reading_order(whole, cut.first, cut.second)
            called = [
                assert_sound(
                    with_grain_of(planned_without_fold(replace(p, name=self._called(pattern, w, name))), whole), "Move the line."
                )
                for p, w in zip(parts, self._words(), strict=True)
            ]
            worked += called
            seams.append(seam_between(seam, called[0], called[1], seam))
            notches += cut_notches(pattern, seam, cut.length, list(cut.pivots), "back" in name)
            working.append(Sum(f"{name.capitalize()}: length of the cut", length(cut.length)))
            before = whole, line
        followed = lay_down(hand, worked, seams=seams, notches=notches)
        return Outcome(followed.pattern, (*working, *notes(followed.told)))

    def _words(self) -> tuple[str, str]:
        return self.names or ("upper", "lower")

    def _called(self, pattern: Pattern, word: str, piece: str) -> str:
        wanted = f"{word} {piece}".strip()
        if self.names is None:
            return unique_name(wanted, [p.name for p in pattern.pieces])
        return free_name(pattern, wanted, piece, field="names")

    def _seam_name(self, piece: str) -> str:
        if self.seam is None:
            return f"{piece} cross line"
        return self.seam if len(self.pieces) == 1 else f"{piece} {self.seam}"

    def _met(self, pattern: Pattern, before: tuple[Piece, LineOnPiece], piece: Piece) -> complex:
        """Where on a piece the line of the piece before goes on: the same distance along the seam between them."""
        other, line = before
        for found in line.places:
            if found.spot is not None and (z := _across(pattern, other, found.spot, piece)) is not None:
                return z
        raise MoveRefused(
            f"the line of the {other.name} does not end in a seam with it.",
            piece.name,
            "Name the pieces in the order they are sewn, or cut each by itself.",
            "pieces",
        )


def _across(pattern: Pattern, piece: Piece, spot: Spot, other: Piece) -> complex | None:
    """The place on another piece that is sewn to a spot; None where the edge there is not sewn to it."""
    edge = piece.outline[spot.edge].name
    for name in pattern.seams_of(piece.name, edge):
        seam = pattern.seam(name)
        for own, partner in ((seam.a, seam.b), (seam.b, seam.a)):
            if not any((x.piece, x.edge) == (piece.name, edge) for x in own) or not any(x.piece == other.name for x in partner):
                continue
            done = 0.0
            for x in own:
                p = pattern.piece(x.piece)
                size = sewn_length(p, x.edge, x.run)
                if (x.piece, x.edge) == (piece.name, edge) and run_holding(p, spot.edge) == (x.run or 0):
                    along = distance_of(p, spot)
                    back = starts_at_end(p, x.edge, x.start, x.run)
                    place = pattern.on_side(partner, done + (size - along if back else along))
                    return point_of(place.piece, place.spot) if place.piece.name == other.name else None
                done += size
    return None


def _missed(before: tuple[Piece, LineOnPiece], piece: Piece, line: LineOnPiece, start: complex) -> list[Sum]:
    gap = min(abs(p.point - start) for p in line.places)
    if gap > ASIDE:
        return [note(f"On the {piece.name} the line begins {gap:.1f} cm off where the {before[0].name}’s ends.")]
    return [Sum(f"{piece.name.capitalize()}: meets the {before[0].name}’s line within", fine(gap))]
