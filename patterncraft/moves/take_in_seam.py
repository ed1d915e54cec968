"""Take in a seam: after trying on, both sides alike at a level, and other seams of its kind with it."""

from __future__ import annotations

from itertools import pairwise
from typing import ClassVar, Literal

from ..errors import BadPlace, MoveRefused
from ..handwork.drawn_in import AT_END, FLAT, drawn_in, usual_reach
from ..handwork.shaped_together import shaped_together
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Seam, Side
from ..paper.sewn import Spot, distance_of, run_holding, sewn_length, spot_along, starts_at_end
from ..places.place import Place, on_edge
from ..units import Unit, format_length
from ..working import Sum, length
from .move import Example, Group, Move, Outcome, known, slot_field


class TakeInSeam(Move):
    """The fullness seen on the body is pinned out at one level and smoothed away above and below it: each side of each seam gives its share there, and
    runs back into its own line. Below nought it is let out."""

    group: ClassVar[Group] = "Shape"
    title: ClassVar[str] = "Take in a seam"
    key: ClassVar[str] = "k"
    sentence: ClassVar[str] = "{amount} altogether at {at} of the {piece}{alike}."
    synonyms: ClassVar[tuple[str, ...]] = ("let out a seam", "fit a seam", "pin out", "panel seam", "gore", "after trying on")
    example: ClassVar[Example | None] = Example(
        "skirt", {"piece": "skirt front", "at": {"edge": "side", "fraction": 0.3}, "amount": 4.0}
    )

    move: Literal["take_in_seam"]
    piece: str = slot_field("piece", "On which piece?", "piece", "Piece", max_length=80)
    at: Place = slot_field("at", "Where on its seam is it too wide?", "place", "Where")
    amount: float = slot_field(
        "amount", "How much in all, or, below nought, out?", "length", "In by, in all", ge=-20, le=20, unit="cm"
    )
    alike: tuple[str, ...] = slot_field(
        "alike", "Shared with which other seams?", "seams or edges", "Other seams", (), max_length=20
    )

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        word = "Take in" if self.amount >= 0 else "Let out"
        return {
            "amount": f"{word} {format_length(abs(self.amount), unit)}",
            "at": self.at.words(known(pattern, self.piece), unit),
            "piece": self.piece,
            "alike": f", shared with the {' and '.join(self.alike)}" if self.alike else "",
        }

    def keeps_girths(self) -> bool:
        """It is done to change them."""
        return False

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises BadPlace at ``at`` where no seam is; NoSuchName for a seam; MoveRefused where there is no room to run back into the line."""
        if self.amount == 0:
            raise MoveRefused("by nothing it stays as it is.", self.piece, "Say by how much.", "amount")
        piece = pattern.piece(self.piece)
        spot = on_edge(self.at, piece, pattern, "at")
        seam, share = self._seam_at(pattern, piece, spot)
        seams = [seam, *(pattern.seam(name) for name in dict.fromkeys(self.alike) if name != seam.name)]
        each = self.amount / len(seams)
        marked: dict[str, list[Spot]] = {}
        working = (
            [Sum("Each seam", length(abs(each)), f"{{}} / {len(seams)}", (length(abs(self.amount)),))] if len(seams) > 1 else []
        )
        for s in seams:
            sides = (s.a, s.b) if s.b else (s.a,)
            for name, at in (x for k, side in enumerate(sides) for x in _spots(pattern, s, side, k, share)):
                marked.setdefault(name, []).append(at)
        half = 0.5 * each
        reach = min(_room(pattern.piece(name), spot, half) for name, spots in marked.items() for spot in spots)
        done = shaped_together(pattern, list(marked), lambda p: _drawn(p, marked[p.name], half, reach), "Take in less.")
        working.append(Sum("Each side of a seam", length(abs(half)), "{} / 2", (length(abs(each)),)))
        times = sum(pattern.piece(name).cut.times_round * len(spots) for name, spots in marked.items())
        working.append(Sum("Round the body there", length(-half * times), f"{times} × {{}}", (length(-half),)))
        return Outcome(done.pattern, (*working, *done.working))

    def _seam_at(self, pattern: Pattern, piece: Piece, spot: Spot) -> tuple[Seam, float]:
        """The seam that the place lies on, and its share of the seam's first side."""
        edge = piece.outline[spot.edge]
        run = run_holding(piece, spot.edge)
        for name in pattern.seams_of(piece.name, edge.name):
            seam = pattern.seam(name)
            for k, side in enumerate((seam.a, seam.b)):
                done = 0.0
                for x in side:
                    own = sewn_length(pattern.piece(x.piece), x.edge, x.run)
                    if x.piece == piece.name and x.edge == edge.name and x.run == run:
                        along = distance_of(piece, spot)
                        along = own - along if starts_at_end(piece, x.edge, x.start, x.run) else along
                        stops = _stops(pattern, seam)
                        low = [s[k] for s in stops]
                        at = _between(low, [s[0] for s in stops], done + along)
                        return seam, at / pattern.side_length(seam.a)
                    done += own
        raise BadPlace(f"the {edge.name} is sewn to nothing there.", piece.name, "Choose a place on a seam.", "at")


