"""Corrections of a pile: faults in words, additions that do what they say, and when to stop."""

import unittest
from dataclasses import replace

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch
from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.correction import CLOSE, FIRST_ML, begin, correct, what_is_wrong, what_it_does
from mesotint.mixing.mixture import DEFAULT_VIEWING, Mixture, Viewing
from mesotint.paints.library import WATER, library

PAINT = library().paint
BOX = [PAINT(key) for key in ("PW6", "PY3", "PY43", "PO20", "PBr7-burnt-sienna", "PR108-light",
                              "PV19", "PV23", "PB29", "PB15:3", "PG7", "PBk9")]  # fmt: skip
GREY = Mixture.of({PAINT("PO20"): 4, PAINT("PB29"): 3, PAINT("PW6"): 12}).lab


class BeginningTest(unittest.TestCase):
    def test_an_empty_pile_is_begun_with_the_most_and_arrives(self) -> None:
        additions, gap = begin(GREY, BOX)
        volumes = [a.volume_ml for a in additions]
        self.assertEqual(volumes, sorted(volumes, reverse=True))
        self.assertAlmostEqual(sum(volumes), FIRST_ML)
        mixed = Mixture.of({a.paint: a.volume_ml for a in additions})
        self.assertAlmostEqual(float(delta_e_2000(mixed.lab, GREY)), gap, places=3)
        np.testing.assert_allclose(additions[-1].lab, mixed.lab, atol=1e-6)
        first = Mixture.of({additions[0].paint: 1})
        np.testing.assert_allclose(additions[0].lab, first.lab, atol=1e-6)
        self.assertLess(gap, 0.1)

    def test_a_correction_says_what_it_found(self) -> None:
        pile = {PAINT("PO20"): 4.0, PAINT("PB29"): 3.0, PAINT("PW6"): 12.0}
        there = correct(pile, GREY, BOX)
        self.assertEqual(there.says, "It is there: paint with it.")
        self.assertAlmostEqual(there.delta_e_now, 0, places=6)
        off = correct(pile, GREY + np.array([10.0, 8, 8]), BOX)
        self.assertRegex(off.says, "^It is darker by .*The value comes first; hue and chroma wait")
        near = replace(off, delta_e_now=CLOSE / 2)
        self.assertRegex(near.says, "^Close: it is darker by ")


class WhatAdditionsDoTest(unittest.TestCase):
    def test_in_words_by_what_changes_most(self) -> None:
        held = {PAINT("PO20"): 4.0, PAINT("PB29"): 1.0}
        pile = Mixture.of(held).lab
        for key, ml, told in (
            ("PW6", 4.0, "lightens it"),
            ("PBk9", 0.4, "darkens it and mutes it"),
            ("PO20", 2.0, "lightens it and clears it"),
            ("PR108-light", 2.0, "turns it toward orange"),
            ("PY3", 1e-3, "moves it by a trace"),
        ):
            after = {**held, PAINT(key): held.get(PAINT(key), 0.0) + ml}
            with self.subTest(key=key):
                self.assertEqual(what_it_does(pile, Mixture.of(after).lab), told)
        self.assertEqual(what_it_does(None, pile), "is the body of it")

    def test_a_dull_pile_is_overpowered(self) -> None:
        dull = {PAINT("PB29"): 2.0, PAINT("PW6"): 2.0, PAINT("PO20"): 1.0}
        clear = Mixture.of({**dull, PAINT("PO20"): 0.5}).lab
        found = correct(dull, clear, BOX)
        self.assertIn("too dull", found.wrong)
        self.assertTrue(found.says.endswith("Overpower it with clean colour."))


