"""Can one walk in it: is the hem of a skirt wide enough, or slit?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ...places.levels import downward
from ..finding import Check, Finding
from ..openings import opens_at, waist_level
from ..subject import Subject

KNEE: Final = 40.0
"""cm below the waist from which on a hem hinders the step."""


def _look(s: Subject) -> Iterator[Finding]:
    hip, round_ = s.body.get("hip_girth"), s.rounds.get("hem")
    if hip is None or round_ is None:
        return
    hem, stretch = round_.length, s.gives(round_.pieces)
    for p in s.pattern.pieces:
        edge = next((e for e in p.outline if e.name == "hem"), None)
        hips = any(x.name == "hip" for x in p.lines)
        if edge is None or not hips or "inside leg" in p.edge_names:
            continue
        deep = ((edge.path.start - waist_level(s, p)) * downward(p).conjugate()).real
        needed = s.rules.looking.stride * hip
        has = hem * stretch + opens_at(s, "hem")
        if deep > KNEE and has < needed - s.rules.girth_tolerance:
            words = f"The hem is {has:.1f} cm round with its slits: to walk it wants {needed:.1f} cm there."
            yield Finding(words, needed - has, s.rules.looking.stride, p.name, "hem", "", edge.path.at(0.5 * edge.length))
        return


CHECK = Check(
    "stride",
    "Getting in",
    "One can walk in it",
    "Below the knee a hem as narrow as the hip holds the step.",
    "A slit, a pleat, or more width at the hem.",
    _look,
    "looking.stride",
    worked=True,
    body=True,
)
