"""Which grey is warmer: found again from what a screen shows, in a colour space of its own."""

import unittest

import numpy as np

from mesotint.colour.srgb import hex_from_lab, lab_from_hex
from mesotint.practice.making import SCALES, judge, make


class WarmerTest(unittest.TestCase):
    def test_the_redder_and_yellower_half_is_the_warmer_and_nothing_else_tells_them(self) -> None:
        sides = []
        for seed in range(60):
            for level in (SCALES["warmer"].least, 4.0, 12.0, SCALES["warmer"].most):
                made = make("warmer", seed, [], level)
                codes = [hex_from_lab(each.lab[None])[0][0] for each in made.shown]
                # Of two sRGB codes of one value the warmer has more red against its blue.
                warmth = [int(code[1:3], 16) - int(code[5:7], 16) for code in codes]
                self.assertEqual(made.shown[int(np.argmax(warmth))].id, made.answer)
                left, right = (lab_from_hex(code) for code in codes)
                self.assertLess(abs(left[0] - right[0]), 0.6)
                self.assertAlmostEqual(float(np.hypot(*(left - right)[1:])), level, delta=1.0)
                sides.append(made.answer)
                for answer in ("left", "right"):
                    self.assertEqual(judge(made, answer).right, answer == made.answer)
        self.assertTrue(90 < sides.count("left") < 150)

    def test_both_are_greys(self) -> None:
        for seed in range(40):
            for each in make("warmer", seed, [], 8.0).shown:
                self.assertLess(float(np.hypot(*each.lab[1:])), 9)
