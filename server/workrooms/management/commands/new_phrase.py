"""The way back in for somebody who forgot her phrase: whoever runs the machine gives her a new one."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandError, CommandParser

from ...models import Guesses
from ...phrases import as_signed, fresh_phrase


class Command(BaseCommand):
    """``python manage.py new_phrase NAME`` prints a fresh pass phrase and ends every session of that name."""

    help = "Give somebody a new pass phrase; it is printed once. Every browser signed in under that name is signed out."

    def add_arguments(self, parser: CommandParser) -> None:
        """NAME, as it is signed in with."""
        parser.add_argument("name")

    def handle(self, *args: Any, **options: Any) -> None:
        """Raises CommandError for a name that is not there."""
        name = as_signed(options["name"])
        user = User.objects.filter(username=name).first()
        if user is None:
            known = ", ".join(sorted(User.objects.values_list("username", flat=True))) or "nobody yet"
            raise CommandError(f"Nobody signs in as “{name}” here. These do: {known}.")
        phrase = fresh_phrase()
        user.set_password(phrase)
        user.save(update_fields=["password"])
        Guesses.objects.all().delete()
        self.stdout.write(f"{name} signs in with: {phrase}\nAsk her to change it at once, under “Your phrase”.")
