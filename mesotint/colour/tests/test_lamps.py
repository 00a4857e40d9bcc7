"""Daylight and lamps against colour-science's tables and formulae of CIE 015:2018."""

import unittest

import colour
import numpy as np

from mesotint.colour.lamps import KINDS, daylight, glowing, lamps
from mesotint.errors import InputError
from mesotint.optics.grid import WAVELENGTHS_NM

SHAPE = colour.SpectralShape(380, 730, 10)


def xy_of(power: np.ndarray) -> np.ndarray:
    """Chromaticity of a light, by colour-science's own integration."""
    spectrum = colour.SpectralDistribution(dict(zip(WAVELENGTHS_NM, power, strict=True)))
    return np.asarray(colour.XYZ_to_xy(colour.sd_to_XYZ(spectrum, method="Integration")))


class LampsTest(unittest.TestCase):
    def test_daylight_is_that_of_the_formula(self) -> None:
        for kelvin in (4500, 5503, 6504, 9000):
            known = colour.temperature.CCT_to_xy_CIE_D(kelvin)
            np.testing.assert_allclose(xy_of(daylight(kelvin)), known, atol=0.002)

    def test_a_body_glows_as_planck_has_it(self) -> None:
        theirs = colour.sd_blackbody(2856, SHAPE).values
        np.testing.assert_allclose(glowing(2856), theirs / theirs.mean(), rtol=1e-3)

    def test_lamps_have_the_colour_of_their_tables(self) -> None:
        for kind, names in (("fluorescent", [f"FL{i}" for i in range(1, 13)]),
                            ("led", ["LED-B1", "LED-B2", "LED-B3", "LED-B4", "LED-B5",
                                     "LED-V1", "LED-V2"])):  # fmt: skip
            self.assertEqual(len(lamps(kind)), len(names))
            for power, name in zip(lamps(kind), names, strict=True):
                known = colour.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"][name]
                np.testing.assert_allclose(xy_of(power), known, atol=0.004, err_msg=name)

    def test_what_is_no_light_is_refused_with_the_nearest_word(self) -> None:
        with self.assertRaisesRegex(InputError, "tungsten"):
            lamps("tungstn")
        with self.assertRaisesRegex(InputError, "4000 to 12000|4000 to 12 000"):
            daylight(2000)
        self.assertIn("daylight", KINDS)
