"""Errors as `application/problem+json` (RFC 9457), in words that say how to mend them."""

import errno
import json
import logging
import sys
from typing import Any, Final

import orjson
from django.core.exceptions import RequestDataTooBig
from django.db import DatabaseError, InterfaceError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.parser import Parser
from ninja.renderers import BaseRenderer
from pydantic import BaseModel

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
    503: "One moment",
    507: "No room",
}
AGAIN_AFTER_S: Final = 2
_FULL: Final = (errno.ENOSPC, errno.EDQUOT, 1021, 1114)
"""No room, as the system and MariaDB tell it (error codes ER_DISK_FULL and ER_RECORD_FILE_FULL)."""

_log = logging.getLogger("mesotint.problems")


class Problem(BaseModel):
    """Why something was not done, and how to mend it (RFC 9457)."""

    type: str
    title: str
    status: int
    detail: str
    field: str = ""
    mark: str = ""


PROBLEM: Final = {
    "description": "Why it was not done, and how to mend it.",
    "content": {
        "application/problem+json": {"schema": {"$ref": "#/components/schemas/Problem"}},
    },
}


class QuickRenderer(BaseRenderer):
    """Answers as JSON: long lists of numbers take Python's own writer as long as computing them."""

    media_type = "application/json"

    def render(self, request: HttpRequest, data: Any, *, response_status: int) -> bytes:
        """The answer's bytes."""
        return orjson.dumps(data, option=orjson.OPT_NON_STR_KEYS)


class StrictParser(Parser):
    """JSON in which NaN and Infinity stay words, so that no field takes them for an amount."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The body, with NaN and Infinity as text."""
        try:
            return json.loads(request.body, parse_constant=str)
        except RecursionError:
            raise HttpError(400, "The request is nested too deep to be read.") from None


def unforeseen(error: BaseException | None, mark: str) -> HttpResponse:
    """The answer to what nobody foresaw: no room, a database that is away, or a fault of ours.

    `mark` is what the request is known by in the log.
    """
    if _is_full(error):
        return problem(
            507,
            "There is no room on the disk; nothing was kept. What you typed is still here: make "
            "room, and it is kept by itself.",
        )
    if isinstance(error, (OperationalError, InterfaceError)):
        answer = problem(503, "The studio's database does not answer. What you do is kept here.")
        answer["Retry-After"] = str(AGAIN_AFTER_S)
        return answer
    return problem(
        500,
        "Something went wrong in the studio, and nothing was kept of it. Try once more; if it goes "
        f"wrong again, tell whoever looks after the studio this mark: {mark}.",
        mark=mark,
    )


def _is_full(error: BaseException | None) -> bool:
    while error is not None:
        told = error.args[0] if error.args else None
        if isinstance(error, (OSError, DatabaseError)) and told in _FULL:
            return True
        # MariaDB hands the system's error on in words.
        if isinstance(error, DatabaseError) and f"rrcode: {errno.ENOSPC}" in str(error):
            return True
        error = error.__cause__ or error.__context__
    return False


def last_resort(request: HttpRequest) -> HttpResponse:
    """What Django answers where nothing else did (its handler of 500)."""
    return failed(request, sys.exc_info()[1])


def failed(request: HttpRequest, error: BaseException | None) -> HttpResponse:
    """The answer to what nobody foresaw, logged, with the error for whoever tries it again."""
    mark = getattr(request, "mark", "")
    answer = unforeseen(error, mark)
    answer.error = error  # type: ignore[attr-defined]
    if answer.status_code == 500:
        _log.error("fault %s", mark, exc_info=error)
    else:
        _log.warning("%s %s", mark, error)
    return answer


def bad_request(request: HttpRequest, exception: Exception) -> HttpResponse:
    """What Django answers to a request it cannot read (its handler of 400)."""
    return problem(400, "The request cannot be read; load the page again.")


def not_found(request: HttpRequest, exception: Exception) -> HttpResponse:
    """What Django answers to an address that there is not (its handler of 404)."""
    return problem(404, "There is nothing at this address.")


def not_allowed(request: HttpRequest, reason: str = "", exception: object = None) -> HttpResponse:
    """What Django answers to a change that does not come from our own page (its view of CSRF)."""
    return problem(403, "This did not come from the studio's own page; load the page again.")


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
    if error.get("type") == "extra_forbidden":
        return f"There is no “{place[-1].replace('_', ' ')}” to choose here; leave it out.", field
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
