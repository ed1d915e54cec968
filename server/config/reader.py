"""How the API reads bodies: as files are read, so that one rule says what may come in."""

from __future__ import annotations

from contextlib import AbstractContextManager, nullcontext
from threading import Lock
from typing import Any, Final

from django.http import HttpRequest
from ninja.parser import Parser

from patterncraft.formats.json_in import read_json

HEAVY: Final = 256 * 1024
"""bytes from which on a body is read alone: a few of ten megabytes at once would fill the memory"""
ALONE: Final = Lock()
"""held by whoever reads or proves something heavy"""


def alone(size: int) -> AbstractContextManager[Any]:
    """In this process nobody else reads a heavy body meanwhile."""
    return ALONE if size > HEAVY else nullcontext()


class Reader(Parser):
    """JSON by the core's own reader. What it refuses reaches the caller as the cause of the framework's own error."""

    def parse_body(self, request: HttpRequest) -> Any:
        """Raises BadFile."""
        with alone(len(request.body)):
            return read_json(request.body)
