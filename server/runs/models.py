"""Runs: a style cut on many bodies at once, looked over, and kept as it was then."""

from __future__ import annotations

from typing import Any, ClassVar

from django.db import models

from patterncraft.finishing.plan import Finishing
from patterncraft.house import HouseRules
from patterncraft.moves.move import Move
from patterncraft.moves.registry import read_steps

from ..longwork.models import Long
from ..styles.models import Style
from ..workrooms.models import OwnedManager, Workroom


class RunManager(OwnedManager["RunRecord"]):
    """Runs are not put away: they are kept or thrown away."""

    def of(self, workroom: Workroom) -> models.QuerySet[RunRecord]:
        """See OwnedManager."""
        return self.filter(workroom=workroom)


class RunRecord(Long):
    """``bodies``: whose blocks they are, in order (``bodies.BodyData``); those of people get their blocks while the run is made. ``steps``, ``rules``, ``finishing``:
    the style's as they were; ``seen``: its mark then, by which it is stale later. ``done`` of ``bodies`` are cut. ``result``: what came out (``shapes.Result``)."""

    workroom = models.ForeignKey(Workroom, on_delete=models.CASCADE)
    style = models.ForeignKey(Style, on_delete=models.SET_NULL, null=True, related_name="runs")
    name = models.CharField(max_length=200)
    bodies = models.JSONField()
    steps = models.JSONField()
    rules = models.JSONField()
    finishing = models.JSONField()
    seen = models.CharField(max_length=80)
    done = models.PositiveIntegerField(default=0)
    result = models.JSONField(default=dict)
    created = models.DateTimeField(auto_now_add=True)

    objects: RunManager = RunManager()

    class Meta:
        ordering = ("-pk",)
        verbose_name = "size run"

    def house_rules(self) -> HouseRules:
        """The rules it is cut by."""
        return HouseRules.model_validate(self.rules)

    def recipe(self) -> list[Move]:
        """The style's steps as they were."""
        steps: list[Any] = self.steps
        return read_steps(steps)

    def plan(self) -> Finishing:
        """Where the style is finished otherwise than the house does."""
        return Finishing(lines=self.finishing)


class RunFiles(Long):
    """Everything of a run in one archive. ``data``: the zip, once it is whole; ``done``: bodies that are in it."""

    HOUSE: ClassVar = "run__workroom_id"

    run = models.OneToOneField(RunRecord, on_delete=models.CASCADE, related_name="files")
    done = models.PositiveIntegerField(default=0)
    data = models.BinaryField(null=True)
