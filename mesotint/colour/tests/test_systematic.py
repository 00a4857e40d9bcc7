"""Systematic names by hue, value and chroma."""

import unittest

import numpy as np

from mesotint.colour.munsell import parse
from mesotint.colour.systematic import systematic_name, systematic_names

# Names of colours well inside their blocks, NBS Circular 553 (1955); Munsell figures and names
# recalled from memory of its charts.
NAMES = {
    "5R 4/14": "vivid red",
    "5YR 3.5/4": "dark brown",
    "2.5YR 6/14": "vivid orange",
    "5Y 8/12": "vivid yellow",
    "5Y 3.5/3.5": "dark olive brown",
    "10GY 5/6": "moderate yellowish green",
    "5G 3/4": "dark green",
    "10B 5/8": "strong blue",
    "7.5PB 3/8": "deep purplish blue",
    "5P 4/6": "dark purple",
    "7.5P 7/4": "light purple",
    "5RP 6/6": "moderate purplish red",
    "2.5R 8/5": "light pink",
    "5PB 3/1": "dark bluish gray",
    "5GY 9/1": "greenish white",
    "N 9.5": "white",
    "N 5": "medium gray",
    "N 1": "black",
}


class SystematicTest(unittest.TestCase):
    def test_names_inside_their_blocks(self) -> None:
        for text, name in NAMES.items():
            with self.subTest(text=text):
                self.assertEqual(systematic_name(parse(text)), name)

    def test_every_colour_has_a_name(self) -> None:
        labs = np.random.default_rng(5).uniform([0, -80, -80], [100, 80, 80], (500, 3))
        for name in systematic_names(labs):
            self.assertRegex(name, r"^[a-z -]+$")
