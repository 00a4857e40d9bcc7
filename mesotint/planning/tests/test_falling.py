"""Paints that fall to grey: clear at the top, greyest below, on the way ever duller."""

import unittest

import numpy as np

from mesotint.paints.first_boxes import FIRST_MEDIA
from mesotint.paints.library import library
from mesotint.planning.falling import falling

L = library()
BOX = [L.paint(key) for key in FIRST_MEDIA["oil"].boxes[2].paints]


class FallingTest(unittest.TestCase):
    def test_each_begins_clear_and_ends_near_grey(self) -> None:
        clear = [L.paint(key) for key in ("PO20", "PR108-light", "PB29", "PG7", "PY37")]
        for each in falling(clear, BOX):
            labs = np.array([step.appearance.lab for step in each.steps])
            chroma = np.hypot(labs[:, 1], labs[:, 2])
            with self.subTest(paint=each.paint.key):
                self.assertEqual(len(each.steps), 9)
                self.assertTrue((np.diff(chroma) < 1).all(), chroma)
                self.assertLess(chroma[-1], 0.35 * chroma[0])

    def test_what_nothing_mutes_is_left_out(self) -> None:
        self.assertEqual(falling([BOX[1]], [BOX[1]]), [])
