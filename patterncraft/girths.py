"""Girths: what a garment comes to round the body at a level, measured on the paper of all pieces that are sewn there.

The one place that says it. Checks, run tables, comparisons and parts ask here.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from functools import partial
from itertools import pairwise
from typing import Final, NamedTuple

from .by_identity import ByIdentity
from .geometry.intersect import line_meeting
from .house import edge_word
from .paper.as_sewn import edge_as_sewn
from .paper.edge import Edge
from .paper.lens import Lens
from .paper.level import STRIPS, Level, between, level_names, level_on
from .paper.pattern import Pattern, SidePlace
from .paper.piece import CutPlan, DrawnLine, Grain, Piece
from .paper.seam import Seam, Side
from .paper.sewn import Spot, distance_of, neighbours, point_of, run_holding, runs_of, sewn_length, starts_at_end

FREE_EDGES: Final = ("waist", "hem")
"""Edges that go round the body, or round a skirt's lower end."""
ARMHOLE: Final = ("armhole", "raglan")
ROUND: Final = (*ARMHOLE, "cap", "neckline", "waist", "hem")
"""Edges that go round the body or a limb: no level runs on over what is sewn to them."""
CORNER: Final = 0.05
"""cm from a corner within which a level meets both its edges."""
LOWERED: Final = 15.0
"""cm from where a level leaves by an armhole to where the side, run on, meets it, at most."""
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


def by_name(pattern: Pattern) -> Mapping[str, RoundGirth]:
    """Girths by the name of the level or edge. Of several of one name (the hems of body and sleeves go apart), the first."""
    return _by_name(pattern)


def round_the_body(pattern: Pattern) -> Mapping[str, float]:
    """cm round the body by name."""
    return {name: g.length for name, g in _by_name(pattern).items()}


def _found(pattern: Pattern) -> tuple[RoundGirth, ...]:
    body = [p for p in pattern.pieces if p.cut.layer == "shell"]
    sewn = _Sewn(pattern)
    own = {p.name: _levels_of(p) for p in body}
    found: list[RoundGirth] = []
    for name in dict.fromkeys(name for levels in own.values() for name in levels):
        found += _at_level(sewn, body, name, {p: levels[name] for p, levels in own.items() if name in levels})
    for name in FREE_EDGES:
        found += _along_edge(sewn, [p for p in body if name in p.edge_names and len(runs_of(p, name)) == 1], name)
    return tuple(g for g in found if len(g.pieces) > 1 or pattern.piece(g.pieces[0]).cut.times_round > 2)


def _looked_at(pattern: Pattern) -> tuple[object, ...]:
    """All that a girth depends on: most steps leave most of it as it is."""
    sheets = [x for p in pattern.pieces for x in (p.name, p.outline, p.lines, p.lenses, p.grain, p.cut)]
    return (*sheets, *pattern.seams, *pattern.notches)


_girths = ByIdentity(_found, 512, seen=_looked_at)


def _named(pattern: Pattern) -> Mapping[str, RoundGirth]:
    found: dict[str, RoundGirth] = {}
    for g in girths(pattern):
        found.setdefault(g.name, g)
    return found


_by_name = ByIdentity(_named, 512, seen=_looked_at)


