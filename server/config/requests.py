"""Every request under a mark of its own: in the log, in the answer, and counted where wanted."""

import logging
import secrets
import time
from collections.abc import Callable
from typing import Final

from django.conf import settings
from django.http import HttpRequest, HttpResponseBase

MARK_HEADER: Final = "X-Request-Id"
_MARK_BYTES: Final = 6

_log = logging.getLogger("mesotint.requests")
Answering = Callable[[HttpRequest], HttpResponseBase]


def marked(get_response: Answering) -> Answering:
    """Middleware: gives a request its mark, logs it and counts it."""
    count = _counter() if settings.METRICS else None

    def respond(request: HttpRequest) -> HttpResponseBase:
        began = time.perf_counter()
        mark = secrets.token_hex(_MARK_BYTES)
        request.mark = mark  # type: ignore[attr-defined]  # read by whoever answers a fault
        response = get_response(request)
        response.headers[MARK_HEADER] = mark
        took = time.perf_counter() - began
        route = request.resolver_match.route if request.resolver_match else "-"
        if request.path.startswith(("/api/", "/_allauth/")):
            told = {
                "mark": mark,
                "method": request.method,
                "path": request.path,
                "status": response.status_code,
                "ms": round(took * 1000, 1),
                "painter": request.session.get("_auth_user_id") if _knows(request) else None,
            }
            _log.info("request", extra=told)
        if count:
            count(request.method or "", route, response.status_code, took)
        return response

    return respond


def _knows(request: HttpRequest) -> bool:
    """Whether who asks was looked up already: the log is no reason to ask the database."""
    return hasattr(request, "session") and hasattr(request, "_cached_user")


def _counter() -> Callable[[str, str, int, float], None]:
    from prometheus_client import Counter, Histogram

    answered = Counter("mesotint_requests_total", "Answers.", ["method", "route", "status"])
    seconds = Histogram("mesotint_request_seconds", "Time to an answer.", ["method", "route"])

    def count(method: str, route: str, status: int, took: float) -> None:
        answered.labels(method, route, status).inc()
        seconds.labels(method, route).observe(took)

    return count
