"""Is there something that closes every edge that is left open?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.opening import is_joined
from ...paper.seam import Side
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    closed = {(x.piece, x.edge) for c in s.pattern.closures for part in c.parts for x in _edges(s, part.seam)}
    for name, i in s.left_open:
        p = s.pattern.piece(name)
        e = p.outline[i]
        if p.cut.layer == "shell" and (name, e.name) not in closed and not is_joined(s.pattern, name, e.name):
            if any(m.kind == "button" for m in p.marks):
                continue
            cure = {"move": "closure", "piece": p.name, "edge": e.name, "kind": "buttons"}
            words = f"The {e.name} of the {p.name} is left open, and nothing closes it."
            yield Finding(words, 1, 0, p.name, e.name, "", e.path.at(0.5 * e.length), cure)


def _edges(s: Subject, seam: str) -> Side:
    found = next((x for x in s.pattern.seams if x.name == seam), None)
    return () if found is None else found.a


CHECK = Check(
    "closure-none",
    "Complete",
    "What is open can be closed",
    "A button stand without buttons is a front that falls open.",
    "Buttons, hooks or a zip; or let it stand as a wrap that is tied, and say so.",
    _look,
    unit="",
    worked=True,
)
