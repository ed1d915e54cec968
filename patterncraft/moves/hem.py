"""Hem: level, curved, longer behind than in front, or with a shirt's tails; the sides of front and back by the same."""

from __future__ import annotations

from typing import ClassVar, Final, Literal

from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..handwork.reaching import first_reaching
from ..handwork.reshaping import Run, reshaped, stroke_of, whole_run
from ..handwork.shaped_together import shaped_together
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..places.levels import downward, outward
from ..units import Unit, format_length
from ..working import Sum, length, note
from .move import Example, Group, Move, Outcome, slot_field

Shape = Literal["level", "curved", "high-low", "shirt tail"]
_SHAPES = (
    ("level", "level"),
    ("curved", "curved up to the sides"),
    ("high-low", "higher in front than behind"),
    ("shirt tail", "with a shirt's tails"),
)
TAIL: Final = (0.3, 0.62)
"""Shares of its width at which a shirt's tail begins to rise from the centre's level and has risen (common practice, no source)."""

LEVEL: Final = 0.3
"""Cm down per cm along an edge beside a hem, under which that edge is no side to let the hem down along (common practice, no source)."""


class Hem(Move):
    """The hem is drawn anew; each end stays on the edge it meets, so that sides still pair."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Hem"
    key: ClassVar[str] = "h"
    sentence: ClassVar[str] = "Draw the {edge} of the {pieces} {shape}, {down}, {rise}."
    synonyms: ClassVar[tuple[str, ...]] = ("high-low", "shirt tail", "curved hem", "dipped hem", "level the hem", "tail")
    example: ClassVar[Example | None] = Example("skirt", {"shape": "curved", "rise": 6.0})

    move: Literal["hem"]
    shape: Shape = slot_field("shape", "In which shape?", "choice", "Shape", choices=_SHAPES)
    pieces: tuple[str, ...] | None = slot_field("pieces", "On which pieces?", "pieces", "Pieces", None, min_length=1, max_length=20)
    edge: str | None = slot_field("edge", "Which edge is the hem?", "name", "Edge", None, min_length=1, max_length=80)
    down: float = slot_field("down", "How much longer all round?", "length", "Longer by", 0.0, ge=-60, le=80, unit="cm")
    rise: float = slot_field("rise", "How much does it rise?", "lengths", "Up at the sides by", 0.0, ge=0, le=60, unit="cm")
    front_up: float = slot_field(
        "rise", "How much does it rise?", "lengths", "Up at the centre front by", 0.0, ge=0, le=80, unit="cm"
    )
    back_down: float = slot_field(
        "rise", "How much does it rise?", "lengths", "Down at the centre back by", 0.0, ge=0, le=80, unit="cm"
    )

    def pieces_named(self) -> tuple[str, ...]:
        """All that have one, where none is named."""
        return self.pieces or ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        rises = [
            f"{format_length(value, unit)} {where}"
            for value, where in (
                (self.rise, "up at the sides"),
                (self.front_up, "up at the centre front"),
                (self.back_down, "down at the centre back"),
            )
            if value
        ]
        down = "as long as it was"
        if self.down:
            down = f"{format_length(abs(self.down), unit)} {'longer' if self.down > 0 else 'shorter'}"
        return {
            "pieces": " and ".join(self.pieces) if self.pieces else "whole garment",
            "edge": self.edge or "hem",
            "shape": dict(_SHAPES)[self.shape],
            "down": down,
            "rise": ", ".join(rises) or "without a rise",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where no piece has a hem, or an edge beside it is too short."""
        names = self._pieces(pattern)
        if self.shape in ("curved", "shirt tail") and not self.rise:
            raise MoveRefused("without a rise at the sides it is level.", "", "Say how much it rises.", "rise")
        if self.shape == "high-low" and not (self.front_up or self.back_down):
            raise MoveRefused("without a rise in front or a fall behind it is level.", "", "Say how much.", "front_up")
        done = shaped_together(pattern, names, self._drawn, "Change it by less.")
        lines: list[Sum] = []
        if self.shape != "level":
            lines.append(note("A curved hem takes a narrow allowance or a facing: a deep one does not lie flat."))
        lines.append(Sum("Hem in all, half round", length(sum(self._length(done.pattern, n) for n in names))))
        return Outcome(done.pattern, (*lines, *done.working))

    def _pieces(self, pattern: Pattern) -> list[str]:
        if self.pieces:
            return list(dict.fromkeys(p for p in self.pieces if pattern.piece(p)))
        found = [p.name for p in pattern.pieces if self._hem_of(p) and not {"cap", "front underarm"} & set(p.edge_names)]
        if not found:
            raise MoveRefused("no piece here has a hem.", "", "Turn its lower edge into a hem first.", "pieces")
        return found

    def _hem_of(self, piece: Piece) -> str:
        if self.edge is not None:
            return self.edge if self.edge in piece.edge_names else ""
        return next((e.name for e in piece.outline if e.kind == "hem"), "hem" if "hem" in piece.edge_names else "")

    def _length(self, pattern: Pattern, name: str) -> float:
        piece = pattern.piece(name)
        return sum(e.length for e in piece.outline if e.name == self._hem_of(piece))

    def _drawn(self, piece: Piece) -> Piece:
        name = self._hem_of(piece)
        if not name:
            raise MoveRefused(
                f"it has no {self.edge or 'hem'}.",
                piece.name,
                "Choose a piece that has one, or turn its lower edge into a hem.",
                "pieces",
            )
        run = whole_run(piece, name, "edge" if self.edge else "pieces")
        old = stroke_of(piece, run).path
        out, down = outward(piece), downward(piece)
        # Walked from the side nearer the centre.
        forward = ((old.end - old.start) * out.conjugate()).real >= 0
        centre_edge, side_edge = (run.before, run.after) if forward else (run.after, run.before)
        inner, outer = (old.start, old.end) if forward else (old.end, old.start)
        at_centre, at_side = self.down, self.down
        back = "back" in piece.name
        if self.shape in ("curved", "shirt tail"):
            at_side -= self.rise
        elif self.shape == "high-low":
            at_centre += self.back_down if back else -self.front_up
            at_side -= self.rise
        elif self.shape == "level":
            at_side -= ((outer - inner) * down.conjugate()).real
        start = self._moved(piece, run, centre_edge, inner, at_centre)
        end = self._moved(piece, run, side_edge, outer, at_side)
        path = self._path(start, end, out, down)
        return reshaped(piece, run, path if forward else path.reversed(), "down" if self.down else "rise")

    def _moved(self, piece: Piece, run: Run, neighbour: int, tip: complex, by: float) -> complex:
        """An end of the hem so much lower, on the line of the edge it meets."""
        path = piece.outline[neighbour].path
        if abs(by) < 1e-9:
            return tip
        at_end = neighbour == run.before
        upward = path.reversed() if at_end else path
        if by > 0:
            way = -upward.start_direction
            fall = (way * downward(piece).conjugate()).real
            if fall < LEVEL:
                # The end of a facing or a stand, as a rule: it is hem itself, and leads nowhere down.
                raise MoveRefused(
                    f"the {piece.outline[neighbour].name} runs on level from it: there is no edge to go down along.",
                    piece.name,
                    "Draw the hem first, and add what lies beside it afterwards.",
                    "down" if self.down else "back_down",
                )
            return tip + way * by / fall
        found = first_reaching(upward, tip, downward(piece), by)
        if found is None:
            heights = [((upward.at(upward.length * k / 8) - tip) * downward(piece).conjugate()).real for k in range(9)]
            raise MoveRefused(
                f"the {piece.outline[neighbour].name} goes up by {-min(heights):.1f} cm only.",
                piece.name,
                "Raise the hem by less.",
                "rise",
            )
        return found.point

    def _path(self, start: complex, end: complex, out: complex, down: complex) -> Path:
        """From the centre, which it meets square, to the side."""
        if self.shape == "level":
            return straight(start, end)
        if self.shape == "shirt tail":
            wide = ((end - start) * out.conjugate()).real
            fall = ((end - start) * down.conjugate()).real
            low, high = (start + out * wide * s + down * fall * f for s, f in zip(TAIL, (0.06, 0.7), strict=True))
            return fair_curve([start, low, high, end], out, out)
        return fair_curve([start, end], out, None)
