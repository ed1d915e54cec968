"""Does a dart that points at the bust end short of it, as the house wants?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.dart import darts_of
from ..finding import Check, Finding
from ..subject import Subject

NEAR = 0.5
"""cm; a dart whose pivot is so near to the bust point points at it."""


def _look(s: Subject) -> Iterator[Finding]:
    for p in s.pattern.pieces:
        busts = [m.at for m in p.marks if m.name == "bust point"]
        for d in darts_of(p):
            if not any(abs(d.pivot - z) < NEAR for z in busts):
                continue
            wanted = min(s.rules.set_backs.for_edge(d.mouth_edge), max(d.depth - 1.0, 0.0))
            short = wanted - d.rule.set_back
            if short > s.rules.sewing_tolerance:
                words = f"The {d.name} of the {p.name} is sewn to {d.rule.set_back:.1f} cm from the bust point: {wanted:.1f} cm are the house's rule there."
                cure = {"move": "set_dart_point", "piece": p.name, "dart": d.name, "by": "house"}
                yield Finding(words, short, wanted, p.name, d.name, "", d.sewn_point, cure)


CHECK = Check(
    "dart-point",
    "Darts",
    "Darts end short of the bust point",
    "Sewn to the very point a dart makes a peak; from the side it must end sooner.",
    "The point is set back by the house's rule.",
    _look,
    "set_backs.waist",
    alone=True,
)
