"""The demo painter at the API of a running program."""

import http.client
import json
from collections.abc import Callable
from typing import Any

from bench.timing import median_ms
from workshop.serving import Stack


class DemoPainter:
    """A signed-in line to a stack that carries the demo."""

    def __init__(self, stack: Stack) -> None:
        self.line = http.client.HTTPConnection("127.0.0.1", stack.port)
        self.headers = {"Content-Type": "application/json"}
        # The door opens to who has looked at it.
        for method, path in (("GET", "me"), ("POST", "demo")):
            self.line.request(method, f"/api/{path}", headers=self.headers)
            answer = self.line.getresponse()
            answer.read()
            set_ = [v.split(";")[0] for k, v in answer.getheaders() if k.lower() == "set-cookie"]
            token = next(each.split("=")[1] for each in set_ if each.startswith("csrftoken="))
            self.headers |= {"Cookie": "; ".join(set_), "X-CSRFToken": token}
        self.tubes = {tube["paint"]["key"]: tube["id"] for tube in self.ask("GET", "tubes")}

    def one(self, key: str) -> dict[str, Any]:
        """One tube as a mixture."""
        return {"parts": [{"tube": self.tubes[key], "parts": 1}]}

    def ask(self, method: str, path: str, body: dict[str, Any] | None = None) -> Any:
        """An answer."""
        sent = None if body is None else json.dumps(body)
        self.line.request(method, f"/api/{path}", sent, self.headers)
        answer = self.line.getresponse()
        told = answer.read()
        assert answer.status < 300, told
        return json.loads(told) if told else None

    def ms(
        self,
        method: str,
        path: str,
        body: dict[str, Any] | Callable[[], dict[str, Any]] | None = None,
        runs: int = 12,
    ) -> float:
        """Milliseconds of an answer, at the median; a body that is made anew is never the same."""
        return median_ms(
            lambda: self.ask(method, path, body() if callable(body) else body), runs=runs
        )
