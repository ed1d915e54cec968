"""Is a dart so wide that it cannot be sewn to a point?"""

from __future__ import annotations

from collections.abc import Iterator
from math import degrees

from ...paper.dart import darts_of
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.looking.dart_wide
    for p in s.pattern.pieces:
        for d in darts_of(p):
            angle = degrees(abs(d.angle))
            if angle > limit:
                words = f"The {d.name} of the {p.name} opens by {angle:.0f}°: so wide it cannot be sewn to a point."
                yield Finding(words, angle, limit, p.name, d.name, "", d.pivot)


CHECK = Check(
    "dart-wide",
    "Darts",
    "No dart is too wide to be sewn",
    "Beyond sixty degrees the cloth stands up in a cone.",
    "Divide it, or turn part of it into a seam or into fullness.",
    _look,
    "looking.dart_wide",
    "degrees",
    alone=True,
)
