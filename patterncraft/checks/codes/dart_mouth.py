"""Is every edge trued where a dart was closed or folded?"""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ...paper.edge import TO_TRUE, Edge
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    limit = s.rules.sewing_tolerance
    for p in s.pattern.pieces:
        for k, e in enumerate(p.outline):
            if e.name == TO_TRUE and e.length > limit:
                words = f"On the {p.name} a step of {e.length:.2f} cm is left where two legs of unlike length were taped: the edge is not trued as it folds."
                yield Finding(words, e.length, limit, p.name, _beside(p.outline, k), "", e.path.at(0.5 * e.length))


def _beside(outline: Sequence[Edge], k: int) -> str:
    """The edge in which the step is left: the one before it, past darts."""
    return next((e.name for e in (*outline[:k][::-1], *outline[k:][::-1]) if not e.is_sewn_shut), "")


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
