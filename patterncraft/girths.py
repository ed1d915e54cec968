"""Girths: what a garment comes to round the body at a level, measured on the paper of all pieces that are sewn there.

The one place that says it. Checks, run tables, comparisons and parts ask here.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from itertools import pairwise
from typing import Final, NamedTuple

from .by_identity import ByIdentity
from .house import edge_word
from .paper.as_sewn import edge_as_sewn
from .paper.level import STRIPS, Level, between, level_names, level_on, level_through
from .paper.pattern import Pattern
from .paper.piece import Piece
from .paper.sewn import Spot, distance_of, neighbours, point_of, run_holding, runs_of, sewn_length, starts_at_end

FREE_EDGES: Final = ("waist", "hem")
"""Edges that go round the body, or round a skirt's lower end."""
ARMHOLE: Final = ("armhole", "raglan")
ROUND: Final = (*ARMHOLE, "cap", "neckline", "waist", "hem")
"""Edges that go round the body or a limb: no level runs on over what is sewn to them."""
CORNER: Final = 0.05
"""cm from a corner within which a level meets both its edges."""
LOWERED: Final = 15.0
"""cm by which an underarm lies below its level at most."""
LIMB: Final = ("cap", "underarm", "inside leg", "sleeve hem")
"""Last words of edges that only a sleeve or a leg has."""


@dataclass(frozen=True, slots=True)
class RoundGirth:
    """A line or edge and the pieces that carry it round; ``length`` in cm, all round, as it is sewn."""

    name: str
    pieces: tuple[str, ...]
    length: float


def girths(pattern: Pattern) -> tuple[RoundGirth, ...]:
    """Every level, waist and hem that goes round the body in this pattern: over several pieces of its own cloth that are sewn to each other there, or over
    one that is cut more than twice, as a gore. What goes round an arm is not told, nor what does not come round: a level that a piece between has not,
    or a line down the grain."""
    return _girths(pattern)


def round_the_body(pattern: Pattern) -> Mapping[str, float]:
    """cm round the body by the name of the level or edge. Of several of one name (the hems of body and sleeves go apart), the first."""
    return _by_name(pattern)


def _found(pattern: Pattern) -> tuple[RoundGirth, ...]:
    body = [p for p in pattern.pieces if p.cut.cloth == "shell"]
    found: list[RoundGirth] = []
    for name in dict.fromkeys(name for p in body for name in level_names(p)):
        found += _at_level(pattern, body, name)
    for name in FREE_EDGES:
        found += _along_edge(pattern, [p for p in body if name in p.edge_names and len(runs_of(p, name)) == 1], name)
    return tuple(g for g in found if len(g.pieces) > 1 or pattern.piece(g.pieces[0]).cut.times_round > 2)


_girths = ByIdentity(_found, 512)


def _named(pattern: Pattern) -> Mapping[str, float]:
    found: dict[str, float] = {}
    for g in girths(pattern):
        found.setdefault(g.name, g.length)
    return found


_by_name = ByIdentity(_named, 512)


# ---- levels


class _End(NamedTuple):
    """Where a level of a piece ends, and what it meets there: the body's centre, nothing that is sewn yet, a place on another piece (its name and point), or
    (``away``) an armhole, where the body is not closed."""

    centre: bool
    partner: str = ""
    at: complex = 0j
    away: bool = False


def _at_level(pattern: Pattern, body: list[Piece], name: str) -> Iterator[RoundGirth]:
    widths: dict[str, float] = {}
    ends: dict[str, list[_End]] = {}
    for p in body:
        level = _closed_level(p, name)
        if level is not None:
            widths[p.name] = level.length
            ends[p.name] = [_end(pattern, p, s) for s in level.ends]
    if not widths:
        return
    for between_name, width in _pieces_between(pattern, ends):
        widths[between_name], ends[between_name] = width, []
    for group in _groups(widths, ends):
        own = [e for n in group for e in ends[n]]
        comes_round = not any(e.away or (e.partner and e.partner not in widths) for e in own)
        limb = not any(e.centre for e in own) and any(_is_limb(pattern.piece(n)) for n in group)
        if comes_round and not limb:
            names = tuple(p.name for p in body if p.name in group)
            yield RoundGirth(name, names, sum(pattern.piece(n).cut.times_round * widths[n] for n in names))


def _closed_level(piece: Piece, name: str) -> Level | None:
    """The level of a line; where an armhole was lowered past it, the level at which the garment is closed below it: through the underarm."""
    level = level_on(piece, name)
    if level is None:
        return None
    for spot, stroke in zip(level.ends, (level.strokes[0], level.strokes[-1]), strict=True):
        at = point_of(piece, spot)
        if all(edge_word(piece.outline[s.edge].name) in ARMHOLE for s in _readings(piece, spot)):
            corners = [z for z in _underarms(piece) if abs(z - at) < LOWERED]
            if corners:
                way = (stroke.b - stroke.a) / abs(stroke.b - stroke.a)
                return level_through(piece, min(corners, key=lambda z: abs(z - at)), way) or level
    return level


def _underarms(piece: Piece) -> list[complex]:
    """Where the armhole meets the side."""
    edges = [e for e in piece.outline if not e.is_sewn_shut]
    around = zip(edges, [*edges[1:], edges[0]], strict=True)
    return [
        a.path.end
        for a, b in around
        if {edge_word(a.name) in ARMHOLE, edge_word(b.name) in ARMHOLE} == {True, False}
        and "shoulder" not in (edge_word(a.name), edge_word(b.name))
    ]


