"""CIEDE2000 against the pairs its authors published for checking programs."""

import unittest

import numpy as np
from colour import delta_E

from mesotint.colour.difference import delta_e_2000, farthest_off

# Sharma, Wu and Dalal (2005), table 1: the 34 pairs and their differences. Typed from memory;
# a slip in a figure would show as a difference in the fourth decimal.
PAIRS = """
50.0000 2.6772 -79.7751 50.0000 0.0000 -82.7485 2.0425
50.0000 3.1571 -77.2803 50.0000 0.0000 -82.7485 2.8615
50.0000 2.8361 -74.0200 50.0000 0.0000 -82.7485 3.4412
50.0000 -1.3802 -84.2814 50.0000 0.0000 -82.7485 1.0000
50.0000 -1.1848 -84.8006 50.0000 0.0000 -82.7485 1.0000
50.0000 -0.9009 -85.5211 50.0000 0.0000 -82.7485 1.0000
50.0000 0.0000 0.0000 50.0000 -1.0000 2.0000 2.3669
50.0000 -1.0000 2.0000 50.0000 0.0000 0.0000 2.3669
50.0000 2.4900 -0.0010 50.0000 -2.4900 0.0009 7.1792
50.0000 2.4900 -0.0010 50.0000 -2.4900 0.0010 7.1792
50.0000 2.4900 -0.0010 50.0000 -2.4900 0.0011 7.2195
50.0000 2.4900 -0.0010 50.0000 -2.4900 0.0012 7.2195
50.0000 -0.0010 2.4900 50.0000 0.0009 -2.4900 4.8045
50.0000 -0.0010 2.4900 50.0000 0.0010 -2.4900 4.8045
50.0000 -0.0010 2.4900 50.0000 0.0011 -2.4900 4.7461
50.0000 2.5000 0.0000 50.0000 0.0000 -2.5000 4.3065
50.0000 2.5000 0.0000 73.0000 25.0000 -18.0000 27.1492
50.0000 2.5000 0.0000 61.0000 -5.0000 29.0000 22.8977
50.0000 2.5000 0.0000 56.0000 -27.0000 -3.0000 31.9030
50.0000 2.5000 0.0000 58.0000 24.0000 15.0000 19.4535
50.0000 2.5000 0.0000 50.0000 3.1736 0.5854 1.0000
50.0000 2.5000 0.0000 50.0000 3.2972 0.0000 1.0000
50.0000 2.5000 0.0000 50.0000 1.8634 0.5757 1.0000
50.0000 2.5000 0.0000 50.0000 3.2592 0.3350 1.0000
60.2574 -34.0099 36.2677 60.4626 -34.1751 39.4387 1.2644
63.0109 -31.0961 -5.8663 62.8187 -29.7946 -4.0864 1.2630
61.2901 3.7196 -5.3901 61.4292 2.2480 -4.9620 1.8731
35.0831 -44.1164 3.7933 35.0232 -40.0716 1.5901 1.8645
22.7233 20.0904 -46.6940 23.0331 14.9730 -42.5619 2.0373
36.4612 47.8580 18.3852 36.2715 50.5065 21.2231 1.4146
90.8027 -2.0831 1.4410 91.1528 -1.6435 0.0447 1.4441
90.9257 -0.5406 -0.9208 88.6381 -0.8985 -0.7239 1.5381
6.7747 -0.2908 -2.4247 5.8714 -0.0985 -2.2286 0.6377
2.0776 0.0795 -1.1350 0.9033 -0.0636 -0.5514 0.9082
"""


class DifferenceTest(unittest.TestCase):
    def setUp(self) -> None:
        rows = np.array([line.split() for line in PAIRS.strip().splitlines()], dtype=float)
        self.first, self.second, self.published = rows[:, :3], rows[:, 3:6], rows[:, 6]

    def test_published_pairs_to_four_decimals(self) -> None:
        self.assertEqual(len(self.published), 34)
        for one, other in ((self.first, self.second), (self.second, self.first)):
            np.testing.assert_allclose(delta_e_2000(one, other), self.published, atol=5.1e-5)

    def test_agrees_with_colour_science_on_random_colours(self) -> None:
        random = np.random.default_rng(2005)
        first, second = random.uniform([0, -90, -90], [100, 90, 90], (2, 2000, 3))
        reference = delta_E(first, second, method="CIE 2000")
        np.testing.assert_allclose(delta_e_2000(first, second), reference, atol=1e-9)


class FarthestTest(unittest.TestCase):
    def test_nothing_within_a_difference_lies_farther_off_in_cielab(self) -> None:
        """The bounds that a search by colour relies on, over colours and steps of all sizes."""
        rng = np.random.default_rng(4)
        count = 200_000
        labs = np.column_stack([rng.uniform(0, 100, count), rng.uniform(-110, 110, (count, 2))])
        steps = rng.normal(0, 1, (count, 3)) * rng.uniform(0, 30, (count, 1))
        others = labs + steps
        others[:, 0] = others[:, 0].clip(0, 100)
        gaps = delta_e_2000(labs, others)
        tightest = 0.0
        for lab, other, gap in zip(labs[::10], others[::10], gaps[::10], strict=True):
            light, plane = farthest_off(lab, float(gap))
            off = np.abs(other - lab)
            self.assertLessEqual(off[0], light + 1e-9)
            self.assertLessEqual(off[1:].max(), plane + 1e-9)
            tightest = max(tightest, off[0] / light)
        self.assertGreater(tightest, 0.9)
        self.assertEqual(farthest_off(np.array([50.0, 0, 0]), 20.0)[1], np.inf)
