"""Is there an edge to be sewn that no seam speaks of, or one whose partner was lost?"""

from __future__ import annotations

from collections.abc import Iterator

from ...ledger import unpartnered
from ...paper.sewn import point_of, spot_along
from ..finding import Check, Finding
from ..subject import Subject

LAID_IN = ("lining", "interfacing", "facing", "pocketing")
"""Cloths that are laid on another piece and sewn with it."""


def _look(s: Subject) -> Iterator[Finding]:
    for name, edge in unpartnered(s.pattern):
        piece = s.pattern.piece(name)
        if piece.cut.layer in LAID_IN:
            continue
        at = point_of(piece, spot_along(piece, edge, 0.5 * sum(e.length for e in piece.outline if e.name == edge)))
        words = f"The {edge} of the {name} is to be sewn, and nothing is said of what to."
        yield Finding(words, 1, 0, name, edge, "", at, {"move": "sew", "a": [[name, edge]], "b": [], "kind": "free"})
    for seam in s.pattern.seams:
        before = s.record.seam(seam.name)
        if not seam.waits or before is None or before.b is None:
            continue
        edges = [e for x in seam.a for e in s.pattern.piece(x.piece).outline if e.name == x.edge]
        # A hem, an opening, an edge that is bound or cut as it stands wishes for none.
        if all(e.kind in ("hem", "opening", "raw") for e in edges):
            continue
        where, at = s.middle(seam)
        x = seam.a[0]
        hem = {"move": "turn_edge_into", "piece": x.piece, "edge": x.edge, "kind": "hem"} if len(seam.a) == 1 else None
        words = f"The {seam.name} has lost its partner."
        yield Finding(words, 1, 0, where, x.edge, seam.name, at, hem)


CHECK = Check(
    "seam-alone",
    "Seams",
    "Every edge that is to be sewn has a partner",
    "An edge without one is found when the cloth is cut.",
    "Sew it to its partner, or say that it is free.",
    _look,
    unit="",
)
