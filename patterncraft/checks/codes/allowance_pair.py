"""Have both sides of a seam the same allowance?"""

from __future__ import annotations

from collections.abc import Iterator

from ...finishing.finish import allowance_of
from ...paper.seam import Side
from ...paper.sewn import run_of
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.sewing_tolerance
    for seam in s.pattern.seams:
        if not seam.b or _as_it_stands(s, seam.a) or _as_it_stands(s, seam.b):
            continue
        a, b = (_widths(s, side) for side in (seam.a, seam.b))
        off = max(max(a) - min(b), max(b) - min(a))
        if off > limit:
            piece, at = s.middle(seam)
            words = f"{seam.name}: one side has {max(a + b):.1f} cm of allowance, the other {min(a + b):.1f} cm."
            yield Finding(words, off, limit, piece, seam.a[0].edge, seam.name, at)


def _as_it_stands(s: Subject, side: Side) -> bool:
    """Whether a side is cut without allowance: elastic, a binding whose width has it in it."""
    edges = [s.pattern.piece(x.piece).outline[i] for x in side for i in run_of(s.pattern.piece(x.piece), x.edge, x.run)]
    return all(e.kind == "raw" for e in edges)


def _widths(s: Subject, side: Side) -> list[float]:
    found = []
    for x in side:
        piece = s.pattern.piece(x.piece)
        found += [allowance_of(piece.name, piece.outline[i], s.rules, s.plan) for i in run_of(piece, x.edge, x.run)]
    return found


CHECK = Check(
    "allowance-pair",
    "Complete",
    "Both sides of a seam have one allowance",
    "Cut edges are laid together: where one has more, the seam is sewn in the wrong place.",
    "Give both edges the same allowance, in the style's finishing or in the house rules.",
    _look,
    "sewing_tolerance",
)
