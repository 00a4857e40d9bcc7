"""What may be the mother: where candidates come from, and why one stands before another."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from mesotint.harmony.candidates import (
    candidates,
    harmony,
    main_grey,
    mixtures_of,
    ranked,
    trade_off,
)
from mesotint.harmony.judgement import CONTRAST_KEPT, HALF, VALUE_WITHIN, judged
from mesotint.harmony.mother import Giving, Mother
from mesotint.harmony.painting import Painting
from mesotint.harmony.tests.test_mother import BLACK, BOX, PAINT, passage, random_painting, yard
from mesotint.harmony.unity import hue_spread
from mesotint.mixing.mixture import DEFAULT_VIEWING


class CandidatesTest(unittest.TestCase):
    def test_a_passages_mixture_as_a_paint_has_its_colour(self) -> None:
        labs = [DEFAULT_VIEWING.lab(np.ones(1), [paint]) for paint in mixtures_of(yard())]
        np.testing.assert_allclose(labs, yard().labs, atol=1e-9)
        self.assertEqual(mixtures_of(yard())[4].name, "fog bank")

    def test_the_main_pairs_grey_lies_between_what_lies_across(self) -> None:
        pair = Painting((passage("sun", 0.5, PO20=1), passage("sea", 0.5, PB29=1, PW6=1)))
        grey = main_grey(pair)
        assert grey is not None
        lab = DEFAULT_VIEWING.lab(np.ones(1), [grey])
        self.assertLess(np.hypot(*lab[1:]), np.hypot(*pair.labs[:, 1:].T).min())
        self.assertLessEqual({key for key, _ in grey.recipe}, {"PO20", "PB29", "PW6"})
        alike = Painting((passage("a", 0.5, PY43=1), passage("b", 0.5, PY43=1, PW6=1)))
        self.assertIsNone(main_grey(alike))
        self.assertNotIn("main grey", {paint.key for paint in candidates(alike, BOX)})

    def test_what_meets_every_wish_stands_first_and_then_what_keeps_chroma(self) -> None:
        found = ranked(yard(), candidates(yard(), BOX), BLACK)
        keys = [(len(each.gives_way), -each.chroma_kept) for each in found]
        self.assertEqual(keys, sorted(keys))
        self.assertGreater(len(found), len(BOX))

    def test_the_mother_that_is_all_there_is_is_left_out(self) -> None:
        one = Painting((passage("all", 1.0, PB29=1),))
        keys = {each.mother.paint.key for each in ranked(one, [PAINT("PB29"), BLACK], BLACK)}
        self.assertEqual(keys, {"PBk9"})

    def test_what_is_read_off_coarsely_is_near_what_is_computed(self) -> None:
        painting = yard()
        reached = 0
        for each in ranked(painting, candidates(painting, BOX), BLACK):
            fine = Mother(painting, each.mother.paint, dark=BLACK, points=1025)
            enough = fine.enough()
            if enough == 1:
                continue
            exact = harmony(fine, fine.given(Giving("equal", enough)))
            reached += 1
            with self.subTest(mother=each.mother.paint.key):
                self.assertAlmostEqual(each.spread_after, exact.spread_after, delta=0.05)
                self.assertAlmostEqual(each.chroma_kept, exact.chroma_kept, delta=0.005)
                np.testing.assert_allclose(each.shares, exact.shares, rtol=0.1, atol=0.002)
                self.assertEqual(each.gives_way, exact.gives_way)
        self.assertGreater(reached, len(BOX) // 2)

    def test_just_enough_is_enough_for_strong_and_for_weak_mothers(self) -> None:
        told = 0
        for painting in (yard(), *(random_painting(np.random.default_rng(i)) for i in range(6))):
            quiet, areas = ~painting.accents, painting.areas
            half = HALF * float(hue_spread(painting.labs[quiet], areas[quiet]))
            for paint in BOX:
                mother = Mother(painting, paint, dark=BLACK)
                enough = mother.enough()
                if enough == 1:
                    continue
                labs = mother.at(mother.given(Giving("equal", enough)))
                told += 1
                with self.subTest(mother=paint.key, enough=enough):
                    self.assertAlmostEqual(
                        float(hue_spread(labs[quiet], areas[quiet])), half, delta=0.6
                    )
                    self.assertLess(float(hue_spread(labs[quiet], areas[quiet])), half + 0.1)
        self.assertGreater(told, 50)

    @settings(max_examples=40, deadline=None)
    @given(st.integers(0, 5_000))
    def test_what_is_told_to_be_met_is_met(self, seed: int) -> None:
        painting = random_painting(np.random.default_rng(seed), 5)
        best = ranked(painting, BOX[:8], BLACK)[0]
        again = judged(painting, best.labs)
        self.assertEqual(again.gives_way, best.gives_way)
        if not best.gives_way:
            self.assertLessEqual(best.spread_after, HALF * best.spread_before + 0.06)
            self.assertLessEqual(np.abs(best.labs - painting.labs)[:, 0].max(), VALUE_WITHIN)
            self.assertGreaterEqual(best.contrast_kept, CONTRAST_KEPT)

    def test_more_pull_is_never_less_unity_at_the_ends(self) -> None:
        for key in ("PB28", "PY43", "PR101"):
            curve = trade_off(Mother(yard(), PAINT(key), dark=BLACK))
            with self.subTest(mother=key):
                self.assertEqual(curve.fractions[0], 0)
                self.assertLess(curve.spread_degrees[-1], curve.spread_degrees[0])
                self.assertTrue((curve.chroma_kept > 0).all())

    def test_a_painting_of_accents_or_greys_alone_has_nothing_to_halve(self) -> None:
        greys = Painting((passage("fog", 0.6, PBk9=0.01, PW6=1), passage("tar", 0.4, PBk9=1)))
        found = harmony(mother := Mother(greys, PAINT("PB28"), dark=BLACK), np.zeros(2))
        self.assertEqual(found.chroma_kept, 1.0)
        self.assertEqual(mother.given(Giving("same", 0.0)).tolist(), [0.0, 0.0])
