"""A bodice's sheet and a skirt's laid together at the waist: one joint line, darts above and below as double-pointed ones."""

from __future__ import annotations

from dataclasses import replace
from typing import Final, NamedTuple

from ..errors import MoveRefused
from ..geometry.path import straight
from ..geometry.transform import Transform, turn_over
from ..paper.dart import Dart, find_dart
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.join import join
from ..paper.lens import Lens, straight_lens
from ..paper.piece import Piece
from ..paper.sewn import runs_of, sewn_length
from ..places.levels import downward, outward
from ..tolerances import CLOSE
from .reshaping import ended_at, started_at

WAIST: Final = "waist"
LINED_UP: Final = 6.0
"""cm by which the dart of the skirt may lie beside the bodice's and still be drawn on from it."""
FOLDS: Final = 0.05
"""cm by which the centres may lie beside each other and still be one fold."""


class Waisted(NamedTuple):
    """A sheet at its waist: its corner at the centre and at the side, the numbers of the edges there, the darts from the centre on."""

    piece: Piece
    first: int
    parts: int
    centre_first: bool
    centre: complex
    side: complex
    darts: tuple[Dart, ...]


class Laid(NamedTuple):
    """One sheet; what either waist measures sewn; how far apart the corners lay that are one now; how many darts run through."""

    piece: Piece
    upper: float
    lower: float
    apart: float
    darts: int


def waisted(piece: Piece, field: str) -> Waisted:
    """Raises MoveRefused for a piece without a waist in one run that leads from a centre to a side."""
    if WAIST not in piece.edge_names:
        raise MoveRefused("it has no waist.", piece.name, "Choose a piece that has one.", field)
    runs = runs_of(piece, WAIST)
    run = runs[0]
    n = len(piece.outline)
    count = (run[-1] - run[0]) % n + 1
    ends = piece.outline[run[0] - 1], piece.outline[(run[-1] + 1) % n]
    centre = [e.is_centre for e in ends]
    if len(runs) > 1 or centre[0] == centre[1]:
        raise MoveRefused("its waist does not run from a centre to a side.", piece.name, "Choose a piece where it does.", field)
    names = [piece.outline[(run[0] + k) % n].name for k in range(count) if piece.outline[(run[0] + k) % n].kind == "dart"]
    darts = [find_dart(piece, name) for name in dict.fromkeys(names)]
    start, end = piece.outline[run[0]].path.start, piece.outline[run[-1]].path.end
    if centre[0]:
        return Waisted(piece, run[0], count, True, start, end, tuple(darts))
    return Waisted(piece, run[0], count, False, end, start, tuple(darts[::-1]))


def laid_together(upper: Piece, lower: Piece, along_fold: bool, overlap: float) -> Laid:
    """The lower sheet moved under the upper one and taped. ``overlap``: cm of it that are laid over the upper and cut off.

    Raises MoveRefused where darts have no partner, or the folds would not lie in one line.
    """
    u, w = waisted(upper, "upper"), waisted(lower, "lower")
    if len(u.darts) != len(w.darts):
        raise MoveRefused(
            f"{len(u.darts)} darts come down to the waist and {len(w.darts)} go up from it.",
            f"{upper.name}, {lower.name}",
            "Merge, rotate or convert those that have no partner first.",
            "lower",
        )
    sizes = sewn_length(upper, WAIST), sewn_length(lower, WAIST)
    w = waisted(_moved(u, w, along_fold), "lower")
    down = downward(upper)
    corner = u.side if not along_fold else 0.5 * (u.side + w.side)
    centre = u.centre
    fold = "fold" in (_beside(u).kind, _beside(w).kind)
    aside = abs(((w.centre - u.centre) * outward(upper).conjugate()).real)
    if fold and aside > FOLDS:
        raise MoveRefused(
            f"laid together at the side, the folds lie {aside:.1f} cm apart.",
            f"{upper.name}, {lower.name}",
            "Lay them along the fold, or turn the centres into seams first.",
            "along",
        )
    apart = abs(u.side - w.side) if along_fold else abs(u.centre - w.centre)
    top = _straight_waist(u, centre, corner)
    bottom = _straight_waist(w, centre + down * overlap, corner + down * overlap)
    bottom = bottom.placed(Transform(1 + 0j, -down * overlap)) if overlap else bottom
    lenses = _through(u, w, centre, corner, overlap * down)
    a = next(k for k, e in enumerate(top.outline) if e.name == "cut" and e.kind == "raw")
    b = next(k for k, e in enumerate(bottom.outline) if e.name == "cut" and e.kind == "raw")
    whole = join(top, (a + 1) % len(top.outline), bottom, b)
    names = {d.name for d in (*u.darts, *w.darts)}
    whole = replace(
        whole,
        darts=tuple(d for d in whole.darts if d.name not in names),
        lenses=(*whole.lenses, *lenses),
        grain=upper.grain or whole.grain,
    )
    return Laid(whole, sizes[0], sizes[1], apart, len(lenses))