class _Sewn:
    """What is sewn to what, looked up once for a pattern."""

    def __init__(self, pattern: Pattern) -> None:
        self.pattern = pattern
        self.layer = {p.name: p.cut.layer for p in pattern.pieces}
        self._seams: dict[tuple[str, str], list[tuple[Seam, Side, Side, bool]]] = {}
        for seam in pattern.seams:
            for own, other, first in ((seam.a, seam.b, True), (seam.b, seam.a, False)):
                for s in own:
                    self._seams.setdefault((s.piece, s.edge), []).append((seam, own, other, first))

    def names(self, piece: str, edge: str) -> set[str]:
        """Names of the seams of an edge."""
        return {seam.name for seam, *_ in self._seams.get((piece, edge), ())}

    def partner(self, piece: Piece, spot: Spot) -> _End | None:
        """What of the body's cloth a spot of an edge is sewn to; None where it is sewn to nothing."""
        edge = piece.outline[spot.edge].name
        for seam, own, other, first in self._seams.get((piece.name, edge), ()):
            names = {s.piece for s in other}
            if len(names) == 1 and self.layer[(name := other[0].piece)] == "shell":
                return _End(False, name, partial(self._met, seam, own, other, first, piece, spot))
            place = self._met(seam, own, other, first, piece, spot) if names else None
            if place is not None and self.layer[place.piece.name] == "shell":
                return _End(False, place.piece.name, partial(SidePlace, *place))
        return None

    def _met(self, seam: Seam, own: Side, other: Side, first: bool, piece: Piece, spot: Spot) -> SidePlace | None:
        """The place on the other side that a spot is sewn to: between the notches in proportion."""
        pattern, done = self.pattern, 0.0
        name, run = piece.outline[spot.edge].name, run_holding(piece, spot.edge)
        for s in own:
            sheet = pattern.piece(s.piece)
            size = sewn_length(sheet, s.edge, s.run)
            if (s.piece, s.edge, s.run) == (piece.name, name, run):
                along = distance_of(piece, spot)
                at = done + (size - along if starts_at_end(sheet, s.edge, s.start, s.run) else along)
                stops = [(0.0, 0.0), *(n.pair for n in pattern.notches_of(seam.name) if n.pair)]
                stops.append((pattern.side_length(seam.a), pattern.side_length(seam.b)))
                return pattern.on_side(other, _across([x if first else x[::-1] for x in stops], at))
            done += size
        return None


# ---- levels


class _End(NamedTuple):
    """Where a level of a piece ends, and what it meets there: the body's centre, nothing that is sewn yet, another piece by name (``met`` tells the place
    on it), or (``away``) an armhole, where the body is not closed."""

    centre: bool
    partner: str = ""
    met: Callable[[], SidePlace | None] = lambda: None
    away: bool = False


class _OwnEnd(NamedTuple):
    """As much of it as the piece alone tells: at a centre, or at these spots of edges that do not go round."""

    centre: bool
    spots: tuple[Spot, ...]


class _Own(NamedTuple):
    length: float
    ends: tuple[_OwnEnd, ...]


def _levels_of(piece: Piece) -> Mapping[str, _Own]:
    return _own_levels(piece.outline, piece.lines, piece.lenses, piece.grain, piece.cut)


def _all_own(
    outline: tuple[Edge, ...], lines: tuple[DrawnLine, ...], lenses: tuple[Lens, ...], grain: Grain | None, cut: CutPlan
) -> Mapping[str, _Own]:
    piece = Piece("", outline, lines=lines, lenses=lenses, grain=grain, cut=cut)
    found: dict[str, _Own] = {}
    for name in level_names(piece):
        level = _closed_level(piece, name)
        if level is not None:
            found[name] = _Own(level.length, tuple(_own_end(piece, s) for s in level.ends))
    return found


_own_levels = ByIdentity(_all_own, 1024)


def _own_end(piece: Piece, spot: Spot) -> _OwnEnd:
    spots = _readings(piece, spot)
    edges = [piece.outline[s.edge] for s in spots]
    centre = any(e.is_centre or e.kind == "opening" or e.name.startswith(STRIPS) for e in edges)
    return _OwnEnd(centre, tuple(s for s, e in zip(spots, edges, strict=True) if edge_word(e.name) not in ROUND))


def _at_level(sewn: _Sewn, body: list[Piece], name: str, own: Mapping[str, _Own]) -> Iterator[RoundGirth]:
    pieces = {p.name: p for p in body}
    widths = {n: level.length for n, level in own.items()}
    ends = {n: [_end(sewn, pieces[n], e) for e in level.ends] for n, level in own.items()}
    for between_name, width in _pieces_between(pieces, ends):
        widths[between_name], ends[between_name] = width, []
    for group in _groups(widths, ends):
        all_ends = [e for n in group for e in ends[n]]
        comes_round = not any(e.away or (e.partner and e.partner not in widths) for e in all_ends)
        limb = not any(e.centre for e in all_ends) and any(_is_limb(pieces[n]) for n in group)
        if comes_round and not limb:
            names = tuple(n for n in pieces if n in group)
            yield RoundGirth(name, names, sum(pieces[n].cut.times_round * widths[n] for n in names))


def _end(sewn: _Sewn, piece: Piece, own: _OwnEnd) -> _End:
    if own.centre:
        return _End(True)
    met = next((m for s in own.spots if (m := sewn.partner(piece, s)) is not None), None)
    # Where it leaves the piece over an edge that itself goes round (an armhole, a neckline), the body is not closed there.
    return met or _End(False, away=not own.spots)


