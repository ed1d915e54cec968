"""Drawings and photographs on their way to the shelf: kept as they came until they are a block, or thrown away."""

from __future__ import annotations

from typing import Any

from django.db import models

from ..workrooms.models import OwnedManager, Workroom


class Incoming(models.Model):
    """A drawing (SVG, DXF) or a photograph, and what was said of it so far. ``plan``: see ``incoming/plan.py`` of the core; ``sheet``, ``trace``: of a
    photograph (corners in dots, what was clicked); ``flat``: it made flat, with ``scale`` (dots to the cm, origin, expected error)."""

    class Kind(models.TextChoices):
        """What came."""

        DRAWING = "drawing"
        PHOTOGRAPH = "photograph"

    workroom = models.ForeignKey(Workroom, on_delete=models.CASCADE)
    name = models.CharField(max_length=120)
    kind = models.CharField(max_length=12, choices=Kind.choices)
    data = models.BinaryField()
    width = models.PositiveIntegerField(default=0)
    height = models.PositiveIntegerField(default=0)
    plan = models.JSONField(default=dict)
    sheet = models.JSONField(default=dict)
    trace = models.JSONField(default=dict)
    flat = models.BinaryField(null=True)
    scale = models.JSONField(default=dict)
    created = models.DateTimeField(auto_now_add=True)

    objects = OwnedManager["Incoming"]()

    class Meta:
        ordering = ("-pk",)
        verbose_name = "drawing"

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Named after something."""
        self.name = self.name or ("Photograph" if self.kind == self.Kind.PHOTOGRAPH else "Drawing")
        super().save(*args, **kwargs)
