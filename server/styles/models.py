"""Styles: pinned blocks, and every list of steps there ever was, so that undo has no end."""

from __future__ import annotations

from typing import Any

from django.db import models

from patterncraft.finishing.plan import Finishing
from patterncraft.house import HouseRules

from ..shelf.models import BlockRevision
from ..workrooms.models import Keepable, OwnedManager, Workroom


class StyleManager(OwnedManager["Style"]):
    """Styles of a workroom; the recipes of corrections that belong to a toile are none of them."""

    def of(self, workroom: Workroom) -> models.QuerySet[Style]:
        """See OwnedManager."""
        return super().of(workroom).filter(fitting=None)

    def away(self, workroom: Workroom) -> models.QuerySet[Style]:
        """See OwnedManager."""
        return super().away(workroom).filter(fitting=None)

    def one(self, workroom: Workroom, pk: int, **more: Any) -> Style:
        """See OwnedManager. It comes with its workroom, whose rules are asked for with every preview."""
        found = super().one(workroom, pk, **more)
        found.workroom = workroom
        return found


class Style(Keepable):
    """``cursor`` is the number of the edit that is current; ``version`` grows with every change, undo
    and redo included, so that a second tab notices. ``rules`` are the house rules it is worked by: those of
    the day it was begun, until a person lets it take the newer ones. ``layout``: sheets laid by hand, by piece:
    where the origin of their coordinates lies on the table (x, y, cm) and how far they are turned (degrees). ``acknowledged``: findings that were let stand
    (code, place, amount, reason). ``finishing``: where its edges are finished otherwise than the house does (``finishing/plan.py``). ``variant_of``: the style
    it was branched from; None for one begun on a block, and for a duplicate."""

    workroom = models.ForeignKey(Workroom, on_delete=models.CASCADE)
    name = models.CharField(max_length=120)
    cursor = models.PositiveIntegerField(default=0)
    version = models.PositiveIntegerField(default=0)
    rules = models.JSONField(default=dict, help_text="House rules that differ from the defaults.")
    layout = models.JSONField(default=dict)
    acknowledged = models.JSONField(default=list)
    finishing = models.JSONField(default=list)
    variant_of = models.ForeignKey("self", null=True, blank=True, on_delete=models.SET_NULL, related_name="variants")
    changed = models.DateTimeField(auto_now=True)

    objects: StyleManager = StyleManager()

    class Meta:
        ordering = ("-changed",)
        verbose_name = "style"

    def finish_plan(self) -> Finishing:
        """Its own lines over the house rules."""
        return Finishing.model_validate({"lines": self.finishing})

    def as_of(self) -> str:
        """Which state of it this is, for the labels: two sheets of one style are told apart by it."""
        day = self.changed.date().isoformat()
        return f"change {self.cursor}, {day}" if self.cursor else day

    def house_rules(self) -> HouseRules:
        """Its own rules, shown and printed as the workroom does now: unit and paper are the house's."""
        now = self.workroom.house_rules()
        return HouseRules.model_validate(self.rules | {"unit": now.unit, "paper": now.paper})


class StyleBlock(models.Model):
    """A block of a style, pinned to a revision. ``role`` is what the style calls it."""

    style = models.ForeignKey(Style, on_delete=models.CASCADE, related_name="pins")
    role = models.CharField(max_length=80)
    revision = models.ForeignKey(BlockRevision, on_delete=models.PROTECT, related_name="pins")

    class Meta:
        ordering = ("pk",)
        constraints = (models.UniqueConstraint(fields=("style", "role"), name="one_block_per_role"),)


class StyleEdit(models.Model):
    """The whole list of steps, and the blocks they start from, after one change. Edit 0 is the style as it was begun.

    ``pins``: [role, revision id] in order; empty in edits of the days when a style kept its one block for good.
    """

    style = models.ForeignKey(Style, on_delete=models.CASCADE, related_name="edits")
    number = models.PositiveIntegerField()
    steps = models.JSONField()
    pins = models.JSONField(default=list)
    label = models.CharField(max_length=300)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("number",)
        constraints = (models.UniqueConstraint(fields=("style", "number"), name="one_edit_per_number"),)
