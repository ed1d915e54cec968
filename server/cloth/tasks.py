"""A lay being packed, in the worker, with every better one kept as it is found."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from patterncraft.laying.buying import next_wider
from patterncraft.laying.cloth import Cloth, LayOrder
from patterncraft.laying.engine import lays
from patterncraft.laying.packing import task_of
from patterncraft.laying.shapes import Shape
from patterncraft.laying.stored import placed_data, read_shapes

from ..longwork.at_work import AtWork
from ..longwork.turns import LONGEST, LONGEST_FIRST, Job
from .models import LayRecord

LEAST: Final = 1.0
"""seconds that a lay is given at least when it is gone on with"""
WIDER: Final = 5.0
"""seconds at most that the next wider cloth is tried for"""


def _pack(at: AtWork[LayRecord]) -> None:
    """Pack until the time is up, somebody says stop, the turn is over, or the worker is told to leave; then the lay waits for the next one, with what was found. Its turns
    grow longer: each begins the search anew."""
    record, before = at.record, at.record.spent
    shapes, phases = read_shapes(record.shapes)
    order = record.lay_order()
    order = order.model_copy(update={"seconds": max(LEAST, order.seconds - before)})
    best = record.lay().length if record.placed else float("inf")

    at.turn = min(LONGEST, max(LONGEST_FIRST, before))

    def is_over() -> bool:
        return at.gives_way(spent=before + at.seconds)

    for found in lays(task_of(shapes, record.cloth_card(), order, phases), order, is_over):
        if found.length < best - 1e-3:
            best = found.length
            record.found += 1
            at.keep(placed=placed_data(found.placed), found=record.found, spent=before + at.seconds, by_hand=False)
    if best < float("inf") and not is_over():
        _try_wider(at, shapes, record.cloth_card(), order)
    at.end("" if best < float("inf") else "It was stopped before a first lay was found.", spent=before + at.seconds)


def _try_wider(at: AtWork[LayRecord], shapes: Sequence[Shape], cloth: Cloth, order: LayOrder) -> None:
    """The same pieces on the next wider cloth, shortly, so that what it would take is no guess. Checks are not matched on it: they fall otherwise there."""
    wider = next_wider(cloth)
    if wider is None or order.match or cloth.repeat_across:
        return
    tried = order.model_copy(update={"seconds": max(1.0, min(WIDER, order.seconds / 4))})
    found = [x.length for x in lays(task_of(shapes, wider, tried, {}), tried, at.is_over)]
    if found:
        at.keep(on_wider=found[-1])


LAY: Final = Job(_pack, "The lay broke off for a reason nobody foresaw. Try it once more.")