def _beside(w: Waisted) -> Edge:
    """The centre's edge at the waist."""
    n = len(w.piece.outline)
    return w.piece.outline[(w.first - 1) % n] if w.centre_first else w.piece.outline[(w.first + w.parts) % n]


def _moved(u: Waisted, w: Waisted, along_fold: bool) -> Piece:
    """The lower sheet with its grain in line with the upper's, the same face up toward the side, corner on corner."""
    piece = w.piece
    turn = downward(u.piece) / downward(piece)
    by = Transform(turn, 0j)
    if ((outward(piece) * turn) * outward(u.piece).conjugate()).real < 0:
        down = downward(u.piece)
        by = by.then(turn_over(0j, down))
    at = (u.centre, w.centre) if along_fold else (u.side, w.side)
    return piece.placed(by.then(Transform(1 + 0j, at[0] - by.point(at[1]))))


def _straight_waist(w: Waisted, centre: complex, side: complex) -> Piece:
    """The sheet with its waist, darts and all, drawn straight from the centre to the side; the edges beside it end there."""
    piece = w.piece
    n = len(piece.outline)
    start, end = (centre, side) if w.centre_first else (side, centre)
    before, after = piece.outline[(w.first - 1) % n], piece.outline[(w.first + w.parts) % n]
    into = before if abs(before.path.end - start) <= CLOSE else ended_at(piece, before, start, WAIST, "lower")
    out = after if abs(after.path.start - end) <= CLOSE else started_at(piece, after, end, WAIST, "lower")
    return redraw(piece, (w.first - 1) % n, w.parts + 2, (into, Edge("cut", "raw", straight(start, end)), out))


def _through(u: Waisted, w: Waisted, centre: complex, side: complex, overlap: complex) -> list[Lens]:
    """Each pair of darts as one double-pointed one: where the upper lies, as wide as both on the mean."""
    along = (side - centre) / abs(side - centre)
    found = []
    for d, e in zip(u.darts, w.darts, strict=True):
        middle = centre + along * ((d.middle - centre) * along.conjugate()).real
        apart = abs(((e.middle - d.middle) * along.conjugate()).real)
        if apart > LINED_UP:
            raise MoveRefused(
                f"the {d.name} of the {u.piece.name} and the {e.name} of the {w.piece.name} lie {apart:.1f} cm apart.",
                f"{u.piece.name}, {w.piece.name}",
                "Bring them over each other first: share the intake, or rotate one.",
                "lower",
            )
        half = 0.25 * (d.intake + e.intake) * along
        low = e.pivot - e.middle + middle - overlap
        a, b = (middle - half, middle + half)
        left, right = (a, b) if a.real <= b.real else (b, a)
        found.append(straight_lens(d.name, d.pivot, left, right, low))
    return found
