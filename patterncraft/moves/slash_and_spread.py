"""Slash and spread: strips cut from edge to edge and moved apart, new paper between, the broken edges redrawn."""

from __future__ import annotations

from typing import ClassVar, Literal, Self

from pydantic import ConfigDict, Field, model_validator

from ..errors import MoveRefused
from ..handwork.fullness import ease_advice, gather_advice, strip_advice
from ..handwork.slashes import Zone, check_slashes, two_edges, zone_of
from ..handwork.smoothing import Smoothed, smooth_edge
from ..handwork.spreading import Amounts, Slash, Spread, spread
from ..handwork.strips import strips_of
from ..house import HouseRules, Strict
from ..paper.as_sewn import Zone as FullZone
from ..paper.as_sewn import taken_up
from ..paper.edge import Edge
from ..paper.follow import lay_down, take_up
from ..paper.opened import Fullness, Opened
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Stretch
from ..paper.sewn import distance_of, run_of, sewn_length
from ..paper.sound import assert_sound
from ..places.place import Place
from ..units import Unit, format_length
from ..working import Quantity, Sum, fine, length, notes, tell
from .move import Example, Group, Handle, Outcome, known, slot_field
from .slashing import HINGES, Hinge, Slashing, hinged

_RESULTS = (("gather", "gathered"), ("flare", "left as flare"), ("ease", "eased in"), ("pleat", "pleated"))


