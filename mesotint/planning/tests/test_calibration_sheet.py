"""A sheet that teaches: what is on it, and that what it is expected to tell is what it tells."""

import unittest
from dataclasses import replace

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.trust import uncertainty
from mesotint.paints.library import library
from mesotint.paints.stray import NO_DOUBTS
from mesotint.planning.calibration_sheet import calibration_sheet, most_telling

WHITE = library().white


def tubes(*keys: str):
    return [library().paint(key) for key in keys]


class CalibrationSheetTest(unittest.TestCase):
    def test_every_tube_is_painted_alone_in_two_tints_and_with_another(self) -> None:
        for keys in (("PO20",), ("PO20", "PB29"), ("PO20", "PB29", "PY3", "PR101", "PG7", "PV23")):
            paints, mixtures = calibration_sheet(tubes(*keys), WHITE)
            parts = np.array([mixture.parts for mixture in mixtures])
            self.assertEqual([paint.key for paint in paints], [*keys, WHITE.key])
            for i in range(len(keys)):
                alone = (parts[:, i] > 0) & (np.delete(parts, [i, len(keys)], 1) == 0).all(axis=1)
                self.assertEqual(sorted(parts[alone, -1].tolist())[:3], [0.0, 4.0, 16.0])
                if len(keys) > 1:
                    self.assertTrue(((parts[:, i] > 0) & ~alone).any())
            self.assertIn([0.0] * len(keys) + [1.0], parts.tolist())
            self.assertEqual(len(mixtures), 5 * len(keys))

    def test_no_tube_twice_none_and_too_many_are_told(self) -> None:
        for keys in ((), ("PO20", "PO20"), ("PO20", "PW6"),
                     ("PO20", "PB29", "PY3", "PR101", "PG7", "PV23", "PB28")):  # fmt: skip
            with self.assertRaises(InputError):
                calibration_sheet(tubes(*keys), WHITE)

    def test_the_next_sheet_is_expected_to_halve_what_is_not_known(self) -> None:
        paints = [*tubes("PO20", "PB29"), WHITE]
        found = most_telling(paints, Viewing(), 8)
        self.assertEqual(found.parts.shape, (8, 3))
        self.assertLess(found.after, 0.5 * found.before)
        # What it starts from is the ± that every mixture is told with.
        parts = np.random.default_rng(1).dirichlet(np.ones(3), 400)
        told = float(uncertainty(Viewing(), parts, paints).mean())
        self.assertAlmostEqual(found.before, told, delta=0.12 * told)
        fewer = most_telling(paints, Viewing(), 3)
        self.assertGreater(fewer.after, found.after)
        np.testing.assert_array_equal(fewer.parts, found.parts[:3])

    def test_nothing_is_gained_by_a_paint_that_is_known(self) -> None:
        orange, blue = tubes("PO20", "PB29")
        sure = replace(blue, doubts=NO_DOUBTS)
        found = most_telling([orange, sure, WHITE], Viewing(), 5)
        alone = (found.parts[:, 0] == 0) & (found.parts[:, 2] == 0)
        self.assertFalse(alone.any())
