"""Kubelka–Munk films and Saunderson's surface against their authors' closed forms."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.numpy import arrays

from mesotint.errors import InputError
from mesotint.optics.film import layered_film, opaque_film, wash_film
from mesotint.optics.grid import BANDS
from mesotint.optics.kubelka_munk import (
    film_reflectance,
    mixed,
    opaque_reflectance,
)
from mesotint.optics.surface import FINISHES, internal_reflectance, seen_reflectance

K = np.geomspace(0.001, 30, BANDS)
S = np.linspace(0.02, 1.0, BANDS)
coefficients = arrays(np.float64, (3, BANDS), elements=st.floats(0.001, 40))
parts = arrays(np.float64, 3, elements=st.floats(0.001, 100))


class KubelkaMunkTest(unittest.TestCase):
    def test_k_over_s_of_an_opaque_film_is_the_remission_function(self) -> None:
        """Kubelka and Munk (1931): K/S = (1 - R)**2 / (2 R)."""
        reflectance = opaque_reflectance(K, S)
        np.testing.assert_allclose((1 - reflectance) ** 2 / (2 * reflectance), K / S, rtol=1e-9)

    def test_film_against_the_hyperbolic_solution(self) -> None:
        """Kubelka (1948), eq. 28: R = (1 - Rg (a - b coth bSX)) / (a - Rg + b coth bSX)."""
        a = 1 + K / S
        b = np.sqrt(a**2 - 1)
        for thickness in (0.05, 1.0, 4.0):
            for ground in (0.0, 0.3, 0.9):
                coth = 1 / np.tanh(b * S * thickness)
                published = (1 - ground * (a - b * coth)) / (a - ground + b * coth)
                ours = film_reflectance(K, S, thickness, np.full(BANDS, ground))
                np.testing.assert_allclose(ours, published, rtol=1e-9)

    def test_a_film_grows_from_its_ground_to_an_opaque_one(self) -> None:
        ground = np.full(BANDS, 0.8)
        np.testing.assert_allclose(film_reflectance(K, S, 0.0, ground), ground, rtol=1e-12)
        thick = film_reflectance(K, S, 1e5, ground)
        np.testing.assert_allclose(thick, opaque_reflectance(K, S), rtol=1e-9)

    def test_a_film_that_only_scatters_has_kubelkas_limit(self) -> None:
        """Kubelka (1948): over black, with K = 0, R = SX / (1 + SX)."""
        ours = film_reflectance(np.zeros(BANDS), S, 2.0, np.zeros(BANDS))
        np.testing.assert_allclose(ours, 2 * S / (1 + 2 * S), rtol=1e-5)

    def test_two_layers_of_one_paint_are_one_thicker_layer(self) -> None:
        ground = np.linspace(0.1, 0.9, BANDS)
        below = film_reflectance(K, S, 0.7, ground)
        both = film_reflectance(K, S, 0.4, below)
        np.testing.assert_allclose(both, film_reflectance(K, S, 1.1, ground), rtol=1e-9)


class LayersTest(unittest.TestCase):
    def test_a_film_under_its_surface_is_the_closed_forms_put_together(self) -> None:
        parts, k, s = np.array([[2.0, 1.0], [1.0, 9.0]]), np.stack([K, K[::-1]]), np.stack([S, S])
        internal = opaque_reflectance(mixed(parts, k), mixed(parts, s))
        np.testing.assert_allclose(opaque_film(parts, k, s), seen_reflectance(internal), rtol=1e-12)
        single = opaque_film(*(a.astype(np.float32) for a in (parts, k, s)))
        self.assertEqual(single.dtype, np.float32)
        np.testing.assert_allclose(single, opaque_film(parts, k, s), rtol=1e-5)

    def test_layers_add_up_in_kubelkas_sense(self) -> None:
        """Kubelka (1954): one layer over another, by reflectance and transmittance of each."""
        ground = np.full(BANDS, 0.6)
        upper, lower = (K, S, 0.3), (K[::-1], S, 0.8)
        below = film_reflectance(*lower, ground)
        # Transmittance of the upper layer from its reflectances over black and over the ground:
        # R = R0 + T**2 Rg / (1 - R0 Rg).
        over_black = film_reflectance(*upper, np.zeros(BANDS))
        over_ground = film_reflectance(*upper, ground)
        square = (over_ground - over_black) * (1 - over_black * ground) / ground
        published = over_black + square * below / (1 - over_black * below)
        ours = layered_film([lower, upper], ground)
        np.testing.assert_allclose(ours, seen_reflectance(published), rtol=1e-9)

    def test_no_layer_shows_the_ground_and_a_thick_one_hides_it(self) -> None:
        ground = np.linspace(0.1, 0.9, BANDS)
        np.testing.assert_allclose(layered_film([], ground), seen_reflectance(ground))
        hidden = layered_film([(K, S, 0.5), (K, S, 1e5)], ground)
        np.testing.assert_allclose(hidden, opaque_film(np.ones(1), K[None], S[None]), rtol=1e-9)

    def test_a_glaze_lies_over_what_is_seen_of_a_dry_passage(self) -> None:
        passage = opaque_film(np.ones(1), K[None], S[None])
        ground = internal_reflectance(passage)
        np.testing.assert_allclose(layered_film([], ground), passage, rtol=1e-6)
        glazed = layered_film([(K * 5, S, 0.2)], ground)
        self.assertTrue((glazed <= passage + 1e-9)[K > 1].all())

    def test_a_thickness_that_cannot_be_is_refused(self) -> None:
        for thickness in (-1.0, float("nan"), float("inf")):
            with self.assertRaisesRegex(InputError, "thickness"):
                layered_film([(K, S, thickness)], np.zeros(BANDS))

    def test_a_wash_takes_the_colour_of_its_ground(self) -> None:
        toned = np.linspace(0.2, 0.6, BANDS)
        thin = wash_film(np.ones(1), K[None] / 100, S[None] / 100, toned, 500.0)
        np.testing.assert_allclose(thin, seen_reflectance(toned), atol=0.002)


class SurfaceTest(unittest.TestCase):
    def test_saunderson_1942_and_back(self) -> None:
        internal = np.linspace(0.001, 0.99, 50)
        for finish, scatter in FINISHES.items():
            seen = seen_reflectance(internal, finish)
            # Saunderson (1942): k1-free form, diffuse surface light added.
            published = scatter + (1 - 0.035) * (1 - 0.6) * internal / (1 - 0.6 * internal)
            np.testing.assert_allclose(seen, published, rtol=1e-12)
            np.testing.assert_allclose(internal_reflectance(seen, finish), internal, rtol=1e-9)

    def test_matte_is_lighter_than_satin_than_gloss(self) -> None:
        dark = np.full(BANDS, 0.01)
        matte, satin, gloss = (seen_reflectance(dark, f)[0] for f in ("matte", "satin", "gloss"))
        self.assertGreater(matte, satin)
        self.assertGreater(satin, gloss)

    def test_unknown_finish_offers_the_nearest(self) -> None:
        with self.assertRaisesRegex(InputError, "did you mean satin"):
            seen_reflectance(np.zeros(3), "saten")


PAPER = np.full(BANDS, 0.9)


class AnyPaintTest(unittest.TestCase):
    """What must hold for any paints in any amounts."""

    @given(parts, coefficients, coefficients)
    def test_reflectance_stays_between_nothing_and_everything(self, amounts, k, s) -> None:
        for film in (opaque_film(amounts, k, s), wash_film(amounts, k, s, PAPER, 3.0)):
            self.assertTrue(((film > 0) & (film < 1)).all())

    @given(parts, coefficients, coefficients, st.floats(0.001, 1000))
    def test_scaling_all_parts_changes_nothing(self, amounts, k, s, factor) -> None:
        np.testing.assert_allclose(
            opaque_film(amounts * factor, k, s), opaque_film(amounts, k, s), rtol=1e-9
        )

    @given(parts, coefficients, coefficients, st.permutations(range(3)))
    def test_order_changes_nothing(self, amounts, k, s, order) -> None:
        np.testing.assert_allclose(
            opaque_film(amounts[order], k[order], s[order]), opaque_film(amounts, k, s), rtol=1e-9
        )

    @given(parts, coefficients, coefficients)
    def test_a_paint_mixed_with_itself_stays_what_it_is(self, amounts, k, s) -> None:
        same_k, same_s = np.repeat(k[:1], 3, axis=0), np.repeat(s[:1], 3, axis=0)
        np.testing.assert_allclose(
            opaque_film(amounts, same_k, same_s), opaque_film(np.ones(1), k[:1], s[:1]), rtol=1e-9
        )

    @given(parts, coefficients)
    def test_a_mixtures_k_and_s_lie_between_its_paints(self, amounts, k) -> None:
        blend = mixed(amounts, k)
        slack = 1e-9 * k.max()
        self.assertTrue((blend >= k.min(axis=0) - slack).all())
        self.assertTrue((blend <= k.max(axis=0) + slack).all())

    @given(parts, coefficients, coefficients, st.floats(0.01, 50))
    def test_more_black_never_lightens(self, amounts, k, s, more) -> None:
        """A black absorbs more and scatters no more than the rest, at every wavelength."""
        k, s = k.copy(), s.copy()
        k[2], s[2] = k.max(axis=0) + 1, s.min(axis=0)
        darker = amounts + np.array([0, 0, more])
        self.assertTrue(
            (opaque_film(darker, k, s) <= opaque_film(amounts, k, s) * (1 + 1e-9)).all()
        )

    @given(parts, coefficients, coefficients, st.floats(0, 50), st.floats(0.01, 50))
    def test_water_brings_a_wash_toward_the_paper(self, amounts, k, s, water, more) -> None:
        paper = seen_reflectance(PAPER)
        far = np.abs(wash_film(amounts, k, s, PAPER, water) - paper)
        near = np.abs(wash_film(amounts, k, s, PAPER, water + more) - paper)
        self.assertTrue((near <= far + 1e-9).all())
