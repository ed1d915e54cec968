"""Slit: a cut up from a hem, and the facing that finishes it."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from typing import ClassVar, Literal

from ..errors import BadPlace, MoveRefused
from ..geometry.path import Path, straight
from ..handwork.corner_round import rounded
from ..handwork.new_seam import unique_name
from ..house import HouseRules
from ..paper.fold import kind_as_cut
from ..paper.part import runs_inside
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Mark, Piece
from ..paper.seam import Seam, SeamRule, Stretch
from ..paper.sewn import point_of
from ..parts.part import piece_names, seam_names
from ..parts.sheets import Named, sheet
from ..places.levels import downward
from ..places.place import Place, on_edge
from ..units import INCH, Unit, format_length
from ..working import Sum, length, tell
from .as_drawn import upright_and_faced
from .move import Example, Group, Move, Outcome, known, slot_field

BESIDE = 1.5 * INCH
"""cm that a slit's facing reaches beside it, and above its end (common practice, no source)."""
PLACES = 24
"""Places of an edge at which it is looked whether it goes on across the grain."""


class Slit(Move):
    """The slit is drawn on the sheet, with a drill hole at its end; its facing is traced from the hem there."""

    group: ClassVar[Group] = "Cut"
    title: ClassVar[str] = "Slit"
    key: ClassVar[str] = "s"
    sentence: ClassVar[str] = "Slit the {piece} {length} up from {at}{facing}."
    synonyms: ClassVar[tuple[str, ...]] = ("vent", "sleeve opening", "slash opening")
    example: ClassVar[Example | None] = Example(
        "sleeve", {"piece": "sleeve", "at": {"edge": "hem", "fraction": 0.5}, "length": 12.0}
    )

    move: Literal["slit"]
    piece: str = slot_field("piece", "Which piece?", "piece", "Piece", max_length=80)
    at: Place = slot_field("at", "Up from which place of the hem?", "place", "Foot of the slit")
    length: float = slot_field("length", "How long is it?", "length", "Length", gt=0.5, le=120, unit="cm")
    facing: bool = slot_field(
        "facing", "Is it faced?", "choice", "Faced", True, choices=(("true", "faced"), ("false", "bound, not faced"))
    )

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": self.piece,
            "length": format_length(self.length, unit),
            "at": self.at.words(known(pattern, self.piece), unit),
            "facing": ", faced" if self.facing else ", not faced",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace for a foot that lies on no hem; MoveRefused for a slit that leaves the paper or runs into a dart."""
        return upright_and_faced(self._worked, pattern, rules)

    def _worked(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        piece = pattern.piece(self.piece)
        spot = on_edge(self.at, piece, pattern, "at")
        edge = piece.outline[spot.edge]
        if kind_as_cut(piece, edge) == "fold":
            raise BadPlace(f"the {edge.name} is a fold.", piece.name, "Choose a place on the hem.", "at")
        foot = point_of(piece, spot)
        tip = foot - downward(piece) * self.length
        if not piece.contains(tip)[0] or not runs_inside(piece, foot, tip):
            raise MoveRefused(
                f"a slit of {self.length:.1f} cm from there leaves the paper or runs into a dart.",
                piece.name,
                "Make it shorter, or choose another place.",
                "length",
            )
        name = unique_name("slit", [x.name for x in piece.lines])
        mark = Mark(unique_name("slit end", [m.name for m in piece.marks]), tip, "drill")
        after = replace(piece, lines=(*piece.lines, DrawnLine(name, straight(foot, tip))), marks=(*piece.marks, mark))
        lines = [Sum("Slit", length(self.length)), tell("Cut it when it is faced: it is stitched to a point at its end.")]
        table = pattern.with_piece(after)
        if not self.facing:
            return Outcome(table, tuple(lines))
        facing, seam = self._facing(table, piece, edge.path, spot.along, foot, tip)
        lines.append(Sum("Facing beside it, and above its end", length(BESIDE)))
        return Outcome(replace(table, pieces=(*table.pieces, facing), seams=(*table.seams, seam)), tuple(lines))

    def _facing(self, pattern: Pattern, piece: Piece, hem: Path, along: float, foot: complex, tip: complex) -> tuple[Piece, Seam]:
        """Traced from the hem, as far on either side as it goes; its upper corners rounded."""
        low, high = max(along - BESIDE, 0.0), min(along + BESIDE, hem.length)
        part = hem
        if high < hem.length - 1e-6:
            part = part.cut(high)[0]
        if low > 1e-6:
            part = part.cut(low)[1]
        up = (tip - foot) / abs(tip - foot)
        rise = self.length + BESIDE
        a, b = part.start, part.end
        over = [((part.at(part.length * k / PLACES) - foot) * up.conjugate()).imag for k in range(PLACES + 1)]
        steps = [y - x for x, y in pairwise(over)]
        if max(steps) >= 0 >= min(steps):
            raise BadPlace(
                "the edge turns back beside the slit there: a facing traced from it would lie on itself.",
                piece.name,
                "Slit it from the hem, or leave the facing out.",
                "at",
            )
        top_a, top_b = (z + up * (rise - ((z - foot) * up.conjugate()).real) for z in (a, b))
        (name,) = piece_names(pattern, ("slit facing",))
        # The outline runs clockwise: along the hem as the piece's does.
        edges = (
            Named("hem", "hem", part),
            Named("end", "raw", straight(b, top_b)),
            Named("inner edge", "raw", straight(top_b, top_a)),
            Named("start", "raw", straight(top_a, a)),
        )
        middle = 0.5 * (foot + tip)
        plan = CutPlan(piece.cut.quantity, False, piece.cut.mirrored, "facing", interfacing=0)
        facing = sheet(
            name,
            edges,
            plan,
            Grain(middle + up * 0.2 * rise, middle - up * 0.2 * rise),
            lines=(DrawnLine("slit", straight(foot, tip)),),
        )
        for edge in ("inner edge", "start"):
            k = next(i for i, e in enumerate(facing.outline) if e.name == edge)
            facing = rounded(facing, k, min(2.0, 0.4 * abs(b - a)), "length")
        (seam,) = seam_names(pattern, ("slit facing",))
        return facing, Seam(seam, (Stretch(name, "hem"),), (), SeamRule("free"))
