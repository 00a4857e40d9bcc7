"""The single page of the interface, and what a browser may load with it."""

from collections.abc import Callable

from django.conf import settings
from django.http import FileResponse, HttpRequest, HttpResponse, HttpResponseBase

POLICY = (
    "default-src 'self'; img-src 'self' data: blob:; object-src 'none'; base-uri 'self'; "
    "form-action 'self'; frame-ancestors 'none'"
)


def content_policy(
    get_response: Callable[[HttpRequest], HttpResponseBase],
) -> Callable[[HttpRequest], HttpResponseBase]:
    """Middleware: the page loads nothing from anywhere but its own server."""

    def respond(request: HttpRequest) -> HttpResponseBase:
        response = get_response(request)
        response.headers.setdefault("Content-Security-Policy", POLICY)
        return response

    return respond


def interface(request: HttpRequest, path: str = "") -> HttpResponseBase:
    """The page for every address that is not the API's; the page itself finds the stage."""
    page = settings.WEB_BUILD / "index.html"
    if not page.is_file():
        return HttpResponse(
            "The interface has not been built yet. Run ./studio start, which builds it.",
            status=503,
            content_type="text/plain",
        )
    response = FileResponse(page.open("rb"), content_type="text/html; charset=utf-8")
    response["Cache-Control"] = "no-cache"
    return response
