"""Fold dart: which way it is pressed, and so how its mouth is cut."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..finishing.dart_mouth import mouth_shape
from ..house import HouseRules
from ..paper.dart import find_dart
from ..paper.pattern import Pattern
from ..paper.piece import Toward
from ..units import Unit
from ..working import Sum, fine, tell
from .move import Example, Group, Move, Outcome, slot_field

_WAYS = (("centre", "toward the centre"), ("side", "toward the side"), ("up", "upward"), ("down", "downward"))
UPRIGHT = 0.9
"""A mouth this nearly level cannot be pressed up or down, one this nearly upright not to a side (its share of the chord)."""


class FoldDart(Move):
    """The dart is folded that way; the edge across its mouth is cut as it lies then, so that it is caught in the seam."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Fold dart"
    key: ClassVar[str] = "f"
    sentence: ClassVar[str] = "Fold the {dart} of the {piece} {toward}, and cut its mouth so."
    synonyms: ClassVar[tuple[str, ...]] = ("press a dart", "true the mouth", "dart underlay")
    example: ClassVar[Example | None] = Example("bodice", {"piece": "front", "dart": "waist dart", "toward": "side"})

    move: Literal["fold_dart"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    dart: str = slot_field("dart", "Which dart?", "dart", "Dart", max_length=80)
    toward: Toward = slot_field("toward", "Pressed which way?", "choice", "Toward", choices=_WAYS)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {"piece": self.piece, "dart": self.dart, "toward": dict(_WAYS)[self.toward]}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the dart; MoveRefused where it cannot be pressed that way."""
        piece = pattern.piece(self.piece)
        dart = find_dart(piece, self.dart)
        chord = dart.mouth[1] - dart.mouth[0]
        upright = abs(chord.imag) / (abs(chord) or 1.0)
        lies = "level" if self.toward in ("up", "down") else "upright"
        if (1.0 - upright if lies == "upright" else upright) < 1.0 - UPRIGHT:
            raise MoveRefused(
                f"the mouth of the {dart.name} lies {lies}: it cannot be pressed {dict(_WAYS)[self.toward]}.",
                piece.name,
                "Press it downward or upward." if lies == "upright" else "Press it toward the centre or the side.",
                "toward",
            )
        before = mouth_shape(piece, dart).length
        rule = replace(dart.rule, toward=self.toward)
        after = replace(piece, darts=tuple(rule if r.name == dart.name else r for r in piece.darts))
        now = mouth_shape(after, find_dart(after, dart.name)).length
        lines = [Sum("Edge across the mouth before", fine(before)), Sum("Edge across the mouth, as it folds now", fine(now))]
        if now - dart.intake < 1e-6:
            lines.append(tell("The edge beside it is too short to lie over it, folded: the mouth is cut straight across."))
        return Outcome(pattern.with_piece(after), tuple(lines))
