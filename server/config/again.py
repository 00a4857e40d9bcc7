"""A change is one unit of work, and one that two did at once is done again: nobody is told of it.

MariaDB ends one of two transactions that wait for each other; a Galera cluster tells at the commit
that another node was first (it calls both a deadlock). Nothing of it is kept then, and the same
request a moment later finds what the other left.
"""

import random
import time
from collections.abc import Callable
from typing import Final

from django.core.exceptions import RequestDataTooBig
from django.db import (
    DatabaseError,
    IntegrityError,
    InterfaceError,
    OperationalError,
    connection,
    transaction,
)
from django.http import HttpRequest, HttpResponseBase

from server.config.problems import failed

RACE_PAUSES_S: Final = (0.02, 0.06, 0.18)
LINE_PAUSES_S: Final = (0.1, 0.3, 0.9, 2.7)
"""Before each try but the first. Who lost a race goes again at once; another node takes the place
of one that is gone within two or three seconds (`deploy/haproxy.cfg`)."""

LOST_RACES: Final = (1213, 1205, 1062)
"""ER_LOCK_DEADLOCK, ER_LOCK_WAIT_TIMEOUT, and ER_DUP_ENTRY: what is begun here was begun by another
hand a moment ago, and is found the next time."""

NOT_BEGUN: Final = (1047, 1053, 2002, 2003)
"""A node that is not in its cluster, one that leaves, one that is not there: nothing was done."""

LOST_LINES: Final = (2006, 2013, 4009)
"""A line that broke: of what was being kept then nobody knows whether it is."""

NOTED: Final = ("/api/device",)
UNCHANGING: Final = ("GET", "HEAD", "OPTIONS")
Answering = Callable[[HttpRequest], HttpResponseBase]


def again(get_response: Answering) -> Answering:
    """Middleware next to the view: what it keeps is kept whole or not at all, and where it came to
    nothing it answers a second time."""

    def whole(request: HttpRequest) -> HttpResponseBase:
        # Whether somebody signs in or guesses at a code is noted even where it is refused.
        own = request.path.startswith("/api/") and request.path not in NOTED
        # What is only computed keeps nothing.
        own = own and "/compute/" not in request.path
        if request.method in UNCHANGING or not own:
            return get_response(request)
        response: HttpResponseBase | None = None
        try:
            with transaction.atomic():
                response = get_response(request)
                if response.status_code >= 400:
                    transaction.set_rollback(True)
        except DatabaseError as error:
            # Only its end came to nothing.
            return failed(request, error)
        return response

    def respond(request: HttpRequest) -> HttpResponseBase:
        repeatable = request.content_type == "application/json" and _read(request)
        turn = 0
        while True:
            response = whole(request)
            error = getattr(response, "error", None)
            raced = _code(error) in LOST_RACES
            pauses = RACE_PAUSES_S if raced else LINE_PAUSES_S
            if turn >= len(pauses) or not (
                (repeatable and _came_to_nothing(error))
                or (request.method == "GET" and _line_broke(error))
            ):
                return response
            if not raced:
                connection.close()
            # Not in step with whoever it collided with.
            time.sleep(pauses[turn] * random.uniform(0.7, 1.3))
            turn += 1

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
    known = isinstance(error, (OperationalError, IntegrityError))
    return known and _code(error) in (*LOST_RACES, *NOT_BEGUN)


def _line_broke(error: BaseException | None) -> bool:
    return isinstance(error, InterfaceError) or (
        isinstance(error, OperationalError) and _code(error) in (*NOT_BEGUN, *LOST_LINES)
    )
