"""Placket: the strip that finishes a slit and laps over itself."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..geometry.path import straight
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Mark
from ..parts.part import piece_names, seam_names
from ..parts.sheets import strip
from ..parts.stand import end_seam
from ..units import Unit, format_length
from ..working import Sum, length
from .move import Example, Group, Move, Outcome, slot_field

TURNED = 1.0
"""cm that a placket reaches beyond its slit, to be turned under or pointed."""
APART = 6.0
"""cm from button to button; the one at the open end is the cuff's or the collar's (common practice, no source)."""


class Placket(Move):
    """As long as the slit and a little, four times as wide as it laps: folded in half, either edge sewn to the slit. The under one is narrower."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Placket"
    key: ClassVar[str] = "t"
    sentence: ClassVar[str] = "Make a placket {width} wide for the {line} of the {piece}{buttons}."
    synonyms: ClassVar[tuple[str, ...]] = ("sleeve placket", "tower placket", "neck opening", "slit binding")
    example: ClassVar[Example | None] = Example(
        "sleeve",
        {"piece": "sleeve"},
        ({"move": "slit", "piece": "sleeve", "at": {"edge": "hem", "fraction": 0.75}, "length": 12.0, "facing": False},),
    )

    move: Literal["placket"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    line: str = slot_field("line", "For which slit?", "name", "Slit", "slit", min_length=1, max_length=80)
    width: float = slot_field("width", "How wide, finished?", "length", "Width", 2.5, ge=0.5, le=10, unit="cm")

    buttons: int | None = slot_field("buttons", "How many buttons?", "count", "Buttons", None, ge=0, le=20)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        many = {None: "", 0: ", without buttons", 1: ", with one button"}.get(self.buttons, f", with {self.buttons} buttons")
        return {"piece": self.piece, "line": self.line, "width": format_length(self.width, unit), "buttons": many}

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where no slit of that name is drawn."""
        piece = pattern.piece(self.piece)
        slit = next((x for x in piece.lines if x.name == self.line), None)
        if slit is None:
            drawn = ", ".join(dict.fromkeys(x.name for x in piece.lines)) or "nothing"
            raise MoveRefused(
                f"no slit called “{self.line}” is drawn on it: there is {drawn}.",
                piece.name,
                "Slit it first, or choose another.",
                "line",
            )
        names = piece_names(pattern, ("placket", "under placket"))
        long = slit.path.length
        times = piece.cut.quantity if not piece.cut.on_fold else 2
        many = max(int(long / APART + 1e-9) - 1, 0) if self.buttons is None else self.buttons
        sheets = []
        for name, wide in zip(names, (2 * self.width + 2 * TURNED, self.width + 2 * TURNED), strict=True):
            over = long + (self.width + TURNED if name == names[0] else TURNED)
            sheet = strip(
                name,
                wide,
                over,
                (("upper edge", "raw"), ("end", "raw"), ("lower edge", "raw"), ("start", "raw")),
                CutPlan(times, False, times > 1),
                Grain(complex(wide / 2, 0.2 * over), complex(wide / 2, 0.8 * over)),
                (DrawnLine("fold line", straight(complex(wide / 2, 0), complex(wide / 2, over))),),
            )
            # In the middle of what lies uppermost when it is folded; counted from the open end.
            word = "buttonhole" if name == names[0] else "button"
            across = 0.5 * (TURNED + wide / 2)
            marks = tuple(
                Mark(f"{word} {k}" if many > 1 else word, complex(across, long * k / (many + 1)), "button")
                for k in range(1, many + 1)
            )
            sheets.append(replace(sheet, marks=marks))
        seams = tuple(end_seam(n, p, tuple(p.edge_names)) for n, p in zip(seam_names(pattern, names), sheets, strict=True))
        sums = [
            Sum("The slit", length(long)),
            Sum(
                "Placket, long",
                length(long + self.width + TURNED),
                "{} + {} + {}",
                (length(long), length(self.width), length(TURNED)),
            ),
            Sum(
                "Placket, wide as cut", length(2 * self.width + 2 * TURNED), "2 × {} + 2 × {}", (length(self.width), length(TURNED))
            ),
            Sum("Under placket, wide as cut", length(self.width + 2 * TURNED), "{} + 2 × {}", (length(self.width), length(TURNED))),
        ]
        if many:
            between = Sum("From button to button", length(long / (many + 1)), f"{{}} / {many + 1}", (length(long),))
            sums.append(between)
        return Outcome(replace(pattern, pieces=(*pattern.pieces, *sheets), seams=(*pattern.seams, *seams)), tuple(sums))