class Zoned(Strict):
    """A zone of an edge, from one place to another."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, frozen=True, populate_by_name=True)

    start: Place = Field(alias="from", title="From")
    end: Place = Field(alias="to", title="To")

    @property
    def ends(self) -> tuple[Place, Place]:
        """Both places."""
        return self.start, self.end


class SlashAndSpread(Slashing):
    """Slashes from one edge to another; each opens by an amount at one end, hinged at the other, or at both."""

    group: ClassVar[Group] = "Open"
    title: ClassVar[str] = "Slash and spread"
    key: ClassVar[str] = "s"
    sentence: ClassVar[str] = (
        "Slash the {piece} from the {from_edge} to the {to_edge}, {slashes}, {zone}, and spread {how much}, {far}, {hinge}, {result}."
    )
    synonyms: ClassVar[tuple[str, ...]] = ("spread", "fullness", "gathers", "flare", "open", "widen", "insert")
    handle: ClassVar[Handle] = "strip"
    example: ClassVar[Example | None] = Example(
        "skirt",
        {"piece": "skirt front", "from_edge": "hem", "to_edge": "waist", "count": 3, "opening": 4.0, "result": "flare"},
    )

    move: Literal["slash_and_spread"]
    opening: float | None = slot_field(
        "how much", "How far does each open?", "fullness", "Each opens", None, ge=0, le=200, unit="cm", asked=True
    )
    total: float | None = slot_field(
        "how much", "How far does each open?", "fullness", "All together", None, ge=0, le=1000, unit="cm"
    )
    ratio: float | None = slot_field("how much", "How far does each open?", "fullness", "New length : old", None, ge=1, le=10)
    to_length: float | None = slot_field(
        "how much", "How far does each open?", "fullness", "Until the edge is", None, gt=0, le=2000, unit="cm"
    )
    hinge: Hinge = slot_field("hinge", "Hinged where?", "choice", "Hinge", "to_edge", choices=HINGES)
    far_opening: float | None = slot_field(
        "far", "How far does the other end open?", "length", "At the other end", None, ge=0, le=200, unit="cm"
    )
    zone: Zoned | None = slot_field("zone", "Only between which two places?", "zone", "Zone", None)
    result: Fullness | None = slot_field("result", "What becomes of the fullness?", "choice", "Fullness", None, choices=_RESULTS)

    @model_validator(mode="after")
    def _one_of_each(self) -> Self:
        amounts = [x for x in (self.opening, self.total, self.ratio, self.to_length) if x is not None]
        if len(amounts) != 1:
            raise ValueError("say how far it opens in one way: each, all together, as a ratio, or to a length")
        return self

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            **self.slashing_words(pattern, unit),
            "zone": self._zone_words(pattern, unit),
            "how much": self._how_much(unit),
            "far": self._far_words(unit),
            "hinge": dict(HINGES)[self.hinge],
            "result": dict(_RESULTS)[self.result] if self.result else "as its seam wants it",
        }

    def _zone_words(self, pattern: Pattern | None, unit: Unit) -> str:
        if not self.zone:
            return "all along"
        piece = known(pattern, self.piece)
        return f"between {self.zone.start.words(piece, unit)} and {self.zone.end.words(piece, unit)}"

    def _far_words(self, unit: Unit) -> str:
        if self.far_opening is not None:
            return f"the other end {format_length(self.far_opening, unit)}"
        return "both ends alike" if self.hinge == "none" else "the other end not at all"

    def _how_much(self, unit: Unit) -> str:
        if self.opening is not None:
            return f"each by {format_length(self.opening, unit)}"
        if self.total is not None:
            return f"by {format_length(self.total, unit)} altogether"
        if self.ratio is not None:
            return f"to {self.ratio:g} times its length"
        return f"until it is {format_length(self.to_length or 0.0, unit)}"

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at the slash; MoveRefused through a fold or a dart, or where strips would fold over each
        other."""
        hand = take_up(pattern, self.piece)
        piece = hand.piece(self.piece)
        two_edges(piece, self.from_edge, self.to_edge)
        near = zone_of(piece, pattern, self.from_edge, self.zone.ends if self.zone else None)
        far = zone_of(piece, pattern, self.to_edge, None)
        slashes = self.slashes_on(piece, pattern, near, whole=self.zone is None)
        each = self._each(piece, slashes, near, far)
        amounts = self._amounts(each)
        if each == 0 and amounts.far == 0 and amounts.near == 0:
            return Outcome(pattern, (tell("Nothing opens: the piece stays as it is."),))
        check_slashes(piece, slashes, hinged(amounts), self.faulted)
        self.flat_enough(slashes, amounts, "opening", "Open it by less, take more slashes, or open it parallel.")
        done = spread(piece, slashes, [amounts] * len(slashes), (_like(piece, self.from_edge), _like(piece, self.to_edge)))
        drawn = {}
        after = done.piece
        for edge, amount in ((self.from_edge, amounts.near), (self.to_edge, amounts.far)):
            drawn[edge] = smooth_edge(after, edge, keep_length=amount == 0)
            after = drawn[edge].piece
        after = assert_sound(after, "Open the slashes by less, or take more of them.")
        opened = self._opened(pattern, piece, slashes, amounts, near, far)
        followed = lay_down(hand, [after], opened=opened)
        working = self._working(piece, after, done, amounts, len(slashes), drawn)
        advice = [line for o in opened for line in self._advice(o, piece, after, amounts, followed.pattern, rules)]
        strips = strips_of(self.piece, done, amounts)
        return Outcome(followed.pattern, (*working, *advice, *notes(followed.told)), strips)

    def _advice(
        self, zone: Opened, before: Piece, after: Piece, amounts: Amounts, pattern: Pattern, rules: HouseRules
    ) -> list[Sum]:
        """How full it is where it is promised to be, and which cloth takes that."""
        amount = amounts.near if zone.edge == self.from_edge else amounts.far
        own = [z for z in taken_up(pattern, Stretch(self.piece, zone.edge, "", zone.run)) if z.kind == zone.kind == "gather"]
        if own:
            lines = []
            for z in own:
                full, flat = z.high - z.low, z.high - z.low - z.lost
                lines.append(Sum(f"{_from_to(z)}, gathered", Quantity(full / flat, "ratio"), "{} : {}", (fine(full), fine(flat))))
                lines.append(gather_advice(full / flat, rules))
            return [*dict.fromkeys(lines), strip_advice(amount, rules)]
        flat = zone.high - zone.low
        full = flat + sewn_length(after, zone.edge) - sewn_length(before, zone.edge)
        if zone.kind == "gather":
            return [gather_advice(full / flat, rules), strip_advice(amount, rules)]
        return [ease_advice(full, flat, rules)] if zone.kind == "ease" else []

    def _each(self, piece: Piece, slashes: list[Slash], near: Zone, far: Zone) -> float:
        """cm by which each slash opens, whichever way it was said."""
        zone = far if self.hinge == "from_edge" else near
        n = len(slashes)
        if self.opening is not None:
            return self.opening
        if self.total is not None:
            return self.total / n
        if self.ratio is not None:
            return (self.ratio - 1.0) * (zone.high - zone.low) / n
        wanted = self.to_length or 0.0
        if wanted < zone.whole:
            edge = self.to_edge if self.hinge == "from_edge" else self.from_edge
            raise MoveRefused(
                f"the {edge} is {zone.whole:.1f} cm long already.", self.piece, "Ask for more, or lap it over instead.", "to_length"
            )
        return (wanted - zone.whole) / n

    def _amounts(self, each: float) -> Amounts:
        other = self.far_opening or 0.0
        if self.hinge == "none":
            return Amounts(each, each if self.far_opening is None else other)
        return Amounts(each, other) if self.hinge == "to_edge" else Amounts(other, each)

    def _opened(
        self, pattern: Pattern, piece: Piece, slashes: list[Slash], amounts: Amounts, near: Zone, far: Zone
    ) -> list[Opened]:
        """The zones that were opened, with what becomes of the fullness: unless it is said, gathered where the edge
        is sewn to something, else flare."""
        found = []
        for edge, amount, zone in ((self.from_edge, amounts.near, near), (self.to_edge, amounts.far, far)):
            if amount > 0:
                kind: Fullness = self.result or ("gather" if _is_sewn(pattern, self.piece, edge) else "flare")
                low, high = (zone.low, zone.high) if edge == self.from_edge and self.zone else _around(piece, slashes, edge, zone)
                found.append(Opened(self.piece, edge, zone.run, low, high, kind))
        return found

    def _working(
        self, before: Piece, after: Piece, done: Spread, amounts: Amounts, n: int, drawn: dict[str, Smoothed]
    ) -> tuple[Sum, ...]:
        strips = done.widths[::-1] if done.stayed == len(done.widths) - 1 else done.widths
        lines = [
            Sum(
                "Strips, numbered from the centre",
                None,
                ", ".join("{}" for _ in strips),
                tuple(map(length, strips)),
            )
        ]
        for edge, amount in ((self.from_edge, amounts.near), (self.to_edge, amounts.far)):
            old, new = sewn_length(before, edge), sewn_length(after, edge)
            if amount:
                lines.append(Sum(f"{edge.capitalize()} before", length(old)))
                lines.append(Sum("Opened in all", length(n * amount), f"{n} × {{}}", (length(amount),)))
                lines.append(Sum(f"{edge.capitalize()} now, as redrawn", length(new)))
                lines.append(Sum("New : old", Quantity(new / old, "ratio")))
            else:
                lines.append(Sum(f"{edge.capitalize()}, before = now", fine(new), "{}", (fine(old),)))
            if drawn[edge].cut_off > 1e-3 or drawn[edge].added > 1e-3:
                lines.append(
                    Sum(
                        f"Redrawing the {edge} cuts off, adds at most",
                        None,
                        "{} and {}",
                        (length(drawn[edge].cut_off), length(drawn[edge].added)),
                    )
                )
        lines.append(Sum("New paper", Quantity(after.paper.new - before.paper.new, "area")))
        return tuple(lines)


def _from_to(z: FullZone) -> str:
    """Between which notches it lies, the seam's start first."""
    turned = z.start == "end" or z.end == "start" or (z.start > z.end and z.end != "end")
    start, end = (z.end, z.start) if turned else (z.start, z.end)
    return f"From {start} to {end}"


def _like(piece: Piece, edge: str) -> Edge:
    return piece.outline[run_of(piece, edge)[0]]


def _is_sewn(pattern: Pattern, piece: str, edge: str) -> bool:
    return any(pattern.seam(name).rule.kind != "free" for name in pattern.seams_of(piece, edge))


def _around(piece: Piece, slashes: list[Slash], edge: str, zone: Zone) -> tuple[float, float]:
    """From half a strip before the first slash to half a strip behind the last, cm along the edge."""
    spots = [s for slash in slashes for s in (slash.near, slash.far) if piece.outline[s.edge].name == edge]
    at = sorted(distance_of(piece, s) for s in spots)
    return 0.5 * at[0], 0.5 * (at[-1] + zone.whole)
