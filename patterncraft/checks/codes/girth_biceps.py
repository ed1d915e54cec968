"""Does the sleeve go round the upper arm, with room to bend it?"""

from __future__ import annotations

from collections.abc import Iterator

from ...body_at import is_sleeve
from ...paper.gives import gives_round
from ...paper.widths import width_along
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    arm = s.body.get("upper_arm_girth")
    if arm is None:
        return
    for p in s.pattern.pieces:
        line = next((x for x in p.lines if x.name == "biceps"), None)
        if line is None or p.cut.layer != "shell" or not is_sleeve(p):
            continue
        gives = 1 + gives_round(p) / 100
        needed = arm if gives_round(p) else arm + s.rules.ease.biceps
        has = width_along(p, "biceps") * gives
        if 0 < has < needed - s.rules.girth_tolerance:
            words = f"The {p.name} is {has:.1f} cm round at the biceps: the upper arm is {arm:.1f} cm and bends."
            yield Finding(words, needed - has, s.rules.girth_tolerance, p.name, "biceps", "", line.path.at(0.5 * line.path.length))


CHECK = Check(
    "girth-biceps",
    "Girths",
    "The sleeve goes round the upper arm",
    "A tight sleeve tears out of the armhole when the arm is lifted.",
    "Draft the sleeve with more ease, or spread it at the biceps.",
    _look,
    "ease.biceps",
    worked=True,
    body=True,
)
