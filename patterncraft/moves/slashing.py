"""What moves share that slash a piece from one edge to another: where it is slashed, and how that is asked and said."""

from __future__ import annotations

from typing import Final, Literal, Self

from pydantic import model_validator

from ..errors import BadPlace, MoveRefused
from ..handwork.slashes import SlashAt, Zone, even_slashes, listed_slashes
from ..handwork.spreading import Amounts, Slash
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import runs_of
from ..units import Unit
from .move import Move, known, slot_field

Hinge = Literal["to_edge", "from_edge", "none"]
HINGES: Final = (("to_edge", "hinged at the other edge"), ("from_edge", "hinged where the cut begins"), ("none", "parallel"))
RIGHT_ANGLE: Final = 1.414
"""The mouth of a slash opened at a right angle, over its length."""
MOST: Final = 60
"""Slashes in one step: more cannot be told apart on the table."""
TOLD: Final = 3
"""Slashes whose places stand one by one in the sentence; of more, the first and the last."""


class Slashing(Move):
    """Slashes from one edge of a piece to another: so many, shared out evenly, or at places that are given."""

    piece: str = slot_field("piece", "Which piece?", "piece", "Piece", max_length=80)
    from_edge: str = slot_field("from_edge", "Slashed from which edge?", "edge", "From", max_length=80)
    to_edge: str = slot_field("to_edge", "To which edge?", "edge", "To", max_length=80)
    count: int | None = slot_field(
        "slashes", "How many slashes, or where?", "slashes", "How many slashes", None, ge=1, le=MOST, asked=True
    )
    at: tuple[SlashAt, ...] | None = slot_field(
        "slashes", "How many slashes, or where?", "slashes", "Where, slash by slash", None, min_length=1, max_length=MOST
    )

    @model_validator(mode="after")
    def _slashed_in_one_way(self) -> Self:
        if (self.count is None) == (self.at is None):
            raise ValueError("say either how many slashes, or where each lies")
        return self

    def whole_edge(self, piece: Piece) -> None:
        """Raises BadPlace where the edge slashed from lies in several parts, and no zone says on which."""
        if len(runs_of(piece, self.from_edge)) > 1:
            raise BadPlace(
                f"the {self.from_edge} lies there in several parts.", self.piece, "Slash from an edge in one.", "from_edge"
            )

    def flat_enough(self, slashes: list[Slash], amounts: Amounts, field: str, cure: str) -> None:
        """Raises MoveRefused where a strip would stand at more than a right angle to the one before it."""
        more = abs(amounts.near - amounts.far)
        for k, s in enumerate(slashes, 1):
            size = abs(s.path.end - s.path.start)
            if more > size * RIGHT_ANGLE:
                word = "opened" if amounts.near + amounts.far > 0 else "lapped over"
                raise MoveRefused(
                    f"slash {k} is {size:.1f} cm long: {word} by {more:.1f} cm it would stand at more than a right angle.",
                    self.piece,
                    cure,
                    field,
                )

    @property
    def faulted(self) -> str:
        """The parameter that a slash which cannot be made is told at."""
        return "from_edge" if self.at is None else "at"

    def slashing_words(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """What stands in the slots that these moves share."""
        n = self.count if self.count is not None else len(self.at or ())
        return {
            "piece": self.piece,
            "from_edge": self.from_edge,
            "to_edge": self.to_edge,
            "slashes": ("once" if n == 1 else f"{n} times") + self._where_words(known(pattern, self.piece), unit),
        }

    def _where_words(self, piece: Piece | None, unit: Unit) -> str:
        """Where each lies, if that was said; of many the first and the last."""
        said = [
            f"along the line “{at}”" if isinstance(at, str) else f"from {at[0].words(piece, unit)} to {at[1].words(piece, unit)}"
            for at in self.at or ()
        ]
        if not said:
            return ""
        if len(said) > TOLD:
            return f", the first {said[0]}, the last {said[-1]}"
        return f", {' and '.join(said)}"

    def slashes_on(self, piece: Piece, pattern: Pattern, zone: Zone, whole: bool) -> list[Slash]:
        """The slashes as they lie. Shared out over ``zone`` of the edge they begin at; ``whole``: that is all of it.

        Raises BadPlace for one that does not lead from the one edge to the other.
        """
        if self.at is not None:
            return listed_slashes(piece, pattern, self.from_edge, self.to_edge, self.at)
        return even_slashes(piece, self.from_edge, self.to_edge, self.count or 1, zone, whole=whole)


def hinged(amounts: Amounts) -> tuple[str, ...]:
    """The ends, "near" and "far", at which nothing moves: there the slash stops at the outline and the paper hangs together."""
    return tuple(where for where, amount in (("near", amounts.near), ("far", amounts.far)) if amount == 0)
