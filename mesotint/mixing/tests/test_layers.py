"""Layers: their limits, Kubelka's film over a film by hand, and when one mixture does as well."""

import unittest

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.layers import (
    THICKEST,
    THINNEST,
    layer_grid,
    layers,
    thickness,
    thinned,
)
from mesotint.mixing.mixture import Viewing
from mesotint.optics.film import GLAZE_THICKNESS, layered_film
from mesotint.optics.surface import INNER_REFLECTION, OUTER_REFLECTION, surface_scatter
from mesotint.paints.library import library

L = library()
BOX = [L.paint(key) for key in ("PW6", "PY43", "PV23", "PB29", "PBr7-burnt-sienna", "PR101")]
VIOLET, OCHRE, BLUE, WHITE = (L.paint(key) for key in ("PV23", "PY43", "PB29", "PW6"))


def by_hand(under, over, coats: float, wet: float = 1.0) -> np.ndarray:
    """Kubelka 1948, eq. 27: a film of thickness X over a ground of R_g, band by band."""
    k, s = over.absorption / wet, over.scattering
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


class LayerGridTest(unittest.TestCase):
    UNDERS = (VIOLET, BLUE, WHITE)
    GLAZES = (OCHRE, L.paint("PV19"))

    def test_each_cell_is_kubelkas_film_at_each_thickness(self) -> None:
        found = layer_grid([{p: 1.0} for p in self.UNDERS], [{p: 1.0} for p in self.GLAZES])
        self.assertEqual(found.labs.shape, (3, 2, len(found.coats), 3))
        for i, under in enumerate(self.UNDERS):
            for j, glaze in enumerate(self.GLAZES):
                for at in (0, 9, 24):
                    wanted = by_hand(under, glaze, float(found.coats[at]))
                    off = float(delta_e_2000(found.labs[i, j, at], wanted))
                    self.assertLess(off, 0.1, (under.key, glaze.key, at))
        self.assertEqual(found.nearest(0.3), int(np.abs(np.log(found.coats / 0.3)).argmin()))

    def test_two_films_of_one_paint_are_one_of_both_thicknesses(self) -> None:
        """Kubelka (1948): layers of the same material add up."""
        k, s = OCHRE.absorption, OCHRE.scattering
        ground = np.full(36, 0.8)
        twice = layered_film([(k, s, 0.1), (k, s, 0.17)], ground)
        once = layered_film([(k, s, 0.27)], ground)
        np.testing.assert_allclose(twice, once, atol=1e-9)

    def test_the_mixture_beside_it_is_of_the_two_and_none_comes_nearer(self) -> None:
        found = layer_grid([{VIOLET: 1.0}], [{OCHRE: 1.0}])
        share = np.linspace(0, 1, 4001)
        mixtures = Viewing().lab(np.stack([1 - share, share], axis=1), [VIOLET, OCHRE])
        for at in range(0, len(found.coats), 4):
            mixed = Viewing().lab(
                np.array([1 - found.mixed_shares[0, 0, at], found.mixed_shares[0, 0, at]]),
                [VIOLET, OCHRE],
            )
            np.testing.assert_allclose(mixed, found.mixed_labs[0, 0, at], atol=1e-6)
            least = float(delta_e_2000(mixtures, found.labs[0, 0, at]).min())
            there = float(delta_e_2000(mixed, found.labs[0, 0, at]))
            self.assertAlmostEqual(there, float(found.away[0, 0, at]), places=6)
            self.assertLess(there, least + 0.2)
        self.assertGreater(float(found.away.max()), 5)

    def test_the_nearest_is_the_nearest_of_all_over_a_bare_ground_too(self) -> None:
        """Hansa yellow over toned ochre was told a mixture of white 25 off, where one of 14 is."""
        hansa = L.paint("PY3")
        share = np.linspace(0, 1, 4001)
        mixtures = Viewing().lab(np.stack([1 - share, share], axis=1), [WHITE, hansa])
        for coats in (0.05, 0.3, 1.0):
            found = layer_grid([], [{hansa: 1.0}], ground="toned ochre", coats=coats)
            at = found.nearest(coats)
            least = float(delta_e_2000(mixtures, found.labs[0, 0, at]).min())
            self.assertLess(float(found.away[0, 0, at]), least + 0.2)

    def test_the_thickness_that_is_asked_for_is_the_one_that_is_told(self) -> None:
        for coats in (0.02, 0.3, 1.0, 1.37, 2.0):
            found = layer_grid([{VIOLET: 1.0}], [{OCHRE: 1.0}], coats=coats)
            at = found.nearest(coats)
            self.assertEqual(float(found.coats[at]), coats)
            self.assertTrue((np.diff(found.coats) > 0).all())
            off = float(delta_e_2000(found.labs[0, 0, at], by_hand(VIOLET, OCHRE, coats)))
            self.assertLess(off, 0.1)
        with self.assertRaisesRegex(InputError, "coats"):
            layer_grid([{VIOLET: 1.0}], [{OCHRE: 1.0}], coats=5.0)

    def test_a_wet_film_is_as_wet_as_the_mixture_beside_it(self) -> None:
        """Both absorb the dry one's K divided by the load; what lies below is dry."""
        for wet in (1.0, 0.8, 1.3):
            found = layer_grid([{WHITE: 1.0}], [{OCHRE: 1.0}], Viewing(wet_load=wet))
            at = found.nearest(0.3)
            film = by_hand(WHITE, OCHRE, float(found.coats[at]), wet)
            self.assertLess(float(delta_e_2000(found.labs[0, 0, at], film)), 0.1)
            share = float(found.mixed_shares[0, 0, at])
            mixed = Viewing(wet_load=wet).lab(np.array([1 - share, share]), [WHITE, OCHRE])
            self.assertLess(float(delta_e_2000(found.mixed_labs[0, 0, at], mixed)), 0.01)

    def test_thicknesses_have_words(self) -> None:
        words = [thickness(coats) for coats in (0.05, 0.3, 0.6, 1.0, 2.0)]
        self.assertEqual(len(set(words)), 5)
        self.assertEqual(words[1], "a thin glaze")

    def test_a_bare_ground_stands_first(self) -> None:
        bare = layer_grid([{VIOLET: 1.0}], [{OCHRE: 1.0}], ground="toned ochre")
        self.assertEqual(bare.labs.shape[0], 2)
        white = layer_grid([], [{OCHRE: 1.0}], ground="bright white")
        self.assertGreater(float(white.labs[0, 0, 0, 0]), float(bare.labs[0, 0, 0, 0]) + 15)

    def test_bad_input(self) -> None:
        for asked, says in (
            (([], [{OCHRE: 1.0}]), "at least one layer"),
            (([{OCHRE: 1.0}], []), "at least one layer"),
            (([{OCHRE: 0.0}], [{OCHRE: 1.0}]), "some paint"),
            (([{OCHRE: 1.0}], [{OCHRE: 1.0}], Viewing(medium="wash")), "opaque paint"),
            (([], [{OCHRE: 1.0}], Viewing(), "mud"), "no ground"),
        ):
            with self.subTest(says), self.assertRaisesRegex(InputError, says):
                layer_grid(*asked)
