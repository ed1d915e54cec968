"""A family of sizes: each size's standard measures whole, what its own table lacks taken from the fuller one by the bust."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from ..errors import BadMeasure
from .chart import Chart
from .tables import TABLES, size_table


class SizeChart(NamedTuple):
    """One size. ``borrowed``: keys that its own table does not have; estimates by the bust from another."""

    size: str
    chart: Chart
    borrowed: tuple[str, ...]


def family_of_sizes(table: str, sizes: Sequence[str]) -> list[SizeChart]:
    """The sizes in the table's order, each once.

    Raises NoSuchName for a table or a size there is not; BadMeasure for a size whose bust lies outside the table it would borrow from.
    """
    own = size_table(table)
    asked = {own.size(s) and s for s in sizes}
    fuller = max(TABLES.values(), key=lambda t: len(next(iter(t.sizes.values()))))
    out = []
    for label in own.sizes:
        if label in asked:
            out.append(_filled(label, own.size(label), fuller.name if fuller.name != own.name else ""))
    return out


def _filled(label: str, chart: Chart, other: str) -> SizeChart:
    if not other:
        return SizeChart(label, dict(chart), ())
    try:
        more = size_table(other).estimated(chart)
    except BadMeasure as e:
        raise BadMeasure(
            f"size {label}: {e.message}", e.where, "Leave that size out, or measure somebody of it.", "sizes"
        ) from None
    return SizeChart(label, {**chart, **more}, tuple(more))
