"""Opening workrooms, changing their rules."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db import IntegrityError, transaction
from django.http import HttpRequest
from pydantic import ValidationError

from patterncraft.errors import BadMeasure, BadSetting, no_such
from patterncraft.house import HouseRules
from patterncraft.texts import tidy
from patterncraft.units import parse_length
from patterncraft.validation import first_fault

from .models import Membership, Workroom
from .phrases import as_signed, checked_phrase, name_key
from .rules import RuleOut, rules_out


def open_workroom(workroom: str, name: str, password: str) -> User:
    """A new workroom with its first member. Raises BadSetting for a name that is taken or a weak password."""
    name = as_signed(name)
    if not name or not tidy(workroom):
        raise BadSetting("the workroom and you both need a name.", cure="Type what is missing.", field="name")
    checked_phrase(password, name)
    try:
        with transaction.atomic():
            user = User.objects.create_user(name, password=password)
            room = Workroom.objects.create(name=tidy(workroom))
            Membership.objects.create(user=user, workroom=room, name_key=name_key(name))
    except IntegrityError:
        raise BadSetting(f"“{name}” is taken on this machine.", "Name", "Choose another.", "name") from None
    return user


def account_of(name: str) -> User | None:
    """Whose name it is: typed exactly so, or however it is written; None where it is nobody's."""
    exact = User.objects.filter(username=as_signed(name)).first()
    if exact is not None:
        return exact
    return User.objects.filter(membership__name_key=name_key(name)).first()


def change_phrase(user: User, old: str, new: str) -> None:
    """Another pass phrase; whoever is signed in elsewhere with the old one is signed out. Raises BadSetting."""
    if not user.check_password(old):
        raise BadSetting("that is not your phrase of now.", "Password", "Type the one you signed in with.", "old")
    user.set_password(checked_phrase(new, user.get_username()))
    user.save(update_fields=["password"])


def may_open_demo(request: HttpRequest) -> bool:
    """Whether this request may have the demo workroom without a password: a demo start, and this machine."""
    return bool(settings.DEMO) and request.META.get("REMOTE_ADDR") in ("127.0.0.1", "::1")


def change_rule(room: Workroom, path: str, text: str) -> Workroom:
    """Set one house rule from what was typed, lengths in the house unit; what somebody else changed in the meantime stays. Raises
    BadSetting for a rule that is not there or a value outside its range; nothing is stored then."""
    with transaction.atomic():
        fresh = Workroom.objects.select_for_update().get(pk=room.pk)
        fresh.rules = _with_rule(fresh.house_rules(), path, text)
        fresh.save(update_fields=["rules"])
        return fresh


def _with_rule(rules: HouseRules, path: str, text: str) -> dict[str, Any]:
    """What differs from the delivered rules once this one is set."""
    fields = {f.field: f for f in rules_out(rules).fields}
    if path not in fields:
        raise no_such("house rule", path[:40], list(fields))
    value: Any = text.strip()
    if fields[path].kind == "number":
        value = value.replace(",", ".")
    if fields[path].kind == "length":
        try:
            value = parse_length(value, rules.unit, fields[path].title)
        except BadMeasure as e:
            raise BadSetting(e.message, e.where, e.cure, path) from None
    data = rules.model_dump(mode="json")
    inner = data
    *groups, name = path.split(".")
    for group in groups:
        inner = inner[group]
    inner[name] = value
    try:
        return HouseRules.model_validate(data).model_dump(mode="json", exclude_defaults=True)
    except ValidationError as e:
        raise BadSetting(_range_words(fields[path], e), fields[path].title, field=path) from None


def _range_words(rule: RuleOut, error: ValidationError) -> str:
    if rule.kind in ("length", "number") and rule.minimum is not None and rule.maximum is not None:
        return f"it lies between {rule.minimum:g} and {rule.maximum:g}{' cm' if rule.kind == 'length' else ''}."
    return first_fault(error)[0]
