"""Recipes: known answers, wishes, and colours out of reach."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.munsell import lab_from_munsell, parse
from mesotint.colour.smoothest import smoothest_reflectance
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Mixture, Viewing
from mesotint.mixing.recipe import Wishes, search, search_each
from mesotint.mixing.searcher import REACHED_BELOW
from mesotint.paints.library import WATER, library

PAINT = library().paint
BOX = [PAINT(key) for key in ("PW6", "PY3", "PY43", "PO20", "PBr7-burnt-sienna", "PR108-light",
                              "PV19", "PV23", "PB29", "PB15:3", "PG7", "PBk9")]  # fmt: skip


class KnownAnswersTest(unittest.TestCase):
    def test_a_colour_mixed_from_the_box_is_found_again(self) -> None:
        known = (
            {"PY3": 5.0, "PV23": 1.0},
            {"PW6": 6.0, "PO20": 4.0, "PB29": 3.0},
            {"PR108-light": 1.0, "PG7": 0.4, "PY43": 2.0},
        )
        for parts in known:
            paints = [PAINT(key) for key in parts]
            mixture = Mixture(tuple(paints), tuple(parts.values()))
            with self.subTest(parts=parts):
                found = search(mixture.lab, paints, Wishes(len(paints))).recipes[0]
                self.assertLess(found.delta_e, 0.1)
                wanted = np.array(list(parts.values())) / sum(parts.values())
                got = dict(zip((p.key for p in found.paints), found.parts, strict=True))
                np.testing.assert_allclose([got[k] for k in parts], wanted, atol=0.02)
                self.assertLess(search(mixture.lab, BOX).recipes[0].delta_e, 0.1)

    def test_every_recipe_is_what_it_says_it_is(self) -> None:
        for viewing in (Viewing(), Viewing("wash"), Viewing(light="A", finish="matte")):
            target = np.array([58.0, 9.0, 14.0])
            found = search(target, BOX, viewing=viewing).recipes
            self.assertGreaterEqual(len(found), 3)
            for recipe in found:
                self.assertAlmostEqual(sum(recipe.parts), 1)
                lab = viewing.lab(np.array(recipe.parts), recipe.paints)
                self.assertAlmostEqual(float(delta_e_2000(lab, target)), recipe.delta_e, delta=0.02)
            sets = [frozenset(p.key for p in recipe.paints) for recipe in found]
            self.assertEqual(len(sets), len(set(sets)))

    def test_a_spectrum_tells_its_metamers_from_itself(self) -> None:
        parts = {PAINT("PW6"): 6.0, PAINT("PO20"): 4.0, PAINT("PB29"): 3.0}
        mixture = Mixture.of(parts)
        found = search(mixture.lab, BOX, reflectance=mixture.reflectance).recipes
        risks = {frozenset(p.key for p in r.paints): r.metameric_risk for r in found}
        self.assertTrue(max(risks.values()) > 0.5)
        again = search(mixture.lab, list(parts), reflectance=mixture.reflectance).recipes[0]
        self.assertLess(again.metameric_risk, 0.05)


class WishesTest(unittest.TestCase):
    def setUp(self) -> None:
        self.target = lab_from_munsell(parse("5YR 4/2"))

    def test_forbidden_required_and_the_number_of_paints(self) -> None:
        for most in (1, 2, 3, 4):
            wishes = Wishes(most, required=["PB29"], forbidden=["PBk9"])
            found = search(self.target, BOX, wishes)
            for recipe in found.recipes:
                keys = {p.key for p in recipe.paints}
                self.assertNotIn("PBk9", keys)
                self.assertLessEqual(recipe.tubes, most)
        best = search(self.target, BOX, Wishes(required=["PB29"])).recipes[0]
        self.assertIn("PB29", {p.key for p in best.paints})

    def test_a_sparing_search_takes_no_more_paints_than_it_must(self) -> None:
        easy = Mixture.of({PAINT("PO20"): 4, PAINT("PB29"): 3, PAINT("PW6"): 6}).lab
        for target in (easy, self.target):
            widest = search(target, BOX).recipes
            spare = search(target, BOX, Wishes(sparing=True)).recipes
            fewest = max(recipe.tubes for recipe in spare)
            self.assertLess(min(recipe.delta_e for recipe in spare), REACHED_BELOW)
            self.assertFalse(
                [r for r in widest if r.tubes < fewest and r.delta_e < REACHED_BELOW - 0.05]
            )
        self.assertGreater(max(recipe.tubes for recipe in search(easy, BOX).recipes), 3)

    def test_colours_searched_for_together_have_the_recipes_they_have_alone(self) -> None:
        targets = [np.array(lab) for lab in ([58.0, 9, 14], [30.0, -4, 2], [75.0, 3, 40])]
        for wishes in (
            [Wishes()] * 3,
            [Wishes(sparing=True)] * 3,
            [Wishes(required=["PW6"]), Wishes(forbidden=["PBk9", "PG7"]), Wishes(required=["PY3"])],
        ):
            together = search_each(targets, BOX, wishes)
            for target, wish, recipes in zip(targets, wishes, together, strict=True):
                alone = search(target, BOX, wish).recipes
                best = min(recipe.delta_e for recipe in recipes)
                self.assertAlmostEqual(best, min(r.delta_e for r in alone), delta=0.1)
                for recipe in recipes:
                    keys = {paint.key for paint in recipe.paints}
                    self.assertLessEqual(set(wish.required), keys)
                    self.assertFalse(keys & set(wish.forbidden))

    def test_a_wash_needs_no_white(self) -> None:
        light = np.array([85.0, 4.0, 10.0])
        found = search(light, BOX, Wishes(3), Viewing("wash"))
        self.assertTrue(found.reached)
        for recipe in found.recipes:
            self.assertIn(WATER, recipe.paints)
            self.assertNotIn(PAINT("PW6"), recipe.paints)
            self.assertLessEqual(recipe.tubes, 3)

    def test_out_of_reach_says_so_and_names_what_would_help(self) -> None:
        earths = [PAINT(key) for key in ("PW6", "PY43", "PBr7-burnt-sienna", "PBk9")]
        vivid = Mixture.of({PAINT("PB29"): 1, PAINT("PW6"): 4}).lab
        found = search(vivid, earths, Wishes(look_beyond=True))
        self.assertFalse(found.reached)
        self.assertGreater(found.recipes[0].delta_e, REACHED_BELOW)
        self.assertIsNotNone(found.helper)
        helped = search(vivid, [*earths, found.helper])
        self.assertLess(helped.recipes[0].delta_e, found.recipes[0].delta_e / 3)

    def test_what_cannot_be_searched_says_how_to_mend_it(self) -> None:
        keys = [p.key for p in BOX]
        cases = (
            ({"box": []}, "add a tube"),
            ({"wishes": Wishes(forbidden=keys)}, "allow at least one"),
            ({"wishes": Wishes(required=["PB29"], forbidden=["PB29"])}, "choose one"),
            ({"wishes": Wishes(required=["PG50"])}, "not in the box"),
            ({"wishes": Wishes(1, required=["PB29", "PO20"])}, "do not fit"),
            ({"wishes": Wishes(0)}, "1 to 4"),
            ({"wishes": Wishes(9)}, "1 to 4"),
            ({"target": [120, 0, 0]}, "between 0 and 100"),
            ({"target": [[50, 0, 0]]}, "one colour"),
            ({"reflectance": [0.5] * 31}, "36 values"),
            ({"reflectance": [1.5] * 36}, "between 0 and 1.2"),
        )
        for change, told in cases:
            asked = {"target": self.target, "box": BOX, **change}
            with self.subTest(change=str(change)[:40]), self.assertRaisesRegex(InputError, told):
                search(**asked)

    @settings(max_examples=15, deadline=None)
    @given(st.lists(st.floats(0.02, 1), min_size=2, max_size=4), st.randoms(use_true_random=False))
    def test_any_mixture_of_the_box_is_reached(self, parts, random) -> None:
        paints = random.sample(BOX, len(parts))
        amounts = np.array(parts) / [p.absorption.mean() + p.scattering.mean() for p in paints]
        lab = DEFAULT_VIEWING.lab(amounts, paints)
        self.assertLess(search(lab, BOX).recipes[0].delta_e, 0.5)


class OrderOfTheBoxTest(unittest.TestCase):
    def test_the_order_in_which_tubes_lie_changes_nothing_but_the_order_of_parts(self) -> None:
        """A match once told 2.3 or 1.7 by the order of five tubes."""
        rng, plain = np.random.default_rng(6), library().plain
        for _ in range(12):
            box = [plain[i] for i in rng.choice(len(plain), int(rng.integers(3, 13)), False)]
            target = np.array([rng.uniform(20, 85), rng.uniform(-35, 45), rng.uniform(-40, 60)])
            off = []
            for _ in range(5):
                lies = [box[i] for i in rng.permutation(len(box))]
                for recipe in (found := search(target, lies)).recipes:
                    places = [lies.index(paint) for paint in recipe.paints]
                    self.assertEqual(places, sorted(places))
                off.append([recipe.delta_e for recipe in found.recipes])
            with self.subTest(box=[paint.key for paint in box]):
                self.assertLess(np.ptp(np.array(off), axis=0).max(), 0.05)


class SmoothestTest(unittest.TestCase):
    def test_has_the_colour_and_is_flat_for_a_grey(self) -> None:
        for lab in ([50.0, 0, 0], [60, 20, 20], [40, -15, 10]):
            spectrum = smoothest_reflectance(np.array(lab))
            np.testing.assert_allclose(lab_from_reflectance(spectrum), lab, atol=0.05)
        grey = smoothest_reflectance(np.array([50.0, 0, 0]))
        self.assertLess(np.ptp(grey), 0.005)


class NothingIdleTest(unittest.TestCase):
    def test_no_recipe_carries_a_paint_that_nobody_would_miss(self) -> None:
        """Each paint taken out by hand: what is left must be farther off by ΔE 0.3 at least."""
        random = np.random.default_rng(30)
        plain = library().plain
        for _ in range(12):
            target = random.uniform([20, -25, -25], [85, 25, 25])
            box = [plain[i] for i in random.choice(len(plain), 14, replace=False)]
            for recipe in search(target, box).recipes:
                for out in range(len(recipe.paints) if recipe.tubes > 1 else 0):
                    parts = np.array(recipe.parts)
                    parts[out] = 0.0
                    without = DEFAULT_VIEWING.lab(parts, recipe.paints)
                    worth = float(delta_e_2000(without, target)) - recipe.delta_e
                    self.assertGreater(worth, 0.3 - 1e-6)

    def test_what_is_required_stays_however_little_it_does(self) -> None:
        target = Viewing().lab(np.array([3.0, 1.0]), [PAINT("PW6"), PAINT("PB29")])
        box = [PAINT(key) for key in ("PW6", "PB29", "PY43")]
        for recipe in search(target, box, Wishes(required=("PY43",))).recipes:
            self.assertIn("PY43", {paint.key for paint in recipe.paints})

    def test_boxes_of_one_to_twelve_answer_any_chip(self) -> None:
        random = np.random.default_rng(12)
        plain = library().plain
        for size in range(1, 13):
            box = [plain[i] for i in random.choice(len(plain), size, replace=False)]
            target = lab_from_munsell(
                np.array([random.uniform(0, 100), random.uniform(1, 9.5), random.uniform(0, 14)])
            )
            found = search(target, box, Wishes(look_beyond=True))
            with self.subTest(size=size):
                self.assertTrue(found.recipes)
                if not found.reached and found.helper is not None:
                    self.assertNotIn(found.helper.key, {paint.key for paint in box})
