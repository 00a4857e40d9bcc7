"""What a box reaches, and what it lacks. Common practice: a warm and a cool of each primary."""

import unittest

import numpy as np

from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.reach import DIRECTIONS, reach
from mesotint.paints.library import library

PAINT = library().paint


def box(*keys: str):
    return [PAINT(key) for key in ("PW6", *keys)]


class ReachTest(unittest.TestCase):
    def test_more_tubes_never_reach_less(self) -> None:
        few = reach(box("PY3", "PV19", "PB29"), 50)
        more = reach(box("PY3", "PV19", "PB29", "PG7", "PO20"), 50)
        self.assertTrue((more.chroma >= few.chroma - 1e-6).all())
        self.assertGreater(more.chroma.sum(), few.chroma.sum())

    def test_a_mixture_of_the_box_lies_within(self) -> None:
        paints = box("PY3", "PR108-light", "PB15:3")
        outline = reach(paints, 50).chroma
        random = np.random.default_rng(1)
        labs = DEFAULT_VIEWING.lab(random.uniform(0.02, 1, (4000, 4)), paints)
        near = labs[np.abs(labs[:, 0] - 50) < 3]
        chroma = np.hypot(near[:, 1], near[:, 2])
        direction = np.rint(np.degrees(np.arctan2(near[:, 2], near[:, 1])) / 10).astype(int)
        room = np.maximum(outline, np.maximum(np.roll(outline, 1), np.roll(outline, -1)))
        self.assertLess((chroma - room[direction % DIRECTIONS]).max(), 6)

    def test_gaps_are_told_and_the_helper_fills_one(self) -> None:
        earths = reach(box("PY43", "PR101", "PBk9"), 50)
        told = " ".join(earths.gaps)
        self.assertIn("There is no blue.", told)
        self.assertIn("hardly reaches", told)
        assert earths.helper is not None
        wider = reach([*box("PY43", "PR101", "PBk9"), earths.helper], 50)
        self.assertGreater(wider.chroma.sum(), earths.chroma.sum())
        self.assertGreater(earths.gain, 0.2)
        full = reach(box("PY3", "PY83", "PR254", "PV19", "PB29", "PB15:3"), 50)
        self.assertFalse(any("There is no" in gap for gap in full.gaps))

    def test_an_empty_box_reaches_nothing(self) -> None:
        found = reach([], 50)
        self.assertEqual(found.chroma.max(), 0)
        self.assertEqual(len([gap for gap in found.gaps if "There is no" in gap]), 3)
