"""The door: opening a workroom, signing in and out, changing one's phrase."""

from __future__ import annotations

from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from ninja import Router
from ninja.utils import check_csrf
from pydantic import Field

from patterncraft.texts import PersonsName

from ..config.answers import ERRORS, NotSignedIn, Wire
from . import brake
from .access import room_of
from .models import Membership
from .phrases import as_signed
from .services import account_of, change_phrase, may_open_demo, open_workroom

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

    workroom: PersonsName


class NewPhrase(Wire):
    """The phrase of now and the one to come."""

    old: str = Field(max_length=200)
    new: str = Field(max_length=200)


def _session(request: HttpRequest) -> SessionOut:
    get_token(request)
    room = room_of(request)
    return SessionOut(
        workroom=room.name if room else "",
        person=request.user.get_username() if room else "",
        demo=may_open_demo(request),
        in_demo=room.is_demo if room else False,
        unit=room.house_rules().unit if room else "cm",
    )


def _same_site(request: HttpRequest) -> None:
    if check_csrf(request):
        raise NotSignedIn("this page has grown old.", cure="Reload it and sign in again.")


@router.get("/session", auth=None, response={200: SessionOut, **ERRORS})
def session(request: HttpRequest) -> SessionOut:
    """Who is signed in, and where."""
    return _session(request)


@router.post("/session", auth=None, response={200: SessionOut, **ERRORS})
def sign_in(request: HttpRequest, response: HttpResponse, body: SignIn) -> SessionOut:
    """Sign in; told alike whether name or phrase is wrong. Wrong guesses make the next ones wait (``brake``)."""
    _same_site(request)
    account = account_of(body.name)
    name = account.get_username() if account else as_signed(body.name)
    wheels = brake.wheels_for(request, name, account)
    with brake.guess(wheels):
        user = authenticate(request, username=name, password=body.password)
    if user is None:
        raise NotSignedIn("name and password do not belong together.", cure="Type them again.", field="password")
    brake.let_go(wheels)
    login(request, user)
    brake.remember(request, response, user)
    return _session(request)


@router.put("/session/phrase", response={200: SessionOut, **ERRORS})
def new_phrase(request: HttpRequest, body: NewPhrase) -> SessionOut:
    """Change one's own phrase. Every other browser that is signed in with the old one is signed out."""
    user = request.user
    if not isinstance(user, User):
        raise NotSignedIn("you are not signed in.", cure="Sign in first.")
    wheels = brake.wheel_of_changes(user.pk)
    with brake.guess(wheels):
        change_phrase(user, body.old, body.new)
    brake.let_go(wheels)
    update_session_auth_hash(request, user)
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
    login(request, member.user)
    return _session(request)


@router.post("/workrooms", auth=None, response={200: SessionOut, **ERRORS})
def new_workroom(request: HttpRequest, response: HttpResponse, body: NewWorkroom) -> SessionOut:
    """Open a workroom and sign in."""
    _same_site(request)
    with brake.guess(brake.wheel_of_openings(request)):
        user = open_workroom(body.workroom, body.name, body.password)
    login(request, user)
    brake.remember(request, response, user)
    return _session(request)
