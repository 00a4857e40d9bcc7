"""Readings, the instrument, calibration, and what becomes of sheets that used a tube."""

import json
from dataclasses import replace

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client

from mesotint.colour.difference import delta_e_2000
from mesotint.formats.box import write_optics
from mesotint.instruments.colorimeter import TILE_LASTS_S, drawdown, hidden_tube
from mesotint.paints.library import library
from server.kept.clock import moved
from server.painters.tests.studio import StudioTest
from server.tubes.models import Calibration, Reading, Tube
from server.tubes.services import paint_in

SEED = 3
"""A tube that is clearly not the library's figure.
"""

CGATS = """CGATS.17
WEIGHTING_FUNCTION "ILLUMINANT, D65"
BEGIN_DATA_FORMAT
SAMPLE_NAME LAB_L LAB_A LAB_B
END_DATA_FORMAT
BEGIN_DATA
"Blue" 22.5 14.0 -44.0
"Blue 1:9" 55.0 2.0 -45.0
END_DATA
"""


class MeasuringTest(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        self.tube = self.tubes["PB29"]
        self.path = f"tubes/{self.tube}"

    def read(self, white_parts: float, colour: str):
        return self.send("post", f"{self.path}/readings",
                         {"white_parts": white_parts, "colour": colour})  # fmt: skip

    def upload(self, path: str, data: bytes, name: str = "a.txt", client: Client | None = None):
        file = SimpleUploadedFile(name, data)
        answer = (client or self.client).post(f"/api/{path}", {"file": file})
        return answer.status_code, answer.json()

    def test_readings_are_typed_in_three_ways(self) -> None:
        for colour, lab in (("52 -3.5 -30", [52, -3.5, -30]), ("#8a7f72", None), ("5PB 4/8", None)):
            status, told = self.read(9, colour)
            self.assertEqual(status, 201, told)
            if lab:
                self.assertEqual(told["look"]["lab"], lab)
        self.assertRegex(told["look"]["munsell"], r"^(4\.9|5)PB 4/8")
        for colour, said in (("blueish", "CIELAB"), ("120 0 0", "between 0 and 100"),
                             ("50 900 0", "150"), ("5XX 4/8", "Munsell")):  # fmt: skip
            self.assert_problem(self.read(0, colour), 422, said)
        self.assert_problem(self.read(-1, "50 0 0"), 422, "white_parts")
        rows = self.send("get", self.path)[1]["reading_rows"]
        self.assertEqual(len(rows), 3)
        self.assertEqual(self.send("delete", f"{self.path}/readings/{rows[0]['id']}")[0], 204)
        self.assertEqual(Reading.objects.count(), 2)

    def test_the_instrument_reads_only_after_its_tile_and_finds_the_real_tube(self) -> None:
        measure = {"white_parts": 4, "count": 5}
        Tube.objects.filter(pk=self.tube).update(seed=SEED)
        self.assert_problem(self.send("post", f"{self.path}/measure", measure), 422, "switch it on")
        self.assertTrue(self.send("post", "instrument/on")[1]["on"])
        self.assert_problem(self.send("post", f"{self.path}/measure", measure), 422, "white tile")
        self.assertGreater(self.send("post", "instrument/tile")[1]["tile_left_s"], 800)
        status, told = self.send("post", f"{self.path}/measure", measure)
        self.assertEqual((status, told["source"]), (201, "instrument, 5"))
        blue, white = library().paint("PB29"), library().paint("PW6")
        real = drawdown(hidden_tube(blue, SEED), white, 4)
        self.assertLess(delta_e_2000(np.array(told["look"]["lab"]), real), 0.5)
        self.assertGreater(
            delta_e_2000(np.array(told["look"]["lab"]), drawdown(blue, white, 4)), 0.5
        )
        with moved(10 * TILE_LASTS_S):
            answer = self.send("post", f"{self.path}/measure", measure)
        self.assert_problem(answer, 422, "15 minutes")

    def test_calibration_is_looked_at_then_taken_and_saved_sheets_offer_to_recompute(self) -> None:
        ends = [{"parts": [{"tube": self.tubes[key]}]} for key in ("PO20", "PB29")]
        scale = {"kind": "scale", "first": ends[0], "second": ends[1], "steps": 5}
        sheet = self.send("post", "scales", {"name": "Harbour", "request": scale})[1]
        self.send("post", "instrument/on")
        self.send("post", "instrument/tile")
        for white in (0, 4, 20):
            self.send("post", f"{self.path}/measure", {"white_parts": white, "count": 5})
        look = self.send("get", f"{self.path}/calibration")[1]
        self.assertEqual(look["remarks"], [])
        for row in look["rows"]:
            self.assertLess(row["after_delta_e"], 0.6)
        self.assertLess(look["trust_after"], look["trust_before"])
        self.assertIsNone(Tube.objects.get(pk=self.tube).calibration)
        taken = self.send("post", f"{self.path}/calibration")[1]
        self.assertTrue(taken["calibrated"])
        self.assertIn("calibrated with 3 readings", taken["paint"]["origin"])
        # What was saved stays as it was, and says that it is of older paint data.
        found = self.send("get", f"scales/{sheet['id']}")[1]
        self.assertFalse(found["current_data"])
        self.assertEqual(found["patches"], sheet["patches"])
        self.send("put", f"scales/{sheet['id']}",
                  {"name": "Harbour", "request": scale, "revision": 1})  # fmt: skip
        again = self.send("get", f"scales/{sheet['id']}")[1]
        self.assertTrue(again["current_data"])
        self.assertNotEqual(again["patches"][-1]["look"], sheet["patches"][-1]["look"])
        # The real tube is what mixtures are computed with now.
        real = hidden_tube(library().paint("PB29"), self.tube)
        mine = paint_in(Tube.objects.get(pk=self.tube))
        # It is the same paint, and known to the core, for as long as nothing of it changes.
        self.assertIs(paint_in(Tube.objects.get(pk=self.tube)), mine)
        Tube.objects.filter(pk=self.tube).update(label="Deep blue")
        self.assertEqual(paint_in(Tube.objects.get(pk=self.tube)).name, "Deep blue")
        white = library().paint("PW6")
        gap = [delta_e_2000(drawdown(p, white, 9), drawdown(real, white, 9))
               for p in (mine, library().paint("PB29"))]  # fmt: skip
        self.assertLess(gap[0], gap[1] / 3)
        dropped = self.send("delete", f"{self.path}/calibration")[1]
        self.assertFalse(dropped["calibrated"])
        self.assertEqual(Calibration.objects.count(), 1)

    def test_a_poor_set_is_told(self) -> None:
        self.assert_problem(self.send("get", f"{self.path}/calibration"), 422, "no readings")
        self.read(0, "22 14 -44")
        look = self.send("get", f"{self.path}/calibration")[1]
        self.assertIn("Only the masstone", look["remarks"][0])

    def test_an_unknown_tube_is_known_by_its_readings(self) -> None:
        readings = [{"white_parts": 0, "colour": "38 35 25"},
                    {"white_parts": 9, "colour": "68 22 12"}]  # fmt: skip
        status, tube = self.send("post", "tubes", {"label": "From a drawer", "readings": readings})
        self.assertEqual((status, tube["label"], tube["calibrated"]), (201, "From a drawer", True))
        self.assertLess(delta_e_2000(np.array(tube["paint"]["masstone"]["lab"]),
                                     np.array([38, 35, 25])), 1.5)  # fmt: skip
        answer = self.send("delete", f"tubes/{tube['id']}/calibration")
        self.assert_problem(answer, 422, "only its readings")

    def test_a_file_is_looked_into_and_taken_whole_or_not_at_all(self) -> None:
        status, found = self.upload("readings/look", CGATS.encode())
        self.assertEqual((status, [row["white_parts"] for row in found]), (200, [0, 9]))
        self.assertEqual(Reading.objects.count(), 0)
        bad = CGATS.replace("14.0 -44.0", "14.0").replace("55.0", "many").replace("D65", "moon")
        status, told = self.upload(f"{self.path}/readings/take", bad.encode())
        self.assertEqual(status, 422)
        self.assertEqual([fault["line"] for fault in told["faults"]], [2])
        bad = bad.replace("moon", "D65")
        told = self.upload(f"{self.path}/readings/take", bad.encode())[1]
        self.assertEqual([fault["line"] for fault in told["faults"]], [7, 8])
        self.assertEqual(Reading.objects.count(), 0)
        self.assertEqual(self.upload(f"{self.path}/readings/take", CGATS.encode())[0], 201)
        # What is given out comes back in, either way.
        for form in ("cgats", "cxf"):
            answer = self.client.get(f"/api/{self.path}/readings.{form}")
            self.assertIn("attachment", answer.headers["Content-Disposition"])
            again = self.upload("readings/look", answer.content)[1]
            self.assertEqual([row["white_parts"] for row in again], [0, 9])

    def test_hostile_files_are_refused_in_a_sentence_and_the_server_goes_on(self) -> None:
        laughs = b'<!DOCTYPE a [<!ENTITY a "ha"><!ENTITY b "&a;&a;">]><a>&b;</a>'
        entity = b'<!DOCTYPE a [<!ENTITY a SYSTEM "file:///etc/passwd">]><a>&a;</a>'
        cases = [(laughs, "document type"), (entity, "document type"), (b"CGATS.17\n\0", "NUL"),
                 ("CGATS.17\nORIGINATOR \"é\"".encode("latin-1"), "UTF-8"),
                 (b"x" * (11 * 2**20), "5 MB"), (b"\x89PNG\r\n", "UTF-8")]  # fmt: skip
        for data, told in cases:
            for path in (f"{self.path}/readings/take", "boxes/take"):
                with self.subTest(told=told, path=path):
                    answer = self.upload(path, data)
                    self.assertEqual(answer[0], 422)
                    if path.startswith("tubes") or told in ("NUL", "UTF-8", "5 MB"):
                        self.assertIn(told, answer[1]["detail"])
        self.assertEqual(self.send("get", "tubes")[0], 200)
        self.assertEqual(Reading.objects.count(), 0)

    def test_a_box_goes_out_and_comes_in_again(self) -> None:
        self.read(0, "22 14 -44")
        self.read(9, "55 2 -45")
        recipe = [{"paint_key": "PW6", "parts": 8}, {"paint_key": "PB29", "parts": 1}]
        self.send("post", "tubes", {"label": "Sea mist", "recipe": recipe, "notes": 'a "note"'})
        for form in ("json", "csv"):
            data = self.client.get(f"/api/box.{form}").content
            look = self.upload("boxes/look", data, f"my box.{form}")[1]
            self.assertEqual(len(look), len(self.tubes) + 1)
            status, box = self.upload("boxes/take", data, f"my box.{form}", self.as_other())
            self.assertEqual(status, 201)
            self.assertEqual(box["name"], "All tubes" if form == "json" else "my box")
            theirs = Tube.objects.filter(boxes=box["id"])
            blue = theirs.get(paint_key="PB29")
            self.assertEqual(blue.readings.count(), 2)
            self.assertIsNotNone(blue.calibration)
            self.assertEqual(theirs.get(label="Sea mist").notes, 'a "note"')
        schema = self.client.get("/api/box.schema.json").json()
        self.assertEqual(schema["title"], "Mesotint box")
        optics = self.client.get("/api/optics.json").json()
        self.assertEqual(len(optics["paints"]), len(self.tubes) + 1)
        text = self.client.get("/api/box.json").content
        broken = text.replace(b'"finish": "satin"', b'"finish": "shiny"')
        status, told = self.upload("boxes/take", broken)
        self.assertEqual((status, len(told["faults"])), (422, len(self.tubes) + 1))

    def test_optics_go_out_and_come_in_again(self) -> None:
        blue = library().paint("PB29")
        darker = write_optics([replace(blue, absorption=blue.absorption * 1.5)]).encode()
        (look,) = self.upload(f"{self.path}/optics/look", darker)[1]
        self.assertLess(look["after"]["lab"][0], look["before"]["lab"][0])
        self.assertEqual(Calibration.objects.count(), 0)
        status, told = self.upload(f"{self.path}/optics/take", darker)
        self.assertEqual((status, told["paint"]["origin"]), (201, "optics taken from a file"))
        again = json.loads(self.client.get("/api/optics.json").content)
        mine = next(p for p in again["paints"] if p["key"] == f"tube{self.tube}")
        np.testing.assert_allclose(mine["absorption"], blue.absorption * 1.5, rtol=1e-5)
        two = write_optics([library().paint("PY3"), library().paint("PG7")]).encode()
        status, told = self.upload(f"{self.path}/optics/take", two)
        self.assertEqual(status, 422)
        self.assertIn("none of them is this tube's", told["detail"])
