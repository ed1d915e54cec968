"""Does every piece say how many are cut, and of which cloth?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    for p in s.pattern.pieces:
        missing = [
            word for word, there in (("how many are cut", p.cut.quantity > 0), ("of which cloth", p.cut.cloth.strip())) if not there
        ]
        if p.cut.mirrored and p.cut.quantity % 2 and not p.cut.on_fold:
            missing.append("how a pair comes out of an odd number")
        if missing:
            yield Finding(
                f"The {p.name} does not say {' or '.join(missing)}.", len(missing), 0, p.name, "", "", p.outline[0].path.start
            )


CHECK = Check(
    "no-plan",
    "Complete",
    "Every piece says how it is cut",
    "Half a pattern is a pattern that is cut twice.",
    "Say how many, as a pair or on the fold, and of which cloth.",
    _look,
    unit="",
    alone=True,
)
