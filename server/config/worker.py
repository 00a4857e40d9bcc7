"""A worker of gunicorn that holds a request back until all of it has arrived.

gunicorn keeps the processes, waitress reads what comes: its one loop waits for every connection at
once, so that a client who sends half a header, or a body drop by drop, holds no thread of ours.
"""

import os
import time
from typing import Final

from gunicorn.workers.base import Worker
from waitress import wasyncore
from waitress.server import create_server

MOST_CONNECTIONS: Final = 2000
"""Connections of one worker. A slow one costs a file descriptor and a few kilobytes."""

MOST_BODY_BYTES: Final = 160 * 2**20
"""Several times any photograph that is taken, so that who sends one too large is told so; of what
is larger still nothing is read."""

IDLE_S: Final = 60
_BEAT_S: Final = 1.0
_LEAVES_WITHIN_S: Final = 5.0


class BufferedWorker(Worker):  # type: ignore[misc]  # gunicorn has no types
    """Whole requests only, handed to a few threads."""

    def run(self) -> None:
        """Serve until gunicorn says to stop, or is gone."""
        proxy = os.environ.get("MESOTINT_TRUSTED_PROXY", "")
        server = create_server(
            self.wsgi,
            sockets=[each.sock for each in self.sockets],
            threads=self.cfg.threads,
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
        channels, beat = server._map, 0.0
        while self.alive and os.getppid() == self.ppid:
            if time.monotonic() - beat > _BEAT_S:
                self.notify()
                beat = time.monotonic()
            wasyncore.poll2(_BEAT_S, channels)
        server.task_dispatcher.shutdown(cancel_pending=True, timeout=_LEAVES_WITHIN_S)
