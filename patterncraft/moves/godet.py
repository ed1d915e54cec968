"""Godet: a wedge of a circle set into a seam from the hem, or into a slash."""

from __future__ import annotations

import cmath
from dataclasses import replace
from math import asin, ceil, pi, tan
from math import degrees as to_degrees
from math import radians as to_radians
from typing import Annotated, ClassVar, Final, Literal, Self

from pydantic import Field, model_validator

from ..errors import BadPlace, MoveRefused
from ..geometry.path import Path, straight
from ..geometry.segment import Segment
from ..handwork.flaring import hem_end
from ..handwork.new_seam import unique_name
from ..house import HouseRules
from ..paper.edge import Edge
from ..paper.follow import InHand, lay_down, take_up
from ..paper.part import open_corner, runs_inside
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, Grain, Piece
from ..paper.seam import Notch, Seam, SeamRule, Side, Stretch
from ..paper.sewn import Spot, neighbours, point_of
from ..places.levels import downward
from ..places.place import Place, on_edge
from ..units import Unit, format_length
from ..working import Quantity, Sum, degrees, fine, notes, tell
from .move import Example, Group, Move, Outcome, known, slot_field

_CIRCLES = (("quarter", "a quarter of a circle"), ("half", "half a circle"))
SIDES: Final = ("left side", "right side")
ARC: Final = pi / 8
"""Radians of the hem's arc in one cubic: true to a thousandth of a millimetre at a metre."""
NOTCHED: Final = 12.0
"""cm: from this length on both sides are notched, each at another place, so that the godet cannot be turned over."""


