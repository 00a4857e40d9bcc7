"""Shades: each cell mixed by hand at its value, and what the trade knows of a yellow's shadows."""

import unittest

import colour
import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.paints.library import library, mixed_tube
from mesotint.planning.charts.shades import Shade, Shades, shades, usual_darkeners, usual_lighteners

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
        for row in rows:
            values = [step.value for step in row.steps]
            self.assertTrue((np.diff(values) < -0.3).all())
            np.testing.assert_allclose(np.diff(values), np.diff(values)[0], atol=0.02)
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

        def at_value_5(row: Shades) -> Shade:
            return min(row.steps, key=lambda step: abs(step.value - 5))

        last = {row.paint.key: at_value_5(row) for row in shades(YELLOW, WITH, 11)}
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

    def test_a_row_ends_where_its_own_darkener_ends(self) -> None:
        """The deepest mixture is looked for at two thousand shares."""
        share = np.linspace(0, 1, 2001)[:, None]
        for row in shades(YELLOW, WITH, 5):
            labs = VIEWING.lab(np.hstack([1 - share, share]), [YELLOW, row.paint])
            deepest = munsell_value(labs[labs[:, 0].argmin()])
            own = munsell_value(labs[0])
            with self.subTest(row.paint.key):
                self.assertLess(row.steps[-1].value, deepest + 0.2 * (own - deepest))

    def test_every_pair_of_the_library_has_the_values_it_is_told_with(self) -> None:
        checked = 0
        for colour_of in ("PB36", "PG17", "PV14", "PY43", "PBk9", "PR101"):
            for other in L.plain:
                try:
                    (row,) = shades(PAINT(colour_of), [other], 4)
                except InputError:
                    continue
                checked += 1
                parts = np.array([step.parts for step in row.steps])
                labs = VIEWING.lab(parts, [PAINT(colour_of), other])
                values = [munsell_value(lab) for lab in labs]
                told = [step.value for step in row.steps]
                np.testing.assert_allclose(values, told, atol=0.06, err_msg=other.key)
                self.assertTrue((np.diff(told) < 0).all(), (colour_of, other.key, told))
        self.assertGreater(checked, 60)

    def test_no_share_of_chroma_is_kept_of_what_had_none(self) -> None:
        grey = mixed_tube("g", "A grey", "x", {PAINT("PW6"): 6, PAINT("PBk11"): 1})
        (row,) = shades(grey, [PAINT("PBk7")], 3)
        own = VIEWING.lab(np.ones(1), [grey])
        self.assertLess(np.hypot(*own[1:]), 2, "the grey has a hue; take another for this test")
        self.assertEqual({step.keeps for step in row.steps}, {None})
        self.assertIn("no chroma to keep", row.says)

    def test_black_is_taken_where_nothing_else_darkens_and_never_first(self) -> None:
        for colour_of in L.plain:
            found = [p.key for p in usual_darkeners(colour_of, L.plain)]
            self.assertFalse([key for key in found if key.startswith("PBk")], colour_of.key)
        limited = [PAINT(key) for key in ("PW6", "PY43", "PR101", "PBk9")]
        self.assertEqual([p.key for p in usual_darkeners(PAINT("PR101"), limited)], ["PBk9"])

    def test_usual_darkeners_are_darker_and_of_every_sort(self) -> None:
        box = [*WITH, YELLOW, L.white, PAINT("PY3"), PAINT("PO20")]
        found = usual_darkeners(YELLOW, box)
        own = VIEWING.lab(np.ones(1), [YELLOW])[0]
        self.assertTrue(all(VIEWING.lab(np.ones(1), [p])[0] < own for p in found))
        self.assertEqual([p.key for p in found[:4]], ["PV23", "PV19", "PG7", "PB29"])
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
