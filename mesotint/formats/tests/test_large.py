"""Files as large as are taken, and such as are made to hold a reader up."""

import json
import time
import unittest
from collections.abc import Callable

import numpy as np

from mesotint.formats.box import BOX_FILE, BoxData, TubeData, read_box_csv, read_box_json
from mesotint.formats.cgats import read_cgats, write_cgats
from mesotint.formats.cxf import read_cxf, write_cxf
from mesotint.formats.faults import GREATEST_FILE, MOST_READINGS, MOST_TUBES, FileFaults
from mesotint.formats.json_text import Lines
from mesotint.formats.readings import NamedReading
from mesotint.paints.calibration import Reading

WHEN = "2026-01-02T03:04:05Z"
HELD_UP_S = 20.0
"""Far more than any of these takes; what they took before was minutes. See `bench` for figures."""

BLUE = Reading(0.0, np.array([40.0, 5.0, -30.0]))
SPECTRUM = Reading.of_spectrum(1.0, np.linspace(0.1, 0.6, 36))


def samples(count: int, reading: Reading) -> list[NamedReading]:
    return [NamedReading(f"Sample {i}", reading) for i in range(count)]


class LargeFilesTest(unittest.TestCase):
    def test_as_much_as_a_studio_needs_is_taken(self) -> None:
        tubes = [TubeData(f"Tube {i}", readings=[BLUE] * 10) for i in range(MOST_TUBES)]
        box = read_box_json(BOX_FILE.written(BoxData("All", tubes)).encode())
        self.assertEqual(len(box.tubes), MOST_TUBES)
        self.assertEqual(sum(len(tube.readings) for tube in box.tubes), MOST_READINGS)
        self.assertEqual(
            len(read_cgats(write_cgats(samples(MOST_READINGS, BLUE), WHEN).encode())), MOST_READINGS
        )
        self.assertEqual(len(read_cxf(write_cxf(samples(2000, SPECTRUM), WHEN))), 2000)

    def test_more_is_refused_with_the_number_that_is_taken(self) -> None:
        many = MOST_TUBES + 1
        tubes = [TubeData(f"Tube {i}", readings=[BLUE]) for i in range(many)]
        rows = "label,paint\n" + "Blue,PB29\n" * many
        full = [TubeData(f"Tube {i}", readings=[BLUE] * 100) for i in range(201)]
        cases: list[tuple[Callable[[bytes], object], str, str]] = [
            (read_box_json, BOX_FILE.written(BoxData("All", tubes)), "2,001 tubes"),
            (read_box_json, BOX_FILE.written(BoxData("All", full)), "20,100 readings"),
            (lambda data: read_box_csv(data, "All"), rows, "more than 2,000 tubes"),
            (read_cgats, write_cgats(samples(MOST_READINGS + 5500, BLUE), WHEN), "lines"),
        ]
        for read, text, told in cases:
            with self.subTest(told=told), self.assertRaisesRegex(FileFaults, told):
                read(text.encode())

    def test_what_is_made_to_hold_a_reader_up_is_refused_soon(self) -> None:
        fill = GREATEST_FILE - 200
        hostile = [
            b'{"a":[' + b"1," * (fill // 2) + b"1]}",
            b'{"tubes":[' + b"{}," * (fill // 3) + b"{}]}",
            b'{"format":"mesotint box","version":1,"name":"x","tubes":['
            + b'{"label":""},' * (fill // 14) + b'{"label":""}]}',
            b'{"tubes":' + b"[" * 900 + b"]" * 900 + b"}",
            b'{"tubes":[{"label":"x","readings":[{"white_parts":0,"lab":['
            + b'"",' * (fill // 4) + b'""]}]}]}',
            b"[" * (fill // 2) + b"]" * (fill // 2),
        ]  # fmt: skip
        for data in hostile:
            began = time.monotonic()
            with self.assertRaises(FileFaults) as caught:
                read_box_json(data)
            self.assertLess(time.monotonic() - began, HELD_UP_S)
            self.assertLess(len(str(caught.exception)), 2000)
        for read, data in (
            (read_cgats, b"CGATS.17\n" + b"1 2\n" * (fill // 4)),
            (read_cgats, b"CGATS.17\n" + b'"a" ' * (fill // 4)),
            (read_cxf, b"<CxF>" + b"<a/>" * (fill // 5) + b"</CxF>"),
            (lambda data: read_box_csv(data, "x"), b"label," * (fill // 6)),
        ):
            began = time.monotonic()
            with self.assertRaises(FileFaults):
                read(data)
            self.assertLess(time.monotonic() - began, HELD_UP_S)


class LineOfTest(unittest.TestCase):
    def test_every_value_of_a_text_is_found_where_it_stands(self) -> None:
        """Marks that stand once in the text say where each value is."""
        whole = {"a": [1, {"b": "MARK one"}], "c d": {"e": [[], "MARK two"]}, "f": "MARK three"}
        text = json.dumps(whole, indent=2)
        lines = text.splitlines()
        for path, mark in ((["a", 1, "b"], "one"), (["c d", "e", 1], "two"), (["f"], "three")):
            self.assertIn(f"MARK {mark}", lines[Lines(text).of(path) - 1])
        for nowhere in (["x"], ["a", 7], ["f", "g"], ["a", 1, 0]):
            self.assertEqual(Lines(text).of(nowhere), 1)
        self.assertEqual(Lines("[]").of([0]), 1)
