"""What this app adds to the long work."""

from django.apps import AppConfig


class ClothConfig(AppConfig):
    """Cloths and lays."""

    name = "server.cloth"

    def ready(self) -> None:
        """Lays are long work."""
        from ..longwork.turns import JOBS
        from .models import LayRecord
        from .tasks import LAY

        JOBS[LayRecord] = LAY
