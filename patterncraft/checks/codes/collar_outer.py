"""Is the outer edge of a collar that lies on the body as long as what it lies on?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ...paper.sewn import sewn_length
from ..finding import Check, Finding
from ..subject import Subject

SPREAD: Final = 1.05
"""Times its neck edge that the outer edge of a collar is at least, which lies flat or falls over its stand (common practice, no source)."""
NECK_EDGES: Final = ("neckline", "stand edge")
FALLING: Final = ("flat", "fall", "roll")


def _look(s: Subject) -> Iterator[Finding]:
    for p in s.pattern.pieces:
        words = set(p.name.split())
        inner = next((e for e in NECK_EDGES if e in p.edge_names), "")
        if "collar" not in words or not words & set(FALLING) or not inner or "outer edge" not in p.edge_names:
            continue
        neck, outer = sewn_length(p, inner), sewn_length(p, "outer edge")
        if outer < SPREAD * neck:
            edge = next(e for e in p.outline if e.name == "outer edge")
            text = f"The outer edge of the {p.name} is {outer:.1f} cm, its neck edge {neck:.1f} cm: it is too short for what it lies on, and pulls the collar up."
            yield Finding(text, SPREAD * neck - outer, SPREAD * neck, p.name, "outer edge", "", edge.path.at(0.5 * edge.length))


CHECK = Check(
    "collar-outer",
    "Lying flat",
    "A collar's outer edge is long enough",
    "Farther down, the body is wider than the neck.",
    "Slash the collar from its outer edge and spread it.",
    _look,
    alone=True,
)
