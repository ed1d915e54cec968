"""Does the grain of a piece that is cut on the fold run with the fold?"""

from __future__ import annotations

from cmath import phase
from collections.abc import Iterator
from math import degrees
from typing import Final

from ...paper.fold import lies_on_fold
from ..finding import Check, Finding
from ..subject import Subject

OFF: Final = 1.0
"""Degrees."""


def _look(s: Subject) -> Iterator[Finding]:
    for p in s.pattern.pieces:
        fold = next((e.path for e in p.outline if e.kind == "fold"), None)
        if fold is None or p.grain is None or not p.cut.on_fold or not lies_on_fold(p) or p.grain.start == p.grain.end:
            continue
        angle = abs(degrees(phase((p.grain.end - p.grain.start) / (fold.end - fold.start))))
        along = min(angle, 180 - angle)
        # A band may be folded across the warp: along a thread all the same.
        off = abs(45 - along) if p.grain.kind == "bias" else min(along, 90 - along)
        if off > OFF:
            words = f"The grain of the {p.name} leans {off:.1f}° from its fold: the cloth is folded along a thread."
            cure = {"move": "grain", "piece": p.name, "kind": p.grain.kind}
            yield Finding(words, off, OFF, p.name, "", "", p.grain.start, cure)


CHECK = Check(
    "fold-grain",
    "Grain",
    "The grain runs with the fold",
    "Cloth is folded along a thread, so that the grain line must be parallel to the fold.",
    "Draw the grain along the fold.",
    _look,
    unit="degrees",
    alone=True,
)
