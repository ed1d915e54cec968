"""One outline of a drawing as a piece: corners and names, the allowance off, darts cut in, grain upright, marks and lines on it."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise
from typing import Final

from ..errors import BadFile
from ..geometry.intersect import line_crossings
from ..geometry.path import Path, straight
from ..geometry.region import contains
from ..geometry.transform import Transform, slide, turn_over
from ..paper.edge import Edge, EdgeKind
from ..paper.nearest import nearest_on
from ..paper.piece import CutPlan, DartRule, DrawnLine, Grain, Mark, Piece
from ..tolerances import CLOSE, HUGE, SNAP
from .allowance_off import Run, taken_off
from .outlines import CORNER, SMOOTH, Outline, turns_of
from .plan import GLOSSARY, DartPlan, PiecePlan

OFF: Final = 3.0
"""cm by which a place that is meant to lie on the outline may miss it."""
MEANT: Final = 0.4
"""cm: a corner picked nearer than this to one that is drawn is that one."""
BENT: Final = 0.05
"""cm by which a centre may bend and is still laid on a fold."""


class Laid:
    """A piece as it was read, and how places of the drawing come onto it."""

    def __init__(self, piece: Piece, onto: Transform) -> None:
        self.piece = piece
        self.onto = onto


def piece_in(outline: Outline, plan: PiecePlan) -> Laid:
    """The piece of one outline (cm, clockwise). Raises BadFile in trade words with the piece's name."""
    if outline.crosses is not None:
        at = outline.crosses
        raise BadFile(
            f"the outline runs over itself near {at.real:.1f}, {at.imag:.1f} cm.",
            plan.name,
            "Redraw it there so that it does not cross itself.",
            "outline",
        )
    if len(plan.edges) != len(plan.corners):
        raise BadFile(
            f"{len(plan.corners)} corners make {len(plan.corners)} edges, and {len(plan.edges)} are named.",
            plan.name,
            "Name every edge from one corner to the next.",
            "edges",
        )
    nameless = next((k for k, name in enumerate(plan.edges) if not name.strip()), None)
    if nameless is not None:
        raise BadFile(
            f"edge {nameless + 1} has no name.", plan.name, "Call it as the trade does, or join it with its neighbour.", "edges"
        )
    runs, names = _edges(outline.path, plan)
    runs = taken_off(runs, plan.name)
    edges = _named(runs, names, plan)
    for d in plan.darts:
        edges = _with_dart(edges, d, plan.name)
    edges = _folds_straight(edges)
    onto = _upright(edges, plan)
    placed = [e.placed(onto) for e in edges]
    if onto.mirrored:
        placed = placed[::-1]
    piece = Piece(
        plan.name,
        tuple(placed),
        tuple(DartRule(d.name, d.set_back, named=True) for d in plan.darts),
        tuple(Mark(m.name, onto.point(complex(*m.at))) for m in plan.marks),
        tuple(DrawnLine(x.name, straight(onto.point(complex(*x.start)), onto.point(complex(*x.end)))) for x in plan.lines),
    )
    _refuse_outside(piece)
    return Laid(replace(piece, grain=_grain(piece, plan, onto), cut=_cut(placed)), onto)


def edges_of(outline: Outline, plan: PiecePlan) -> list[tuple[str, Path]]:
    """Every edge as it is drawn, allowance and all, from the plan's first corner on; what has no name yet is called by its number. Raises BadFile."""
    given = [*plan.edges, *([""] * len(plan.corners))][: len(plan.corners)]
    names = [name or f"edge {k + 1}" for k, name in enumerate(given)]
    runs, _ = _edges(outline.path, plan.model_copy(update={"edges": names}))
    return [(e.name, e.path) for e in _named(runs, names, plan)]


