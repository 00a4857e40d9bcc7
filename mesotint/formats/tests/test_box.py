"""Boxes as JSON and CSV, and optics as JSON: round trips, the schema, and faults by line."""

import json
import unittest

import numpy as np
from jsonschema import Draft202012Validator

from mesotint.formats.box import (
    BOX_FILE,
    BoxData,
    TubeData,
    read_box_csv,
    read_box_json,
    read_optics,
    write_box_csv,
    write_optics,
)
from mesotint.formats.faults import FileFaults
from mesotint.paints.calibration import Reading
from mesotint.paints.library import library

BOX = BoxData(
    "Studio – 工房",
    [
        TubeData("Ultramarine, old tube", "PB29", size_ml=37.0, left_ml=12.5,
                 notes='a "dry", cap\nstuck',
                 readings=[Reading(0.0, np.array([20.5, 12.0, -40.25])),
                           Reading.of_spectrum(9.0, np.linspace(0.2, 0.7, 36))]),
        TubeData("My grey", recipe={"PW6": 8.0, "PBk9": 0.5}, medium="gouache", finish="matte"),
        TubeData("Found in a drawer", readings=[Reading(0.0, np.array([40.0, 30.0, 20.0]))]),
    ],
)  # fmt: skip


def same(a: BoxData, b: BoxData) -> bool:
    def plain(box: BoxData) -> list:
        return [
            (t.label, t.paint, dict(t.recipe), t.medium, t.finish, t.size_ml, t.left_ml, t.notes,
             [(r.white_parts, np.round(r.lab, 3).tolist(),
               None if r.reflectance is None else np.round(r.reflectance, 5).tolist())
              for r in t.readings])
            for t in box.tubes
        ]  # fmt: skip

    return plain(a) == plain(b)


class BoxTest(unittest.TestCase):
    def test_json_loses_nothing_and_follows_its_schema(self) -> None:
        text = BOX_FILE.written(BOX)
        Draft202012Validator.check_schema(BOX_FILE.schema)
        Draft202012Validator(BOX_FILE.schema).validate(json.loads(text))
        again = read_box_json(text.encode())
        self.assertEqual(again.name, BOX.name)
        self.assertTrue(same(again, BOX))

    def test_csv_loses_nothing(self) -> None:
        again = read_box_csv(write_box_csv(BOX).encode(), BOX.name)
        self.assertTrue(same(again, BOX))

    def test_faults_of_json_are_told_with_their_lines(self) -> None:
        whole = json.loads(BOX_FILE.written(BOX))
        whole["tubes"][0]["paint"] = "PB92"
        text = json.dumps(whole, indent=1)
        with self.assertRaises(FileFaults) as caught:
            read_box_json(text.encode())
        (fault,) = caught.exception.faults
        self.assertIn("PB29", fault.says)
        self.assertIn('"label": "Ultramarine', text.splitlines()[fault.line])
        whole["tubes"][1]["finish"] = "shiny"
        whole["tubes"][2]["size_ml"] = -3
        whole["extra"] = 1
        with self.assertRaises(FileFaults) as caught:
            read_box_json(json.dumps(whole, indent=1).encode())
        told = {fault.line: fault.says for fault in caught.exception.faults}
        self.assertEqual(len(told), 3)
        lines = json.dumps(whole, indent=1).splitlines()
        for line, says in told.items():
            for word in ("shiny", "-3"):
                if word in says:
                    self.assertIn(word, lines[line - 1])

    def test_faults_of_csv_are_told_with_their_lines(self) -> None:
        text = ("label,paint,recipe,size_ml,readings\n"
                "Blue,PB92,,37,\n"
                "Grey,,PW6=8;PBk9=much,,\n"
                ",PB29,,,\n"
                "Red,PR101,,-4,\n"
                "Green,PG18,,,9: 1 2\n")  # fmt: skip
        with self.assertRaises(FileFaults) as caught:
            read_box_csv(text.encode(), "x")
        self.assertEqual([fault.line for fault in caught.exception.faults], [2, 3, 4, 5, 6])

    def test_what_is_no_box_is_refused(self) -> None:
        deep = b"[" * 100_000
        cases = [(b"{", "no JSON"), (b"\xff\xfe", "UTF-8"), (b"{\0}", "NUL"), (b"[]", "no file of"),
                 (deep, "JSON"), (b'{"format": NaN}', "JSON")]  # fmt: skip
        for data, told in cases:
            with self.subTest(told=told), self.assertRaisesRegex(FileFaults, told):
                read_box_json(data)
        with self.assertRaisesRegex(FileFaults, "names the columns"):
            read_box_csv(b"a,b\n1,2\n", "x")

    def test_half_a_character_is_told_with_its_line(self) -> None:
        """RFC 8259, section 8.2: an escape may stand for half of a pair, which is no text."""
        half = BOX_FILE.written(BOX).replace("My grey", "\\ud800")
        with self.assertRaisesRegex(FileFaults, "half a character") as caught:
            read_box_json(half.encode())
        (fault,) = caught.exception.faults
        self.assertIn("ud800", "".join(half.splitlines()[fault.line - 1 : fault.line + 2]))

    def test_optics_come_back(self) -> None:
        paints = [library().paint(key) for key in ("PB29", "PY3")]
        found = read_optics(write_optics(paints).encode())
        for paint in paints:
            np.testing.assert_allclose(found[paint.key][0], paint.absorption, atol=1e-7)
            np.testing.assert_allclose(found[paint.key][1], paint.scattering, atol=1e-7)
        broken = write_optics(paints).replace('"absorption"', '"absorbtion"', 1)
        for data, told in (
            (broken, "absorption is missing"),
            ("[1]", "no 'mesotint optics'"),
            ("{", "JSON"),
        ):
            with self.subTest(told=told), self.assertRaisesRegex(FileFaults, told):
                read_optics(data.encode())
