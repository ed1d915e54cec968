"""Draw a line: pencil on the traced block, so that a style is planned before anything is cut."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import BadPlace, BadSetting
from ..handwork.across import meetings, refuse_along_edge, refuse_tangled
from ..handwork.halves import halves_met
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import DrawnLine, Piece
from ..places.line import Line, LineOnPiece, line_on, line_words
from ..units import Unit
from ..working import Sum, length
from .move import Example, Group, Handle, Move, Outcome, known, slot_field


class DrawLine(Move):
    """Draws and names a line; moves can be told to follow it. It changes no paper."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Draw a line"
    key: ClassVar[str] = "l"
    sentence: ClassVar[str] = "Draw the line {name} on the {piece}, {line}."
    synonyms: ClassVar[tuple[str, ...]] = ("style line", "plan", "pencil", "mark a line", "slash line")
    handle: ClassVar[Handle] = "line"
    example: ClassVar[Example | None] = Example(
        "bodice",
        {
            "piece": "front",
            "name": "yoke line",
            "line": {
                "through": [
                    {"edge": "armhole", "from": "shoulder", "fraction": 0.5},
                    {"edge": "centre front", "from": "neckline", "fraction": 0.25},
                ],
                "shape": "curve",
                "square_end": True,
            },
        },
    )

    move: Literal["draw_line"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    line: Line = slot_field("line", "Through which places?", "line", "Line")
    name: str = slot_field("name", "What is it called?", "name", "Name", min_length=1, max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        return {"piece": self.piece, "line": line_words(self.line, piece, unit), "name": f"“{self.name}”"}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at ``line``; BadSetting for a line or a name that is there already."""
        piece = pattern.piece(self.piece)
        if isinstance(self.line, str):
            raise BadSetting("that line is drawn already.", self.piece, "Give the places of a new one.", "line")
        if any(x.name == self.name for x in piece.lines):
            raise BadSetting(f"there is already a line called “{self.name}”.", self.piece, "Give it another name.", "name")
        line = line_on(self.line, piece, pattern)
        refuse_tangled(piece, line.path, "line")
        refuse_along_edge(piece, line.path, "line")
        self._stays_on_paper(piece, line)
        drawn = replace(piece, lines=(*piece.lines, DrawnLine(self.name, line.path)))
        working = (Sum("Length of the line", length(line.path.length)), *halves_met(piece, line))
        return Outcome(pattern.with_piece(drawn), working)

    def _stays_on_paper(self, piece: Piece, line: LineOnPiece) -> None:
        points = [line.path.at(line.path.length * k / 24) for k in range(1, 24)]
        inside = piece.contains(*points)
        met = meetings(piece, line.path, [p.point for p in line.places])
        if not any(inside):
            raise BadPlace("the line does not run over the paper.", piece.name, "Choose places on the piece.", "line")
        at = next((m for m in met if piece.outline[m.edge].kind != "dart"), None)
        if at is not None:
            raise BadPlace(
                f"the line leaves the paper at the {piece.outline[at.edge].name}, {at.along:.1f} cm from its start.",
                piece.name,
                "End it there, or lead it over the paper.",
                "line",
            )
