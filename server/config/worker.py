"""A worker of gunicorn that holds a request back until all of it has arrived.

gunicorn keeps the processes, waitress reads what comes: its one loop waits for every connection at
once, so that a client who sends half a header, or a body drop by drop, holds no thread of ours.
"""

import ctypes
import json
import os
import time
from collections.abc import Callable, Iterable, Sized
from pathlib import Path
from typing import Any, Final

from gunicorn.workers.base import Worker
from waitress import wasyncore
from waitress.channel import HTTPChannel
from waitress.server import create_server
from waitress.task import ThreadedTaskDispatcher, WSGITask

MOST_CONNECTIONS: Final = 2000
"""Connections of one worker. A slow one costs a file descriptor and a few kilobytes."""

MOST_BODY_BYTES: Final = 160 * 2**20
"""Several times any photograph that is taken, so that who sends one too large is told so; of what
is larger still nothing is read."""

IDLE_S: Final = 60
_BEAT_S: Final = 1.0
_LEFT_S: Final = 0.01
"""How long another worker has to take a line before a busy one does."""
_LEAVES_WITHIN_S: Final = 5.0
_NEWCOMER_S: Final = 0.3
"""How long a line that has not asked yet is waited for by a worker that leaves."""


_TRIMMED_EVERY_S: Final = 5.0
_TRIMMED_FROM_BYTES: Final = 230 * 2**20
"""What a worker weighs from where on it gives back what it does not use: memory is kept at hand for
speed, and a large photograph leaves much of it."""


MOST_WAITING: Final = 60
"""Whole requests that may wait for a thread of this worker: two to three seconds of work. Who comes
then is told at once when to come again, so that nobody waits for longer."""

_BUSY: Final = json.dumps(
    {
        "type": "about:blank",
        "title": "One moment",
        "status": 503,
        "detail": "Very many are at work just now. What you do is kept here.",
    }
).encode()


def not_too_many(app: Callable[..., Iterable[bytes]], waiting: Sized) -> Callable[..., Any]:
    """An application that answers 503 while too many wait for it."""

    def answer(environ: dict[str, Any], start: Callable[..., Any]) -> Iterable[bytes]:
        if len(waiting) > MOST_WAITING and environ["PATH_INFO"].startswith(("/api/", "/_allauth/")):
            headers = [("Content-Type", "application/problem+json"), ("Retry-After", "2")]
            start("503 Service Unavailable", headers)
            return [_BUSY]
        return app(environ, start)

    return answer


class LeavingTask(WSGITask):  # type: ignore[misc]  # waitress has no types
    """An answer that ends its line while others wait: who asks again comes to the worker that has
    more time, and no worker keeps most of the lines because it was the first to wake."""

    def build_response_header(self) -> bytes:
        """The head of the answer."""
        server = self.channel.server
        if server.task_dispatcher.queue or server.leaves:
            self.set_close_on_finish()
        head: bytes = super().build_response_header()
        return head


class LeavingChannel(HTTPChannel):  # type: ignore[misc]  # waitress has no types
    """A line whose answers may end it."""

    task_class = LeavingTask


def resident_bytes() -> int:
    """What this process weighs."""
    pages = int(Path("/proc/self/statm").read_text("ascii").split()[1])
    return pages * os.sysconf("SC_PAGE_SIZE")


def give_back() -> None:
    """Give memory that lies idle back to the machine, where the C library can."""
    trim = getattr(ctypes.CDLL(None), "malloc_trim", None)
    if trim is not None and resident_bytes() > _TRIMMED_FROM_BYTES:
        trim(0)


def at_work(channel: object) -> bool:
    """Whether somebody waits for an answer on this line."""
    return isinstance(channel, HTTPChannel) and bool(
        channel.requests or channel.request or channel.total_outbufs_len
    )


class BufferedWorker(Worker):  # type: ignore[misc]  # gunicorn has no types
    """Whole requests only, handed to a few threads."""

    def run(self) -> None:
        """Serve until gunicorn says to stop, or is gone."""
        proxy = os.environ.get("MESOTINT_TRUSTED_PROXY", "")
        dispatcher = ThreadedTaskDispatcher()
        dispatcher.set_thread_count(self.cfg.threads)
        server = create_server(
            not_too_many(self.wsgi, dispatcher.queue),
            _dispatcher=dispatcher,
            sockets=[each.sock for each in self.sockets],
            connection_limit=MOST_CONNECTIONS,
            asyncore_use_poll=True,
            max_request_body_size=MOST_BODY_BYTES,
            channel_timeout=IDLE_S,
            cleanup_interval=10,
            ident="Mesotint",
            **(
                {
                    "trusted_proxy": proxy,
                    "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto"},
                }
                if proxy
                else {}
            ),
        )
        server.channel_class = LeavingChannel
        server.leaves = False
        channels, beat, left, trimmed = server._map, 0.0, 0.0, 0.0
        while self.alive and os.getppid() == self.ppid:
            now = time.monotonic()
            if now - beat > _BEAT_S:
                self.notify()
                beat = now
            if now - trimmed > _TRIMMED_EVERY_S:
                give_back()
                trimmed = now
            # While some wait here, whoever comes is left to another worker for a moment.
            leaves = bool(dispatcher.queue) and now - left < _LEFT_S
            if not leaves:
                left = now
            server.accepting = not leaves
            wasyncore.poll2(_LEFT_S / 3 if leaves else _BEAT_S, channels)
        self._leave(server, channels)

    def _leave(self, server: Any, channels: dict[int, Any]) -> None:
        """Take no more, and answer whoever has come already."""
        now = time.monotonic()
        server.leaves, until, asks_by = True, now + _LEAVES_WITHIN_S, now + _NEWCOMER_S
        # Whom the system has let in would be thrown out with the door.
        known = -1
        while known < len(channels):
            known = len(channels)
            server.handle_accept()
        # Whoever comes now is refused at once, and goes to another server.
        server.accepting = False
        server.del_channel()
        for each in self.sockets:
            each.sock.close()
        while (now := time.monotonic()) < until:
            if now > asks_by and not any(map(at_work, channels.values())):
                break
            self.notify()
            wasyncore.poll2(_BEAT_S / 20, channels)
        server.task_dispatcher.shutdown(cancel_pending=True, timeout=_LEAVES_WITHIN_S)
