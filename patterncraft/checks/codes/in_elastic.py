"""Does an elastic or a rib, stretched, pass what it must pass, and at rest not strangle what it lies on?"""

from __future__ import annotations

from collections.abc import Iterator

from ..bands import bands
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    for b in bands(s):
        if b.passes is not None and b.rest * (1 + b.gives / 100) < b.passes - s.rules.girth_tolerance:
            most = b.rest * (1 + b.gives / 100)
            words = f"The {b.piece.name} stretches to {most:.1f} cm: {b.passes:.1f} cm must pass."
            yield Finding(words, b.passes - most, 0.0, b.piece.name, b.edge, b.seam, b.at)


CHECK = Check(
    "in-elastic",
    "Getting in",
    "Elastic and rib stretch over what must pass",
    "Over the hip at a waist, over the head at a neck, over the hand at a wrist.",
    "A longer elastic, or a livelier one.",
    _look,
    "looking.rib",
    worked=True,
    body=True,
)
