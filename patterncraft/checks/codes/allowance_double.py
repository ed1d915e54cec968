"""Is an allowance added to paper that has one already?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ...finishing.finish import allowance_of
from ...paper.edge import Edge
from ...paper.piece import Piece
from ..finding import Check, Finding
from ..subject import Subject

WORDS: Final = ("stitching line", "seam line", "sewing line", "allowance", "net line")
FROM, TO = 0.4, 4.0
"""cm beside an edge: a line that runs there all along is where the needle goes."""


def _look(s: Subject) -> Iterator[Finding]:
    for p in s.pattern.pieces:
        for e in p.outline:
            added = 0.0 if e.is_sewn_shut or e.kind == "fold" else allowance_of(p.name, e, s.rules, s.plan)
            line = _sewn_inside(p, e) if added else None
            if line is not None:
                words = f"The {e.name} of the {p.name} has its allowance drawn already ({line:.1f} cm), and {added:.1f} cm are added to it again."
                yield Finding(words, added, 0.0, p.name, e.name, "", e.path.at(0.5 * e.length))
                break


def _sewn_inside(piece: Piece, edge: Edge) -> float | None:
    """cm from an edge, or a part of one, to a line inside the piece that says it is where the edge is sewn; None where there is none."""
    for x in piece.lines:
        named = any(w in x.name.lower() for w in WORDS) and (edge.name in x.name or x.name.lower() in WORDS)
        if not named:
            continue
        middle = edge.path.at(0.5 * edge.length)
        off = min(abs(x.path.at(x.path.length * k / 16) - middle) for k in range(17))
        if FROM < off < TO:
            return off
    return None


CHECK = Check(
    "allowance-double",
    "Complete",
    "No allowance is added twice",
    "A block traced with its allowance grows by as much again at every edge.",
    "Take the allowance off when the block is taken in, or cut these edges as they stand.",
    _look,
    alone=True,
)
