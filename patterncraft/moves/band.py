"""Band: a strip of rib or of cloth for a hem, shorter than what it is sewn to by so many hundredths."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..drafting.construction import Construction
from ..errors import MoveRefused
from ..geometry.path import straight
from ..handwork.joining import OnPiece
from ..house import HouseRules
from ..paper.edge import EdgeKind
from ..paper.pattern import Pattern
from ..paper.piece import LAYERS, CutPlan, DrawnLine, Piece
from ..paper.seam import SeamRule, Stretch
from ..parts.folded_strip import AlongSide, along_side
from ..parts.loose_edges import reading_of, sewn_now, told_where_sewn
from ..parts.neck_strips import MOST_STRETCH
from ..parts.part import Join, Pair, Part, piece_names, seam_names
from ..parts.sheets import strip
from ..parts.stand import end_seam
from ..units import Unit, format_length
from ..working import Quantity, Sum, fine, tell
from .move import Example, slot_field
from .part_move import PartMove


class Band(PartMove):
    """It measures the edges it is sewn to, in the order given, and is that much shorter; worn double."""

    title: ClassVar[str] = "Band"
    key: ClassVar[str] = "b"
    sentence: ClassVar[str] = "Make a band of {cloth} for {edges}, {depth} deep, {percent} % shorter."
    synonyms: ClassVar[tuple[str, ...]] = ("rib band", "hem band", "welt", "ribbing", "border")
    example: ClassVar[Example | None] = Example(
        "skirt", {"edges": [["skirt front", "hem"], ["skirt back", "hem"]], "percent": 15.0, "depth": 6.0}
    )

    move: Literal["band"]
    edges: tuple[OnPiece, ...] = slot_field(
        "edges", "For which edges, in their order?", "edges of pieces", "Edges", min_length=1, max_length=20
    )
    depth: float = slot_field("depth", "How deep?", "length", "Depth", 5.0, gt=0.5, le=40, unit="cm")
    percent: float = slot_field("percent", "How much shorter, in hundredths?", "count", "Shorter, hundredths", 15.0, ge=0, le=90)
    cloth: str = slot_field("cloth", "Of which cloth?", "name", "Cloth", "rib", min_length=1, max_length=60)

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces whose edges it is for."""
        return tuple(dict.fromkeys(p for p, _ in self.edges))

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "cloth": self.cloth,
            "edges": " and ".join(f"the {e} of the {p}" for p, e in self.edges),
            "depth": format_length(self.depth, unit),
            "percent": f"{self.percent:g}",
        }

    def draw(self, pattern: Pattern, rules: HouseRules) -> Part:
        """See PartMove. Raises NoSuchName; MoveRefused for more than any rib gives."""
        ratio = 1 / (1 - self.percent / 100)
        if ratio > 1 + MOST_STRETCH:
            raise MoveRefused(
                f"a band {self.percent:g} % shorter would have to stretch by {100 * (ratio - 1):.0f} %.",
                self.edges[0][0],
                "A rib is usually 15 to 25 % shorter.",
                "percent",
            )
        table = sewn_now(pattern, self.edges)
        word = self.edges[0][1]
        reading = reading_of(table, self.edges, f"{word} band", "edges")
        (name,) = piece_names(pattern, (f"{word} band",))
        along = along_side(table, reading)
        fold = along.fold
        piece = self._piece(name, word, reading.length / ratio, along)
        (edge,) = seam_names(table, (f"{word} band edge",))
        words = " + ".join(f"{s.piece} {{}}" for s in reading.side)
        half = "Half the edge" if fold else "The edge"
        sums = (
            Sum(
                half,
                fine(reading.length),
                words if len(reading.side) > 1 else "",
                tuple(map(fine, reading.lengths)) if len(reading.side) > 1 else (),
            ),
            Sum(
                "The band" if not fold else "Half the band",
                fine(reading.length / ratio),
                "{} − {}",
                (fine(reading.length), Quantity(self.percent / 100, "share")),
            ),
            Sum("It stretches by", Quantity(ratio - 1, "share")),
            Sum("High as cut", fine(2 * self.depth), "2 × {}", (fine(self.depth),)),
            *((tell(f"On the fold at the {fold}."),) if fold else ()),
            *told_where_sewn(pattern, reading),
        )
        pencil = Construction()
        pencil.draw(
            name,
            "A strip as long as the edge, less so many hundredths; twice its depth.",
            *sums[:4],
            paths=tuple(e.path for e in piece.outline),
        )
        pairs = tuple(Pair(s.name or "joint", s.at, s.at / ratio) for s in reading.stops)
        rule = SeamRule("stretch", ratio=round(ratio + 5e-5, 4), longer="a") if self.percent else SeamRule("equal")
        own = (end_seam(edge, piece, tuple(e for e in piece.edge_names if e in ("inner edge", "start", "end"))),)
        join = Join(reading, (Stretch(name, word, "end" if along.turned else fold or "start"),), rule, pairs)
        return Part("band", (piece,), (join,), own, (), sums, tuple(pencil.stages), (), table)

    def _piece(self, name: str, word: str, long: float, along: AlongSide) -> Piece:
        high = 2 * self.depth
        line = DrawnLine("fold line", straight(complex(0, high / 2), complex(long, high / 2)))
        stretched = self.percent > 0 and self.cloth not in LAYERS
        plan = CutPlan(
            1 if along.fold else along.times, bool(along.fold), False, self.cloth, said_layer="rib" if stretched else None
        )
        start: tuple[str, EdgeKind] = (along.fold, "fold") if along.fold else ("start", "seam")
        return strip(name, long, high, (("inner edge", "seam"), ("end", "seam"), (word, "seam"), start), plan, lines=(line,))
