"""Habits: told where a painter has them, hardly ever where none is there."""

import unittest

import numpy as np
from scipy import stats

from mesotint.colour.hues import WARMEST, WHEEL
from mesotint.practice.habits import FEWEST, differences, habits, hues_mixed, trend

WANTED = np.column_stack(
    [np.linspace(20, 85, 40), 18 * np.cos(np.arange(40.0)), 18 * np.sin(np.arange(40.0))]
)


def hand(seed: int, bias: tuple[float, float, float] = (0.0, 0.0, 0.0), count: int = 40):
    """A simulated hand: scatters by what hands do, and strays by a bias."""
    rng = np.random.default_rng(seed)
    wanted = WANTED[:count]
    return wanted, wanted + rng.normal(0, 2.5, (count, 3)) + np.array(bias)


class HabitsTest(unittest.TestCase):
    def test_a_painter_without_habits_is_told_of_one_in_one_of_twenty_cases_at_most(self) -> None:
        """Of 400 such painters; 27 or fewer with a chance of 1 in 1,000 of this failing for
        nothing (binomial)."""
        told = sum(any(each.says for each in habits(*hand(seed))) for seed in range(400))
        self.assertLessEqual(told, int(stats.binom.ppf(0.999, 400, 0.05)))

    def test_habits_that_are_there_are_found_and_named(self) -> None:
        warm = 5 * np.array([np.cos(np.radians(WARMEST)), np.sin(np.radians(WARMEST))])
        for bias, says in (
            ((-2.6, 0.0, 0.0), "You tend to end a quarter of a value too dark."),
            ((5.0, 0.0, 0.0), "You tend to end half a value too light."),
            ((0.0, *warm), "You tend to end clearly too warm."),
            ((0.0, *-warm), "You tend to end clearly too cool."),
        ):
            found = [habits(*hand(seed, bias)) for seed in range(20)]
            hits = sum(says in [each.says for each in one] for one in found)
            self.assertGreaterEqual(hits, 15, says)

    def test_a_mean_and_its_interval_are_those_of_a_t_test(self) -> None:
        wanted, came = hand(3, (-3.0, 0.0, 0.0))
        found = habits(wanted, came)[0]
        answer = stats.ttest_1samp(came[:, 0] - wanted[:, 0], 0.0)
        low, high = answer.confidence_interval(0.95)
        self.assertAlmostEqual(found.mean - found.within, low)
        self.assertAlmostEqual(found.mean + found.within, high)

    def test_of_too_few_nothing_is_told(self) -> None:
        wanted, came = hand(1, (-9.0, 0.0, 0.0), FEWEST - 1)
        self.assertEqual(habits(wanted, came), [])
        self.assertEqual(trend([1.0] * (FEWEST - 1)), "")

    def test_differences_are_told_along_what_a_painter_can_turn(self) -> None:
        """A pure orange is as warm as can be; its chroma is its length in the plane."""
        angle = np.radians(WARMEST)
        orange = np.array([[50.0, 30 * np.cos(angle), 30 * np.sin(angle)]])
        grey = np.array([[60.0, 0.0, 0.0]])
        np.testing.assert_allclose(differences(grey, orange), [[-10, 30, 30]], atol=1e-9)
        np.testing.assert_allclose(differences(orange, grey), [[10, -30, -30]], atol=1e-9)

    def test_a_trend_is_told_where_it_is_one(self) -> None:
        rng = np.random.default_rng(2)
        falling = np.linspace(6, 2, 30) + rng.normal(0, 0.8, 30)
        self.assertEqual(trend(falling.tolist()), "falls")
        self.assertEqual(trend((-falling).tolist()), "rises")
        told = sum(bool(trend(rng.normal(0, 1, 30).tolist())) for _ in range(300))
        self.assertLessEqual(told, int(stats.binom.ppf(0.999, 300, 0.05)))

    def test_every_hue_of_the_wheel_is_found_at_its_own_angle_and_greys_apart(self) -> None:
        angles = np.radians([hue.until - 1 for hue in WHEEL])
        labs = np.stack([np.full(12, 50.0), 20 * np.cos(angles), 20 * np.sin(angles)], axis=-1)
        self.assertEqual(hues_mixed(labs).tolist(), list(range(12)))
        self.assertEqual(hues_mixed(np.array([[50.0, 0.2, 0.1]])).tolist(), [-1])
        self.assertEqual(hues_mixed(np.empty((0, 3))).tolist(), [])
