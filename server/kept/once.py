"""What was computed a moment ago is remembered, so that it is not computed again to be kept."""

import hashlib

from django.core.cache import caches

REMEMBERED_S = 120
"""How long: a change is kept within a second or two, and sent again for a minute where it fails."""


def _key(told: str) -> str:
    return hashlib.sha256(told.encode()).hexdigest()


def remember(told: str, result: str) -> None:
    """Remember a result under all that it depends on."""
    caches["computed"].set(_key(told), result, REMEMBERED_S)


def remembered(told: str) -> str | None:
    """The result that depends on just this, where it is still known."""
    found: str | None = caches["computed"].get(_key(told))
    return found
