"""A worker that is told to leave: who has come in already is answered, who comes later is not."""

import http.client
import os
import signal
import socket
import subprocess
import sys
import tempfile
import time
import unittest
from collections.abc import Callable, Iterable
from pathlib import Path

from workshop.database import free_port

ASKS = b"GET / HTTP/1.1\r\nHost: studio\r\n\r\n"
CAME = 12
"""More than there are threads, so that some wait."""


def unhurried(environ: dict[str, object], start: Callable[..., object]) -> Iterable[bytes]:
    """What is served here: an answer that takes a moment."""
    time.sleep(0.05)
    start("200 OK", [("Content-Type", "text/plain"), ("Content-Length", "4")])
    return [b"grey"]


def workers_of(pid: int) -> list[int]:
    """The processes that a process has started."""
    return [int(each) for each in Path(f"/proc/{pid}/task/{pid}/children").read_text().split()]


def answer_on(line: socket.socket) -> http.client.HTTPResponse:
    """The answer to what was asked over a line; `http.client.HTTPException` where it was cut."""
    answer = http.client.HTTPResponse(line)
    answer.begin()
    assert answer.read() == b"grey"
    return answer


class LeavingTest(unittest.TestCase):
    """gunicorn with our worker, told to leave as a new version tells it."""

    def setUp(self) -> None:
        self.port = free_port(8950)
        home = tempfile.TemporaryDirectory()
        self.addCleanup(home.cleanup)
        env = {**os.environ, "MESOTINT_BIND": f"127.0.0.1:{self.port}", "MESOTINT_WORKERS": "1"}
        with (Path(home.name) / "said.log").open("wb") as log:
            self.master = subprocess.Popen(
                [sys.executable, "-m", "gunicorn", "-c", "python:server.config.gunicorn",
                 f"{__name__}:unhurried"],
                env=env, stdout=log, stderr=log,
            )  # fmt: skip
        self.addCleanup(self.master.wait)
        self.addCleanup(self.master.kill)
        until = time.monotonic() + 30
        while not self.lets_in():
            self.assertLess(time.monotonic(), until, "nobody serves")
            time.sleep(0.1)

    def lets_in(self) -> bool:
        try:
            socket.create_connection(("127.0.0.1", self.port), timeout=10).close()
        except OSError:
            return False
        return True

    def come_in(self, *, asks: bool) -> socket.socket:
        line = socket.create_connection(("127.0.0.1", self.port), timeout=10)
        self.addCleanup(line.close)
        if asks:
            line.sendall(ASKS)
        return line

    def test_who_has_come_is_answered_and_who_comes_later_goes_elsewhere(self) -> None:
        known = self.come_in(asks=True)
        answer_on(known)
        (worker,) = workers_of(self.master.pid)
        # While it is held, the system lets them in.
        os.kill(worker, signal.SIGSTOP)
        asking = [self.come_in(asks=True) for _ in range(CAME)]
        silent = [self.come_in(asks=False) for _ in range(CAME)]
        self.master.terminate()
        time.sleep(0.3)
        os.kill(worker, signal.SIGCONT)
        # What a proxy sends has left it before it knows.
        for line in [known, *silent]:
            line.sendall(ASKS)
        for line in [known, *asking, *silent]:
            self.assertEqual(answer_on(line).getheader("Connection"), "close")
        self.assertFalse(self.lets_in())
        self.master.wait(5)

    def test_a_line_that_asks_nothing_holds_nobody_up(self) -> None:
        self.come_in(asks=False)
        answer_on(self.come_in(asks=True))
        began = time.monotonic()
        self.master.terminate()
        self.master.wait(5)
        self.assertLess(time.monotonic() - began, 3)
