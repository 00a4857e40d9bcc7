"""Errors as `application/problem+json` (RFC 9457), in words that say how to mend them."""

import json
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.parser import Parser

from mesotint.errors import InputError
from mesotint.formats.faults import FileFaults
from server.kept.services import Conflict
from server.kept.uploads import TooBig

TITLES = {
    400: "The request cannot be read",
    401: "Please sign in",
    403: "Not allowed",
    404: "Not found",
    409: "Changed elsewhere",
    413: "Too much at once",
    422: "Something needs mending",
}


class StrictParser(Parser):
    """JSON in which NaN and Infinity stay words, so that no field takes them for an amount."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The body, with NaN and Infinity as text."""
        return json.loads(request.body, parse_constant=str)


def problem(status: int, detail: str, field: str = "", **more: Any) -> HttpResponse:
    """A problem answer; `field` names what is to be mended, where there is such a thing."""
    body = {
        "type": "about:blank",
        "title": TITLES.get(status, "Something went wrong"),
        "status": status,
        "detail": detail,
        **({"field": field} if field else {}),
        **more,
    }
    return HttpResponse(json.dumps(body), status=status, content_type="application/problem+json")


def _validation_sentence(error: dict[str, Any]) -> tuple[str, str]:
    place = [str(p) for p in error.get("loc", ()) if p not in ("body", "query", "path", "payload")]
    field = ".".join(place)
    message = str(error.get("msg", "is not right"))
    message = message[0].lower() + message[1:]
    if not field:
        return f"The request cannot be used: {message}.", field
    named = next((p for p in reversed(place) if not p.isdigit()), field).replace("_", " ")
    return f"What is given for “{named}” cannot be used: {message}.", field


def register(api: NinjaAPI) -> None:
    """Give every error of an API the shape of a problem."""

    @api.exception_handler(InputError)
    def mendable(request: HttpRequest, error: InputError) -> HttpResponse:
        return problem(422, error.message, error.field)

    @api.exception_handler(TooBig)
    def too_much(request: HttpRequest, error: TooBig) -> HttpResponse:
        return problem(413, error.message, error.field)

    @api.exception_handler(FileFaults)
    def faulty(request: HttpRequest, error: FileFaults) -> HttpResponse:
        told = [{"line": fault.line, "says": fault.says} for fault in error.faults]
        return problem(422, error.message, error.field, faults=told)

    @api.exception_handler(ValidationError)
    def invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
        sentences = [_validation_sentence(e) for e in error.errors]
        return problem(422, " ".join(s for s, _ in sentences)[:1000], sentences[0][1])

    @api.exception_handler(Http404)
    def missing(request: HttpRequest, error: Http404) -> HttpResponse:
        return problem(404, "There is no such thing in your studio; it may have been deleted.")

    @api.exception_handler(AuthenticationError)
    def signed_out(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
        return problem(401, "Your session has ended. Sign in again; nothing on screen is lost.")

    @api.exception_handler(Conflict)
    def conflict(request: HttpRequest, error: Conflict) -> HttpResponse:
        return problem(409, str(error))

    @api.exception_handler(RequestDataTooBig)
    def too_big(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
        return problem(413, "This is over 16 MB, far more than any name or scale needs.")

    @api.exception_handler(HttpError)
    def refused(request: HttpRequest, error: HttpError) -> HttpResponse:
        return problem(error.status_code, error.message)
