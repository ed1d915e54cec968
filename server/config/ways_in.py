"""What a request may bring in: judged by its first lines, before its body is read."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final
from urllib.parse import unquote

from django.core.exceptions import DisallowedHost
from django.http import HttpRequest, HttpResponse

from patterncraft.errors import BadFile, BadSetting, PatternError
from patterncraft.texts import unprintable

from .answers import error_response

KILO: Final = 1024
AT_THE_DOOR: Final = 4 * KILO
"""Bytes of what somebody may send who is not signed in."""
ORDINARY: Final = 1024 * KILO
FILE: Final = 10 * 1024 * KILO
DRAWING: Final = 20 * 1024 * KILO
"""A drawing, or a photograph of twelve million dots as a camera keeps it."""
LIBRARY: Final = 64 * 1024 * KILO
"""A whole library as one file."""
DRAWINGS: Final = "/api/incoming"
ARCHIVES: Final = "/api/archives/in"
DOORS: Final = ("/api/session", "/api/workrooms")
FORMS: Final = ("multipart/", "application/x-www-form-urlencoded")

Answering = Callable[[HttpRequest], HttpResponse]


def largest(path: str) -> int:
    """Bytes that an address takes in."""
    if path.startswith(DOORS):
        return AT_THE_DOOR
    if path == DRAWINGS:
        return DRAWING
    if path == ARCHIVES:
        return LIBRARY
    return FILE if path.endswith(("/import", "/photographs")) else ORDINARY


class WaysIn:
    """Turns away, in the one error shape: another host's name, a body larger than its address takes, a form (the API speaks JSON, and
    a form can be sent by any page), an address with letters that cannot be printed."""

    def __init__(self, get_response: Answering) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        try:
            request.get_host()
        except DisallowedHost:
            return error_response(
                PatternError("this workroom does not go by that name.", cure="Open it by the address it was started with."), 400
            )
        try:
            self._look(request)
        except BadFile as e:
            return error_response(e, 413)
        except BadSetting as e:
            return error_response(e, 400)
        return self.get_response(request)

    @staticmethod
    def _look(request: HttpRequest) -> None:
        size = request.META.get("CONTENT_LENGTH") or "0"
        most = largest(request.path)
        if not size.isdigit() or len(size) > 15 or int(size) > most:
            raise BadFile(f"that has {_words(size)}; {_words(str(most))} is the most that is read here.", cure="Split it.")
        if request.method not in ("GET", "HEAD") and (request.content_type or "").startswith(FORMS):
            raise BadSetting("a form is not read here.", cure="Send JSON, or the file itself.")
        found = unprintable(request.path + unquote(request.META.get("QUERY_STRING", "")))
        if found:
            raise BadSetting(f"in the address stands {found[1]}.", cure="Leave it out.")


def _words(size: str) -> str:
    if not size.isdigit() or len(size) > 15:
        return "no length that can be read"
    return f"{int(size) / (1024 * KILO):.0f} MB" if int(size) >= 1024 * KILO else f"{int(size) / KILO:.0f} kB"


class SafeAnswers:
    """On every answer: what a page of ours may load, that nobody may frame it, that what is private stays in no cache, and its length,
    without which a connection could not be kept for the next question."""

    POLICY: Final = (
        "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; "
        "frame-ancestors 'none'; base-uri 'none'; object-src 'none'; form-action 'self'"
    )

    def __init__(self, get_response: Answering) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        answer = self.get_response(request)
        answer.headers.setdefault("Content-Security-Policy", self.POLICY)
        answer.headers.setdefault("X-Frame-Options", "DENY")
        if request.path.startswith("/api/"):
            answer.headers["Cache-Control"] = "no-store"
        if not answer.streaming:
            answer.headers.setdefault("Content-Length", str(len(answer.content)))
        return answer
