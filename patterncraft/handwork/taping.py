"""Two pieces laid edge to edge and taped: the opposite of a cut, and the end of a seam."""

from __future__ import annotations

import itertools
from dataclasses import replace
from typing import NamedTuple

from ..errors import MoveRefused
from ..geometry.path import Path, chain, straight
from ..geometry.transform import Transform, turn_over
from ..house import HouseRules
from ..paper.account import with_hair
from ..paper.dart import darts_of
from ..paper.draw import redraw
from ..paper.edge import TO_TRUE, Edge
from ..paper.join import join
from ..paper.nearest import nearest_on
from ..paper.piece import DartRule, Piece
from ..paper.sewn import run_of, runs_of
from ..tolerances import SNAP, TAPED

REOPENED = "the dart reopened"
APART = 1.5
"""cm by which edges may differ in length, and lie off each other, and still be taped (house practice, no source):
more is a dart or fullness, not a seam."""


class Laid(NamedTuple):
    """How an edge lies on the other, run by run of edges: the piece placed, and which pairs coincide (first, last)."""

    piece: Piece
    first: int
    last: int


class Taped(NamedTuple):
    """One piece; cm by which the second edge was longer, and at most off the first: outside it (gap), over it (overlap)."""

    piece: Piece
    longer: float
    gap: float
    overlap: float
    reopened: bool


def tape_pieces(a: Piece, edge_a: str, b: Piece, edge_b: str, turned: bool, from_end: bool, rules: HouseRules) -> Taped:
    """Lay b along a's edge and tape it there; a stays put.

    ``turned``: b is turned over first, so that both edges' starts meet; else the start of one meets the end of the other.
    ``from_end``: edges that differ are matched at the end of a's edge, not at its start.

    Raises MoveRefused for an edge in several parts or with an open dart, and for edges that differ by more than 1.5 cm in
    length or shape.
    """
    run_a, run_b = _one_run(a, edge_a), _one_run(b, edge_b)
    if turned:
        left, top, _, bottom = b.box
        b = b.placed(turn_over(complex(left, top), complex(left, bottom)))
        run_b = _one_run(b, edge_b)
    laid = _laid_on_cut(a, run_a, b, run_b)
    b = _names_apart(a, b)
    if laid is not None:
        return _taped_along_cut(a, run_a, laid._replace(piece=_names_apart(a, laid.piece)), run_b, rules)
    return _taped_to_match(a, run_a, b, run_b, from_end)


def _one_run(piece: Piece, edge: str) -> list[int]:
    run = run_of(piece, edge)
    n = len(piece.outline)
    if len(runs_of(piece, edge)) > 1:
        raise MoveRefused(f"the {edge} lies there in several parts.", piece.name, "Join along an edge that is in one.", "a")
    if any((y - x) % n != 1 for x, y in itertools.pairwise(run)):
        dart = piece.outline[(run[0] + 1) % n].name if len(run) < 2 else _between(piece, run)
        raise MoveRefused(f"the {dart} opens in the {edge}.", piece.name, "Rotate it to another edge first.", "a")
    return run


def _between(piece: Piece, run: list[int]) -> str:
    n = len(piece.outline)
    k = next(x for x, y in itertools.pairwise(run) if (y - x) % n != 1)
    return piece.outline[(k + 1) % n].name


def rigid(p: complex, q: complex, to_p: complex, to_q: complex) -> Transform:
    """The swing and slide that lays p on ``to_p`` and turns p→q into the direction of ``to_p``→``to_q``."""
    turn = (to_q - to_p) / (q - p)
    turn /= abs(turn)
    return Transform(turn, to_p - turn * p)