class Godet(Move):
    """A new piece: its two sides as long as the opening, its hem an arc about its point. Both its sides and the opening are
    promised to each other."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Godet"
    key: ClassVar[str] = "g"
    sentence: ClassVar[str] = "Set a godet, “{name}”, {length} long into {at}, {wide}."
    synonyms: ClassVar[tuple[str, ...]] = ("wedge", "insert", "trumpet", "hem insert")
    example: ClassVar[Example | None] = Example(
        "skirt", {"piece": "skirt front", "at": {"edge": "hem", "fraction": 0.5}, "length": 20.0, "circle": "quarter"}
    )

    move: Literal["godet"]
    at: Annotated[str, Field(min_length=1, max_length=80)] | Place = slot_field(
        "at", "Into which seam, or where is the hem slashed?", "seam or place", "Seam, or place on the hem"
    )
    piece: str | None = slot_field(
        "at", "Into which seam, or where is the hem slashed?", "seam or place", "Piece slashed", None, max_length=80
    )
    length: float = slot_field("length", "How long is it?", "length", "Length", gt=0, le=200, unit="cm")
    width: float | None = slot_field(
        "wide", "How wide at the hem?", "width", "Width at the hem", None, gt=0, le=400, unit="cm", asked=True
    )
    angle: float | None = slot_field("wide", "How wide at the hem?", "width", "Angle, degrees", None, gt=0, le=180)
    circle: Literal["quarter", "half"] | None = slot_field(
        "wide", "How wide at the hem?", "width", "Part of a circle", None, choices=_CIRCLES
    )
    name: str = slot_field("name", "What is it called?", "name", "Name", "godet", min_length=1, max_length=80)

    @model_validator(mode="after")
    def _said_once(self) -> Self:
        if sum(x is not None for x in (self.width, self.angle, self.circle)) != 1:
            raise ValueError("say how wide it is in one way: at the hem, by its angle, or as part of a circle")
        if isinstance(self.at, str) == (self.piece is not None):
            raise ValueError("say either into which seam it goes, or on which piece and where the hem is slashed")
        return self

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        piece = known(pattern, self.piece)
        at = (
            f"the {self.at} seam, from the hem up"
            if isinstance(self.at, str)
            else f"the {self.piece}, slashed from {self.at.words(piece, unit)}"
        )
        if self.width is not None:
            wide = f"{format_length(self.width, unit)} wide at the hem"
        else:
            wide = dict(_CIRCLES)[self.circle] if self.circle else f"{self.angle:g}° wide"
        return {"length": format_length(self.length, unit), "at": at, "wide": wide, "name": self.name}

    def pieces_named(self) -> tuple[str, ...]:
        """The piece slashed; a seam's pieces are those of the seam."""
        return (self.piece,) if self.piece else ()

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for the seam; BadPlace or MoveRefused where there is no room for it."""
        angle = self._angle()
        # A godet that was taped in lives on in the names of its opening.
        openings = {
            e.removesuffix(f" {side}") for p in pattern.pieces for e in p.edge_names for side in SIDES if e.endswith(f" {side}")
        }
        name = unique_name(self.name, [*(p.name for p in pattern.pieces), *sorted(openings)])
        if isinstance(self.at, str):
            hand, worked, opening = self._in_seam(pattern, pattern.seam(self.at), name)
        else:
            hand, worked, opening = self._in_slash(pattern, self.at, name)
        followed = lay_down(hand, worked)
        wedge = _wedge(name, self.length, angle)
        seams, notches = [], []
        for (piece, edge), side, share in zip(opening, SIDES, (1 / 3, 1 / 2), strict=True):
            seam = unique_name(f"{name} {side}", [s.name for s in pattern.seams])
            start = _hem_word(followed.pattern.piece(piece), edge)
            seams.append(Seam(seam, (Stretch(piece, edge, start),), (Stretch(name, side, "hem"),), SeamRule("equal")))
            if self.length >= NOTCHED:
                at = self.length * share
                notches.append(Notch(seam, seam, "single" if side == SIDES[0] else "double", at, at))
        after = followed.pattern
        after = replace(after, pieces=(*after.pieces, wedge), seams=(*after.seams, *seams), notches=(*after.notches, *notches))
        return Outcome(after, (*self._working(wedge, angle), *notes(followed.told)))

    def _angle(self) -> float:
        """Radians at its point."""
        if self.circle:
            return pi / 2 if self.circle == "quarter" else pi
        if self.angle is not None:
            return to_radians(self.angle)
        width = self.width or 0.0
        if width > 2 * self.length:
            raise MoveRefused(
                f"{self.length:.1f} cm long it is at most {2 * self.length:.1f} cm wide: then it is half a circle.",
                "the godet",
                "Make it longer, or set in two.",
                "width",
            )
        return 2 * asin(width / (2 * self.length))

    def _in_seam(self, pattern: Pattern, seam: Seam, name: str) -> tuple[InHand, list[Piece], list[tuple[str, str]]]:
        """The lower part of a seam, on both its sides, taken out of it: from now on the godet's partner."""
        if not seam.b:
            raise MoveRefused(
                f"the {seam.name} has no partner: there is no seam to open.", seam.name, "Slash the hem instead.", "at"
            )
        ends = [self._hem_stretch(pattern, side, seam.name) for side in (seam.a, seam.b)]
        hand = take_up(pattern, *dict.fromkeys(s.piece for s in ends))
        worked = {p.name: p for p in hand.pieces}
        opening = []
        for stretch, side in zip(ends, SIDES, strict=True):
            piece = worked[stretch.piece]
            end = hem_end(piece, stretch.edge, "at")
            e = piece.outline[end.edge]
            if self.length > e.length - 1.0:
                raise MoveRefused(
                    f"the {seam.name} seam is {e.length:.1f} cm long there: a godet of {self.length:.1f} cm is longer.",
                    stretch.piece,
                    f"Make it at most {max(e.length - 1.0, 0.0):.1f} cm.",
                    "length",
                )
            opened, corner = open_corner(piece, Spot(end.edge, e.length - self.length if end.follows else self.length))
            k = corner if end.follows else corner - 1
            edge = f"{name} {side}"
            low = opened.outline[k]
            fresh = Edge(edge, "seam", low.path, low.cut)
            worked[stretch.piece] = opened.with_outline((*opened.outline[:k], fresh, *opened.outline[k + 1 :]))
            opening.append((stretch.piece, edge))
        return hand, list(worked.values()), opening

    def _hem_stretch(self, pattern: Pattern, side: Side, seam: str) -> Stretch:
        for s in (side[-1], side[0]):
            try:
                hem_end(pattern.piece(s.piece), s.edge, "at")
            except BadPlace:
                continue
            return s
        raise BadPlace(f"the {seam} seam does not run into a hem.", seam, "Choose a seam that does, or slash the hem.", "at")

    def _in_slash(self, pattern: Pattern, at: Place, name: str) -> tuple[InHand, list[Piece], list[tuple[str, str]]]:
        hand = take_up(pattern, self.piece or "")
        piece = hand.piece(self.piece or "")
        spot = on_edge(at, piece, pattern, "at")
        hem = piece.outline[spot.edge]
        if hem.kind != "hem" and hem.name != "hem":
            raise BadPlace(f"the {hem.name} is no hem.", piece.name, "Choose a place on a hem, or a seam that runs into one.", "at")
        foot = point_of(piece, spot)
        tip = foot - downward(piece) * self.length
        if not runs_inside(piece, foot, tip) or not piece.contains(tip)[0]:
            raise MoveRefused(
                f"a slash of {self.length:.1f} cm from there leaves the paper or runs into a dart.",
                piece.name,
                "Make it shorter, or choose another place.",
                "length",
            )
        opened, corner = open_corner(piece, spot)
        foot = opened.outline[corner].path.start
        slit = (Edge(f"{name} {SIDES[1]}", "seam", straight(foot, tip)), Edge(f"{name} {SIDES[0]}", "seam", straight(tip, foot)))
        worked = opened.with_outline((*opened.outline[:corner], *slit, *opened.outline[corner:]))
        return hand, [worked], [(piece.name, f"{name} {side}") for side in SIDES]

    def _working(self, wedge: Piece, angle: float) -> tuple[Sum, ...]:
        hem = next(e.length for e in wedge.outline if e.name == "hem")
        whole = to_degrees(angle)
        lines = [
            Sum("Angle at its point", degrees(whole)),
            Sum("Round its hem", fine(hem)),
            Sum("Paper of the godet", Quantity(wedge.area, "area")),
        ]
        if whole > 90.0:
            lines.append(
                tell("More than a quarter circle: its hem falls in deep folds, and its bias edges drop before they are levelled.")
            )
        return tuple(lines)


def _hem_word(piece: Piece, edge: str) -> str:
    """The neighbour of the opening's edge that is the hem."""
    before, after = neighbours(piece, edge)
    hems = {e.name for e in piece.outline if e.kind == "hem" or e.name == "hem"}
    return before if before in hems else after


def _wedge(name: str, long: float, angle: float) -> Piece:
    """The godet, its point up, cut singly along its middle."""
    count = max(1, ceil(angle / ARC))
    step = angle / count
    reach = 4 / 3 * tan(step / 4) * long
    arc: list[Segment] = []
    for k in range(count):
        a, b = (cmath.rect(long, pi / 2 - angle / 2 + step * j) for j in (k, k + 1))
        turn = 1j / long
        arc.append((a, a + a * turn * reach, b - b * turn * reach, b))
    right, left = arc[0][0], arc[-1][-1]
    outline = (
        Edge(SIDES[1], "seam", straight(0j, right)),
        Edge("hem", "hem", Path(tuple(arc))),
        Edge(SIDES[0], "seam", straight(left, 0j)),
    )
    grain = Grain(complex(0, 0.25 * long), complex(0, 0.85 * long))
    return Piece(name, outline, grain=grain, cut=CutPlan(1, on_fold=False, mirrored=False))
