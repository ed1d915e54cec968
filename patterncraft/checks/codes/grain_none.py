"""Has every piece its grain line?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    for p in s.pattern.pieces:
        if p.grain is None or p.grain.start == p.grain.end:
            left, top, right, bottom = p.box
            at = complex(0.5 * (left + right), 0.5 * (top + bottom))
            yield Finding(
                f"The {p.name} has no grain line: nobody knows how to lay it on the cloth.",
                1,
                0,
                p.name,
                "",
                "",
                at,
                {"move": "grain", "piece": p.name},
            )


CHECK = Check(
    "grain-none",
    "Grain",
    "Every piece has its grain line",
    "Cut off the grain a panel twists.",
    "Draw it, parallel to the centre.",
    _look,
    unit="",
    alone=True,
)
