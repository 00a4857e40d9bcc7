"""Scales at the API: computed by the core, kept in rows, each painter's own."""

from unittest import mock

from django.db import connection

from mesotint.mixing.trail import Trail
from mesotint.paints.library import Library, library
from mesotint.planning.scale import Scale as CoreScale
from server.painters.tests.studio import StudioTest
from server.scales.models import Scale, Step, StepPart


class ComputeTest(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        self.pair = {"first_tube": self.tubes["PO20"], "second_tube": self.tubes["PB29"]}

    def test_tells_what_the_core_tells(self) -> None:
        status, told = self.send(
            "post", "scales/compute", {**self.pair, "steps": 7, "lightener": 2, "light": "A"}
        )
        self.assertEqual(status, 200)
        from mesotint.mixing.mixture import Viewing

        core = CoreScale(
            Trail(library().paint("PO20"), library().paint("PB29"), 2, Viewing(light="A")), 7
        )
        self.assertEqual([s["munsell"] for s in told["steps"]],
                         [s.appearance.munsell for s in core.steps])  # fmt: skip
        self.assertEqual([[p["whole"] for p in s["parts"]] for s in told["steps"]],
                         [list(s.whole.parts) for s in core.steps])  # fmt: skip
        self.assertEqual(told["neutral"]["step"], core.neutral_index)
        self.assertEqual([p["key"] for p in told["paints"]], ["PO20", "PB29", "PW6"])
        self.assertTrue(all(len(v) == 201 for v in told["trail"].values()))

    def test_steps_placed_by_hand_stay_where_they_are(self) -> None:
        placed = [0, 0.1, 0.2, 0.6, 1]
        told = self.send("post", "scales/compute", {**self.pair, "steps": 5, "placed": placed})[1]
        self.assertEqual([s["share"] for s in told["steps"]], placed)
        self.assertEqual(told["neutral"]["step"], 3)

    def test_what_cannot_be_computed_says_how_to_mend_it(self) -> None:
        first = self.tubes["PO20"]
        cases = [
            ({"first_tube": first, "second_tube": first}, 422, "another paint"),
            ({"steps": 1}, 422, "3 to 15"),
            ({"steps": 99}, 422, "3 to 15"),
            ({"steps": "many"}, 422, "steps"),
            ({"lightener": -1}, 422, "lightener"),
            ({"lightener": "much"}, 422, "lightener"),
            ({"spacing": "chrome"}, 422, "chroma"),
            ({"light": "moon"}, 422, "light"),
            ({"first_tube": 10**9}, 404, "no such thing"),
            ({"first_tube": None}, 422, "first_tube"),
            ({"steps": 5, "placed": [0, 0.5, 0.2, 0.8, 1]}, 422, "rise"),
            ({"steps": 5, "placed": [0, 1, 1]}, 422, "5 shares"),
            ({"steps": 3, "placed": [0, 2, 1]}, 422, "placed"),
        ]
        for change, status, told in cases:
            with self.subTest(change=change):
                answer = self.send("post", "scales/compute", {**self.pair, **change})
                self.assert_problem(answer, status, told)

    def test_what_is_no_json_is_told_so(self) -> None:
        start = f'{{"first_tube": {self.tubes["PO20"]}, "second_tube": {self.tubes["PB29"]}, '
        nan = (start + '"lightener": NaN}').encode()
        self.assert_problem(self.send("post", "scales/compute", nan), 422, "lightener")
        infinite = (start + '"lightener": Infinity}').encode()
        self.assert_problem(self.send("post", "scales/compute", infinite), 422, "lightener")
        self.assertEqual(self.send("post", "scales/compute", b'{"first_tube": ')[0], 400)
        self.assertEqual(self.send("post", "scales/compute", b"\xff\x00")[0], 400)


class KeepTest(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        self.asked = {
            "name": "Fog bank",
            "first_tube": self.tubes["PO20"],
            "second_tube": self.tubes["PB29"],
            "steps": 5,
            "lightener": 2,
        }
        self.saved = self.send("post", "scales", self.asked)[1]
        self.path = f"scales/{self.saved['id']}"

    def test_is_found_again_with_its_result(self) -> None:
        found = self.send("get", self.path)[1]
        self.assertEqual(found, self.saved)
        self.assertEqual((found["name"], len(found["steps"])), ("Fog bank", 5))
        self.assertTrue(found["current_data"])
        self.assertEqual(self.send("get", "scales")[1], [found])

    def test_steps_and_parts_are_rows(self) -> None:
        steps = Step.objects.filter(scale_id=self.saved["id"])
        self.assertEqual(list(steps.values_list("place", flat=True)), [0, 1, 2, 3, 4])
        blue = StepPart.objects.filter(step__in=steps, paint_key="PB29")
        self.assertEqual(blue.count(), 5)
        self.assertEqual(connection.vendor, "mysql")

    def test_is_saved_again_at_its_revision_only(self) -> None:
        again = {**self.asked, "name": "Fog", "steps": 7, "revision": 1}
        status, kept = self.send("put", self.path, again)
        self.assertEqual((status, kept["revision"], len(kept["steps"])), (200, 2, 7))
        answer = self.send("put", self.path, {**again, "name": "Mist"})
        self.assert_problem(answer, 409, "another window")
        self.assertEqual(self.send("get", self.path)[1]["name"], "Fog")

    def test_names_that_cannot_be_kept(self) -> None:
        for name, told in (("", "name"), ("   ", "give the scale a name"), ("x" * 121, "120")):
            with self.subTest(name=name[:5]):
                self.assert_problem(
                    self.send("post", "scales", {**self.asked, "name": name}), 422, told
                )
        five_megabytes = {**self.asked, "name": "x" * 5_000_000}
        self.assert_problem(self.send("post", "scales", five_megabytes), 422, "120 characters")
        huge = {**self.asked, "name": "x" * 17_000_000}
        self.assert_problem(self.send("post", "scales", huge), 413, "16 MB")
        self.assertEqual(Scale.objects.count(), 1)

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

    def test_anothers_scale_is_not_there(self) -> None:
        other = self.as_other()
        for method, path in (("get", self.path), ("delete", self.path),
                             ("post", f"{self.path}/restore")):  # fmt: skip
            answer = self.send(method, path, client=other)
            self.assert_problem(answer, 404, "no such thing")
        self.assertEqual(self.send("put", self.path, self.asked, client=other)[0], 404)
        self.assertEqual(self.send("post", "scales", self.asked, client=other)[0], 404)
        self.assertEqual(self.send("get", "scales", client=other)[1], [])

    def test_new_paint_data_leave_the_saved_result_as_it_was(self) -> None:
        newer = Library("another-version", library().paints)
        with mock.patch("server.scales.services.library", return_value=newer):
            found = self.send("get", self.path)[1]
        self.assertFalse(found["current_data"])
        self.assertEqual(found["steps"], self.saved["steps"])

    def test_placed_steps_come_back_as_they_were_placed(self) -> None:
        placed = [0, 0.05, 0.1, 0.5, 1]
        saved = self.send("post", "scales", {**self.asked, "placed": placed})[1]
        self.assertEqual(self.send("get", f"scales/{saved['id']}")[1]["request"]["placed"], placed)
        self.assertIsNone(self.saved["request"]["placed"])
