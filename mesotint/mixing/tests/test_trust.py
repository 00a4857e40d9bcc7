"""The ± of a prediction: honest against simulated tubes, and larger where less is known."""

import unittest
from dataclasses import replace

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.trust import uncertainty
from mesotint.paints.library import Paint, library
from mesotint.paints.table import TINT_WHITE_PARTS, paint_table

PAINT = library().paint
DRAWS = 300


def another_tube(paint: Paint, random: np.random.Generator) -> Paint:
    """A tube of the same paint as it might also be, by the paint's own doubts."""
    doubts = paint.doubts
    moved = np.tensordot(random.normal(size=len(doubts.names)), doubts.moves, axes=1)
    return replace(
        paint,
        absorption=paint.absorption * np.exp(moved[0]),
        scattering=paint.scattering * np.exp(moved[1]),
    )


class TrustTest(unittest.TestCase):
    def test_tubes_drawn_at_random_scatter_as_told(self) -> None:
        random = np.random.default_rng(8)
        viewing = Viewing()
        for keys in (("PY3", "PV23", "PW6"), ("PO20", "PB29"), ("sap-green-hue", "PW6")):
            paints = [PAINT(key) for key in keys]
            parts = random.random((6, len(paints)))
            told = uncertainty(viewing, parts, paints)
            predicted = viewing.lab(parts, paints)
            squares = np.zeros(len(parts))
            for _ in range(DRAWS):
                drawn = [another_tube(p, random) for p in paints]
                squares += delta_e_2000(predicted, viewing.lab(parts, drawn)) ** 2
            ratio = np.sqrt(squares / DRAWS) / told
            with self.subTest(paints=keys):
                self.assertTrue(((ratio > 0.6) & (ratio < 1.6)).all(), ratio)

    def test_covers_what_the_fit_missed_of_every_paint(self) -> None:
        """In the root of the mean square over masstone and tint, as the fit calibrates it."""
        viewing, white = Viewing(), PAINT("PW6")
        from mesotint.colour.colorimetry import lab_from_lch

        for key, row in paint_table().items():
            if key == "PW6":
                continue
            parts = np.array([[1.0, 0.0], [1.0, TINT_WHITE_PARTS]])
            paints = [PAINT(key), white]
            wanted = lab_from_lch(np.array([row.masstone_lch, row.tint_lch]))
            missed = delta_e_2000(viewing.lab(parts, paints), wanted)
            told = uncertainty(viewing, parts, paints)
            with self.subTest(paint=key):
                rms = [float(np.sqrt((v**2).mean())) for v in (missed, told)]
                self.assertLessEqual(rms[0], rms[1] * 1.15)

    def test_is_small_for_white_and_grows_where_strong_paints_meet(self) -> None:
        viewing = Viewing()
        paints = [PAINT("PY3"), PAINT("PV23"), PAINT("PW6")]
        white, yellow, both = uncertainty(
            viewing, np.array([[0, 0, 1.0], [1, 0, 0], [9, 1, 0]]), paints
        )
        self.assertLess(white, yellow)
        self.assertLess(yellow, both)

    def test_shapes_and_water(self) -> None:
        paints = [PAINT("PB29"), PAINT("PO20")]
        parts = np.ones((2, 4, 2))
        told = uncertainty(Viewing("wash"), parts, paints, np.linspace(0, 10, 4))
        self.assertEqual(told.shape, (2, 4))
        np.testing.assert_allclose(told[0], told[1])
        self.assertEqual(uncertainty(Viewing(), np.array([1.0, 0]), paints).shape, ())
