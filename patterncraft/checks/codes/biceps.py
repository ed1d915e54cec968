"""Do both ends of a sleeve's cap lie level, so that it does not turn about the arm?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.sewn import run_of
from ...places.levels import downward
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.looking.sleeve_level
    for p in s.pattern.pieces:
        if "cap" not in p.edge_names or p.cut.on_fold or not {"front underarm", "back underarm"} <= set(p.edge_names):
            continue
        run = run_of(p, "cap")
        start, end = p.outline[run[0]].path.start, p.outline[run[-1]].path.end
        off = abs(((end - start) * downward(p).conjugate()).real)
        if off > limit:
            words = f"The ends of the cap of the {p.name} are {off:.1f} cm out of level: the sleeve will turn about the arm."
            yield Finding(words, off, limit, p.name, "cap", "", end)


CHECK = Check(
    "biceps",
    "Armhole and sleeve",
    "The biceps line is level",
    "Front and back underarm begin on one level, square to the grain.",
    "Redraw the lower end of the cap.",
    _look,
    "looking.sleeve_level",
    alone=True,
)
