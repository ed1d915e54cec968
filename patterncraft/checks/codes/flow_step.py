"""Do edges meet without a step where a seam ends?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.dart import darts_of
from ..finding import Check, Finding
from ..joints import step_at
from ..subject import Subject
from ..truing import truings


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.looking.step
    for j in s.joints:
        step = abs(step_at(s.pattern, j)) if j.seam else 0.0
        if step <= limit:
            continue
        words = f"The {j.edge} steps by {step:.1f} mm where the {j.seam} seam ends between the {j.piece} and the {j.other}."
        first, *others = truings(j.seam)
        yield Finding(words, step, limit, j.piece, j.edge, j.seam, j.at, first, others=tuple(others))
    for piece in s.pattern.pieces:
        for d in darts_of(piece):
            step = 10 * abs(d.leg_in.length - d.leg_out.length)
            if step > limit:
                words = f"The {d.mouth_edge} of the {piece.name} steps by {step:.1f} mm where the {d.name} is shut."
                yield Finding(words, step, limit, piece.name, d.mouth_edge, d.name, d.mouth[0])


CHECK = Check(
    "flow-step",
    "Flow",
    "Edges meet without a step",
    "A step is cut off afterwards, and then something else is too short.",
    "The longer side is trued at its end.",
    _look,
    "looking.step",
    "mm",
)
