"""Puff: a short sleeve spread from cap to hem and lifted, drawn in at its end."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal, Self

from pydantic import model_validator

from ..handwork.new_seam import unique_name
from ..house import HouseRules
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Seam, SeamRule, Stretch
from ..parts.full_cap import gathered_between_notches
from ..parts.sleeve_work import cut_off_below, elbow_level, the_sleeve, told_of, top_of, without_darts
from ..units import Unit, format_length
from ..working import Sum, length, tell
from .as_drawn import upright_and_faced
from .leg_of_mutton import QUARTER
from .lift import Lift
from .lining import Lining
from .move import Example, Group, Move, Outcome, slot_field
from .slash_and_spread import SlashAndSpread

STRIPS = 5
"""Slashes from cap to hem that a puff is opened at."""


class Puff(Move):
    """Cut off first, where it is said how long; then opened parallel by so much in all, and its cap lifted between the notches. Lined with its own cloth
    it is sewn to its lining at the hem, and the elastic lies between them; where the hem is straight both may be cut in one and folded there."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Puff sleeve"
    key: ClassVar[str] = "a"
    sentence: ClassVar[str] = "Puff {piece}{length}, {width} wider, {height} higher at the cap{lined}."
    synonyms: ClassVar[tuple[str, ...]] = ("puffed sleeve", "balloon sleeve", "gathered sleeve")
    example: ClassVar[Example | None] = Example("sleeve", {"length": 24.0, "width": 10.0, "height": 4.0})

    move: Literal["puff"]
    piece: str | None = slot_field("piece", "Which sleeve?", "piece", "Sleeve", None, max_length=80)
    length: float | None = slot_field(
        "length", "How long, if it is cut off?", "lengths", "Long, from the cap's top", None, ge=5, le=120, unit="cm"
    )
    above_elbow: float | None = slot_field(
        "length", "How long, if it is cut off?", "lengths", "Or, ending above the elbow", None, ge=-20, le=40, unit="cm"
    )
    width: float = slot_field("width", "How much wider in all?", "length", "Wider by", 10.0, gt=0, le=120, unit="cm")
    height: float = slot_field("height", "How much higher is the cap?", "length", "Higher by", 4.0, ge=0, le=30, unit="cm")
    lined: bool = slot_field(
        "lined",
        "Is it lined with its own cloth?",
        "choice",
        "Lined",
        False,
        choices=(("true", "lined with its own cloth"), ("false", "not lined")),
    )

    @model_validator(mode="after")
    def _one_length(self) -> Self:
        if self.length is not None and self.above_elbow is not None:
            raise ValueError("say in one way how long it is")
        return self

    def pieces_named(self) -> tuple[str, ...]:
        """The sleeve, if it is named."""
        return (self.piece,) if self.piece else ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        long = ", as long as it is"
        if self.length is not None:
            long = f", {format_length(self.length, unit)} long"
        elif self.above_elbow is not None:
            long = f", ending {format_length(self.above_elbow, unit)} above the elbow"
        return {
            "piece": f"the {self.piece}" if self.piece else "the sleeve",
            "length": long,
            "width": format_length(self.width, unit),
            "height": format_length(self.height, unit),
            "lined": ", lined with its own cloth" if self.lined else ", not lined",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises as shortening, spreading and lifting do."""
        return upright_and_faced(self._worked, pattern, rules)

    def _worked(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        piece, before = the_sleeve(pattern, self.piece), pattern
        lines: list[Sum] = []
        if self.length is not None or self.above_elbow is not None:
            field = "length" if self.length is not None else "above_elbow"
            level = top_of(piece).imag + self.length if self.length is not None else elbow_level(piece) - (self.above_elbow or 0.0)
            lines.append(Sum("Long from its top", length(level - top_of(piece).imag)))
            pattern = cut_off_below(pattern, rules, piece.name, level, field)
        pattern, _ = without_darts(pattern, rules, piece.name, "piece")
        step = {
            "move": "slash_and_spread",
            "piece": piece.name,
            "from_edge": "cap",
            "to_edge": "hem",
            "count": STRIPS,
            "total": self.width,
            "hinge": "none",
            "result": "gather",
        }
        with self.telling("width"):
            done = SlashAndSpread.model_validate(step).apply(pattern, rules)
        lines += told_of(done.working)
        pattern, remarks = done.pattern, done.remarks
        if self.height:
            at = {"edge": "cap", "from": "back underarm", "fraction": QUARTER}
            lift = Lift.model_validate({"move": "lift", "piece": piece.name, "at": at, "height": self.height})
            with self.telling("height"):
                lifted = lift.apply(pattern, rules)
            pattern, remarks = lifted.pattern, (*remarks, *lifted.remarks)
            lines += lifted.working
        pattern = gathered_between_notches(before, pattern, piece.name)
        if self.lined:
            pattern = _lined(pattern, rules, piece.name)
            lines.append(tell("Its lining is cut of its own cloth and sewn to it at the hem; the elastic lies between them."))
        return Outcome(pattern, tuple(lines), done.strips, remarks)


def _lined(pattern: Pattern, rules: HouseRules, name: str) -> Pattern:
    """The sleeve traced once more, of the same cloth, hem to hem with it."""
    there = {p.name for p in pattern.pieces}
    step = {"move": "lining", "pieces": [name], "shorter": 0.0, "pleat": 0.0}
    pattern = Lining.model_validate(step).apply(pattern, rules).pattern
    sleeve, lining = pattern.piece(name), next(p for p in pattern.pieces if p.name not in there)
    sheets = [replace(sleeve, outline=_hem_as_seam(sleeve)), replace(lining, outline=_hem_as_seam(lining))]
    sheets[1] = replace(sheets[1], cut=replace(sleeve.cut, interfacing=0, said_layer="lining"))
    sides = [(Stretch(p.name, "hem", "back underarm"),) for p in sheets]
    seam = Seam(unique_name(f"{name} hem", [s.name for s in pattern.seams]), sides[0], sides[1], SeamRule("equal"))
    for p in sheets:
        pattern = pattern.with_piece(p)
    return replace(pattern, seams=(*pattern.seams, seam))


def _hem_as_seam(piece: Piece) -> tuple[Edge, ...]:
    return tuple(replace(e, kind="seam") if e.kind == "hem" else e for e in piece.outline)
