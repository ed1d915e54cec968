"""A block drafted again from what it was drafted from: with its construction, and its corrections done anew."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from ..drafting.school import Block
from ..drafting.schools import school
from ..measures.chart import Chart
from .corrected import corrected


def drafted_again(
    name: str, measures: Chart, settings: Mapping[str, Any], base: Block | None, corrections: Sequence[Mapping[str, Any]]
) -> Block:
    """Raises what the school or a correction raises: with other measures a correction may no longer be possible."""
    return corrected(school(name).draft(measures, settings, base), corrections)
