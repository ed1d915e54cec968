"""Is a collar that rolls cut on the bias?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    for p in s.pattern.pieces:
        words = set(p.name.split())
        if {"bias", "collar"} <= words and (p.grain is None or p.grain.kind != "bias"):
            at = p.grain.start if p.grain else p.outline[0].path.start
            yield Finding(
                f"The {p.name} is cut on the {p.grain.kind if p.grain else 'straight'} grain: only on the bias does it roll.",
                1,
                0,
                p.name,
                "",
                "",
                at,
                {"move": "grain", "piece": p.name, "kind": "bias"},
            )


CHECK = Check(
    "roll-bias",
    "Lying flat",
    "What rolls is cut on the bias",
    "Straight cloth breaks where bias rolls.",
    "Lay the grain across the corner, at forty-five degrees.",
    _look,
    unit="",
    alone=True,
)
