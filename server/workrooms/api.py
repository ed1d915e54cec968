"""Signing in and out, opening a workroom, house rules."""

from __future__ import annotations

from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from django.middleware.csrf import get_token
from ninja import Router
from ninja.utils import check_csrf
from pydantic import Field

from patterncraft.house import HouseRules

from ..config.answers import ERRORS, NotSignedIn, Wire
from .access import workroom_of
from .models import Membership
from .rules import RulesOut, rules_out
from .services import change_rule, may_open_demo, open_workroom

router = Router(tags=["workroom"])


class SessionOut(Wire):
    """``workroom`` empty: nobody is signed in. ``demo``: this machine may open the demo workroom."""

    workroom: str
    person: str
    demo: bool
    in_demo: bool
    unit: str


class SignIn(Wire):
    """Name and pass phrase."""

    name: str = Field(max_length=150)
    password: str = Field(max_length=200)


class NewWorkroom(SignIn):
    """A workroom and its first member."""

    workroom: str = Field(min_length=1, max_length=120)


class RuleText(Wire):
    """One rule to change: the path of its field, and the value as typed in the house unit."""

    field: str = Field(max_length=80)
    text: str = Field(max_length=40)


def _session(request: HttpRequest) -> SessionOut:
    get_token(request)
    room = ""
    unit, in_demo = "cm", False
    if request.user.is_authenticated:
        member = Membership.objects.select_related("workroom").filter(user=request.user).first()
        if member:
            room, unit, in_demo = member.workroom.name, member.workroom.house_rules().unit, member.workroom.is_demo
    return SessionOut(
        workroom=room, person=request.user.get_username() if room else "", demo=may_open_demo(request), in_demo=in_demo, unit=unit
    )


def _same_site(request: HttpRequest) -> None:
    if check_csrf(request):
        raise NotSignedIn("this page has grown old.", cure="Reload it and sign in again.")


@router.get("/session", auth=None, response={200: SessionOut, **ERRORS})
def session(request: HttpRequest) -> SessionOut:
    """Who is signed in, and where."""
    return _session(request)


@router.post("/session", auth=None, response={200: SessionOut, **ERRORS})
def sign_in(request: HttpRequest, body: SignIn) -> SessionOut:
    """Sign in; told alike whether name or phrase is wrong."""
    _same_site(request)
    user = authenticate(request, username=body.name, password=body.password)
    if user is None:
        raise NotSignedIn("name and password do not belong together.", cure="Type them again.", field="password")
    login(request, user)
    return _session(request)


@router.delete("/session", auth=None, response={200: SessionOut, **ERRORS})
def sign_out(request: HttpRequest) -> SessionOut:
    """Sign out."""
    _same_site(request)
    logout(request)
    return _session(request)


@router.post("/session/demo", auth=None, response={200: SessionOut, **ERRORS})
def sign_in_demo(request: HttpRequest) -> SessionOut:
    """Only where the application was started as a demo, and only from this machine."""
    _same_site(request)
    member = Membership.objects.select_related("user").filter(workroom__is_demo=True).first()
    if not may_open_demo(request) or member is None:
        raise NotSignedIn("the demo workroom opens only on the machine it runs on.", cure="Sign in with a name of your own.")
    login(request, member.user, backend="django.contrib.auth.backends.ModelBackend")
    return _session(request)


@router.post("/workrooms", auth=None, response={200: SessionOut, **ERRORS})
def new_workroom(request: HttpRequest, body: NewWorkroom) -> SessionOut:
    """Open a workroom and sign in."""
    _same_site(request)
    user = open_workroom(body.workroom, body.name, body.password)
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return _session(request)


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
    room = workroom_of(request)
    change_rule(room, body.field, body.text)
    return rules_out(room.house_rules())


@router.post("/house-rules/inch-set", response={200: RulesOut, **ERRORS})
def take_inch_set(request: HttpRequest) -> RulesOut:
    """All rules as an inch house has them."""
    room = workroom_of(request)
    room.rules = HouseRules.inch_set().model_dump(mode="json", exclude_defaults=True)
    room.save(update_fields=["rules"])
    return rules_out(room.house_rules())
