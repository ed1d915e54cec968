"""What this app adds to the long work."""

from django.apps import AppConfig


class RunsConfig(AppConfig):
    """One style on many bodies."""

    name = "server.runs"

    def ready(self) -> None:
        """Runs, and all their files in one, are long work."""
        from ..longwork.turns import JOBS
        from .models import RunFiles, RunRecord
        from .tasks import FILES, RUN

        JOBS[RunRecord] = RUN
        JOBS[RunFiles] = FILES
