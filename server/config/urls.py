"""All addresses: the API, a health check, and the one page for everything else."""

import sys

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.urls import path, re_path
from django.views.generic import RedirectView

from .api import api, unforeseen
from .page import page


def health(request: HttpRequest) -> HttpResponse:
    """200 when the process answers."""
    return JsonResponse({"ok": True})


def no_such_address(request: HttpRequest, rest: str = "") -> HttpResponse:
    """404 in the API's own shape."""
    return JsonResponse({"error": {"code": "not_here", "message": "There is nothing at this address."}}, status=404)


def robots(request: HttpRequest) -> HttpResponse:
    """A workroom is nobody's to search."""
    return HttpResponse("User-agent: *\nDisallow: /\n", content_type="text/plain")


def failed(request: HttpRequest) -> HttpResponse:
    """What failed outside the API's own hands, as when who signed in cannot be kept: in the API's shape there too."""
    error = sys.exc_info()[1] or RuntimeError()
    return unforeseen(request, error if isinstance(error, Exception) else RuntimeError())


handler500 = failed

urlpatterns = [
    path("health", health),
    path("robots.txt", robots),
    path("favicon.ico", RedirectView.as_view(url="/mark.svg", permanent=True)),
    path("api/", api.urls),
    path("api/<path:rest>", no_such_address),
    re_path(r"^(?!api/|assets/).*$", page),
]