def _readings(piece: Piece, spot: Spot) -> list[Spot]:
    """A place of the outline on each of the edges that it belongs to: at a corner there are two."""
    found, n = [spot], len(piece.outline)
    if spot.along < CORNER:
        k = (spot.edge - 1) % n
        found.append(Spot(k, piece.outline[k].length))
    if spot.along > piece.outline[spot.edge].length - CORNER:
        found.append(Spot((spot.edge + 1) % n, 0.0))
    return [s for s in found if not piece.outline[s.edge].is_sewn_shut]


def _end(pattern: Pattern, piece: Piece, spot: Spot) -> _End:
    spots = _readings(piece, spot)
    edges = [piece.outline[s.edge] for s in spots]
    if any(e.is_centre or e.kind == "opening" or e.name.startswith(STRIPS) for e in edges):
        return _End(True)
    down = [s for s, e in zip(spots, edges, strict=True) if edge_word(e.name) not in ROUND]
    met = next((m for s in down if (m := sewn_to(pattern, piece, s)) is not None), None)
    # Where it leaves the piece over an edge that itself goes round (an armhole, a neckline), the body is not closed there.
    return _End(False, *met) if met else _End(False, away=not down)


def sewn_to(pattern: Pattern, piece: Piece, spot: Spot) -> tuple[str, complex] | None:
    """The piece and the place on it that a spot of an edge is sewn to; None where it is sewn to nothing. Of an edge in several seams (with its facing), the
    first that joins it to cloth of the body."""
    name, run = piece.outline[spot.edge].name, run_holding(piece, spot.edge)
    for seam in pattern.seams:
        for own, other, first in ((seam.a, seam.b, True), (seam.b, seam.a, False)):
            if not other:
                continue
            done = 0.0
            for s in own:
                sheet = pattern.piece(s.piece)
                size = sewn_length(sheet, s.edge, s.run)
                if (s.piece, s.edge, s.run) == (piece.name, name, run):
                    along = distance_of(piece, spot)
                    at = done + (size - along if starts_at_end(sheet, s.edge, s.start, s.run) else along)
                    stops = [(0.0, 0.0), *((n.at_a, n.at_b) for n in pattern.notches_of(seam.name) if n.at_b is not None)]
                    stops.append((pattern.side_length(seam.a), pattern.side_length(seam.b)))
                    there = _across([x if first else x[::-1] for x in stops], at)
                    place = pattern.on_side(other, there)
                    if place.piece.cut.cloth == "shell":
                        return place.piece.name, point_of(place.piece, place.spot)
                done += size
    return None


def _across(stops: list[tuple[float, float]], at: float) -> float:
    for (x0, y0), (x1, y1) in pairwise(stops):
        if at <= x1 and x1 > x0:
            return y0 + (y1 - y0) * (at - x0) / (x1 - x0)
    return stops[-1][1]


def _pieces_between(pattern: Pattern, ends: Mapping[str, list[_End]]) -> Iterator[tuple[str, float]]:
    """Pieces without the line that the level comes to from both sides, as a side panel drawn anew: how wide they are from one place to the other."""
    met: dict[str, list[complex]] = {}
    for own in ends.values():
        for e in own:
            if e.partner and e.partner not in ends:
                met.setdefault(e.partner, []).append(e.at)
    for name, places in met.items():
        if len(places) == 2 and (width := between(pattern.piece(name), *places)) > 0.0:
            yield name, width


def _groups(widths: Mapping[str, float], ends: Mapping[str, list[_End]]) -> list[set[str]]:
    """Pieces that the level runs on over; those that it leaves where nothing is sewn yet belong together, as they will be sewn."""
    loose = [n for n, own in ends.items() if any(not (e.centre or e.partner or e.away) for e in own)]
    links = [(n, e.partner) for n, own in ends.items() for e in own if e.partner in widths]
    links += [(loose[0], n) for n in loose[1:]]
    groups: list[set[str]] = []
    for name in widths:
        joined = {name} | {b if a == name else a for a, b in links if name in (a, b)}
        touching = [g for g in groups if g & joined]
        groups = [g for g in groups if g not in touching] + [joined.union(*touching)]
    return groups


def _is_limb(piece: Piece) -> bool:
    return "sleeve" in piece.name.split() or any(e.endswith(LIMB) for e in piece.edge_names)


# ---- edges


def _along_edge(pattern: Pattern, parts: list[Piece], edge: str) -> Iterator[RoundGirth]:
    """A waist or hem of the pieces in groups that are sewn to each other right beside it: a skirt's hem is one, the sleeves' another."""
    left = list(parts)
    while left:
        group = [left.pop(0)]
        for one in group:
            own = _beside(pattern, one, edge)
            joined = [p for p in left if own & _beside(pattern, p, edge)]
            group += joined
            left = [p for p in left if p not in joined]
        names = tuple(p.name for p in group)
        yield RoundGirth(edge, names, sum(p.cut.times_round * edge_as_sewn(pattern, p.name, edge) for p in group))


def _beside(pattern: Pattern, piece: Piece, edge: str) -> set[str]:
    """Names of the seams that begin where the edge ends."""
    return {seam for name in neighbours(piece, edge) for seam in pattern.seams_of(piece.name, name)}