class FaultsTest(unittest.TestCase):
    def test_value_is_named_first_and_the_rest_waits_for_it(self) -> None:
        target = lab_from_lch(np.array([55.0, 20, 60]))
        dark_and_green = lab_from_lch(np.array([50.0, 20, 105]))
        faults, waits = what_is_wrong(dark_and_green, target)
        self.assertEqual(faults[0], "darker by half a value")
        self.assertIn("too yellow", faults[1])
        self.assertTrue(waits)

    def test_with_the_value_right_hue_and_chroma_are_told(self) -> None:
        target = lab_from_lch(np.array([55.0, 20, 60]))
        faults, waits = what_is_wrong(lab_from_lch(np.array([55.0, 35, 60])), target)
        self.assertFalse(waits)
        self.assertIn("too clear", faults)
        dull, _ = what_is_wrong(lab_from_lch(np.array([55.0, 8, 60])), target)
        self.assertIn("too dull", dull)

    def test_what_matches_has_no_fault(self) -> None:
        self.assertEqual(what_is_wrong(GREY, GREY + np.array([0.3, 0.2, 0.1])), ((), False))

    def test_what_shows_is_never_told_to_be_right(self) -> None:
        # Off by little in everything, and together by more than an eye lets pass.
        off = np.random.default_rng(11).normal(scale=2.0, size=(400, 3))
        for lab in GREY + off:
            told = what_is_wrong(lab, GREY)[0]
            if delta_e_2000(lab, GREY) >= CLOSE:
                self.assertNotEqual(told, ())


class NamesTest(unittest.TestCase):
    def test_between_clear_colours_a_fault_goes_along_the_circle(self) -> None:
        def fault(have: tuple[float, float], want: tuple[float, float]) -> tuple[str, ...]:
            labs = [lab_from_lch(np.array([55.0, *each])) for each in (have, want)]
            return what_is_wrong(*labs)[0]

        self.assertEqual(fault((60, 28), (60, 46)), ("too red",))
        self.assertEqual(fault((60, 12), (60, 24)), ("too cool",))
        self.assertEqual(fault((60, 105), (60, 88)), ("too green",))
        self.assertEqual(fault((30, 60), (60, 60)), ("too dull",))
        # Near grey it is the lean that counts.
        self.assertEqual(fault((7, 20), (0.5, 20)), ("too red",))
        self.assertEqual(fault((7, 270), (6, 90)), ("too blue",))

    def test_what_would_take_litres_is_told_as_a_fresh_pile(self) -> None:
        pile = {PAINT("PB15:3"): 6.0, PAINT("PG7"): 2.0}
        pale = Mixture.of({PAINT("PW6"): 30.0, PAINT("PY43"): 1.0}).lab
        found = correct(pile, pale, BOX, most_growth=50)
        self.assertTrue(found.start_again)
        self.assertEqual(found.additions, ())
        self.assertIn("start again with a fresh pile", found.says)
        self.assertNotRegex(found.says, r"[0-9.]+ times")
        self.assertAlmostEqual(sum(a.volume_ml for a in found.fresh), 8.0, places=6)
        fresh = {addition.paint: addition.volume_ml for addition in found.fresh}
        self.assertLess(float(delta_e_2000(Mixture.of(fresh).lab, pale)), 1.0)

    def test_a_trace_is_told_as_a_touch(self) -> None:
        for addition in begin(Mixture.of({PAINT("PW6"): 200.0, PAINT("PB15:3"): 1.0}).lab, BOX)[0]:
            small = addition.volume_ml < 5.0 / 40
            with self.subTest(paint=addition.paint.key):
                self.assertEqual(addition.touch.startswith("a touch: 1 in "), small)


