"""Archives on their way out and in."""

from __future__ import annotations

from django.db import models

from ..longwork.models import Long
from ..workrooms.models import OwnedManager, Workroom


class ArchiveManager(OwnedManager["Archive"]):
    """Archives are not put away: they are kept or thrown away."""

    def of(self, workroom: Workroom) -> models.QuerySet[Archive]:
        """Without the archives themselves, which are large."""
        return self.filter(workroom=workroom).defer("data")


class Archive(Long):
    """The library, or part of it, as one file. ``data``: the zip; out: once it is whole, in: until it is taken in. ``wanted``: out, the ids of styles and blocks (empty:
    everything). ``told``: what a person should know, in sentences."""

    class Way(models.TextChoices):
        """Where to."""

        OUT = "out"
        IN = "in"

    workroom = models.ForeignKey(Workroom, on_delete=models.CASCADE)
    way = models.CharField(max_length=3, choices=Way.choices)
    name = models.CharField(max_length=200)
    wanted = models.JSONField(default=dict)
    data = models.BinaryField(null=True)
    size = models.PositiveIntegerField(default=0)
    done = models.PositiveIntegerField(default=0)
    of = models.PositiveIntegerField(default=0)
    told = models.JSONField(default=list)
    created = models.DateTimeField(auto_now_add=True)

    objects: ArchiveManager = ArchiveManager()

    class Meta:
        ordering = ("-pk",)
        verbose_name = "archive"