def _edges(path: Path, plan: PiecePlan) -> tuple[list[Run], list[str]]:
    """The outline from the first corner on, in smooth runs, each with the number of its edge."""
    sharp = [along for along, turn in turns_of(path) if abs(turn) > CORNER]
    corners = [_along(path, sharp, complex(*c), plan.name, f"corner {i + 1}") for i, c in enumerate(plan.corners)]
    if len({round(c, 3) for c in corners}) < len(corners):
        raise BadFile("two of its corners lie on one place.", plan.name, "Leave one of them out.", "corners")
    total = path.length
    turned = [(c - corners[0]) % total for c in corners]
    if any(b <= a for a, b in pairwise(turned)):
        raise BadFile("its corners are not in order round the outline.", plan.name, "Give them clockwise, as seen.", "corners")
    opened = path if corners[0] < SNAP or corners[0] > total - SNAP else _from(path, corners[0])
    # A line through a corner of the drawing is cut there exactly; kinks between corners end a smooth run.
    kinks = [along for along, turn in turns_of(opened) if abs(turn) > SMOOTH]
    cuts = sorted({*turned, *(k for k in kinks if all(abs(k - c) > SNAP and abs(total - k) > SNAP for c in turned)), total})
    runs: list[Run] = []
    rest, done = opened, 0.0
    for a, b in pairwise(cuts):
        if b >= total - SNAP:
            part = rest
        else:
            part, rest = rest.cut(b - done)
        done = b
        part = _one_stroke(part)
        edge = bisect_right(turned, a + SNAP) - 1
        name = plan.edges[edge]
        runs.append(Run(edge, part, plan.allowances.get(name, 0.0 if _kind(name, plan) == "fold" else plan.allowance)))
    runs[-1] = runs[-1]._replace(path=runs[-1].path.ending_at(runs[0].path.start))
    return runs, list(plan.edges)


def _one_stroke(path: Path) -> Path:
    """A straight line that was drawn in several strokes is one."""
    straightened = straight(path.start, path.end)
    if len(path.segments) > 1 and all(nearest_on(straightened, z)[0] < SNAP for s in path.segments for z in s):
        return straightened
    return path


def _from(path: Path, along: float) -> Path:
    first, second = path.cut(along)
    return Path((*second.segments, *first.starting_at(second.end).segments))


def _along(path: Path, sharp: Sequence[float], place: complex, where: str, what: str) -> float:
    """cm along the outline of the drawn corner that was meant, or of the nearest place of the line where none is near."""
    gap, along = nearest_on(path, place)
    meant = min(sharp, key=lambda s: abs(path.at(s) - place), default=None)
    if meant is not None and abs(path.at(meant) - place) < MEANT:
        return meant
    if gap > OFF:
        raise BadFile(
            f"{what} lies {gap:.1f} cm off the outline.",
            where,
            "Give the place in cm of the drawing, on the line itself.",
            "corners",
        )
    return along


def _kind(name: str, plan: PiecePlan) -> EdgeKind:
    return plan.kinds.get(name, GLOSSARY.get(name, "seam"))


def _named(runs: Sequence[Run], names: Sequence[str], plan: PiecePlan) -> list[Edge]:
    """Runs of one edge joined again."""
    out = []
    for k, name in enumerate(names):
        parts = [r.path for r in runs if r.edge == k]
        path = parts[0]
        for p in parts[1:]:
            path = path.then(p)
        out.append(Edge(name, _kind(name, plan), path))
    return out


def _with_dart(edges: Sequence[Edge], dart: DartPlan, where: str) -> list[Edge]:
    """The outline with the dart's two legs in place of what lay across its mouth, were it paper, the dart itself, or a peak."""
    point = complex(*dart.point)
    places = []
    for m in dart.mouth:
        end = complex(*m)
        (gap, along), index = min((nearest_on(e.path, end), i) for i, e in enumerate(edges) if e.kind != "dart")
        if gap > OFF:
            raise BadFile(
                f"the mouth of the {dart.name} lies {gap:.1f} cm off the outline.", where, "Put both its ends on the edge.", "darts"
            )
        index, along = _on_leg(edges, point, end, index, along)
        places.append((index, along))
    (i, s), (j, t) = sorted(places)
    if edges[i].name != edges[j].name and i != j:
        raise BadFile(
            f"the mouth of the {dart.name} lies on two edges, the {edges[i].name} and the {edges[j].name}.",
            where,
            "A dart opens in one edge: move the corner, or the mouth.",
            "darts",
        )
    a, b = edges[i].path.at(s), edges[j].path.at(t)
    if abs(a - b) < SNAP or min(abs(a - point), abs(b - point)) < SNAP:
        raise BadFile(f"the {dart.name} has no width or no depth.", where, "Give its point, and both ends of its mouth.", "darts")
    first = _part(edges[i].path, 0.0, s)
    last = _part(edges[j].path, t, edges[j].length)
    legs = [Edge(dart.name, "dart", straight(a, point)), Edge(dart.name, "dart", straight(point, b))]
    middle = [
        *([replace(edges[i], path=first.ending_at(a))] if first else []),
        *legs,
        *([replace(edges[j], path=last.starting_at(b))] if last else []),
    ]
    return [*edges[:i], *middle, *edges[j + 1 :]]