def _laid_on_cut(a: Piece, run_a: list[int], b: Piece, run_b: list[int]) -> Laid | None:
    """b placed so that part of its edge coincides with part of a's, as both sides of one cut do; None when they were never
    one line, or when what remains are not the equal legs of a dart."""
    ours = [a.outline[i].path for i in run_a]
    theirs = [b.outline[i].path.reversed() for i in reversed(run_b)]
    if len(ours) != len(theirs) or any(abs(x.length - y.length) > TAPED for x, y in zip(ours, theirs, strict=True)):
        return None
    # The cut itself is where both lay together; a dart's legs that it ended in may be longer.
    cut = [a.outline[i].cut == a.outline[i].name for i in run_a]
    for k in sorted(range(len(ours)), key=lambda i: (not cut[i], -ours[i].length)):
        x, y = ours[k], theirs[k]
        by = rigid(y.start, y.end, x.start, x.end)
        same = [p.coincides(q.placed(by), TAPED) for p, q in zip(ours, theirs, strict=True)]
        if not same[k]:
            continue
        first, last = k, k
        while first > 0 and same[first - 1]:
            first -= 1
        while last < len(same) - 1 and same[last + 1]:
            last += 1
        legs = [p for i, p in enumerate(ours) if not first <= i <= last]
        if (
            len(legs) <= 2
            and all(len(p.segments) == 1 and len(p.segments[0]) == 2 for p in legs)
            and first <= 1
            and last >= len(ours) - 2
        ):
            return Laid(b.placed(by), first, last)
    return None


def _taped_along_cut(a: Piece, run_a: list[int], laid: Laid, run_b: list[int], rules: HouseRules) -> Taped:
    own = {run_a[i]: laid.first <= i <= laid.last for i in range(len(run_a))}
    other = {i: own[run_a[k]] for k, i in enumerate(reversed(run_b))}
    reopened = not all(own.values())
    a, b = _made_raw(a, own), _made_raw(laid.piece, other)
    corner_a = (run_a[laid.last] + 1) % len(a.outline)
    corner_b = next(i for i in other if abs(b.outline[i].path.start - a.outline[corner_a].path.start) <= TAPED and other[i])
    b = _snapped(b, corner_b, a.outline[corner_a].path.start)
    whole = join(a, corner_a, b, corner_b)
    names = {e.name for e in whole.outline if e.kind == "dart"}
    new = tuple(DartRule(n, rules.set_backs.waist) for n in sorted(names) if n.startswith(REOPENED))
    whole = replace(whole, darts=(*whole.darts, *new))
    return Taped(_with_set_backs(whole, rules), 0.0, 0.0, 0.0, reopened)


def _made_raw(piece: Piece, shut: dict[int, bool]) -> Piece:
    """Edges to be taped lose their kind; what opens beside them are legs, of one dart at each end of the cut."""
    first_open = [i for i, taped in shut.items() if not taped]
    outline = []
    for i, e in enumerate(piece.outline):
        if i not in shut:
            outline.append(e)
        elif shut[i]:
            outline.append(Edge("cut", "raw", e.path, e.cut))
        else:
            end = "" if len(first_open) < 2 or not _touches_start(piece, i, shut) else " at the start"
            outline.append(Edge(REOPENED + end, "dart", e.path, e.cut))
    return piece.with_outline(tuple(outline))


def _touches_start(piece: Piece, i: int, shut: dict[int, bool]) -> bool:
    keys = list(shut)
    return i == keys[0] if piece.outline[keys[0]].path.start != piece.outline[keys[-1]].path.start else False


def _snapped(piece: Piece, corner: int, to: complex) -> Piece:
    """Slid by a rounding, so that the corner lies on the very point."""
    off = to - piece.outline[corner].path.start
    return piece.placed(Transform(1 + 0j, off)) if off else piece


def _with_set_backs(piece: Piece, rules: HouseRules) -> Piece:
    back = {d.name: rules.set_backs.for_edge(d.mouth_edge) for d in darts_of(piece) if d.name.startswith(REOPENED)}
    return replace(piece, darts=tuple(replace(d, set_back=back[d.name]) if d.name in back else d for d in piece.darts))


