"""Who comes from the studio's network is let in by a code, once for each device."""

from collections.abc import Callable
from typing import Final

from django.conf import settings
from django.core.exceptions import MiddlewareNotUsed
from django.http import HttpRequest, HttpResponseBase

from server.config.problems import problem
from server.devices.services import is_known

_GUARDED: Final = ("/api/", "/_allauth/")
_OPEN: Final = ("/api/device",)


def known_device(
    get_response: Callable[[HttpRequest], HttpResponseBase],
) -> Callable[[HttpRequest], HttpResponseBase]:
    """Middleware: a device that is not known sees the page, and nothing of any studio."""
    if not settings.LAN:
        raise MiddlewareNotUsed

    def respond(request: HttpRequest) -> HttpResponseBase:
        if (
            request.path.startswith(_GUARDED)
            and request.path not in _OPEN
            and not is_known(request)
        ):
            return problem(403, "This device is new here; write the studio’s code first.", "device")
        return get_response(request)

    return respond
