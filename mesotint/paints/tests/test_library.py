"""The fitted library: every paint near its masstone and tint, and the facts of the trade.

The figures of masstones and tints are from memory of typical paints; the facts are common
practice. No published source stands behind either.
"""

import unittest

import numpy as np
from scipy.optimize import brentq

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import Array
from mesotint.paints.facts import STEERING, misses, trade_facts
from mesotint.paints.fit import mixer
from mesotint.paints.library import Paint, library
from mesotint.paints.table import TINT_WHITE_PARTS, paint_table

MEAN_BAR, WORST_BAR = 2.0, 5.0


class LibraryTest(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        paints = library().paints
        cls.lab_of = staticmethod(
            mixer(
                {key: p.absorption for key, p in paints.items()},
                {key: p.scattering for key, p in paints.items()},
            )
        )

    def test_every_paint_of_the_table_is_there_with_its_optics(self) -> None:
        fitted = {key: p for key, p in library().paints.items() if not p.recipe}
        self.assertEqual(set(fitted), set(paint_table()))
        self.assertGreaterEqual(len(fitted), 49)
        for key, paint in fitted.items():
            with self.subTest(paint=key):
                self.assertEqual((paint.absorption.shape, paint.scattering.shape), ((36,), (36,)))
                self.assertTrue((paint.absorption > 0).all() and (paint.scattering > 0).all())
                self.assertIn("memory", paint.origin)

    def test_masstones_and_tints_are_near_the_table(self) -> None:
        table = paint_table()
        mixtures = {
            "masstone": [{key: 1.0} for key in table],
            "tint": [{key: 1.0, "PW6": TINT_WHITE_PARTS} for key in table if key != "PW6"],
        }
        for which, asked in mixtures.items():
            with self.subTest(which=which):
                keys = [next(iter(mixture)) for mixture in asked]
                wanted = lab_from_lch(
                    np.array([getattr(table[key], f"{which}_lch") for key in keys])
                )
                gap = delta_e_2000(self.lab_of(asked), wanted)
                self.assertLessEqual(gap.mean(), MEAN_BAR)
                self.assertLessEqual(gap.max(), WORST_BAR, keys[int(gap.argmax())])

    def test_every_fact_of_the_trade_holds(self) -> None:
        for fact in trade_facts():
            role = "steers the fit" if fact["id"] in STEERING else "check"
            with self.subTest(fact=fact["id"], role=role):
                self.assertEqual(max(misses(fact, self.lab_of)), 0, fact["say"])

    def test_what_is_said_to_be_equal_says_in_what(self) -> None:
        self.assertEqual(len(trade_facts()), 34)
        for fact in trade_facts():
            if "qual" in fact["say"] and "unequal" not in fact["say"]:
                self.assertRegex(fact["say"], "by volume|strength", fact["id"])

    def test_neutral_tint_keeps_more_of_a_red_than_ivory_black(self) -> None:
        """Common practice; both darken the red to one lightness, sought here by a root finder."""
        for red in ("PR108-light", "PR108-medium", "PR254", "PR170", "PV19", "PR101"):
            for opened in (0.0, 4.0):
                kept = {}
                for dark in ("PBk9", "neutral-tint"):
                    paints = [library().paint(key) for key in (red, dark, "PW6")]

                    def lab(log: float, paints: list[Paint] = paints, o: float = opened) -> Array:
                        return Viewing().lab(np.array([1.0, np.exp(log), o]), paints)

                    wanted = lab(-30)[0] - 12
                    at = brentq(lambda log, lab=lab, to=wanted: lab(log)[0] - to, -20, 4)
                    kept[dark] = float(np.hypot(*lab(at)[1:]))
                with self.subTest(red=red, opened=opened):
                    self.assertGreater(kept["neutral-tint"], kept["PBk9"])

    def test_at_most_half_of_the_facts_steer(self) -> None:
        known = {fact["id"] for fact in trade_facts()}
        self.assertLessEqual(STEERING, known)
        self.assertLessEqual(len(STEERING), len(known) / 2)

    def test_a_fact_that_does_not_hold_is_found_out(self) -> None:
        false = {"mix": {"PB29": 1}, "expect": {"L": [60, 90], "h": [80, 100]}}
        self.assertGreater(min(misses(false, self.lab_of)), 0)
        backward = {"a": {"PW6": 1}, "b": {"PB29": 1}, "compare": {"L": "<"}, "margin": 1}
        self.assertGreater(misses(backward, self.lab_of)[0], 50)

    def test_a_mixed_tube_is_modelled_as_its_mixture_and_says_so(self) -> None:
        mixed = [p for p in library().paints.values() if p.recipe]
        self.assertGreaterEqual(len(mixed), 6)
        for paint in mixed:
            with self.subTest(paint=paint.key):
                self.assertIn("a mixture of library paints", paint.origin)
                as_mixture = self.lab_of([dict(paint.recipe)])
                np.testing.assert_allclose(self.lab_of([{paint.key: 1.0}]), as_mixture, atol=1e-9)
        hazards = {p.key: p.hazard_group for p in mixed}
        self.assertEqual(hazards["flesh-pink"], "fine mineral dust and cadmium")

    def test_titanium_white_is_the_unit_of_scattering(self) -> None:
        self.assertAlmostEqual(library().paint("PW6").scattering.mean(), 1.0, delta=0.03)
        zinc, white = library().paint("PW4"), library().paint("PW6")
        self.assertLess(zinc.scattering.mean(), 0.5 * white.scattering.mean())

    def test_unknown_paint_offers_nearest_keys_and_takes_any_case(self) -> None:
        self.assertEqual(library().paint("pb15:3").key, "PB15:3")
        with self.assertRaisesRegex(InputError, "PB29"):
            library().paint("PB92")
        with self.assertRaisesRegex(InputError, "PB29"):
            library().paint("ultramarin blue")
        with self.assertRaisesRegex(InputError, "PB29"):
            library().paint("ULTRAMARIN")
