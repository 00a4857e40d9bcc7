"""Charts: value scales, tints, strings, recession and the brown chart."""

import unittest

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.munsell import lightness_of_value, munsell_from_lab
from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing, appearances
from mesotint.mixing.muting.trail import Trail
from mesotint.paints.library import library, mixed_tube
from mesotint.planning.charts.recession import VEIL_L, WEATHERS, receded, recession
from mesotint.planning.charts.strings import string
from mesotint.planning.charts.tints import tint_column
from mesotint.planning.charts.values import value_scale
from mesotint.planning.scale import Scale

PAINT = library().paint
BLACK = mixed_tube("black", "Mixed black", "mixture",
                   {PAINT("PB29"): 1.5, PAINT("PBr7-burnt-umber"): 1})  # fmt: skip


def values(cells) -> np.ndarray:
    return munsell_from_lab(np.array([cell.lab for cell in cells]))[0][:, 1]


class ValueTest(unittest.TestCase):
    def test_a_value_scale_is_even_in_munsell_value(self) -> None:
        for count in (3, 5, 9, 11):
            cells = value_scale(BLACK, count)
            steps = np.diff(values(cells))
            self.assertEqual(len(cells), count)
            self.assertLess(np.ptp(steps), 0.01)
            self.assertEqual((cells[0].parts[1], cells[-1].parts[0]), (0.0, 0.0))
        for count in (2, 12, True):
            with self.assertRaisesRegex(InputError, "3 to 11"):
                value_scale(BLACK, count)

    def test_a_string_stands_at_its_values_and_keeps_its_hue_family(self) -> None:
        wanted = [2.5, 3, 5, 7]
        cells = string(PAINT("PR101"), wanted, PAINT("PBk9"))
        np.testing.assert_allclose(values(cells), wanted, atol=0.06)
        for cell in cells:
            self.assertRegex(appearances(cell.lab)[0].munsell, r"R ")
        with self.assertRaisesRegex(InputError, "cannot be brought to value 0.5"):
            string(PAINT("PR101"), [0.5], PAINT("PBk9"))
        self.assertAlmostEqual(lightness_of_value(5), 51, delta=0.1)

    def test_a_tint_column_rises_and_takes_its_parts(self) -> None:
        cells = tint_column(PAINT("PV23"), (0, 1, 2, 4, 8))
        self.assertTrue((np.diff(values(cells)) > 0).all())
        self.assertEqual([cell.parts for cell in cells], [(1, w) for w in (0, 1, 2, 4, 8)])

    def test_a_scale_to_grey_ends_at_the_neutral_and_one_even_in_value_is(self) -> None:
        trail = Trail(PAINT("PO20"), PAINT("PB29"))
        grey = Scale(trail, 6, to_grey=True)
        self.assertEqual(grey.shares[-1], trail.neutral_share)
        self.assertEqual(grey.neutral_index, 5)
        even = Scale(Trail(PAINT("PY3"), PAINT("PV23")), 9, "value")
        lightness = np.array([step.appearance.lab[0] for step in even.steps])
        before = np.diff(lightness[: even.neutral_index + 1])
        self.assertLess(np.ptp(before), 0.02 * np.ptp(lightness))
        with self.assertRaisesRegex(InputError, "greyest"):
            _ = Scale(Trail(PAINT("PBr7-raw-sienna"), PAINT("PY3")), 5, to_grey=True).shares


class ChartsTest(unittest.TestCase):
    def test_recession_goes_lighter_cooler_and_greyer_and_keeps_the_paint(self) -> None:
        box = [PAINT(key) for key in ("PW6", "PY43", "PO20", "PR108-light", "PB29", "PBk9")]
        (row,) = recession([PAINT("PG17")], box)
        self.assertEqual([label for label, _ in row], ["near", "middle", "far"])
        lch = lch_from_lab(np.array([recipe.lab for _, recipe in row]))
        self.assertTrue((np.diff(lch[:, 0]) > 7).all())
        self.assertTrue((np.diff(lch[:, 1]) < -2).all())
        self.assertTrue((np.diff(lch[:, 2]) > 6).all())
        for _, recipe in row:
            self.assertIn("PG17", {paint.key for paint in recipe.paints})
            self.assertLess(recipe.delta_e, 1)
        with self.assertRaisesRegex(InputError, "greyer"):
            recession([PAINT("PG17")], box, greyer=2)

    def test_a_weather_takes_contrast_warmth_and_chroma(self) -> None:
        """Common practice: mist and rain leave little contrast of value and hue; from memory how
        much. By the words: each step a share nearer to the veil, lighter, cooler and greyer."""
        near = np.array([[30.0, 30.0, 40.0], [85.0, 5.0, 60.0]])
        for name, weather in WEATHERS.items():
            far = np.array([
                receded(lab, 2, weather.lighter, weather.cooler, weather.greyer, weather.flatter)
                for lab in near
            ])  # fmt: skip
            chroma = np.hypot(*near.T[1:])
            left = chroma * (1 - weather.greyer) ** 2
            np.testing.assert_allclose(np.hypot(*far.T[1:]), left, rtol=1e-6)
            kept = (1 - weather.flatter) ** 2
            told = VEIL_L + (near[:, 0] - VEIL_L) * kept + 2 * weather.lighter
            np.testing.assert_allclose(far[:, 0], np.minimum(told, 97.0), rtol=1e-6)
            self.assertLess(abs(np.diff(far[:, 0])[0]), abs(np.diff(near[:, 0])[0]), name)
        still = receded(near[0], 2, 0.0, 0.0, 0.0, 0.0)
        np.testing.assert_allclose(still, near[0], atol=1e-9)
        self.assertGreater(WEATHERS["mist"].flatter, WEATHERS["clear"].flatter)

    def test_a_scale_in_rows_opens_every_step_with_white(self) -> None:
        """By hand: three parts to one of a step that is one of paint and a half of white."""
        for medium, lightener in (("opaque", "PW6"), ("wash", "water")):
            trail = Trail(PAINT("PO20"), PAINT("PB29"), 0.5, Viewing(medium))
            scale = Scale(trail, 7, openings=(1.0, 3.0, 8.0))
            paints, rows = scale.rows
            self.assertEqual(rows.shape[:2], (4, 7))
            labs = trail.viewing.lab(rows, paints)
            steps = np.array([step.appearance.lab for step in Scale(trail, 7).steps])
            np.testing.assert_allclose(labs[0], steps, atol=1e-3)
            at = [paint.key for paint in paints].index(lightener)
            np.testing.assert_allclose(rows[2][:, at], 0.5 + 3 * 1.5)
            self.assertTrue((np.diff(labs[:, :, 0], axis=0) > 0).all())
            self.assertEqual(
                scale.row_labels[1], "1 : 1 water" if medium == "wash" else "1 : 1 white"
            )
            self.assertEqual(len(scale.labels), 28)

    def test_in_a_wash_water_lightens(self) -> None:
        wash = Viewing("wash")
        for row in (
            tint_column(PAINT("PB29"), viewing=wash),
            value_scale(PAINT("PBk9"), 7, viewing=wash),
            string(PAINT("PB29"), (4, 6, 8), PAINT("PBk9"), wash),
        ):
            self.assertTrue((np.diff(values(row)) > 0).all())
            self.assertEqual({"water"}, {p.key for p in row[-1].paints} & {"water", "PW6"})
