"""Painters at work over a studio that is being shaken: what was acknowledged, what failed."""

import http.client
import json
import random
import threading
import time
import uuid
from collections.abc import Mapping
from http import HTTPStatus
from typing import Any

PASSWORD = "grey-on-grey-7"
THINKS_S = (0.2, 0.6)
PATIENCE_S = 60.0


class Painter:
    """One painter, who sends again what was not answered, as the browser does.

    Parameters
    ----------
    port : int
        Where the studio is.
    name : str
        The painter's.
    """

    def __init__(self, port: int, name: str) -> None:
        self.port, self.name, self.random = port, name, random.Random(name)
        self.jar: dict[str, str] = {}
        self.failures: list[tuple[float, str]] = []
        self.trouble = ""
        self.pile = self.tube = self.sheet = 0
        self.revision, self.window = 0, uuid.uuid4().hex
        self.sheet_name = ""
        self.additions: list[str] = []
        self.kept: list[str] = []
        self.answered = 0

    def once(self, method: str, path: str, body: Any = None) -> tuple[int, Any, float]:
        """Ask once: status (0 where no answer came), what was told, and when to come again."""
        try:
            line = http.client.HTTPConnection("127.0.0.1", self.port, timeout=30)
            headers = {
                "Content-Type": "application/json",
                "X-CSRFToken": self.jar.get("csrftoken", ""),
                "Cookie": "; ".join(f"{name}={value}" for name, value in self.jar.items()),
            }
            line.request(method, path, json.dumps(body) if body is not None else None, headers)
            answer = line.getresponse()
            told = answer.read()
            for name, value in answer.getheaders():
                if name.lower() == "set-cookie":
                    key, _, rest = value.partition("=")
                    self.jar[key] = rest.partition(";")[0]
            line.close()
            again = float(answer.getheader("Retry-After") or 2)
            as_json = told and "json" in (answer.getheader("Content-Type") or "")
            return answer.status, json.loads(told) if as_json else None, again
        except (OSError, http.client.HTTPException):
            return 0, None, 2.0

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        """Ask until there is an answer; each time there is none counts as a failure."""
        until = time.monotonic() + PATIENCE_S
        while True:
            status, told, again = self.once(method, path, body)
            if status not in (0, HTTPStatus.BAD_GATEWAY, HTTPStatus.SERVICE_UNAVAILABLE):
                self.answered += 1
                if status >= HTTPStatus.BAD_REQUEST:
                    raise AssertionError(f"{method} {path}: {status} {told}")
                return told
            self.failures.append((time.monotonic(), f"{method} {path}: {status}"))
            if time.monotonic() > until:
                raise AssertionError(f"{method} {path} is not answered for a minute")
            time.sleep(again)

    def come_in(self) -> None:
        """Sign up, and lay out tubes, a sheet and a pile."""
        self.ask("GET", "/api/me")
        self.ask("POST", "/_allauth/browser/v1/auth/signup",
                 {"username": self.name, "password": PASSWORD})  # fmt: skip
        tubes = [
            self.ask("POST", "/api/tubes", {"paint_key": key})["id"] for key in ("PO20", "PB29")
        ]
        self.tube = tubes[0]
        self.scale = {"kind": "scale", "first": {"parts": [{"tube": tubes[0]}]},
                      "second": {"parts": [{"tube": tubes[1]}]}, "steps": 5}  # fmt: skip
        self.sheet_name = "Sheet 0"
        made = self.ask("POST", "/api/scales", self._sheet())
        self.sheet, self.revision = made["id"], made["revision"]
        begun = {"target": {"colour": "5Y 5/2"}, "token": uuid.uuid4().hex}
        self.pile = self.ask("POST", "/api/piles", begun)["id"]

    def _sheet(self) -> Mapping[str, Any]:
        return {"name": self.sheet_name, "request": self.scale, "token": self.window}

    def work(self) -> None:
        """One thing that a painter does."""
        match self.random.randrange(6):
            case 0 | 1:
                token = uuid.uuid4().hex
                self.ask(
                    "POST",
                    f"/api/piles/{self.pile}/events",
                    {"kind": "add", "tube": self.tube, "amount": 0.2, "token": token},
                )
                self.additions.append(token)
            case 2 | 3:
                self.sheet_name = f"Sheet {len(self.additions)} {uuid.uuid4().hex[:6]}"
                self.revision = self.ask(
                    "PUT",
                    f"/api/scales/{self.sheet}",
                    {**self._sheet(), "revision": self.revision},
                )["revision"]
            case 4:
                token = uuid.uuid4().hex
                self.ask(
                    "POST",
                    f"/api/piles/{self.pile}/events",
                    {"kind": "keep", "name": token, "token": token},
                )
                self.kept.append(token)
            case _:
                self.ask("GET", "/api/tubes")  # fmt: skip

    def go_on(self, leaves: threading.Event) -> None:
        """Work and think, until told to leave."""
        try:
            self.additions or self._first_addition()
            while not leaves.is_set():
                self.work()
                time.sleep(self.random.uniform(*THINKS_S))
        except Exception as error:
            self.trouble = f"{self.name}: {error!r}"

    def _first_addition(self) -> None:
        token = uuid.uuid4().hex
        self.ask("POST", f"/api/piles/{self.pile}/events",
                 {"kind": "add", "tube": self.tube, "amount": 0.2, "token": token})  # fmt: skip
        self.additions.append(token)


class Class:
    """Some painters, each in a thread of their own."""

    def __init__(self, port: int, count: int) -> None:
        self.painters = [Painter(port, f"painter{index}") for index in range(count)]
        self.leaves = threading.Event()
        self.threads = [
            threading.Thread(target=each.go_on, args=(self.leaves,)) for each in self.painters
        ]

    def come_in(self) -> None:
        """All sign up, one after another."""
        for each in self.painters:
            each.come_in()

    def start(self) -> None:
        """All begin."""
        for each in self.threads:
            each.start()

    def leave(self) -> None:
        """All finish what they are at."""
        self.leaves.set()
        for each in self.threads:
            each.join()

    def failures_since(self, moment: float) -> dict[str, list[str]]:
        """What failed since then and how many seconds after it, by painter."""
        found: dict[str, list[str]] = {}
        for each in self.painters:
            for at, what in each.failures:
                if at >= moment:
                    found.setdefault(each.name, []).append(f"{at - moment:.1f} s: {what}")
        return found
