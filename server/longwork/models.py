"""What all long work has in common: it is asked for, done by a worker outside the answer, watched, stopped, taken up again."""

from __future__ import annotations

from typing import Any, ClassVar

from django.db import models


class Long(models.Model):
    """``stop``: somebody asked for it. ``attempt``: which run of it counts; a run that was begun for an earlier one ends by itself. ``beat``: when the worker
    last said that it is at it. ``message``: what a person should know of how it ended."""

    class State(models.TextChoices):
        """How far it is."""

        WAITING = "waiting"
        RUNNING = "running"
        STOPPED = "stopped"
        DONE = "done"
        FAILED = "failed"

    HOUSE: ClassVar = "workroom_id"
    """by what its house's number is found"""

    state = models.CharField(max_length=10, choices=State.choices, default=State.WAITING)
    stop = models.BooleanField(default=False)
    attempt = models.PositiveIntegerField(default=0)
    beat = models.DateTimeField(null=True)
    message = models.CharField(max_length=400, blank=True)

    class Meta:
        abstract = True

    @property
    def going(self) -> bool:
        """Whether it waits, or is being done."""
        return self.state in (self.State.WAITING, self.State.RUNNING)

    @property
    def house(self) -> int:
        """The number of the workroom that it is done for."""
        found: Any = self
        for name in self.HOUSE.split("__"):
            found = getattr(found, name)
        return int(found)
