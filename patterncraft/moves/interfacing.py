"""Interfacing: what stiffens a piece, whole, without its allowance, or as a strip along an edge."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Final, Literal

from ..errors import MoveRefused
from ..handwork.promising import side_of
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, Paper
from ..paper.sound import assert_sound
from ..parts.beside import shaped_strip, strip_sheet
from ..parts.part import piece_names
from ..units import Unit, format_length
from ..working import Quantity, Sum, length, tell
from .move import Example, Group, Move, Outcome, slot_field

_KINDS: Final = (
    ("whole", "all of it, with its allowance"),
    ("net", "all of it, without allowance"),
    ("strip", "a strip along an edge"),
)


class Interfacing(Move):
    """Traced from the piece. Net it is cut along the stitching, so that it is not caught in the seams."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Interfacing"
    key: ClassVar[str] = "j"
    sentence: ClassVar[str] = "Interface the {piece}: {kind}{edge}{width}."
    synonyms: ClassVar[tuple[str, ...]] = ("fuse", "fusing", "stiffening", "stay tape")
    example: ClassVar[Example | None] = Example("skirt", {"piece": "skirt front", "kind": "strip", "edge": "waist", "width": 4.0})

    move: Literal["interfacing"]
    piece: str = slot_field("piece", "Which piece?", "piece", "Piece", max_length=80)
    kind: Literal["whole", "net", "strip"] = slot_field(
        "kind", "How much of it?", "choice", "Kind", "whole", choices=_KINDS, asked=True
    )
    edge: str | None = slot_field("edge", "Along which edge?", "edge", "Edge", None, max_length=80, only={"kind": ["strip"]})
    width: float | None = slot_field(
        "width", "How wide is the strip?", "length", "Width", None, ge=0.5, le=40, unit="cm", only={"kind": ["strip"]}
    )

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": self.piece,
            "kind": dict(_KINDS)[self.kind],
            "edge": f", the {self.edge}" if self.edge else ", which edge" if self.kind == "strip" else "",
            "width": f", {format_length(self.width or 3.0, unit)} wide" if self.kind == "strip" else "",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName; MoveRefused for a strip without an edge, or wider than the piece."""
        piece = pattern.piece(self.piece)
        (name,) = piece_names(pattern, (f"{piece.name} interfacing",))
        if self.kind == "strip":
            if self.edge is None:
                raise MoveRefused("a strip lies along an edge.", piece.name, "Say along which.", "edge")
            side = side_of(pattern, [(piece.name, self.edge)], "edge")
            shape = shaped_strip(pattern, side, self.width or 3.0, "width")
            folds = any(e.kind == "fold" for e in (shape.start, shape.end))
            cut = CutPlan(piece.cut.quantity, folds, piece.cut.mirrored and not folds, "interfacing")
            sheet = strip_sheet(name, shape, self.edge, "inner edge", cut)
            sheet = sheet.with_outline(tuple(replace(e, kind="raw") if e.kind == "seam" else e for e in sheet.outline))
            sums = (Sum("Along the edge", length(shape.outer.length)), Sum("Wide", length(self.width or 3.0)))
        else:
            sheet = replace(piece, name=name, cut=replace(piece.cut.of("interfacing"), interfacing=0), paper=Paper())
            if self.kind == "net":
                sheet = sheet.with_outline(
                    tuple(replace(e, kind="raw") if e.kind in ("seam", "hem", "opening") else e for e in sheet.outline)
                )
            sums = (
                Sum("Interfacing", Quantity(sheet.area, "area")),
                tell("Cut along the stitching lines." if self.kind == "net" else "Cut like the piece."),
            )
        assert_sound(sheet, "Make the strip narrower.")
        pieces = list(pattern.pieces)
        pieces.insert(pieces.index(piece) + 1, sheet)
        return Outcome(replace(pattern, pieces=tuple(pieces)), sums)
