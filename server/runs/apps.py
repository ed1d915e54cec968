"""What this app adds to the long work."""

from django.apps import AppConfig


class RunsConfig(AppConfig):
    """One style on many bodies."""

    name = "server.runs"

    def ready(self) -> None:
        """Runs, and all their files in one, are long work."""
        from ..longwork.queue import KINDS
        from .models import RunFiles, RunRecord
        from .tasks import make_files, make_run

        KINDS[RunRecord] = make_run
        KINDS[RunFiles] = make_files
