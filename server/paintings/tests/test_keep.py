"""Paintings kept, named in versions, printed, and carried to another studio."""

import csv
import io
import json
import re
from typing import Any

import numpy as np

from server.kept.photographs import take_in
from server.kept.tests.pictures import picture_file
from server.paintings.models import Painting
from server.paintings.tests.yard import YardTest


class KeepTest(YardTest):
    def test_it_is_kept_with_what_it_came_to(self) -> None:
        told = self.kept_painting(mother=self.tube("PB28"))
        now = self.harmony(mother=self.tube("PB28"))
        np.testing.assert_allclose(
            [p["look"]["lab"] for p in told["palette"]],
            [p["after"]["lab"] for p in now["passages"]],
            atol=0.02,
        )
        again = self.send("get", f"paintings/{told['id']}")[1]
        self.assertEqual(again["palette"], told["palette"])
        self.assertEqual(again["request"]["mother"]["kind"], "tube")
        shelf = self.send("get", "paintings")[1]
        self.assertEqual([p["title"] for p in shelf], ["Low Tide"])

    def test_what_is_not_finished_is_kept_too(self) -> None:
        body = {"name": "", "request": {"passages": [{"name": "sky", "area": 300 / 7}]}}
        status, told = self.send("post", "paintings", body)
        self.assertEqual(status, 201, told)
        self.assertEqual(told["palette"], [])
        self.assertEqual(told["title"], "A painting")
        version = self.send("post", f"paintings/{told['id']}/versions", {"name": "x"})
        self.assert_problem(version, 422, "finish")

    def test_two_windows_never_overwrite_each_other_silently(self) -> None:
        told = self.kept_painting()
        path = f"paintings/{told['id']}"
        body = {"name": "Mine", "request": self.yard(), "revision": told["revision"]}
        self.assertEqual(self.send("put", path, body)[0], 200)
        self.assert_problem(self.send("put", path, {**body, "name": "Other"}), 409, "window")
        self.assertEqual(self.send("get", path)[1]["title"], "Mine")

    def test_versions_stay_as_they_were(self) -> None:
        told = self.kept_painting(mother=self.tube("PB28"))
        path = f"paintings/{told['id']}"
        status, first = self.send("post", f"{path}/versions", {"name": "Blue throughout"})
        self.assertEqual(status, 201, first)
        body = {"name": "Low Tide", "request": self.yard(mother=self.tube("PY43"))}
        self.send("put", path, body)
        now = self.send("get", path)[1]
        self.assertEqual(now["versions"][0]["palette"], told["palette"])
        self.assertNotEqual(now["palette"], told["palette"])
        self.assertEqual(first["says"], "the same as on the bench")
        self.assertRegex(now["versions"][0]["says"], "ΔE .* from the bench .* most in “")
        gone = f"paintings/versions/{first['id']}"
        self.assertEqual(self.send("delete", gone)[0], 204)
        self.assertEqual(self.send("get", path)[1]["versions"], [])
        self.assertEqual(self.send("post", f"{gone}/restore")[0], 204)
        self.assertEqual(len(self.send("get", path)[1]["versions"]), 1)

    def test_a_version_is_compared_passage_by_passage(self) -> None:
        told = self.kept_painting()
        path = f"paintings/{told['id']}"
        self.send("post", f"{path}/versions", {"name": ""})
        renamed = self.yard()
        renamed["passages"][0] = {**renamed["passages"][0], "name": "Black hull"}
        renamed["passages"][2] = {**renamed["passages"][2], "mixture": self.one("PO20")}
        self.send("put", path, {"name": "Low Tide", "request": renamed})
        (version,) = self.send("get", path)[1]["versions"]
        self.assertEqual(version["title"], "Version 1")
        self.assertIn("most in “Wet mud”", version["says"])
        self.assertIn("2 passages that the other has not", version["says"])

    def test_the_paints_may_change_and_what_was_kept_stays(self) -> None:
        told = self.kept_painting(mother=self.tube("PB28"))
        tube = self.tubes["PB28"]
        self.send("post", f"tubes/{tube}/readings", {"colour": "30 12 -48", "white_parts": 0})
        self.send("post", f"tubes/{tube}/calibration")
        now = self.send("get", f"paintings/{told['id']}")[1]
        self.assertFalse(now["current_data"])
        self.assertEqual(now["palette"], told["palette"])
        body = {"name": "Low Tide", "request": now["request"], "revision": now["revision"]}
        self.send("put", f"paintings/{told['id']}", body)
        again = self.send("get", f"paintings/{told['id']}")[1]
        self.assertTrue(again["current_data"])
        self.assertNotEqual(again["palette"], told["palette"])

    def test_ticks_keep_their_place_and_it_comes_back_from_the_bin(self) -> None:
        told = self.kept_painting()
        path = f"paintings/{told['id']}"
        self.send("put", f"{path}/ticks", {"plan": "abc", "lines": [0, 2]})
        self.send("put", f"{path}/ticks", {"plan": "abc", "lines": [2, 3]})
        ticks = self.send("get", path)[1]["ticks"]
        self.assertEqual(ticks, [{"plan": "abc", "lines": [2, 3]}])
        self.assertEqual(self.send("delete", path)[0], 204)
        self.assertEqual(self.send("get", path)[0], 404)
        self.assertEqual(self.send("post", f"{path}/restore")[0], 204)
        copied = self.send("post", f"{path}/copy")[1]
        self.assertEqual(copied["title"], "Low Tide, copy")
        self.assertEqual(copied["palette"], told["palette"])

    def test_it_is_nobody_elses(self) -> None:
        told = self.kept_painting()
        for method, path in (("get", ""), ("put", ""), ("delete", ""), ("get", "/file"),
                             ("get", "/palette.pdf"), ("post", "/versions")):  # fmt: skip
            body = {"request": {"passages": []}} if method == "put" else {}
            status = self.send(
                method, f"paintings/{told['id']}{path}", body or None, self.as_other()
            )[0]
            self.assertIn(status, (404, 422), path)
        self.assertEqual(self.send("get", "paintings", client=self.as_other())[1], [])


