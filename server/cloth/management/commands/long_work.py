"""``python manage.py long_work``: lays and other long work, in a process of its own."""

from typing import Any

from django.core.management.base import BaseCommand

from server.keeping.copies import at_work
from server.longwork.worker import work


class Command(BaseCommand):
    """Works off the queue until told to leave."""

    help = "Do the long work (lays, size runs) that waits in the queue."

    def handle(self, *args: Any, **options: Any) -> None:
        """Until SIGTERM."""
        with at_work():
            work()
