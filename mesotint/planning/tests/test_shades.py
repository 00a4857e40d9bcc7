"""Shades: each cell mixed by hand at its value, and what the trade knows of a yellow's shadows."""

import unittest

import colour
import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.paints.library import library
from mesotint.planning.shades import shades, usual_darkeners, usual_lighteners

L = library()
PAINT = L.paint
VIEWING = Viewing()
YELLOW = PAINT("PY74")
WITH = [PAINT(key) for key in ("PV23", "PV19", "PG7", "PB29", "PBr7-burnt-umber", "PBk9")]


def munsell_value(lab: np.ndarray) -> float:
    """ASTM D1535 by another library, from the luminance of L*."""
    return float(colour.notation.munsell_value_ASTMD1535(100 * colour.Lab_to_XYZ(
        lab, colour.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]["D65"])[1]))  # fmt: skip


class ShadesTest(unittest.TestCase):
    def test_every_cell_has_the_value_it_is_told_with(self) -> None:
        rows = shades(YELLOW, WITH, 6)
        values = [step.value for step in rows[0].steps]
        self.assertTrue((np.diff(values) < -0.3).all())
        np.testing.assert_allclose(np.diff(values), np.diff(values)[0], rtol=1e-6)
        for row in rows:
            self.assertEqual([step.value for step in row.steps], values)
            self.assertEqual(row.steps[0].parts, (1.0, 0.0))
            for step in row.steps:
                lab = VIEWING.lab(np.array(step.parts), [YELLOW, row.paint])
                np.testing.assert_allclose(lab, step.lab, atol=1e-6)
                self.assertAlmostEqual(munsell_value(lab), step.value, delta=0.06)
                own = VIEWING.lab(np.ones(1), [YELLOW])
                kept = np.hypot(*lab[1:]) / np.hypot(*own[1:])
                self.assertAlmostEqual(step.keeps, kept, places=6)

    def test_each_darkener_makes_another_yellow_in_the_dark(self) -> None:
        """Common practice: a yellow's shadow by violet, by a redder purple, by green, by blue."""
        last = {row.paint.key: row.steps[-1] for row in shades(YELLOW, WITH, 5)}
        self.assertLess(last["PV23"].turns, 0)
        self.assertLess(last["PV19"].turns, last["PV23"].turns)
        self.assertGreater(last["PG7"].turns, 20)
        self.assertGreater(last["PG7"].keeps, last["PBk9"].keeps)
        self.assertGreater(last["PV19"].keeps, last["PV23"].keeps)
        hues = [float(lch_from_lab(step.lab)[2]) for step in last.values()]
        self.assertGreater(np.ptp(hues), 60)

    def test_upward_white_dulls_and_a_lighter_paint_of_its_hue_does_not(self) -> None:
        """Common practice, no published source."""
        red = PAINT("PR108-light")
        white, yellow = shades(red, [L.white, PAINT("PY35")], 4, up=True)
        for row in (white, yellow):
            self.assertTrue((np.diff([step.value for step in row.steps]) > 0).all())
        self.assertLess(white.steps[-1].keeps, 0.5)
        self.assertGreater(yellow.steps[-1].keeps, 0.9)
        self.assertGreater(yellow.steps[-1].turns, 20)
        self.assertIn("keeps", white.says)

    def test_usual_darkeners_are_darker_and_of_every_sort(self) -> None:
        box = [*WITH, YELLOW, L.white, PAINT("PY3"), PAINT("PO20")]
        found = usual_darkeners(YELLOW, box)
        own = VIEWING.lab(np.ones(1), [YELLOW])[0]
        self.assertTrue(all(VIEWING.lab(np.ones(1), [p])[0] < own for p in found))
        self.assertIn("PBk9", [p.key for p in found])
        self.assertIn("PBr7-burnt-umber", [p.key for p in found])
        self.assertEqual(usual_darkeners(PAINT("PBk7"), [L.white]), [])
        lighter = usual_lighteners(PAINT("PR108-light"), [*box, PAINT("PY35")])
        self.assertEqual(lighter[0].key, "PW6")
        self.assertIn("PO20", [p.key for p in lighter])
        self.assertNotIn("PB29", [p.key for p in lighter])
        shades(PAINT("PR108-light"), lighter, 3, up=True)

    def test_in_a_wash_water_lightens(self) -> None:
        wash = Viewing(medium="wash")
        rows = shades(YELLOW, [PAINT("PV23")], 4, viewing=wash)
        self.assertTrue((np.diff([s.lab[0] for s in rows[0].steps]) < 0).all())

    def test_bad_input(self) -> None:
        for asked, more, says in (
            ((YELLOW, []), {}, "what darkens"),
            ((YELLOW, []), {"up": True}, "what lightens"),
            ((YELLOW, [YELLOW]), {}, "does not change itself"),
            ((YELLOW, [L.white]), {}, "no darker"),
            ((YELLOW, [PAINT("PBk9")]), {"up": True}, "no lighter"),
            ((YELLOW, WITH, 1), {}, "2 to 11"),
            ((YELLOW, WITH, True), {}, "2 to 11"),
        ):
            with self.subTest(says), self.assertRaisesRegex(InputError, says):
                shades(*asked, **more)
