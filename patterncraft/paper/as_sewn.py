"""An edge as it is sewn: its gathers drawn up, its pleats laid, its ease eased in. (Darts are shut already: a dart's legs are no part of
an edge's length.)

There is one reading of it. Parts, girths, closures, checks and seams that take over older ones all ask here.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final, Literal, NamedTuple

from ..tolerances import SNAP
from .pattern import Pattern
from .seam import Notch, RuleKind, Seam, SeamRule, Side, Stretch
from .sewn import run_holding, run_of, sewn_length, starts_at_end

TAKES_UP: Final = ("gather", "pleat", "ease")
"""Kinds of rule by which a side is longer than it will be sewn."""
Which = Literal["a", "b"]


class Zone(NamedTuple):
    """A stretch of a side, ``low``–``high`` cm along it on the paper, of which ``lost`` cm are taken up in sewing; by what, and between which
    notches of its seam (or its "start" and "end")."""

    low: float
    high: float
    lost: float
    kind: RuleKind
    start: str = ""
    end: str = ""


@dataclass(frozen=True, slots=True)
class AsSewn:
    """A side's places on the paper against where they come to lie when it is sewn: ``zones`` in order, apart from each other; ``whole`` cm on the
    paper."""

    whole: float
    zones: tuple[Zone, ...] = ()

    @property
    def length(self) -> float:
        """cm as it is sewn."""
        return self.whole - sum(z.lost for z in self.zones)

    def sewn(self, at: float) -> float:
        """cm along the paper → cm along it as sewn."""
        return at - sum(z.lost * min(max((at - z.low) / (z.high - z.low), 0.0), 1.0) for z in self.zones)

    def flat(self, at: float) -> float:
        """cm along it as sewn → cm along the paper: the inverse of ``sewn``."""
        for z in self.zones:
            low, high = z.low, z.high - z.lost
            if at <= low:
                return at
            if at <= high:
                return low + (at - low) * (z.high - z.low) / (high - low) if high - low > SNAP else z.high
            at += z.lost
        return at

    @property
    def stops(self) -> tuple[float, ...]:
        """cm on the paper at which a zone begins or ends, with both ends of the side."""
        return tuple(dict.fromkeys((0.0, *(x for z in self.zones for x in (z.low, z.high)), self.whole)))


def zones_of(pattern: Pattern, seam: Seam, own: Which) -> list[Zone]:
    """What a seam's rules take up of one of its sides, in order along it. A rule whose notches are gone takes up nothing."""
    side = seam.a if own == "a" else seam.b
    if not side or not _is_taken_up(seam, own):
        return []
    whole = pattern.side_length(side)
    partner = _partner_length(pattern, seam, own)
    return _zones(seam, own, whole, partner, pattern.notches_of(seam.name))


def zones_along(seam: Seam, whole: float, notches: Sequence[Notch]) -> list[Zone]:
    """The same of the only side, ``whole`` cm long, of a seam that waits."""
    return _zones(seam, "a", whole, None, notches) if _is_taken_up(seam, "a") else []


def _is_taken_up(seam: Seam, own: Which) -> bool:
    return any(_takes(r, own) for r in (seam.rule, *(x.rule for x in seam.rules)))


def _takes(rule: SeamRule, own: Which) -> bool:
    return rule.longer == own and rule.kind in TAKES_UP


def _partner_length(pattern: Pattern, seam: Seam, own: Which) -> float | None:
    other = seam.b if own == "a" else seam.a
    return pattern.side_length(other) if other else None


def _zones(seam: Seam, own: Which, whole: float, partner: float | None, notches: Sequence[Notch]) -> list[Zone]:
    def places(n: Notch) -> tuple[float | None, float | None]:
        return (n.at_a, n.at_b) if own == "a" else (n.at_b, n.at_a)

    at = {n.name: places(n) for n in notches} | {"start": (0.0, 0.0), "end": (whole, partner)}
    found: list[Zone] = []
    ruled: list[tuple[float, float]] = []
    theirs = 0.0
    for r in seam.rules:
        (low, there), (high, beyond) = at.get(r.start, (None, None)), at.get(r.end, (None, None))
        if low is None or high is None or high - low < SNAP or any(low < b - SNAP and high > a + SNAP for a, b in ruled):
            continue
        ruled.append((low, high))
        width = None if partner is None or there is None or beyond is None else beyond - there
        theirs += width or 0.0
        if lost := lost_by(r.rule, own, high - low, width):
            found.append(Zone(low, high, lost, r.rule.kind, r.start, r.end))
    rest = [(low, high) for low, high in _between(ruled, whole) if high - low > SNAP]
    size = sum(high - low for low, high in rest)
    if size and (lost := lost_by(seam.rule, own, size, None if partner is None else max(partner - theirs, 0.0))):
        found += [Zone(low, high, lost * (high - low) / size, seam.rule.kind) for low, high in rest]
    return sorted(found)


