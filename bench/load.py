"""A studio under load: many painters at once, clients that dawdle, a class at the door."""

import http.client
import json
import random
import socket
import statistics
import tempfile
import threading
import time
import uuid
from collections import Counter
from collections.abc import Sequence
from http import HTTPStatus
from pathlib import Path
from typing import Any

from bench.running import running
from bench.timing import Figure, above, below
from workshop.serving import Stack

PORT = 8795
PASSWORD = "grey-on-grey-7"
MEASURED_S = 40.0
WARMING_S = 10.0
SLOW = 200
HASTY = 200

MAKE = """
from django.contrib.auth.hashers import make_password
from django.contrib.sessions.backends.db import SessionStore
from server.painters.models import Painter
from server.tubes.models import Tube
secret = make_password({password!r})
for i in range({count}):
    painter, new = Painter.objects.get_or_create(username=f"painter{{i}}")
    painter.password = secret
    painter.save()
    if new:
        Tube.objects.bulk_create(Tube(painter=painter, paint_key=key) for key in {box!r})
    session = SessionStore()
    session["_auth_user_id"] = str(painter.pk)
    session["_auth_user_backend"] = "allauth.account.auth_backends.AuthenticationBackend"
    session["_auth_user_hash"] = painter.get_session_auth_hash()
    session.save()
    tubes = list(Tube.objects.filter(painter=painter).order_by("pk").values_list("pk", flat=True))
    print(session.session_key, *tubes)
"""
BOX = ("PW6", "PY3", "PY43", "PO20", "PBr7-burnt-sienna", "PR108-light", "PV19", "PV23", "PB29",
       "PB15:3", "PG7", "PBk9")  # fmt: skip


class Busy:
    """One painter at work, over a line of their own: asks, thinks, asks again."""

    def __init__(self, session: str, tubes: list[int], seed: int, port: int = PORT) -> None:
        self.line = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
        self.session, self.tubes, self.random = session, tubes, random.Random(seed)
        self.pile: int | None = None
        self.times: list[float] = []
        self.statuses: Counter[int] = Counter()

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        """Ask, and note how long the answer took."""
        token = "t" * 32
        headers = {"Cookie": f"sessionid={self.session}; csrftoken={token}", "X-CSRFToken": token,
                   "Content-Type": "application/json"}  # fmt: skip
        began = time.perf_counter()
        self.line.request(method, f"/api/{path}", json.dumps(body) if body else None, headers)
        answer = self.line.getresponse()
        told = answer.read()
        self.statuses[answer.status] += 1
        if answer.status < HTTPStatus.BAD_REQUEST:
            self.times.append((time.perf_counter() - began) * 1e3)
            return json.loads(told) if told else None
        return None

    def work(self) -> None:
        """Something a painter does: a trail, a look at tubes and piles, an addition with advice."""
        first, second = self.random.sample(self.tubes, 2)
        scale = {"chart": "scale", "first": {"parts": [{"tube": first}]},
                 "second": {"parts": [{"tube": second}]}, "steps": 9}  # fmt: skip
        if self.pile is None:
            # A colour of their own: what was found for one painter helps no other.
            hue, value = self.random.uniform(0.5, 9.5), self.random.uniform(3.0, 7.0)
            colour = f"{hue:.2f}{self.random.choice(['R', 'Y', 'G', 'B', 'P'])} {value:.2f}/2"
            begun = {"target": {"colour": colour}, "token": uuid.uuid4().hex}
            made = self.ask("POST", "piles", begun)
            self.pile = made["id"] if made else None
            return
        match self.random.randrange(8):
            case 0:
                self.ask("GET", "tubes")
            case 1:
                self.ask("GET", "piles")
            case 2 | 3 | 4:
                self.ask("POST", "scales/compute/chart", scale)
            case 5:
                self.ask("POST", "scales", {"name": "Sheet", "request": scale})
            case _:
                self.ask("POST", f"piles/{self.pile}/events",
                         {"kind": "add", "tube": first, "amount": 0.2,
                          "token": uuid.uuid4().hex})  # fmt: skip

    def go_on(self, counted_from: float, until: float) -> None:
        """Work with pauses of one to two seconds; what comes before is not counted."""
        time.sleep(self.random.uniform(0, 1.5))
        while (now := time.monotonic()) < until:
            if now < counted_from:
                self.times.clear()
            self.work()
            time.sleep(self.random.uniform(1.0, 2.0))


