"""Tucks: folds stitched down along a line across the piece, and along others beside it."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from ..errors import BadPlace, MoveRefused
from ..geometry.path import Path
from ..handwork.level_cut import slash_across
from ..handwork.rotating import pin_at, pinned, unpinned
from ..handwork.spreading import Amounts, spread
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.opened import Opened
from ..paper.pattern import Pattern
from ..paper.piece import DrawnLine, Piece
from ..paper.sewn import Spot, distance_of, run_holding, sewn_length
from ..paper.sound import assert_sound
from ..places.levels import downward, outward
from ..places.line import Line, line_on, line_words
from ..units import Unit, format_length
from ..working import Quantity, Sum, before_now, length, notes
from .move import Example, Group, Handle, Move, Outcome, known, slot_field

TOUCH = 1e-4
"""cm: tucks that lie so near beside each other are one zone, with no pair of notches between them."""


class Tucks(Move):
    """The piece is slashed along the line and opened by twice the depth; both sides of the new paper are stitched on each other.
    Further tucks lie beside the first, hemward and outward."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Tucks"
    key: ClassVar[str] = "t"
    sentence: ClassVar[str] = "Lay {count} into the {piece} {line}, {depth} deep{spacing}."
    synonyms: ClassVar[tuple[str, ...]] = ("pin tucks", "growth tucks", "stitched folds")
    handle: ClassVar[Handle] = "line"
    example: ClassVar[Example | None] = Example(
        "skirt",
        {
            "piece": "skirt front",
            "line": [{"edge": "centre front", "from": "hem", "distance": 14}, {"edge": "side", "from": "hem", "distance": 14}],
            "depth": 1.0,
            "count": 3,
            "spacing": 3.0,
        },
    )

    move: Literal["tucks"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    line: Line = slot_field("line", "Along which line?", "line", "Line")
    depth: float = slot_field("depth", "How deep is each?", "length", "Depth", gt=0, le=20, unit="cm")
    count: int = slot_field("count", "How many?", "count", "How many", 1, ge=1, le=40)
    spacing: float = slot_field("spacing", "How far from tuck to tuck?", "length", "Spacing", 2.0, gt=0, le=60, unit="cm")

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        return {
            "piece": self.piece,
            "line": ("along " if isinstance(self.line, str) else "") + line_words(self.line, piece, unit),
            "depth": format_length(self.depth, unit),
            "count": "a tuck" if self.count == 1 else f"{self.count} tucks",
            "spacing": f", {format_length(self.spacing, unit)} apart" if self.count > 1 else "",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at ``line`` where it is not straight across the paper; MoveRefused where tucks would overlap."""
        hand = take_up(pattern, self.piece)
        piece = hand.piece(self.piece)
        drawn = line_on(self.line, piece, pattern).path
        way = drawn.end - drawn.start
        if drawn.length - abs(way) > 1e-3:
            raise BadPlace("a tuck is folded along a straight line.", self.piece, "Give two places, without a curve.", "line")
        if self.count > 1 and self.spacing < self.depth:
            raise MoveRefused(
                f"tucks {self.depth:.1f} cm deep would lie over each other, {self.spacing:.1f} cm apart.",
                self.piece,
                f"Set them at least {self.depth:.1f} cm apart.",
                "spacing",
            )
        way /= abs(way)
        aside = 1j * way if ((1j * way) * (downward(piece) + outward(piece)).conjugate()).real >= 0 else -1j * way
        slashes = [
            slash_across(piece, drawn.start + aside * self.spacing * k, way, f"tuck {k + 1}", "line") for k in range(self.count)
        ]
        points = [s.path.at(s.path.length * share) for s in slashes for share in (1 / 3, 2 / 3)]
        after = pinned(piece, points)
        opened: list[Opened] = []
        for k, first in enumerate(slashes):
            a, b = pin_at(after, 2 * k), pin_at(after, 2 * k + 1)
            slash = slash_across(after, a, (b - a) / abs(b - a), f"tuck {k + 1}", "line")
            like = after.outline[slash.near.edge], after.outline[slash.far.edge]
            done = spread(after, [slash], [Amounts(2 * self.depth, 2 * self.depth)], like)
            after = _with_stitching(done.piece, done.gaps[0], k + 1 if self.count > 1 else 0)
            opened += [self._zone(piece, spot) for spot in (first.near, first.far)]
        after = assert_sound(unpinned(after), "Lay them less deep.")
        followed = lay_down(hand, [after], opened=_joined(opened))
        now = followed.pattern.piece(self.piece)
        lines = [
            Sum("Each tuck takes up", length(2 * self.depth), "2 × {}", (length(self.depth),)),
            Sum("All of them", length(2 * self.depth * self.count), f"{self.count} × {{}}", (length(2 * self.depth),)),
        ]
        for edge in dict.fromkeys(o.edge for o in opened):
            was, new = sewn_length(piece, edge), sewn_length(now, edge)
            lines.append(before_now(f"{edge.capitalize()} before, now", was, new, length))
        lines.append(Sum("New paper", Quantity(now.paper.new - piece.paper.new, "area")))
        return Outcome(followed.pattern, (*lines, *notes(followed.told)))

    def _zone(self, piece: Piece, spot: Spot) -> Opened:
        """A tuck's own place on an edge: it is stitched down, and the seam lies flat there."""
        edge = piece.outline[spot.edge].name
        run = run_holding(piece, spot.edge)
        at, whole = distance_of(piece, spot), sewn_length(piece, edge, run)
        beside = max(1.0, self.depth)
        return Opened(self.piece, edge, run, max(0.0, at - beside), min(whole, at + beside), "pleat")


def _with_stitching(piece: Piece, gap: tuple[Path, Path], number: int) -> Piece:
    """Both lines of a tuck, which are stitched on each other."""
    name = f"tuck {number}" if number else "tuck"
    return replace(piece, lines=(*piece.lines, *(DrawnLine(f"{name} stitching", p) for p in gap)))


def _joined(opened: list[Opened]) -> list[Opened]:
    """Zones of one edge that touch or lie over each other as one."""
    out: list[Opened] = []
    for o in sorted(opened, key=lambda o: (o.edge, o.run, o.low)):
        if out and (out[-1].edge, out[-1].run) == (o.edge, o.run) and o.low <= out[-1].high + TOUCH:
            out[-1] = out[-1]._replace(high=max(out[-1].high, o.high))
        else:
            out.append(o)
    return out
