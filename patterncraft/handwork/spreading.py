"""Strips: a piece slashed from edge to edge, its strips kept in order and moved apart or over each other.

Walking the outline, the strips lie in the order of the edge slashed from. A strip's place is the one before it
moved by the rigid move of the slash between them: about a point on the slash's line, or parallel to a guide line.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from math import asin
from typing import NamedTuple

from ..by_identity import ByIdentity
from ..errors import MoveRefused
from ..geometry.path import Path, straight
from ..geometry.transform import Transform, slide, swing
from ..paper.draw import bridge, no_edge, redraw
from ..paper.edge import Edge, on_new_paper
from ..paper.join import join
from ..paper.part import part
from ..paper.piece import Piece
from ..paper.sewn import Spot
from ..places.levels import downward
from ..tolerances import CLOSE
from .centre import centre_length, with_grain_where_it_lay
from .cutting import open_corners

PARALLEL = 1e-7
"""cm of difference between both ends' amounts below which a strip is moved parallel."""
TRUE_TO_GRAIN = 0.94
"""Cosine of 20°: a guide line that leans less off the grain, or off what is square to it, is meant to lie so."""
LEFT = 0.2
"""cm of edge that a strip keeps at least when strips are laid over each other."""


class Slash(NamedTuple):
    """One cut from the edge slashed from (``near``) to the other (``far``); ``path`` runs from near to far."""

    near: Spot
    far: Spot
    path: Path


class Amounts(NamedTuple):
    """How far a slash opens at its near and at its far end, cm: chords across the gap; negative laps over."""

    near: float
    far: float


class Spread(NamedTuple):
    """The piece spread; the width of each strip at the edge slashed from, in outline order; which one stayed put; for each slash
    where both its sides lie now, near to far, in outline order; the way of the guide line, as the outline walks the edge slashed from."""

    piece: Piece
    widths: tuple[float, ...]
    stayed: int
    gaps: tuple[tuple[Path, Path], ...]
    guide: complex


def spread(
    piece: Piece, slashes: list[Slash], amounts: list[Amounts], edges: tuple[Edge, Edge], *, to_fold: bool = False
) -> Spread:
    """Cut, move and tape. ``slashes`` in outline order along the near edge; ``edges``: what new edges on the near and the far
    side are like. ``to_fold``: what opens alike at both ends will be folded shut again, so each strip moves square to its own
    slash; else all of them along one guide line, however their slashes lean.

    Raises MoveRefused where strips would lie over each other by more than their width.
    """
    strips = _in_strips(piece, tuple(slashes))
    widths = tuple(sum(e.length for e in s.outline if e.name == edges[0].name) for s in strips)
    stay = _staying(piece, strips)
    guide = _guide_line(piece, slashes)
    moves = _rigid_moves(slashes, amounts, None if to_fold else guide)
    places = [slide(0j)] * len(strips)
    for j in range(stay + 1, len(strips)):
        places[j] = moves[j - 1].then(places[j - 1])
    for j in range(stay - 1, -1, -1):
        places[j] = moves[j].inverse().then(places[j + 1])
    cut = list(strips)
    for k, amount in enumerate(amounts):
        if min(amount) < 0:
            # The strip away from the one that stays is cut off where it lies over the other: which way the outline runs does not matter.
            sides = (_Lapped(k, k, slashes[k].path.placed(moves[k])), _Lapped(k + 1, k, slashes[k].path.placed(moves[k].inverse())))
            _lap(cut, sides[::-1] if k >= stay else sides)
    whole = cut[0].placed(places[0])
    gaps = []
    for k, strip in enumerate(cut[1:]):
        placed = strip.placed(places[k + 1])
        gaps.append((_side(whole, k), _side(placed, k).reversed()))
        whole = _taped_on(whole, placed, k, amounts[k], edges)
    return Spread(with_grain_where_it_lay(whole, piece.grain), widths, stay, tuple(gaps), guide)


def _cut_in_strips(piece: Piece, slashes: tuple[Slash, ...]) -> tuple[Piece, ...]:
    n = len(slashes)
    opened, corners = open_corners(piece, [s.near for s in slashes] + [s.far for s in slashes])
    points = [opened.outline[c].path.start for c in corners]
    strips, rest = [], opened
    for k, s in enumerate(slashes):
        near, far = points[k], points[n + k]
        path = _between(s.path, near, far)
        parted = part(rest, _corner(rest, near), _corner(rest, far), path, f"slash {k}")
        strips.append(parted.second)
        rest = parted.first
    return (*strips, rest)


# However far they are then moved: while a hand drags them apart they are cut once.
_in_strips = ByIdentity(_cut_in_strips, 16, by_value=(tuple,))


def _between(path: Path, start: complex, end: complex) -> Path:
    """The path with its ends at the corners' very points."""
    return path.starting_at(start).ending_at(end)


def _corner(piece: Piece, z: complex) -> int:
    return next(k for k, e in enumerate(piece.outline) if e.path.start == z)


def _staying(whole: Piece, strips: Sequence[Piece]) -> int:
    """The strip with the fold or centre stays put; without one, the strip that the grainline lies on."""
    centres = [centre_length(s) for s in strips]
    if max(centres) > 0:
        return centres.index(max(centres))
    if whole.grain:
        middle = 0.5 * (whole.grain.start + whole.grain.end)
        for k, s in enumerate(strips):
            if s.contains(middle)[0]:
                return k
    return 0


