"""How long ago something was, by a clock that somebody may have set."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.utils import timezone


def since(then: datetime) -> timedelta:
    """Never less than nothing: a time that is yet to come was written before the machine's clock was set back, and counts as so long ago as it lies ahead. Else a wait
    of a minute would last an hour, and work whose worker was killed would seem to live as long."""
    return abs(timezone.now() - then)
