"""The simulated colorimeter: tile, warm-up, noise, averages, and the tubes it reads."""

import unittest

import numpy as np

from mesotint.errors import InputError
from mesotint.instruments.colorimeter import (
    NOISE,
    TILE_LASTS_S,
    WARM_UP_S,
    SimulatedColorimeter,
    drawdown,
    hidden_tube,
)
from mesotint.paints.library import library

LAB = np.array([50.0, 10.0, -20.0])


def rng() -> np.random.Generator:
    return np.random.default_rng(3)


class ColorimeterTest(unittest.TestCase):
    def test_it_reads_nothing_before_its_tile_nor_long_after(self) -> None:
        cold = SimulatedColorimeter(0.0)
        with self.assertRaisesRegex(InputError, "white tile"):
            cold.measure(LAB, 10, 1, rng())
        ready = cold.with_tile(10)
        self.assertAlmostEqual(ready.tile_left_s(70), TILE_LASTS_S - 60)
        with self.assertRaisesRegex(InputError, "15 minutes"):
            ready.measure(LAB, 11 + TILE_LASTS_S, 1, rng())
        for count in (0, 21):
            with self.assertRaisesRegex(InputError, "1 to 20"):
                ready.measure(LAB, 20, count, rng())

    def test_its_noise_is_what_it_says_and_an_average_lessens_it(self) -> None:
        ready = SimulatedColorimeter(0.0).with_tile(5000)
        random = rng()
        ones = np.array([ready.measure(LAB, 5000, 1, random).lab for _ in range(4000)])
        off = np.sqrt((((ones - LAB) ** 2).sum(axis=1)).mean())
        self.assertAlmostEqual(off, NOISE, delta=0.01)
        nines = np.array([ready.measure(LAB, 5000, 9, random).lab for _ in range(2000)])
        less = np.sqrt((((nines - LAB) ** 2).sum(axis=1)).mean())
        self.assertAlmostEqual(less, NOISE / 3, delta=0.005)
        self.assertAlmostEqual(ready.measure(LAB, 5000, 20, random).spread, NOISE, delta=0.06)

    def test_it_drifts_while_it_warms_and_the_tile_takes_that_out(self) -> None:
        cold = SimulatedColorimeter(0.0).with_tile(0)
        np.testing.assert_allclose(cold.drift(0), 0, atol=1e-12)
        drifts = [np.linalg.norm(cold.drift(t)) for t in (30, 120, 600)]
        self.assertTrue(np.all(np.diff(drifts) > 0))
        self.assertGreater(drifts[-1], 0.8)
        warm = cold.with_tile(4 * WARM_UP_S)
        self.assertLess(np.linalg.norm(warm.drift(4 * WARM_UP_S + 300)), 0.03)


class HiddenTubeTest(unittest.TestCase):
    def test_a_tube_strays_by_up_to_thirty_per_cent_and_stays_the_same_tube(self) -> None:
        paint = library().paint("PB29")
        for seed in range(30):
            real = hidden_tube(paint, seed)
            for mine, books in ((real.absorption, paint.absorption),
                                (real.scattering, paint.scattering)):  # fmt: skip
                factor = mine / books
                self.assertLessEqual(factor.max(), 1.3 + 1e-9)
                self.assertGreaterEqual(factor.min(), 1 / 1.3 - 1e-9)
        again = hidden_tube(paint, 29)
        np.testing.assert_array_equal(again.absorption, real.absorption)
        self.assertFalse(np.allclose(real.absorption, hidden_tube(paint, 1).absorption))

    def test_a_drawdown_is_the_mixture_with_white(self) -> None:
        white = library().paint("PW6")
        labs = [drawdown(library().paint("PB29"), white, parts) for parts in (0, 4, 20)]
        self.assertTrue(np.all(np.diff([lab[0] for lab in labs]) > 0))
