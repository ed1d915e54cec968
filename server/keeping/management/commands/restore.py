"""``make restore FROM=FILE``: a copy put in the place of the library; what was there is copied first."""

from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser

from patterncraft.errors import PatternError
from server.keeping.copies import put_back


class Command(BaseCommand):
    """Puts a copy back, with the application standing still."""

    help = "Put a copy of the library back in its place."

    def add_arguments(self, parser: CommandParser) -> None:
        """Which copy."""
        parser.add_argument("copy", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """One sentence, whatever comes of it; an older copy is brought up to date."""
        try:
            before = put_back(options["copy"])
        except PatternError as e:
            raise CommandError(str(e)) from None
        call_command("migrate", verbosity=0)
        kept = f"What was there before is kept as {before}." if before else "Nothing was there before."
        self.stdout.write(f"Restored from {options['copy']}. {kept}")
