"""Every exercise of every kind over random boxes: one right answer, shown truly, by a margin."""

import re
import unittest
from collections import Counter

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import family
from mesotint.colour.srgb import hex_from_lab, lab_from_hex, srgb_from_lab
from mesotint.colour.words import lean
from mesotint.errors import InputError
from mesotint.mixing.mixture import Mixture
from mesotint.paints.library import library
from mesotint.practice.exercise import TOLD_APART, NotForThisBox
from mesotint.practice.exercises import KINDS
from mesotint.practice.making import SCALES, judge, left_for, make

L = library()
EVERY = list(L.paints.values())
BOX = [L.paint(key) for key in ("PW6", "PY3", "PY43", "PO20", "PR108-light", "PV19", "PV23", "PB29",
                                "PB15:3", "PG7", "PBr7-burnt-sienna", "PBk9")]  # fmt: skip
BOXES = 12
"""Random boxes in the suite; the benchmark makes five hundred."""


class ExercisesTest(unittest.TestCase):
    def test_each_has_one_right_answer_shown_truly_by_a_margin(self) -> None:
        rng = np.random.default_rng(11)
        for turn in range(BOXES):
            box = [
                EVERY[i] for i in rng.choice(len(EVERY), int(rng.integers(3, 41)), replace=False)
            ]
            for kind in KINDS:
                try:
                    made = make(kind, turn * 7 + 1, box)
                except NotForThisBox:
                    self.assertTrue(KINDS[kind].fewest, kind)
                    continue
                with self.subTest(kind=kind, turn=turn):
                    self.assert_fair(made)

    def assert_fair(self, made) -> None:
        patches = [*made.shown, *(c for c in made.choices if c.lab is not None)]
        for patch in patches:
            codes = srgb_from_lab(patch.lab)
            self.assertTrue(((codes > -0.02) & (codes < 1.02)).all(), patch)
        ids = [choice.id for choice in made.choices]
        self.assertEqual(len(set(ids)), len(ids))
        if made.kind not in SCALES:
            self.assertGreaterEqual(made.margin, 3.0)
        if isinstance(made.answer, str):
            self.assertEqual(ids.count(made.answer), 1)
            right = next(c for c in made.choices if c.id == made.answer)
            if made.kind in ("mixture", "memory"):
                others = [c.lab for c in made.choices if c.id != made.answer]
                gaps = delta_e_2000(np.array(others), right.lab)
                self.assertAlmostEqual(float(gaps.min()), made.margin, places=6)
                self.assertGreaterEqual(made.margin, TOLD_APART)
            judged = [judge(made, each) for each in ids]
            self.assertEqual(sum(each.right for each in judged), 1)
        self.assertTrue(made.why and made.asks)

    def test_the_same_seed_makes_the_same_and_another_does_not(self) -> None:
        for kind in KINDS:
            one, again = make(kind, 5, BOX), make(kind, 5, BOX[::-1])
            self.assertEqual((one.asks, one.answer, one.why), (again.asks, again.answer, again.why))
            labs = [each.lab.tolist() for each in one.shown]
            self.assertEqual(labs, [each.lab.tolist() for each in again.shown])
            other = make(kind, 6, BOX)
            self.assertNotEqual(labs, [each.lab.tolist() for each in other.shown])

    def test_the_answers_by_their_words(self) -> None:
        """Each right answer found again from what is asked, and not from what made it."""
        for seed in range(12):
            grey = make("lean", seed, BOX)
            angle = float(lch_from_lab(grey.shown[0].lab)[2])
            self.assertEqual(grey.answer, family(angle))
            dark = make("darker", seed, BOX)
            light = {each.id: each.lab[0] for each in dark.shown}
            self.assertEqual(dark.answer, min(light, key=light.__getitem__))
            dull = make("duller", seed, BOX)
            chroma = {each.id: np.hypot(*each.lab[1:]) for each in dull.shown}
            self.assertEqual(dull.answer, min(chroma, key=chroma.__getitem__))
            value = make("value", seed, BOX)
            gaps = {each.id: abs(each.lab[0] - value.shown[0].lab[0]) for each in value.choices}
            self.assertEqual(value.answer, min(gaps, key=gaps.__getitem__))
            mixed = make("mixture", seed, BOX)
            parts = dict(zip(mixed.paints, mixed.parts, strict=True))
            told = {each.id: float(delta_e_2000(each.lab, Mixture.of(parts).lab))
                    for each in mixed.choices}  # fmt: skip
            self.assertEqual(mixed.answer, min(told, key=told.__getitem__))
            self.assertLess(told[mixed.answer], 0.01)
            memory = make("memory", seed, BOX)
            right = next(each for each in memory.choices if each.id == memory.answer)
            np.testing.assert_array_equal(right.lab, memory.shown[0].lab)

    def test_what_mutes_by_a_dense_scan_of_every_choice(self) -> None:
        share = np.linspace(0, 1, 2001)
        for seed in range(4):
            made = make("partner", seed, BOX)
            paint, _, white = made.paints
            left, sides = {}, {}
            for name in {choice.says.split(", and")[0] for choice in made.choices}:
                other = next(p for p in BOX if p.name == name)
                parts = np.stack([1 - share, share, np.full_like(share, made.parts[2])], axis=1)
                labs = np.array(
                    [Mixture.of(dict(zip((paint, other, white), row, strict=True))).lab
                     for row in parts[::50].tolist()]
                )  # fmt: skip
                chroma = np.hypot(labs[:, 1], labs[:, 2])
                left[name], sides[name] = chroma.min(), lean(labs[int(chroma.argmin())])
            best = min(left, key=left.__getitem__)
            right = next(choice.says for choice in made.choices if choice.id == made.answer)
            self.assertTrue(right.startswith(f"{best}, and it passes"), (right, left))
            self.assertIn(sides[best] or "through grey", right)

    def test_neither_ids_nor_how_often_a_tube_stands_there_tell_the_answer(self) -> None:
        for seed in range(8):
            for kind in ("fix", "partner"):
                made = make(kind, seed, BOX)
                ids = [choice.id for choice in made.choices]
                self.assertEqual(ids, [str(i + 1) for i in range(len(ids))])
                tubes = Counter(choice.says.split(", ")[0] for choice in made.choices)
                self.assertEqual(set(tubes.values()), {2})
            for kind in ("mixture", "memory"):
                ids = [choice.id for choice in make(kind, seed, BOX).choices]
                self.assertEqual(ids, [str(i + 1) for i in range(len(ids))])
        answers = {kind: {make(kind, seed, BOX).answer for seed in range(12)}
                   for kind in ("fix", "partner", "mixture", "memory")}  # fmt: skip
        self.assertTrue(all(len(told) > 2 for told in answers.values()), answers)

    def test_what_takes_a_lean_out_by_mixing_every_choice(self) -> None:
        for seed in range(6):
            made = make("fix", seed, BOX)
            one, other, _, white = made.paints
            first, second, _, opened = made.parts
            left = {}
            for choice in made.choices:
                name, amount = choice.says.split(", ", 1)
                figures = [float(x) for x in re.findall(r"[\d.]+", amount)]
                parts = (1 / (figures[1] - 1) if "touch" in amount else
                         figures[0] / figures[1] if figures[0] == 1 else figures[0])  # fmt: skip
                paint = next(p for p in BOX if p.name == name)
                lab = Mixture.of({one: first, other: second, paint: parts, white: opened}).lab
                left[choice.id] = float(np.hypot(*lab[1:]))
            self.assertEqual(made.answer, min(left, key=left.__getitem__), left)

    def test_how_much_is_judged_by_what_comes_of_it(self) -> None:
        made = make("how-much", 3, BOX)
        one, other, white = made.paints
        right = judge(made, made.answer)
        self.assertTrue(right.right)
        self.assertLess(right.off, 0.01)
        much = judge(made, min(0.99, made.answer * 3 / (1 + 2 * made.answer)))
        parts = {one: 1 - min(0.99, made.answer * 3 / (1 + 2 * made.answer)),
                 other: min(0.99, made.answer * 3 / (1 + 2 * made.answer)),
                 white: made.parts[2]}  # fmt: skip
        off = float(delta_e_2000(Mixture.of(parts).lab, made.shown[0].lab))
        self.assertAlmostEqual(much.off, off, places=6)
        self.assertIn("3 times too much", much.says)

    def test_a_lean_that_is_asked_for_is_what_a_screen_shows(self) -> None:
        """As a code of 8 bits a lean of 0.6 was another hue in a third of the cases."""
        for level in (SCALES["lean"].least, 2.0, 4.0):
            for seed in range(25):
                made = make("lean", seed, BOX, level)
                code = hex_from_lab(made.shown[0].lab[None])[0][0]
                _, a, b = lab_from_hex(code)
                with self.subTest(level=level, seed=seed):
                    self.assertEqual(family(float(np.degrees(np.arctan2(b, a))) % 360), made.answer)
                    self.assertAlmostEqual(float(np.hypot(a, b)), level, delta=0.1 * level + 1e-6)

    def test_a_share_far_off_is_no_hit_however_near_its_colour_comes(self) -> None:
        """Each by its own mixing: none at all, all, and fifty times off never hit; within a factor
        of two and a CIEDE2000 of 5 is a hit, and nothing else."""
        hits = 0
        for seed in range(25):
            made = make("how-much", seed, BOX)
            (one, other, white), wanted = made.paints, made.answer
            assert isinstance(wanted, float)
            for end in made.shown[1:]:
                self.assertGreaterEqual(float(delta_e_2000(end.lab, made.shown[0].lab)), 10)
            odds = wanted / (1 - wanted)
            for times in (0.0, 0.02, 0.4, 0.6, 1.0, 1.8, 2.5, 50.0, np.inf):
                share = 1.0 if np.isinf(times) else times * odds / (1 + times * odds)
                lab = Mixture.of({one: 1 - share, other: share, white: made.parts[2]}).lab
                off = float(delta_e_2000(lab, made.shown[0].lab))
                judged = judge(made, share)
                with self.subTest(seed=seed, times=times):
                    self.assertEqual(judged.right, 0.5 <= times <= 2 and off < 5)
                    if not 0.5 <= times <= 2:
                        self.assertEqual(judged.score, 0)
                hits += judged.right
        self.assertGreater(hits, 25)

    def test_order_counts_how_far_each_strays(self) -> None:
        made = make("order", 4, BOX)
        self.assertEqual(judge(made, list(made.answer)).score, 1.0)
        turned = judge(made, list(made.answer)[::-1])
        self.assertEqual((turned.right, turned.score), (False, 0.0))
        swapped = [*made.answer]
        swapped[0], swapped[1] = swapped[1], swapped[0]
        self.assertAlmostEqual(judge(made, swapped).score, 1 - 2 / 40)

    def test_harder_is_less_to_tell(self) -> None:
        for kind in SCALES:
            hard, easy = make(kind, 2, BOX, 2.0), make(kind, 2, BOX, 10.0)
            self.assertEqual((hard.level, easy.level), (2.0, 10.0))
            with self.assertRaisesRegex(InputError, "can be asked"):
                make(kind, 2, BOX, 0.01)
        pair = [each.lab for each in make("darker", 2, BOX, 2.0).shown]
        self.assertAlmostEqual(abs(pair[0][0] - pair[1][0]), 2.0, places=6)

    def test_what_a_small_box_leaves(self) -> None:
        for box in ([], [L.white], [L.white, L.paint("PW4")], [L.paint("PB29")]):
            there, lacking = left_for(box)
            self.assertLessEqual(
                {"lean", "darker", "value", "duller", "order", "memory"}, set(there), box
            )
            self.assertFalse({"mixture", "how-much", "fix", "partner", "mud"} & set(there), box)
            self.assertTrue(all("tubes" in says for says in lacking.values()), lacking)
        self.assertEqual(left_for(BOX)[1], {})

    def test_bad_input(self) -> None:
        for asked, says in (
            (("leans", 1, BOX), "no exercise"),
            (("lean", -1, BOX), "whole number"),
            (("lean", True, BOX), "whole number"),
            (("lean", 2**40, BOX), "whole number"),
        ):
            with self.subTest(says), self.assertRaisesRegex(InputError, says):
                make(*asked)
        for kind, answer, says in (
            ("lean", "mauve", "none of the choices"),
            ("order", ["1", "1"], "each once"),
            ("how-much", 2.0, "from 0 to 1"),
            ("how-much", "half", "a number"),
            ("mud", [1, 2], "three figures"),
            ("mud", [float("nan"), 0, 0], "from -200"),
        ):
            with self.subTest(kind), self.assertRaisesRegex(InputError, says):
                judge(make(kind, 1, BOX), answer)
