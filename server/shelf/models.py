"""The shelf: blocks and their revisions. A revision is never changed once it is made."""

from __future__ import annotations

from typing import Any

from django.db import models

from ..people.models import Person
from ..workrooms.models import Keepable, OwnedManager, Workroom


class Block(Keepable):
    """A block on the shelf, in revisions."""

    class State(models.TextChoices):
        """How far it has been proved on the body."""

        DRAFTED = "drafted"
        TOILE = "toile"
        FITTED = "fitted"
        RETIRED = "retired"

    workroom = models.ForeignKey(Workroom, on_delete=models.CASCADE)
    person = models.ForeignKey(Person, on_delete=models.SET_NULL, null=True, related_name="blocks")
    name = models.CharField(max_length=120)
    state = models.CharField(max_length=10, choices=State.choices, default=State.DRAFTED)
    # What the shelf shows of the newest revision, remembered with it (see ``cards``): a list never reads the blocks themselves.
    school = models.CharField(max_length=80, blank=True)
    family = models.CharField(max_length=40, blank=True)
    cloth = models.CharField(max_length=40, blank=True)
    size_set = models.CharField(max_length=120, blank=True)
    card = models.JSONField(default=dict)
    created = models.DateTimeField(auto_now_add=True)

    objects = OwnedManager["Block"]()

    class Meta:
        ordering = ("name", "pk")
        verbose_name = "block"
        indexes = (models.Index(fields=("workroom", "put_away", "name"), name="as_it_hangs"),)


class BlockRevision(models.Model):
    """A block as it was at one time: the open file's block, whole."""

    block = models.ForeignKey(Block, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    content = models.JSONField()
    note = models.CharField(max_length=300, blank=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-number",)
        verbose_name = "revision"
        constraints = (models.UniqueConstraint(fields=("block", "number"), name="one_revision_per_number"),)

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Refuses to change what is stored: styles rely on it."""
        if self.pk:
            raise TypeError("a revision is immutable: make a new one")
        super().save(*args, **kwargs)
