"""The one HTML page of the interface."""

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token


def page(request: HttpRequest) -> HttpResponse:
    """index.html, never cached, so that a new build is seen at once."""
    index = settings.WEB / "index.html"
    if not index.exists():
        return HttpResponse("The interface has not been built yet: run make setup.", status=503, content_type="text/plain")
    get_token(request)
    answer = HttpResponse(index.read_text(encoding="utf-8"))
    answer["Cache-Control"] = "no-cache"
    return answer
