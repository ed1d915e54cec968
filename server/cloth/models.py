"""Cloth cards and lays. A lay keeps the shapes it was made of: it can be looked at, slid and printed when its style has long changed."""

from __future__ import annotations

from django.db import models

from patterncraft.laying.cloth import Cloth, LayOrder, across
from patterncraft.laying.engine import LAYERS
from patterncraft.laying.lay import Lay
from patterncraft.laying.stored import read_placed, read_shapes

from ..longwork.models import Long
from ..styles.models import Style
from ..workrooms.models import Keepable, OwnedManager, Workroom


class ClothCard(Keepable):
    """A cloth of the workroom. ``card``: what the core knows of a cloth."""

    workroom = models.ForeignKey(Workroom, on_delete=models.CASCADE)
    name = models.CharField(max_length=120)
    note = models.CharField(max_length=300, blank=True)
    card = models.JSONField(default=dict)
    created = models.DateTimeField(auto_now_add=True)

    objects = OwnedManager["ClothCard"]()

    class Meta:
        ordering = ("name", "pk")
        verbose_name = "cloth"

    def cloth(self) -> Cloth:
        """As the core knows it."""
        return Cloth.model_validate(self.card)


class StyleCloth(models.Model):
    """Which cloth a style is cut of, by use: shell, lining, interfacing, rib."""

    style = models.ForeignKey(Style, on_delete=models.CASCADE, related_name="cloths")
    use = models.CharField(max_length=80)
    cloth = models.ForeignKey(ClothCard, on_delete=models.CASCADE, related_name="styles")

    class Meta:
        constraints = (models.UniqueConstraint(fields=("style", "use"), name="one_cloth_per_use"),)


class LayManager(OwnedManager["LayRecord"]):
    """Lays are not put away: they are kept or thrown away."""

    def of(self, workroom: Workroom) -> models.QuerySet[LayRecord]:
        """See OwnedManager."""
        return self.filter(workroom=workroom)


class LayRecord(Long):
    """A lay being made, or made. ``card``, ``order``, ``shapes``: what it was made of, kept as they were. ``placed``: the best so far.
    ``spent``: seconds packed so far. ``on_wider``: cm of a lay of the same pieces tried on the next wider cloth, 0: not tried. ``version`` grows with every change by hand. ``origin``: see Keepable."""

    workroom = models.ForeignKey(Workroom, on_delete=models.CASCADE)
    name = models.CharField(max_length=200)
    use = models.CharField(max_length=80)
    cloth = models.ForeignKey(ClothCard, on_delete=models.SET_NULL, null=True, related_name="lays")
    cloth_name = models.CharField(max_length=120, blank=True)
    card = models.JSONField()
    order = models.JSONField()
    shapes = models.JSONField()
    told = models.JSONField(default=list)
    placed = models.JSONField(default=list)
    spent = models.FloatField(default=0.0)
    on_wider = models.FloatField(default=0.0)
    found = models.PositiveIntegerField(default=0)
    by_hand = models.BooleanField(default=False)
    version = models.PositiveIntegerField(default=0)
    origin = models.CharField(max_length=80, blank=True, default="")
    created = models.DateTimeField(auto_now_add=True)

    objects: LayManager = LayManager()

    class Meta:
        ordering = ("-pk",)
        verbose_name = "lay"

    def cloth_card(self) -> Cloth:
        """The cloth as it was when the lay was asked for."""
        return Cloth.model_validate(self.card)

    def lay_order(self) -> LayOrder:
        """How it was asked for."""
        return LayOrder.model_validate(self.order)

    def lay(self) -> Lay:
        """As it lies now; empty before the first was found."""
        shapes, _ = read_shapes(self.shapes)
        order = self.lay_order()
        return Lay(shapes, read_placed(self.placed), across(self.cloth_card(), order), LAYERS[order.how])


class LayItem(models.Model):
    """A style in a lay, so many times. ``seen``: what of it the lay was made from; when that has changed, the lay is stale."""

    lay = models.ForeignKey(LayRecord, on_delete=models.CASCADE, related_name="items")
    style = models.ForeignKey(Style, on_delete=models.SET_NULL, null=True, related_name="lays")
    title = models.CharField(max_length=200)
    times = models.PositiveIntegerField(default=1)
    seen = models.CharField(max_length=80)
