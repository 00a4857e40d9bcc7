"""Kinds of colour: every field in Munsell by another library, and what is warm and light in it."""

import unittest

import colour
import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.kinds import KINDS, VALUES, field_of, kind
from mesotint.colour.srgb import srgb_from_lab
from mesotint.errors import InputError


class KindsTest(unittest.TestCase):
    def test_what_is_asked_for_is_there(self) -> None:
        names = " ".join(each.name.lower() for each in KINDS)
        for word in ("skin, very light", "skin, very deep", "hair", "foliage in light",
                     "foliage in shade", "bark", "stone", "sand", "brick", "sky", "water",
                     "shadow", "off-whites"):  # fmt: skip
            self.assertIn(word, names)
        self.assertEqual(len({each.key for each in KINDS}), len(KINDS))
        for each in KINDS:
            self.assertTrue(each.opaque and each.wash and each.opaque != each.wash)

    def test_every_field_falls_in_value_and_its_notation_is_its_colour(self) -> None:
        for each in KINDS:
            labs, notations = field_of(each.key)
            self.assertEqual((labs.shape, len(notations)), ((VALUES, 3, 3), 3 * VALUES))
            self.assertTrue((np.diff(labs[:, :, 0], axis=0) < -1).all(), each.key)
            self.assertTrue((srgb_from_lab(labs) >= -0.02).all(), each.key)
            self.assertTrue((srgb_from_lab(labs) <= 1.02).all(), each.key)

    def test_munsell_by_another_library(self) -> None:
        """colour-science's renotation, under C; adapted by us to D65, so within ΔE a few."""
        for key in ("skin-middle", "brick", "foliage-light"):
            labs, notations = field_of(key)
            for lab, notation in zip(labs.reshape(-1, 3)[3:9], notations[3:9], strict=True):
                xyy = colour.munsell_colour_to_xyY(notation)
                xyz = colour.xyY_to_XYZ(xyy)
                there = colour.XYZ_to_Lab(xyz, colour.CCS_ILLUMINANTS[
                    "CIE 1931 2 Degree Standard Observer"]["C"])  # fmt: skip
                self.assertLess(np.linalg.norm(lab - there), 4.0, (key, notation))

    def test_skin_gets_deeper_and_its_warm_side_lies_toward_orange(self) -> None:
        depth = [float(field_of(f"skin-{word}")[0][2, 1, 0])
                 for word in ("very-light", "light", "middle", "deep", "very-deep")]  # fmt: skip
        self.assertEqual(depth, sorted(depth, reverse=True))
        for each in KINDS:
            if each.group not in ("skin", "hair", "ground"):
                continue
            hues = lch_from_lab(field_of(each.key)[0][2])[:, 2]
            away = np.abs((hues - 70 + 180) % 360 - 180)
            self.assertLess(away[2], away[0] + 1, each.key)

    def test_bad_input(self) -> None:
        with self.assertRaisesRegex(InputError, "no kind of colour"):
            kind("marble")
        with self.assertRaisesRegex(InputError, "skin-light"):
            field_of("skin-ligt")
