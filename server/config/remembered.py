"""What processes remember, forgotten in all of them at once.

Blocks and replays are remembered by ids of things that never change, so nothing has to be told when work goes on. Only when a person's measures
are struck out, or something is deleted for good, must no process know it any longer: whoever does that touches one file, and every
process looks at that file's time before it answers (a microsecond).
"""

from __future__ import annotations

import os
from collections.abc import Callable
from pathlib import Path

from django.conf import settings
from django.http import HttpRequest, HttpResponse

_forgetting: list[Callable[[], None]] = []


def remembered(forget: Callable[[], None]) -> None:
    """Name the act by which something remembered is dropped."""
    _forgetting.append(forget)


def forget_here() -> None:
    """Drop all that this process remembers."""
    for forget in _forgetting:
        forget()


def forget_everywhere() -> None:
    """Drop it here now, and in the other processes before their next answer."""
    mark = _mark()
    mark.touch(mode=0o600)
    os.utime(mark)
    forget_here()


def _mark() -> Path:
    return Path(settings.VAR) / "forgotten"


def _told() -> int:
    try:
        return os.stat(_mark()).st_mtime_ns
    except FileNotFoundError:
        return 0


class Heard:
    """Asked before each piece of work: has anybody told us to forget since the last?"""

    def __init__(self, forget: Callable[[], None] = forget_here) -> None:
        self.forget = forget
        self.told = _told()

    def __call__(self) -> None:
        told = _told()
        if told != self.told:
            self.told = told
            self.forget()


class Forgetting:
    """Before each answer."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse], forget: Callable[[], None] = forget_here) -> None:
        self.get_response, self.heard = get_response, Heard(forget)

    def __call__(self, request: HttpRequest) -> HttpResponse:
        self.heard()
        return self.get_response(request)
