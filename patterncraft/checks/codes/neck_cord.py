"""Has a child's garment a cord or a tie at the neck?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ..finding import Check, Finding
from ..subject import Subject

CORDS: Final = {"cord", "tie", "drawstring", "sash", "loop", "loops", "ribbon"}
LOCAL: Final = "Local rules and a qualified person decide."


def _look(s: Subject) -> Iterator[Finding]:
    if s.rules.wear.wearer != "child":
        return
    for p in s.pattern.pieces:
        if set(p.name.lower().split()) & CORDS:
            words = f"The {p.name} on a child's garment: cords at neck and hood catch and strangle. {LOCAL}"
            yield Finding(words, 1, 0, p.name, "", "", p.outline[0].path.start)


CHECK = Check(
    "neck-cord",
    "Cautions",
    "No cords at a child's neck",
    "A cord that catches pulls tight. " + LOCAL,
    "A button, a short tab, or nothing.",
    _look,
    unit="",
    quiet=True,
)
