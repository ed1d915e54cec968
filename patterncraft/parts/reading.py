"""A seam of the style as a part finds it: the side that waits, walked from the front, and what lies along it."""

from __future__ import annotations

from collections.abc import Collection
from itertools import pairwise
from typing import Final, NamedTuple

from ..errors import MoveRefused, no_such
from ..house import edge_word
from ..paper.as_sewn import AsSewn, read_as_sewn
from ..paper.meeting import begins_at, turned_side
from ..paper.pattern import Pattern
from ..paper.piece import Piece
from ..paper.seam import Seam, Side, Stretch
from ..paper.sewn import neighbours, run_of, sewn_length, starts_at_end
from ..working import Sum, fine

STRIPS: Final = ("button stand", "wrap")
"""What grows on beside a centre: its end runs on from the neckline, and a collar goes over it."""


WORDS: Final = {"gather": "gathers", "pleat": "pleats", "ease": "ease"}


class Stop(NamedTuple):
    """A seam that a side crosses on its way: the name of the edge at which its sheets are joined there ("shoulder"), cm from the start."""

    name: str
    at: float


class Reading(NamedTuple):
    """A side of the style that waits for a part, as it is sewn: darts shut, gathers drawn up, pleats laid, ease eased in. ``side`` is walked from the
    front; ``lengths``: of its stretches, cm; ``laid``: where its places on the paper come to lie. Stops, lengths and all that a part reckons with are
    cm as sewn."""

    seam: Seam
    side: Side
    lengths: tuple[float, ...]
    stops: tuple[Stop, ...]
    laid: AsSewn

    @property
    def length(self) -> float:
        """cm as sewn."""
        return self.laid.length

    @property
    def fullness(self) -> tuple[Sum, ...]:
        """How the length as sewn comes about where the paper is longer."""
        if not self.laid.zones:
            return ()
        words = " and ".join(dict.fromkeys(WORDS[z.kind] for z in self.laid.zones))
        taken = self.laid.whole - self.laid.length
        label = f"The {self.seam.name} as sewn, its {words} taken up"
        return (Sum(label, fine(self.length), "{} − {}", (fine(self.laid.whole), fine(taken))),)


def read_over(pattern: Pattern, seam: Seam, side: Side) -> Reading:
    """A side as a part reads it; ``seam``: that it waits in, or will lie in."""
    laid = read_as_sewn(pattern, side)
    ends = [0.0]
    for s in side:
        ends.append(ends[-1] + sewn_length(pattern.piece(s.piece), s.edge, s.run))
    sewn = [laid.sewn(x) for x in ends]
    stops = tuple(s._replace(at=laid.sewn(s.at)) for s in stops_of(pattern, side))
    return Reading(seam, side, tuple(b - a for a, b in pairwise(sewn)), stops, laid)


def read_side(pattern: Pattern, edge: str, field: str, pieces: Collection[str] = ()) -> Reading:
    """The side of ``edge`` that waits for a part; ``pieces``: only of these.

    Raises MoveRefused where there is none, where it has its part already, or where several wait and it is not said which; NoSuchName for a piece.
    """
    for name in pieces:
        pattern.piece(name)
    of_edge = [s for s in pattern.seams if _is_of(s.a, edge, pieces) or (s.b and _is_of(s.b, edge, pieces))]
    waiting = [s for s in of_edge if not s.b and s.rule.kind == "hold"]
    shell = [s for s in waiting if all(pattern.piece(x.piece).cut.layer == "shell" for x in s.a)]
    found = shell or waiting
    if not found:
        raise _nothing(pattern, of_edge, edge, field)
    if len(found) > 1:
        listed = ", ".join(s.name for s in found)
        raise MoveRefused(f"several sides wait there: {listed}.", edge, "Name the pieces it is made for.", field)
    seam = found[0]
    side = turned_side(pattern, seam.a) if begins_at(seam.a) == "back" else seam.a
    return read_over(pattern, seam, side)


def _is_of(side: Side, edge: str, pieces: Collection[str]) -> bool:
    return all(edge_word(x.edge) == edge for x in side) and (not pieces or all(x.piece in pieces for x in side))


