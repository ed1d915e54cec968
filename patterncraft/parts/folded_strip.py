"""A strip sewn along a side of the style: on the fold where the side begins or ends on one, else as long as the whole of it."""

from __future__ import annotations

from dataclasses import dataclass

from ..geometry.path import straight
from ..house import edge_word
from ..paper.edge import EdgeKind
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DrawnLine, Piece
from ..paper.seam import Stretch
from .beside import names_beside
from .reading import Reading
from .sheets import along_strip, strip


@dataclass(frozen=True, slots=True)
class AlongSide:
    """``fold``: the centre on whose fold the strip is cut ("" for none); ``turned``: it is the side's end that lies there. ``times``: how often the
    side comes in the whole garment."""

    fold: str
    turned: bool
    times: int


def along_side(pattern: Pattern, reading: Reading) -> AlongSide:
    """How a strip for a side is cut."""
    start, end = names_beside(pattern, reading.side)
    first, last = reading.side[0].piece, reading.side[-1].piece
    times = max(1, *(pattern.piece(s.piece).cut.times_round for s in reading.side))
    if _is_fold(pattern, first, start):
        return AlongSide(start, False, times)
    if _is_fold(pattern, last, end):
        return AlongSide(end, True, times)
    return AlongSide("", False, times)


def _is_fold(pattern: Pattern, piece: str, edge: str) -> bool:
    return any(e.name == edge and e.kind == "fold" for e in pattern.piece(piece).outline)


def side_strip(
    name: str, along: AlongSide, reading: Reading, long: float, wide: float, cloth: str, grain: str, stretch: float = 0.0
) -> tuple[Piece, Stretch]:
    """The strip, ``long`` cm for the side and ``wide`` as cut, a fold line along its middle; and its edge to the style, walked as the side is. It is cut as
    it stands: no allowance is added to it."""
    word = edge_word(reading.side[0].edge)
    left: tuple[str, EdgeKind] = (along.fold, "fold") if along.fold else ("start", "raw")
    plan = CutPlan(1 if along.fold else along.times, bool(along.fold), False, cloth, stretch)
    line = DrawnLine("fold line", straight(complex(0, wide / 2), complex(long, wide / 2)))
    piece = strip(
        name,
        long,
        wide,
        (("inner edge", "raw"), ("end", "raw"), (word, "raw"), left),
        plan,
        along_strip(long, wide, grain),
        (line,),
    )
    return piece, Stretch(name, word, "end" if along.turned else left[0])
