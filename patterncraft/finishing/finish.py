"""Finish a pattern: what the scissors follow, what the needle follows, and every mark between."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import Final

from ..geometry.offset import Corner, offset_outline
from ..geometry.path import Path, chain, straight
from ..geometry.transform import Transform
from ..house import CornerKind, HouseRules, NotchKind
from ..paper.dart import Dart, darts_of
from ..paper.edge import Edge, EdgeKind
from ..paper.fold import lies_on_fold
from ..paper.lens import Lens
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Grain, Piece
from ..paper.stitching import stitched_legs
from ..tolerances import SNAP
from .dart_mouth import mouth_shape
from .grainline import grain_drawn
from .lines_marked import lines_marked
from .plan import Finishing

HALF_V: Final = 0.3
"""cm: half of a V notch's width at the cut line."""
TICK: Final = 0.4
"""cm: how far a notch is marked beyond the line of a net piece."""
AS_THE_HOUSE: Final = Finishing()


@dataclass(frozen=True, slots=True)
class SewEdge:
    """An edge of the sewing line (dart mouths shaped) with its allowance, cm."""

    name: str
    kind: EdgeKind
    path: Path
    allowance: float
    corners: CornerKind = "mitred"


@dataclass(frozen=True, slots=True)
class NotchCut:
    """A notch as a snip from the sewing line to the cut line. ``name`` says which notch."""

    name: str
    inner: complex
    outer: complex


@dataclass(frozen=True, slots=True)
class SewnDart:
    """What is marked of a dart: the stitching from mouth to point to mouth, its point, and the drill hole."""

    name: str
    stitching: Path
    point: complex
    drill: complex

    @property
    def mouth(self) -> tuple[complex, complex]:
        """Both ends of the stitching, in outline order."""
        return self.stitching.start, self.stitching.end


@dataclass(frozen=True, slots=True)
class FinishedPiece:
    """A piece ready to cut. ``cut_line`` is a closed polygon within 0.002 cm of the true parallel."""

    number: int
    name: str
    edges: tuple[SewEdge, ...]
    cut_line: tuple[complex, ...]
    notches: tuple[NotchCut, ...]
    darts: tuple[SewnDart, ...]
    lines: tuple[DrawnLine, ...]
    grain: Grain | None
    fold: Path | None
    label: tuple[str, ...]
    lenses: tuple[Lens, ...] = ()
    notch_kind: NotchKind = "slit"
    cut: CutPlan = field(default_factory=CutPlan)
    net: bool = False

    @property
    def sew_line(self) -> Path:
        """The outline as it is sewn, closed, cm."""
        return chain(e.path for e in self.edges)

    @property
    def snips(self) -> tuple[tuple[str, Path], ...]:
        """(name, stroke) of every notch as it is cut: a slit from cut line to sewing line, a V half-way; none where they are not cut."""
        if self.notch_kind == "none" and not self.net:
            return ()
        real = [n for n in self.notches if n.inner != n.outer]
        if self.notch_kind == "slit" or self.net:
            return tuple((n.name, straight(n.inner, n.outer)) for n in real)
        out = []
        for n in real:
            half = _unit(n.inner - n.outer) * 1j * HALF_V
            tip = (n.inner + n.outer) / 2
            out.append((n.name, Path(((n.outer - half, tip), (tip, n.outer + half)))))
        return tuple(out)

    def placed(self, by: Transform) -> FinishedPiece:
        """The same piece somewhere else: all that is cut, sewn and marked on it."""
        return replace(
            self,
            edges=tuple(replace(e, path=e.path.placed(by)) for e in self.edges),
            cut_line=tuple(by.point(z) for z in self.cut_line),
            notches=tuple(NotchCut(n.name, by.point(n.inner), by.point(n.outer)) for n in self.notches),
            darts=tuple(
                replace(d, stitching=d.stitching.placed(by), point=by.point(d.point), drill=by.point(d.drill)) for d in self.darts
            ),
            lines=tuple(replace(x, path=x.path.placed(by)) for x in self.lines),
            lenses=tuple(x.placed(by) for x in self.lenses),
            grain=replace(self.grain, start=by.point(self.grain.start), end=by.point(self.grain.end)) if self.grain else None,
            fold=self.fold.placed(by) if self.fold else None,
        )

    @property
    def box(self) -> tuple[float, float, float, float]:
        """(left, top, right, bottom) of the cut line, cm."""
        xs, ys = [z.real for z in self.cut_line], [z.imag for z in self.cut_line]
        return min(xs), min(ys), max(xs), max(ys)


