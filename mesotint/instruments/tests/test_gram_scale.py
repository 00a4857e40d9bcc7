"""The simulated gram scale: it settles, tares, steps, creeps and is overloaded as real ones are."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from mesotint.errors import InputError
from mesotint.instruments.gram_scale import CREEP_STEPS_PER_S, GREATEST_LOAD_G, SimulatedScale


class GramScaleTest(unittest.TestCase):
    def test_it_swings_and_then_settles_on_the_load(self) -> None:
        scale = SimulatedScale(0.01).with_more(12.3456, 100.0)
        shown = [scale.read(100 + 0.05 * i) for i in range(100)]
        self.assertFalse(shown[0].settled)
        self.assertGreater(max(w.shown_g for w in shown), 12.5)
        self.assertTrue(shown[-1].settled)
        self.assertAlmostEqual(shown[-1].shown_g, 12.35, delta=0.011)
        first = next(i for i, weight in enumerate(shown) if weight.settled)
        for weight in shown[first:]:
            self.assertAlmostEqual(weight.shown_g, 12.35, delta=0.011)

    def test_tare_takes_what_lies_there_as_zero(self) -> None:
        scale = SimulatedScale(0.1).with_more(86.2, 0.0)
        with self.assertRaisesRegex(InputError, "still swinging"):
            scale.tared(0.2)
        scale = scale.tared(10.0)
        self.assertEqual(scale.read(10.1).shown_g, 0.0)
        self.assertEqual(scale.with_more(2.04, 11.0).read(20.0).shown_g, 2.0)
        self.assertEqual(scale.with_more(-1.0, 11.0).read(20.0).shown_g, -1.0)

    def test_it_creeps_from_zero_and_a_tare_takes_that_out(self) -> None:
        scale = SimulatedScale(0.01).with_more(50.0, 0.0).tared(10.0)
        later = 10 + 3 / CREEP_STEPS_PER_S
        self.assertAlmostEqual(scale.read(later).shown_g, 0.03)
        self.assertAlmostEqual(scale.read(1e9).shown_g, 0.1)
        self.assertEqual(scale.tared(later).read(later).shown_g, 0.0)

    def test_too_much_is_an_overload_and_not_a_figure(self) -> None:
        for step, most in GREATEST_LOAD_G.items():
            scale = SimulatedScale(step).with_more(most + 1, 0.0)
            self.assertIsNone(scale.read(60.0).shown_g)
            self.assertTrue(scale.read(60.0).overload)
            with self.assertRaisesRegex(InputError, "take something off"):
                scale.tared(60.0)
        for wrong in ({"step_g": 0.5}, {"load_g": -1.0}):
            with self.assertRaises(InputError):
                SimulatedScale(**wrong)

    @given(st.sampled_from([0.1, 0.01]), st.floats(0.001, 150), st.floats(0, 60))
    def test_a_settled_weight_is_a_whole_number_of_steps_near_the_load(
        self, step: float, mass: float, wait: float
    ) -> None:
        weight = SimulatedScale(step).with_more(mass, 0.0).read(wait)
        self.assertAlmostEqual(weight.shown_g / step, round(weight.shown_g / step), places=6)
        if weight.settled:
            self.assertLessEqual(abs(weight.shown_g - mass), step * 1.01)
