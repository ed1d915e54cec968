"""Snips that no seam asks for: where the cloth is folded, where the hem turns up, where the centre lies."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Protocol

from ..geometry.path import Path
from ..paper.edge import EdgeKind
from ..paper.nearest import nearest_on
from ..paper.piece import DrawnLine

ON_THE_EDGE = 0.01
"""cm: a drawn line nearer to the outline than this ends on it."""


class Sewn(Protocol):
    """What is asked of an edge of the sewing line: its name and kind, how it runs (cm), and how far out it is cut (cm, ≥ 0)."""

    @property
    def name(self) -> str: ...
    @property
    def kind(self) -> EdgeKind: ...
    @property
    def path(self) -> Path: ...
    @property
    def allowance(self) -> float: ...


def lines_marked(edges: Sequence[Sewn], lines: Sequence[DrawnLine]) -> Iterator[tuple[str, complex, complex]]:
    """(name, place on the sewing line, place out towards the cut line), cm, of every snip that marks a line and not a seam.

    A fold is snipped on along itself at both its ends; a hem in the allowances beside it, where the cloth turns up; a centre, fold or hem that is drawn on the
    paper (inside a button stand, a facing, a grown-on hem) where it meets the outline. Nothing where the paper has no allowance to snip.
    Common practice, no source.
    """
    for i, e in enumerate(edges):
        before, after = edges[i - 1], edges[(i + 1) % len(edges)]
        if e.kind not in ("fold", "hem") or not e.path.length:
            continue
        for beside, corner, out in (
            (before, e.path.start, -e.path.direction_at(0.0)),
            (after, e.path.end, e.path.direction_at(e.path.length)),
        ):
            if beside.kind != e.kind and beside.allowance:
                yield e.name, corner, corner + out * beside.allowance
    for line in lines:
        if _folds(line.name):
            for end in (line.path.start, line.path.end):
                yield from _across(edges, line.name, end)


def _folds(name: str) -> bool:
    return name.startswith("centre ") or name.endswith("fold") or name == "hem"


def _across(edges: Sequence[Sewn], name: str, end: complex) -> Iterator[tuple[str, complex, complex]]:
    for e in edges:
        off, near = nearest_on(e.path, end)
        if off < ON_THE_EDGE and e.allowance:
            yield name, end, end + e.path.direction_at(near) * -1j * e.allowance
            return