class CarriedTest(YardTest):
    def file(self, painting: int) -> Any:
        answer = self.client.get(f"/api/paintings/{painting}/file")
        self.assertEqual(answer.status_code, 200)
        return json.loads(answer.content)

    def test_into_another_studio_and_nothing_is_lost(self) -> None:
        told = self.kept_painting(mother=self.tube("PB28"), giving={"kind": "equal", "amount": 0.3})
        self.send("post", f"paintings/{told['id']}/versions", {"name": "First"})
        written = self.file(told["id"])
        status, there = self.send(
            "post", "paintings/import", json.dumps(written).encode(), self.as_other()
        )
        self.assertEqual(status, 201, there)
        self.assertEqual(there["title"], told["title"])
        for mine, theirs in zip(told["palette"], there["palette"], strict=True):
            np.testing.assert_allclose(mine["look"]["lab"], theirs["look"]["lab"], atol=1e-6)
        self.assertEqual([v["title"] for v in there["versions"]], ["First"])
        self.assertEqual(there["versions"][0]["palette"], there["palette"])
        again = self.send("get", f"paintings/{there['id']}", client=self.as_other())
        self.assertEqual(again[0], 200)
        self.assertEqual(Painting.objects.filter(painter=self.other).count(), 1)

    def test_at_home_the_same_tubes_are_used_again(self) -> None:
        told = self.kept_painting(mother=self.tube("PB28"))
        before = len(self.send("get", "tubes")[1])
        status, there = self.send(
            "post", "paintings/import", json.dumps(self.file(told["id"])).encode()
        )
        self.assertEqual(status, 201, there)
        self.assertEqual(len(self.send("get", "tubes")[1]), before)
        self.assertEqual(there["request"]["passages"], told["request"]["passages"])

    def test_a_calibrated_tube_goes_along_as_it_is(self) -> None:
        tube = self.tubes["PB28"]
        self.send("post", f"tubes/{tube}/readings", {"colour": "32 5 -40", "white_parts": 0})
        kept = self.send("post", f"tubes/{tube}/calibration")
        self.assertLess(kept[0], 300, kept)
        told = self.kept_painting(mother=self.tube("PB28"))
        there = self.send(
            "post", "paintings/import", json.dumps(self.file(told["id"])).encode(), self.as_other()
        )[1]
        for mine, theirs in zip(told["palette"], there["palette"], strict=True):
            np.testing.assert_allclose(mine["look"]["lab"], theirs["look"]["lab"], atol=1e-3)

    def test_a_mother_from_a_pot_goes_along_as_its_colour(self) -> None:
        pile = self.send("post", "piles", {"mixture": self.mix("mud", PB29=1, PO20=1)})[1]
        body = {"kind": "pot", "pot": None, "token": "a-token-pot"}
        pot = self.send("post", f"piles/{pile['id']}/events", body)
        told = self.kept_painting(mother={"kind": "pot", "id": pot[1]["id"]})
        there = self.send(
            "post", "paintings/import", json.dumps(self.file(told["id"])).encode(), self.as_other()
        )[1]
        self.assertEqual(there["request"]["mother"]["kind"], "colour")
        for mine, theirs in zip(told["palette"], there["palette"], strict=True):
            np.testing.assert_allclose(mine["look"]["lab"], theirs["look"]["lab"], atol=4)

    def test_what_is_not_finished_is_carried_as_it_is(self) -> None:
        body = {
            "name": "Sketch",
            "request": {
                "passages": [
                    {"name": "sky", "area": 70, "mixture": self.one("PB29")},
                    {"name": "sea", "area": 20},
                ],
                "touching": [[0, 1]],
            },
        }
        told = self.send("post", "paintings", body)[1]
        there = self.send(
            "post", "paintings/import", json.dumps(self.file(told["id"])).encode(), self.as_other()
        )[1]
        self.assertEqual(there["palette"], [])
        self.assertEqual([p["name"] for p in there["request"]["passages"]], ["sky", "sea"])
        self.assertIsNone(there["request"]["passages"][1]["mixture"])

    def test_a_file_that_is_none_is_refused_in_words(self) -> None:
        told = self.kept_painting()
        written = self.file(told["id"])
        bad = {
            b"\x00": "no text file",
            b"paint": "no JSON",
            b"[1]": "no painting",
            json.dumps({**written, "version": 9}).encode(): "later version",
            json.dumps({**written, "box": None}).encode(): "missing",
            json.dumps({**written, "painting": {"passages": 3}}).encode(): "passages",
            json.dumps({**written, "versions": [3]}).encode(): "versions",
            json.dumps({**written, "optics": []}).encode(): "optics",
        }
        for data, says in bad.items():
            with self.subTest(says=says):
                self.assert_problem(self.send("post", "paintings/import", data), 422, says)
        self.assertEqual(Painting.objects.count(), 1)


