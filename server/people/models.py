"""People and their measure charts. Measures are personal data: reached only through the workroom."""

from __future__ import annotations

from django.db import models

from ..workrooms.models import OwnedManager, Workroom


class Person(models.Model):
    """Somebody who is measured; belongs to one workroom."""

    workroom = models.ForeignKey(Workroom, on_delete=models.CASCADE)
    name = models.CharField(max_length=120)
    note = models.CharField(max_length=500, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    objects: OwnedManager[Person] = OwnedManager()

    class Meta:
        ordering = ("name", "pk")
        verbose_name = "person"


class MeasureChart(models.Model):
    """One taking of measures. Values in cm by key; ``estimated`` lists the keys that were taken from a size table
    and not measured yet. Never changed after the day: a new day is a new chart."""

    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="charts")
    taken_on = models.DateField()
    values = models.JSONField()
    estimated = models.JSONField(default=list)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-taken_on", "-pk")
        verbose_name = "measure chart"
