"""The long work itself: packing, in the worker, with every better lay kept as it is found."""

from __future__ import annotations

import time
from typing import Final

from django.utils import timezone
from django_tasks import task

from patterncraft.errors import PatternError
from patterncraft.laying.engine import lays
from patterncraft.laying.packing import task_of
from patterncraft.laying.stored import placed_data, read_shapes

from .leaving import is_leaving
from .models import LayRecord

BEAT: Final = 0.7
"""seconds between signs of life, each of which also asks whether to stop"""
LEAST: Final = 1.0
"""seconds that a lay is given at least when it is gone on with"""
State = LayRecord.State


@task()
def make_lay(lay_id: int, attempt: int) -> None:
    """Pack until the time is up, somebody says stop, or the worker is told to leave; then the lay waits for the next one, with what was found."""
    mine = LayRecord.objects.filter(pk=lay_id, attempt=attempt)
    record = mine.filter(state=State.WAITING).first()
    if record is None or not mine.update(state=State.RUNNING, beat=timezone.now(), message=""):
        return
    try:
        _Run(record, attempt).go()
    except PatternError as e:
        mine.update(state=State.FAILED, message=str(e)[:400])
    except Exception:
        mine.update(state=State.FAILED, message="The lay broke off for a reason nobody foresaw. Try it once more.")
        raise


class _Run:
    """One run of one lay."""

    def __init__(self, record: LayRecord, attempt: int) -> None:
        self.record, self.mine = record, LayRecord.objects.filter(pk=record.pk, attempt=attempt)
        self.began, self.before = time.monotonic(), record.spent
        self.looked = 0.0
        self.stopped = False

    def spent(self) -> float:
        return self.before + time.monotonic() - self.began

    def stop(self) -> bool:
        """Asked by the packer ten times a second; the database is asked less often."""
        if is_leaving():
            return True
        if time.monotonic() - self.looked > BEAT:
            self.looked = time.monotonic()
            self.mine.update(beat=timezone.now(), spent=self.spent())
            # A lay that was thrown away, or begun anew, is nobody's any more.
            self.stopped = self.mine.filter(stop=False).first() is None
        return self.stopped

    def go(self) -> None:
        record = self.record
        shapes, phases = read_shapes(record.shapes)
        order = record.lay_order()
        order = order.model_copy(update={"seconds": max(LEAST, order.seconds - self.before)})
        best = record.lay().length if record.placed else float("inf")
        for found in lays(task_of(shapes, record.cloth_card(), order, phases), order, self.stop):
            if found.length < best - 1e-3:
                best = found.length
                record.found += 1
                self.mine.update(
                    placed=placed_data(found.placed), found=record.found, beat=timezone.now(), spent=self.spent(), by_hand=False
                )
        if is_leaving() and not self.stopped:
            self.mine.update(state=State.WAITING, spent=self.spent())
            return
        over = State.STOPPED if self.stopped else State.DONE
        said = "" if best < float("inf") else "It was stopped before a first lay was found."
        self.mine.update(state=over, spent=self.spent(), stop=False, message=said)
