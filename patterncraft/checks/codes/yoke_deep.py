"""Does a yoke reach below the points of the darts that are closed in it, so that it cannot lie flat?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    for r in s.remarked("yoke-deep"):
        piece = s.pattern.piece(r.piece)
        edge = next((e for e in piece.outline if e.name == r.edge), piece.outline[0])
        yield Finding(r.words, r.amount, r.limit, r.piece, edge.name, r.seam, edge.path.at(0.5 * edge.length))


CHECK = Check(
    "yoke-deep",
    "Lying flat",
    "A yoke lies flat",
    "Closed above, a dart makes a cone; the paper below its point stands off by the width that is closed.",
    "A yoke that ends at the darts' points, or above.",
    _look,
    "hip_yoke",
)
