"""The staircase against simulated observers whose thresholds are known, and Bayes' rule by hand."""

import unittest

import numpy as np
from scipy import stats

from mesotint.practice.making import SCALES
from mesotint.practice.staircase import LAPSE, SLOPES, TOLD, Staircase


def observer(kind: str, threshold: float, slope: float, level: float) -> float:
    """Chance of a right answer of an observer: Watson 2017, a Weibull in log contrast, that passes
    75 % at its threshold."""
    guess = 1 / SCALES[kind].choices
    beta = -np.log(1 - (TOLD - guess) / (1 - guess - LAPSE))
    told = 1 - np.exp(-beta * (level / threshold) ** slope)
    return float(guess + (1 - guess - LAPSE) * told)


def found(kind: str, threshold: float, slope: float, seed: int, answers: int = 60) -> Staircase:
    rng, stair = np.random.default_rng(seed), Staircase(SCALES[kind])
    for _ in range(answers):
        level = stair.next_level()
        stair.note(level, bool(rng.random() < observer(kind, threshold, slope, level)))
    return stair


class StaircaseTest(unittest.TestCase):
    def test_known_observers_are_found_and_the_spread_covers_them(self) -> None:
        """Within a quarter in 60 answers for nine of ten, and the 90 % told hold nine of ten; the
        benchmark counts over a hundred seeds."""
        for kind, threshold in (("lean", 4.0), ("darker", 2.0), ("duller", 5.0)):
            near, covered, seeds = 0, 0, 20
            for seed in range(seeds):
                told = found(kind, threshold, 2.5, seed).estimate
                near += abs(told.value / threshold - 1) <= 0.25
                covered += told.low <= threshold <= told.high
            self.assertGreaterEqual(near, 16, kind)
            self.assertGreaterEqual(covered, 16, kind)

    def test_the_interval_holds_observers_of_every_slope(self) -> None:
        """A chance of 1 in 1,000 of failing for nothing where 88 % are held (binomial); with one
        slope for all, 55 % were at a slope of 1.8. The benchmark counts more of them."""
        seeds = 24
        for kind, threshold in (("darker", 2.0), ("duller", 5.0)):
            for slope in (1.5, 5.0):
                held = 0
                for seed in range(seeds):
                    told = found(kind, threshold, slope, seed).estimate
                    held += told.low <= threshold <= told.high
                with self.subTest(kind=kind, slope=slope):
                    self.assertGreaterEqual(held, int(stats.binom.ppf(0.001, seeds, 0.88)))

    def test_bayes_by_hand(self) -> None:
        stair = Staircase(SCALES["darker"])
        before = stair.posterior
        stair.note(3.0, True)
        told = np.array([[observer("darker", t, s, 3.0) for s in SLOPES] for t in stair.thresholds])
        after = before * told
        np.testing.assert_allclose(stair.posterior, after / after.sum(), rtol=1e-9)
        stair.note(0.5, False)
        told = np.array([[observer("darker", t, s, 0.5) for s in SLOPES] for t in stair.thresholds])
        after = after * (1 - told)
        np.testing.assert_allclose(stair.posterior, after / after.sum(), rtol=1e-9)

    def test_the_next_difference_is_the_one_of_least_expected_entropy(self) -> None:
        stair = found("duller", 6.0, 2.5, 3, 12)
        expected = []
        for level in stair.levels:
            mean = 0.0
            for right in (True, False):
                chance = np.array(
                    [[observer("duller", t, s, level) for s in SLOPES] for t in stair.thresholds]
                )
                chance = chance if right else 1 - chance
                joint = stair.posterior * chance
                share = joint.sum()
                of = (joint / share).sum(axis=1)
                mean -= share * float((of * np.log(np.maximum(of, 1e-300))).sum())
            expected.append(mean)
        self.assertAlmostEqual(stair.next_level(), float(stair.levels[int(np.argmin(expected))]))

    def test_many_answers_at_once_are_the_same_as_one_by_one(self) -> None:
        rng = np.random.default_rng(4)
        levels, right = rng.uniform(1, 10, 50), rng.random(50) < 0.7
        one, all_ = Staircase(SCALES["lean"]), Staircase(SCALES["lean"])
        told = []
        for i in range(50):
            one.note(float(levels[i]), bool(right[i]))
            if i + 1 in (3, 20, 41):
                told.append(one.estimate)
        found = all_.noted(levels, right, np.array([3, 20, 41]))
        for each, other in zip(told, found, strict=True):
            self.assertAlmostEqual(each.value, other.value, places=9)
            self.assertAlmostEqual(each.high, other.high, places=9)
            self.assertEqual(each.answers, other.answers)
        np.testing.assert_allclose(one.posterior, all_.posterior, rtol=1e-9)
        self.assertEqual(all_.answers, 50)

    def test_it_gets_surer_and_harder_as_it_goes_well(self) -> None:
        early, late = found("lean", 3.0, 2.5, 1, 10), found("lean", 3.0, 2.5, 1, 80)
        self.assertLess(late.estimate.within, early.estimate.within)
        stair = Staircase(SCALES["lean"])
        first = stair.next_level()
        for _ in range(8):
            stair.note(stair.next_level(), True)
        self.assertLess(stair.next_level(), first)
        self.assertGreaterEqual(stair.next_level(), SCALES["lean"].least)
        self.assertRegex(stair.says(), r"from \d+\.\d of chroma on, 75 % of the time, ± \d")
        self.assertEqual(stair.estimate.answers, 8)
