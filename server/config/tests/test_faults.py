"""What was once answered with a fall, and what is answered when the ground gives way."""

import errno
import json
import logging
import threading
import uuid
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import DatabaseError, OperationalError, connection, transaction
from django.test import Client, SimpleTestCase, TransactionTestCase

from server.config.worker import MOST_WAITING, not_too_many
from server.painters.models import Painter
from server.piles.desk import set_up
from server.piles.models import Balance, Pile
from server.scales.tests.desk import DeskTest
from server.tubes.models import Tube

GONE = OperationalError(2006, "Server has gone away")
FULL = OSError(errno.ENOSPC, "No space left on device")
FULL_TABLE = OperationalError(1114, "The table 'piles_pile' is full")
FULL_IN_WORDS = DatabaseError(3, "Error writing file 'x' (Errcode: 28 \"No space left on device\")")


@contextmanager
def database(error: Exception) -> Iterator[None]:
    """Every question to the database ends with an error."""
    away = mock.Mock(side_effect=error)
    with mock.patch.object(connection, "cursor", away), mock.patch.object(connection, "close"):
        yield


def name_of(told: dict[str, str]) -> str:
    """A sheet's name, or a painting's title."""
    return told.get("name") or told["title"]


class FaultsTest(DeskTest):
    def setUp(self) -> None:
        super().setUp()
        self.client.raise_request_exception = False

    def test_what_fell_before_is_answered_in_a_sentence(self) -> None:
        pair = {"parts": [{"tube": self.tubes["PO20"], "parts": 1000},
                          {"tube": self.tubes["PB29"], "parts": 0.001}]}  # fmt: skip
        strange = {"parts": [{"tube": -5}]}
        nobody = {"parts": [{"tube": 0}]}
        scale = self.scale()
        painting = {"passages": [{"name": "mud", "mixture": self.one("PO20")}]}
        made = self.send("post", "paintings", {"name": "Yard", "request": painting})[1]
        carried = self.send("get", f"paintings/{made['id']}/file")[1]
        nameless = {key: value for key, value in carried.items() if key != "name"}
        half = json.dumps({"name": "\ud800", "request": scale}).encode()
        deep = b'{"name":' + b"[" * 900 + b"]" * 900 + b"}"
        cases: list[tuple[str, str, Any, int]] = [
            ("post", "piles", {"mixture": strange}, 422),
            ("post", "piles", {"mixture": nobody}, 404),
            ("post", "piles", {"mixture": pair, "volume_ml": 0.1}, 422),
            ("post", "scales/compute/chart", {**scale, "first": strange}, 422),
            ("post", "scales", half, 422),
            ("post", "scales", deep, 422),
            ("post", "scales", b"[" * 200_000, 400),
            ("put", "gram-scale", {"step_g": True}, 422),
            ("post", "scales/compute/chart", {**scale, "steps": "9"}, 422),
            ("post", "paintings/compute/plan",
             {"request": painting, "measure": {"kind": "ml", "step": 5e-324}}, 422),
            ("post", "paintings/import", nameless, 201),
            ("post", "paintings/import", {**nameless, "version": 1, "painting": {"passages": 7}},
             422),
            ("post", "paintings/import", {**carried, "versions": [{"painting": painting}]}, 201),
        ]  # fmt: skip
        for method, path, body, expected in cases:
            with self.subTest(path=path, body=str(body)[:60]):
                status, told = self.send(method, path, body)
                self.assertEqual(status, expected, told)
                if status >= 400:
                    self.assertTrue(told["detail"].strip())

    def test_json_that_comes_as_a_form_is_refused(self) -> None:
        answer = self.client.post("/api/scales", {"name": "x", "request": "{}"})
        self.assertIn(answer.status_code, (400, 422))
        self.assertEqual(answer["Content-Type"], "application/problem+json")
        file = SimpleUploadedFile("x.txt", b"CGATS.17\nBEGIN_DATA\n1 nan inf 0\nEND_DATA\n")
        path = "/api/readings/look"
        self.assertEqual(self.client.post(path, {"file": file}).status_code, 422)

    def test_a_database_that_is_away_is_told_with_when_to_try_again(self) -> None:
        for path in ("/api/tubes", "/api/piles"):
            with database(GONE):
                answer = self.client.get(path)
            self.assertEqual(answer.status_code, 503)
            self.assertEqual(answer["Content-Type"], "application/problem+json")
            self.assertGreater(int(answer["Retry-After"]), 0)
            self.assertIn("kept here", answer.json()["detail"])
        with database(GONE):
            self.assertEqual(self.client.get("/healthz").status_code, 200)
            self.assertEqual(self.client.get("/readyz").status_code, 503)
        self.assertEqual(self.client.get("/readyz").status_code, 200)

    def test_a_full_disk_is_told_as_one(self) -> None:
        for error in (FULL, FULL_TABLE, FULL_IN_WORDS):
            with self.subTest(error=repr(error)), database(error):
                answer = self.client.get("/api/tubes")
                self.assertEqual(answer.status_code, 507)
                self.assertIn("no room on the disk", answer.json()["detail"])
        with mock.patch("server.config.health.shutil.disk_usage", return_value=mock.Mock(free=9)):
            self.assertEqual(self.client.get("/readyz").status_code, 503)

    def test_who_loses_a_race_goes_again_and_is_not_told(self) -> None:
        """ER_LOCK_DEADLOCK is what Galera calls a certification failure, too."""
        for code, tries in ((1213, 3), (1205, 2)):
            lost = iter([OperationalError(code, "Deadlock found")] * (tries - 1))

            def racing(painter: Painter, step_g: float, lost: Any = lost) -> Any:
                for error in lost:
                    raise error
                return set_up(painter, step_g)

            with mock.patch("server.piles.desk.set_up", side_effect=racing) as tried:
                status, told = self.send("put", "gram-scale", {"step_g": 0.01})
            self.assertEqual((status, told["step_g"]), (200, 0.01))
            self.assertEqual(tried.call_count, tries)
        for error, status in ((OperationalError(1213, "again"), 503), (ValueError("no"), 500)):
            with mock.patch("server.piles.desk.set_up", side_effect=error) as tried:
                answer = self.send("put", "gram-scale", {"step_g": 0.01})
            self.assertEqual(answer[0], status)
            self.assertEqual(tried.call_count, 4 if status == 503 else 1)

    def test_a_change_waits_for_another_node_as_long_as_a_proxy_takes_to_find_one(self) -> None:
        """Two looks a second apart, and what is on its way between them: some three seconds."""
        apart = OperationalError(1047, "WSREP has not yet prepared node for application use")
        with (
            mock.patch("server.piles.desk.set_up", side_effect=apart),
            mock.patch("server.config.again.time.sleep") as waited,
            mock.patch.object(connection, "close") as closed,
        ):
            self.assertEqual(self.send("put", "gram-scale", {"step_g": 0.01})[0], 503)
        self.assertEqual(closed.call_count, waited.call_count)
        seconds = sum(call.args[0] for call in waited.call_args_list)
        # Each pause is longer or shorter by up to three tenths, by chance.
        self.assertGreater(seconds, 2.5)
        self.assertLess(seconds, 6)

    def test_a_line_that_broke_in_a_change_is_left_to_the_browser(self) -> None:
        """Nobody knows whether it was kept: the same token sent again finds out."""
        broken = OperationalError(2013, "Lost connection during query")
        with (
            mock.patch("server.piles.desk.set_up", side_effect=broken) as tried,
            mock.patch.object(connection, "close"),
        ):
            self.assertEqual(self.send("put", "gram-scale", {"step_g": 0.01})[0], 503)
        self.assertEqual(tried.call_count, 1)

    def test_a_change_is_kept_whole_or_not_at_all(self) -> None:
        """What a view kept before it fell is gone; where its end came to nothing it goes again."""

        def halfway(painter: Painter, step_g: float) -> Any:
            set_up(painter, step_g)
            raise ValueError("in the middle")

        with mock.patch("server.piles.desk.set_up", side_effect=halfway):
            self.assertEqual(self.send("put", "gram-scale", {"step_g": 0.01})[0], 500)
        self.assertFalse(Balance.objects.filter(painter=self.painter).exists())

        end, ended = transaction.Atomic.__exit__, []

        def lost(self: transaction.Atomic, kind: Any, *told: Any) -> None:
            end(self, kind, *told)
            outermost = connection.savepoint_ids == [] or len(connection.savepoint_ids) == 2
            if kind is None and outermost and not ended:
                ended.append(kind)
                raise OperationalError(1213, "Deadlock found when trying to get lock")

        with mock.patch.object(transaction.Atomic, "__exit__", lost):
            status, told = self.send("put", "gram-scale", {"step_g": 0.1})
        self.assertEqual((status, told["step_g"], len(ended)), (200, 0.1, 1))

    def test_what_one_window_keeps_twice_is_kept_once_and_stands_in_nobodys_way(self) -> None:
        """The answer to the first of two never came; the window sends again what it has by then."""
        painting = {"passages": [{"name": "mud", "mixture": self.one("PO20")}]}
        for path, request in (("scales", self.scale()), ("paintings", painting)):
            with self.subTest(path):
                mine, other = uuid.uuid4().hex, uuid.uuid4().hex
                first = {"name": "Rope", "request": request, "token": mine}
                status, made = self.send("post", path, first)
                self.assertEqual(status, 201)
                status, again = self.send("post", path, {**first, "name": "Wet rope"})
                self.assertEqual((status, again["id"]), (201, made["id"]))
                self.assertEqual(name_of(again), "Wet rope")
                self.assertEqual(len(self.send("get", path)[1]), 1)
                # Kept once more, still on the revision of the first answer.
                one, body = f"{path}/{made['id']}", {**first, "revision": made["revision"]}
                self.assertEqual(self.send("put", one, {**body, "name": "Hemp"})[0], 200)
                # Another window on that same revision is told, and so is one that names none.
                for token in (other, None):
                    answer = self.send("put", one, {**body, "token": token})
                    self.assert_problem(answer, 409, "another window")
                now = self.send("get", one)[1]
                self.assertEqual(name_of(now), "Hemp")
                # Where another window was there since, the first one is told too.
                theirs = {**body, "token": other, "revision": now["revision"], "name": "Jute"}
                self.assertEqual(self.send("put", one, theirs)[0], 200)
                self.assert_problem(self.send("put", one, body), 409, "another window")
                # A token is one painter's own.
                self.assertEqual(
                    self.send("post", path, {**first, "request": {"passages": []}}
                              if path == "paintings" else first, self.as_other())[0],
                    201 if path == "paintings" else 404,
                )  # fmt: skip

    def test_a_fault_of_ours_is_known_by_its_mark_in_answer_and_log(self) -> None:
        with (
            self.assertLogs("mesotint.problems", logging.ERROR) as logged,
            mock.patch("server.tubes.api.in_use", side_effect=RuntimeError("a slip of ours")),
        ):
            answer = self.client.get("/api/tubes")
        told = answer.json()
        self.assertEqual((answer.status_code, told["status"]), (500, 500))
        self.assertEqual(told["mark"], answer["X-Request-Id"])
        self.assertIn(told["mark"], logged.output[0])
        self.assertIn("a slip of ours", logged.output[0])
        self.assertNotIn("slip", answer.content.decode())

    def test_what_is_nowhere_and_what_is_not_ours_are_no_pages(self) -> None:
        for path in ("/api/nowhere", "/assets/nothing.js"):
            answer = self.client.get(path)
            self.assertEqual((answer.status_code, answer.json()["status"]), (404, 404))
        careful = Client(enforce_csrf_checks=True)
        careful.force_login(self.painter)
        answer = careful.patch("/api/me", b"{}", content_type="application/json")
        self.assertEqual(answer.status_code, 403)
        self.assertEqual(answer.json()["status"], 403)


