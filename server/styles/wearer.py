"""The measures of the person whose blocks lie on a style's table."""

from __future__ import annotations

from functools import lru_cache

from patterncraft.measures.chart import Chart

from ..config.remembered import remembered
from ..people.models import MeasureChart
from ..shelf.models import BlockRevision
from ..shelf.services import draft_of

Pins = tuple[tuple[str, int], ...]
"""The head of a style: (role, id of the pinned revision), in the order in which the blocks were laid down."""


def wearer_of(pins: Pins) -> Chart:
    """The newest measures of the person whose blocks lie on the table, with what the blocks were drafted from behind them, cm; nobody's where there is
    none."""
    chart: dict[str, float] = {}
    for _, revision in pins:
        chart = {**draft_of(revision).measures, **chart}
    person = _person_of(tuple(i for _, i in pins))
    if person is not None:
        newest = MeasureChart.objects.filter(person_id=person, put_away=None).values_list("values", flat=True).first()
        chart |= newest or {}
    return chart


@lru_cache(maxsize=512)
def _person_of(revisions: tuple[int, ...]) -> int | None:
    """Whose the first block is that is somebody's. (A revision's block never changes hands.)"""
    owners = dict(BlockRevision.objects.filter(pk__in=revisions).values_list("pk", "block__person_id"))
    return next((owners[i] for i in revisions if owners.get(i) is not None), None)


remembered(_person_of.cache_clear)
