"""Piles: what stands, what was taken back, and colours that are the mixture's own."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from mesotint.errors import InputError
from mesotint.mixing.mixture import Mixture
from mesotint.mixing.pile import Added, BroughtBack, Event, Pile, TakenBack, pile_of
from mesotint.paints.library import library

PAINT = library().paint
KEYS = ("PB29", "PO20", "PW6", "PY3")


added = st.builds(Added, st.sampled_from([PAINT(key) for key in KEYS]), st.floats(0.01, 50))


class PileTest(unittest.TestCase):
    def test_the_colour_after_each_addition_is_that_of_what_is_there(self) -> None:
        pile = pile_of([(PAINT("PB29"), 2.0), (PAINT("PO20"), 1.5), (PAINT("PB29"), 0.5)])
        np.testing.assert_allclose(pile.labs[0], Mixture.of({PAINT("PB29"): 1}).lab)
        np.testing.assert_allclose(
            pile.labs[2], Mixture.of({PAINT("PB29"): 2.5, PAINT("PO20"): 1.5}).lab
        )
        self.assertEqual(pile.volumes_ml, {PAINT("PB29"): 2.5, PAINT("PO20"): 1.5})
        self.assertEqual((pile.volume_ml, len(pile.looks)), (4.0, 3))

    def test_taking_back_and_bringing_back(self) -> None:
        blue, orange = Added(PAINT("PB29"), 2.0), Added(PAINT("PO20"), 1.0)
        pile = Pile((blue, orange, TakenBack()))
        self.assertEqual((pile.additions, pile.taken_back), ((blue,), 1))
        self.assertEqual(Pile((*pile.events, BroughtBack())).additions, (blue, orange))
        white = Added(PAINT("PW6"), 1.0)
        after = Pile((*pile.events, white))
        self.assertEqual((after.additions, after.taken_back), ((blue, white), 0))
        with self.assertRaisesRegex(InputError, "nothing to bring back"):
            _ = Pile((*after.events, BroughtBack())).additions
        with self.assertRaisesRegex(InputError, "nothing to take back"):
            _ = Pile((TakenBack(),)).additions

    def test_an_empty_pile_is_nothing(self) -> None:
        self.assertEqual((Pile().volume_ml, Pile().looks, Pile().volumes_ml), (0, [], {}))

    def test_amounts_that_cannot_be(self) -> None:
        for volume in (0, -1, float("nan"), 1e9):
            with self.assertRaisesRegex(InputError, "volume_ml"):
                Added(PAINT("PB29"), volume)

    @given(st.lists(st.one_of(added, st.just(TakenBack()), st.just(BroughtBack())), max_size=14))
    def test_nothing_is_lost_or_made(self, events: list[Event]) -> None:
        try:
            pile = Pile(tuple(events))
            standing = pile.additions
        except InputError:
            return
        self.assertAlmostEqual(sum(pile.volumes_ml.values()), pile.volume_ml)
        self.assertEqual(len(pile.labs), len(standing))
        self.assertTrue(np.isfinite(pile.labs).all())
        # Taking everything back and bringing it back again changes nothing.
        back = (TakenBack(),) * len(standing)
        again = Pile((*pile.events, *back, *(BroughtBack(),) * len(standing)))
        self.assertEqual(again.additions, standing)
