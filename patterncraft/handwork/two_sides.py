"""A piece on the fold laid open: its other half traced beside it, and left and right told apart as they are worn."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from typing import Final, NamedTuple

from ..errors import MoveRefused
from ..geometry.path import Path, straight
from ..geometry.transform import turn_over
from ..paper.edge import Edge
from ..paper.join import join
from ..paper.pattern import Pattern
from ..paper.piece import DrawnLine, Piece
from ..places.levels import downward
from ..tolerances import CLOSE

LEFT: Final = "left"
RIGHT: Final = "right"
SIDES: Final = (LEFT, RIGHT)


class Opened(NamedTuple):
    """The piece laid open; which side its own half is (as worn) and which the traced one; the edges that are one over the old fold."""

    piece: Piece
    own: str
    other: str
    across: tuple[str, ...]
    fold: str


def fold_of(piece: Piece) -> list[int]:
    """The numbers of the fold's edges, which lie in one straight line. Raises MoveRefused for a piece without a fold, with two, or
    one that a dart breaks."""
    n = len(piece.outline)
    run = [k for k, e in enumerate(piece.outline) if e.kind == "fold"]
    if not run:
        raise MoveRefused(
            "it has no fold to be laid open at.", piece.name, "Turn its centre into a fold first, or mirror it.", "piece"
        )
    while (run[0] - 1) % n == run[-1] and len(run) > 1:
        run = [run[-1], *run[:-1]]
    if len({piece.outline[k].name for k in run}) > 1:
        raise MoveRefused("it has two folds.", piece.name, "Turn one of them into a seam first.", "piece")
    if any((b - a) % n != 1 for a, b in pairwise(run)):
        raise MoveRefused(
            f"the {piece.outline[run[0]].name} is broken by a dart.", piece.name, "Rotate the dart to another edge first.", "piece"
        )
    return run


def laid_open(pattern: Pattern, piece: Piece) -> Opened:
    """The piece in hand with its other half traced over the fold. Edges that end at the fold and are sewn to nothing run over it
    as one; everything else is called left or right."""
    run = fold_of(piece)
    turned = piece.starting_at(run[0])
    count = len(run)
    start, end = turned.outline[0].path.start, turned.outline[count - 1].path.end
    fold = turned.outline[0].name
    n = len(turned.outline)
    own, other = _as_worn(piece, start, end)
    sewn = {x.edge for s in pattern.seams for x in (*s.a, *s.b) if x.piece == piece.name}
    across = tuple(dict.fromkeys(turned.outline[k].name for k in (count % n, n - 1) if turned.outline[k].name not in sewn))
    half = _called(turned, own, across, fold)
    traced = _called(_traceless(turned).placed(turn_over(start, end)), other, across, fold)
    half, traced = (_fold_to_tape(p, fold) for p in (half, traced))
    beyond = next(k for k, e in enumerate(traced.outline) if e.name != fold and abs(e.path.start - start) <= CLOSE)
    whole = join(half, 0, traced, beyond)
    line = DrawnLine(fold, _centre_line(start, end, downward(piece)))
    whole = replace(whole, lines=(*whole.lines, line), grain=piece.grain)
    return Opened(whole, own, other, across, fold)


def _as_worn(piece: Piece, start: complex, end: complex) -> tuple[str, str]:
    """(side of the half that is there, side of the half traced): a front lies with its wearer's right on the left as seen, a back
    with the left."""
    left, top, right, bottom = piece.box
    middle = complex(0.5 * (left + right), 0.5 * (top + bottom))
    across = -1j * downward(piece)
    lies_right = ((middle - 0.5 * (start + end)) * across.conjugate()).real > 0
    own = LEFT if lies_right != ("back" in piece.name) else RIGHT
    return own, RIGHT if own == LEFT else LEFT


def _called(piece: Piece, side: str, across: tuple[str, ...], fold: str) -> Piece:
    """Everything on a half that has a name takes its side in front, but the fold and the edges that run over it."""

    def own(name: str) -> str:
        return f"{side} {name}"

    return replace(
        piece,
        outline=tuple(
            e if e.name in (*across, fold) or (e.is_sewn_shut and e.kind != "dart") else replace(e, name=own(e.name))
            for e in piece.outline
        ),
        darts=tuple(replace(d, name=own(d.name), named=True) for d in piece.darts),
        lenses=tuple(replace(x, name=own(x.name)) for x in piece.lenses),
        marks=tuple(replace(m, name=own(m.name)) for m in piece.marks),
    )


def _traceless(piece: Piece) -> Piece:
    """A tracing is not the paper that was taken up: what speaks of the old edges stays with the half that was there."""
    return replace(piece.with_outline(tuple(e.without_trace() for e in piece.outline)), grain=None)


def _fold_to_tape(piece: Piece, fold: str) -> Piece:
    """The fold's edges as both sides of one cut: taped, they leave no trace."""
    return piece.with_outline(
        tuple(Edge(fold, "raw", e.path, "laid open") if e.kind == "fold" and e.name == fold else e for e in piece.outline)
    )


def _centre_line(start: complex, end: complex, down: complex) -> Path:
    """Where the fold was, from its upper end down."""
    return straight(start, end) if ((end - start) * down.conjugate()).real >= 0 else straight(end, start)
