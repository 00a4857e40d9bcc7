"""Sheets in the database: kept in rows, each painter's own, never overwritten silently."""

from unittest import mock

from django.db import connection

from mesotint.errors import InputError
from mesotint.paints.library import Library, library
from server.mixtures.models import TubeShare
from server.scales.models import Patch, Sheet, Tick
from server.scales.tests.desk import DeskTest


class KeepTest(DeskTest):
    def setUp(self) -> None:
        super().setUp()
        self.asked = self.sheet(
            self.scale(steps=5, lightener=2), notes=[{"place": 2, "text": "fog, near"}]
        )
        self.saved = self.send("post", "scales", self.asked)[1]
        self.path = f"scales/{self.saved['id']}"

    def test_is_found_again_with_its_result(self) -> None:
        found = self.send("get", self.path)[1]
        self.assertEqual(found, self.saved)
        self.assertEqual((found["name"], len(found["patches"])), ("Fog bank", 5))
        self.assertEqual(found["patches"][2]["note"], "fog, near")
        self.assertTrue(found["current_data"])
        (summary,) = self.send("get", "scales")[1]
        self.assertEqual((summary["id"], len(summary["patches"])), (found["id"], 5))

    def test_every_kind_comes_back_as_it_was_asked_for(self) -> None:
        for request in (
            self.scale(pins=[{"place": 1, "share": 0.05}], hold=5, to_grey=True),
            self.triad("PO20", "PY3", "PB29", picks=[{"point": [0.2, 0.3, 0.5]}]),
            self.chart("browns", "PO20", "PY3", "PB29"),
        ):
            with self.subTest(kind=request["chart"]):
                kept = self.kept(request, measure={"kind": "drops", "method": "running"})
                again = self.send("get", f"scales/{kept['id']}")[1]
                self.assertEqual(again["request"], kept["request"])
                for field, value in request.items():
                    if field not in ("first", "second", "corners", "mixtures"):
                        self.assertEqual(again["request"][field], value)
                self.assertEqual(again["measure"]["kind"], "drops")

    def test_opens_with_what_it_comes_to_by_daylight(self) -> None:
        for request in (
            self.scale(hold=5),
            self.triad("PO20", "PY3", "PB29"),
            self.chart("browns", "PO20", "PY3", "PB29"),
        ):
            with self.subTest(kind=request["chart"]):
                kept = self.kept({**request, "light": "A"})
                told = self.send("get", f"scales/{kept['id']}/opened")[1]
                self.assertEqual(told["sheet"], kept)
                by_day = self.computed("chart", {**request, "light": "D65"})
                self.assertEqual(told["computed"], by_day)

    def test_opens_where_it_cannot_be_computed_any_more(self) -> None:
        with mock.patch("server.scales.chart.compute", side_effect=InputError("No.", "first")):
            told = self.send("get", f"{self.path}/opened")[1]
        self.assertEqual((told["sheet"], told["computed"]), (self.saved, None))

    def test_patches_and_parts_are_rows(self) -> None:
        patches = Patch.objects.filter(sheet_id=self.saved["id"])
        self.assertEqual(list(patches.values_list("place", flat=True)), [0, 1, 2, 3, 4])
        blue = TubeShare.objects.filter(
            kind="patch", key__in=patches.values("pk"), tube=self.tubes["PB29"], share__gt=0
        )
        self.assertEqual(blue.count(), 4)
        self.assertEqual(connection.vendor, "mysql")

    def test_is_saved_again_at_its_revision_only(self) -> None:
        again = {**self.asked, "name": "Fog", "request": self.scale(steps=7), "revision": 1}
        status, kept = self.send("put", self.path, again)
        self.assertEqual((status, kept["revision"]), (200, 2))
        self.assertEqual(len(self.send("get", self.path)[1]["patches"]), 7)
        answer = self.send("put", self.path, {**again, "name": "Mist"})
        self.assert_problem(answer, 409, "another window")
        self.assertEqual(self.send("get", self.path)[1]["name"], "Fog")

    def test_names_that_cannot_be_kept(self) -> None:
        for name, told in (("", "name"), ("   ", "give the sheet a name"), ("x" * 121, "120")):
            with self.subTest(name=name[:5]):
                answer = self.send("post", "scales", {**self.asked, "name": name})
                self.assert_problem(answer, 422, told)
        five_megabytes = {**self.asked, "name": "x" * 5_000_000}
        self.assert_problem(self.send("post", "scales", five_megabytes), 422, "120 characters")
        huge = {**self.asked, "name": "x" * 17_000_000}
        self.assert_problem(self.send("post", "scales", huge), 413, "16 MB")
        self.assertEqual(Sheet.objects.count(), 1)

    def test_names_in_any_script_are_kept(self) -> None:
        name = "Nebelbank – 霧 – ضباب 🌫"
        saved = self.send("post", "scales", {**self.asked, "name": name})[1]
        self.assertEqual(self.send("get", f"scales/{saved['id']}")[1]["name"], name)

    def test_is_thrown_away_and_brought_back(self) -> None:
        self.assertEqual(self.send("delete", self.path)[0], 204)
        self.assertEqual(self.send("get", "scales")[1], [])
        self.assertEqual(self.send("get", self.path)[0], 404)
        self.assertEqual(self.send("post", f"{self.path}/restore")[0], 204)
        self.assertEqual(self.send("get", self.path)[1], self.saved)

    def test_a_copy_is_a_sheet_of_its_own(self) -> None:
        status, again = self.send("post", f"{self.path}/copy")
        self.assertEqual((status, again["name"], again["revision"]), (201, "Fog bank, copy", 1))
        for here, there in zip(again["patches"], self.saved["patches"], strict=True):
            self.assertEqual({**here, "id": 0}, {**there, "id": 0})
            self.assertNotEqual(here["id"], there["id"])
        self.send("put", f"scales/{again['id']}", {**self.asked, "name": "Mist", "revision": 1})
        self.assertEqual(self.send("get", self.path)[1], self.saved)
        self.assertEqual(Patch.objects.count(), 10)

    def test_ticks_stay_with_their_plan(self) -> None:
        ticks = f"{self.path}/ticks"
        for plan, lines in (("a", [0, 3]), ("a", [3, 4, 4]), ("b", [1])):
            self.assertEqual(self.send("put", ticks, {"plan": plan, "lines": lines})[0], 204)
        self.assertEqual(self.send("get", self.path)[1]["ticks"],
                         [{"plan": "b", "lines": [1]}, {"plan": "a", "lines": [3, 4]}])  # fmt: skip
        # Neither the revision nor the place on the shelf changes for a tick.
        self.assertEqual(self.send("get", self.path)[1]["revision"], 1)
        self.send("put", ticks, {"plan": "a", "lines": []})
        self.assertEqual(Tick.objects.count(), 1)
        answer = self.send("put", ticks, {"plan": "a", "lines": [-1]})
        self.assert_problem(answer, 422, "lines")

    def test_anothers_sheet_is_not_there(self) -> None:
        other = self.as_other()
        for method, path in (("get", self.path), ("delete", self.path),
                             ("get", f"{self.path}/opened"),
                             ("post", f"{self.path}/restore"), ("post", f"{self.path}/copy"),
                             ("get", f"{self.path}/paper.csv")):  # fmt: skip
            answer = self.send(method, path, client=other)
            self.assert_problem(answer, 404, "no such thing")
        ticks = {"plan": "a", "lines": [1]}
        self.assertEqual(self.send("put", f"{self.path}/ticks", ticks, client=other)[0], 404)
        self.assertEqual(self.send("put", self.path, self.asked, client=other)[0], 404)
        self.assertEqual(self.send("post", "scales", self.asked, client=other)[0], 404)
        self.assertEqual(self.send("get", "scales", client=other)[1], [])

    def test_a_tube_that_is_put_away_stays_in_its_sheets(self) -> None:
        self.assertEqual(self.send("delete", f"tubes/{self.tubes['PB29']}")[0], 204)
        self.assertEqual(self.send("get", self.path)[1], self.saved)
        again = self.send("put", self.path, {**self.asked, "revision": 1})
        self.assertEqual(again[0], 200)
        self.assertEqual(self.send("get", self.path)[1]["patches"], self.saved["patches"])

    def test_new_paint_data_leave_the_saved_result_as_it_was(self) -> None:
        newer = Library("another-version", library().paints)
        with mock.patch("server.tubes.services.library", return_value=newer):
            found = self.send("get", self.path)[1]
        self.assertFalse(found["current_data"])
        self.assertEqual(found["patches"], self.saved["patches"])
