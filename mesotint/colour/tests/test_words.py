"""Painters' words for colours. The words are common practice, without a published source."""

import unittest

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.colour.words import describe, hue_word, lean, miss_in_words, opposite_of


def lab(lightness: float, chroma: float, hue: float) -> np.ndarray:
    return lab_from_lch(np.array([lightness, chroma, hue]))


class WordsTest(unittest.TestCase):
    def test_hues_of_well_known_munsell_colours(self) -> None:
        # Munsell's own hue names for his principal hues at a middle value.
        named = {"5R 5/10": "red", "5YR 6/10": "orange", "5Y 8/10": "yellow", "5G 5/8": "green",
                 "5GY 6/8": "yellow-green", "5BG 5/6": "blue-green", "5B 5/6": "blue",
                 "5PB 5/10": "blue", "5P 4/10": "violet", "2.5RP 5/10": "red-violet"}  # fmt: skip
        for text, word in named.items():
            with self.subTest(text=text):
                _, a, b = lab_from_munsell(parse(text))
                self.assertEqual(hue_word(np.degrees(np.arctan2(b, a))), word)

    def test_no_hue_is_named_where_an_eye_sees_none(self) -> None:
        self.assertIsNone(lean(lab(40, 0.9, 20)))
        self.assertEqual(describe(lab(40, 0.9, 20)), "dark grey")
        self.assertEqual(describe(lab(12, 0.2, 300)), "black")
        self.assertEqual(lean(lab(40, 1.1, 20)), "red")

    def test_greys_lean_and_darks_of_warm_hues_are_browns_and_olives(self) -> None:
        self.assertEqual(describe(lab(42, 5, 310)), "dark grey that leans violet")
        self.assertIn("brown", describe(lab(35, 20, 60)))
        self.assertIn("olive", describe(lab(40, 25, 100)))
        self.assertIn("pink", describe(lab(80, 25, 10)))
        self.assertIn("orange", describe(lab(65, 80, 60)))

    def test_a_miss_is_told_with_its_size_and_its_side(self) -> None:
        self.assertIn("no lean", miss_in_words(lab(40, 0.5, 20)))
        self.assertIn("leans green by 2.0", miss_in_words(lab(40, 2, 150)))
        self.assertIn("near grey and leans red", miss_in_words(lab(40, 7, 20)))
        self.assertIn("blue side", miss_in_words(lab(40, 30, 265)))

    def test_every_hue_has_an_opposite_that_takes_it_out(self) -> None:
        for angle in range(0, 360, 5):
            self.assertNotEqual(opposite_of(hue_word(angle)), hue_word(angle))
