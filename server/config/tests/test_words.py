"""Words that stand in the browser as well as in the core say the same."""

import re
import unittest

from mesotint.colour.words import difference_in_words
from mesotint.mixing.traces import TRACE_BELOW
from workshop.console import WEB


class TraceTest(unittest.TestCase):
    def test_a_trace_is_a_trace_in_both(self) -> None:
        text = (WEB / "src" / "paintings" / "shares.ts").read_text("utf-8")
        below = re.search(r"TRACE_BELOW = 1 / (\d+);", text)
        assert below is not None
        self.assertEqual(1 / int(below[1]), TRACE_BELOW)


class DifferenceWordsTest(unittest.TestCase):
    def test_the_bands_of_the_browser_are_those_of_the_core(self) -> None:
        text = (WEB / "src" / "ui" / "difference.ts").read_text("utf-8")
        bands = re.findall(r"\[([\w.]+), \"([a-z ]+)\"\]", text)
        self.assertEqual(len(bands), 4)
        low = 0.0
        for below, word in bands:
            high = 99.0 if below.startswith("Number") else float(below)
            for delta_e in (low, (low + high) / 2, high - 1e-6):
                self.assertEqual(difference_in_words(delta_e), word)
            low = high
