"""The simulated painter and camera: one seed is one picture, slips are where they were made."""

import io
import unittest

import numpy as np
from PIL import Image

from mesotint.instruments.camera import Camera, Shot, Slip, painted_sheet, photograph
from mesotint.painted.tests.painting import PAIR, PAPER, layout_of
from mesotint.paints.library import library

TUBES = {key: library().paint(key) for key in (*PAIR, "PW6")}


def sheet(seed: int, hand: float = 0.05, **slips: Slip):
    boxes = {name.removeprefix("box"): slip for name, slip in slips.items()}
    return painted_sheet(layout_of(), TUBES, PAPER, np.random.default_rng(seed), hand, boxes)


def picture(seed: int, shot: Shot) -> np.ndarray:
    rng = np.random.default_rng(seed)
    data = photograph(sheet(seed), Camera.made_up("led", rng), shot, rng)
    return np.asarray(Image.open(io.BytesIO(data)))


class SimulatedCameraTest(unittest.TestCase):
    def test_a_hand_errs_by_as_much_as_is_said_and_slips_by_as_much_as_they_are(self) -> None:
        told = np.array([[box.parts.get(key, 0.0) for key in TUBES] for box in layout_of().boxes])
        many = np.array([sheet(seed).parts for seed in range(40)])
        held = told > 0
        off = np.log(many[:, held] / told[held])
        self.assertAlmostEqual(float(off.std()), 0.05, delta=0.006)
        np.testing.assert_array_equal(many[:, ~held], 0)
        np.testing.assert_allclose(sheet(1, hand=0.0).parts, told)
        slipped = sheet(1, 0.0, box3=Slip(times={"PB29": 1.5}))
        blue = list(TUBES).index("PB29")
        self.assertAlmostEqual(slipped.parts[2, blue] / told[2, blue], 1.5)
        np.testing.assert_allclose(np.delete(slipped.parts, 2, 0), np.delete(told, 2, 0))

    def test_the_same_seed_is_the_same_picture_and_carries_no_place_or_date(self) -> None:
        small = Shot(width_px=500, height_px=700)
        first, again, other = (picture(seed, small) for seed in (3, 3, 4))
        np.testing.assert_array_equal(first, again)
        self.assertFalse(np.array_equal(first, other))
        self.assertEqual(first.shape, (700, 500, 3))

    def test_light_is_as_it_was_asked_for(self) -> None:
        plain = Shot(width_px=500, height_px=700, falls_off=0.0, grain=0.0)
        bright = picture(5, plain).mean()
        dark = picture(5, Shot(width_px=500, height_px=700, falls_off=0.0, grain=0.0, exposure=0.3))
        shaded = picture(5, Shot(width_px=500, height_px=700, falls_off=0.0, grain=0.0, shadow=0.4))
        self.assertLess(dark.mean(), 0.8 * bright)
        self.assertLess(shaded.mean(), bright)
        hidden = picture(
            5, Shot(width_px=500, height_px=700, falls_off=0.0, covered=(40, 41, 42, 43))
        )
        self.assertGreater(hidden.mean(), bright)
