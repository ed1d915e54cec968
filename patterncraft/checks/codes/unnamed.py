"""Has every piece a name by which one finds it?"""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Final

from ..finding import Check, Finding
from ..subject import Subject

NAMELESS: Final = re.compile(r"(piece|part|sheet|untitled|copy)?\s*\d*", re.IGNORECASE)


def _look(s: Subject) -> Iterator[Finding]:
    for n, p in enumerate(s.pattern.pieces, 1):
        if NAMELESS.fullmatch(p.name.strip()):
            yield Finding(f"Piece number {n} has no name.", 1, 0, p.name, "", "", p.outline[0].path.start)


CHECK = Check(
    "unnamed",
    "Complete",
    "Every piece has a name",
    "Cut, two nameless pieces look alike.",
    "Rename it.",
    _look,
    unit="",
)