class PaperTest(YardTest):
    def get(self, painting: int, form: str) -> Any:
        answer = self.client.get(f"/api/paintings/{painting}/palette.{form}")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.content

    def test_every_form_tells_the_same_palette(self) -> None:
        told = self.kept_painting(mother=self.tube("PB28"))
        codes = [each["look"]["srgb"] for each in told["palette"]]
        rows = list(csv.DictReader(io.StringIO(self.get(told["id"], "csv").decode("utf-8-sig"))))
        self.assertEqual([row["srgb"] for row in rows], codes)
        self.assertAlmostEqual(float(rows[0]["mother_percent"]), 100 * told["palette"][0]["share"],
                               delta=0.05)  # fmt: skip
        data = json.loads(self.get(told["id"], "json"))
        self.assertEqual([each["srgb"] for each in data["colours"]], codes)
        self.assertEqual(data["mother"], "Cobalt blue")
        for colour in data["colours"]:
            self.assertAlmostEqual(sum(colour["parts"].values()), 1, places=9)
        css = self.get(told["id"], "css").decode()
        self.assertEqual(re.findall(r"--[a-z-]+: (#[0-9a-f]{6});", css), codes)
        self.assertIn("--tarred-hull:", css)
        self.assertTrue(self.get(told["id"], "pdf").startswith(b"%PDF"))
        svg = self.get(told["id"], "svg").decode()
        self.assertIn("Mother colour: Cobalt blue", svg)
        self.assertIn("Oystercatcher", svg)
        # However many paints a passage has, each is told.
        self.assertNotIn("…", svg)
        for colour in data["colours"]:
            for paint in colour["parts"]:
                self.assertIn(f" {paint}", svg)
        self.assertTrue(self.get(told["id"], "png").startswith(b"\x89PNG"))


class SourceTest(YardTest):
    def find(self, **source: Any) -> tuple[int, Any]:
        return self.send("post", "mixtures/find", source)

    def test_a_mixture_from_a_pile_a_patch_a_recipe_and_a_colour(self) -> None:
        pile = self.send("post", "piles", {"mixture": self.mix("mud", PO20=3, PB29=1)})[1]
        status, told = self.find(origin={"kind": "pile", "id": pile["id"]})
        self.assertEqual(status, 200, told)
        np.testing.assert_allclose(told["look"]["lab"], pile["look"]["lab"], atol=0.01)
        sheet = self.kept(self.scale())
        told = self.find(origin={"kind": "patch", "id": sheet["id"], "place": 4})[1]
        np.testing.assert_allclose(
            told["look"]["lab"], sheet["patches"][4]["look"]["lab"], atol=0.05
        )
        body = {"kind": "keep", "name": "Mud", "token": "a-token-kept"}
        self.send("post", f"piles/{pile['id']}/events", body)
        (recipe,) = self.send("get", "mixtures")[1]
        told = self.find(target={"kept": recipe["id"]})[1]
        self.assertEqual(told["mixture"]["name"], "Mud")
        photo = take_in(self.painter, picture_file(), "yard").pk
        area = {"left": 0.2, "top": 0.2, "width": 0.1, "height": 0.1}
        told = self.find(target={"photo": {"photograph": photo, "area": area}})
        self.assertEqual(told[0], 200, told)
        told = self.find(target={"colour": "5YR 4/3"})[1]
        self.assertLess(told["delta_e"], 1.0)

    def test_what_cannot_be_a_mixture_is_said(self) -> None:
        empty = self.send("post", "piles", {"target": {"colour": "N 5"}})[1]
        self.assert_problem(
            self.find(origin={"kind": "pile", "id": empty["id"]}), 422, "mix it first"
        )
        self.assert_problem(self.find(), 422, "where the mixture comes from")
        self.assert_problem(self.find(target={"colour": "drab"}), 422, "CIELAB")
        self.assertEqual(self.find(origin={"kind": "pile", "id": 10**6})[0], 404)
