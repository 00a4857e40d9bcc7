"""Tristimulus values, CIELAB and sRGB against CIE and ASTM figures and colour-science."""

import unittest

import colour
import numpy as np

from mesotint.colour.colorimetry import (
    LIGHTS,
    checked_lab,
    lab_from_lch,
    lab_from_reflectance,
    lab_from_xyz,
    lch_from_lab,
    weights,
    white_point,
    xyz_from_lab,
    xyz_from_reflectance,
)
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import hex_from_lab, lab_from_hex, neutral_hex, srgb_from_lab
from mesotint.errors import InputError
from mesotint.optics.grid import WAVELENGTHS_NM, as_spectra

SHAPE = colour.SpectralShape(380, 730, 10)
OBSERVER = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"]
CHIPS = colour.SDS_COLOURCHECKERS["ISO 17321-1"]
# CIE 015:2018 and ASTM E308 give the white points to these decimals.
WHITES = {"D65": (95.047, 108.883), "D50": (96.422, 82.521), "A": (109.850, 35.585)}


class TristimulusTest(unittest.TestCase):
    def test_white_points_of_cie_15(self) -> None:
        for light, (x, z) in WHITES.items():
            with self.subTest(light=light):
                np.testing.assert_allclose(white_point(light), [x, 100, z], atol=0.012)

    def test_colour_science_on_its_reflectance_sets_on_the_same_grid(self) -> None:
        """ASTM E308 as colour-science has it, for the patches of ISO 17321-1, every light."""
        for light in LIGHTS:
            lamp = colour.SDS_ILLUMINANTS["FL11" if light == "F11" else light]
            for name, spectrum in CHIPS.items():
                with self.subTest(light=light, chip=name):
                    on_grid = spectrum.copy().align(SHAPE)
                    reference = colour.sd_to_XYZ(on_grid, OBSERVER, lamp, method="ASTM E308")
                    theirs = lab_from_xyz(np.array(reference), light)
                    ours = lab_from_xyz(xyz_from_reflectance(on_grid.values, light), light)
                    self.assertLess(float(delta_e_2000(ours, theirs)), 0.01)

    def test_fine_integration_agrees_within_what_a_10_nm_grid_can(self) -> None:
        fine = colour.SpectralShape(380, 730, 1)
        for name, spectrum in CHIPS.items():
            with self.subTest(chip=name):
                dense, lamp = spectrum.copy().align(fine), colour.SDS_ILLUMINANTS["D65"]
                reference = colour.sd_to_XYZ(dense, OBSERVER, lamp, method="Integration")
                ours = lab_from_reflectance(spectrum.copy().align(SHAPE).values)
                self.assertLess(float(delta_e_2000(ours, lab_from_xyz(np.array(reference)))), 0.15)

    def test_unknown_light_offers_the_nearest(self) -> None:
        with self.assertRaisesRegex(InputError, "D65"):
            weights("D66")


class LabTest(unittest.TestCase):
    def setUp(self) -> None:
        self.xyz = np.random.default_rng(1976).uniform(0, 100, (500, 3))
        self.xyz[:50] /= 200

    def test_agrees_with_colour_science_dark_colours_too(self) -> None:
        white = colour.XYZ_to_xy(white_point())
        reference = colour.XYZ_to_Lab(self.xyz / 100, white)
        np.testing.assert_allclose(lab_from_xyz(self.xyz), reference, atol=2e-4)

    def test_comes_back(self) -> None:
        lab = lab_from_xyz(self.xyz)
        np.testing.assert_allclose(xyz_from_lab(lab), self.xyz, atol=1e-9)
        np.testing.assert_allclose(lab_from_lch(lch_from_lab(lab)), lab, atol=1e-9)

    def test_perfect_diffuser_is_white_under_every_light(self) -> None:
        for light in LIGHTS:
            lab = lab_from_reflectance(np.ones(WAVELENGTHS_NM.size), light)
            np.testing.assert_allclose(lab, [100, 0, 0], atol=1e-9)


class ScreenTest(unittest.TestCase):
    def test_srgb_agrees_with_colour_science(self) -> None:
        rgb = np.random.default_rng(61966).uniform(0.02, 0.98, (300, 3))
        lab = lab_from_xyz(colour.sRGB_to_XYZ(rgb) * 100)
        np.testing.assert_allclose(srgb_from_lab(lab), rgb, atol=2e-3)
        self.assertTrue(all(hex_from_lab(lab)[1]))

    def test_what_is_flagged_as_shown_truly_is_within_what_an_eye_tells(self) -> None:
        """The codes read back by colour-science: eight bits are coarse in the darks."""
        random = np.random.default_rng(8)
        dark = random.uniform([0, -12, -12], [12, 12, 12], (4000, 3))
        labs = np.concatenate([dark, random.uniform([0, -90, -90], [100, 90, 90], (4000, 3))])
        codes, truly = hex_from_lab(labs)
        rgb = np.array([[int(code[i : i + 2], 16) for i in (1, 3, 5)] for code in codes]) / 255
        shown = colour.XYZ_to_Lab(colour.sRGB_to_XYZ(rgb))
        gaps = colour.delta_E(labs, shown, method="CIE 2000")
        self.assertLess(gaps[np.array(truly)].max(), 1.05)
        self.assertTrue(np.array(truly)[:4000].any() and not np.array(truly).all())

    def test_what_a_screen_cannot_show_is_flagged(self) -> None:
        _, inside = hex_from_lab(np.array([[50, 0, 0], [87, -20, 110], [30, 90, 60]]))
        self.assertEqual(inside, [True, False, False])

    def test_neutrals_have_three_equal_channels(self) -> None:
        self.assertEqual(neutral_hex(np.array([0.0, 100.0])), ["#000000", "#ffffff"])
        for code in neutral_hex(np.linspace(0, 100, 400)):
            self.assertEqual(len({code[1:3], code[3:5], code[5:7]}), 1)

    def test_hex_codes_come_back(self) -> None:
        for code in ("#000000", "#ffffff", "#8a7f72", "#1f2457"):
            self.assertEqual(hex_from_lab(lab_from_hex(code))[0], [code])
        with self.assertRaises(InputError):
            lab_from_hex("#12345")


class NonsenseTest(unittest.TestCase):
    def test_readings_of_nonsense_name_field_and_range(self) -> None:
        for bad in ([101, 0, 0], [50, 300, 0], [float("nan"), 0, 0], ["a", 0, 0], [1, 2]):
            with self.subTest(bad=bad), self.assertRaisesRegex(InputError, r"^[^:]+\*") as told:
                checked_lab(bad)
            self.assertEqual(told.exception.field, "lab")

    def test_spectra_that_do_not_fit_the_grid(self) -> None:
        for bad in ([0.5] * 31, [1.3] * 36, [float("inf")] * 36, "red"):
            with self.subTest(bad=bad), self.assertRaises(InputError) as told:
                as_spectra(bad)
            self.assertEqual(told.exception.field, "reflectance")
        self.assertEqual(as_spectra([[0.5] * 36]).shape, (1, 36))
