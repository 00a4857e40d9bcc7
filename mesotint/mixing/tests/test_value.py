"""Value held with white or a dark."""

import unittest

import numpy as np
from scipy.optimize import brentq

from mesotint.mixing.mixture import Viewing
from mesotint.mixing.value import WITHIN, amount_to_hold, hold_value
from mesotint.paints.library import library

PAINT = library().paint


class HeldValueTest(unittest.TestCase):
    def test_every_mixture_comes_to_the_value_with_one_neutral_added(self) -> None:
        paints = [PAINT("PY3"), PAINT("PV23")]
        parts = np.stack([np.linspace(0, 1, 12), np.linspace(1, 0, 12)], axis=1)
        for viewing in (Viewing(), Viewing(light="A")):
            held = hold_value(parts, paints, 50.0, PAINT("PW6"), PAINT("PBk9"), viewing)
            self.assertTrue(held.reached.all())
            labs = viewing.lab(held.parts, held.paints)
            self.assertLess(np.abs(labs[:, 0] - 50).max(), WITHIN)
            self.assertTrue((held.parts[:, 2] * held.parts[:, 3] == 0).all())

    def test_the_amount_is_a_root_finders_on_each_mixture_by_itself(self) -> None:
        """`scipy.optimize.brentq` on the mixture's own parts, one after another."""
        white, dark = PAINT("PW6"), PAINT("PBk9")
        cases = [("PY3", 40.0), ("PB29", 70.0), ("PR101", 45.0), ("PG18", 35.0)]
        k, s = (np.array([getattr(PAINT(key), of) for key, _ in cases])
                for of in ("absorption", "scattering"))  # fmt: skip
        wanted = np.array([lightness for _, lightness in cases])
        for viewing in (Viewing(), Viewing("wash"), Viewing(finish="gloss", wet_load=1.2)):
            light = viewing.lightener if viewing.medium == "wash" else white
            told = amount_to_hold(k, s, wanted, light, dark, viewing)
            single = amount_to_hold(
                k.astype(np.float32), s.astype(np.float32), wanted, light, dark, viewing
            )
            np.testing.assert_allclose(single[0], told[0], rtol=2e-3)
            for (key, lightness), amount, lighten in zip(cases, *told, strict=True):
                paints = (PAINT(key), light if lighten else dark)

                def off(log: float, paints=paints, lightness=lightness, viewing=viewing) -> float:
                    lab = viewing.lab(np.array([1.0, np.exp(log)]), paints)
                    return float(lab[0]) - lightness

                with self.subTest(medium=viewing.medium, paint=key):
                    root = np.exp(brentq(off, -14, 9.2, xtol=1e-9))
                    self.assertAlmostEqual(amount / root, 1, delta=2e-3)

    def test_what_brings_it_no_nearer_is_not_added(self) -> None:
        """A mixture darker than what is to darken it: all of that would only lighten it."""
        deep, paler = PAINT("PBk9"), PAINT("PB29")
        own = float(Viewing().lab(np.ones(1), [deep])[0])
        self.assertLess(own, float(Viewing().lab(np.ones(1), [paler])[0]))
        held = hold_value(np.ones((1, 1)), [deep], own - 0.8, PAINT("PW6"), paler)
        self.assertEqual(held.parts.tolist(), [[1.0, 0.0, 0.0]])
        self.assertFalse(held.reached[0])

    def test_a_value_beyond_white_or_dark_is_not_reached(self) -> None:
        held = hold_value(np.ones((1, 1)), [PAINT("PB29")], 99.9, PAINT("PW6"), PAINT("PBk9"))
        self.assertFalse(held.reached[0])
