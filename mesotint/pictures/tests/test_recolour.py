"""Pictures in other colours: means by colour-science, grain by its own definition."""

import unittest

import colour
import numpy as np

from mesotint.colour.colorimetry import white_point
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import hex_from_lab
from mesotint.pictures.recolour import Recolouring
from mesotint.pictures.tests.scenes import scene

WHITE = colour.XYZ_to_xy(white_point() / 100)


def mean_lab(pixels: np.ndarray, inside: np.ndarray) -> np.ndarray:
    """CIELAB of the mean light, by colour-science."""
    return colour.XYZ_to_Lab(colour.sRGB_to_XYZ(pixels[inside] / 255).mean(axis=0), WHITE)


def targets(seed: int, count: int) -> np.ndarray:
    """Colours that a screen shows, far from each other."""
    rng, found = np.random.default_rng(seed), []
    while len(found) < count:
        lab = np.array([rng.uniform(15, 90), rng.normal(0, 15), rng.normal(0, 15)])
        if hex_from_lab(lab[None])[1][0]:
            found.append(lab)
    return np.array(found)


class RecolourTest(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        cls.pixels, cls.truth = scene(1)
        cls.count = int(cls.truth.max()) + 1
        cls.picture = Recolouring.of(cls.pixels, cls.truth)

    def test_each_passage_is_its_mixture_in_the_mean(self) -> None:
        for seed in range(3):
            wanted = targets(seed, self.count)
            shown = self.picture.shown(wanted)
            for place in range(self.count):
                got = mean_lab(shown, self.truth == place)
                self.assertLess(float(delta_e_2000(got, wanted[place])), 1.0, (seed, place))

    def test_light_and_grain_stay(self) -> None:
        """Within a passage what was lighter is lighter still, by the same ratio of light where
        there is room for it: a light that falls on it changes all of it by one factor."""
        wanted = np.full((self.count, 3), np.nan)
        before = mean_lab(self.pixels, self.truth == 0)
        wanted[0] = before + np.array([-10.0, 3.0, 6.0])
        shown, mine = self.picture.shown(wanted), self.truth == 0
        was = colour.sRGB_to_XYZ(self.pixels[mine] / 255)[:, 1]
        now = colour.sRGB_to_XYZ(shown[mine] / 255)[:, 1]
        self.assertGreater(np.corrcoef(was, now)[0, 1], 0.97)
        spread = [float(np.std(np.cbrt(y)) / np.cbrt(y.mean())) for y in (was, now)]
        self.assertAlmostEqual(spread[1] / spread[0], 1.0, delta=0.08)

    def test_what_has_no_mixture_stays_as_it_is(self) -> None:
        shown = self.picture.shown(np.full((self.count, 3), np.nan))
        self.assertLessEqual(int(np.abs(shown.astype(int) - self.pixels).max()), 1)
        some = np.full((self.count, 3), np.nan)
        some[0] = [50, 0, 0]
        far = self.truth != 0
        at, both, _ = self.picture.edges
        far.ravel()[at[(both == 0).any(axis=1)]] = False
        changed = np.abs(self.picture.shown(some).astype(int) - self.pixels).max(axis=2)
        self.assertLessEqual(int(changed[far].max()), 1)

    def test_edges_are_soft_and_belong_to_their_own_side_by_half(self) -> None:
        at, both, share = self.picture.edges
        self.assertGreater(len(at), 1000)
        self.assertLess(len(at), 0.2 * self.truth.size)
        self.assertGreaterEqual(float(share.min()), 0.5)
        self.assertLess(float(share.min()), 0.7)
        np.testing.assert_array_equal(both[:, 0], self.truth.ravel()[at])

    def test_a_flat_picture_and_one_of_one_passage(self) -> None:
        flat = np.full((20, 30, 3), 120, dtype=np.uint8)
        alone = Recolouring.of(flat, np.zeros((20, 30), dtype=int))
        shown = alone.shown(np.array([[60.0, 10.0, -5.0]]))
        self.assertEqual(len(np.unique(shown.reshape(-1, 3), axis=0)), 1)
        got = mean_lab(shown, np.ones((20, 30), dtype=bool))
        self.assertLess(float(delta_e_2000(got, [60, 10, -5])), 0.5)
        nobody = Recolouring.of(flat, np.full((20, 30), -1))
        np.testing.assert_array_equal(nobody.shown(np.zeros((0, 3))), flat)
