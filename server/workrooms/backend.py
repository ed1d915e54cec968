"""Who is signed in, with her workroom, in one question to the database: it is asked with every preview."""

from __future__ import annotations

from django.contrib.auth.backends import ModelBackend
from django.contrib.auth.models import User


class WithWorkroom(ModelBackend):
    """Django's own, with the membership fetched along."""

    def get_user(self, user_id: int) -> User | None:
        """None for somebody who is not there any more, or may not sign in."""
        user = User.objects.select_related("membership__workroom").filter(pk=user_id).first()
        return user if user is not None and self.user_can_authenticate(user) else None