def finish(pattern: Pattern, rules: HouseRules, title: str = "", plan: Finishing = AS_THE_HOUSE) -> tuple[FinishedPiece, ...]:
    """Every piece of the pattern, numbered in order, by the house rules and the style's own ``plan``. ``title`` heads the
    labels, a line for each part between " · "."""
    return tuple(_finished(i, p, _Given(p, rules, plan), pattern, title) for i, p in enumerate(pattern.pieces, 1))


def allowance_of(piece: str, edge: Edge, rules: HouseRules, plan: Finishing = AS_THE_HOUSE) -> float:
    """cm added to an edge as the house has it, or as the style wants it. A raw one is cut as it stands: a hem that was grown on, an allowance that is drawn
    already. (A sliver that waits to be trued is raw too, and lies in a seam.)"""
    return 0.0 if _is_cut_as_it_stands(edge, edge.kind) else plan.allowance(piece, edge.name, edge.kind, rules)


def _is_cut_as_it_stands(edge: Edge, kind: EdgeKind) -> bool:
    return kind == "raw" and not edge.is_sewn_shut


@dataclass(frozen=True, slots=True)
class _Given:
    """One piece with what the house and the style say of it."""

    piece: Piece
    rules: HouseRules
    plan: Finishing

    def allowance(self, edge: Edge, kind: EdgeKind) -> float:
        """cm outside an edge of the outline."""
        return 0.0 if _is_cut_as_it_stands(edge, kind) else self.at(edge.name, kind)

    def at(self, edge: str, kind: EdgeKind) -> float:
        """cm outside an edge by its name."""
        return self.plan.allowance(self.piece.name, edge, kind, self.rules)

    def sew_edges(self, darts: dict[int, Dart], on_fold: bool) -> list[SewEdge]:
        """The sewing line, edge by edge; a dart as the shape of its mouth, or as its legs where it is cut out."""
        out: list[SewEdge] = []
        name = self.piece.name
        for i, e in enumerate(self.piece.outline):
            if e.kind != "dart":
                kind: EdgeKind = "seam" if e.kind == "fold" and not on_fold else e.kind
                out.append(
                    SewEdge(e.name, kind, e.path, self.allowance(e, kind), self.plan.corners(name, e.name, kind, self.rules))
                )
            elif i in darts:
                dart = darts[i]
                own = self.plan.cut_out(name, dart, self.rules)
                if own is None or self.plan.is_net(name):
                    out.append(SewEdge(dart.mouth_edge, "seam", mouth_shape(self.piece, dart), self.at(dart.mouth_edge, "seam")))
                else:
                    into, back = stitched_legs(dart)
                    out += [SewEdge(dart.name, "dart", leg, own, "folded") for leg in (into, back.reversed())]
        return out


def _corners(edges: list[SewEdge]) -> dict[int, Corner]:
    """By the number of the segment that ends at it: every corner where an edge asks for more than a mitre. What folds goes before what is squared, a hem
    before a seam."""
    out: dict[int, Corner] = {}
    last = -1
    for n, e in enumerate(edges):
        last += len(e.path.segments)
        after = edges[(n + 1) % len(edges)]
        asked = [(x.corners, of, x.kind) for x, of in ((e, "before"), (after, "after")) if x.corners != "mitred" and x.allowance]
        # Where both fold, the hem is turned up last; of two seams the first.
        asked.sort(key=lambda a: (a[0] != "folded", a[2] != "hem"))
        # The legs of a dart that is cut out fold onto what lies beside them, never onto each other.
        # An edge runs on over the shaped mouth of a dart in it: that is no corner.
        if asked and {e.kind, after.kind} != {"dart"} and e.name != after.name:
            kind, of, _ = asked[0]
            out[last] = Corner("folded" if kind == "folded" else "squared", "before" if of == "before" else "after")
    return out


