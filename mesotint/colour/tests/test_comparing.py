"""Two places in words: against Munsell values, and hues as a painter names them."""

import unittest

import numpy as np

from mesotint.colour.comparing import compared, values_in_words
from mesotint.colour.munsell import lab_from_munsell, parse


def lab(notation: str) -> np.ndarray:
    return lab_from_munsell(np.array([parse(notation)]))[0]


class ComparedTest(unittest.TestCase):
    def test_value_first_then_hue_then_chroma(self) -> None:
        """Notations say themselves what differs: value, hue and chroma are their three parts."""
        for one, other, says in (
            ("5R 6/6", "5R 4/6", "lighter by 2.0 values"),
            ("5R 4/10", "5R 4/4", "clearer"),
            ("5R 4/4", "5R 4/10", "greyer"),
            ("5YR 5/8", "5R 5/8", "toward orange"),
            ("5PB 5/8", "5P 5/8", "toward blue"),
            ("5Y 5/1", "5PB 5/1", "warmer"),
            ("5B 5/1", "5YR 5/1", "cooler"),
            ("5R 5/6", "5R 5.5/6", "darker by half a value"),
        ):
            with self.subTest(one=one, other=other):
                self.assertEqual(compared(lab(one), lab(other)), says)

    def test_what_no_eye_tells_is_one(self) -> None:
        here = np.array([50.0, 10.0, 10.0])
        self.assertEqual(compared(here, here + 0.2), "no eye tells them apart")
        apart = compared(here, here + np.array([0.0, 1.2, 1.2]))
        self.assertEqual(apart, "of one value, a trace apart")

    def test_what_is_said_of_one_is_the_opposite_of_the_other(self) -> None:
        rng = np.random.default_rng(2)
        opposite = {"lighter": "darker", "darker": "lighter", "clearer": "greyer",
                    "greyer": "clearer", "warmer": "cooler", "cooler": "warmer"}  # fmt: skip
        for _ in range(200):
            one, other = (np.append(rng.uniform(20, 85), rng.normal(0, 20, 2)) for _ in range(2))
            for word in compared(one, other).split(", "):
                first = word.split()[0]
                if first in opposite:
                    self.assertIn(opposite[first], compared(other, one))

    def test_a_step_in_words(self) -> None:
        told = [values_in_words(step) for step in (0.05, 0.25, 0.5, 0.8, 1.0, 2.26)]
        self.assertEqual(
            told,
            ["a trace", "a quarter of a value", "half a value", "three quarters of a value",
             "a whole value", "2.3 values"],
        )  # fmt: skip
