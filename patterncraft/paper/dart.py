"""Darts, read off the outline: two consecutive edges of kind ``dart`` that meet at the pivot."""

from __future__ import annotations

import cmath
import itertools
from collections.abc import Collection
from dataclasses import dataclass, replace
from math import sin

from ..errors import NoSuchName, no_such
from .edge import Edge
from .piece import DartRule, Piece


@dataclass(frozen=True, slots=True)
class Dart:
    """A dart as it stands. ``vertex`` is the corner of the outline at the pivot: the edge before it
    is the leg walked in, the edge at it the leg walked out."""

    rule: DartRule
    vertex: int
    leg_in: Edge
    leg_out: Edge
    mouth_edge: str

    @property
    def name(self) -> str:
        """As it is promised, unique on its piece."""
        return self.rule.name

    @property
    def pivot(self) -> complex:
        """Where both legs meet, cm."""
        return self.leg_out.path.start

    @property
    def mouth(self) -> tuple[complex, complex]:
        """Both mouth points in outline order."""
        return self.leg_in.path.start, self.leg_out.path.end

    @property
    def intake(self) -> float:
        """Chord across the mouth, cm."""
        return abs(self.mouth[1] - self.mouth[0])

    @property
    def angle(self) -> float:
        """Radians (paper axes) that swing the leg in onto the leg out; closes the dart. |angle| < π."""
        a, b = self.mouth
        return cmath.phase((b - self.pivot) / (a - self.pivot))

    @property
    def depth(self) -> float:
        """Pivot to the middle of the mouth, cm."""
        return abs(self.middle - self.pivot)

    @property
    def middle(self) -> complex:
        """Half-way across the mouth, cm."""
        return 0.5 * (self.mouth[0] + self.mouth[1])

    @property
    def sewn_point(self) -> complex:
        """Where the stitching ends: set back from the pivot along the dart's middle."""
        if self.depth == 0.0:
            return self.pivot
        return self.pivot + (self.middle - self.pivot) / self.depth * min(self.rule.set_back, self.depth)


def darts_of(piece: Piece) -> list[Dart]:
    """All darts in outline order."""
    if not piece.darts:
        return []
    rules = {r.name: r for r in piece.darts}
    found = []
    n = len(piece.outline)
    for i, leg in enumerate(piece.outline):
        before = piece.outline[i - 1]
        if leg.kind == before.kind == "dart" and leg.name == before.name and leg.name in rules:
            found.append(Dart(rules[leg.name], i % n, before, leg, _mouth_edge(piece, i, leg.name)))
    return found


def find_dart(piece: Piece, name: str) -> Dart:
    """The dart of that name. Raises NoSuchName listing those there are."""
    darts = darts_of(piece)
    for d in darts:
        if d.name == name:
            return d
    if not darts:
        raise NoSuchName("this piece has no dart left.", piece.name, "Choose a piece that has one.", "dart")
    raise replace(no_such("dart", name, [d.name for d in darts], piece.name), field="dart")


def _mouth_edge(piece: Piece, vertex: int, dart_name: str) -> str:
    n = len(piece.outline)
    before, after = piece.outline[vertex - 2], piece.outline[(vertex + 1) % n]
    if before.name != after.name and dart_name.startswith(before.name):
        return before.name
    return after.name if not after.is_sewn_shut else before.name


def chord(radius: float, angle: float) -> float:
    """2·r·sin(θ/2): the mouth's chord at distance ``radius`` cm from the pivot; angle in radians."""
    return 2.0 * radius * sin(abs(angle) / 2.0)


def renamed(piece: Piece) -> Piece:
    """Darts called after the edge their mouth is on; several on one edge are numbered from the
    centre outward (else in outline order). Names that a person chose stay."""
    darts = darts_of(piece)
    groups: dict[str, list[Dart]] = {}
    chosen = {d.name for d in darts if d.rule.named} | {x.name for x in piece.lenses}
    for d in darts:
        if not d.rule.named:
            groups.setdefault(d.mouth_edge, []).append(d)
    names: dict[str, str] = {d.name: d.name for d in darts}
    for edge, members in groups.items():
        members = _as_they_lie(piece, members)
        if _runs_toward_centre(piece, edge):
            members = members[::-1]
        for d, name in zip(members, _free_names(edge, len(members), chosen), strict=True):
            names[d.name] = name
    if len(darts) == len(piece.darts) and all(old == new for old, new in names.items()):
        return piece
    outline = tuple(Edge(names.get(e.name, e.name), "dart", e.path, e.cut) if e.kind == "dart" else e for e in piece.outline)
    rules = tuple(replace(d.rule, name=names[d.name]) for d in darts)
    return replace(piece, outline=outline, darts=rules)


def _free_names(edge: str, count: int, taken: Collection[str]) -> list[str]:
    """What so many darts of an edge are called; a name that a person gave to another dart is passed over."""
    if count == 1 and f"{edge} dart" not in taken:
        return [f"{edge} dart"]
    free = (name for k in itertools.count(1) if (name := f"{edge} dart {k}") not in taken)
    return list(itertools.islice(free, count))


def _as_they_lie(piece: Piece, darts: list[Dart]) -> list[Dart]:
    """Darts of one edge in the order in which the edge is walked, wherever the outline is counted from: after a gap in which it
    does not run on."""
    if len(darts) < 2:
        return darts
    n = len(piece.outline)
    edge = darts[0].mouth_edge
    own = {edge, *(d.name for d in darts)}
    start = next((i for i in range(n) if piece.outline[i].name in own and piece.outline[i - 1].name not in own), 0)
    return sorted(darts, key=lambda d: (d.vertex - start) % n)


def _runs_toward_centre(piece: Piece, edge: str) -> bool:
    n = len(piece.outline)
    first = next(i for i, e in enumerate(piece.outline) if e.name == edge)
    onward = (piece.outline[(first + k) % n] for k in range(1, n))
    after = next((x for x in onward if x.name != edge and not x.is_sewn_shut), piece.outline[first])
    return after.name.startswith("centre")
