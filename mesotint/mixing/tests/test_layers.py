"""Layers: their limits, Kubelka's film over a film by hand, and when one mixture does as well."""

import unittest

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.layers import THICKEST, THINNEST, layers, thinned
from mesotint.mixing.mixture import Viewing
from mesotint.optics.film import GLAZE_THICKNESS
from mesotint.optics.surface import INNER_REFLECTION, OUTER_REFLECTION, surface_scatter
from mesotint.paints.library import library

L = library()
BOX = [L.paint(key) for key in ("PW6", "PY43", "PV23", "PB29", "PBr7-burnt-sienna", "PR101")]
VIOLET, OCHRE, BLUE, WHITE = (L.paint(key) for key in ("PV23", "PY43", "PB29", "PW6"))


def by_hand(under, over, coats: float) -> np.ndarray:
    """Kubelka 1948, eq. 27: a film of thickness X over a ground of R_g, band by band."""
    k, s = over.absorption, over.scattering
    ratio = under.absorption / under.scattering
    ground = 1 + ratio - np.sqrt(ratio**2 + 2 * ratio)
    a = 1 + k / s
    b = np.sqrt(a**2 - 1)
    coth = 1 / np.tanh(b * s * coats * GLAZE_THICKNESS)
    inner = (1 - ground * (a - b * coth)) / (a - ground + b * coth)
    seen = (1 - OUTER_REFLECTION) * (1 - INNER_REFLECTION) * inner / (1 - INNER_REFLECTION * inner)
    return lab_from_reflectance(seen + surface_scatter("satin"), "D65")


class LayersTest(unittest.TestCase):
    def test_a_film_over_a_film_is_kubelkas(self) -> None:
        for coats in (0.05, 0.3, 1.0, 2.0):
            found = layers({VIOLET: 1.0}, {OCHRE: 1.0}, coats, BOX)
            wanted = by_hand(VIOLET, OCHRE, coats)
            self.assertLess(float(delta_e_2000(found.lab, wanted)), 0.1, coats)

    def test_thin_it_is_what_lies_below_and_thick_it_goes_toward_what_lies_above(self) -> None:
        found = layers({BLUE: 1.0, WHITE: 2.0}, {OCHRE: 1.0}, 0.3, BOX)
        away = delta_e_2000(found.labs, found.under_lab)
        self.assertLess(float(away[0]), 6.0)
        toward = delta_e_2000(found.labs, found.over_lab)
        self.assertTrue((np.diff(toward) < 0.05).all())
        self.assertEqual((found.coats[0], found.coats[-1]), (THINNEST, THICKEST))

    def test_what_one_mixture_does_as_well_is_told_as_that(self) -> None:
        same = layers({WHITE: 4.0, BLUE: 1.0}, {WHITE: 4.0, BLUE: 1.0}, 1.0, BOX)
        self.assertLess(same.single.delta_e, 1.0)
        self.assertIn("One mixture comes to the same", same.says[0])
        viewing = Viewing()
        again = viewing.lab(np.array(same.single.parts), list(same.single.paints))
        self.assertLess(float(delta_e_2000(again, same.lab)), 1.0)
        few = [WHITE, OCHRE]
        far = layers({L.paint("PO20"): 1.0}, {VIOLET: 1.0}, 0.2, few)
        self.assertGreater(far.single.delta_e, 2.5)
        self.assertIn("than any one mixture", far.says[0])

    def test_bad_input(self) -> None:
        for asked, says in (
            (({}, {OCHRE: 1.0}, 0.3, BOX), "some paint"),
            (({OCHRE: 1.0}, {OCHRE: 0.0}, 0.3, BOX), "some paint"),
            (({OCHRE: 1.0}, {VIOLET: 1.0}, 0.0, BOX), "coats"),
            (({OCHRE: 1.0}, {VIOLET: 1.0}, 9.0, BOX), "coats"),
            (({OCHRE: 1.0}, {VIOLET: 1.0}, 0.3, []), "box is empty"),
            (({OCHRE: 1.0}, {VIOLET: 1.0}, 0.3, BOX, Viewing("wash")), "wash"),
        ):
            with self.subTest(says), self.assertRaisesRegex(InputError, says):
                layers(*asked)

    def test_how_it_is_laid(self) -> None:
        self.assertEqual(thinned(0.5), "1 part to 1 of medium")
