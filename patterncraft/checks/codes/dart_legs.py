"""Are both legs of every dart equally long?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.dart import darts_of
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.sewing_tolerance
    for p in s.pattern.pieces:
        for d in darts_of(p):
            off = abs(d.leg_in.length - d.leg_out.length)
            if off > limit:
                words = f"The {d.name} of the {p.name}: one leg is {off:.2f} cm longer than the other."
                yield Finding(words, off, limit, p.name, d.name, "", d.mouth[0])


CHECK = Check(
    "dart-legs",
    "Darts",
    "Both legs of a dart are equally long",
    "Sewn, the longer one steps out at the edge.",
    "Fold the dart and true its mouth.",
    _look,
    "sewing_tolerance",
    alone=True,
)