def _on_leg(edges: Sequence[Edge], point: complex, end: complex, index: int, along: float) -> tuple[int, float]:
    """Where the leg, run on from the dart's point through the end of its mouth, meets the edge: an allowance that was taken off moved it."""
    path = edges[index].path
    if abs(path.at(along) - end) < SNAP or end == point:
        return index, along
    far = point + (end - point) / abs(end - point) * HUGE
    hits = [h.point for s in path.segments for h in line_crossings(point, far, s)]
    near = min(hits, key=lambda z: abs(z - end), default=None)
    if near is None or abs(near - end) > 2 * OFF:
        return index, along
    return index, nearest_on(path, near)[1]


def _part(path: Path, start: float, end: float) -> Path | None:
    if end - start < SNAP:
        return None
    total = path.length
    cut = path if end > total - CLOSE else path.cut(end)[0]
    return cut if start < CLOSE else cut.cut(start)[1]


def _folds_straight(edges: list[Edge]) -> list[Edge]:
    """A fold that is straight but for a hair is one stroke; a bent one cannot be folded, and is a seam."""
    out = []
    for e in edges:
        if e.kind == "fold":
            bend = max(abs(nearest_on(straight(e.path.start, e.path.end), e.path.at(e.length * k / 8))[0]) for k in range(1, 8))
            e = replace(e, path=straight(e.path.start, e.path.end)) if bend <= BENT else replace(e, kind="seam")
        out.append(e)
    return out


def _upright(edges: Sequence[Edge], plan: PiecePlan) -> Transform:
    """Turned so that its grain runs straight down, the other half turned over, its upper left corner at nought."""
    by = slide(0j)
    if plan.grain is not None:
        a, b = complex(*plan.grain.start), complex(*plan.grain.end)
        if abs(b - a) < SNAP:
            raise BadFile("its grainline has no length.", plan.name, "Draw it from its upper end to its lower.", "grain")
        by = Transform(1j * (b - a).conjugate() / abs(b - a), 0j)
    if plan.turned_over:
        by = by.then(turn_over(0j, 1j))
    points = [by.point(z) for e in edges for s in e.path.segments for z in (s[0], s[-1])]
    return by.then(slide(-complex(min(z.real for z in points), min(z.imag for z in points))))


def _grain(piece: Piece, plan: PiecePlan, onto: Transform) -> Grain:
    if plan.grain is not None:
        return Grain(onto.point(complex(*plan.grain.start)), onto.point(complex(*plan.grain.end)))
    left, top, right, bottom = piece.box
    x = 0.5 * (left + right)
    return Grain(complex(x, top + 0.3 * (bottom - top)), complex(x, top + 0.7 * (bottom - top)))


def _cut(edges: Sequence[Edge]) -> CutPlan:
    on_fold = sum(e.kind == "fold" for e in edges) == 1
    return CutPlan(1, on_fold=True, mirrored=False) if on_fold else CutPlan(2)


def _refuse_outside(piece: Piece) -> None:
    for m in piece.marks:
        if not contains(piece.segments, [m.at])[0] and min(nearest_on(e.path, m.at)[0] for e in piece.outline) > 0.1:
            raise BadFile(f"the mark {m.name} does not lie on the piece.", piece.name, "Put it on the paper.", "marks")
