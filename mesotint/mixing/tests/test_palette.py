"""Palettes: what stands, what was taken back, and paint that is neither made nor lost."""

import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from mesotint.errors import InputError
from mesotint.mixing.mixture import Mixture
from mesotint.mixing.palette import (
    Added,
    BroughtBack,
    Carried,
    Entry,
    Palette,
    Reading,
    Scooped,
    TakenBack,
    equal_loads,
    given_loads,
    pile_of,
    touched,
)
from mesotint.paints.library import MEDIUM, library

PAINT = library().paint
BLUE, ORANGE, WHITE = (PAINT(key) for key in ("PB29", "PO20", "PW6"))
OFF = np.array([1.0, -2.0, 0.5])
PILES = ("near", "far", "pot")

piles = st.sampled_from(PILES)
volumes = st.floats(0.01, 50)
carried = st.tuples(piles, piles, volumes).filter(lambda t: t[0] != t[1]).map(lambda t: Carried(*t))
entries = st.one_of(
    st.builds(Added, piles, st.sampled_from([BLUE, ORANGE, WHITE, MEDIUM]), volumes),
    carried,
    st.builds(Scooped, piles, volumes),
    st.builds(TakenBack, piles),
    st.builds(BroughtBack, piles),
)


def ledger(tried: list[Entry]) -> tuple[Entry, ...]:
    """Those of the entries that can follow on what went before."""
    kept: tuple[Entry, ...] = ()
    for entry in tried:
        try:
            _ = Palette((*kept, entry)).piles
        except InputError:
            continue
        kept = (*kept, entry)
    return kept