class _Underarm(NamedTuple):
    """Where an armhole meets a side: the place, the unit vector up the side run on past it, and the side's spot there."""

    at: complex
    up: complex
    spot: Spot


def _closed_level(piece: Piece, name: str) -> Level | None:
    """The level of a line; where an armhole was lowered past it, with the side run on straight up to it: so far the garment would go round there, were the
    armhole where it was."""
    level = level_on(piece, name)
    if level is None:
        return None
    length, ends = level.length, list(level.ends)
    for k, stroke in ((0, level.strokes[0]), (1, level.strokes[-1])):
        at = (stroke.a, stroke.b)[k]
        if any(edge_word(piece.outline[s.edge].name) not in ARMHOLE for s in _readings(piece, level.ends[k])):
            continue
        way = (stroke.b - stroke.a) / abs(stroke.b - stroke.a) * (1 if k else -1)
        met = [(u, m) for u in _underarms(piece) if (m := line_meeting(at, way, u.at, u.up)) is not None and abs(m - at) < LOWERED]
        if met:
            under, meets = min(met, key=lambda x: abs(x[1] - at))
            length += ((meets - at) * way.conjugate()).real
            ends[k] = under.spot
    return level._replace(length=length, ends=(ends[0], ends[1]))


def _underarms(piece: Piece) -> list[_Underarm]:
    found = []
    n = len(piece.outline)
    sewn = [k for k in range(n) if not piece.outline[k].is_sewn_shut]
    for i, j in zip(sewn, [*sewn[1:], *sewn[:1]], strict=True):
        one, other = piece.outline[i], piece.outline[j]
        words = edge_word(one.name), edge_word(other.name)
        if "shoulder" in words or (words[0] in ARMHOLE) == (words[1] in ARMHOLE):
            continue
        if words[0] in ARMHOLE:
            found.append(_Underarm(other.path.start, -other.path.start_direction, Spot(j, 0.0)))
        else:
            found.append(_Underarm(one.path.end, one.path.end_direction, Spot(i, one.length)))
    return found


def _readings(piece: Piece, spot: Spot) -> list[Spot]:
    """A place of the outline on each of the edges that it belongs to: at a corner there are two."""
    found, n = [spot], len(piece.outline)
    if spot.along < CORNER:
        k = (spot.edge - 1) % n
        found.append(Spot(k, piece.outline[k].length))
    if spot.along > piece.outline[spot.edge].length - CORNER:
        found.append(Spot((spot.edge + 1) % n, 0.0))
    return [s for s in found if not piece.outline[s.edge].is_sewn_shut]


def _across(stops: list[tuple[float, float]], at: float) -> float:
    for (x0, y0), (x1, y1) in pairwise(stops):
        if at <= x1 and x1 > x0:
            return y0 + (y1 - y0) * (at - x0) / (x1 - x0)
    return stops[-1][1]


def _pieces_between(pieces: Mapping[str, Piece], ends: Mapping[str, list[_End]]) -> Iterator[tuple[str, float]]:
    """Pieces without the line that the level comes to from both sides, as a side panel drawn anew: how wide they are from one place to the other."""
    met: dict[str, list[complex]] = {}
    for own in ends.values():
        for e in own:
            if e.partner and e.partner not in ends and (place := e.met()) is not None:
                met.setdefault(e.partner, []).append(point_of(*place))
    for name, places in met.items():
        if len(places) == 2 and (width := between(pieces[name], *places)) > 0.0:
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


def _along_edge(sewn: _Sewn, parts: list[Piece], edge: str) -> Iterator[RoundGirth]:
    """A waist or hem of the pieces in groups that are sewn to each other right beside it: a skirt's hem is one, the sleeves' another."""
    beside = {p.name: {seam for name in neighbours(p, edge) for seam in sewn.names(p.name, name)} for p in parts}
    left = list(parts)
    while left:
        group = [left.pop(0)]
        for one in group:
            joined = [p for p in left if beside[one.name] & beside[p.name]]
            group += joined
            left = [p for p in left if p not in joined]
        names = tuple(p.name for p in group)
        yield RoundGirth(edge, names, sum(p.cut.times_round * edge_as_sewn(sewn.pattern, p.name, edge) for p in group))
