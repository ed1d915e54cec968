"""An edge: a named stretch of a piece's outline, with what becomes of it in sewing."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

from ..geometry.path import Path
from ..geometry.transform import Transform
from .trace import NEW_PAPER, Trace, Traces, backward, cut_traces, end_to_end, stretched

EdgeKind = Literal["seam", "fold", "hem", "opening", "dart", "raw"]
EDGE_KINDS: tuple[EdgeKind, ...] = get_args(EdgeKind)

TO_TRUE = "to true"
"""Name of the sliver left where two unequal legs were taped: it has no sewn length and waits to be trued."""


@dataclass(frozen=True, slots=True)
class Edge:
    """One edge, run in the outline's sense.

    ``cut`` names the scissors' cut that made it; empty for an edge drawn with the block. Two
    edges of one cut that are taped together again heal without a trace. ``trace``: while the piece
    is in work, which stretches of which old edges this is (see ``trace``); empty at rest.
    """

    name: str
    kind: EdgeKind
    path: Path
    cut: str = ""
    trace: Traces = ()

    @property
    def length(self) -> float:
        """Arc length, cm."""
        return self.path.length

    @property
    def is_sewn_shut(self) -> bool:
        """Dart legs and slivers: skipped when one measures along the sewn edge."""
        return self.kind == "dart" or self.name == TO_TRUE

    @property
    def is_called_centre(self) -> bool:
        """Whether it bears the centre's name; the leg of a dart that opens there does, too, and is none."""
        return self.name.startswith("centre") and not self.is_sewn_shut

    @property
    def is_centre(self) -> bool:
        """Whether it lies on the body's centre: a fold, or a centre that is a seam or an opening."""
        return self.kind == "fold" or self.is_called_centre

    @property
    def is_new_paper(self) -> bool:
        """In hand: whether all of it lies on paper taped in by this move."""
        return bool(self.trace) and all(t.edge == NEW_PAPER for t in self.trace)

    def placed(self, by: Transform) -> Edge:
        """Slid, swung or turned over with its piece; turned over, it is walked the other way."""
        if by.mirrored:
            return Edge(self.name, self.kind, self.path.reversed().placed(by), self.cut, backward(self.trace))
        return self.with_path(self.path.placed(by))

    def with_path(self, path: Path) -> Edge:
        """The same edge lying elsewhere: ``path`` is as long as its own."""
        return Edge(self.name, self.kind, path, self.cut, self.trace)

    def cut_at(self, along: float) -> tuple[Edge, Edge]:
        """Both parts at ``along`` cm from its start, which must lie strictly inside it."""
        a, b = self.path.cut(along)
        left, right = cut_traces(self.trace, along)
        return Edge(self.name, self.kind, a, self.cut, left), Edge(self.name, self.kind, b, self.cut, right)

    def then(self, other: Edge) -> Edge:
        """Both as one edge of this one's name; ``other`` starts where this one ends."""
        return Edge(self.name, self.kind, self.path.then(other.path), self.cut, end_to_end(self.trace, other.trace))

    def redrawn(self, path: Path) -> Edge:
        """The same edge along another line: every place on it keeps its share of the length."""
        return Edge(self.name, self.kind, path, self.cut, stretched(self.trace, path.length))

    def without_trace(self) -> Edge:
        """At rest."""
        return Edge(self.name, self.kind, self.path, self.cut) if self.trace else self


def on_new_paper(name: str, kind: EdgeKind, path: Path) -> Edge:
    """An edge of new paper taped in."""
    return Edge(name, kind, path, "", (Trace(NEW_PAPER, 0.0, 0.0, path.length),))
