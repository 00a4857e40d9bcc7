"""Letting devices in from the studio's network, each once by a code."""

import hashlib
import re
import secrets
from typing import Final

from django.core.cache import cache
from django.http import HttpRequest

from mesotint.errors import InputError
from server.devices.models import LABEL_LENGTH, Device

COOKIE: Final = "mesotint-device"
CODE_MINUTES: Final = 10
COOKIE_DAYS: Final = 365
MOST_TRIES: Final = 8
"""Wrong codes from one address in five minutes; six figures are then guessed once in years (our own
judgement)."""

_TRIES_S: Final = 300
_CODE: Final = "device-code-"


def new_code() -> str:
    """A code for the next new device: six figures, once, within ten minutes."""
    code = f"{secrets.randbelow(10**6):06d}"
    cache.set(_CODE + code, 1, CODE_MINUTES * 60)
    return code


def let_in(request: HttpRequest, told: str) -> str:
    """Take a code, and give the token that the device is known by from now on."""
    key = f"device-tries-{request.META.get('REMOTE_ADDR', '')}"
    cache.add(key, 0, _TRIES_S)
    if cache.incr(key) > MOST_TRIES:
        raise InputError("Too many wrong codes; wait five minutes and take a new one.", "code")
    code = re.sub(r"\D", "", told)
    # Taken away by one request alone, however many come at once.
    if not (len(code) == 6 and cache.delete(_CODE + code)):
        raise InputError(
            "This is not the code, or it was used before. The studio’s machine shows a new one.",
            "code",
        )
    cache.delete(key)
    token = secrets.token_urlsafe(32)
    Device.objects.create(digest=_digest(token), label=label_of(request))
    return token


def is_known(request: HttpRequest) -> bool:
    """Whether a request comes from a device that was let in."""
    token = request.COOKIES.get(COOKIE, "")
    return bool(token) and Device.objects.filter(digest=_digest(token)).exists()


def label_of(request: HttpRequest) -> str:
    """What a device is, and where it stands.

    Browsers of phones and tablets say "Mobi" (common practice, from memory).
    """
    held = "Mobi" in request.headers.get("User-Agent", "")
    kind = "A phone or tablet" if held else "A computer or large tablet"
    return f"{kind}, {request.META.get('REMOTE_ADDR', '')}"[:LABEL_LENGTH]


def _digest(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()