class TooManyTest(SimpleTestCase):
    def test_who_comes_while_too_many_wait_is_told_when_to_come_again(self) -> None:
        waiting: list[int] = []
        seen: list[tuple[str, dict[str, str]]] = []

        def start(status: str, headers: list[tuple[str, str]]) -> None:
            seen.append((status, dict(headers)))

        def app(environ: Any, start: Any) -> list[bytes]:
            return [b"served"]

        asked = not_too_many(app, waiting)
        self.assertEqual(asked({"PATH_INFO": "/api/tubes"}, start), [b"served"])
        waiting += [0] * (MOST_WAITING + 1)
        (body,) = asked({"PATH_INFO": "/api/tubes"}, start)
        self.assertEqual(json.loads(body)["status"], 503)
        self.assertTrue(seen[0][0].startswith("503"))
        self.assertGreater(int(seen[0][1]["Retry-After"]), 0)
        # Whether it lives is told all the same.
        self.assertEqual(asked({"PATH_INFO": "/healthz"}, start), [b"served"])


class AtOnceTest(TransactionTestCase):
    def test_what_six_hands_put_on_the_scale_lies_there_all(self) -> None:
        painter = Painter.objects.create_user("eve", password="x")
        statuses, ready = [], threading.Barrier(6)

        def put() -> None:
            client = Client(raise_request_exception=False)
            client.force_login(painter)
            ready.wait()
            body = {"mass_g": 1.0, "unsteady": False}
            answer = client.post("/api/gram-scale/put", body, content_type="application/json")
            statuses.append(answer.status_code)
            connection.close()

        threads = [threading.Thread(target=put) for _ in range(6)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(statuses, [200] * 6)
        self.assertAlmostEqual(Balance.objects.get(painter=painter).load_g, 6.0)

    def test_a_pile_that_is_begun_six_times_at_once_is_one(self) -> None:
        painter = Painter.objects.create_user("eve", password="x")
        Tube.objects.create(painter=painter, paint_key="PBr7-burnt-umber")
        token, statuses = uuid.uuid4().hex, []
        ready = threading.Barrier(6)

        def begin() -> None:
            client = Client(raise_request_exception=False)
            client.force_login(painter)
            ready.wait()
            body = {"name": "Mud", "target": {"colour": "5Y 5/2"}, "token": token}
            answer = client.post("/api/piles", body, content_type="application/json")
            statuses.append(answer.status_code)
            connection.close()

        threads = [threading.Thread(target=begin) for _ in range(6)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(statuses, [201] * 6)
        self.assertEqual(Pile.objects.filter(painter=painter).count(), 1)
