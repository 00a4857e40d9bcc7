"""A colour one step another way."""

import unittest

import numpy as np

from mesotint.colour.another_way import WAYS, another_way
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import EYE_TELLS
from mesotint.errors import InputError


class AnotherWayTest(unittest.TestCase):
    def test_every_step_is_seen_and_turns_nothing_else(self) -> None:
        rng = np.random.default_rng(1)
        for _ in range(50):
            lab = np.array([rng.uniform(20, 85), *rng.normal(0, 20, 2)])
            for way in WAYS:
                after = another_way(lab, way)
                self.assertGreater(float(delta_e_2000(lab, after)), EYE_TELLS, (lab, way))
                if way in ("lighter", "darker"):
                    np.testing.assert_allclose(after[1:], lab[1:])
                else:
                    self.assertEqual(after[0], lab[0])
                if way in ("greyer", "clearer"):
                    self.assertAlmostEqual(lab[1] * after[2], lab[2] * after[1])

    def test_one_way_and_back_is_where_it_was(self) -> None:
        lab = np.array([50.0, 12.0, -7.0])
        for one, other in (("lighter", "darker"), ("warmer", "cooler")):
            np.testing.assert_allclose(another_way(another_way(lab, one), other), lab)

    def test_the_ends_and_what_is_none(self) -> None:
        self.assertEqual(another_way(np.array([98.0, 0, 0]), "lighter").tolist(), [100, 0, 0])
        self.assertEqual(another_way(np.array([50.0, 0, 0]), "greyer").tolist(), [50, 0, 0])
        self.assertEqual(another_way(np.array([50.0, 0, 0]), "clearer").tolist(), [50, 0, 0])
        with self.assertRaisesRegex(InputError, "lighter"):
            another_way(np.array([50.0, 0, 0]), "bluer")
