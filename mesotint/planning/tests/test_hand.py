"""A hand: each amount weighed by itself, counted in words; what the words give is claimed."""

import itertools
import unittest

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.muting.trail import Trail
from mesotint.paints.library import library
from mesotint.planning.hand import Hand
from mesotint.planning.instructions import Work, instructions
from mesotint.planning.measures.hand import hand
from mesotint.planning.scale import Scale
from mesotint.planning.tests.painter import replayed, volume_of

PAINT = library().paint
OWN = Hand(knife_tip=0.04, lentil=0.13, pea=0.37, hazelnut=1.3, walnut=11.0)
"""A hand of which no amount is a whole number of another."""


class HandTest(unittest.TestCase):
    def test_amounts_are_counted_the_largest_first(self) -> None:
        told = hand().told
        for tips, words in (
            (0, "a trace (0 ml)"),
            (1, "a knife-tip (0.05 ml)"),
            (3, "a lentil and a knife-tip (0.15 ml)"),
            (6, "a pea (0.3 ml)"),
            (32, "a hazelnut and 2 peas (1.6 ml)"),
            (334, "a walnut, a hazelnut, 2 peas and a lentil (16.7 ml)"),
        ):
            with self.subTest(tips=tips):
                self.assertEqual(told(tips), words)

    def test_each_amount_is_this_hands_own(self) -> None:
        for name, ml in OWN:
            with self.subTest(amount=name):
                self.assertEqual(OWN.in_words(ml), f"a {name} ({ml:g} ml)")
        self.assertEqual(OWN.in_words(0.74), "2 peas (0.74 ml)")
        self.assertEqual(Hand().scaled(2).in_words(0.6), "a pea (0.6 ml)")

    def test_the_nearest_is_within_half_a_knife_tip_and_stays_what_it_is(self) -> None:
        """By brute force: no sum of amounts that is counted so lies nearer by more than that."""
        rng = np.random.default_rng(7)
        sums = {
            round(a * 1.3 + b * 0.37 + c * 0.13 + d * 0.04, 6)
            for a, b, c, d in itertools.product(range(3), range(4), range(3), range(4))
        }
        for ml in rng.uniform(0, 3.5, 300).tolist():
            nearest = OWN.nearest(ml)
            with self.subTest(ml=ml):
                self.assertLessEqual(abs(nearest - ml), 0.02 + 1e-9)
                self.assertAlmostEqual(OWN.nearest(nearest), nearest, places=9)
                self.assertLess(min(abs(nearest - each) for each in sums), 1e-6)

    def test_a_hand_that_cannot_be_is_refused(self) -> None:
        with self.assertRaisesRegex(InputError, "lentil of 0.5 ml is more than a pea of 0.3 ml"):
            Hand(lentil=0.5)
        for ml in (0, -1, float("nan"), 1000):
            with self.subTest(ml=ml), self.assertRaisesRegex(InputError, "walnut ml"):
                Hand(walnut=ml)

    def test_a_plan_by_an_odd_hand_is_what_its_words_give(self) -> None:
        own = dict(OWN)
        for pair, method in itertools.product(
            (("PO20", "PB29"), ("PY3", "PV23")), ("separate", "running", "carried")
        ):
            trail = Trail(PAINT(pair[0]), PAINT(pair[1]), 1.0)
            parts = np.array([step.parts for step in Scale(trail, 7).steps])
            labels = [f"step {number + 1}" for number in range(7)]
            plan = instructions(parts, trail.paints, labels, Work(hand(OWN), 12.0, method))
            lines = [(line.heading, line.says) for line in plan.lines]
            patches = replayed(lines, trail.paints, labels, own)
            made = [[patches[i].get(p.name, 0.0) for p in trail.paints] for i in range(7)]
            off = delta_e_2000(
                trail.viewing.lab(np.array(made), trail.paints),
                trail.viewing.lab(parts, trail.paints),
            )
            with self.subTest(pair=pair, method=method):
                self.assertLess(np.abs(off - plan.costs).max(), 0.05)
                self.assertLess(off.max(), 1.05)
                for i in range(7):
                    self.assertAlmostEqual(volume_of(patches[i]), plan.volumes_ml[i], delta=0.02)


if __name__ == "__main__":
    unittest.main()
