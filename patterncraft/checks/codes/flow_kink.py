"""Do necklines, armholes, waists and hems run on smoothly over what is sewn?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from ...house import edge_word
from ..finding import Check, Finding
from ..joints import Joint, is_broken
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.looking.kink
    for j in s.joints:
        if not j.flows or abs(j.kink) <= limit:
            continue
        drawn = not {(j.piece, j.edge), (j.other or j.piece, j.other_edge or j.edge)} <= s.record.as_drafted
        if not is_broken(j.kink, limit, s.record.bend(j.edge).kink, drawn):
            continue
        if j.word == "neckline" and edge_word(j.seam) == "armhole":
            # Off the shoulder the top turns over the arm, and is drawn in.
            continue
        over = f"the {j.dart}, shut" if j.dart else f"the {j.seam} seam"
        where = f"The {j.edge} of the {j.piece}" + (f" and of the {j.other}" if j.other and j.other != j.piece else "")
        words = f"{where} has a {'peak' if j.kink > 0 else 'dip'} of {abs(j.kink):.0f}° over {over}."
        yield Finding(words, abs(j.kink), limit, j.piece, j.edge, j.seam or j.dart, j.at, _cure(j))


def _cure(j: Joint) -> dict[str, Any] | None:
    return {"move": "blend", "edges": [[j.piece, j.edge], [j.other, j.other_edge]]} if j.seam and j.other != j.piece else None


CHECK = Check(
    "flow-kink",
    "Flow",
    "Edges run on over seams and darts without a kink",
    "A corner in a neckline, armhole or hem is seen from across the room. What the block itself has is told by its audit.",
    "Both edges are laid together as sewn and blended.",
    _look,
    "looking.kink",
    "degrees",
)
