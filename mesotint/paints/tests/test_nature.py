"""What a paint is beside its colour: every paint has it, and what the trade knows of a few."""

import unittest
from dataclasses import replace

from mesotint.paints.library import library
from mesotint.paints.nature import DRYING, LIGHT_FAST, SOURCE, advice, nature

L = library()


class NatureTest(unittest.TestCase):
    def test_every_paint_of_the_library_is_told(self) -> None:
        for paint in L.paints.values():
            told = nature(paint)
            self.assertIn(told.light_fast, LIGHT_FAST)
            self.assertIn(told.drying, DRYING)
            self.assertTrue(told.words)
            self.assertEqual(told.transparent, paint.opacity == "transparent")
        self.assertIn("label", SOURCE)

    def test_what_the_trade_knows(self) -> None:
        """Common practice, no published source."""
        for key in ("PB29", "PB28", "PG18"):
            self.assertTrue(nature(L.paint(key)).granulates, key)
            self.assertFalse(nature(L.paint(key)).stains, key)
        for key in ("PB15:3", "PG7", "PV19"):
            self.assertTrue(nature(L.paint(key)).stains, key)
            self.assertFalse(nature(L.paint(key)).granulates, key)
        self.assertEqual(nature(L.paint("PBr7-burnt-umber")).drying, "fast")
        self.assertEqual(nature(L.paint("PBk9")).drying, "slow")
        self.assertEqual(nature(L.paint("PB29")).light_fast, "excellent")
        self.assertIn(nature(L.paint("PR177")).light_fast, LIGHT_FAST[2:])

    def test_a_calibrated_tube_is_what_its_pigment_is(self) -> None:
        for key in ("PB29", "PBr7-raw-sienna", "PBr7-burnt-umber"):
            own = replace(L.paint(key), key="tube17", name="Mine", base_key=key)
            self.assertEqual(nature(own), nature(L.paint(key)), key)

    def test_a_mixed_tube_is_as_its_paints(self) -> None:
        tube = L.paint("neutral-tint")
        parts = [nature(L.paint(key)) for key, _ in tube.recipe]
        told = nature(tube)
        self.assertEqual(told.stains, any(each.stains for each in parts))
        self.assertEqual(
            LIGHT_FAST.index(told.light_fast), max(LIGHT_FAST.index(p.light_fast) for p in parts)
        )

    def test_advice_where_it_matters_and_none_where_it_does_not(self) -> None:
        self.assertEqual(advice([L.paint("PB29"), L.paint("PY43")]), ())
        told = " ".join(advice([L.paint("PR177"), L.paint("PBk9"), L.paint("PBr7-burnt-umber")]))
        self.assertIn("may fade", told)
        self.assertIn("dries before", told)
