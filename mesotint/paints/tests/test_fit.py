"""The joint fit itself: its derivatives, and that it starts from the table's guesses."""

import unittest

import numpy as np

from mesotint.paints.fit import FACT_WEIGHTS, _Problem
from mesotint.paints.table import paint_table


class FitTest(unittest.TestCase):
    def test_block_derivatives_are_those_of_the_whole(self) -> None:
        problem = _Problem()
        problem.fact_weight = FACT_WEIGHTS[-1]
        random = np.random.default_rng(1)
        at = random.normal(0, 0.3, problem.starts[-1])
        jacobian = problem.jacobian(at)
        base = problem.residuals(at)
        self.assertEqual(jacobian.shape, (base.size, at.size))
        for column in random.integers(0, at.size, 12):
            moved = at.copy()
            moved[column] += 1e-4
            change = (problem.residuals(moved) - base) / 1e-4
            np.testing.assert_allclose(jacobian[:, column], change, atol=1e-6)

    def test_no_departure_is_the_guess_of_the_table(self) -> None:
        for key, row in paint_table().items():
            with self.subTest(paint=key):
                k, s = row.shape.spectra(np.zeros(row.shape.unknowns))
                np.testing.assert_allclose(s, row.shape.scattering * row.shape.gauge)
                self.assertGreaterEqual(k.min(), row.shape.floor * row.shape.gauge)
