"""Do neckline, waist and hem meet the folds square?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..square import POINTED, corners_at_folds
from ..subject import Subject

HAIR = 0.2
"""Degrees by which a corner may be more off than the block's own."""
FOR = {"back": 2.5, "front": 0.5}


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.looking.square
    for c in corners_at_folds(s.pattern):
        off = abs(c.off)
        if off <= max(limit, s.record.bend(c.edge).off_square + HAIR) or off > POINTED:
            continue
        words = f"The {c.edge} of the {c.piece} meets the {c.fold} at {90 + c.off:.1f}°: opened, the cloth has a {'point' if c.off < 0 else 'dip'} there."
        cure = {"move": "square", "piece": c.piece, "edge": c.edge, "for": FOR["back" if "back" in c.piece else "front"]}
        yield Finding(words, off, limit, c.piece, c.edge, "", c.at, cure)


CHECK = Check(
    "square",
    "Flow",
    "Edges meet the folds square",
    "Half a degree off makes a whole degree of point or dip when the cloth is opened.",
    "The edge is drawn square for two to three centimetres at the back, half a one in front.",
    _look,
    "looking.square",
    "degrees",
    alone=True,
)
