"""Trying on: what was sewn, what was seen, what was pinned to the block, and what came of it."""

from __future__ import annotations

from django.db import models

from ..shelf.models import Block, BlockRevision
from ..styles.models import Style


class Fitting(models.Model):
    """Toile ``number`` of a block, made from ``revision``. Its corrections are the steps of ``style``, a recipe that is kept for this alone; ``made`` is the
    revision that they gave, None as long as they are worked at."""

    block = models.ForeignKey(Block, on_delete=models.CASCADE, related_name="fittings")
    number = models.PositiveIntegerField()
    revision = models.ForeignKey(BlockRevision, on_delete=models.CASCADE, related_name="fittings")
    made = models.ForeignKey(BlockRevision, on_delete=models.SET_NULL, null=True, related_name="made_by")
    style = models.OneToOneField(Style, on_delete=models.SET_NULL, null=True, related_name="fitting")
    worn_on = models.DateField()
    cloth = models.CharField(max_length=120, blank=True)
    remarks = models.CharField(max_length=2000, blank=True)

    class Meta:
        ordering = ("-number",)
        verbose_name = "toile"
        constraints = (models.UniqueConstraint(fields=("block", "number"), name="one_toile_per_number"),)


class PinnedNote(models.Model):
    """What was seen, pinned to a place of the block: cm in the coordinates of its piece."""

    fitting = models.ForeignKey(Fitting, on_delete=models.CASCADE, related_name="notes")
    piece = models.CharField(max_length=80)
    x = models.FloatField()
    y = models.FloatField()
    text = models.CharField(max_length=500)

    class Meta:
        ordering = ("pk",)
        verbose_name = "note"


class Photograph(models.Model):
    """A photograph of the toile, drawn anew from its dots (``photographs.py``): nothing of the file that was sent is kept. In the database, so that it
    is saved, put away and deleted with what it belongs to."""

    fitting = models.ForeignKey(Fitting, on_delete=models.CASCADE, related_name="photographs")
    jpeg = models.BinaryField()
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    caption = models.CharField(max_length=200, blank=True)
    added = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("pk",)
        verbose_name = "photograph"
