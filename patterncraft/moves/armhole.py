"""Armhole: lowered at the side, hollowed at its middle, cut in at the shoulder, or cut away to the neck for a halter."""

from __future__ import annotations

from typing import ClassVar, Final, Literal, NamedTuple, Self

from pydantic import model_validator

from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path
from ..handwork.reshaping import Run, reshaped, stroke_of, whole_run
from ..handwork.shaped_together import pieces_with, shaped_together
from ..house import HouseRules
from ..paper.as_sewn import read_as_sewn
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import sewn_length
from ..units import Unit, format_length
from ..working import Sum, fine, note
from .move import Example, Group, Move, Outcome, slot_field

SIDE_LEFT: Final = 1.0
"""cm of side seam that are left at least."""
STRAP: Final = 1.5
"""cm of shoulder that are left at least, as at the neckline."""
MIDDLE: Final = 8 / 9
"""What is hollowed out at a third of the way, of what is hollowed out half-way: a bow that falls off to nothing at both ends."""


class _Where(NamedTuple):
    """A piece's armhole: its run, and whether it runs from the shoulder to the side."""

    run: Run
    forward: bool


class Armhole(Move):
    """Front and back together, so that shoulders and sides still meet. A sleeve on the table does not follow: its cap is shown as broken."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Armhole"
    key: ClassVar[str] = "a"
    sentence: ClassVar[str] = "Draw the armhole of the {pieces} {down}, {middle}, {shoulder}."
    synonyms: ClassVar[tuple[str, ...]] = ("lower the armhole", "cut in", "sleeveless", "halter", "racer back", "deepen")
    example: ClassVar[Example | None] = Example("bodice", {"down": 3.0, "in_at_middle": 1.0, "at_shoulder": 2.0})

    move: Literal["armhole"]
    pieces: tuple[str, ...] | None = slot_field("pieces", "On which pieces?", "pieces", "Pieces", None, min_length=1, max_length=20)
    down: float = slot_field("down", "How much lower?", "length", "Lower at the side by", 0.0, ge=-6, le=30, unit="cm", asked=True)
    in_at_middle: float = slot_field("middle", "How much hollower?", "length", "In at the middle by", 0.0, ge=-6, le=15, unit="cm")
    at_shoulder: float = slot_field(
        "shoulder", "Where does it end?", "lengths", "In at the shoulder by", 0.0, ge=-8, le=25, unit="cm"
    )
    halter: float | None = slot_field(
        "shoulder", "Where does it end?", "lengths", "Or, halter: shoulder left", None, ge=STRAP, le=15, unit="cm"
    )

    @model_validator(mode="after")
    def _one_shoulder(self) -> Self:
        if self.halter is not None and self.at_shoulder:
            raise ValueError("say either how much it comes in at the shoulder, or what a halter leaves of it")
        return self

    def pieces_named(self) -> tuple[str, ...]:
        """All that have one, where none is named."""
        return self.pieces or ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""

        def by(value: float, more: str, less: str, none: str) -> str:
            return f"{format_length(abs(value), unit)} {more if value > 0 else less}" if value else none

        shoulder = by(self.at_shoulder, "inwards at the shoulder", "outwards at the shoulder", "ending where it did")
        if self.halter is not None:
            shoulder = f"as a halter that leaves {format_length(self.halter, unit)} of shoulder"
        return {
            "pieces": " and ".join(self.pieces) if self.pieces else "whole garment",
            "down": by(self.down, "lower", "higher", "as deep as it was"),
            "middle": by(self.in_at_middle, "inwards at its middle", "outwards at its middle", "as hollow as it was"),
            "shoulder": shoulder,
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises MoveRefused where shoulder or side are too short, a dart is in the way, or nothing would change."""
        if not (self.down or self.in_at_middle or self.at_shoulder or self.halter is not None):
            raise MoveRefused("nothing of it would change.", "", "Say how much lower, hollower or narrower.", "down")
        names = pieces_with(pattern, "armhole", self.pieces)
        done = shaped_together(pattern, names, self._drawn, "Change it by less.")
        around = [sum(sewn_length(p.piece(n), "armhole") for n in names) for p in (pattern, done.pattern)]
        lines = [Sum("Armhole in all: before, now", None, "{}, {}", (fine(around[0]), fine(around[1])))]
        if self.down and (sleeves := _left_behind(done.pattern, rules.sewing_tolerance)):
            lines.append(note(f"The {sleeves} does not follow: lower its underarm by the same, or make it anew."))
        return Outcome(done.pattern, (*lines, *done.working))

    def _where(self, piece: Piece) -> _Where:
        run = whole_run(piece, "armhole", "pieces")
        names = piece.outline[run.before].name, piece.outline[run.after].name
        if "shoulder" not in names or not any(n == "side" for n in names):
            raise MoveRefused(
                "its armhole does not run from a shoulder to a side.",
                piece.name,
                "Shape it with “Redraw an edge”, or choose the pieces where it does.",
                "pieces",
            )
        return _Where(run, names[0] == "shoulder")

    def _drawn(self, piece: Piece) -> Piece:
        at = self._where(piece)
        edge = stroke_of(piece, at.run).path
        old = edge if at.forward else edge.reversed()
        tip = self._tip(piece, at)
        under = self._underarm(piece, at)
        path = self._halter(old, tip, under) if self.halter is not None else self._hollowed(old, tip, under)
        field = "at_shoulder" if self.at_shoulder else "down"
        return reshaped(piece, at.run, path if at.forward else path.reversed(), field)

    def _tip(self, piece: Piece, at: _Where) -> complex:
        e = piece.outline[at.run.before if at.forward else at.run.after]
        to_tip = e.path if at.forward else e.path.reversed()
        whole = sewn_length(piece, "shoulder")
        by = whole - self.halter if self.halter is not None else self.at_shoulder
        field = "halter" if self.halter is not None else "at_shoulder"
        if by <= 0:
            return to_tip.end + to_tip.end_direction * -by
        if whole - by < STRAP - 1e-9:
            raise MoveRefused(
                f"the shoulder is {whole:.1f} cm long: {max(whole - by, 0.0):.1f} cm of it would be left.",
                piece.name,
                f"Come in by at most {max(whole - STRAP, 0.0):.1f} cm.",
                field,
            )
        if by >= e.length:
            raise MoveRefused(
                f"a dart opens in the shoulder {e.length:.1f} cm from its end.",
                piece.name,
                "Rotate it to another edge first.",
                field,
            )
        return to_tip.at(to_tip.length - by)

    def _underarm(self, piece: Piece, at: _Where) -> complex:
        e = piece.outline[at.run.after if at.forward else at.run.before]
        down = e.path if at.forward else e.path.reversed()
        if self.down <= 0:
            return down.start - down.start_direction * -self.down
        if self.down > e.length - SIDE_LEFT:
            raise MoveRefused(
                f"lowered by {self.down:.1f} cm it would reach the side's dart or its end, {e.length:.1f} cm down.",
                piece.name,
                f"Lower it by at most {max(e.length - SIDE_LEFT, 0.0):.1f} cm, or rotate the side dart away first.",
                "down",
            )
        return down.at(self.down)

    def _hollowed(self, old: Path, tip: complex, under: complex) -> Path:
        off = tip - old.start, under - old.end
        chord = under - tip
        # Walked from the shoulder to the side with paper to the right (or left): inward is away from the bow's outside.
        square = chord * 1j / abs(chord)
        middle = old.at(0.5 * old.length) - 0.5 * (old.start + old.end)
        inward = square if (middle * square.conjugate()).real > 0 else -square
        through = []
        for s in (1 / 3, 2 / 3):
            z = old.at(old.length * s) + off[0] * (1 - s) + off[1] * s
            through.append(z + inward * self.in_at_middle * MIDDLE)
        return fair_curve([tip, *through, under], old.start_direction, old.end_direction)

    def _halter(self, old: Path, tip: complex, under: complex) -> Path:
        """From the neck nearly straight to the underarm, which it meets as the armhole did."""
        chord = under - tip
        return fair_curve([tip, under], chord, 0.5 * (chord / abs(chord) + old.end_direction))


def _left_behind(pattern: Pattern, tolerance: float) -> str:
    """Names of the sleeves on the table that no longer go into their armholes and are not made anew by themselves; empty where they were lowered before."""
    follow = {p.name for m in pattern.made for p in m.pieces}
    found = [
        p.name
        for p in pattern.pieces
        if "cap" in p.edge_names and p.name not in follow and p.cut.layer == "shell" and not _goes_in(pattern, p.name, tolerance)
    ]
    return " and ".join(found)


def _goes_in(pattern: Pattern, sleeve: str, tolerance: float) -> bool:
    for name in pattern.seams_of(sleeve, "cap"):
        seam = pattern.seam(name)
        if seam.b:
            a, b = (read_as_sewn(pattern, side).length for side in (seam.a, seam.b))
            return abs(a - b) <= tolerance
    return False
