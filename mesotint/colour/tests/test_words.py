"""Painters' words for colours. The words are common practice, without a published source."""

import unittest

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.hues import (
    FAMILIES,
    MIDDLES,
    OPPOSITES,
    WHEEL,
    alike,
    clearest_at,
    families,
    family,
    opposite_of,
    too_what,
    turn,
    wheel_name,
)
from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.colour.words import (
    describe,
    describe_each,
    difference_in_words,
    lean,
    miss_in_words,
    temperature,
)


def lab(lightness: float, chroma: float, hue: float) -> np.ndarray:
    return lab_from_lch(np.array([lightness, chroma, hue]))


class WordsTest(unittest.TestCase):
    def test_hues_of_well_known_munsell_colours(self) -> None:
        # Munsell's own hue names for his principal hues at a middle value.
        named = {"5R 5/10": "red", "5YR 6/10": "orange", "5Y 8/10": "yellow", "5G 5/8": "green",
                 "5GY 6/8": "yellow-green", "5BG 5/6": "blue-green", "5B 5/6": "blue",
                 "5PB 5/10": "blue", "5P 4/10": "violet", "2.5RP 5/10": "red-violet"}  # fmt: skip
        for text, word in named.items():
            with self.subTest(text=text):
                _, a, b = lab_from_munsell(parse(text))
                self.assertEqual(family(np.degrees(np.arctan2(b, a))), word)

    def test_no_hue_is_named_where_an_eye_sees_none(self) -> None:
        self.assertIsNone(lean(lab(40, 0.9, 20)))
        self.assertEqual(describe(lab(40, 0.9, 20)), "dark grey")
        self.assertEqual(describe(lab(12, 0.2, 300)), "black")
        self.assertEqual(lean(lab(40, 1.1, 20)), "red")

    def test_greys_lean_and_darks_of_warm_hues_are_browns_and_olives(self) -> None:
        self.assertEqual(describe(lab(42, 5, 310)), "dark grey that leans violet")
        self.assertIn("brown", describe(lab(35, 20, 60)))
        self.assertIn("olive", describe(lab(40, 25, 100)))
        self.assertIn("pink", describe(lab(80, 25, 10)))
        self.assertIn("orange", describe(lab(65, 80, 60)))

    def test_a_miss_is_told_with_its_size_and_its_side(self) -> None:
        self.assertIn("no lean", miss_in_words(lab(40, 0.5, 20)))
        self.assertIn("leans green by 2.0", miss_in_words(lab(40, 2, 150)))
        self.assertIn("near grey and leans red", miss_in_words(lab(40, 7, 20)))
        self.assertIn("blue side", miss_in_words(lab(40, 30, 265)))

    def test_every_hue_has_an_opposite_that_takes_it_out(self) -> None:
        for angle in range(0, 360, 5):
            self.assertNotEqual(opposite_of(family(angle)), family(angle))

    def test_a_pure_end_is_never_near_grey(self) -> None:
        told = miss_in_words(lab(40, 5, 60), "raw umber")
        self.assertNotIn("Comes near", told)
        self.assertIn("raw umber itself is the greyest", told)

    def test_a_grey_has_no_hue_for_its_lightness_to_be_judged_by(self) -> None:
        self.assertEqual(describe(lab(87, 4, 95)), "pale grey that leans yellow")

    def test_many_are_described_as_one_is(self) -> None:
        labs = np.random.default_rng(2).uniform([0, -80, -80], [100, 80, 80], (400, 3))
        self.assertEqual(describe_each(labs), [describe(each) for each in labs])

    def test_a_difference_has_a_word(self) -> None:
        for delta_e, word in ((0.4, "no eye sees it"), (0.999, "no eye sees it"),
                              (1.0, "seen when touching"), (2.6, "seen side by side"),
                              (5.0, "seen at once"), (40, "seen at once")):  # fmt: skip
            self.assertEqual(difference_in_words(delta_e), word)


class HuesTest(unittest.TestCase):
    """One table: whatever is said of a hue comes from the same angles."""

    def test_families_follow_each_other_round_the_circle_once(self) -> None:
        around = families(np.arange(0, 360, 0.5))
        changes = [b for a, b in zip([around[-1], *around[:-1]], around, strict=True) if a != b]
        self.assertEqual(sorted(changes), sorted(FAMILIES))
        self.assertEqual(set(MIDDLES), set(FAMILIES))
        for name, angle in MIDDLES.items():
            self.assertEqual(family(angle), name)

    def test_the_wheel_has_its_complements_six_places_on(self) -> None:
        names = [hue.name for hue in WHEEL]
        pairs = (("red", "green"), ("orange", "blue"), ("yellow", "violet"),
                 ("yellow-green", "red-violet"), ("blue-green", "red-orange"))  # fmt: skip
        for one, other in pairs:
            self.assertEqual((names.index(other) - names.index(one)) % 12, 6)
        for one, other in OPPOSITES.items():
            self.assertIn(other, names)
            self.assertFalse(alike(one, family(MIDDLES.get(other, 42.0))))

    def test_a_fault_is_named_along_the_circle(self) -> None:
        for have, want, told in (
            (25, 45, "red"), (12, 24, "cool"), (52, 24, "orange"), (100, 88, "green"),
            (70, 90, "orange"), (170, 150, "blue"), (125, 150, "yellow"), (300, 272, "violet"),
            (250, 272, "green"), (330, 312, "red"), (290, 312, "blue"), (350, 20, "cool"),
        ):  # fmt: skip
            with self.subTest(have=have, want=want):
                self.assertEqual(too_what(have, want), told)

    def test_a_red_against_a_red_orange_is_never_too_violet(self) -> None:
        for want in range(20, 60, 2):
            for off in range(4, 25, 3):
                self.assertNotEqual(too_what(want - off, want), "violet")

    def test_turns_the_short_way_and_temperature_by_the_middle(self) -> None:
        self.assertEqual(float(turn(10, 350)), 20)
        self.assertEqual(temperature(lab(45, 50, MIDDLES["red"] + 8)), "warm")
        self.assertEqual(temperature(lab(45, 50, MIDDLES["red"] - 8)), "cool")
        self.assertEqual(wheel_name(2.0), "red")

    def test_where_a_hue_is_clearest_goes_smoothly_round(self) -> None:
        around = clearest_at(np.arange(0, 361, 1.0))
        self.assertLess(np.abs(np.diff(around)).max(), 3)
        self.assertGreater(float(clearest_at(np.array(92.0))), 80)
        self.assertLess(float(clearest_at(np.array(305.0))), 35)
