"""Square: an edge led square to the fold or centre it meets, so that both halves make one smooth line there."""

from __future__ import annotations

from typing import ClassVar, Final, Literal

from pydantic import ConfigDict

from ..errors import BadPlace, MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path
from ..handwork.reshaping import REACH, refuse_fold
from ..handwork.shaped_together import shaped_together
from ..house import HouseRules
from ..paper.draw import redraw
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import neighbours, runs_of, starts_at_end
from ..units import Unit, format_length
from ..working import Sum, fine
from .move import Example, Group, Move, Outcome, slot_field

BACK: Final = 2.5
FRONT: Final = 0.5
"""cm that an edge runs square at a centre back, and at a centre front at least (common practice, no source)."""
MOST: Final = 0.5
"""Share of an edge that may be squared."""


class Square(Move):
    """The edge leaves the centre at a right angle for so many cm, and runs from there in one curve into its own line."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, frozen=True, populate_by_name=True)

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Square an edge"
    key: ClassVar[str] = "q"
    sentence: ClassVar[str] = "Lead the {edge} of the {piece} square for {long}, {end}."
    synonyms: ClassVar[tuple[str, ...]] = ("right angle", "square at the fold", "no point at the centre")
    example: ClassVar[Example | None] = Example("bodice", {"piece": "front", "edge": "neckline", "for": 3.0})

    move: Literal["square"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    edge: str = slot_field("edge", "Which edge?", "edge", "Edge", max_length=80)
    long: float | None = slot_field("long", "For how long?", "length", "Square for", None, gt=0, le=60, unit="cm", alias="for")
    start_at: str = slot_field("end", "At which end?", "name", "At the end beside", "", max_length=80, alias="from")

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": self.piece,
            "edge": self.edge,
            "long": format_length(self._long(), unit),
            "end": f"at the {self.start_at}" if self.start_at else "at the centre",
        }

    def _long(self) -> float:
        return self.long if self.long is not None else BACK if "back" in self.piece else FRONT

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace where the edge meets no centre, MoveRefused where it is too short."""
        refuse_fold(pattern.piece(self.piece), self.edge, "edge")
        before = pattern.piece(self.piece)
        at_end = self._at_end(before)
        off = self._off(before, at_end)
        done = shaped_together(pattern, [self.piece], lambda p: self._squared(p, at_end), "Square it for less.")
        return Outcome(done.pattern, (Sum("It stood off the right angle by", None, "{}", (fine(off),)), *done.working))

    def _at_end(self, piece: Piece) -> bool:
        if self.start_at:
            return starts_at_end(piece, self.edge, self.start_at)
        first, last = neighbours(piece, self.edge)
        centres = {e.name for e in piece.outline if e.is_centre}
        if not centres & {first, last}:
            raise BadPlace(
                f"the {self.edge} meets no centre.", self.piece, f"Say at which end: beside the {first} or the {last}.", "from"
            )
        return last in centres

    def _index(self, piece: Piece, at_end: bool) -> int:
        run = runs_of(piece, self.edge)[-1 if at_end else 0]
        return run[-1] if at_end else run[0]

    def _off(self, piece: Piece, at_end: bool) -> float:
        """cm by which the edge leaves the square line at the length asked for."""
        path, square = self._walked(piece, at_end)
        z = path.at(min(self._long(), path.length))
        return abs(((z - path.start) * square.conjugate()).imag)

    def _walked(self, piece: Piece, at_end: bool) -> tuple[Path, complex]:
        """The edge's part there, walked from the centre, and the square way into it."""
        k = self._index(piece, at_end)
        n = len(piece.outline)
        own = piece.outline[k].path
        path = own.reversed() if at_end else own
        beside = piece.outline[(k + 1) % n].path.start_direction if at_end else piece.outline[k - 1].path.end_direction
        square = 1j * beside
        return path, square if (square * path.start_direction.conjugate()).real >= 0 else -square

    def _squared(self, piece: Piece, at_end: bool) -> Piece:
        path, square = self._walked(piece, at_end)
        long, whole = self._long(), path.length
        if long > MOST * whole:
            raise MoveRefused(
                f"the {self.edge} is {whole:.1f} cm long there: {long:.1f} cm of it square leave no room to run on.",
                self.piece,
                f"Square it for at most {MOST * whole:.1f} cm.",
                "for",
            )
        reach = min(long + max(REACH, 4 * long), 0.9 * whole)
        rest = path.cut(reach)[1]
        first = path.start + square * long
        over = fair_curve([first, rest.start], square, rest.start_direction)
        drawn = Path(((path.start, first), *over.segments, *rest.segments))
        k = self._index(piece, at_end)
        return redraw(piece, k, 1, (piece.outline[k].redrawn(drawn.reversed() if at_end else drawn),))
