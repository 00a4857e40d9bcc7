"""Sheets as CSV and JSON, read back by the standard library's readers."""

import csv
import io
import json
import unittest

from mesotint.formats.sheet import SheetData, sheet_csv, sheet_json

BLUE = {"key": "PB29", "name": "Ultramarine blue", "exact": 0.25, "whole": 1}
ORANGE = {"key": "PO20", "name": 'Orange, "clear"', "exact": 0.75, "whole": 3}


def patch(label: str, *parts: dict) -> dict:
    return {
        "label": label, "parts": list(parts), "lab": [50.123, -1, 2.5], "munsell": "5YR 4/2",
        "name": "brown", "srgb": "#8a7f72", "in_gamut": True, "rounding_delta_e": 0.4,
        "note": "rope, in\nlight",
    }  # fmt: skip


SHEET = SheetData(
    "Bleached rope – 霧", "scale", "Reaches grey.", "2026-01-02T03:04:05Z", "abc",
    {"kind": "scale"}, [patch("step 1", ORANGE), patch("step 2", ORANGE, BLUE)],
)  # fmt: skip


class SheetTest(unittest.TestCase):
    def test_csv_reads_back_with_a_column_for_every_paint(self) -> None:
        rows = list(csv.DictReader(io.StringIO(sheet_csv(SHEET))))
        self.assertEqual([row["label"] for row in rows], ["step 1", "step 2"])
        self.assertEqual(rows[0]["Ultramarine blue (parts)"], "0")
        self.assertEqual(rows[1]["Ultramarine blue (exact)"], "0.25")
        self.assertEqual(rows[1]['Orange, "clear" (parts)'], "3")
        self.assertEqual((rows[0]["L"], rows[0]["note"]), ("50.12", "rope, in\nlight"))

    def test_json_reads_back_whole(self) -> None:
        told = json.loads(sheet_json(SHEET))
        self.assertEqual((told["format"], told["version"]), ("mesotint sheet", 1))
        self.assertEqual(told["name"], "Bleached rope – 霧")
        self.assertEqual(told["patches"][1]["parts"], [ORANGE, BLUE])
