"""Muds made from a box, and a painter who follows the advice with an unsteady hand."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.mud import MUD_BELOW, random_mud
from mesotint.mixing.simulated_painter import MOST_ADDITIONS, SimulatedPainter
from mesotint.paints.library import library

PAINT = library().paint
BOX = [PAINT(key) for key in ("PW6", "PY3", "PY43", "PO20", "PBr7-burnt-sienna", "PR108-light",
                              "PV19", "PV23", "PB29", "PB15:3", "PG7", "PBk9")]  # fmt: skip


class MudTest(unittest.TestCase):
    @given(st.integers(0, 10_000))
    def test_a_mud_is_dull_and_made_from_the_box(self, seed: int) -> None:
        mud = random_mud(BOX, np.random.default_rng(seed))
        self.assertLess(float(np.hypot(*mud.lab[1:])), MUD_BELOW)
        self.assertLessEqual({p.key for p in mud.paints}, {p.key for p in BOX})
        self.assertAlmostEqual(sum(mud.parts), 1)
        again = random_mud(BOX, np.random.default_rng(seed))
        np.testing.assert_array_equal(again.lab, mud.lab)

    def test_two_colours_make_no_mud(self) -> None:
        with self.assertRaisesRegex(InputError, "three colours"):
            random_mud(BOX[:3], np.random.default_rng(1))


class SimulatedPainterTest(unittest.TestCase):
    def attempts(self, error: float, count: int, *, looks: bool = True):
        rng = np.random.default_rng(11)
        painter = SimulatedPainter(BOX, error, rng, looks)
        return [painter.match(random_mud(BOX, rng).lab) for _ in range(count)]

    def test_a_steady_hand_needs_the_first_recipe_alone(self) -> None:
        for attempt in self.attempts(0.0, 4):
            self.assertLess(attempt.delta_e, 1)
            self.assertLessEqual(attempt.additions, 4)
            self.assertAlmostEqual(attempt.growth, 1)

    def test_an_unsteady_hand_gets_there_by_looking(self) -> None:
        """A sample of what the benchmark measures on 200 muds."""
        looked = self.attempts(0.25, 12)
        self.assertTrue(all(attempt.additions <= MOST_ADDITIONS for attempt in looked))
        self.assertLess(np.median([attempt.growth for attempt in looked]), 2.5)
        self.assertLess(np.median([attempt.delta_e for attempt in looked]), 2)
        blind = self.attempts(0.25, 12, looks=False)
        self.assertLess(sum(a.delta_e for a in looked), sum(a.delta_e for a in blind))

    def test_what_is_told_is_the_real_pile(self) -> None:
        target = DEFAULT_VIEWING.lab(np.array([3.0, 1.0]), [PAINT("PW6"), PAINT("PBk9")])
        attempt = SimulatedPainter([PAINT("PW6")], 0.0, np.random.default_rng(0)).match(target, 1)
        white = DEFAULT_VIEWING.lab(np.ones(1), [PAINT("PW6")])
        self.assertAlmostEqual(attempt.delta_e, float(delta_e_2000(white, target)))
