"""Edges that wait for a part: what is made for them is made to the edge as it is."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace

from ..paper.pattern import Pattern


def held_as_now(pattern: Pattern, seams: Collection[str]) -> Pattern:
    """The pattern with those of the named seams that wait for a partner promised at the length they have now."""
    return replace(
        pattern,
        seams=tuple(
            replace(s, rule=replace(s.rule, length=pattern.side_length(s.a))) if s.name in seams and s.rule.kind == "hold" else s
            for s in pattern.seams
        ),
    )
