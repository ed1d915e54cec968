"""Who is asking: every request works for one workroom."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja.security import SessionAuth

from .models import Membership, Workroom


class InWorkroom(SessionAuth):
    """Signed in by session cookie (with the CSRF check); gives the request its workroom."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Workroom | None:
        """The signed-in person who has a workroom; none otherwise."""
        if not request.user.is_authenticated:
            return None
        member = Membership.objects.select_related("workroom").filter(user=request.user).first()
        return member.workroom if member else None


signed_in = InWorkroom()


def workroom_of(request: Any) -> Workroom:
    """The workroom that ``signed_in`` found."""
    room: Workroom = request.auth
    return room
