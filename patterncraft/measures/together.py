"""Two takings of one body's measures laid together."""

from __future__ import annotations

from collections.abc import Collection
from typing import NamedTuple

from .chart import Chart
from .keys import MEASURES


class Taking(NamedTuple):
    """Measures in cm by key, and which of them are estimates."""

    values: Chart
    estimated: Collection[str] = ()


def laid_into(old: Taking, new: Taking) -> Taking:
    """The old measures with the new ones among them, in the order of taking; nothing is lost that the new ones do not speak of.

    What was measured replaces anything; an estimate fills a gap or replaces an estimate, never a measure.
    """
    taken = {k: v for k, v in new.values.items() if k not in new.estimated or k not in old.values or k in old.estimated}
    values = {**old.values, **taken}
    estimated = [k for k in values if (k in new.estimated if k in taken else k in old.estimated)]
    order = {k: n for n, k in enumerate(MEASURES)}
    return Taking(dict(sorted(values.items(), key=lambda kv: order.get(kv[0], len(order)))), estimated)
