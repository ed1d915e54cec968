"""Was something measured from the outer edge of a button stand, and not from the centre?"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from ...by_identity import ByIdentity
from ...moves.extend import Extend
from ...moves.move import Move
from ...moves.registry import step_json
from ..finding import Check, Finding
from ..subject import Subject


def _look(s: Subject) -> Iterator[Finding]:
    for r in s.remarked("extension"):
        yield Finding(r.words, r.amount, r.limit, r.piece, r.edge, r.seam, None)
    if s.replay is None:
        return
    outer: dict[str, tuple[str, float]] = {}
    for d in s.replay.done:
        if isinstance(d.step, Extend):
            if d.step.used_as in ("button stand", "wrap"):
                outer[d.step.used_as] = (d.step.edge, d.step.width)
            continue
        for place in _places_of(d.step):
            start = place.get("from", "")
            if isinstance(start, str) and start in outer and ("distance" in place or "fraction" in place):
                centre, width = outer[start]
                piece = d.step.pieces_named()[0] if d.step.pieces_named() else ""
                at = next((e.path.start for p in s.pattern.pieces if p.name == piece for e in p.outline if e.name == start), None)
                words = f"Step {d.number} measures along the {place.get('edge', '')} from the edge of the {start} and not from the {centre}: {width:.1f} cm too far out."
                yield Finding(words, width, 0.0, piece, str(place.get("edge", "")), f"step {d.number}", at)


def _places(data: Any) -> Iterator[dict[str, Any]]:
    """Every place that a step names."""
    if isinstance(data, dict):
        if "edge" in data and "from" in data:
            yield data
        for value in data.values():
            yield from _places(value)
    elif isinstance(data, list):
        for value in data:
            yield from _places(value)


def _of(step: Move) -> tuple[dict[str, Any], ...]:
    return tuple(_places(step_json(step)))


_places_of = ByIdentity(_of, 4096)
"""The places a step names; remembered, since a recipe's steps stay as they are while the newest is dragged."""


CHECK = Check(
    "extension",
    "Complete",
    "Everything is measured from the true centre",
    "Measured from the edge of a button stand, waist and darts lie a stand's width too far out.",
    "Measure from the centre.",
    _look,
)
