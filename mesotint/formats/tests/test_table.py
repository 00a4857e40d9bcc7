"""Tables that spreadsheets open: no text in them is a formula, and it reads back as it was."""

import csv
import io
import unittest

from hypothesis import given
from hypothesis import strategies as st

from mesotint.formats.box import BoxData, TubeData, read_box_csv, write_box_csv
from mesotint.formats.table import plain, written_table

HOSTILE = ("=1+1", "+1-cmd|' /C calc'!A0", "-2+3", "@SUM(A1)", "\t=1", "\r=1", "'=1", "''=1")
"""The beginnings that OWASP's page *CSV Injection* names."""


class FormulaTest(unittest.TestCase):
    def test_no_cell_begins_as_a_formula(self) -> None:
        text = written_table([HOSTILE, [f"{-3.2:.2f}", -4, 1e-7, "rust = red"]])
        first, second = csv.reader(io.StringIO(text, newline=""))
        for cell in first:
            self.assertTrue(cell.startswith("'"), cell)
        self.assertEqual(second, ["-3.20", "-4", "1e-07", "rust = red"])

    @given(st.text(max_size=12) | st.sampled_from(HOSTILE).map(lambda each: each * 2))
    def test_every_text_reads_back_as_it_was(self, text: str) -> None:
        ((cell,),) = csv.reader(io.StringIO(written_table([[text + "."]]), newline=""))
        self.assertEqual(plain(cell), text + ".")

    def test_a_box_with_formulas_for_names_comes_back(self) -> None:
        tubes = [TubeData(label, "PB29", notes=label) for label in HOSTILE]
        again = read_box_csv(write_box_csv(BoxData("Box", tubes)).encode(), "Box")
        told = [(tube.label, tube.notes) for tube in again.tubes]
        self.assertEqual(told, [(label, label) for label in HOSTILE])
