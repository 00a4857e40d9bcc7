"""The grid: greyest cells against a dense scan, equal strength by a root finder, words."""

import unittest

import numpy as np
from scipy.optimize import brentq

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.character import STRENGTH_DEPTH, by_strength, equal_strength
from mesotint.mixing.mixture import Mixture, Viewing
from mesotint.mixing.muting.grid import in_order, kinds_of, pair_grid
from mesotint.optics.grid import BANDS
from mesotint.optics.surface import INNER_REFLECTION, OUTER_REFLECTION, surface_scatter
from mesotint.paints.library import Paint, library
from mesotint.paints.roles import mixture

L = library()
REDS = [L.paint(key) for key in ("PR108-light", "PV19", "PR177", "PR101")]
GREENS = [L.paint(key) for key in ("PG7", "PG17", "PG23")]
VIEWING = Viewing()


def by_hand(parts: dict[Paint, float], light: str = "D65") -> np.ndarray:
    """Kubelka and Munk (1931) with Saunderson's correction (1942), band by band, in plain words."""
    total = sum(parts.values())
    k = sum(n / total * p.absorption for p, n in parts.items())
    s = sum(n / total * p.scattering for p, n in parts.items())
    q = np.asarray(k) / np.asarray(s)
    inner = 1 + q - np.sqrt(q**2 + 2 * q)
    seen = (1 - OUTER_REFLECTION) * (1 - INNER_REFLECTION) * inner / (1 - INNER_REFLECTION * inner)
    assert seen.shape == (BANDS,)
    return VIEWING.lab_of_film(seen + surface_scatter("satin"))


