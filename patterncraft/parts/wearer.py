"""A measure of the person whose blocks lie on the table, or what was typed in its place."""

from __future__ import annotations

from ..errors import BadMeasure
from ..measures.keys import MEASURES
from ..paper.pattern import Pattern
from ..working import Quantity, Sum, length


def at_hand(pattern: Pattern, key: str, typed: float | None, field: str) -> tuple[float, Sum]:
    """The measure, cm, and the line that tells where it came from. Raises BadMeasure where it was neither taken nor typed."""
    title = MEASURES[key].title
    if typed is not None:
        return typed, Sum(f"{title}, as typed", length(typed))
    value = pattern.wearer.get(key)
    if value is None:
        raise BadMeasure(
            "it was not taken of the person whose blocks lie here.",
            title,
            "Type it here, or take it and add it to the measures.",
            field,
        )
    return value, Sum(f"{title}, of the wearer", Quantity(value))
