"""A unit of work that two did at once is done again, so that nobody is told of it.

MariaDB ends one of two transactions that wait for each other; a Galera cluster tells at the commit
that another node was first (it calls both a deadlock). Nothing of it is kept then, and the same
request a moment later finds what the other left.
"""

import random
import time
from collections.abc import Callable
from typing import Final

from django.core.exceptions import RequestDataTooBig
from django.db import InterfaceError, OperationalError, connection
from django.http import HttpRequest, HttpResponseBase

TRIES: Final = 4
_FIRST_PAUSE_S: Final = 0.02

LOST_RACES: Final = (1213, 1205)
"""ER_LOCK_DEADLOCK and ER_LOCK_WAIT_TIMEOUT."""

LOST_LINES: Final = (1047, 1053, 2002, 2003, 2006, 2013, 4009)
"""A node that is not ready or leaves, and a line that broke: of what was being kept then nobody
knows whether it is."""

Answering = Callable[[HttpRequest], HttpResponseBase]


def again(get_response: Answering) -> Answering:
    """Middleware next to the view: answers a second time where the first came to nothing."""

    def respond(request: HttpRequest) -> HttpResponseBase:
        repeatable = request.content_type == "application/json" and _read(request)
        for turn in range(TRIES):
            response = get_response(request)
            error = getattr(response, "error", None)
            if turn == TRIES - 1 or not (
                (repeatable and _came_to_nothing(error))
                or (request.method == "GET" and _line_broke(error))
            ):
                break
            if _line_broke(error):
                connection.close()
            # Not in step with whoever it collided with.
            time.sleep(_FIRST_PAUSE_S * 2**turn * random.uniform(0.5, 1.5))
        return response

    return respond


def _read(request: HttpRequest) -> bool:
    """Read what is asked before it is first answered, so that it can be asked once more; whether it
    could be."""
    try:
        return request.body is not None
    except RequestDataTooBig:
        # The API says so, in its words.
        return False


def _code(error: BaseException | None) -> int:
    told = error.args[0] if error is not None and error.args else 0
    return told if isinstance(told, int) else 0


def _came_to_nothing(error: BaseException | None) -> bool:
    return isinstance(error, OperationalError) and _code(error) in LOST_RACES


def _line_broke(error: BaseException | None) -> bool:
    return isinstance(error, InterfaceError) or (
        isinstance(error, OperationalError) and _code(error) in LOST_LINES
    )
