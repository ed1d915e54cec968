"""Opening workrooms."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.http import HttpRequest

from patterncraft.errors import BadSetting

from .models import Membership, Workroom


def open_workroom(workroom: str, name: str, password: str) -> User:
    """A new workroom with its first member. Raises BadSetting for a name that is taken or a weak password."""
    name = name.strip()
    if not name or not workroom.strip():
        raise BadSetting("the workroom and you both need a name.", field="name")
    try:
        validate_password(password)
    except ValidationError as e:
        raise BadSetting(e.messages[0], "Password", "Choose a longer phrase.", "password") from None
    try:
        with transaction.atomic():
            user = User.objects.create_user(name, password=password)
            Membership.objects.create(user=user, workroom=Workroom.objects.create(name=workroom.strip()))
    except IntegrityError:
        raise BadSetting(f"“{name}” is taken on this machine.", "Name", "Choose another.", "name") from None
    return user


def may_open_demo(request: HttpRequest) -> bool:
    """Whether this request may have the demo workroom without a password: a demo start, and this machine."""
    return bool(settings.DEMO) and request.META.get("REMOTE_ADDR") in ("127.0.0.1", "::1")
