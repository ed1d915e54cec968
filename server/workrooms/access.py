"""Who is asking: every request works for one workroom."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja.security import SessionAuth

from .models import Membership, Workroom


def room_of(request: HttpRequest) -> Workroom | None:
    """The workroom of whoever is signed in; None for nobody, and for somebody in none."""
    member: Membership | None = getattr(request.user, "membership", None)
    return member.workroom if member else None


class InWorkroom(SessionAuth):
    """Signed in by session cookie (with the CSRF check); gives the request its workroom."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Workroom | None:
        """The signed-in person who has a workroom; none otherwise."""
        return room_of(request)


signed_in = InWorkroom()


def workroom_of(request: Any) -> Workroom:
    """The workroom that ``signed_in`` found."""
    room: Workroom = request.auth
    return room
