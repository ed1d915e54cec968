"""Is there a seam wherever a closure is to go?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.fold import kind_as_cut
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    for c in s.pattern.closures:
        for part in c.parts:
            seam = next((x for x in s.pattern.seams if x.name == part.seam), None)
            if seam is None:
                yield Finding(f"The {c.name} is to go into the {part.seam}: there is no such seam.", 1, 0, "", "", part.seam)
                continue
            for x in seam.a:
                piece = s.pattern.piece(x.piece)
                kinds = {kind_as_cut(piece, e) for e in piece.outline if e.name == x.edge}
                if "fold" in kinds:
                    at = s.place(seam.a, 0.0)[1]
                    cure = {"move": "turn_edge_into", "piece": x.piece, "edge": x.edge, "kind": "seam"}
                    words = f"The {c.name} is to go into the {x.edge} of the {x.piece}, which is a fold: there is no seam."
                    yield Finding(words, 1, 0, x.piece, x.edge, part.seam, at, cure)


CHECK = Check(
    "no-seam",
    "Getting in",
    "A closure has a seam to go into",
    "What is cut on the fold cannot be opened.",
    "The fold is turned into a seam.",
    _look,
    unit="",
)
