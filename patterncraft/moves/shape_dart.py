"""Shape dart: its stitching hollowed or rounded, its point softened. The paper stays as it is."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal, Self

from pydantic import model_validator

from ..errors import MoveRefused
from ..house import HouseRules
from ..paper.dart import find_dart
from ..paper.pattern import Pattern
from ..paper.piece import DartShape
from ..paper.stitching import stitched_legs
from ..units import Unit, format_length
from ..working import Sum, fine, length
from .move import Example, Group, Move, Outcome, slot_field

_SHAPES = (("straight", "straight"), ("in", "hollowed, so that it takes up less"), ("out", "rounded, so that it takes up more"))
_POINT = ((False, "sharp"), (True, "softened, run out along the fold"))


class ShapeDart(Move):
    """Both stitching lines curved alike, and the point run out along the fold. Only the needle goes otherwise: the paper's legs
    stay straight, so the dart can still be rotated."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Shape dart"
    key: ClassVar[str] = "s"
    sentence: ClassVar[str] = "Sew the {dart} of the {piece} {shape}{depth}, its point {point}."
    synonyms: ClassVar[tuple[str, ...]] = ("curved dart", "hollow dart", "soften the point", "contour dart")
    example: ClassVar[Example | None] = Example(
        "bodice", {"piece": "front", "dart": "waist dart", "shape": "in", "depth": 0.4, "ease_at_point": True}
    )

    move: Literal["shape_dart"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    dart: str = slot_field("dart", "Which dart?", "dart", "Dart", max_length=80)
    shape: DartShape = slot_field("shape", "How does the stitching run?", "choice", "Shape", choices=_SHAPES)
    depth: float = slot_field(
        "depth",
        "By how much, half-way?",
        "length",
        "Off the straight line",
        0.3,
        ge=0,
        le=3,
        unit="cm",
        only={"shape": ["in", "out"]},
    )
    ease_at_point: bool = slot_field("point", "How does it end?", "choice", "Point", False, choices=_POINT)

    @model_validator(mode="after")
    def _bent_by_something(self) -> Self:
        if self.shape != "straight" and self.depth == 0:
            raise ValueError("a curved dart leaves the straight line by something")
        return self

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": self.piece,
            "dart": self.dart,
            "shape": dict(_SHAPES)[self.shape],
            "depth": "" if self.shape == "straight" else f", by {format_length(self.depth, unit)}",
            "point": dict(_POINT)[self.ease_at_point],
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the dart; MoveRefused where its legs are unequal or it is too narrow to be hollowed."""
        piece = pattern.piece(self.piece)
        dart = find_dart(piece, self.dart)
        unequal = abs(dart.leg_in.length - dart.leg_out.length)
        if unequal > rules.sewing_tolerance:
            raise MoveRefused(
                f"the legs of the {dart.name} differ by {unequal:.2f} cm: curved, they would not lie on each other.",
                piece.name,
                "True its mouth first.",
                "dart",
            )
        most = 0.2 * dart.intake
        if self.shape == "in" and self.depth > most:
            raise MoveRefused(
                f"the {dart.name} is {dart.intake:.1f} cm wide: hollowed by {self.depth:.1f} cm its two lines would meet.",
                piece.name,
                f"Take at most {most:.1f} cm.",
                "depth",
            )
        bend = 0.0 if self.shape == "straight" else self.depth
        rule = replace(dart.rule, shape=self.shape, bend=bend, soft=self.ease_at_point)
        before = stitched_legs(dart)[0].length
        into, out = stitched_legs(replace(dart, rule=rule))
        darts = tuple(rule if r.name == dart.name else r for r in piece.darts)
        working = (
            Sum("Stitching, one side, before", fine(before)),
            Sum("Stitching now, one side and the other", fine(into.length), "{} and {}", (fine(into.length), fine(out.length))),
            Sum("Intake at the mouth, as it was", length(dart.intake)),
        )
        return Outcome(pattern.with_piece(replace(piece, darts=darts)), working)