def _taped_to_match(a: Piece, run_a: list[int], b: Piece, run_b: list[int], from_end: bool) -> Taped:
    """Matched at one end and laid along: b's edge is redrawn to a's, the far end's difference stays to be trued."""
    ours = chain([a.outline[i].path for i in run_a])
    theirs = chain([b.outline[i].path for i in run_b]).reversed()
    longer = theirs.length - ours.length
    if abs(longer) > APART:
        raise MoveRefused(
            f"the edges differ by {abs(longer):.1f} cm.",
            f"{a.name}, {b.name}",
            "Close a dart in the longer one, or gather it, first.",
            "b",
        )
    if from_end:
        by = rigid(theirs.end, theirs.start, ours.end, ours.start)
    else:
        by = rigid(theirs.start, theirs.end, ours.start, ours.end)
    b, theirs = b.placed(by), theirs.placed(by)
    gap, overlap = _off(ours, theirs)
    if max(gap, overlap) > APART:
        raise MoveRefused(
            f"the edges lie up to {max(gap, overlap):.1f} cm apart when they are matched.",
            f"{a.name}, {b.name}",
            "Blend them first, or keep the seam.",
            "b",
        )
    far = ours.start if from_end else ours.end
    loose = theirs.start if from_end else theirs.end
    along = Edge("cut", "raw", ours.reversed())
    sliver = (Edge(TO_TRUE, "raw", straight(loose, far)),) if abs(loose - far) > SNAP and not from_end else ()
    tail = (Edge(TO_TRUE, "raw", straight(far, loose)),) if abs(loose - far) > SNAP and from_end else ()
    b = redraw(_ends_snapped(b, run_b, ours, from_end, bool(sliver or tail)), run_b[0], len(run_b), (*sliver, along, *tail))
    edges = tuple(Edge("cut", "raw", e.path, e.cut) if i in run_a else e for i, e in enumerate(a.outline))
    a = _as_one(a.with_outline(edges), run_a, ours)
    corner_a = next(i for i, e in enumerate(a.outline) if e.name == "cut" and e.kind == "raw") + 1
    corner_b = next(i for i, e in enumerate(b.outline) if e.name == "cut" and e.kind == "raw")
    return Taped(join(a, corner_a % len(a.outline), b, corner_b), longer, gap, overlap, reopened=False)


def _ends_snapped(b: Piece, run_b: list[int], ours: Path, from_end: bool, sliver: bool) -> Piece:
    """b slid by a rounding, so that its matched end (and, without a sliver, its other) is a's very point."""
    edges = list(b.outline)
    n = len(edges)
    first, last = run_b[0], run_b[-1]
    start = edges[first].path.start if (sliver and not from_end) else ours.end
    end = edges[last].path.end if (sliver and from_end) else ours.start
    edges[first] = edges[first].with_path(_ended(edges[first].path, start, None))
    edges[first - 1] = edges[first - 1].with_path(_ended(edges[first - 1].path, None, start))
    edges[last] = edges[last].with_path(_ended(edges[last].path, None, end))
    after = (last + 1) % n
    edges[after] = edges[after].with_path(_ended(edges[after].path, end, None))
    snapped = b.with_outline(tuple(edges))
    return with_hair(snapped, snapped.area - b.area)


def _ended(path: Path, start: complex | None, end: complex | None) -> Path:
    segments = list(path.segments)
    if start is not None:
        s = segments[0]
        segments[0] = (start, s[1]) if len(s) == 2 else (start, s[1], s[2], s[3])
    if end is not None:
        s = segments[-1]
        segments[-1] = (s[0], end) if len(s) == 2 else (s[0], s[1], s[2], end)
    return Path(tuple(segments))


def _as_one(piece: Piece, run: list[int], path: Path) -> Piece:
    turned = piece.starting_at(run[0])
    return turned.with_outline((Edge("cut", "raw", path), *turned.outline[len(run) :]))


def _off(ours: Path, theirs: Path) -> tuple[float, float]:
    """How far the second edge lies off the first at most: (gap, overlap), cm. a's paper lies to the right of its edge."""
    gap = overlap = 0.0
    for k in range(1, 12):
        z = theirs.at(theirs.length * k / 12)
        off, along = nearest_on(ours, z)
        over = ((z - ours.at(along)) * (1j * ours.direction_at(along)).conjugate()).real > 0
        gap, overlap = (gap, max(overlap, off)) if over else (max(gap, off), overlap)
    return gap, overlap


def _names_apart(a: Piece, b: Piece) -> Piece:
    """b's darts, double-pointed darts and marks that are called as a's are take their piece's name in front."""
    darts = {d.name for d in a.darts} | {x.name for x in a.lenses}
    marks = {m.name for m in a.marks}

    def own(name: str, taken: set[str]) -> str:
        return f"{b.name} {name}" if name in taken else name

    return replace(
        b,
        outline=tuple(replace(e, name=own(e.name, darts)) if e.kind == "dart" else e for e in b.outline),
        darts=tuple(replace(d, name=own(d.name, darts)) for d in b.darts),
        lenses=tuple(replace(x, name=own(x.name, darts)) for x in b.lenses),
        marks=tuple(m if m in a.marks else replace(m, name=own(m.name, marks)) for m in b.marks),
    )
