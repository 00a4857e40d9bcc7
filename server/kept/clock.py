"""One clock for all that is kept, which tests can move."""

import time
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime

_ahead_s = 0.0


def now_s() -> float:
    """Seconds since 1970."""
    return time.time() + _ahead_s


def now() -> datetime:
    """This moment, in universal time."""
    return datetime.fromtimestamp(now_s(), UTC)


@contextmanager
def moved(by_s: float) -> Iterator[None]:
    """The clock some seconds ahead of what it is, or behind, for as long as a test takes."""
    global _ahead_s  # noqa: PLW0603 - one clock for the process is what this is
    before, _ahead_s = _ahead_s, _ahead_s + by_s
    try:
        yield
    finally:
        _ahead_s = before
