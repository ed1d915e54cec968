"""Is every edge trued where a dart was closed or folded?"""

from __future__ import annotations

from collections.abc import Iterator

from ...paper.edge import TO_TRUE
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.sewing_tolerance
    for p in s.pattern.pieces:
        for e in p.outline:
            if e.name == TO_TRUE and e.length > limit:
                words = f"On the {p.name} a step of {e.length:.2f} cm is left where two legs of unlike length were taped: the edge is not trued as it folds."
                yield Finding(words, e.length, limit, p.name, _beside(p.edge_names), "", e.path.at(0.5 * e.length))


def _beside(names: list[str]) -> str:
    return names[0] if names else ""


CHECK = Check(
    "dart-mouth",
    "Darts",
    "Edges are trued over closed darts",
    "The step shows in the seam.",
    "Redraw the edge over it.",
    _look,
    "sewing_tolerance",
    alone=True,
)
