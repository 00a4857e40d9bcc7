"""Munsell notation both ways, against the renotation as colour-science carries it."""

import contextlib
import unittest
import warnings

import colour
import numpy as np
from colour.notation.datasets.munsell import MUNSELL_COLOURS_REAL

from mesotint.colour.colorimetry import lab_from_xyz
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.munsell import (
    lab_from_munsell,
    luminance_of_value,
    munsell_from_lab,
    notation,
    parse,
    value_of_luminance,
)
from mesotint.colour.srgb import lab_from_hex
from mesotint.errors import InputError

SAMPLES = 500
ILLUMINANTS = colour.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]


def lab_from_xyy_c(xyy: np.ndarray) -> np.ndarray:
    """CIELAB (D65) of xyY under illuminant C, by colour-science's own adaptation."""
    adapted = colour.chromatic_adaptation(
        colour.xyY_to_XYZ(xyy),
        colour.xy_to_XYZ(ILLUMINANTS["C"]),
        colour.xy_to_XYZ(ILLUMINANTS["D65"]),
        transform="Bradford",
    )
    return lab_from_xyz(adapted * 100)


class RenotationTest(unittest.TestCase):
    """Newhall, Nickerson and Judd (1943), the real chips."""

    @classmethod
    def setUpClass(cls) -> None:
        cls.names = [f"{h} {v:g}/{c:g}" for (h, v, c), _ in MUNSELL_COLOURS_REAL]
        cls.munsell = np.array([parse(name) for name in cls.names])
        cls.lab = lab_from_munsell(cls.munsell)

    def test_every_real_chip_has_its_published_chromaticity(self) -> None:
        published = np.array([xyy for _, xyy in MUNSELL_COLOURS_REAL])
        # The renotation's Y is on the magnesium oxide scale; D1535 takes it from the value.
        published[:, 2] = luminance_of_value(self.munsell[:, 1]) / 100
        gap = delta_e_2000(self.lab, lab_from_xyy_c(published))
        self.assertEqual(len(gap), 2734)
        self.assertLess(gap.max(), 0.05)

    def test_notation_to_colour_to_notation(self) -> None:
        munsell, extrapolated = munsell_from_lab(self.lab)
        again = np.array([parse(notation(m)) for m in munsell])
        gap = delta_e_2000(self.lab, lab_from_munsell(again))
        self.assertLessEqual(np.median(gap), 0.3)
        self.assertLessEqual(gap.max(), 1.0)
        self.assertFalse(extrapolated.any())
        self.assertEqual([notation(m) for m in munsell], self.names)

    def test_colour_science_reads_our_notation_of_random_colours_as_those_colours(self) -> None:
        """500 colours of the sRGB gamut, ASTM D1535 as colour-science has it, rounding included."""
        random = np.random.default_rng(1535)
        lab = np.array([lab_from_hex(f"#{n:06x}") for n in random.integers(0, 2**24, 3 * SAMPLES)])
        munsell, extrapolated = munsell_from_lab(lab)
        kept, reference = [], []
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            for i in np.flatnonzero(~extrapolated & (munsell[:, 1] < 9)).tolist():
                # Near the edge of the real chips colour-science lacks a neighbour to lean on.
                with contextlib.suppress(ValueError, AssertionError):
                    reference.append(colour.munsell_colour_to_xyY(notation(munsell[i])))
                    kept.append(i)
                if len(kept) == SAMPLES:
                    break
        self.assertEqual(len(kept), SAMPLES)
        gap = delta_e_2000(lab[kept], lab_from_xyy_c(np.array(reference)))
        self.assertLessEqual(np.median(gap), 0.5)
        self.assertLess(np.quantile(gap, 0.95), 1.0)

    def test_value_function_of_astm_d1535(self) -> None:
        # O.S.A. report (1943), as tabulated in ASTM D1535, Y of values 1, 5 and 9 on the
        # perfect diffuser's scale; typed from memory.
        luminance = luminance_of_value(np.array([1.0, 5.0, 9.0]))
        np.testing.assert_allclose(luminance, [1.18, 19.27, 76.70], atol=0.04)
        values = np.linspace(0, 10, 101)
        np.testing.assert_allclose(
            value_of_luminance(luminance_of_value(values)), values, atol=1e-5
        )


class EveryColourTest(unittest.TestCase):
    def test_every_screen_colour_has_a_notation_that_leads_back(self) -> None:
        random = np.random.default_rng(7)
        codes = [f"#{n:06x}" for n in random.integers(0, 2**24, 1000)]
        lab = np.array([lab_from_hex(code) for code in [*codes, "#000000", "#ffffff", "#0000ff"]])
        munsell, _ = munsell_from_lab(lab)
        self.assertTrue(np.isfinite(munsell).all())
        self.assertLess(delta_e_2000(lab, lab_from_munsell(munsell)).max(), 0.05)

    def test_outside_the_renotation_is_flagged_and_never_fails(self) -> None:
        strange = np.array(
            [[50, 120, 100], [5, 20, -40], [99, 60, 60], [0.1, 0, 0], [97, -120, 120]]
        )
        munsell, extrapolated = munsell_from_lab(strange)
        self.assertTrue(np.isfinite(munsell).all())
        self.assertEqual(extrapolated.tolist(), [True, True, True, False, True])

    def test_shapes_are_kept(self) -> None:
        munsell, extrapolated = munsell_from_lab(np.full((2, 3, 3), 40.0))
        self.assertEqual((munsell.shape, extrapolated.shape), ((2, 3, 3), (2, 3)))


class NotationTest(unittest.TestCase):
    def test_is_printed_and_read_as_painters_write_it(self) -> None:
        for text in ("5YR 4/2", "N 5", "7.5PB 2.5/6", "10RP 3/8", "2.5R 9/2"):
            self.assertEqual(notation(parse(text)), text)
        self.assertEqual(notation(parse(" 5yr4 / 2 ")), "5YR 4/2")
        self.assertEqual(notation(parse("N5/")), "N 5")
        self.assertEqual(notation(np.array([0.0, 5.0, 2.0])), "10RP 5/2")

    def test_a_notation_that_does_not_exist_says_what_would_do(self) -> None:
        for text in ("5XX 4/2", "11R 4/2", "5R 11/2", "5R 4/90", "", "5R", "N"):
            with self.subTest(text=text), self.assertRaises(InputError) as caught:
                parse(text)
            self.assertEqual(caught.exception.field, "munsell")
