"""A correction that is a step of the bench: whatever a hand can do to a block without making other pieces of it."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, Literal

from pydantic import Field

from ..drafting.corrections import PaperCorrection
from ..errors import BadSetting
from ..house import HouseRules
from ..moves.move import Move
from ..moves.registry import read_steps
from ..paper.pattern import Pattern
from ..paper.piece import Paper, Piece


class ByStep(PaperCorrection):
    """``step``: a step as a style carries it. What comes of it is block paper again: new paper and tape are traced off."""

    correction: Literal["step"] = "step"
    step: dict[str, Any] = Field(max_length=40)

    @property
    def words(self) -> str:
        """The step's own sentence."""
        return self._move().spoken(None, "cm").rstrip(".")

    def apply(self, pattern: Pattern) -> Pattern:
        """The step done by the house's usual rules. Raises what the step raises; BadSetting where it would make other pieces than the block has."""
        move = self._move()
        after = move.apply(pattern, HouseRules()).pattern
        refuse_other_pieces(pattern, after, move)
        return traced(after)

    def _move(self) -> Move:
        return read_steps([self.step])[0]


def refuse_other_pieces(before: Pattern, after: Pattern, move: Move) -> None:
    """Raises BadSetting for a step that adds a piece to the block, or takes one away: that is a style."""
    old, new = {p.name for p in before.pieces}, {p.name for p in after.pieces}
    if old != new:
        word = f"makes the {min(new - old)}" if new - old else f"leaves no {min(old - new)}"
        raise BadSetting(
            f"“{move.title}” {word}: a correction keeps the block's pieces.", "", "Start a style from the block for that.", "step"
        )


def traced(pattern: Pattern) -> Pattern:
    """The pattern traced onto fresh paper: no patches, no tape, no memory of what lay where before."""

    def fresh(p: Piece) -> Piece:
        return replace(p.with_outline(tuple(e.without_trace() for e in p.outline)), paper=Paper())

    return replace(pattern, pieces=tuple(fresh(p) for p in pattern.pieces), made=())
