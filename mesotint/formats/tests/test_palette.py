"""The palette of a painting as data."""

import csv
import io
import json
import re
import unittest

from mesotint.formats.palette import (
    PALETTE_FILE,
    PaletteColour,
    PaletteData,
    palette_css,
    palette_csv,
)


class PaletteFileTest(unittest.TestCase):
    def palette(self) -> PaletteData:
        colour = PaletteColour(
            passage="Fog */ bank, é", part="supporting", distance="far", area=0.2, mother=0.05,
            munsell="5PB 7/1", name="pale blue grey", lab=(72.0, -1.0, -4.5), srgb="#aab2b8",
            in_gamut=True, was_srgb="#b0b0c0", parts={"Titanium white": 0.9, "Cobalt blue": 0.1},
        )  # fmt: skip
        return PaletteData("Low tide */", "Cobalt blue", [colour, colour])

    def test_css_names_are_told_apart_and_no_comment_is_broken(self) -> None:
        css = palette_css(self.palette())
        self.assertEqual(
            re.findall(r"^  (--[a-z0-9-]+): (#[0-9a-f]{6});", css, re.MULTILINE),
            [("--fog-bank-e", "#aab2b8"), ("--fog-bank-e-2", "#aab2b8")],
        )
        self.assertEqual(css.count("/*"), css.count("*/"))

    def test_csv_and_json_hold_parts_that_add_up(self) -> None:
        row = next(csv.DictReader(io.StringIO(palette_csv(self.palette()))))
        self.assertEqual(row["passage"], "Fog */ bank, é")
        self.assertAlmostEqual(float(row["Titanium white"]) + float(row["Cobalt blue"]), 1)
        told = json.loads(PALETTE_FILE.written(self.palette()))
        self.assertEqual(told["format"], "mesotint palette")
        self.assertEqual(told["colours"][0]["lab"], [72.0, -1.0, -4.5])
