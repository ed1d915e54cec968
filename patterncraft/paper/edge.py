"""An edge: a named stretch of a piece's outline, with what becomes of it in sewing."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

from ..geometry.path import Path
from ..geometry.transform import Transform

EdgeKind = Literal["seam", "fold", "hem", "opening", "dart", "raw"]
EDGE_KINDS: tuple[EdgeKind, ...] = get_args(EdgeKind)

TO_TRUE = "to true"
"""Name of the sliver left where two unequal legs were taped: it has no sewn length and waits to be trued."""


@dataclass(frozen=True, slots=True)
class Edge:
    """One edge, run in the outline's sense.

    ``cut`` names the scissors' cut that made it; empty for an edge drawn with the block. Two
    edges of one cut that are taped together again heal without a trace.
    """

    name: str
    kind: EdgeKind
    path: Path
    cut: str = ""

    @property
    def length(self) -> float:
        """Arc length, cm."""
        return self.path.length

    @property
    def is_sewn_shut(self) -> bool:
        """Dart legs and slivers: skipped when one measures along the sewn edge."""
        return self.kind == "dart" or self.name == TO_TRUE

    def placed(self, by: Transform) -> Edge:
        path = self.path.reversed() if by.mirrored else self.path
        return self.with_path(path.placed(by))

    def with_path(self, path: Path) -> Edge:
        return Edge(self.name, self.kind, path, self.cut)
