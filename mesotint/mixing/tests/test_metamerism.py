"""Metamerism of mixtures that match under one light and not under another."""

import unittest

import numpy as np

from mesotint.colour.colorimetry import LIGHTS, lab_from_reflectance, weights
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.metamerism import metameric_difference
from mesotint.mixing.mixture import Mixture
from mesotint.paints.library import library


class MetamerismTest(unittest.TestCase):
    def setUp(self) -> None:
        paint = library().paint
        # Two greys: one of an orange and a blue, one of black and white.
        self.mixed = Mixture.of({paint("PO20"): 4, paint("PB29"): 3, paint("PW6"): 30}).reflectance
        self.plain = Mixture.of({paint("PBk9"): 1, paint("PW6"): 9}).reflectance

    def test_a_colour_is_no_metamer_of_itself(self) -> None:
        for light in LIGHTS:
            gap = metameric_difference(self.mixed, self.mixed, "D65", light)
            self.assertAlmostEqual(float(gap), 0.0)

    def test_there_is_none_where_the_light_does_not_change(self) -> None:
        gap = metameric_difference(self.mixed, self.plain, "D65", "D65")
        self.assertAlmostEqual(float(gap), 0.0, places=9)

    def test_a_mixed_grey_turns_under_a_lamp_where_a_plain_one_does_not(self) -> None:
        self.assertGreater(float(metameric_difference(self.mixed, self.plain, "D65", "A")), 0.5)
        flat = np.full(36, 0.4)
        self.assertAlmostEqual(float(metameric_difference(flat, flat * 0.5, "D65", "A")), 0.0)

    def test_for_a_true_metamer_it_is_the_difference_under_the_second_light(self) -> None:
        """CIE 15: with no mismatch under the first light there is nothing to correct."""
        wave = np.sin(np.arange(36))
        # A change of spectrum that no cone sees: its part in the space of the weights taken out.
        unseen = wave - weights().T @ np.linalg.lstsq(weights().T, wave, rcond=None)[0]
        first = np.full(36, 0.5)
        second = first + 0.1 * unseen
        same = delta_e_2000(lab_from_reflectance(first), lab_from_reflectance(second))
        self.assertLess(float(same), 1e-6)
        under_lamp = delta_e_2000(
            lab_from_reflectance(first, "A"), lab_from_reflectance(second, "A")
        )
        self.assertAlmostEqual(
            float(metameric_difference(first, second)), float(under_lamp), places=6
        )
        self.assertGreater(float(under_lamp), 0.1)
