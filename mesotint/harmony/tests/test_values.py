"""The plan of values: mixtures brought to their value, and how the whole lies."""

import unittest

import colour
import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.harmony.painting import Painting, Passage
from mesotint.harmony.values import at_value, value_pattern
from mesotint.mixing.mixture import Viewing
from mesotint.paints.library import library

L = library()
BLACK, WHITE = L.paint("PBk9"), L.paint("PW6")
VIEWING = Viewing()


def painting(touching: set[tuple[int, int]]) -> Painting:
    names = ("hull", "mud", "fog", "water")
    areas = (0.3, 0.2, 0.4, 0.1)
    return Painting(
        tuple(Passage(n, a, {WHITE: 1.0}) for n, a in zip(names, areas, strict=True)),
        frozenset(touching),
    )


class AtValueTest(unittest.TestCase):
    def test_a_mixture_comes_to_its_value_whatever_it_was(self) -> None:
        """Value by colour-science's ASTM D1535 of the luminance that is mixed."""
        for value in (2.5, 4.0, 6.0, 8.0):
            for mixture in ({L.paint("PO20"): 2.0, L.paint("PB29"): 1.0}, {WHITE: 3.0}):
                told = at_value(mixture, value, BLACK)
                lab = VIEWING.lab(np.array(list(told.values())), list(told))
                luminance = 100 * colour.colorimetry.luminance_CIE1976(float(lab[0]), 1.0)
                found = float(colour.notation.munsell_value_ASTMD1535(luminance))
                self.assertAlmostEqual(found, value, delta=0.06)

    def test_what_is_at_its_value_is_left_alone(self) -> None:
        mixture = {L.paint("PO20"): 2.0, L.paint("PB29"): 1.0}
        lab = VIEWING.lab(np.array([2.0, 1.0]), list(mixture))
        luminance = 100 * colour.colorimetry.luminance_CIE1976(float(lab[0]), 1.0)
        value = float(colour.notation.munsell_value_ASTMD1535(luminance))
        told = at_value(mixture, value, BLACK)
        again = VIEWING.lab(np.array(list(told.values())), list(told))
        self.assertLess(float(delta_e_2000(again, lab)), 0.3)

    def test_a_value_that_cannot_be_had(self) -> None:
        for value in (0.0, 10.0, -1.0):
            with self.subTest(value), self.assertRaisesRegex(InputError, "between 0.5 and 9.5"):
                at_value({WHITE: 1.0}, value, BLACK)


class PatternTest(unittest.TestCase):
    def test_darks_lights_and_the_strongest_edge(self) -> None:
        """By hand: hull 2 and mud 3 are dark and touch; fog 8 is light; fog and hull differ most
        of those that touch."""
        told = value_pattern(np.array([2.0, 3.0, 8.0, 5.0]), painting({(0, 1), (0, 2), (1, 3)}))
        self.assertEqual(
            told,
            ["Darks 50 %, middles 10 %, lights 40 %.", "The darks join into one mass.",
             "The strongest edge is fog against hull: 6.0 values apart."],
        )  # fmt: skip

    def test_darks_that_lie_apart_and_a_soft_whole(self) -> None:
        told = value_pattern(np.array([3.0, 3.5, 5.0, 4.5]), painting({(0, 2), (1, 3)}))
        self.assertIn("The darks lie apart in 2: hull; mud.", told)
        self.assertIn("the whole is soft", told[-1])

    def test_nothing_touches(self) -> None:
        self.assertEqual(len(value_pattern(np.array([5.0, 5.0, 5.0, 5.0]), painting(set()))), 1)
