"""Workrooms and who belongs to them. Everything stored belongs to exactly one workroom."""

from __future__ import annotations

from typing import Any, TypeVar
from uuid import uuid4

from django.conf import settings
from django.db import models

from patterncraft.house import HouseRules

M = TypeVar("M", bound=models.Model)


def new_key() -> str:
    """Thirty-two letters that nobody else has."""
    return uuid4().hex


class Workroom(models.Model):
    """A house with its rules; owner of everything. ``key``: by which what comes from here is known elsewhere."""

    key = models.CharField(max_length=32, unique=True, default=new_key)
    name = models.CharField(max_length=120)
    rules = models.JSONField(default=dict, help_text="House rules that differ from the defaults.")
    is_demo = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)

    def house_rules(self) -> HouseRules:
        """Its rules, delivered ones where it has none of its own."""
        return HouseRules.model_validate(self.rules)


class Membership(models.Model):
    """A person's place in a workroom. ``name_key``: her name as ``phrases.name_key`` has it; None for one that was there before names were one however they
    are written, and is like an elder one."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    workroom = models.ForeignKey(Workroom, on_delete=models.CASCADE, related_name="members")
    name_key = models.CharField(max_length=600, unique=True, null=True)


class Guesses(models.Model):
    """Wrong guesses in a row under one key of the brake, and when the last one was."""

    key = models.CharField(max_length=60, primary_key=True)
    count = models.PositiveIntegerField(default=0)
    last = models.DateTimeField()

    class Meta:
        verbose_name_plural = "guesses"


class Keepable(models.Model):
    """What can be put away and taken back. ``put_away``: since when; None: it is at hand. ``origin``: by which it is known where it came from; empty for what was
    made here."""

    put_away = models.DateTimeField(null=True, blank=True)
    origin = models.CharField(max_length=80, blank=True, default="")

    class Meta:
        abstract = True


class OwnedManager(models.Manager[M]):
    """The only way to reach owned things: through their workroom."""

    def of(self, workroom: Workroom) -> models.QuerySet[M]:
        """What belongs to that workroom and is at hand."""
        return self.filter(workroom=workroom, put_away=None)

    def away(self, workroom: Workroom) -> models.QuerySet[M]:
        """What was put away there, the newest first."""
        return self.filter(workroom=workroom).exclude(put_away=None).order_by("-put_away", "-pk")

    def one(self, workroom: Workroom, pk: int, **more: Any) -> M:
        """At hand or put away. Raises Missing, in words, when there is none in this workroom."""
        from ..config.answers import Missing

        found = self.filter(workroom=workroom, pk=pk, **more).first()
        if found is None:
            word = self.model._meta.verbose_name
            raise Missing(f"there is no such {word} in this workroom.", cure="It may have been put away; look on the shelf.")
        return found