def _between(ruled: list[tuple[float, float]], whole: float) -> Iterator[tuple[float, float]]:
    """The stretches of a side that no rule of a part of it covers."""
    at = 0.0
    for low, high in sorted(ruled):
        yield at, low
        at = max(at, high)
    yield at, whole


def lost_by(rule: SeamRule, own: Which, full: float, partner: float | None) -> float:
    """cm that ``full`` cm of a side lose by a rule. What is eased is what the partner is shorter by, ``partner`` cm, as far as the rule allows; without
    one, the most that is allowed."""
    if not _takes(rule, own):
        return 0.0
    if rule.kind != "ease":
        return full * (1 - 1 / rule.ratio)
    if rule.length:
        # Made for a side that is not on the table: how much is eased shows when it is.
        return 0.0
    wanted = rule.maximum if partner is None else min(max(full - partner, 0.0), rule.maximum)
    return min(wanted, full)


def read_as_sewn(pattern: Pattern, side: Side) -> AsSewn:
    """A chain of edges as it is sewn, by whatever seams its edges lie in. Of an edge that is sewn twice, as one with a trim, the seam that
    takes up more of it holds."""
    zones: list[Zone] = []
    whole = 0.0
    for s in side:
        size = sewn_length(pattern.piece(s.piece), s.edge, s.run)
        zones += [z._replace(low=z.low + whole, high=z.high + whole) for z in taken_up(pattern, s)]
        whole += size
    return AsSewn(whole, _joined(zones))


def _joined(zones: list[Zone]) -> tuple[Zone, ...]:
    """Zones of one rule that run on over a joint between two edges, as one."""
    found: list[Zone] = []
    for z in zones:
        last = found[-1] if found else None
        same = last is not None and (last.kind, last.start, last.end) == (z.kind, z.start, z.end) and abs(last.high - z.low) < SNAP
        if last is not None and same:
            found[-1] = last._replace(high=z.high, lost=last.lost + z.lost)
        else:
            found.append(z)
    return tuple(found)


def taken_up(pattern: Pattern, s: Stretch) -> list[Zone]:
    """What is taken up of one edge, cm along it as the stretch is walked. Zones that reach beyond it are cut off at its ends."""
    best: list[Zone] = []
    for seam in pattern.seams:
        if seam.rule.kind not in TAKES_UP and not seam.rules:
            continue
        sides: tuple[tuple[Which, Side], ...] = (("a", seam.a), ("b", seam.b))
        for own, side in sides:
            if not any((x.piece, x.edge, x.run) == (s.piece, s.edge, s.run) for x in side):
                continue
            found = _on_stretch(pattern, zones_of(pattern, seam, own), side, s)
            if sum(z.lost for z in found) > sum(z.lost for z in best):
                best = found
    return best


def _on_stretch(pattern: Pattern, zones: list[Zone], side: Side, s: Stretch) -> list[Zone]:
    done = 0.0
    for x in side if zones else ():
        piece = pattern.piece(x.piece)
        size = sewn_length(piece, x.edge, x.run)
        if (x.piece, x.edge, x.run) == (s.piece, s.edge, s.run):
            turned = starts_at_end(piece, x.edge, x.start, x.run) != starts_at_end(piece, s.edge, s.start, s.run)
            cut = [c for z in zones if (c := _cut(z, done, size)) is not None]
            if not turned:
                return cut
            return [Zone(size - z.high, size - z.low, z.lost, z.kind, z.end, z.start) for z in reversed(cut)]
        done += size
    return []


def _cut(z: Zone, done: float, size: float) -> Zone | None:
    """As much of a zone as lies on the stretch that begins ``done`` cm along the side and is ``size`` cm long."""
    low, high = max(z.low - done, 0.0), min(z.high - done, size)
    if high - low < SNAP:
        return None
    return z._replace(low=low, high=high, lost=z.lost * (high - low) / (z.high - z.low))


def edge_as_sewn(pattern: Pattern, piece: str, edge: str) -> float:
    """cm of all of an edge as it is sewn, over all the runs in which it lies."""
    sheet = pattern.piece(piece)
    runs = dict.fromkeys(run_holding(sheet, i) for i in run_of(sheet, edge))
    return sum(
        sewn_length(sheet, edge, run) - sum(z.lost for z in taken_up(pattern, Stretch(piece, edge, "", run))) for run in runs
    )