class CorrectTest(unittest.TestCase):
    def test_additions_are_what_they_say_and_bring_the_pile_close(self) -> None:
        pile = {PAINT("PO20"): 2.0, PAINT("PB29"): 0.8, PAINT("PW6"): 6.0}
        found = correct(pile, GREY, BOX)
        self.assertTrue(found.wrong)
        self.assertTrue(1 <= len(found.additions) <= 3)
        mixture = dict(pile)
        for addition in found.additions:
            mixture[addition.paint] = mixture.get(addition.paint, 0) + addition.volume_ml
            lab = Mixture.of(mixture).lab
            np.testing.assert_allclose(lab, addition.lab, atol=1e-3)
        self.assertLess(float(delta_e_2000(lab, GREY)), CLOSE)
        self.assertAlmostEqual(found.growth, sum(mixture.values()) / sum(pile.values()), places=2)
        self.assertFalse(found.start_again)

    def test_a_strong_paint_is_added_in_two_goes(self) -> None:
        green = Mixture.of({PAINT("PG7"): 1, PAINT("PW6"): 12}).lab
        found = correct({PAINT("PW6"): 10.0}, green, [PAINT("PG7"), PAINT("PY43")])
        phthalo = next(a for a in found.additions if a.paint.key == "PG7")
        self.assertAlmostEqual(phthalo.first_ml, phthalo.volume_ml * 2 / 3)
        ochre = Mixture.of({PAINT("PY43"): 1, PAINT("PW6"): 2}).lab
        weak = correct({PAINT("PW6"): 10.0}, ochre, [PAINT("PY43")]).additions[0]
        self.assertEqual(weak.first_ml, weak.volume_ml)

    def test_the_value_comes_right_first(self) -> None:
        pile = {PAINT("PB29"): 3.0, PAINT("PBr7-burnt-sienna"): 2.0}
        found = correct(pile, GREY, BOX, most_growth=20)
        self.assertGreater(len(found.additions), 1)
        self.assertIs(found.additions[0].paint, PAINT("PW6"))
        off = [abs(a.lab[0] - GREY[0]) for a in found.additions]
        self.assertLess(max(off), 0.5 * abs(Mixture.of(pile).lab[0] - GREY[0]))

    def test_what_was_measured_is_carried_along(self) -> None:
        pile = {PAINT("PO20"): 4.0, PAINT("PB29"): 3.0, PAINT("PW6"): 12.0}
        self.assertEqual(correct(pile, GREY, BOX).additions, ())
        off = np.array([-4.0, 3.0, 0.0])
        found = correct(pile, GREY, BOX, reading=GREY + off)
        self.assertIn("darker", found.wrong[0])
        mixture = dict(pile)
        for a in found.additions:
            mixture[a.paint] = mixture.get(a.paint, 0) + a.volume_ml
        self.assertLess(float(delta_e_2000(Mixture.of(mixture).lab + off, GREY)), CLOSE)

    def test_a_hopeless_pile_is_better_begun_again(self) -> None:
        yellow = Mixture.of({PAINT("PY3"): 1}).lab
        found = correct({PAINT("PV23"): 5.0}, yellow, BOX)
        self.assertTrue(found.start_again)

    def test_random_piles_come_close_within_three_additions(self) -> None:
        random = np.random.default_rng(3)
        reached = 0
        for _ in range(20):
            colours = []
            for _ in range(2):
                some = random.choice(len(BOX), 3, replace=False)
                paints = [BOX[i] for i in some]
                parts = random.uniform(0.1, 1, 3) / [
                    p.absorption.mean() + p.scattering.mean() for p in paints
                ]
                colours.append((paints, parts))
            (paints, parts), (others, wanted) = colours
            target = DEFAULT_VIEWING.lab(wanted, others)
            pile = dict(zip(paints, (5 * parts / parts.sum()).tolist(), strict=True))
            found = correct(pile, target, BOX, most_growth=50)
            self.assertLessEqual(len(found.additions), 3)
            reached += found.delta_e < CLOSE
        self.assertGreaterEqual(reached, 18)

    def test_a_wash_is_lightened_with_water_and_never_with_white(self) -> None:
        wash = Viewing("wash")
        pale = wash.lab(np.array([1.0]), [PAINT("PB29")], 8.0)
        found = correct({PAINT("PB29"): 1.0}, pale, BOX, wash, most_growth=20)
        added = [a.paint for a in found.additions]
        self.assertIn(WATER, added)
        self.assertNotIn(PAINT("PW6"), added)
        self.assertLess(found.delta_e, CLOSE)

    def test_what_cannot_be_corrected_says_what_to_do(self) -> None:
        for pile, box, told in (
            ({}, BOX, "squeeze out some paint"),
            ({PAINT("PB29"): 0.0}, BOX, "squeeze out some paint"),
            ({PAINT("PB29"): -1.0}, BOX, "pile of PB29"),
            ({PAINT("PB29"): 1.0}, [], "add a tube"),
        ):
            with self.subTest(told=told), self.assertRaisesRegex(InputError, told):
                correct(pile, GREY, box)
        with self.assertRaisesRegex(InputError, "most growth"):
            correct({PAINT("PB29"): 1.0}, GREY, BOX, most_growth=0.5)
