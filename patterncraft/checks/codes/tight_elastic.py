"""Is an elastic so short that it marks the skin?"""

from __future__ import annotations

from collections.abc import Iterator

from ..bands import bands
from ..finding import Check, Finding
from ..subject import Subject
from .neck_cord import LOCAL


def _look(s: Subject) -> Iterator[Finding]:
    share = s.rules.looking.elastic
    for b in bands(s):
        if b.lies_on is not None and b.rest < share * b.lies_on:
            words = f"The {b.piece.name} is {b.rest:.1f} cm at rest on {b.lies_on:.1f} cm: so tight it hinders the blood. {LOCAL}"
            yield Finding(words, b.rest / b.lies_on, share, b.piece.name, b.edge, b.seam, b.at)


CHECK = Check(
    "tight-elastic",
    "Cautions",
    "No elastic that marks the skin",
    "On a sleeping child or a swollen limb it hurts. " + LOCAL,
    "A longer elastic.",
    _look,
    "looking.elastic",
    "ratio",
    body=True,
    quiet=True,
)
