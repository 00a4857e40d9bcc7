"""Patchworks: the whole is filled, shares are true, and neighbours meet."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from mesotint.errors import InputError
from mesotint.harmony.patchwork import patchwork
from mesotint.harmony.tests.test_mother import yard


class PatchworkTest(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(
        st.lists(st.floats(0.01, 1), min_size=1, max_size=12),
        st.sets(st.tuples(st.integers(0, 11), st.integers(0, 11)), max_size=14),
        st.floats(0.4, 2.5),
    )
    def test_it_is_filled_without_gaps_in_the_shares_given(self, areas, pairs, ratio) -> None:
        count = len(areas)
        touching = {(a, b) for a, b in pairs if a < b < count}
        laid = patchwork(areas, touching, ratio)
        shares = np.array(areas) / sum(areas)
        np.testing.assert_allclose(laid.fields[:, 2] * laid.fields[:, 3], shares, atol=1e-9)
        low, high = laid.fields[:, :2], laid.fields[:, :2] + laid.fields[:, 2:]
        self.assertTrue((low >= -1e-9).all() and (high <= 1 + 1e-9).all())
        for i in range(count):
            for j in range(i):
                over = np.minimum(high[i], high[j]) - np.maximum(low[i], low[j])
                self.assertFalse((over > 1e-9).all(), (i, j))
        self.assertLessEqual(set(laid.apart), touching)

    def test_neighbours_of_the_yard_lie_side_by_side(self) -> None:
        laid = patchwork(yard().areas, yard().touching)
        self.assertEqual(laid.apart, ())
        sides = laid.fields[:, 2:] * [4 / 3, 1]
        self.assertLess((sides.max(axis=1) / sides.min(axis=1)).max(), 10)

    def test_what_cannot_be_laid_is_refused(self) -> None:
        for areas, ratio in (([], 1.0), ([0.0, 0.0], 1.0), ([1.0], 0.0), ([-1.0, 2.0], 1.0)):
            with self.subTest(areas=areas), self.assertRaises(InputError):
                patchwork(areas, (), ratio)
