"""Whether a mixture is one that was mixed before."""

import unittest

import numpy as np

from mesotint.mixing.sameness import same_mixture

GREY = np.array([50.0, 0.0, 0.0])


class SamenessTest(unittest.TestCase):
    def test_tubes_shares_and_colour_all_count(self) -> None:
        """At the edges: a twentieth of the whole, and a CIEDE2000 of 1, which at this grey is 1.00
        in L* (its weighting there is 1)."""
        half = {1: 0.5, 2: 0.5}
        self.assertTrue(same_mixture(half, {1: 0.549, 2: 0.451}, GREY, GREY))
        self.assertFalse(same_mixture(half, {1: 0.551, 2: 0.449}, GREY, GREY))
        self.assertFalse(same_mixture(half, {1: 0.5, 3: 0.5}, GREY, GREY))
        self.assertFalse(same_mixture(half, {1: 0.5, 2: 0.49, 3: 0.01}, GREY, GREY))
        self.assertTrue(same_mixture(half, half, GREY, GREY + np.array([0.98, 0, 0])))
        self.assertFalse(same_mixture(half, half, GREY, GREY + np.array([1.02, 0, 0])))
