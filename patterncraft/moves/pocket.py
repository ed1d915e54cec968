"""Pocket: a bag in a seam, a patch, a slant, or a welt with its lips."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Final, Literal

from ..errors import BadPlace, MoveRefused
from ..geometry.fair import fair_curve
from ..geometry.path import Path, straight
from ..handwork.new_seam import unique_name
from ..handwork.promising import on_partner
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Mark, Piece
from ..paper.seam import Notch, Side
from ..paper.sewn import distance_of, run_holding, run_of, sewn_length, starts_at_end
from ..parts.part import piece_names, seam_names
from ..parts.sheets import Named, sheet, strip
from ..parts.stand import end_seam
from ..places.levels import downward, outward
from ..places.place import Place
from ..units import Unit, format_length
from ..working import Sum, length, tell
from .move import Example, Group, Move, Outcome, known, slot_field

Kind = Literal["bag", "patch", "slant", "welt"]
_KINDS: Final = (("bag", "bag in a seam"), ("patch", "patch"), ("slant", "slanting pocket"), ("welt", "welt pocket"))
HAND_ROOM: Final = 4.0
"""cm that a pocket's opening is longer than half the hand's girth (common practice, no source)."""
DEFAULT: Final = 15.0
LIP: Final = 1.0
HEM: Final = 3.0
TURNING: Final = 1.5


class Pocket(Move):
    """Its opening has a hand's room; where it lies is drawn on the piece, and it must lie within it."""

    group: ClassVar[Group] = "Add"
    title: ClassVar[str] = "Pocket"
    key: ClassVar[str] = "k"
    sentence: ClassVar[str] = "Put a {kind} into the {piece} at {at}, {opening}{depth}."
    synonyms: ClassVar[tuple[str, ...]] = ("in-seam pocket", "patch pocket", "slant pocket", "welt", "pocket bag")
    example: ClassVar[Example | None] = Example(
        "skirt",
        {
            "kind": "patch",
            "piece": "skirt front",
            "at": {"at": {"edge": "waist", "fraction": 0.5}, "down": 12.0},
            "opening": 13.0,
            "depth": 15.0,
        },
    )

    move: Literal["pocket"]
    kind: Kind = slot_field("kind", "Which pocket?", "choice", "Kind", choices=_KINDS)
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    at: Place = slot_field("at", "Where does its opening begin (in a seam), or have its middle?", "place", "Place")
    opening: float | None = slot_field("opening", "How long is its opening?", "length", "Opening", None, ge=5, le=50, unit="cm")
    depth: float | None = slot_field("depth", "How deep?", "length", "Depth", None, ge=4, le=60, unit="cm")

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        return {
            "kind": dict(_KINDS)[self.kind],
            "piece": self.piece,
            "at": self.at.words(known(pattern, self.piece), unit),
            "opening": f"open for {format_length(self.opening, unit)}" if self.opening else "open for a hand",
            "depth": f", {format_length(self.depth, unit)} deep" if self.depth else ", as deep as usual",
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace for a bag that lies in no seam; MoveRefused for a pocket that reaches off its piece."""
        piece = pattern.piece(self.piece)
        opening, told = self._opening(pattern)
        if self.kind == "bag":
            return self._bag(pattern, piece, opening, told)
        if self.kind == "slant":
            return self._slant(pattern, piece, opening, told)
        return self._laid_on(pattern, piece, opening, told)

    def _opening(self, pattern: Pattern) -> tuple[float, Sum]:
        if self.opening is not None:
            return self.opening, Sum("Opening", length(self.opening))
        hand = pattern.wearer.get("hand_girth")
        if hand is None:
            return DEFAULT, Sum("Opening, no hand measured", length(DEFAULT))
        return hand / 2 + HAND_ROOM, Sum(
            "Opening for the hand", length(hand / 2 + HAND_ROOM), "{} / 2 + {}", (length(hand), length(HAND_ROOM))
        )

    # ---- in a seam

    def _bag(self, pattern: Pattern, piece: Piece, opening: float, told: Sum) -> Outcome:
        spot = self.at.found(piece, pattern).spot
        edge = piece.outline[spot.edge] if spot else None
        if spot is None or edge is None or edge.kind not in ("seam", "opening"):
            raise BadPlace("it lies in no seam.", piece.name, "Choose a place on a seam.", "at")
        run = run_holding(piece, spot.edge)
        whole = sewn_length(piece, edge.name, run)
        along = distance_of(piece, spot)
        # Downward from where it begins.
        first, last = run_of(piece, edge.name, run)[0], run_of(piece, edge.name, run)[-1]
        down = downward(piece)
        falls = ((piece.outline[last].path.end - piece.outline[first].path.start) * down.conjugate()).real > 0
        end = along + opening if falls else along - opening
        if not 0.5 <= end <= whole - 0.5:
            left = whole - along if falls else along
            raise MoveRefused(
                f"below that place the {edge.name} is {left:.1f} cm long: an opening of {opening:.1f} cm runs off it.",
                piece.name,
                "Begin it higher, or make it shorter.",
                "opening",
            )
        deep = self.depth or opening + 12.0
        top = self.at.found(piece, pattern).point
        into = -outward(piece)
        wide = min(0.95 * opening + 2, 20.0)
        outline = _bag_shape(top, down, into, opening, deep, wide)
        self._within(piece, outline)
        name, seam_name = piece_names(pattern, ("pocket bag",))[0], seam_names(pattern, ("pocket bag",))[0]
        bag = _as_bag(name, top, down, into, opening, deep, wide)
        marked = replace(piece, lines=(*piece.lines, DrawnLine(unique_name("pocket bag", [x.name for x in piece.lines]), outline)))
        table = pattern.with_piece(marked)
        table, notched = self._notched(table, piece, edge.name, run, along, end)
        seam = end_seam(seam_name, bag, tuple(bag.edge_names))
        after = replace(table, pieces=(*table.pieces, bag), seams=(*table.seams, seam))
        sums = (told, Sum("Bag, deep", length(deep)), Sum("Bag, wide", length(wide)), tell(notched))
        return Outcome(after, sums)

    def _notched(self, pattern: Pattern, piece: Piece, edge: str, run: int, start: float, end: float) -> tuple[Pattern, str]:
        """Notches at both ends of the opening, on both sides of the seam; what to say of it."""
        for name in pattern.seams_of(piece.name, edge):
            seam = pattern.seam(name)
            for side, first in ((seam.a, True), (seam.b, False)):
                places = self._along(pattern, side, piece, edge, run, (start, end))
                if not places:
                    continue
                taken = [n.name for n in pattern.notches_of(name)]
                notches = []
                for word, at in zip(("pocket", "pocket end"), places, strict=True):
                    free = unique_name(word, taken)
                    taken.append(free)
                    # Where a pocket is, the seam is sewn flat: as far along on either side.
                    other = on_partner(pattern, seam, at) if first else min(at, pattern.side_length(seam.a))
                    notches.append(Notch(free, name, "single", at if first or other is None else other, other if first else at))
                return replace(
                    pattern, notches=(*pattern.notches, *notches)
                ), "Both ends of the opening are notched, on both sides of the seam."
        return pattern, "Mark both ends of the opening on the other side of its seam."

    def _along(self, pattern: Pattern, side: Side, piece: Piece, edge: str, run: int, at: tuple[float, float]) -> list[float]:
        """Places on an edge as cm along a seam's side; none where it has no part of it."""
        offset = 0.0
        for s in side:
            own = sewn_length(pattern.piece(s.piece), s.edge, s.run)
            if (s.piece, s.edge, s.run) == (piece.name, edge, run):
                back = starts_at_end(piece, edge, s.start, s.run)
                return [offset + (own - x if back else x) for x in at]
            offset += own
        return []

    # ---- on the piece

    def _laid_on(self, pattern: Pattern, piece: Piece, opening: float, told: Sum) -> Outcome:
        """A patch, or a welt with its lips, drawn where it lies."""
        middle = self.at.found(piece, pattern).point
        down, across = downward(piece), outward(piece)
        a, b = middle - across * opening / 2, middle + across * opening / 2
        welt = self.kind == "welt"
        deep = self.depth or (2 * LIP if welt else opening * 1.15)
        foot = 2 * LIP if welt else deep
        corners = [a, b, b + down * foot, a + down * foot]
        outline = Path(tuple((corners[k], corners[(k + 1) % 4]) for k in range(4)))
        self._within(piece, outline)
        word = "welt pocket" if welt else "patch pocket"
        line = DrawnLine(unique_name(word, [x.name for x in piece.lines]), outline)
        marks = [Mark(unique_name(f"{word} {k}", [m.name for m in piece.marks]), z, "drill") for k, z in ((1, a), (2, b))]
        table = pattern.with_piece(replace(piece, lines=(*piece.lines, line), marks=(*piece.marks, *marks)))
        times = 2 if piece.cut.on_fold else piece.cut.quantity
        if welt:
            pieces, sums = self._welt(pattern, opening, self.depth or 18.0, times)
        else:
            pieces, sums = self._patch(pattern, opening, deep, times)
        names = seam_names(pattern, [p.name for p in pieces])
        seams = tuple(
            end_seam(n, p, tuple(e.name for e in p.outline if e.kind == "seam")) for n, p in zip(names, pieces, strict=True)
        )
        return Outcome(replace(table, pieces=(*table.pieces, *pieces), seams=(*table.seams, *seams)), (told, *sums))

    def _patch(self, pattern: Pattern, wide: float, deep: float, times: int) -> tuple[list[Piece], list[Sum]]:
        (name,) = piece_names(pattern, ("patch pocket",))
        piece = strip(
            name,
            wide,
            deep,
            (("hem", "hem"), ("end", "seam"), ("lower edge", "seam"), ("start", "seam")),
            CutPlan(times, False, times > 1),
            Grain(complex(wide / 2, 0.2 * deep), complex(wide / 2, 0.8 * deep)),
        )
        return [piece], [Sum("Wide", length(wide)), Sum("Deep", length(deep))]

    def _welt(self, pattern: Pattern, opening: float, deep: float, times: int) -> tuple[list[Piece], list[Sum]]:
        """Two lips of one strip each, and the bag that hangs from them."""
        lips, bag = piece_names(pattern, ("welt", "pocket bag"))
        long = opening + 2 * TURNING
        lip = strip(
            lips,
            long,
            4 * LIP,
            (("upper edge", "seam"), ("end", "seam"), ("lower edge", "seam"), ("start", "seam")),
            CutPlan(2 * times, False, False, interfacing=2 * times),
            lines=(DrawnLine("fold line", straight(2j * LIP, complex(long, 2 * LIP))),),
        )
        sack = strip(
            bag,
            long,
            2 * deep,
            (("upper edge", "seam"), ("end", "seam"), ("lower edge", "seam"), ("start", "seam")),
            CutPlan(times, False, False, "pocketing"),
            lines=(DrawnLine("fold line", straight(1j * deep, complex(long, deep))),),
        )
        sums = [
            Sum("Lips, long", length(long), "{} + 2 × {}", (length(opening), length(TURNING))),
            Sum("Lips, wide as cut", length(4 * LIP), "4 × {}", (length(LIP),)),
            Sum("Bag, long as cut", length(2 * deep), "2 × {}", (length(deep),)),
        ]
        return [lip, sack], sums

    def _slant(self, pattern: Pattern, piece: Piece, opening: float, told: Sum) -> Outcome:
        """From a place on the waist slanting down to the side: the line is drawn, facing and backing are traced."""
        spot = self.at.found(piece, pattern).spot
        if spot is None or piece.outline[spot.edge].name != "waist":
            raise BadPlace("a slanting pocket begins on the waist.", piece.name, "Choose a place on the waist.", "at")
        top = self.at.found(piece, pattern).point
        side = next((e for e in piece.outline if e.name == "side"), None)
        if side is None:
            raise BadPlace("it has no side to slant to.", piece.name, "Choose a piece with waist and side.", "piece")
        path = side.path if abs(side.path.start - top) < abs(side.path.end - top) else side.path.reversed()
        size = path.length
        foot = next((path.at(size * k / 400) for k in range(401) if abs(path.at(size * k / 400) - top) >= opening), None)
        if foot is None:
            raise MoveRefused(
                f"no place of the side lies {opening:.1f} cm off it.", piece.name, "Make the opening shorter.", "opening"
            )
        down, into = downward(piece), -outward(piece)
        # Below the rise of the waist at the side.
        head = path.start + down * 2.0
        deep = self.depth or opening + 14.0
        wide = max(abs(((top - path.start) * into.conjugate()).real) + 9.0, 14.0)
        bag = _bag_shape(head, down, into, min(opening + 3, deep - 4), deep, wide)
        self._within(piece, bag)
        (facing, backing) = piece_names(pattern, ("pocket facing", "pocket backing"))
        whole = _as_bag(backing, head, down, into, min(opening + 3, deep - 4), deep, wide)
        front = replace(
            _as_bag(facing, head, down, into, min(opening + 3, deep - 4), deep, wide),
            cut=CutPlan(2, False, True, "pocketing"),
        )
        line = DrawnLine(unique_name("slant pocket", [x.name for x in piece.lines]), straight(top, foot))
        bag_line = DrawnLine(unique_name("pocket bag", [x.name for x in piece.lines]), bag)
        table = pattern.with_piece(replace(piece, lines=(*piece.lines, line, bag_line)))
        whole = replace(whole, cut=CutPlan(2, False, True))
        pieces = (front, whole)
        names = seam_names(pattern, [facing, backing])
        seams = tuple(end_seam(n, p, tuple(p.edge_names)) for n, p in zip(names, pieces, strict=True))
        sums = (
            told,
            Sum("Down the side", length(abs(foot - path.start))),
            Sum("Bag, deep", length(deep)),
            tell("The piece is cut off along the line when the pocket is sewn; the backing fills the corner."),
        )
        return Outcome(replace(table, pieces=(*table.pieces, *pieces), seams=(*table.seams, *seams)), sums)

    def _within(self, piece: Piece, outline: Path) -> None:
        """Raises MoveRefused for a pocket that reaches off its piece."""
        inside = -1j * 0.05
        middle = sum((s[0] for s in outline.segments), 0j) / len(outline.segments)
        places = [s[0] + (middle - s[0]) / max(abs(middle - s[0]), 1e-9) * abs(inside) * 4 for s in outline.segments]
        if not all(piece.contains(*places)):
            raise MoveRefused("the pocket reaches off the piece.", piece.name, "Move it, or make it smaller.", "at")


def _bag_shape(top: complex, down: complex, into: complex, opening: float, deep: float, wide: float) -> Path:
    """The bag as it hangs: from the opening's top along the seam and down, round below, and up."""
    a = top
    low = top + down * (deep - 0.35 * wide) + into * 0.2
    foot = top + down * deep + into * 0.55 * wide
    far = top + down * (deep - 0.4 * wide) + into * wide
    head = top + into * wide
    round_ = fair_curve([low, foot, far], down, -down)
    del opening
    return Path((*straight(a, low).segments, *round_.segments, *straight(far, head).segments, *straight(head, a).segments))


def _as_bag(name: str, top: complex, down: complex, into: complex, opening: float, deep: float, wide: float) -> Piece:
    """The bag as a sheet, four of it for two pockets; its opening is an edge of its own."""
    shape = _bag_shape(top, down, into, opening, deep, wide)
    first = shape.segments[0]
    mouth = first[0] + (first[-1] - first[0]) * min(opening / abs(first[-1] - first[0]), 0.98)
    edges = [
        Named("opening", "seam", straight(first[0], mouth)),
        Named("bag edge", "seam", Path(((mouth, first[-1]), *shape.segments[1:]))),
    ]
    piece = sheet(
        name,
        edges,
        CutPlan(4, False, True, "pocketing"),
        Grain(top + down * 2 + into * wide / 2, top + down * (deep - 4) + into * wide / 2),
    )
    if piece.area < 0:
        edges = [Named(e.name, e.kind, e.path.reversed()) for e in reversed(edges)]
        piece = sheet(name, edges, piece.cut, piece.grain)
    return piece
