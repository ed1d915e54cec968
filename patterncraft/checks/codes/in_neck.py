"""Does the head pass the neckline, with all closures open?"""

from __future__ import annotations

from collections.abc import Iterator

from ...house import edge_word
from ..finding import Check, Finding
from ..openings import neck_round, opens_at
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    head, neck = s.body.get("head_girth"), neck_round(s)
    if head is None or neck is None:
        return
    has = neck + opens_at(s, "neckline")
    if has >= head - s.rules.girth_tolerance:
        return
    piece, edge = next(
        (p, e) for p in s.pattern.pieces if p.cut.layer == "shell" for e in p.outline if edge_word(e.name) == "neckline"
    )
    short = head - has
    words = f"The neck opens to {has:.1f} cm, and the head is {head:.1f} cm round: {short:.1f} cm are missing. A slit or a zip of {0.5 * short:.1f} cm would do."
    yield Finding(words, short, 0.0, piece.name, edge.name, "", edge.path.start)


CHECK = Check(
    "in-neck",
    "Getting in",
    "The head passes the neck",
    "A neck is pulled over the head, or opened for it: a slit adds twice its length.",
    "A zip or buttons from the neck down, a wider neckline, or a rib.",
    _look,
    worked=True,
    body=True,
)