def together(painters: list[Busy], seconds: float) -> tuple[list[float], Counter[int]]:
    """Milliseconds of every answer of painters who work at once, rising, and what was answered."""
    # No class begins all its piles within one second: they are begun before it counts.
    counted_from = time.monotonic() + WARMING_S
    until = counted_from + seconds
    threads = [threading.Thread(target=each.go_on, args=(counted_from, until)) for each in painters]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    statuses: Counter[int] = Counter()
    for each in painters:
        statuses += each.statuses
    return sorted(time for each in painters for time in each.times), statuses


def painters_of(stack: Stack, count: int, ports: Sequence[int] = (PORT,)) -> list[Busy]:
    """So many painters with a box each, signed in."""
    script = MAKE.format(password=PASSWORD, count=count, box=BOX)
    told = stack.manage("shell", "-v0", "-c", script, failure="No painters.").splitlines()
    rows = [line.split() for line in told if line]
    return [
        Busy(row[0], [int(key) for key in row[1:]], i, ports[i % len(ports)])
        for i, row in enumerate(rows)
    ]


def _at(times: list[float], share: float) -> float:
    return times[min(len(times) - 1, int(share * len(times)))]


def _signed_in_at_once(count: int) -> float:
    """Seconds until a whole class is in."""
    began, refused = time.perf_counter(), list[str]()

    def enter(name: str) -> None:
        line = http.client.HTTPConnection("127.0.0.1", PORT, timeout=60)
        line.request("GET", "/api/me")
        first = line.getresponse()
        first.read()
        token = (first.getheader("Set-Cookie") or "").partition("csrftoken=")[2].partition(";")[0]
        headers = {"Content-Type": "application/json", "X-CSRFToken": token,
                   "Cookie": f"csrftoken={token}"}  # fmt: skip
        body = json.dumps({"username": name, "password": PASSWORD})
        line.request("POST", "/_allauth/browser/v1/auth/login", body, headers)
        answer = line.getresponse()
        told = answer.read().decode()
        if answer.status != HTTPStatus.OK:
            refused.append(f"{answer.status} {told[:300]}")

    threads = [threading.Thread(target=enter, args=(f"painter{i}",)) for i in range(count)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    took = time.perf_counter() - began
    assert not refused, refused
    return took


def _slow_clients(painter: Busy) -> float:
    """How many times as long a trail takes at the 95th percentile while others dawdle."""

    def p95() -> float:
        painter.times.clear()
        for _ in range(60):
            a, b = painter.random.sample(painter.tubes, 2)
            scale = {"chart": "scale", "first": {"parts": [{"tube": a}]},
                     "second": {"parts": [{"tube": b}]}, "steps": 9}  # fmt: skip
            painter.ask("POST", "scales/compute/chart", scale)
        return _at(sorted(painter.times), 0.95)

    p95()
    alone = statistics.median(p95() for _ in range(3))
    lines = []
    for _ in range(SLOW):
        line = socket.create_connection(("127.0.0.1", PORT))
        line.sendall(b"POST /api/me HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Le")
        lines.append(line)
    held = statistics.median(p95() for _ in range(3))
    for line in lines:
        line.close()
    return held / alone


def _least_used(stack: Stack) -> float:
    """How much the least used worker worked, of what the most used did."""
    assert stack.web is not None
    children = Path(f"/proc/{stack.web.pid}/task/{stack.web.pid}/children").read_text().split()
    stats = [Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split() for pid in children]
    ticks = [int(each[11]) + int(each[12]) for each in stats]
    return min(ticks) / max(ticks)


def memory_mb(stack: Stack) -> float:
    """Resident memory of the largest worker."""
    assert stack.web is not None
    children = Path(f"/proc/{stack.web.pid}/task/{stack.web.pid}/children").read_text().split()
    pages = [int(Path(f"/proc/{pid}/statm").read_text().split()[1]) for pid in children]
    return max(pages) * 4096 / 2**20


def load() -> list[Figure]:
    """Fifty painters, two hundred, dawdlers, a class at the door, and the workers' weight then."""
    with running(PORT, demo=False) as stack:
        painters = painters_of(stack, HASTY)
        times, statuses = together(painters[:50], MEASURED_S)
        evenly = _least_used(stack)
        failed = sum(count for status, count in statuses.items() if status >= 400)
        many, of_many = together(painters, MEASURED_S / 2)
        broken = sum(n for status, n in of_many.items() if status >= 400 and status != 503)
        return [
            below("50 painters at once: errors", failed, "", 1),
            below("… answers within, 95 of 100", _at(times, 0.95), "ms", 300),
            below("… answers within, 99 of 100", _at(times, 0.99), "ms", 800),
            above("… work of the least used worker, of the most used one's", 100 * evenly, "%",
                  70),
            below(f"{HASTY} painters at once: failures that are no 503", broken, "", 1),
            below("… answers within, 99 of 100 of those taken", _at(many, 0.99), "ms", 5000),
            Figure("… told to come again", 100 * of_many[503] / of_many.total(), "%"),
            below(f"a trail beside {SLOW} slow clients", _slow_clients(painters[0]), "times",
                  1.5),
            below("50 painters at the door, until all are in", _signed_in_at_once(50), "s", 10),
            below("memory of a worker after all this", memory_mb(stack), "MB", 350),
        ]  # fmt: skip


THIRD_US = 33_333
"""Of every 100,000 microseconds: a third of a core."""

THROUGHPUT_S = 30.0


def _held_to_a_third(name: str, pid: int) -> Path:
    """Put a process, and all it starts, into a control group with a third of a core."""
    group = Path("/sys/fs/cgroup/cpu") / name
    if not group.parent.is_dir():
        raise OSError("There are no control groups of the first kind here.")
    group.mkdir(exist_ok=True)
    (group / "cpu.cfs_period_us").write_text("100000")
    (group / "cpu.cfs_quota_us").write_text(str(THIRD_US))
    (group / "cgroup.procs").write_text(str(pid))
    return group


def _without_pause(painters: list[Busy]) -> float:
    """Requests a second of painters who do not stop to think."""

    def go_on(painter: Busy, until: float) -> None:
        while time.monotonic() < until:
            painter.work()

    for each in painters:
        each.work()
        each.times.clear()
    until = time.monotonic() + THROUGHPUT_S
    threads = [threading.Thread(target=go_on, args=(each, until)) for each in painters]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return sum(len(each.times) for each in painters) / THROUGHPUT_S


def several_servers() -> list[Figure]:
    """What two application servers do of what one does, each held to a third of a core."""
    from deploy.tests.front import Server

    with tempfile.TemporaryDirectory() as folder:
        stack = Stack(Path(folder) / "data", PORT, demo=False)
        groups, servers = [], []
        try:
            stack.prepare()
            (Path(folder) / "key").write_text(stack.database.secrets["sessions"])
            password, ports = stack.database.secrets["database"], (PORT + 1, PORT + 2)
            for port in ports:
                home = Path(folder) / str(port)
                servers.append(Server(home, port, stack.database.port, password))
                servers[-1].start()
                process = servers[-1].process
                assert process is not None
                groups.append(_held_to_a_third(f"mesotint-{port}", process.pid))
            # Each starts with a third of a core as well.
            time.sleep(50)
            one = _without_pause(painters_of(stack, 8, ports[:1]))
            two = _without_pause(painters_of(stack, 8, ports))
            return [
                Figure("one server with a third of a core", one, "requests/s"),
                above("two of them, of what one does", two / one, "times", 1.8),
            ]
        finally:
            for server in servers:
                server.stop()
            stack.stop()
            for group in groups:
                group.rmdir()


SUITES = (load, several_servers)
