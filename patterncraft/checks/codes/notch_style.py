"""Is the back told by double notches, and the front by single ones?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.seam import Seam
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    for seam in s.pattern.seams:
        if not _tells_both(seam):
            continue
        ruled = {name for r in seam.rules for name in (r.start, r.end)} | _of_closures(s, seam.name)
        for n in s.pattern.notches_of(seam.name):
            if n.only_b or n.name in ruled or "front" in n.name:
                continue
            piece, at = s.place(seam.a, n.at_a)
            wanted = "double" if "back" in piece.split() else "single"
            if n.style != wanted:
                words = f"{seam.name}: the notch “{n.name}” lies on the {piece} and is {n.style}: the {'back' if wanted == 'double' else 'front'} is told by a {wanted} one."
                cure = {"move": "move_notch", "seam": seam.name, "notch": n.name, "style": wanted}
                yield Finding(words, 1, 0, piece, n.name, seam.name, at, cure)


def _tells_both(seam: Seam) -> bool:
    """Whether its first side runs over pieces of the front and of the back, as an armhole does."""
    words = [set(x.piece.split()) for x in seam.a]
    return any("front" in w for w in words) and any("back" in w for w in words)


def _of_closures(s: Subject, seam: str) -> set[str]:
    return {name for c in s.pattern.closures for part in c.parts if part.seam == seam for name in (part.start, part.end)}


CHECK = Check(
    "notch-style",
    "Notches",
    "Double notches at the back, single in front",
    "A sleeve is set in the wrong way round where both are alike.",
    "The notch is cut double, or single.",
    _look,
    unit="",
)
