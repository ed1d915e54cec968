"""Fly: the facing and the guard of a zip at a centre."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import straight
from ..handwork.new_seam import unique_name
from ..handwork.zips import FLY_END, bought_for
from ..house import HouseRules
from ..paper.fold import kind_as_cut
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Mark, Piece
from ..paper.sewn import run_of
from ..parts.part import piece_names, seam_names
from ..parts.sheets import Named, sheet, strip
from ..parts.stand import end_seam
from ..places.levels import downward
from ..units import Unit, format_length
from ..working import Sum, length, tell
from .move import Example, Group, Move, Outcome, slot_field

BEYOND = 1.5
"""cm that facing and guard reach below the zip's end (common practice, no source)."""


class Fly(Move):
    """The facing is curved into the centre below the zip; the guard lies folded behind it. The stitching is drawn on the piece."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Fly"
    key: ClassVar[str] = "y"
    sentence: ClassVar[str] = "Make a fly {length} long and {width} wide at the {edge} of the {piece}."
    synonyms: ClassVar[tuple[str, ...]] = ("fly front", "zip guard", "fly facing", "trouser zip")
    example: ClassVar[Example | None] = Example(
        "skirt",
        {"piece": "skirt front", "length": 16.0},
        ({"move": "turn_edge_into", "piece": "skirt front", "edge": "centre front", "kind": "seam"},),
    )

    move: Literal["fly"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    length: float = slot_field("length", "How long is the zip?", "length", "Zip", 16.0, ge=5, le=60, unit="cm")
    width: float = slot_field("width", "How wide?", "length", "Width", 4.0, ge=1, le=12, unit="cm")
    edge: str = slot_field("edge", "At which edge?", "edge", "Edge", "centre front", max_length=80)

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "piece": self.piece,
            "length": format_length(self.length, unit),
            "width": format_length(self.width, unit),
            "edge": self.edge,
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the edge; MoveRefused at a fold, where it is opened from no waist, or for a zip longer than its seam."""
        piece = pattern.piece(self.piece)
        names = self._edge_of(piece)
        run = run_of(piece, names)
        edges = [piece.outline[i] for i in run]
        if any(kind_as_cut(piece, e) == "fold" for e in edges):
            raise MoveRefused(
                f"the {names} is a fold: there is no seam for a zip.", piece.name, "Turn the fold into a seam first.", "edge"
            )
        whole = sum(e.length for e in edges)
        if self.length + BEYOND > whole:
            raise MoveRefused(
                f"the {names} is {whole:.1f} cm long: a zip of {self.length:.1f} cm is longer than its seam.",
                piece.name,
                f"Take one of at most {max(whole - BEYOND, 0.0):.0f} cm.",
                "length",
            )
        table, told = self._stitched(pattern, piece, run)
        facing, guard = piece_names(pattern, ("fly facing", "fly guard"))
        long = self.length + BEYOND
        pieces = (self._facing(facing, long), self._guard(guard, long))
        seams = tuple(
            end_seam(n, p, tuple(p.edge_names)) for n, p in zip(seam_names(pattern, [facing, guard]), pieces, strict=True)
        )
        sums = (
            Sum("Facing and guard, long", length(long), "{} + {}", (length(self.length), length(BEYOND))),
            Sum("Guard, wide as cut", length(2 * self.width), "2 × {}", (length(self.width),)),
            told,
            tell(bought_for(self.length)),
        )
        return Outcome(replace(table, pieces=(*table.pieces, *pieces), seams=(*table.seams, *seams)), sums)

    def _edge_of(self, piece: Piece) -> str:
        """The edge that was named. Where none was and the usual one is not there, what the piece has of a centre: its seam of both legs, its other
        centre."""
        if self.edge in piece.edge_names or "edge" in self.model_fields_set:
            return self.edge
        centres = [n for n in piece.edge_names if n == "crotch" or n.startswith("centre ")]
        return centres[0] if len(centres) == 1 else self.edge

    def _stitched(self, pattern: Pattern, piece: Piece, run: list[int]) -> tuple[Pattern, Sum]:
        """The stitching and the zip's end drawn on the piece."""
        first, last = piece.outline[run[0]].path, piece.outline[run[-1]].path
        from_top = ((last.end - first.start) * downward(piece).conjugate()).real > 0
        path = first if from_top else last.reversed()
        top, end = path.start, path.at(min(self.length, path.length))
        down = (end - top) / abs(end - top)
        # The outline runs with the paper to its right.
        into = (1j if from_top else -1j) * down
        a, b = top + into * (self.width - 0.5), end + into * (self.width - 0.5) - down * self.width
        curve = straight(a, b).then(fair_curve([b, end], down, -into))
        name = unique_name("fly stitching", [x.name for x in piece.lines])
        mark = Mark(unique_name(FLY_END, [m.name for m in piece.marks]), end, "drill")
        after = replace(piece, lines=(*piece.lines, DrawnLine(name, curve)), marks=(*piece.marks, mark))
        return pattern.with_piece(after), tell("The stitching is drawn on the piece; the zip ends at its mark.")

    def _facing(self, name: str, long: float) -> Piece:
        w = self.width
        a, b = complex(w, 0), complex(w, long - 1.2 * w)
        outer = straight(a, b).then(fair_curve([b, complex(0, long)], 1j, -1 + 0.25j))
        edges = (
            Named("waist", "seam", straight(0j, a)),
            Named("outer edge", "raw", outer),
            Named("centre", "seam", straight(complex(0, long), 0j)),
        )
        return sheet(name, edges, CutPlan(1, False, False, interfacing=1), Grain(complex(w / 2, 2), complex(w / 2, long - 5)))

    def _guard(self, name: str, long: float) -> Piece:
        w = 2 * self.width
        line = DrawnLine("fold line", straight(complex(w / 2, 0), complex(w / 2, long)))
        return strip(
            name,
            w,
            long,
            (("waist", "seam"), ("end", "seam"), ("lower edge", "seam"), ("start", "seam")),
            CutPlan(1, False, False, interfacing=1),
            Grain(complex(w / 3, 2), complex(w / 3, long - 2)),
            (line,),
        )
