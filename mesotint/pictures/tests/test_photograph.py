"""Photographs: areas, cards and notes, against colour-science, scipy and pictures of known make."""

import unittest

import colour
import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from mesotint.colour.colorimetry import lab_from_xyz, white_point
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import hex_from_lab, srgb_from_lab
from mesotint.errors import InputError
from mesotint.pictures.photograph import CARDS, Card, area_colour, labs_of, notes

CHIPS = colour.CCS_COLOURCHECKERS["ColorChecker24 - After November 2014"]
RNG = np.random.default_rng(3)


def pixels_of(*labs, each: int = 50) -> np.ndarray:
    """A strip of patches of these colours, shape (10, n, 3)."""
    rgb = np.rint(srgb_from_lab(np.array(labs)) * 255).astype(np.uint8)
    return np.broadcast_to(np.repeat(rgb, each, axis=0), (10, len(labs) * each, 3))


def lit(pixels: np.ndarray, gains: tuple[float, float, float]) -> np.ndarray:
    """The same picture taken in another light: channels of linear sRGB times these."""
    linear = colour.models.eotf_sRGB(pixels / 255) * gains
    return np.rint(colour.models.eotf_inverse_sRGB(linear) * 255).clip(0, 255).astype(np.uint8)


class AreaTest(unittest.TestCase):
    def test_pixels_as_colour_science_reads_them(self) -> None:
        """IEC 61966-2-1, as colour-science has it."""
        pixels = RNG.integers(0, 256, (40, 3), dtype=np.uint8)
        xyz = colour.sRGB_to_XYZ(pixels / 255)
        wanted = colour.XYZ_to_Lab(xyz, colour.XYZ_to_xy(white_point() / 100))
        np.testing.assert_allclose(labs_of(pixels), wanted, atol=0.05)

    def test_an_area_is_averaged_in_light(self) -> None:
        """Black and white dots blend to half the light: L* 76.07, and not 50."""
        dots = np.array([[[0, 0, 0], [255, 255, 255]] * 8] * 16, dtype=np.uint8)
        blended = area_colour(dots)
        self.assertAlmostEqual(float(blended.lab[0]), 116 * 0.5 ** (1 / 3) - 16, delta=0.02)
        self.assertGreater(blended.spread, 20)
        flat = area_colour(pixels_of([55, 8, 20]))
        self.assertLess(float(delta_e_2000(flat.lab, [55, 8, 20])), 0.4)
        self.assertLess(flat.spread, 1e-6)
        with self.assertRaisesRegex(InputError, "beside the picture"):
            area_colour(np.zeros((0, 4, 3), dtype=np.uint8))


class CardTest(unittest.TestCase):
    def test_the_adaptation_is_the_bradford_of_colour_science(self) -> None:
        card = Card("white", np.array([70.0, 65.0, 40.0]))
        wanted = colour.adaptation.matrix_chromatic_adaptation_VonKries(
            card.xyz, white_point() * CARDS["white"], transform="Bradford"
        )
        np.testing.assert_allclose(card.adaptation, wanted, atol=2e-3)
        np.testing.assert_allclose(card.adaptation @ card.xyz, white_point() * 0.9)

    def test_a_chart_under_a_warm_dim_lamp_is_set_right_by_a_card(self) -> None:
        """The 24 patches of a published chart, lit yellowish and a stop too dark."""
        xyz = colour.xyY_to_XYZ(list(CHIPS.data.values()))
        adapted = colour.chromatic_adaptation(
            xyz, colour.xy_to_XYZ(CHIPS.illuminant), white_point() / 100
        )
        labs = lab_from_xyz(adapted * 100)
        labs = labs[np.array(hex_from_lab(labs)[1])]
        grey = lab_from_xyz(white_point() * CARDS["grey"])
        picture = lit(pixels_of(*labs, grey), (0.72, 0.55, 0.33))
        card = Card.of("grey", picture[:, -50:])
        off, set_right = [], []
        for i, lab in enumerate(labs):
            area = picture[:, 50 * i + 5 : 50 * i + 45]
            off.append(float(delta_e_2000(area_colour(area).lab, lab)))
            set_right.append(float(delta_e_2000(area_colour(area, card).lab, lab)))
        self.assertGreater(np.mean(off), 10)
        self.assertLess(np.mean(set_right), 2.5)
        self.assertLess(max(set_right), 9)

    def test_a_card_that_tells_nothing_is_refused(self) -> None:
        for level, told in ((255, "burnt out"), (4, "too dark")):
            with self.assertRaisesRegex(InputError, told):
                Card.of("white", np.full((5, 5, 3), level, dtype=np.uint8))
        with self.assertRaisesRegex(InputError, "white or grey"):
            Card.of("blue", np.full((5, 5, 3), 90, dtype=np.uint8))


class NotesTest(unittest.TestCase):
    labs = ((22.0, 3, -6), (38, 12, 18), (55, -8, -12), (70, 2, 14), (88, 0, 6))

    def test_a_picture_of_five_colours_has_those_notes_dark_to_light(self) -> None:
        strip = np.array(pixels_of(*self.labs)).astype(int)
        noisy = (strip + RNG.integers(-2, 3, strip.shape)).clip(0, 255).astype(np.uint8)
        found = notes(noisy, 5)
        for note, lab in zip(found, self.labs, strict=True):
            self.assertLess(float(delta_e_2000(note.lab, lab)), 1.0)
            self.assertAlmostEqual(note.share, 0.2, delta=0.01)

    @given(st.integers(2, 12))
    def test_notes_cover_the_picture_once(self, count: int) -> None:
        found = notes(pixels_of(*self.labs), count)
        self.assertLessEqual(len(found), count)
        self.assertAlmostEqual(sum(note.share for note in found), 1)
        lightness = [float(note.lab[0]) for note in found]
        self.assertEqual(lightness, sorted(lightness))

    def test_a_flat_picture_has_one_note_and_no_more(self) -> None:
        self.assertEqual(len(notes(pixels_of([50, 5, 5]), 4)), 1)
        for count in (1, 13):
            with self.assertRaisesRegex(InputError, "2 to 12"):
                notes(pixels_of([50, 5, 5]), count)
