"""Set dart point: how far short of the pivot the stitching ends."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal, Self

from pydantic import model_validator

from ..errors import BadPlace
from ..house import HouseRules
from ..paper.dart import Dart, darts_of, find_dart
from ..paper.pattern import Pattern
from ..tolerances import CLOSE
from ..units import Unit, format_length
from ..working import Sum, length
from .move import Example, Group, Move, Outcome, slot_field

_RULES = (("house", "as the house has it for its edge"), ("bust radius", "by the bust's radius"))
_WHICH = (("one", "this dart"), ("pivot", "all darts of its pivot"))


class SetDartPoint(Move):
    """Moves the sewn point along the dart's middle. The pivot, and so the paper, stays as it is."""

    group: ClassVar[Group] = "Darts"
    title: ClassVar[str] = "Set dart point"
    key: ClassVar[str] = "p"
    sentence: ClassVar[str] = "End the {dart} of the {piece} {how far} short of its pivot{which}."
    example: ClassVar[Example | None] = Example("bodice", {"piece": "front", "dart": "waist dart", "set_back": 4.0})
    synonyms: ClassVar[tuple[str, ...]] = ("shorten a dart", "dart length", "point off the bust")

    move: Literal["set_dart_point"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    dart: str = slot_field("dart", "Which dart?", "dart", "Dart", max_length=80)
    set_back: float | None = slot_field(
        "how far", "How far short of the pivot?", "length", "Set back", None, ge=0, le=30, unit="cm", asked=True
    )
    by: Literal["house", "bust radius"] | None = slot_field(
        "how far", "How far short of the pivot?", "length", "By rule", None, choices=_RULES
    )
    darts: Literal["one", "pivot"] = slot_field("which", "Only this dart?", "choice", "Which darts", "one", choices=_WHICH)

    @model_validator(mode="after")
    def _said_once(self) -> Self:
        if (self.set_back is None) == (self.by is None):
            raise ValueError("say either how far, or by which rule")
        return self

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        far = format_length(self.set_back, unit) if self.set_back is not None else dict(_RULES)[self.by or "house"]
        return {
            "piece": self.piece,
            "dart": self.dart,
            "how far": far,
            "which": ", and all others of that pivot" if self.darts == "pivot" else "",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the dart; BadPlace where nothing of it would be left."""
        piece = pattern.piece(self.piece)
        dart = find_dart(piece, self.dart)
        chosen = [
            d for d in darts_of(piece) if d.name == dart.name or (self.darts == "pivot" and abs(d.pivot - dart.pivot) < CLOSE)
        ]
        backs = {d.name: self._set_back(d, rules) for d in chosen}
        working: list[Sum] = []
        for d in chosen:
            back = backs[d.name]
            if back > d.depth - 1.0:
                raise BadPlace(
                    f"the {d.name} is only {d.depth:.1f} cm deep: {back:.1f} cm short of the pivot leaves nothing to sew.",
                    piece.name,
                    f"Choose less than {max(0.0, d.depth - 1):.1f} cm.",
                    "set_back",
                )
            name = "" if len(chosen) == 1 else f", {d.name}"
            working += [
                Sum(f"Pivot to mouth{name}", length(d.depth)),
                Sum(
                    f"Sewn length before{name}",
                    length(d.depth - d.rule.set_back),
                    "{} − {}",
                    (length(d.depth), length(d.rule.set_back)),
                ),
                Sum(f"Sewn length now{name}", length(d.depth - back), "{} − {}", (length(d.depth), length(back))),
            ]
        darts = tuple(replace(r, set_back=backs[r.name]) if r.name in backs else r for r in piece.darts)
        return Outcome(pattern.with_piece(replace(piece, darts=darts)), tuple(working))

    def _set_back(self, dart: Dart, rules: HouseRules) -> float:
        if self.set_back is not None:
            return self.set_back
        return rules.set_backs.bust_radius if self.by == "bust radius" else rules.set_backs.for_edge(dart.mouth_edge)
