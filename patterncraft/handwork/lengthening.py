"""A sheet made longer or shorter at a level: new paper between, or a band taken out, and the edges run on over the joint."""

from __future__ import annotations

from dataclasses import replace
from typing import Final

from ..errors import BadPlace, MoveRefused
from ..geometry.path import straight
from ..geometry.transform import slide
from ..paper.draw import redraw
from ..paper.edge import Edge
from ..paper.join import join
from ..paper.part import part
from ..paper.piece import Piece
from ..places.levels import downward
from ..tolerances import CLOSE
from .centre import with_grain_where_it_lay
from .cutting import open_corners
from .level_cut import level_slash
from .one_edge import in_one
from .running_on import is_straight, run_on, run_on_at, straight_again
from .spreading import Amounts, Slash, spread

BAND: Final = "the band"


def lengthened(piece: Piece, slash: Slash, amount: float) -> Piece:
    """New paper ``amount`` cm wide between what lies above the slash and what lies below; the part with the centre stays, else
    the one with the grain."""
    like = piece.outline[slash.near.edge], piece.outline[slash.far.edge]
    after = spread(piece, [slash], [Amounts(amount, amount)], like).piece
    for edge in dict.fromkeys(e.name for e in like):
        after = straight_again(after, edge) if is_straight(piece, edge) else _run_on(after, edge, amount)
    return after


def _run_on(piece: Piece, name: str, amount: float) -> Piece:
    """Over the strip of new paper in an edge one curve."""
    n = len(piece.outline)
    for k in range(n):
        e, before, after = piece.outline[k], piece.outline[k - 1], piece.outline[(k + 1) % n]
        if e.name == before.name == after.name == name and e.is_new_paper and abs(e.length - amount) < 0.5 * amount + 1.0:
            way = before.path.end_direction
            aside = abs(((after.path.start - before.path.end) * way.conjugate()).imag)
            return redraw(piece, (k - 1) % n, 3, (run_on(before, e, after, aside),))
    return piece


def shortened(piece: Piece, slash: Slash, amount: float, words: str) -> Piece:
    """The band ``amount`` cm high below the slash taken out, what lies below moved up and taped; its edges are drawn over to where
    those above end. Raises MoveRefused where the band would reach an edge or a dart."""
    down = downward(piece)
    try:
        lower = level_slash(piece, slash.path.start + down * amount, words, "amount")
    except BadPlace as e:
        raise MoveRefused(
            f"{amount:.1f} cm below {words} there is no paper across to take out so much.",
            piece.name,
            "Shorten it by less, or choose another level.",
            "amount",
        ) from e
    names = [(piece.outline[s.near.edge].name, piece.outline[s.far.edge].name) for s in (slash, lower)]
    if names[0] != names[1]:
        raise MoveRefused(
            f"a band of {amount:.1f} cm below {words} reaches from the {names[0][0]} to the {names[1][0]}.",
            piece.name,
            "Shorten it by less, or choose another level.",
            "amount",
        )
    opened, corners = open_corners(piece, [slash.near, slash.far, lower.near, lower.far])
    points = [opened.outline[c].path.start for c in corners]
    one = part(opened, corners[0], corners[1], straight(points[0], points[1]), BAND)
    above, rest = (one.first, one.second) if _has(one.second, points[2]) else (one.second, one.first)
    two = part(rest, _corner(rest, points[2]), _corner(rest, points[3]), straight(points[2], points[3]), BAND)
    band, below = (two.first, two.second) if _has(two.first, points[0]) else (two.second, two.first)
    below = below.placed(slide(-down * amount))
    k = next(k for k, e in enumerate(below.outline) if e.name == BAND)
    if len(below.outline) < 3:
        raise MoveRefused(f"below {words} there is only a tip of paper.", piece.name, "Choose a level farther from it.", "at")
    turned = below.starting_at(k - 1)
    before, cut, after = turned.outline[:3]
    here = next(e for e in above.outline if e.name == BAND)
    start, end = here.path.end, here.path.start
    into, out = before.redrawn(before.path.ending_at(start)), after.redrawn(after.path.starting_at(end))
    aside = {start: abs(before.path.end - start), end: abs(after.path.start - end)}
    fitted = redraw(turned, 0, 3, (into, Edge(cut.name, "raw", straight(start, end), cut.cut), out))
    i = next(n for n, e in enumerate(above.outline) if e.name == BAND)
    j = next(n for n, e in enumerate(fitted.outline) if e.name == BAND)
    whole = join(above, i + 1, fitted, j)
    for name in dict.fromkeys(names[0]):
        if is_straight(piece, name):
            whole = straight_again(whole, name)
            continue
        for joint, off in aside.items():
            whole = run_on_at(whole, name, joint, off)
        whole = in_one(whole, name)
    paper = whole.paper
    whole = replace(whole, paper=replace(paper, away=paper.away + band.area))
    return with_grain_where_it_lay(whole, whole.grain or piece.grain)


def _has(piece: Piece, z: complex) -> bool:
    return any(abs(e.path.start - z) <= CLOSE for e in piece.outline)


def _corner(piece: Piece, z: complex) -> int:
    return next(k for k, e in enumerate(piece.outline) if abs(e.path.start - z) <= CLOSE)
