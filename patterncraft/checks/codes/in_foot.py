"""Does the foot pass the leg's hem?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ...paper.sewn import sewn_length
from ..finding import Check, Finding
from ..openings import opens_at
from ..subject import Subject

HEEL: Final = 0.33
"""Share of the hip girth that heel and instep take (common practice, no source: 32 at a hip of 98)."""


def _look(s: Subject) -> Iterator[Finding]:
    hip = s.body.get("hip_girth")
    legs = [p for p in s.pattern.pieces if "inside leg" in p.edge_names and "hem" in p.edge_names]
    if hip is None or not legs:
        return
    has = sum(sewn_length(p, "hem") * (1 + p.cut.stretch / 100) for p in legs) + opens_at(s, "hem")
    if has < HEEL * hip:
        edge = next(e for e in legs[0].outline if e.name == "hem")
        words = f"Each leg opens to {has:.1f} cm: heel and instep take {HEEL * hip:.1f} cm."
        yield Finding(words, HEEL * hip - has, 0.0, legs[0].name, "hem", "", edge.path.at(0.5 * edge.length))


CHECK = Check(
    "in-foot",
    "Getting in",
    "The foot passes the leg",
    "The heel is the widest of the foot.",
    "A wider hem, or a slit.",
    _look,
    worked=True,
    body=True,
)
