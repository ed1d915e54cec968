"""Waistband: a straight band for the waist as it stands, or one shaped from the top of what it closes."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, ClassVar, Literal

from ..drafting.construction import Construction
from ..errors import MoveRefused
from ..geometry.path import straight
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Piece
from ..paper.seam import SeamRule, Stretch
from ..parts.part import Join, Pair, Part, piece_names, seam_names
from ..parts.reading import Reading, read_side
from ..parts.sheets import Named, along_strip, sheet
from ..parts.stand import end_seam
from ..units import Unit, format_length
from ..working import Quantity, Sum, fine, length, note, tell
from .move import Example, Outcome, slot_field
from .part_move import PartMove
from .rename import Rename
from .yoke import Yoke

_SHAPES = (("straight", "cut straight"), ("shaped", "shaped like their tops"))
_STRAIGHT: dict[str, Any] = {"shape": ["straight"]}
MOST_EASE = 2.0
"""cm of the half waist that are eased onto a band at most: more is gathered."""


class Waistband(PartMove):
    """As long as the waist with its darts and pleats shut, from centre to centre; what laps over is added at the end where it opens. Shaped, it is the
    top of the pieces themselves, with their darts closed in it."""

    title: ClassVar[str] = "Waistband"
    key: ClassVar[str] = "w"
    sentence: ClassVar[str] = "Make a waistband {shape} for {pieces}, {depth} deep{ease}{overlap}{fold}."
    synonyms: ClassVar[tuple[str, ...]] = ("band", "belt", "skirt band", "trouser band")
    example: ClassVar[Example | None] = Example("skirt", {"depth": 4.0, "overlap": 3.0})

    move: Literal["waistband"]
    pieces: tuple[str, ...] | None = slot_field(
        "pieces", "For the waist of which pieces, if there are several?", "pieces", "Pieces", None, min_length=1, max_length=20
    )
    shape: Literal["straight", "shaped"] = slot_field(
        "shape", "Straight, or shaped?", "choice", "Shape", "straight", choices=_SHAPES
    )
    depth: float = slot_field("depth", "How deep?", "length", "Depth", 4.0, gt=0.5, le=20, unit="cm")
    ease: float = slot_field(
        "ease", "How much of half the waist is eased on?", "length", "Eased on", 0.0, ge=0, le=100, unit="cm", only=_STRAIGHT
    )
    overlap: float = slot_field(
        "overlap", "How far does it lap over?", "length", "Overlap", 3.0, ge=0, le=20, unit="cm", only=_STRAIGHT
    )
    on_fold: Literal["front", "back"] = slot_field(
        "fold",
        "On the fold at which centre?",
        "choice",
        "On the fold at the",
        "front",
        choices=(("front", "front"), ("back", "back")),
        only=_STRAIGHT,
    )

    def pieces_named(self) -> tuple[str, ...]:
        """Those whose waist it is for, if they are named."""
        return self.pieces or ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        straight = self.shape == "straight"
        return {
            "shape": dict(_SHAPES)[self.shape],
            "pieces": f"the waist of the {' and '.join(self.pieces)}" if self.pieces else "the waist",
            "depth": format_length(self.depth, unit),
            "ease": ""
            if not straight
            else f", {format_length(self.ease, unit)} of half the waist eased on"
            if self.ease
            else ", nothing eased on",
            "overlap": ""
            if not straight
            else f", lapping over {format_length(self.overlap, unit)}"
            if self.overlap
            else ", meeting edge to edge",
            "fold": f", on the fold at the centre {self.on_fold}" if straight else "",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Shaped, it is a yoke: the tops of the pieces, their darts closed, cut once more for the inside."""
        if self.shape == "straight":
            return super().apply(pattern, rules)
        names = tuple(dict.fromkeys(s.piece for s in read_side(pattern, "waist", "pieces", self.pieces or ()).side))
        yoke = Yoke(move="yoke", pieces=names, edge="waist", depth=self.depth, below="dart")
        with self.telling("depth"):
            done = yoke.apply(pattern, rules)
        after = done.pattern
        old = {p.name for p in pattern.pieces}
        for top in [p for p in after.pieces if p.name not in old]:
            (name,) = piece_names(after, (f"{top.name.removesuffix(' yoke')} waistband",))
            after = Rename(move="rename", piece=top.name, name=name).apply(after, rules).pattern
            cut = replace(top.cut, quantity=2 * top.cut.quantity, interfacing=top.cut.quantity)
            after = after.with_piece(replace(after.piece(name), cut=cut))
        lines = (*done.working, tell("Each is cut twice: the band, and what lies inside it."))
        return Outcome(after, lines, remarks=done.remarks)

    def draw(self, pattern: Pattern, rules: HouseRules) -> Part:
        """See PartMove. Raises MoveRefused where no waist waits, or nothing is left of the band."""
        reading = read_side(pattern, "waist", "pieces", self.pieces or ())
        long = reading.length - self.ease
        if long < 5:
            raise MoveRefused(
                f"of {reading.length:.1f} cm of half the waist {max(long, 0.0):.1f} cm would be left.",
                reading.seam.name,
                "Ease less of it on.",
                "ease",
            )
        (name,) = piece_names(pattern, ("waistband",))
        piece = self._piece(name, long)
        (edge,) = seam_names(pattern, ("waistband edge",))
        pencil = Construction()
        words = " + ".join(f"{s.piece} {{}}" for s in reading.side)
        terms = tuple(Quantity(x) for x in reading.lengths)
        sums = [
            Sum("Half the waist, darts shut", length(reading.length), words, terms),
            Sum(
                "Half the waistband",
                fine(long),
                "{} − {}" if self.ease else "",
                (fine(reading.length), fine(self.ease)) if self.ease else (),
            ),
            Sum(
                "The whole band, with what laps over",
                fine(2 * long + self.overlap),
                "2 × {} + {}",
                (fine(long), fine(self.overlap)),
            ),
            Sum("High as cut", fine(2 * self.depth), "2 × {}", (fine(self.depth),)),
        ]
        pencil.draw(
            name,
            "Half the waist along the fold; twice the depth; what laps over at its end.",
            *sums,
            paths=tuple(e.path for e in piece.outline),
        )
        told = (
            [tell("What laps over is wanted at one end only: cut it off the other, or keep it as turnings.")]
            if self.overlap
            else []
        )
        share = long / reading.length
        far = [s.at if self.on_fold == "front" else reading.length - s.at for s in reading.stops]
        pairs = tuple(Pair(s.name, s.at, x * share) for s, x in zip(reading.stops, far, strict=True))
        if self.on_fold == "back":
            pairs = tuple(p._replace(at_part=long - p.at_part) for p in pairs)
        start = "centre front" if self.on_fold == "front" else "end"
        rule = SeamRule("equal") if not self.ease else _eased(reading, long)
        if rule.kind == "gather":
            told.append(note(f"{self.ease:.1f} cm are more than can be eased: they are gathered."))
        own = (end_seam(edge, piece, ("end", "inner edge")),)
        join = Join(reading, (Stretch(name, "waist", start),), rule, pairs)
        return Part("waistband", (piece,), (join,), own, (), (*sums, *told), tuple(pencil.stages))

    def _piece(self, name: str, long: float) -> Piece:
        """Half of it on the fold at the left; above what lies inside, below what is sewn to the waist; beyond it what laps over."""
        high, whole = 2 * self.depth, long + self.overlap
        a, b, c, m, d = 0j, complex(whole, 0), complex(whole, high), complex(long, high), complex(0, high)
        edges = [Named("inner edge", "seam", straight(a, b)), Named("end", "seam", straight(b, c))]
        if self.overlap:
            edges.append(Named("end", "seam", straight(c, m)))
        edges += [Named("waist", "seam", straight(m, d)), Named(f"centre {self.on_fold}", "fold", straight(d, a))]
        lines = [DrawnLine("fold line", straight(complex(0, high / 2), complex(whole, high / 2)))]
        if self.overlap:
            opens = "centre back" if self.on_fold == "front" else "centre front"
            lines.append(DrawnLine(opens, straight(complex(long, 0), m)))
        return sheet(name, edges, CutPlan(1, True, False, interfacing=1), along_strip(whole, high), lines=lines)


def _eased(reading: Reading, long: float) -> SeamRule:
    more = reading.length - long
    if more <= MOST_EASE:
        return SeamRule("ease", max(more - 0.1, 0.0), more + 0.1)
    return SeamRule("gather", ratio=round(reading.length / long, 4))
