"""Does all fullness stand between two notches?"""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    for seam in s.pattern.seams:
        known = {"start", "end", *(n.name for n in s.pattern.notches_of(seam.name))}
        for r in seam.rules:
            lost = [name for name in (r.start, r.end) if name not in known]
            if lost:
                piece, at = s.middle(seam)
                words = f"{seam.name}: it is {r.rule} from {r.start} to {r.end}, and there is no notch “{lost[0]}”."
                yield Finding(words, len(lost), 0, piece, f"{r.start} to {r.end}", seam.name, at)


CHECK = Check(
    "gather-notch",
    "Notches",
    "Fullness has a notch at each end",
    "Without them nobody knows between which points to gather.",
    "A notch is set on both sides at each end of the fullness.",
    _look,
    unit="",
)
