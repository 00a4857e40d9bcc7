"""Boxes to begin with hold what they say, and are enough to mute with."""

import unittest

import numpy as np

from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.reach import reach
from mesotint.paints.first_boxes import FIRST_MEDIA, FirstBox
from mesotint.paints.library import library

L = library()
NUMBERS = {"Six": 6, "Six cakes": 6, "Twelve": 12, "Twelve cakes": 12, "Eighteen": 18}
HARMLESS = {"none usual", "fine mineral dust", "fine carbon dust"}
"""What is bound in a cake makes no dust (common practice)."""
VALUE_5 = 51.6
"""Lightness of Munsell value 5 by ASTM D1535, from memory."""


def every() -> list[tuple[str, FirstBox]]:
    """Each box with the word of its medium."""
    return [(word, box) for word, medium in FIRST_MEDIA.items() for box in medium.boxes]


class FirstBoxesTest(unittest.TestCase):
    def test_a_box_holds_as_many_as_its_name_says_each_once(self) -> None:
        for word, box in every():
            with self.subTest(word=word, box=box.name):
                self.assertEqual(len(box.paints), NUMBERS.get(box.name, len(box.paints)))
                self.assertEqual(len(set(box.paints)), len(box.paints))
                self.assertLessEqual(set(box.paints), set(L.paints))

    def test_only_what_is_thinned_over_paper_has_no_white(self) -> None:
        for word, box in every():
            self.assertEqual("PW6" in box.paints, not FIRST_MEDIA[word].wash, (word, box.name))

    def test_a_childs_cakes_hold_nothing_that_is_to_be_kept_from_children(self) -> None:
        for box in FIRST_MEDIA["cakes"].boxes:
            for key in box.paints:
                self.assertIn(L.paint(key).hazard_group, HARMLESS, key)
        self.assertIn("labelled for children", FIRST_MEDIA["cakes"].says)

    def test_twelve_and_eighteen_have_a_warm_and_a_cool_of_every_primary(self) -> None:
        for word, box in every():
            if NUMBERS.get(box.name, 0) >= 12 and word != "cakes":
                found = reach([L.paint(key) for key in box.paints], VALUE_5)
                self.assertEqual(found.gaps, (), (word, box.name))

    def test_in_each_something_mutes_what_has_colour(self) -> None:
        """Mixed here in twenty shares, not by the search for partners: some pair of the box comes
        to less than half the chroma of its clearer paint on the way, and to less than both ends."""
        for word, box in every():
            paints = [L.paint(key) for key in box.paints if key != "PW6"]
            share = np.linspace(0, 1, 21)
            best = np.inf
            for i, first in enumerate(paints):
                for second in paints[:i]:
                    parts = np.column_stack([1 - share, share])
                    labs = DEFAULT_VIEWING.lab(parts, [first, second])
                    chroma = np.hypot(labs[:, 1], labs[:, 2])
                    if chroma.min() < min(chroma[0], chroma[-1]):
                        best = min(best, chroma.min() / chroma.max())
            self.assertLess(best, 0.5, (word, box.name))
