"""People and their measure charts. Measures are personal data: reached only through the workroom."""

from __future__ import annotations

from django.db import models

from ..workrooms.models import Keepable, OwnedManager, Workroom


class Person(Keepable):
    """Somebody who is measured; belongs to one workroom."""

    workroom = models.ForeignKey(Workroom, on_delete=models.CASCADE)
    name = models.CharField(max_length=120)
    note = models.CharField(max_length=500, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    objects = OwnedManager["Person"]()

    class Meta:
        ordering = ("name", "pk")
        verbose_name = "person"


class MeasureChart(Keepable):
    """One taking of measures. Values in cm by key; ``estimated`` lists the keys that were taken from a size table
    and not measured yet. ``version`` grows with every change, so that a second tab notices; what it held before is kept
    (``EarlierChart``)."""

    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="charts")
    taken_on = models.DateField()
    values = models.JSONField()
    estimated = models.JSONField(default=list)
    version = models.PositiveIntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-taken_on", "-pk")
        verbose_name = "measure chart"


class EarlierChart(models.Model):
    """What a chart held before one of its changes; ``number`` is the version it was. ``why``: what changed it then."""

    chart = models.ForeignKey(MeasureChart, on_delete=models.CASCADE, related_name="earlier")
    number = models.PositiveIntegerField()
    values = models.JSONField()
    estimated = models.JSONField(default=list)
    why = models.CharField(max_length=200)
    changed = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-number",)
        constraints = (models.UniqueConstraint(fields=("chart", "number"), name="one_state_per_version"),)
