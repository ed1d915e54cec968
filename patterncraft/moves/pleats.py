"""Pleats: a piece slashed and opened by what its pleats take up, with the lines to fold along and the edge cut as folded."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from typing import ClassVar, Final, Literal, Self

from pydantic import model_validator

from ..errors import BadPlace, MoveRefused
from ..geometry.path import straight
from ..handwork.pleating import FOLDS, PleatKind, folds_of, intake_of, trued, with_folds
from ..handwork.slashes import Zone, check_slashes, two_edges, zone_of
from ..handwork.smoothing import smooth_edge
from ..handwork.spreading import Amounts, Slash, spread
from ..handwork.strips import strips_of
from ..house import HouseRules
from ..paper.follow import lay_down, take_up
from ..paper.opened import Opened
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.sewn import Spot, distance_of, point_of, run_holding, run_of, sewn_length, spot_along
from ..paper.sound import assert_sound
from ..places.levels import outward
from ..units import Unit, format_length
from ..working import Quantity, Sum, before_now, length, notes
from .move import Example, Group, Handle, Outcome, slot_field
from .slashing import Slashing, hinged

_KINDS = (("knife", "knife pleats"), ("box", "box pleats"), ("inverted", "inverted pleats"))
_TOWARD = (("centre", "laid toward the centre"), ("side", "laid toward the side"))
_ENDS = (("parallel", "as deep all the way"), ("nothing", "running out to nothing"))
PLAY: Final = 0.05
"""cm by which a pleat may be deeper than the room it has: rounding of what was typed."""


class Pleats(Slashing):
    """Each slash opens by twice the depth for each fold; fold and placement lines are drawn, the edge is cut so that it lies along
    its neighbour when folded, and the interval is promised as pleated."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Pleats"
    key: ClassVar[str] = "p"
    sentence: ClassVar[str] = (
        "Lay {kind} into the {piece} from the {from_edge} to the {to_edge}, {slashes}{spacing}, each {depth} deep, {ends}, {toward}{stitched}."
    )
    synonyms: ClassVar[tuple[str, ...]] = ("knife pleat", "box pleat", "inverted pleat", "kick pleat", "fold")
    handle: ClassVar[Handle] = "strip"
    example: ClassVar[Example | None] = Example(
        "skirt",
        {
            "piece": "skirt front",
            "from_edge": "waist",
            "to_edge": "hem",
            "kind": "inverted",
            "at": [
                [
                    {"edge": "waist", "from": "centre front", "distance": 3.5},
                    {"edge": "hem", "from": "centre front", "distance": 3.5},
                ]
            ],
            "depth": 3.0,
        },
    )

    move: Literal["pleats"]
    kind: PleatKind = slot_field("kind", "Which pleats?", "choice", "Kind", choices=_KINDS)
    depth: float = slot_field("depth", "How deep is each?", "length", "Depth", gt=0, le=60, unit="cm")
    spacing: float | None = slot_field(
        "spacing", "How far from pleat to pleat?", "length", "Spacing", None, gt=0, le=100, unit="cm"
    )
    ends: Literal["parallel", "nothing"] = slot_field(
        "ends", "How do they run out?", "choice", "At the other end", "parallel", choices=_ENDS
    )
    toward: Literal["centre", "side"] = slot_field(
        "toward", "Laid which way?", "choice", "Toward", "centre", choices=_TOWARD, only={"kind": ["knife"]}
    )
    stitched: float = slot_field("stitched", "Stitched down how far?", "length", "Stitched down", 0.0, ge=0, le=200, unit="cm")

    @model_validator(mode="after")
    def _spaced_where_counted(self) -> Self:
        if self.spacing is not None and self.at is not None:
            raise ValueError("pleats at given places have their spacing already")
        return self

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        toward = dict(_TOWARD)[self.toward] if self.kind == "knife" else "meeting" if self.kind == "inverted" else "laid outward"
        return {
            **self.slashing_words(pattern, unit),
            "kind": dict(_KINDS)[self.kind],
            "spacing": f", {format_length(self.spacing, unit)} apart" if self.spacing is not None else "",
            "depth": format_length(self.depth, unit),
            "ends": dict(_ENDS)[self.ends],
            "toward": toward,
            "stitched": f", stitched down for {format_length(self.stitched, unit)}" if self.stitched else "",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at a slash; MoveRefused where a pleat is deeper than the space beside it."""
        hand = take_up(pattern, self.piece)
        piece = hand.piece(self.piece)
        two_edges(piece, self.from_edge, self.to_edge)
        self.whole_edge(piece)
        zone = zone_of(piece, pattern, self.from_edge, None)
        slashes = self._slashes(piece, pattern, zone)
        each = intake_of(self.kind, self.depth)
        amounts = Amounts(each, each if self.ends == "parallel" else 0.0)
        check_slashes(piece, slashes, hinged(amounts), self.faulted)
        self._room(piece, slashes, zone)
        self.flat_enough(slashes, amounts, "depth", "Lay them less deep, or let them run parallel.")
        like = tuple(piece.outline[run_of(piece, e)[0]] for e in (self.from_edge, self.to_edge))
        done = spread(piece, slashes, [amounts] * len(slashes), (like[0], like[1]), to_fold=True)
        walk = done.gaps[0][1].start - done.gaps[0][0].start
        outwards = (walk * outward(piece).conjugate()).real > 0
        forward = outwards == (self.toward == "side")
        folds = [folds_of(g, self.kind, forward) for g in done.gaps]
        after = trued(done.piece, self.from_edge, done.gaps, self.kind, forward)
        if self.ends == "parallel":
            back = [(g[0].reversed(), g[1].reversed()) for g in done.gaps]
            after = trued(after, self.to_edge, [(b, a) for a, b in back], self.kind, not forward)
        else:
            after = smooth_edge(after, self.to_edge, keep_length=True).piece
        after = replace(after, lines=with_folds(after, folds, self.stitched))
        after = assert_sound(after, "Lay them less deep, or fewer of them.")
        opened = [Opened(self.piece, self.from_edge, zone.run, *self._around(piece, [s.near for s in slashes], zone), "pleat")]
        if self.ends == "parallel":
            far = Zone(run_holding(piece, slashes[0].far.edge), 0.0, 0.0, sewn_length(piece, self.to_edge))
            opened.append(Opened(self.piece, self.to_edge, far.run, *self._around(piece, [s.far for s in slashes], far), "pleat"))
        followed = lay_down(hand, [after], opened=opened)
        working = self._working(piece, followed.pattern.piece(self.piece), slashes, each) + notes(followed.told)
        return Outcome(followed.pattern, working, strips_of(self.piece, done, amounts, to_fold=True))

    def _slashes(self, piece: Piece, pattern: Pattern, zone: Zone) -> list[Slash]:
        if self.spacing is None:
            return self.slashes_on(piece, pattern, zone, whole=True)
        count = self.count or 1
        wide = self.spacing * (count - 1)
        if wide > zone.whole - 1.0:
            raise BadPlace(
                f"{count} pleats {self.spacing:.1f} cm apart need {wide:.1f} cm; the {self.from_edge} has {zone.whole:.1f}.",
                self.piece,
                "Take fewer, or set them nearer.",
                "spacing",
            )
        far = sewn_length(piece, self.to_edge)
        slashes = []
        for k in range(count):
            at = 0.5 * (zone.whole - wide) + k * self.spacing
            near, other = (
                spot_along(piece, self.from_edge, at, run=zone.run),
                spot_along(piece, self.to_edge, far * (1 - at / zone.whole)),
            )
            slashes.append(Slash(near, other, straight(point_of(piece, near), point_of(piece, other))))
        return slashes

    def _room(self, piece: Piece, slashes: list[Slash], zone: Zone) -> None:
        """Folded, a pleat lies under (a box pleat over) the paper beside it."""
        at = [0.0, *(distance_of(piece, s.near) for s in slashes), zone.whole]
        spaces = [b - a for a, b in pairwise(at)]
        inner, outer = spaces[1:-1], [spaces[0], spaces[-1]]
        needs = self.depth * (1 if self.kind == "knife" else 2)
        least = min([*inner, *(2 * x if self.kind != "knife" else x for x in outer)])
        if needs > least + PLAY:
            raise MoveRefused(
                f"pleats {self.depth:.1f} cm deep need {needs:.1f} cm between them; there are {least:.1f} cm.",
                self.piece,
                f"Lay them at most {least * self.depth / needs:.1f} cm deep, or take fewer.",
                "depth",
            )

    def _around(self, piece: Piece, spots: list[Spot], zone: Zone) -> tuple[float, float]:
        at = sorted(distance_of(piece, s) for s in spots)
        beside = max(1.0, self.depth)
        return max(0.0, at[0] - beside), min(zone.whole, at[-1] + beside)

    def _working(self, before: Piece, after: Piece, slashes: list[Slash], each: float) -> tuple[Sum, ...]:
        n, folds = len(slashes), FOLDS[self.kind]
        was, now = sewn_length(before, self.from_edge), sewn_length(after, self.from_edge)
        return (
            Sum("Each pleat takes up", length(each), f"{2 * folds} × {{}}", (length(self.depth),)),
            Sum("All of them", length(n * each), f"{n} × {{}}", (length(each),)),
            before_now(f"{self.from_edge.capitalize()} before, now", was, now),
            Sum("New paper", Quantity(after.paper.new - before.paper.new, "area")),
        )
