"""What this app adds to the long work."""

from django.apps import AppConfig


class LibraryConfig(AppConfig):
    """The library out, and in."""

    name = "server.library"

    def ready(self) -> None:
        """Packing and taking in are long work."""
        from ..longwork.turns import JOBS
        from .models import Archive
        from .tasks import CARRY

        JOBS[Archive] = CARRY
