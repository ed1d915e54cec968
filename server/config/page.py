"""The one HTML page of the interface, with its security headers."""

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token

POLICY = "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; frame-ancestors 'none'; base-uri 'none'; object-src 'none'"


def page(request: HttpRequest) -> HttpResponse:
    """index.html, never cached, so that a new build is seen at once."""
    index = settings.WEB / "index.html"
    if not index.exists():
        return HttpResponse("The interface has not been built yet: run make setup.", status=503, content_type="text/plain")
    get_token(request)
    answer = HttpResponse(index.read_text(encoding="utf-8"))
    answer["Cache-Control"] = "no-cache"
    answer["Content-Security-Policy"] = POLICY
    return answer
