"""Is the cap longer than its armhole, by no more than can be eased in?"""

from __future__ import annotations

from collections.abc import Iterator

from ..caps import caps
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    most = s.rules.looking.cap_most
    for c in caps(s):
        if -s.rules.sewing_tolerance <= c.ease <= most + s.rules.sewing_tolerance:
            continue
        own, whole = (c.seam.a, c.promise.length_a) if c.cap == "a" else (c.seam.b, c.promise.length_b or 0.0)
        piece, at = s.place(own, 0.5 * whole)
        if c.ease > most:
            words = f"The cap of the {piece} is {c.ease:.1f} cm longer than its armhole: {most:.1f} cm can be eased in."
            yield Finding(words, c.ease, most, piece, "cap", c.seam.name, at)
        else:
            words = f"The cap of the {piece} is {-c.ease:.1f} cm shorter than its armhole."
            yield Finding(words, c.ease, 0.0, piece, "cap", c.seam.name, at)


CHECK = Check(
    "cap-ease",
    "Armhole and sleeve",
    "The cap is eased, and no more than cloth takes",
    "Too much puckers, too little pulls the sleeve flat over the shoulder.",
    "Flatten the crown, or gather it and say so.",
    _look,
    "looking.cap_most",
)
