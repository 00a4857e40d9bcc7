"""Three nodes, two application servers, HAProxy in front, twenty painters: and then faults.

What was acknowledged is there afterwards, once; a painter meets one failure a fault at the most,
and what failed is sent again and taken.
"""

import shutil
import tempfile
import time
import unittest
import urllib.error
import urllib.request
from collections.abc import Callable
from pathlib import Path

from deploy.tests.front import Front, Server
from deploy.tests.nodes import Cluster, Node
from deploy.tests.painters import Class
from workshop.database import free_port

PAINTERS = 20
SETTLES_S = 5.0
"""How long all is watched after a fault is over."""

LATER = {"DJANGO_SETTINGS_MODULE": "deploy.tests.later.settings"}


class ClusterTest(unittest.TestCase):
    maxDiff = None

    def setUp(self) -> None:
        self.home = Path(tempfile.mkdtemp(prefix="mesotint-cluster-"))
        self.home.chmod(0o711)
        self.addCleanup(shutil.rmtree, self.home, ignore_errors=True)
        self.cluster = Cluster(self.home / "nodes")
        self.cluster.home.mkdir()
        self.addCleanup(self.cluster.stop)
        self.cluster.start()
        self.front = Front(self.home / "front", self.cluster, 2)
        first = free_port(8900)
        ports = first, free_port(first + 1)
        self.servers = [
            Server(self.home / f"{port}", port, database, self.cluster.password)
            for port, database in zip(ports, self.front.database_ports, strict=True)
        ]
        self.front.start(self.servers)
        self.addCleanup(self.front.stop)
        time.sleep(2)
        self.servers[0].prepare()
        for server in self.servers:
            self.addCleanup(server.stop)
            server.start()
        for server in self.servers:
            self.cluster.until(lambda port=server.port: self.answers(port), "a server")
        self.painters = Class(self.front.port, PAINTERS)

    def answers(self, port: int) -> bool:
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{port}/readyz", timeout=5) as line:
                return bool(line.status == 200)
        except OSError:
            return False

    def shaken(self, what: str, fault: Callable[[], None], over: Callable[[], None]) -> None:
        """Something happens and is mended; nobody fails twice of it."""
        with self.subTest(what):
            began = time.monotonic()
            fault()
            over()
            time.sleep(SETTLES_S)
            failed = self.painters.failures_since(began)
            print(f"{what}: {len(failed)} of {PAINTERS} painters met a failure", flush=True)
            often = {name: told for name, told in failed.items() if len(told) > 1}
            self.assertEqual(often, {}, self.problems())
            self.assertEqual([each.trouble for each in self.painters.painters if each.trouble], [])

    def problems(self) -> str:
        """What the servers have logged of late."""
        logs = [server.home / "requests.log" for server in self.servers]
        lines = [line for log in logs for line in log.read_text().splitlines()]
        return "\n".join([line for line in lines if '"warning"' in line or '"error"' in line][-40:])

    def test_nothing_acknowledged_is_lost_whatever_breaks(self) -> None:
        self.painters.come_in()
        self.painters.start()
        self.addCleanup(self.painters.leave)
        one, two, three = self.cluster.nodes
        first, second = self.servers
        self.shaken("nothing", lambda: time.sleep(3), lambda: None)
        self.shaken("a node that is written to is killed", one.kill, lambda: self.back(one))
        self.shaken("a node is cut off", lambda: self.cut(two), lambda: self.joined(two))
        self.shaken("an application server is killed", first.kill, lambda: self.restarted(first))
        self.shaken("a migration", lambda: first.prepare(**LATER), lambda: None)
        for server in (first, second):
            self.shaken("a server is renewed", server.stop, lambda it=server: self.renewed(it))
        self.shaken("the third node is killed", three.kill, lambda: self.back(three))
        self.painters.leave()
        self.assert_all_is_there_once()

    def back(self, node: Node) -> None:
        time.sleep(3)
        node.start(self.cluster.nodes)
        took = self.cluster.until(node.serves, node.name)
        print(f"{node.name} is back after {took:.1f} s", flush=True)

    def cut(self, node: Node) -> None:
        node.cut_off(True)
        self.cluster.until(lambda: not node.serves(), "the cut")
        time.sleep(3)

    def joined(self, node: Node) -> None:
        node.cut_off(False)
        self.cluster.until(node.serves, node.name)

    def restarted(self, server: Server) -> None:
        time.sleep(2)
        server.start()
        self.cluster.until(lambda: self.answers(server.port), "the server")

    def renewed(self, server: Server) -> None:
        server.start(**LATER)
        self.cluster.until(lambda: self.answers(server.port), "the server")

    def assert_all_is_there_once(self) -> None:
        """Counted in the rows of each node, not by the API that was asked to keep them."""
        answered = sum(each.answered for each in self.painters.painters)
        print(f"{answered} requests were answered", flush=True)
        self.assertGreater(answered, 20 * PAINTERS)
        time.sleep(1)
        for node in self.cluster.nodes:
            for each in self.painters.painters:
                with self.subTest(node=node.name, painter=each.name):
                    said = f"from mesotint.piles_pileevent where pile_id = {each.pile}"
                    there = node.ask(f"select group_concat(token order by token) {said}")
                    self.assertEqual(there, ",".join(sorted(each.additions)))
                    mine = (
                        f"painter_id = (select id from mesotint.painters_painter "
                        f"where username = '{each.name}')"
                    )
                    # One pile of one paint, kept again and again, is one mixture.
                    of = f"from mesotint.mixtures_keptmixture where {mine}"
                    kept = node.ask(f"select group_concat(token) {of}")
                    self.assertEqual(kept, each.kept[0] if each.kept else "None")
                    sheets = node.ask(
                        f"select group_concat(name) from mesotint.scales_sheet where {mine}"
                    )
                    self.assertEqual(sheets, each.sheet_name)
