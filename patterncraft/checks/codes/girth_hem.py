"""Does a hem that lies at the hip go round it?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ...places.levels import downward
from ..finding import Check, Finding
from ..subject import Subject

NEAR: Final = 4.0
"""cm above or below the hip line: a hem there goes round the hip."""


def _look(s: Subject) -> Iterator[Finding]:
    body, round_ = s.body.get("hip_girth"), s.rounds.get("hem")
    if body is None or round_ is None:
        return
    hem, stretch = round_.length, s.gives(round_.pieces)
    for p in s.pattern.pieces:
        hip = next((x.path.start for x in p.lines if x.name == "hip"), None)
        edge = next((e for e in p.outline if e.name == "hem"), None)
        if hip is None or edge is None or abs(((edge.path.start - hip) * downward(p).conjugate()).real) > NEAR:
            continue
        needed = body if stretch > 1 else body + s.rules.ease.hip
        has = hem * stretch
        if has < needed - s.rules.girth_tolerance:
            words = f"The hem lies at the hip and is {hem:.1f} cm round: the hip is {body:.1f} cm."
            yield Finding(words, needed - has, s.rules.girth_tolerance, p.name, "hem", "", edge.path.at(0.5 * edge.length))
        return


CHECK = Check(
    "girth-hem",
    "Girths",
    "A hem at the hip goes round it",
    "It rides up to where it is wide enough.",
    "Let the sides out at the hem, or leave them open there.",
    _look,
    "ease.hip",
    body=True,
)