def _stops(pattern: Pattern, seam: Seam) -> list[tuple[float, float]]:
    """Both sides' places of the seam's ends and notches, cm from its start."""
    whole = pattern.side_length(seam.a), pattern.side_length(seam.b) if seam.b else pattern.side_length(seam.a)
    notches = sorted((n.at_a, n.at_b if seam.b and n.at_b is not None else n.at_a) for n in pattern.notches_of(seam.name))
    return [(0.0, 0.0), *notches, whole]


def _between(of: list[float], to: list[float], x: float) -> float:
    for (a, b), (c, d) in zip(pairwise(of), pairwise(to), strict=True):
        if a - 1e-9 <= x <= b + 1e-9 and b > a:
            return c + (d - c) * (x - a) / (b - a)
    return to[-1]


def _spots(pattern: Pattern, seam: Seam, side: Side, k: int, share: float) -> list[tuple[str, Spot]]:
    """The place on one side of a seam that lies at a share of the whole."""
    stops = _stops(pattern, seam)
    left = _between([s[0] for s in stops], [s[k] for s in stops], share * pattern.side_length(seam.a))
    for x in side:
        piece = pattern.piece(x.piece)
        own = sewn_length(piece, x.edge, x.run)
        if left <= own + 1e-6 or x is side[-1]:
            return [(x.piece, spot_along(piece, x.edge, min(left, own), starts_at_end(piece, x.edge, x.start, x.run), x.run))]
        left -= own
    return []


def _room(piece: Piece, spot: Spot, amount: float) -> float:
    """cm over which this side can run back into its line: as far as is usual, or to the dart that interrupts it. All sides of the seam take the least of
    theirs, so that they stay alike. Raises MoveRefused where that, or the way to the edge's own end, would make a lump of it."""
    n, edge = len(piece.outline), piece.outline[spot.edge]
    reach = usual_reach(amount)
    for room, neighbour in ((spot.along, spot.edge - 1), (edge.length - spot.along, (spot.edge + 1) % n)):
        beside = piece.outline[neighbour]
        at_the_end = room < AT_END and not beside.is_sewn_shut
        if room < FLAT * abs(amount) and not at_the_end:
            what = f"the {beside.name}" if beside.is_sewn_shut else f"the end of the {edge.name}"
            raise MoveRefused(
                f"{what} is {room:.1f} cm away, and {abs(amount):.1f} cm needs {FLAT * abs(amount):.1f} cm to run back into the line.",
                piece.name,
                "Take in less, choose another place, or move the dart first."
                if beside.is_sewn_shut
                else "Take in less, or at the end itself.",
                "amount",
            )
        if beside.is_sewn_shut:
            reach = min(reach, room)
    return reach


def _drawn(piece: Piece, spots: list[Spot], amount: float, reach: float) -> Piece:
    """One piece drawn in at each of its places, square to its edge there; the later ones first, so that the numbers of the others stay."""
    for spot in sorted(spots, reverse=True):
        edge = piece.outline[spot.edge].path
        # The outline runs with the paper to its right.
        inward = edge.direction_at(spot.along) * 1j
        piece = drawn_in(piece, spot, inward, amount, "amount", reach)
    return piece
