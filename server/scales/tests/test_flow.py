"""A step that is dragged until it is kept: one request, computed once, and in few queries."""

from unittest import mock

from django.db import connection
from django.test.utils import CaptureQueriesContext

from server.scales import chart
from server.scales.tests.desk import DeskTest

MOST_QUERIES = 8
MARKS = ("SAVEPOINT", "RELEASE SAVEPOINT")
"""A test runs inside of a transaction of its own; a request of the program does not."""


class FlowTest(DeskTest):
    def setUp(self) -> None:
        super().setUp()
        self.saved = self.kept(self.scale(steps=9, lightener=2))
        self.dragged = self.scale(steps=9, lightener=2, pins=[{"place": 4, "share": 0.31}])

    def test_a_dragged_step_is_computed_once_and_kept_in_few_queries(self) -> None:
        with mock.patch.object(chart, "compute", side_effect=chart.compute) as computed:
            body = self.sheet(self.dragged, revision=1)
            with CaptureQueriesContext(connection) as asked:
                status, told = self.send("put", f"scales/{self.saved['id']}", body)
        self.assertEqual(status, 200)
        self.assertEqual(computed.call_count, 1)
        queries = [q["sql"] for q in asked if not q["sql"].startswith(MARKS)]
        self.assertLessEqual(len(queries), MOST_QUERIES, "\n".join(queries))
        self.assertEqual((told["revision"], told["current_data"]), (2, True))
        self.assertEqual(told["computed"], self.computed("chart", self.dragged))
        kept = self.send("get", f"scales/{self.saved['id']}")[1]
        for step, patch in zip(told["computed"]["rows"][0], kept["patches"], strict=True):
            self.assertEqual(patch["look"]["lab"], step["look"]["lab"])
            self.assertEqual(patch["parts"], [p for p in step["parts"] if p["exact"] > 0])

    def test_other_paints_are_another_result(self) -> None:
        before = self.computed("chart", self.dragged)["rows"][0][8]["look"]["lab"]
        tube = self.tubes["PB29"]
        self.send("post", f"tubes/{tube}/readings", {"colour": "30 12 -48", "white_parts": 0})
        self.send("post", f"tubes/{tube}/calibration")
        told = self.send("put", f"scales/{self.saved['id']}", self.sheet(self.dragged))[1]
        self.assertNotEqual(told["computed"]["rows"][0][8]["look"]["lab"], before)
