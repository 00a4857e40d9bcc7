"""Mixtures and trails of library paints."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import lab_from_hex
from mesotint.errors import InputError
from mesotint.mixing.ground import GROUNDS
from mesotint.mixing.mixture import DRYING, Mixture, Viewing
from mesotint.mixing.muting.trail import POINTS, Trail
from mesotint.paints.library import library, mixed_tube

PAINT = library().paint
keys = st.sampled_from(sorted(library().paints))
viewings = st.builds(
    Viewing, st.sampled_from(["opaque", "wash"]), st.sampled_from(["gloss", "satin", "matte"])
)


class MixtureTest(unittest.TestCase):
    def test_yellow_and_violet_are_a_dull_brown(self) -> None:
        look = Mixture.of({PAINT("PY3"): 9, PAINT("PV23"): 1}).appearance
        self.assertIn("brown", look.name)
        self.assertTrue(look.in_gamut)
        self.assertRegex(look.munsell, r"^[\d.]+YR [\d.]+/[\d.]+$")

    def test_lightness_is_judged_against_what_the_hue_can_be(self) -> None:
        """A pure yellow is as light as yellows are: clear, and not pale."""
        for key, told in (("PY3", "clear yellow"), ("PO20", "clear orange"), ("PR254", "clear red"),
                          ("PB28", "clear blue")):  # fmt: skip
            with self.subTest(paint=key):
                self.assertEqual(Mixture.of({PAINT(key): 1}).appearance.name, told)
        tint = Mixture.of({PAINT("PY3"): 1, PAINT("PW6"): 60}).appearance
        self.assertTrue(tint.name.startswith(("pale", "light")), tint.name)

    def test_gloss_darks_are_deeper_than_matte(self) -> None:
        deep = {finish: Mixture.of({PAINT("PV23"): 1}, Viewing(finish=finish)).lab[0]
                for finish in ("gloss", "satin", "matte")}  # fmt: skip
        self.assertLess(deep["gloss"], deep["satin"])
        self.assertLess(deep["satin"], deep["matte"])

    def test_near_black_masstones_neither_collapse_nor_leave_munsells_range(self) -> None:
        for key, paint in library().paints.items():
            with self.subTest(paint=key):
                mixture = Mixture.of({paint: 1})
                self.assertGreater(mixture.lab[0], 8)
                self.assertGreater(mixture.reflectance.min(), 0.012)

    def test_a_wash_lightens_with_water_and_an_opaque_film_does_not(self) -> None:
        blue = {PAINT("PB29"): 1}
        wash = Viewing("wash")
        self.assertGreater(Mixture.of(blue, wash, 8).lab[0], Mixture.of(blue, wash, 1).lab[0] + 10)
        np.testing.assert_array_equal(Mixture.of(blue, None, 8).lab, Mixture.of(blue).lab)

    def test_watercolour_dries_lighter_and_acrylic_darker_by_a_figure_one_can_set(self) -> None:
        """Common practice as to direction; the sizes are from memory."""
        blue = {PAINT("PB29"): 1}
        dry = Mixture.of(blue, Viewing("wash"), 4).lab[0]
        wet = {name: Mixture.of(blue, Viewing("wash", wet_load=load), 4).lab[0]
               for name, load in DRYING.items()}  # fmt: skip
        self.assertLess(wet["watercolour"], dry)
        self.assertLess(wet["gouache"], dry)
        self.assertGreater(wet["acrylic"], dry)
        self.assertEqual(wet["oil"], dry)
        with self.assertRaisesRegex(InputError, "wet load"):
            Viewing(wet_load=0)

    def test_bulk_agrees_with_one_by_one(self) -> None:
        paints = [PAINT("PY3"), PAINT("PV23"), PAINT("PW6")]
        parts = np.random.default_rng(4).random((5000, 3)) ** 3
        for viewing in (Viewing(), Viewing("wash", light="A")):
            exact = viewing.lab(parts, paints)
            np.testing.assert_allclose(viewing.lab_in_bulk(parts, paints), exact, atol=1e-9)
            quick = viewing.lab_in_bulk(parts, paints, dtype=np.float32)
            np.testing.assert_allclose(quick, exact, atol=2e-3)

    def test_amounts_that_cannot_be_name_the_field(self) -> None:
        blue = PAINT("PB29")
        for parts in ({}, {blue: 0}, {blue: -1}, {blue: float("nan")}, {blue: float("inf")},
                      {blue: "much"}, {blue: True}):  # fmt: skip
            with self.subTest(parts=parts), self.assertRaisesRegex(InputError, "parts"):
                Mixture.of(parts)

    def test_words_that_are_not_known_offer_others(self) -> None:
        for words in ({"medium": "opaqe"}, {"finish": "shiny"}, {"light": "D56"}):
            with self.subTest(words=words), self.assertRaises(InputError) as caught:
                Viewing(**words)
            self.assertEqual([caught.exception.field], list(words))


class TrailTest(unittest.TestCase):
    def test_ends_are_the_pure_paints(self) -> None:
        trail = Trail(PAINT("PO20"), PAINT("PB29"))
        self.assertEqual(trail.labs.shape, (POINTS, 3))
        np.testing.assert_allclose(trail.labs[0], Mixture.of({PAINT("PO20"): 1}).lab)
        np.testing.assert_allclose(trail.labs[-1], Mixture.of({PAINT("PB29"): 1}).lab)

    def test_the_neutral_is_the_least_chroma_there_is(self) -> None:
        for pair in (("PO20", "PB29"), ("PY3", "PV23"), ("PG7", "PV19"), ("PW6", "PB15:3")):
            with self.subTest(pair=pair):
                trail = Trail(PAINT(pair[0]), PAINT(pair[1]), 2)
                fine = trail.lab(np.linspace(0, 1, 20001))
                least = np.hypot(fine[:, 1], fine[:, 2]).min()
                found = trail.lab(np.array(trail.neutral_share))
                self.assertLess(np.hypot(found[1], found[2]) - least, 0.02)

    def test_what_lies_between_two_points_is_what_a_straight_line_says(self) -> None:
        """The browser draws between the points; it may be off by no more than ΔE00 0.2."""
        for pair in (("PY3", "PV23"), ("PW6", "PB15:3"), ("PY83", "PG7")):
            trail = Trail(PAINT(pair[0]), PAINT(pair[1]))
            middle = (trail.shares[1:] + trail.shares[:-1]) / 2
            drawn = (trail.labs[1:] + trail.labs[:-1]) / 2
            with self.subTest(pair=pair):
                self.assertLess(delta_e_2000(drawn, trail.lab(middle)).max(), 0.2)

    def test_the_white_test_opens_every_mixture(self) -> None:
        trail = Trail(PAINT("PO20"), PAINT("PB29"), 1)
        opened = trail.opened_lab(np.array([0.4]))
        # One part of the pair and one of white is two; four parts of white each make nine.
        by_hand = Mixture.of({PAINT("PO20"): 0.6, PAINT("PB29"): 0.4, PAINT("PW6"): 9}).lab
        np.testing.assert_allclose(opened[0], by_hand)

    def test_a_trail_runs_from_a_mixture_to_a_mixture(self) -> None:
        green = mixed_tube("g", "My green", "mixture", {PAINT("PY3"): 3, PAINT("PB15:3"): 1})
        red = mixed_tube("r", "My red", "mixture", {PAINT("PR108-light"): 2, PAINT("PV19"): 1})
        half = {PAINT("PY3"): 0.75, PAINT("PB15:3"): 0.25,
                PAINT("PR108-light"): 2 / 3, PAINT("PV19"): 1 / 3}  # fmt: skip
        np.testing.assert_allclose(Trail(green, red).lab(np.array(0.5)), Mixture.of(half).lab)

    def test_a_paint_with_itself_is_refused(self) -> None:
        with self.assertRaisesRegex(InputError, "another paint"):
            Trail(PAINT("PB29"), PAINT("PB29"))

    def test_white_out_of_range_is_refused(self) -> None:
        for white in (-1, 1e9, float("nan")):
            with self.subTest(white=white), self.assertRaisesRegex(InputError, "white"):
                Trail(PAINT("PB29"), PAINT("PO20"), white)

    @given(keys, keys, viewings, st.floats(0, 20))
    def test_any_trail_is_finite_and_rises_from_end_to_end(self, a, b, viewing, lightener) -> None:
        if a == b:
            return
        trail = Trail(PAINT(a), PAINT(b), lightener, viewing)
        self.assertTrue(np.isfinite(trail.labs).all())
        self.assertTrue((np.diff(trail.shares) > 0).all())
        self.assertTrue(0 <= trail.neutral_share <= 1)


class GroundTest(unittest.TestCase):
    """What a wash is laid on; the figures are from memory, and are what is seen."""

    def bare(self, ground: str, finish: str = "satin") -> np.ndarray:
        viewing = Viewing("wash", finish, ground=ground)
        return viewing.lab(np.array([1e-7]), [PAINT("PB29")], 1e6)

    def test_a_wash_of_next_to_nothing_shows_the_ground(self) -> None:
        for ground, told in GROUNDS.items():
            for finish in ("gloss", "satin", "matte"):
                with self.subTest(ground=ground, finish=finish):
                    np.testing.assert_allclose(self.bare(ground, finish), told, atol=0.2)
        self.assertTrue(95 <= self.bare("bright white")[0] <= 96)
        self.assertAlmostEqual(self.bare("natural white")[0], 94, delta=0.3)
        np.testing.assert_allclose(self.bare("#8a7f72"), lab_from_hex("#8a7f72"), atol=0.2)

    def test_the_strongest_wash_is_no_stronger_than_watercolour(self) -> None:
        """Ultramarine reaches a chroma of about 60 to 65 over bright paper, then goes dark."""
        waters = np.geomspace(0.01, 300, 120)
        viewing = Viewing("wash")
        labs = np.array([viewing.lab(np.ones(1), [PAINT("PB29")], w) for w in waters])
        chroma = np.hypot(labs[:, 1], labs[:, 2])
        self.assertTrue(60 <= chroma.max() <= 66, chroma.max())
        self.assertTrue((np.diff(labs[:, 0]) > 0).all())
        self.assertLess(viewing.lab(np.ones(1), [PAINT("PBk9")])[0], 34)

    def test_an_opaque_film_hides_its_ground(self) -> None:
        parts, paints = np.ones(2), [PAINT("PB29"), PAINT("PO20")]
        toned = Viewing(ground="toned ochre").lab(parts, paints)
        np.testing.assert_array_equal(toned, Viewing().lab(parts, paints))

    def test_what_is_no_ground_is_said_with_what_is(self) -> None:
        with self.assertRaisesRegex(InputError, "choose cream"):
            Viewing("wash", ground="creme")
