"""Refuse what no pattern is, before it is read."""

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from patterncraft.errors import BadFile

from .answers import error_response


class RefuseHugeBodies:
    """A body over the limit gets the one error shape with status 413."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        size = request.META.get("CONTENT_LENGTH") or "0"
        if size.isdigit() and int(size) > settings.LARGEST_BODY:
            megabytes = int(size) / 1048576
            return error_response(
                BadFile(f"the file has {megabytes:.0f} MB; 10 MB is the most that is read.", cure="Split it."), 413
            )
        return self.get_response(request)
