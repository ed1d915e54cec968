"""House rules: looked at and changed."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from patterncraft.house import HouseRules

from ..config.answers import ERRORS, Wire
from .access import workroom_of
from .rules import RulesOut, rules_out
from .services import change_rule

router = Router(tags=["workroom"])


class RuleText(Wire):
    """One rule to change: the path of its field, and the value as typed in the house unit."""

    field: str = Field(max_length=80)
    text: str = Field(max_length=40)


@router.get("/house-rules", response={200: RulesOut, **ERRORS})
def house_rules(request: HttpRequest) -> RulesOut:
    """The house's rules with reasons and defaults."""
    return rules_out(workroom_of(request).house_rules())


@router.put("/house-rules", response={200: RulesOut, **ERRORS})
def change_house_rules(request: HttpRequest, body: HouseRules) -> RulesOut:
    """Change rules; new work follows, old styles when told to."""
    room = workroom_of(request)
    room.rules = body.model_dump(mode="json", exclude_defaults=True)
    room.save(update_fields=["rules"])
    return rules_out(room.house_rules())


@router.put("/house-rules/one", response={200: RulesOut, **ERRORS})
def change_one_rule(request: HttpRequest, body: RuleText) -> RulesOut:
    """Change one rule; a length as typed in the house unit."""
    return rules_out(change_rule(workroom_of(request), body.field, body.text).house_rules())


@router.post("/house-rules/inch-set", response={200: RulesOut, **ERRORS})
def take_inch_set(request: HttpRequest) -> RulesOut:
    """All rules as an inch house has them."""
    room = workroom_of(request)
    room.rules = HouseRules.inch_set().model_dump(mode="json", exclude_defaults=True)
    room.save(update_fields=["rules"])
    return rules_out(room.house_rules())
