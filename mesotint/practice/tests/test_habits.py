"""Habits: told where a painter has them, hardly ever where none is there."""

import unittest

import numpy as np
from scipy import stats
from scipy.optimize import brentq

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import WARMEST, WHEEL
from mesotint.practice.habits import FEWEST, differences, habits, hues_mixed, trend

WANTED = np.column_stack(
    [np.linspace(20, 85, 40), 18 * np.cos(np.arange(40.0)), 18 * np.sin(np.arange(40.0))]
)


def hand(
    seed: int, bias: tuple[float, float, float] = (0.0, 0.0, 0.0), count: int = 40
) -> tuple[np.ndarray, np.ndarray]:
    """A simulated hand: scatters by what hands do, and strays by a bias."""
    rng = np.random.default_rng(seed)
    wanted = WANTED[:count]
    return wanted, wanted + rng.normal(0, 2.5, (count, 3)) + np.array(bias)


def career(
    seed: int, count: int, least: float = 0.0, most: float = 45.0
) -> tuple[np.ndarray, np.ndarray]:
    """Targets of every chroma, greys among them, and what an unbiased hand mixes for them."""
    rng = np.random.default_rng([seed, count])
    chroma = rng.uniform(least, most, count) * (rng.random(count) < 0.6 if least == 0 else 1)
    angle = rng.uniform(0, 2 * np.pi, count)
    wanted = np.stack(
        [rng.uniform(20, 85, count), chroma * np.cos(angle), chroma * np.sin(angle)], axis=1
    )
    return wanted, wanted + rng.normal(0, 2.5, (count, 3))


def with_habit(seed: int, count: int, sign: int) -> tuple[np.ndarray, np.ndarray]:
    """Such a career that ends too clear, or below zero too dull, by a CIEDE2000 of 3."""
    wanted, came = career(seed, count, least=20.0)
    hue = wanted[:, 1:] / np.linalg.norm(wanted[:, 1:], axis=1, keepdims=True)
    far = np.array([
        brentq(lambda x, w=w, h=sign * h: float(delta_e_2000(
            w + np.array([0, *(x * h)]), w)) - 3, 0.1, 15)
        for w, h in zip(wanted, hue, strict=True)
    ])  # fmt: skip
    came[:, 1:] += sign * far[:, None] * hue
    return wanted, came


class HabitsTest(unittest.TestCase):
    def test_a_painter_without_habits_is_told_of_one_in_one_of_twenty_cases_at_most(self) -> None:
        """Of 400 such painters; 27 or fewer with a chance of 1 in 1,000 of this failing for
        nothing (binomial)."""
        told = sum(any(each.says for each in habits(*hand(seed))) for seed in range(400))
        self.assertLessEqual(told, int(stats.binom.ppf(0.999, 400, 0.05)))

    def test_no_habit_is_told_of_careers_that_have_none_whatever_they_aim_at(self) -> None:
        """600 unbiased careers in greys were all told that they end too clear. 1,500 careers each;
        a chance of 1 in 1,000 of this failing for nothing (binomial)."""
        for count in (8, 20, 40, 200):
            told = 0
            for seed in range(1500):
                told += any(each.says for each in habits(*career(seed, count)))
            with self.subTest(mixtures=count):
                self.assertLessEqual(told, int(stats.binom.ppf(0.999, 1500, 0.05)))

    def test_a_true_habit_is_told_by_the_twentieth_mixture(self) -> None:
        """Too dull and too clear by a CIEDE2000 of 3, along the target's own hue."""
        for sign, word in ((-1, "dull"), (1, "clear")):
            hits = 0
            for seed in range(200):
                found = habits(*with_habit(seed, 20, sign))
                hits += any(f"too {word}" in each.says for each in found)
            with self.subTest(habit=word):
                self.assertGreaterEqual(hits, 160)

    def test_greys_are_told_of_value_and_temperature_alone(self) -> None:
        wanted, came = career(4, 40, most=6.0)
        self.assertEqual([each.dimension for each in habits(wanted, came)],
                         ["value", "temperature"])  # fmt: skip

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
        np.testing.assert_allclose(differences(grey, orange), [[-10, np.nan, 30]], atol=1e-9)
        np.testing.assert_allclose(differences(orange, grey), [[10, -30, -30]], atol=1e-9)
        # What misses an orange sidewise is no clearer for it, though it is farther from grey.
        aside = orange + 8 * np.array([[0, -np.sin(angle), np.cos(angle)]])
        np.testing.assert_allclose(differences(orange, aside)[0, 1], 0, atol=1e-9)

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
