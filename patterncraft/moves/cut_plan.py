"""How a piece is cut: how many, as a mirrored pair or all alike, of which cloth, and how far that cloth gives."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..finishing.finish import cut_words
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import Layer
from ..units import Unit
from ..working import tell
from .move import Example, Group, Move, Outcome, slot_field

_LAYERS = (
    ("shell", "the garment itself"),
    ("lining", "its lining"),
    ("interfacing", "what stiffens it"),
    ("facing", "a facing"),
    ("rib", "rib"),
    ("binding", "a binding"),
    ("elastic", "elastic"),
    ("pocketing", "pocketing"),
)
_AS = (("pair", "as mirrored pairs"), ("alike", "all alike"))


class CutPlan(Move):
    """What stands on the sheet's label. Whether it is cut on the fold is told by its fold."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "How it is cut"
    key: ClassVar[str] = "p"
    sentence: ClassVar[str] = "Cut the {piece} {count} times, {as}, of {cloth}{layer}{stretch}."
    synonyms: ClassVar[tuple[str, ...]] = (
        "how many",
        "cloth",
        "pair",
        "quantity",
        "lining",
        "stretch cloth",
        "layer",
        "what it is",
    )
    example: ClassVar[Example | None] = Example("sleeve", {"piece": "sleeve", "count": 4, "as": "pair"})

    move: Literal["cut_plan"]
    piece: str = slot_field("piece", "Which piece?", "piece", "Piece", max_length=80)
    count: int | None = slot_field("count", "How many are cut?", "count", "Count", None, ge=1, le=99)
    used_as: Literal["pair", "alike"] | None = slot_field(
        "as", "As pairs, or all alike?", "choice", "As", None, choices=_AS, alias="as"
    )
    cloth: str | None = slot_field("cloth", "Of which cloth?", "name", "Cloth", None, min_length=1, max_length=60)
    layer: Layer | None = slot_field(
        "layer", "What is it in the garment, if its cloth does not say?", "choice", "Layer", None, choices=_LAYERS
    )
    stretch: float | None = slot_field(
        "stretch", "By how many hundredths does it stretch?", "lengths", "Stretch, hundredths", None, ge=0, le=150
    )

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": self.piece,
            "count": str(self.count) if self.count else "as many",
            "as": dict(_AS)[self.used_as] if self.used_as else "as it was",
            "cloth": self.cloth or "the same cloth",
            "layer": f", as {dict(_LAYERS)[self.layer]}" if self.layer else "",
            "stretch": f", which stretches by {self.stretch:g} %" if self.stretch is not None else "",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the piece; MoveRefused for pairs of an odd number."""
        piece = pattern.piece(self.piece)
        old = piece.cut
        count = self.count or old.quantity
        mirrored = old.mirrored if self.used_as is None else self.used_as == "pair"
        if mirrored and count % 2 and not old.on_fold:
            raise MoveRefused(f"{count} make no pairs.", piece.name, "Choose an even number, or cut them all alike.", "count")
        stretch = old.stretch if self.stretch is None else self.stretch
        plan = old.of(self.cloth) if self.cloth else old
        if self.layer:
            plan = replace(plan, said_layer=self.layer)
        plan = replace(plan, quantity=count, mirrored=mirrored and not old.on_fold, stretch=stretch)
        after = replace(piece, cut=plan)
        return Outcome(pattern.with_piece(after), (tell(f"It was “{cut_words(piece)}”; it is “{cut_words(after)}” now."),))
