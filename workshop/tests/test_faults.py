"""Servers that die, set-ups beside each other, and folders with any name: the real thing."""

import json
import os
import signal
import tempfile
import threading
import time
import unittest
import urllib.error
import urllib.request
from pathlib import Path
from unittest import mock

import MySQLdb

from workshop.backup import backup, every, keep_backing_up, restore
from workshop.console import Trouble
from workshop.database import Database
from workshop.serving import Stack


def answer(address: str) -> tuple[int, str, bytes]:
    try:
        with urllib.request.urlopen(address, timeout=10) as line:
            return line.status, line.headers["Content-Type"], line.read()
    except urllib.error.HTTPError as error:
        return error.code, error.headers["Content-Type"], error.read()


class DyingTest(unittest.TestCase):
    def test_database_and_web_server_that_are_killed_come_back(self) -> None:
        with tempfile.TemporaryDirectory() as home:
            stack = Stack(Path(home), 8497, demo=False)
            try:
                stack.start()
                ready = f"{stack.address}readyz"
                self.assertEqual(answer(ready)[0], 200)
                os.kill(stack.database.pid, signal.SIGKILL)
                os.waitpid(stack.database.pid, 0)
                status, kind, body = answer(ready)
                self.assertEqual((status, kind), (503, "application/problem+json"))
                self.assertEqual(json.loads(body)["status"], 503)
                self.assertEqual(answer(f"{stack.address}healthz")[0], 200)
                stack.mend()
                self.assertEqual(answer(ready)[0], 200)

                assert stack.web is not None
                os.killpg(stack.web.pid, signal.SIGKILL)
                stack.web.wait()
                stack.mend()
                self.assertEqual(answer(ready)[0], 200)

                assert stack.tasks is not None
                gone = stack.tasks.pid
                stack.tasks.kill()
                stack.tasks.wait()
                stack.mend()
                self.assertNotEqual(stack.tasks.pid, gone)
                self.assertIsNone(stack.tasks.poll())
            finally:
                stack.stop()


class BackupsTest(unittest.TestCase):
    def test_a_copy_of_what_runs_goes_into_a_new_studio(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            file, home = Path(folder) / "yard.json.gz", Path(folder) / "new"
            running = Stack(Path(folder) / "old", 8496)
            try:
                running.start()
                beside = Stack(running.home, demo=False)
                backup(beside, file)
                beside.stop()
                self.assertEqual(answer(f"{running.address}readyz")[0], 200)
                with self.assertRaisesRegex(Trouble, "already"):
                    restore(Stack(running.home), file)
            finally:
                running.stop()

            broken = Path(folder) / "broken.json.gz"
            broken.write_bytes(file.read_bytes()[:-500])
            with self.assertRaisesRegex(Trouble, "nothing was changed"):
                restore(Stack(home, demo=False), broken)
            self.assertFalse(home.exists())

            fresh = Stack(home, 8496, demo=False)
            restore(fresh, file)
            told = fresh.manage(
                "shell", "-v0", "-c",
                "from server.scales.models import Sheet; print(Sheet.objects.count())", failure="x",
            )  # fmt: skip
            self.assertEqual(int(told), 9)
            with self.assertRaisesRegex(Trouble, "nothing was changed"):
                fresh.stop()
                restore(fresh, broken)
            self.assertEqual(list(home.glob("*restore*")), [])
            fresh.stop()

    def test_times_and_folders_that_are_none_are_told(self) -> None:
        self.assertEqual([every(each) for each in ("24h", "30m", "7d")], [86400, 1800, 604800])
        for text in ("0h", "soon", "-1d", "24"):
            with self.assertRaisesRegex(Trouble, "no time"):
                every(text)
        with self.assertRaisesRegex(Trouble, "no folder"):
            keep_backing_up(Stack(Path("/nowhere")), Path("/nowhere"), 60, 2)

    def test_the_last_few_are_kept(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            stack, names = mock.Mock(), iter(f"mesotint-{i}.json.gz" for i in range(9))
            stack.manage.side_effect = lambda _, file, **__: Path(file).touch()
            passed = mock.Mock(side_effect=[None, None, None, KeyboardInterrupt])
            with (
                mock.patch("workshop.backup.time.sleep", passed),
                mock.patch("workshop.backup.time.strftime", lambda _: next(names)),
                self.assertRaises(KeyboardInterrupt),
            ):
                keep_backing_up(stack, Path(folder), 60, 2)
            left = sorted(each.name for each in Path(folder).iterdir())
            self.assertEqual(left, ["mesotint-2.json.gz", "mesotint-3.json.gz"])


class SlowClientsTest(unittest.TestCase):
    def test_half_sent_headers_and_bodies_hold_nobody_up(self) -> None:
        import socket

        with tempfile.TemporaryDirectory() as home:
            stack = Stack(Path(home), 8498, demo=False)
            try:
                stack.start()
                lines = []
                for begun in (
                    b"GET /api/me HTTP/1.1\r\nHost: 127.0.0.1\r\nAcce",
                    b"POST /api/demo HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 900\r\n\r\n{",
                ):
                    for _ in range(30):
                        line = socket.create_connection(("127.0.0.1", stack.port))
                        line.sendall(begun)
                        lines.append(line)
                began = time.monotonic()
                for _ in range(20):
                    self.assertEqual(answer(f"{stack.address}api/me")[0], 200)
                self.assertLess(time.monotonic() - began, 10)
                for line in lines:
                    line.close()
            finally:
                stack.stop()


class BesideEachOtherTest(unittest.TestCase):
    def test_eight_databases_are_set_up_at_once_wherever_they_lie(self) -> None:
        """Spaces, umlauts and quotes in a path; one after another takes eight times as long."""
        names = ["a", "b", "c", "two words", "Atelier Süd", "it's", "工房", "x; y"]
        with tempfile.TemporaryDirectory() as folder:
            databases = [Database(Path(folder) / name) for name in names]
            troubles: list[BaseException] = []

            def begin(database: Database) -> None:
                try:
                    database.start()
                except BaseException as error:
                    troubles.append(error)

            threads = [threading.Thread(target=begin, args=(each,)) for each in databases]
            for thread in threads:
                thread.start()
            for thread in threads:
                thread.join()
            try:
                self.assertEqual(troubles, [])
                self.assertEqual(len({each.port for each in databases}), len(names))
                for each in databases:
                    self.assertTrue(each.runs)
                    line = MySQLdb.connect(
                        host="127.0.0.1",
                        port=each.port,
                        user="mesotint",
                        password=each.secrets["database"],
                        charset="utf8mb4",
                    )
                    with line.cursor() as asked:
                        asked.execute("select @@datadir")
                        (told,) = asked.fetchone()
                    line.close()
                    self.assertEqual(told.rstrip("/"), str(each.data))
                    self.assertEqual(each.home.stat().st_mode & 0o777, 0o700)
            finally:
                for each in databases:
                    each.stop()
