"""What paints are really like, against what painters know of them.

The comparisons are common practice in the trade, without a published source.
"""

import unittest

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import temperature
from mesotint.mixing.character import (
    character,
    contrast_ratio,
    is_grey,
    nearest_classic,
    strength,
    temperature_in_words,
)
from mesotint.mixing.mixture import Mixture
from mesotint.paints.library import Paint, library

PAINT = library().paint


class CharacterTest(unittest.TestCase):
    def test_ultramarine_is_the_measure_of_strength(self) -> None:
        self.assertAlmostEqual(strength(PAINT("PB29")), 1.0)
        self.assertEqual(strength(PAINT("PW4")), 0.0)
        for strong in ("PV23", "PB15:3", "PG7"):
            self.assertGreater(strength(PAINT(strong)), 2)
            self.assertGreater(strength(PAINT(strong)), 10 * strength(PAINT("PG23")))
        self.assertLess(strength(PAINT("PB35")), strength(PAINT("PB28")))

    def test_amounts_in_the_inverse_ratio_of_strengths_go_equally_deep(self) -> None:
        white = PAINT("PW6")
        plain = Mixture.of({white: 1}).lab

        def depth(paint: Paint, share: float) -> float:
            return float(delta_e_2000(Mixture.of({paint: share, white: 1 - share}).lab, plain))

        low, high = 1e-4, 0.5
        for _ in range(40):
            middle = (low + high) / 2
            low, high = (middle, high) if depth(PAINT("PB29"), middle) < 20 else (low, middle)
        for key in ("PV23", "PY83", "PBr7-burnt-umber", "PG23"):
            with self.subTest(paint=key):
                share = middle / strength(PAINT(key))
                self.assertAlmostEqual(depth(PAINT(key), share), 20, delta=0.1)

    def test_opacity_over_black_and_white(self) -> None:
        self.assertGreater(contrast_ratio(PAINT("PW6")), 0.9)
        self.assertLess(contrast_ratio(PAINT("PW4")), contrast_ratio(PAINT("PW1")))
        self.assertLess(contrast_ratio(PAINT("PW1")), contrast_ratio(PAINT("PW6")))
        self.assertLess(contrast_ratio(PAINT("PY150")), contrast_ratio(PAINT("PBr24")))
        for paint in library().paints.values():
            self.assertTrue(0 < contrast_ratio(paint) <= 1)

    def test_undertones_that_painters_know(self) -> None:
        # Quinacridones and phthalocyanines shift; a cadmium hardly does; greys have no hue.
        self.assertLess(character(PAINT("PB15:3")).undertone_shift, -10)
        self.assertLess(character(PAINT("PV19")).undertone_shift, -10)
        self.assertLess(abs(character(PAINT("PO20")).undertone_shift), 8)
        self.assertIsNone(character(PAINT("PBk9")).undertone_shift)

    def test_warm_and_cool_of_each_primary(self) -> None:
        def side(key: str) -> str | None:
            return temperature(Mixture.of({PAINT(key): 1}).lab)

        pairs = {"PY83": "PY3", "PR108-light": "PV19", "PB29": "PB35"}
        for warm, cool in pairs.items():
            with self.subTest(warm=warm, cool=cool):
                self.assertEqual((side(warm), side(cool)), ("warm", "cool"))
        self.assertIsNone(temperature(np.array([50.0, 0.2, 0.2])))

    def test_thirty_paints_that_painters_call_warm_or_cool(self) -> None:
        """Common practice, no published source."""
        warm = (
            "PR108-light", "PR108-medium", "PR254", "PR170", "PO20", "PO73", "PO48", "PY37",
            "PY83", "PY110", "PY43", "PY42-transparent", "PBr7-raw-sienna", "PBr7-burnt-sienna",
            "PR101", "PR101-transparent", "PBr7-burnt-umber", "sap-green-hue", "PG17",
        )  # fmt: skip
        cool = (
            "PY3", "PY35", "PY184", "PV19", "PR122", "PR177", "PG7", "PG36", "PG18", "PG50",
            "PB35", "PB36", "PB15:3", "PB27",
        )  # fmt: skip
        self.assertGreaterEqual(len(warm) + len(cool), 30)
        for keys, word in ((warm, "warm"), (cool, "cool")):
            for key in keys:
                self.assertEqual(character(PAINT(key)).temperature, word, key)
        blue = character(PAINT("PB29"))
        self.assertTrue(blue.argued_over)
        self.assertIn("argue", temperature_in_words(blue))
        argued = [p.key for p in library().plain if character(p).argued_over]
        self.assertEqual(argued, ["PB29"])

    def test_every_chromatic_paint_has_both_temperatures_and_no_grey_has_one(self) -> None:
        for paint in library().paints.values():
            known = character(paint)
            sides = (known.temperature, known.temperature_of_all)
            if is_grey(paint):
                self.assertEqual(sides, (None, None), paint.key)
            else:
                self.assertLessEqual(set(sides), {"warm", "cool"}, paint.key)
        of_all = {"PY3": "warm", "PR177": "warm", "PO20": "warm", "PB29": "cool", "PG18": "cool"}
        for key, word in of_all.items():
            self.assertEqual(character(PAINT(key)).temperature_of_all, word, key)

    def test_an_earth_is_its_own_nearest_classic(self) -> None:
        for key in ("PBr7-raw-umber", "PY43", "PR101"):
            name, away = nearest_classic(Mixture.of({PAINT(key): 1}).lab)
            self.assertEqual((name, round(away, 6)), (PAINT(key).name.lower(), 0))
        mixed = Mixture.of({PAINT("PY3"): 9, PAINT("PV23"): 1})
        self.assertIn("umber", nearest_classic(mixed.lab)[0])