def _nothing(pattern: Pattern, of_edge: list[Seam], edge: str, field: str) -> MoveRefused:
    sewn = next((s for s in of_edge if s.b), None)
    if sewn is not None:
        # Whichever side is not of that edge, or, of two necklines, the later one, is the part.
        part = (sewn.b if _is_of(sewn.a, edge, ()) else sewn.a)[0].piece
        return MoveRefused(
            f"the {edge} has its part already: the {part}.", sewn.name, "Change that step, or put it away first.", field
        )
    if of_edge:
        return MoveRefused(
            f"the {edge} is free: it waits for nothing.", of_edge[0].name, "Sew its pieces together there first.", field
        )
    there = sorted({edge_word(e) for p in pattern.pieces for e in p.edge_names})
    error = no_such("edge", edge, there)
    return MoveRefused(error.message, "", error.cure, field)


def stops_of(pattern: Pattern, side: Side) -> tuple[Stop, ...]:
    """Where a side goes over from one sheet to the next, by the edge they are joined at. Where they are not sewn there the name is empty."""
    stops: list[Stop] = []
    done = 0.0
    for one, next_one in pairwise(side):
        done += sewn_length(pattern.piece(one.piece), one.edge, one.run)
        if one.piece == next_one.piece:
            stops.append(Stop("centre front" if "front" in one.piece.split() else "centre back", done))
            continue
        here, there = _beyond(pattern, one, at_end=True), _beyond(pattern, next_one, at_end=False)
        sewn = any(
            s.b and {(one.piece, here), (next_one.piece, there)} <= {(x.piece, x.edge) for x in s.a + s.b} for s in pattern.seams
        )
        stops.append(Stop(edge_word(here) if sewn else "", done))
    return tuple(stops)


def _beyond(pattern: Pattern, s: Stretch, at_end: bool) -> str:
    """The edge that a stretch meets at its end, or at its start, as walked."""
    piece = pattern.piece(s.piece)
    before, after = neighbours(piece, s.edge, s.run)
    return after if starts_at_end(piece, s.edge, s.start, s.run) != at_end else before


def strip_beside(pattern: Pattern, reading: Reading) -> Stretch | None:
    """The end of a button stand or a wrap that runs on from the start of a neckline, as a stretch walked toward it; None without one."""
    first = reading.side[0]
    piece = pattern.piece(first.piece)
    for name in piece.edge_names:
        if edge_word(name) == edge_word(first.edge) and name != first.edge and any(name.startswith(s) for s in STRIPS):
            ends = neighbours(piece, name)
            outer = ends[0] if ends[1] == first.edge else ends[1]
            return Stretch(piece.name, name, outer)
    return None


def without_strip(side: Side) -> tuple[Side, Side]:
    """A side without the end of a button stand before it, and that end (empty where there is none)."""
    k = next((i for i, s in enumerate(side) if not s.edge.startswith(STRIPS)), 0)
    return side[k:], side[:k]


def edges_of(pattern: Pattern, side: Side) -> list[tuple[Piece, int]]:
    """Every edge of the outlines that a side runs over, in order: its sheet and its number there."""
    found = []
    for s in side:
        piece = pattern.piece(s.piece)
        run = run_of(piece, s.edge, s.run)
        found += [(piece, i) for i in (run[::-1] if starts_at_end(piece, s.edge, s.start, s.run) else run)]
    return found


def measured(pattern: Pattern, side: Side) -> tuple[float, ...]:
    """What a part takes from a side, in cm that no swing of a sheet changes: its length as sewn first, then where it is taken up, then each segment's own
    distances and those from one to the next."""
    laid = read_as_sewn(pattern, side)
    out = [laid.length, *(x for z in laid.zones for x in (z.low, z.high, z.lost))]
    for piece, i in edges_of(pattern, side):
        last = 0j
        for seg in piece.outline[i].path.segments:
            out += [abs(z - seg[0]) for z in seg[1:]]
            out += [abs(z - seg[-1]) for z in seg[1:-1]]
            out.append(abs(seg[-1] - last) if last else 0.0)
            last = seg[0]
    return tuple(out)
