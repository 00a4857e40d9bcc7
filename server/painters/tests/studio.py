"""A signed-in painter with a box, for the tests of the server."""

import json
from typing import Any
from unittest import mock

from django.core.management import call_command
from django.test import Client, TestCase

from server.painters.models import Painter
from server.tubes.models import Tube

PASSWORD = "grey-on-grey-7"


class StudioTest(TestCase):
    """Two painters, each with their own studio; `self.client` is signed in as the first."""

    @classmethod
    def setUpTestData(cls) -> None:
        cls.painter = Painter.objects.create_user("ann", password=PASSWORD)
        cls.other = Painter.objects.create_user("ben", password=PASSWORD)
        cls.tubes = {
            key: Tube.objects.create(painter=cls.painter, paint_key=key).pk
            for key in ("PO20", "PB29", "PY3", "PV23", "PW6")
        }

    def setUp(self) -> None:
        self.client.force_login(self.painter)

    def as_other(self) -> Client:
        """A client signed in as the second painter."""
        client = Client()
        client.force_login(self.other)
        return client

    def send(
        self, method: str, path: str, body: Any = None, client: Client | None = None
    ) -> tuple[int, Any]:
        """Status and JSON of an answer; `body` may be raw bytes."""
        raw = body if isinstance(body, bytes) else json.dumps(body)
        answer = getattr(client or self.client, method)(
            f"/api/{path}", data=raw if body is not None else None,
            content_type="application/json",
        )  # fmt: skip
        return answer.status_code, answer.json() if answer.content else None

    def work(self) -> None:
        """The process that does what takes a while, until there is nothing left to do."""
        # Between two tasks it lets an old line go, and with it all that a test has not committed.
        with mock.patch("django_tasks_db.management.commands.db_worker.close_old_connections"):
            call_command("tasks", all_there_is=True)

    def assert_problem(self, answer: tuple[int, Any], status: int, told: str) -> None:
        """The answer is a problem of this status, and says this."""
        self.assertEqual(answer[0], status, answer[1])
        self.assertEqual(answer[1]["status"], status)
        self.assertIn(told.casefold(), f"{answer[1]['detail']} {answer[1].get('field')}".casefold())
        # No message begins with the name of a field.
        self.assertNotRegex(answer[1]["detail"], r"^[a-z_.]+: ")
