"""How the API reads bodies: as files are read, so that one rule says what may come in."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja.parser import Parser

from patterncraft.formats.json_in import read_json


class Reader(Parser):
    """JSON by the core's own reader. What it refuses reaches the caller as the cause of the framework's own error."""

    def parse_body(self, request: HttpRequest) -> Any:
        """Raises BadFile."""
        return read_json(request.body)