class PaletteTest(unittest.TestCase):
    def test_the_colour_after_each_addition_is_that_of_what_is_there(self) -> None:
        pile = pile_of([(BLUE, 2.0), (ORANGE, 1.5), (BLUE, 0.5)])
        np.testing.assert_allclose(pile.steps[0].lab, Mixture.of({BLUE: 1}).lab)
        np.testing.assert_allclose(pile.lab, Mixture.of({BLUE: 2.5, ORANGE: 1.5}).lab)
        self.assertEqual(pile.volumes_ml, {BLUE: 2.5, ORANGE: 1.5})
        self.assertEqual(pile.volume_ml, 4.0)

    def test_taking_back_and_bringing_back(self) -> None:
        one, other = Added("near", BLUE, 2.0), Added("near", ORANGE, 1.0)
        back, again = TakenBack("near"), BroughtBack("near")
        taken = Palette((one, other, back))
        self.assertEqual((taken.standing, taken.piles["near"].taken_back), ([one], 1))
        self.assertEqual(Palette((one, other, back, again)).standing, [one, other])
        new = Added("near", WHITE, 1.0)
        after = Palette((one, other, back, new))
        self.assertEqual((after.standing, after.piles["near"].taken_back), ([one, new], 0))
        for ledger_, told in (
            ((one, other, back, new, again), "nothing to bring"),
            ((back,), "nothing to take"),
            ((one, back, back), "nothing"),
        ):
            with self.assertRaisesRegex(InputError, told):  # fmt: skip
                _ = Palette(ledger_).piles

    def test_a_brown_split_in_four_and_carried_on(self) -> None:
        base = {PAINT("PR108-light"): 2.0, PAINT("PY3"): 4.0, PAINT("PB29"): 2.0}
        put = tuple(Added("base", paint, ml) for paint, ml in base.items())
        loads = equal_loads(8.0, 4)
        split = tuple(Carried("base", f"brown {i}", ml) for i, ml in enumerate(loads))
        made = Palette((*put, *split)).piles
        for pile in made.values():
            self.assertAlmostEqual(pile.volume_ml, 2.0)
            np.testing.assert_allclose(pile.lab, Mixture.of(base).lab, atol=1e-9)
        richer = Palette(
            (*put, *split, Added("brown 0", PAINT("PY3"), 1.0), Carried("brown 0", "brown 1", 0.6))
        ).piles
        brown = {paint: ml / 4 for paint, ml in base.items()}
        brown[PAINT("PY3")] += 1.0
        knife = {paint: 0.2 * ml for paint, ml in brown.items()}
        wanted = {paint: base[paint] / 4 + knife[paint] for paint in base}
        for paint, ml in wanted.items():
            self.assertAlmostEqual(richer["brown 1"].volumes_ml[paint], ml)
        self.assertEqual(given_loads(8.0, [1, 2, 1]), [4.0, 2.0])

    def test_a_move_between_piles_is_taken_back_only_while_both_rest(self) -> None:
        moves = (Added("near", BLUE, 3.0), Carried("near", "far", 1.0))
        self.assertEqual(Palette((*moves, TakenBack("far"))).piles["near"].volume_ml, 3.0)
        gone_on = (*moves, Added("far", WHITE, 1.0))
        names = {"near": "Hull", "far": "Fog"}
        with self.assertRaisesRegex(InputError, "“Fog” has gone on since"):
            _ = Palette((*gone_on, TakenBack("near")), names=names).piles
        undone = Palette((*gone_on, TakenBack("far"), TakenBack("near"))).piles
        self.assertEqual((undone["near"].volume_ml, undone["far"].volume_ml), (3.0, 0.0))

    def test_more_than_there_is_cannot_be_taken(self) -> None:
        put = Added("near", BLUE, 3.0)
        for move in (Carried("near", "far", 3.1), Scooped("near", 4.0), Scooped("far", 1.0)):
            with self.assertRaisesRegex(InputError, "ml; take that much or less"):
                _ = Palette((put, move)).piles
        emptied = Palette((put, Scooped("near", 3.0)))
        self.assertEqual(emptied.piles["near"].volumes_ml, {})
        self.assertIsNone(emptied.piles["near"].lab)
        self.assertEqual(emptied.scooped_ml, {BLUE: 3.0})

    def test_what_was_measured_is_carried_along(self) -> None:
        put = (Added("near", BLUE, 3.0), Added("near", WHITE, 1.0))
        was = Palette(put).piles["near"].lab
        reading = Reading("near", tuple((was + OFF).tolist()))
        pile = Palette((*put, reading, Added("near", WHITE, 1.0))).piles["near"]
        np.testing.assert_allclose(pile.off, OFF)
        np.testing.assert_allclose(pile.corrected_lab, pile.lab + OFF)
        fresh = Palette((*put, reading, Scooped("near", 4.0), put[0])).piles["near"]
        self.assertIsNone(fresh.off)
        with self.assertRaisesRegex(InputError, "put paint on it"):
            _ = Palette((reading,)).piles

    def test_medium_thins_without_changing_an_opaque_colour(self) -> None:
        plain = pile_of([(BLUE, 2.0), (WHITE, 1.0)])
        thinned = pile_of([(BLUE, 2.0), (WHITE, 1.0), (MEDIUM, 1.0)])
        np.testing.assert_allclose(thinned.lab, plain.lab, atol=1e-6)
        self.assertEqual(thinned.volume_ml, 4.0)

    def test_amounts_that_cannot_be(self) -> None:
        for volume in (0, -1, float("nan"), 1e9):
            for make in (lambda v: Added("near", BLUE, v), lambda v: Scooped("near", v),
                         lambda v: Carried("near", "far", v)):  # fmt: skip
                with self.assertRaisesRegex(InputError, "volume ml"):
                    make(volume)
        with self.assertRaisesRegex(InputError, "another pile"):
            Carried("near", "near", 1.0)
        for into in (1, 13):
            with self.assertRaisesRegex(InputError, "2 to 12"):
                equal_loads(3.0, into)
        for shares in ([1.0], [1.0, 0.0]):
            with self.assertRaises(InputError):
                given_loads(3.0, shares)

    @given(st.lists(entries, max_size=16))
    def test_paint_is_neither_made_nor_lost(self, tried: list[Entry]) -> None:
        palette = Palette(ledger(tried))
        put: dict[str, float] = {}
        for move in palette.standing:
            if isinstance(move, Added):
                put[move.paint.key] = put.get(move.paint.key, 0.0) + move.volume_ml
        there: dict[str, float] = {}
        for volumes_ml in (
            *(pile.volumes_ml for pile in palette.piles.values()),
            palette.scooped_ml,
        ):
            for paint, ml in volumes_ml.items():
                self.assertGreaterEqual(ml, 0)
                there[paint.key] = there.get(paint.key, 0.0) + ml
        for key in put.keys() | there.keys():
            self.assertTrue(math.isclose(put[key], there.get(key, 0.0), rel_tol=1e-9))

    @given(st.lists(entries, max_size=12), piles)
    def test_taking_back_and_bringing_back_changes_nothing(self, tried, pile) -> None:
        kept = ledger(tried)
        palette = Palette(kept)
        try:
            again = Palette((*kept, TakenBack(pile), BroughtBack(pile)))
            told = again.piles
        except InputError:
            return
        self.assertEqual(again.standing, palette.standing)
        for name, was in palette.piles.items():
            self.assertEqual(told[name].volumes_ml, was.volumes_ml)
        self.assertTrue(all(touched(entry) for entry in kept))
