"""Do a piece's darts come to what they came to when the steps were done?"""

from __future__ import annotations

from collections.abc import Iterator
from math import degrees
from typing import Final

from ...paper.dart import darts_of
from ..finding import Check, Finding
from ..subject import Subject

SEEN: Final = 0.5
"""Degrees: less no tape shows."""


def _look(s: Subject) -> Iterator[Finding]:
    for before in s.record.darts:
        piece = next((p for p in s.pattern.pieces if p.name == before.piece), None)
        if piece is None:
            continue
        darts = darts_of(piece)
        now = sum(degrees(abs(d.angle)) for d in darts)
        if abs(now - before.angle) > SEEN:
            # Where none is left, it is told on the longest edge: a place to look at, and on the paper.
            longest = max((e.path for e in piece.outline), key=lambda path: path.length)
            at = darts[0].pivot if darts else longest.at(longest.length / 2)
            words = f"The darts of the {piece.name} come to {now:.1f}° together; they were {before.angle:.1f}°, and no step says where the rest went."
            yield Finding(words, abs(now - before.angle), SEEN, piece.name, "", "", at)


CHECK = Check(
    "dart-sum",
    "Darts",
    "Darts come to what they came to",
    "What is taken off a dart must be given somewhere else: the body has not changed.",
    "Take the dart back to what it was, or share its intake by a step that says so.",
    _look,
    unit="degrees",
)
