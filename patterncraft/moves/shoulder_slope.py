"""Shoulder slope: the tips lowered or raised for a body whose shoulders fall more, or less, than the block's."""

from __future__ import annotations

from cmath import phase
from dataclasses import replace
from math import sqrt
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..geometry.transform import swing
from ..handwork.reshaping import ended_at, started_at
from ..handwork.shaped_together import pieces_with, shaped_together
from ..house import HouseRules
from ..paper.draw import redraw
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import run_of
from ..places.levels import downward
from ..units import Unit, format_length
from ..working import Sum, length
from .armhole import Armhole
from .move import Example, Group, Move, Outcome, slot_field

_ARMHOLES = (("lowered", "lowered by as much"), ("kept", "as low as it was"))
MOST = 6.0
"""cm: a shoulder that falls by more is another draft."""


class ShoulderSlope(Move):
    """Front and back alike: each shoulder turns about its neck point, so that its tip lies lower (or higher); the armhole goes down with it, and keeps its
    size, or stays where it was."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Shoulder slope"
    key: ClassVar[str] = "o"
    sentence: ClassVar[str] = "Let the shoulders of the {pieces} {amount}, the armhole {armhole}."
    synonyms: ClassVar[tuple[str, ...]] = (
        "sloping shoulder",
        "square shoulder",
        "drag lines to the shoulder",
        "raise the shoulder",
    )
    example: ClassVar[Example | None] = Example("bodice", {"amount": 2.5})

    move: Literal["shoulder_slope"]
    pieces: tuple[str, ...] | None = slot_field("pieces", "On which pieces?", "pieces", "Pieces", None, min_length=1, max_length=20)
    amount: float = slot_field(
        "amount", "How much lower, or, below nought, higher?", "length", "Tip lower by", ge=-MOST, le=MOST, unit="cm"
    )
    armhole: Literal["lowered", "kept"] = slot_field(
        "armhole", "What becomes of the armhole?", "choice", "Armhole", "lowered", choices=_ARMHOLES
    )

    def pieces_named(self) -> tuple[str, ...]:
        """All that have a shoulder, where none is named."""
        return self.pieces or ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "pieces": " and ".join(self.pieces) if self.pieces else "whole garment",
            "amount": f"{'fall' if self.amount >= 0 else 'rise'} by {format_length(abs(self.amount), unit)}",
            "armhole": dict(_ARMHOLES)[self.armhole],
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where a shoulder is too short to fall so far, or an armhole would be used up."""
        if self.amount == 0:
            raise MoveRefused("by nothing they stay as they are.", "", "Say by how much.", "amount")
        names = pieces_with(pattern, "shoulder", self.pieces)
        done = shaped_together(pattern, names, self._sloped, "Change them by less.")
        after, lines = done.pattern, list(done.working)
        if self.armhole == "lowered":
            with self.telling("armhole"):
                lower = Armhole(move="armhole", pieces=tuple(names), down=self.amount).apply(after, rules)
            after = lower.pattern
            lines += lower.working
        word = "Tips lower by" if self.amount > 0 else "Tips higher by"
        return Outcome(after, (Sum(word, length(abs(self.amount))), *lines))

    def _sloped(self, piece: Piece) -> Piece:
        """The shoulder, with a dart that opens in it, turned about the neck point; the armhole drawn over to where its tip lies now."""
        n = len(piece.outline)
        run = run_of(piece, "shoulder")
        first, count = run[0], (run[-1] - run[0]) % n + 1
        edges = [piece.outline[(first + k) % n] for k in range(count)]
        beside = (first - 1) % n, (first + count) % n
        neck_first = piece.outline[beside[0]].name.endswith("neckline")
        neck, tip = edges[0].path.start, edges[-1].path.end
        if not neck_first:
            neck, tip = tip, neck
        turn = swing(neck, self._angle(piece, tip - neck))
        turned = [replace(e, path=e.path.placed(turn)) for e in edges]
        if neck_first:
            armhole = started_at(piece, piece.outline[beside[1]], turned[-1].path.end, "shoulder", "amount")
            return redraw(piece, first, count + 1, (*turned, armhole))
        armhole = ended_at(piece, piece.outline[beside[0]], turned[0].path.start, "shoulder", "amount")
        return redraw(piece, beside[0], count + 1, (armhole, *turned))

    def _angle(self, piece: Piece, shoulder: complex) -> float:
        """Radians by which it turns, so that its tip comes down by the amount and it keeps its length."""
        down = downward(piece)
        drop = (shoulder * down.conjugate()).real
        size = abs(shoulder)
        if abs(drop + self.amount) > 0.9 * size:
            raise MoveRefused(
                f"its shoulder is {size:.1f} cm long: it cannot fall by {drop + self.amount:.1f} cm.",
                piece.name,
                "Change it by less.",
                "amount",
            )
        level = shoulder - down * drop
        across = level / abs(level) * sqrt(size**2 - (drop + self.amount) ** 2)
        return phase((across + down * (drop + self.amount)) / shoulder)