def _guide_line(piece: Piece, slashes: list[Slash]) -> complex:
    """The way strips are slid, a unit vector: square to the slashes on the whole, and truly along or across the grain where that is
    nearly so. A skirt's slashes lean toward the waist; its strips stay level all the same, hem by hem and hip by hip."""
    guide = sum(((s.path.end - s.path.start) / abs(s.path.end - s.path.start) for s in slashes), 0j) * -1j
    guide /= abs(guide) or 1.0
    if piece.grain is None or guide == 0:
        return guide
    down = downward(piece)
    best = max((down, -down, 1j * down, -1j * down), key=lambda way: (way * guide.conjugate()).real)
    return best if (best * guide.conjugate()).real > TRUE_TO_GRAIN else guide


def _rigid_moves(slashes: list[Slash], amounts: list[Amounts], guide: complex | None) -> list[Transform]:
    """For each slash, the move of the strip ahead of it against the strip behind."""
    return [_rigid_move(s.path.start, s.path.end, a, guide) for s, a in zip(slashes, amounts, strict=True)]


def _rigid_move(near: complex, far: complex, amount: Amounts, guide: complex | None) -> Transform:
    """About the point of the slash's line that keeps its distance, or along the guide, or square to the slash without one,
    when both ends open alike."""
    size = abs(far - near)
    down = (far - near) / size
    more = amount.near - amount.far
    if abs(more) < PARALLEL:
        square = -1j * down
        across = (guide * square.conjugate()).real if guide else 0.0
        return slide(guide * amount.near / across) if guide and abs(across) > 0.2 else slide(square * amount.near)
    hinge = far + down * size * amount.far / more
    return swing(hinge, 2.0 * asin(max(-1.0, min(1.0, more / (2.0 * size)))))


def _side(piece: Piece, k: int) -> Path:
    return next(e.path for e in piece.outline if e.name == f"slash {k}")


def _taped_on(whole: Piece, strip: Piece, k: int, amount: Amounts, edges: tuple[Edge, Edge]) -> Piece:
    """New paper between the whole so far and the next strip, or tape where nothing opens."""
    name = f"slash {k}"
    i = next(n for n, e in enumerate(whole.outline) if e.name == name)
    j = next(n for n, e in enumerate(strip.outline) if e.name == name)
    if max(amount) <= 0.0:
        return join(whole, i + 1, strip, j)
    here, there = whole.outline[i].path, strip.outline[j].path
    near = _gap_edge(edges[0], here.start, there.end)
    far = _gap_edge(edges[1], there.start, here.end)
    return bridge(whole, i, strip, j, near, far)


def _gap_edge(like: Edge, a: complex, b: complex) -> Edge:
    return on_new_paper(like.name, like.kind, straight(a, b)) if abs(a - b) > CLOSE else no_edge(a)


class _Lapped(NamedTuple):
    """A strip at its slash, and where the other strip's side of that slash will lie on it, near to far."""

    strip: int
    slash: int
    along: Path


def _lap(strips: list[Piece], sides: tuple[_Lapped, _Lapped]) -> None:
    """Of two strips that lie over each other the first has cut off what is covered; where it has too little edge for that, beside a dart or its end, the other."""
    short = []
    for side in sides:
        done, by = _trimmed(strips[side.strip], side)
        if done is not None:
            strips[side.strip] = done
            return
        short.append((side.strip, by))
    number, by = short[0]
    raise MoveRefused(
        f"strip {number + 1} is laid over by {by:.1f} cm, and has hardly more edge up to its end or to a dart.",
        strips[number].name,
        "Lap them over by less, or take fewer slashes.",
        "amount",
    )


def _trimmed(strip: Piece, side: _Lapped) -> tuple[Piece | None, float]:
    """The strip without what is covered, and by how many cm it is at most; None for the strip where it has hardly more edge."""
    j = next(n for n, e in enumerate(strip.outline) if e.name == f"slash {side.slash}")
    turned = strip.starting_at(j - 1)
    before, cut, after = turned.outline[:3]
    # Of the strip behind a slash the outline runs from near to far, of the one ahead from far to near.
    ends = side.along.start, side.along.end
    a, b = ends if side.strip == side.slash else ends[::-1]
    # At its hinge nothing is covered, however short the edge is there.
    covered = ((after, abs(b - cut.path.end)), (before, abs(a - cut.path.start)))
    most = max(by for _, by in covered)
    if any(by > max(CLOSE, e.length - LEFT) for e, by in covered):
        return None, most
    return redraw(turned, 0, 3, (_moved_end(before, a), replace(cut, path=straight(a, b)), _moved_start(after, b))), most


def _moved_start(e: Edge, z: complex) -> Edge:
    """An edge that begins farther on: the paper before it is gone, the rest keeps its shape."""
    old = e.path
    if abs(z - old.start) <= CLOSE:
        return replace(e, path=_similar(old, old.start, z, old.end))
    path = _similar(old, old.start, z, old.end)
    rest = e.cut_at(min(max(old.length - path.length, 1e-6), old.length - 1e-6))[1] if path.length < old.length else e
    return rest.redrawn(path)


def _moved_end(e: Edge, z: complex) -> Edge:
    old = e.path
    path = _similar(old, old.end, z, old.start)
    if abs(z - old.end) <= CLOSE or path.length >= old.length:
        return e.redrawn(path)
    rest = e.cut_at(min(max(path.length, 1e-6), old.length - 1e-6))[0]
    return rest.redrawn(path)


def _similar(path: Path, moving: complex, to: complex, fixed: complex) -> Path:
    """The same shape with one end moved, turned and scaled about the other."""
    if moving == to:
        return path
    scale = (to - fixed) / (moving - fixed)
    ends = (to, fixed) if path.start == moving else (fixed, to)
    scaled = Path(path.segments).placed(Transform(scale, fixed - scale * fixed))
    return _between(scaled, *ends)
