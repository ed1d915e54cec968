"""Copy as: a sheet traced once more under another name, whole or the part on one side of a line: a lining, a facing."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import BadSetting
from ..handwork.centre import in_reading_order, planned_without_fold, with_grain_of
from ..handwork.cutting import cut_piece
from ..handwork.names import free_name
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import Paper, Piece
from ..paper.sound import assert_sound
from ..places.line import Line, line_on, line_words
from ..units import Unit
from ..working import Quantity, Sum, tell
from .move import Example, Group, Move, Outcome, known, slot_field

CUT_EDGE = "inner edge"
"""What the edge along which a copied part was cut is called."""


class CopyAs(Move):
    """The copy is sewn to nothing yet; the piece itself stays as it is."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Copy as"
    key: ClassVar[str] = "c"
    sentence: ClassVar[str] = "Trace {part} of the {piece} once more, as {name}, in {cloth}."
    synonyms: ClassVar[tuple[str, ...]] = ("trace", "duplicate", "lining", "facing", "second layer", "interfacing")
    example: ClassVar[Example | None] = Example(
        "skirt",
        {
            "piece": "skirt front",
            "name": "waist facing",
            "part": [
                {"edge": "side", "from": "waist", "distance": 16.0},
                {"edge": "centre front", "from": "waist", "distance": 16.0},
            ],
        },
    )

    move: Literal["copy_as"]
    piece: str = slot_field("piece", "Which piece is traced?", "piece", "Piece", max_length=80)
    name: str = slot_field("name", "What is the copy called?", "name", "Name of the copy", min_length=1, max_length=80)
    cloth: str | None = slot_field("cloth", "Of which cloth is it cut?", "name", "Cloth", None, min_length=1, max_length=80)
    part: Line | None = slot_field(
        "part", "Only the part above, or nearer the centre than, which line?", "line", "Part of it", None
    )

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        part = f"the part within {line_words(self.part, piece, unit)}" if self.part is not None else "all"
        return {"piece": self.piece, "name": f"“{self.name}”", "cloth": self.cloth or "the same cloth", "part": part}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadSetting at ``name`` for a name that is taken; BadPlace at ``part`` as cutting along it would."""
        whole = pattern.piece(self.piece)
        name = free_name(pattern, self.name, self.piece)
        if self.cloth is not None and not self.cloth.strip():
            raise BadSetting("a cloth needs a name.", self.piece, "Type one, such as “lining”.", "cloth")
        copy = self._part(whole, pattern, self.part) if self.part is not None else whole
        plan = copy.cut.of(self.cloth) if self.cloth else copy.cut
        copy = replace(copy, name=name, cut=plan, paper=Paper())
        pieces = list(pattern.pieces)
        pieces.insert(pieces.index(whole) + 1, copy)
        lines = (
            Sum("Paper of the copy", Quantity(copy.area, "area")),
            tell("The copy is sewn to nothing yet."),
        )
        return Outcome(replace(pattern, pieces=tuple(pieces)), lines)

    def _part(self, whole: Piece, pattern: Pattern, line: Line) -> Piece:
        """The part nearer the centre; where both or neither reach it, the upper, else the left."""
        cut = cut_piece(whole, line_on(line, whole, pattern, "part"), CUT_EDGE, "part")
        first = in_reading_order(whole, cut.first, cut.second)[0]
        return assert_sound(with_grain_of(planned_without_fold(first), whole), "Move the line.")