class GridTest(unittest.TestCase):
    def test_each_cell_is_the_mixture_of_its_row_and_column(self) -> None:
        found = pair_grid(REDS, GREENS, 2.0, 3.0)
        self.assertEqual(found.labs.shape, (4, 3, 3))
        for i, row in enumerate(REDS):
            for j, column in enumerate(GREENS):
                told = by_hand({row: 2.0, column: 1.0, L.white: 9.0})
                self.assertLess(float(delta_e_2000(found.labs[i, j], told)), 1e-3)
                red, green, white = found.amounts[i, j]
                self.assertAlmostEqual(red / green, 2.0)
                self.assertAlmostEqual(white, 3.0 * (red + green))

    def test_the_greyest_cell_against_a_dense_scan(self) -> None:
        share = np.linspace(0, 1, 4001)
        for white in (0.0, 4.0):
            found = pair_grid(REDS, GREENS, "greyest", white)
            for i, row in enumerate(REDS):
                for j, column in enumerate(GREENS):
                    parts = np.stack([1 - share, share, np.full_like(share, white)], axis=1)
                    labs = VIEWING.lab(parts, [row, column, L.white])
                    least = np.hypot(labs[:, 1], labs[:, 2]).min()
                    chroma = np.hypot(*found.labs[i, j, 1:])
                    self.assertLess(chroma, least + 0.05, (row.key, column.key, white))

    def test_in_a_wash_water_opens(self) -> None:
        wash = Viewing(medium="wash")
        found = pair_grid(REDS[:2], GREENS[:1], 1.0, 2.0, wash)
        told = Mixture.of({REDS[1]: 1.0, GREENS[0]: 1.0}, wash, water=2.0).lab
        self.assertLess(float(delta_e_2000(found.labs[1, 0], told)), 1e-3)

    def test_equal_strength_by_its_definition_and_another_root_finder(self) -> None:
        """Both are let into white until it is as far from white: the amounts are the parts."""
        white = by_hand({L.white: 1.0})

        def amount(paint: Paint) -> float:
            def short(log: float) -> float:
                share = np.exp(log)
                lab = by_hand({paint: share, L.white: 1 - share})
                return float(delta_e_2000(lab, white)) - STRENGTH_DEPTH

            return float(np.exp(brentq(short, np.log(1e-5), np.log(0.999))))

        paints = [L.paint(key) for key in ("PR108-light", "PG7", "PY43", "PB15:3", "PV23")]
        parts = equal_strength(paints)
        wanted = np.array([amount(paint) for paint in paints])
        np.testing.assert_allclose(parts, wanted / wanted[0], rtol=0.02)
        found = pair_grid(paints[:1], paints[1:], "strength")
        for j, paint in enumerate(paints[1:]):
            first, second = found.amounts[0, j, :2]
            self.assertAlmostEqual(second / first, amount(paint) / wanted[0], delta=0.02)
        pulls = by_strength(parts, paints)
        np.testing.assert_allclose(pulls, pulls[0], rtol=1e-9)
        self.assertEqual(float(by_strength(np.array([3.0]), [L.white])[0]), 0.0)

    def test_words_of_a_grid(self) -> None:
        """Common practice: an ochre with a little blue or black is an olive."""
        ochre = pair_grid([L.paint("PY43")], [L.paint("PB29"), L.paint("PBk9")], 8.0)
        self.assertEqual(ochre.kinds[0][0], "olive")
        self.assertIn(ochre.kinds[0][1], ("olive", "brown", "khaki"))
        self.assertEqual(
            kinds_of(np.array([[15.0, 1, 1], [50, 1, 1], [70, -2, 25], [28, 30, 5], [40, 12, 25]])),
            ["black", "grey", "khaki", "wine red", "brown"],
        )

    def test_warm_with_warm_is_a_clearer_brown_than_warm_with_cool(self) -> None:
        """Common practice, no published source: in parts of equal strength."""
        warm = mixture("warm", "A warm green", {L.paint("PG36"): 1.0, L.paint("PY74"): 6.0})
        cool = mixture("cool", "A cool green", {L.paint("PG7"): 1.0, L.paint("PY3"): 1.0})
        greens = [warm, cool, L.paint("PG7"), L.paint("PG18")]
        found = pair_grid([L.paint("PR108-light")], greens, "strength")
        chroma = np.hypot(found.labs[0, :, 1], found.labs[0, :, 2])
        self.assertTrue((chroma[0] > chroma[1:] + 1).all(), chroma)
        self.assertTrue(found.remarks[0][0].startswith("warm with warm"))

    def test_a_remark_never_contradicts_its_cell(self) -> None:
        paints = [paint for paint in L.plain if np.hypot(*Mixture.of({paint: 1}).lab[1:]) > 5]
        for ratio in (1.0, "greyest"):
            found = pair_grid(paints[:16], paints[16:], ratio)
            named = set()
            for kinds, remarks in zip(found.kinds, found.remarks, strict=True):
                for kind, remark in zip(kinds, remarks, strict=True):
                    pair, _, word = remark.partition(": ")
                    self.assertIn(word.removeprefix("cleaner "), ("", kind))
                    self.assertIn(pair, ("warm with warm", "warm with cool", "cool with cool"))
                    named.add(word)
            self.assertGreater(len(named), 2)

    def test_rows_stand_in_an_order(self) -> None:
        paints = [L.paint(key) for key in ("PB29", "PY3", "PBk9", "PR108-light", "PG7")]
        self.assertEqual([p.key for p in in_order(paints, "given")], [p.key for p in paints])
        by_value = VIEWING.lab(np.eye(5), in_order(paints, "value"))[:, 0]
        self.assertTrue((np.diff(by_value) <= 0).all())
        self.assertEqual(in_order(paints, "temperature")[-1].key, "PBk9")
        self.assertEqual(in_order(paints, "temperature")[0].key, "PR108-light")
        self.assertEqual(
            [p.key for p in in_order(paints, "hue")], ["PR108-light", "PY3", "PG7", "PB29", "PBk9"]
        )

    def test_the_same_tubes_on_both_sides_and_what_is_refused(self) -> None:
        found = pair_grid(REDS, REDS, "greyest")
        for i, paint in enumerate(REDS):
            self.assertLess(float(delta_e_2000(found.labs[i, i], by_hand({paint: 1.0}))), 1e-3)
        for asked, says in (
            ((REDS[:1], GREENS[:1]), "is a scale"),
            (([], GREENS), "no rows"),
            ((REDS, []), "no columns"),
            ((REDS, [*GREENS, REDS[0]]), "take it out of one"),
            (([REDS[0], *REDS], GREENS), "stands twice"),
            (([*REDS, L.white], GREENS, "strength"), "give it by parts"),
            ((REDS, GREENS, "equal"), "is no ratio"),
            ((REDS, GREENS, 0.0), "ratio"),
            ((REDS, GREENS, 1.0, -1.0), "white"),
        ):
            with self.subTest(says), self.assertRaisesRegex(InputError, says):
                pair_grid(*asked)
        with self.assertRaisesRegex(InputError, "choose one"):
            in_order(REDS, "size")
