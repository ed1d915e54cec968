"""A lay being packed, in the worker, with every better one kept as it is found."""

from __future__ import annotations

from typing import Final

from django_tasks import task

from patterncraft.laying.engine import lays
from patterncraft.laying.packing import task_of
from patterncraft.laying.stored import placed_data, read_shapes

from ..longwork.at_work import AtWork, attempt_at
from .models import LayRecord

LEAST: Final = 1.0
"""seconds that a lay is given at least when it is gone on with"""


@task()
def make_lay(lay_id: int, attempt: int) -> None:
    """Pack until the time is up, somebody says stop, or the worker is told to leave; then the lay waits for the next one, with what was found."""
    attempt_at(LayRecord, lay_id, attempt, _pack, "The lay broke off for a reason nobody foresaw. Try it once more.")


def _pack(at: AtWork[LayRecord]) -> None:
    record, before = at.record, at.record.spent
    shapes, phases = read_shapes(record.shapes)
    order = record.lay_order()
    order = order.model_copy(update={"seconds": max(LEAST, order.seconds - before)})
    best = record.lay().length if record.placed else float("inf")

    def is_over() -> bool:
        return at.is_over(spent=before + at.seconds)

    for found in lays(task_of(shapes, record.cloth_card(), order, phases), order, is_over):
        if found.length < best - 1e-3:
            best = found.length
            record.found += 1
            at.keep(placed=placed_data(found.placed), found=record.found, spent=before + at.seconds, by_hand=False)
    at.end("" if best < float("inf") else "It was stopped before a first lay was found.", spent=before + at.seconds)