def _finished(number: int, piece: Piece, given: _Given, pattern: Pattern, title: str) -> FinishedPiece:
    rules, plan = given.rules, given.plan
    net = plan.is_net(piece.name)
    darts = {d.vertex: d for d in darts_of(piece)}
    edges = given.sew_edges(darts, lies_on_fold(piece))
    outline = [(s, e.allowance) for e in edges for s in e.path.segments]
    notches = _snips(pattern, given)
    for d in darts.values():
        # On along the stitching line: where the folded dart's legs meet the cut edge.
        beyond = TICK if net else given.at(d.mouth_edge, "seam")
        notches += [NotchCut(d.name, m, m + _unit(m - d.sewn_point) * beyond) for m in d.mouth]
    if not net:
        notches += [NotchCut(*marked) for marked in lines_marked(edges, piece.lines)]
    kinds = [e.kind for e in edges for _ in e.path.segments]
    cut_line = tuple(offset_outline(outline, corners=_corners(edges), folds=[i for i, k in enumerate(kinds) if k == "fold"]))
    if not net:
        notches = [NotchCut(x.name, x.inner, _reach(cut_line, x.inner, x.outer)) for x in notches]
    fold = next((e.path for e in edges if e.kind == "fold"), None)
    return FinishedPiece(
        number,
        piece.name,
        tuple(edges),
        cut_line,
        tuple(notches),
        tuple(_sewn(d, rules) for d in darts.values()),
        piece.lines,
        grain_drawn(piece),
        fold,
        _label(number, piece, title),
        piece.lenses,
        plan.notches(rules),
        piece.cut,
        net,
    )


def _unit(z: complex) -> complex:
    return z / (abs(z) or 1.0)


def _snips(pattern: Pattern, given: _Given) -> list[NotchCut]:
    """The seams' notches on a piece; a double one as two snips. They are run out to the cut line later."""
    piece, half = given.piece, given.rules.double_notch_gap / 2
    net = given.plan.is_net(piece.name)
    out = []
    for n, (index, along) in pattern.placed_notches(piece.name):
        edge = piece.outline[index]
        allowance = TICK if net else given.allowance(edge, edge.kind)
        for place in [along] if n.style == "single" else [along - half, along + half]:
            place = min(max(place, 0.0), edge.length)
            point = edge.path.at(place)
            out.append(NotchCut(n.name, point, point + _way_at(piece, index, place) * -1j * allowance))
    return out


def _way_at(piece: Piece, index: int, place: float) -> complex:
    """The way the outline runs at a place of an edge: half-way between both ways in a corner of the same seam (a panel's bust point), so that the snip
    belongs to neither part."""
    edge, n = piece.outline[index], len(piece.outline)
    way = edge.path.direction_at(place)
    if place > edge.length - SNAP and (after := piece.outline[(index + 1) % n]).name == edge.name:
        return _unit(way + after.path.start_direction)
    if place < SNAP and (before := piece.outline[index - 1]).name == edge.name:
        return _unit(way + before.path.end_direction)
    return way


def _reach(ring: tuple[complex, ...], inner: complex, outer: complex) -> complex:
    """Where the snip from ``inner`` through ``outer`` meets the cut line. Beside a shaped dart mouth
    that lies farther out than the edge's own allowance. ``outer`` itself where it meets nothing near."""
    along = outer - inner
    if along == 0:
        return outer
    best = outer
    nearest = float("inf")
    for a, b in zip(ring, ring[1:] + ring[:1], strict=True):
        ha, hb = (along.conjugate() * (a - inner)).imag, (along.conjugate() * (b - inner)).imag
        if ha * hb <= 0 and ha != hb:
            hit = a + (b - a) * ha / (ha - hb)
            s = (along.conjugate() * (hit - inner)).real / abs(along) ** 2
            if 0.5 < s < 4.0 and abs(s - 1) < nearest:
                best, nearest = hit, abs(s - 1)
    return best


def _sewn(dart: Dart, rules: HouseRules) -> SewnDart:
    along = dart.middle - dart.sewn_point
    hole = dart.sewn_point + _unit(along) * min(rules.drill_hole, abs(along))
    into, out = stitched_legs(dart)
    return SewnDart(dart.name, into.then(out.reversed()), dart.sewn_point, hole)


def cut_words(piece: Piece) -> str:
    """How a piece is cut from cloth: "cut 1 on the fold", "cut 2, a pair", "cut 6"."""
    cut = piece.cut
    if cut.on_fold and not lies_on_fold(piece):
        return "cut 2, a pair"
    return f"cut {cut.quantity} on the fold" if cut.on_fold else f"cut {cut.quantity}" + (", a pair" if cut.mirrored else "")


def _label(number: int, piece: Piece, title: str) -> tuple[str, ...]:
    fused = f" + {piece.cut.interfacing} interfacing" if piece.cut.interfacing else ""
    lines = (f"{number} {piece.name}", *title.split(" · "), f"{cut_words(piece)} · {piece.cut.cloth}{fused}")
    return tuple(x for x in lines if x)
