"""``make backup [TO=FILE]``: the whole library as one file, also while it is used."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from patterncraft.errors import PatternError
from server.keeping.copies import copy_to


class Command(BaseCommand):
    """Writes a copy, and says where it is."""

    help = "Copy the whole library into one file."

    def add_arguments(self, parser: CommandParser) -> None:
        """Where to; none: the folder of copies, the newest fourteen kept."""
        parser.add_argument("to", nargs="?", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """One sentence, whatever comes of it."""
        try:
            path = copy_to(options["to"])
        except PatternError as e:
            raise CommandError(str(e)) from None
        self.stdout.write(f"The library is copied: {path} ({path.stat().st_size / 1e6:.1f} MB).")
