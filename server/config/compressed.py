"""What the API answers, compressed where it is worth it: a library's list, a style's table."""

from __future__ import annotations

from typing import Final

from django.http import HttpRequest, HttpResponseBase
from django.middleware.gzip import GZipMiddleware

WORTH_IT: Final = 2048
"""Bytes from which on an answer is compressed; files have their own form already."""


class Compressed(GZipMiddleware):
    """JSON of more than two kilobytes, for whoever takes it so. (Django's own adds letters by lot, so that its size tells nothing of what is secret in it.)"""

    def process_response(self, request: HttpRequest, response: HttpResponseBase) -> HttpResponseBase:
        """See GZipMiddleware."""
        is_json = response.get("Content-Type", "").startswith("application/json")
        if response.streaming or not is_json or len(getattr(response, "content", b"")) <= WORTH_IT:
            return response
        return super().process_response(request, response)
