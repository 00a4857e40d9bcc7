"""Hues mixed true: each mixed again by hand, against a dense search, and from a limited set."""

import unittest

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import WHEEL
from mesotint.errors import InputError
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.true_hues import (
    RINGS,
    TRUE_WITHIN,
    angle_of,
    muted_rings,
    true_hues,
    wheel_hues,
)
from mesotint.paints.library import library

L = library()
VIEWING = Viewing()
SIX = [L.paint(key) for key in ("PY3", "PY37", "PR108-light", "PV19", "PB29", "PB15:3")]


class TrueHuesTest(unittest.TestCase):
    def test_each_mixed_again_has_its_hue(self) -> None:
        for count in (6, 12, 24):
            hues = wheel_hues(count)
            self.assertEqual(len(hues), count)
            self.assertEqual(hues[0][0], "red")
            for found in true_hues(hues, SIX):
                parts = np.array([*found.parts, found.white])
                lab = VIEWING.lab(parts, [*found.paints, L.white])
                np.testing.assert_allclose(lab, found.lab, atol=1e-6)
                off = (float(lch_from_lab(lab)[2]) - found.angle + 180) % 360 - 180
                self.assertAlmostEqual(off, found.off, places=4)
                self.assertEqual(found.is_true, abs(off) <= TRUE_WITHIN)

    def test_a_red_without_a_lean_is_of_a_warm_and_a_cool_one(self) -> None:
        """Common practice, no published source."""
        box = [L.paint("PR108-light"), L.paint("PV19"), L.paint("PB29"), L.paint("PY3")]
        (red,) = true_hues([("red", angle_of("red"))], box)
        self.assertEqual({p.key for p in red.paints}, {"PR108-light", "PV19"})
        self.assertTrue(red.is_true)
        self.assertIn("without a lean", red.says)

    def test_a_limited_set_goes_round_the_wheel(self) -> None:
        found = true_hues(wheel_hues(12), SIX)
        self.assertGreaterEqual(sum(each.is_true for each in found), 11)
        chroma = [float(lch_from_lab(each.lab)[1]) for each in found]
        self.assertGreater(min(chroma), 20)

    def test_none_of_a_dense_search_is_true_and_much_clearer(self) -> None:
        box = SIX[:4]
        share = np.linspace(0, 1, 201)
        whites = (0.0, 1.0, 2.0, 4.0, 8.0, 16.0)
        for name, angle in (("orange", angle_of("orange")), ("red", angle_of("red"))):
            best = 0.0
            for i, one in enumerate(box):
                for other in box[i + 1 :]:
                    for white in whites:
                        parts = np.stack([1 - share, share, np.full(201, white)], axis=1)
                        lch = lch_from_lab(VIEWING.lab(parts, [one, other, L.white]))
                        off = np.abs((lch[:, 2] - angle + 180) % 360 - 180)
                        best = max(best, float(np.where(off <= 1.5, lch[:, 1], 0).max()))
            (found,) = true_hues([(name, angle)], box)
            self.assertGreater(float(lch_from_lab(found.lab)[1]), best - 3.0, name)

    def test_the_rings_inside_hold_less_and_less_chroma(self) -> None:
        found = true_hues(wheel_hues(12), SIX)
        full = np.array([float(lch_from_lab(each.lab)[1]) for each in found])
        before = full
        rings = muted_rings(found)
        greyest = np.array([float(lch_from_lab(each.lab)[1]) for each in rings[-1]])
        for ring, share in zip(rings, RINGS, strict=True):
            for i, muted in enumerate(ring):
                lab = VIEWING.lab(np.array(muted.parts), list(muted.paints))
                np.testing.assert_allclose(lab, muted.lab, atol=1e-6)
                mixed_of = {p.key for p in (*found[i].paints, *found[(i + 6) % 12].paints)}
                self.assertLessEqual({p.key for p in muted.paints}, mixed_of | {"PW6"})
            now = np.array([float(lch_from_lab(each.lab)[1]) for each in ring])
            self.assertTrue((now <= before + 1e-6).all())
            # Where a pair passes beside grey no more is taken than it can.
            self.assertTrue(((now <= share * full + 0.5) | (now <= greyest + 1e-6)).all())
            self.assertTrue((now >= share * full - 10).all(), now - share * full)
            before = now

    def test_a_box_of_one_hue_gives_the_nearest_and_says_so(self) -> None:
        (found,) = true_hues([("green", angle_of("green"))], [L.paint("PR108-light"), L.white])
        self.assertEqual(found.paints, (L.paint("PR108-light"),))
        self.assertFalse(found.is_true)
        self.assertIn("as near as they come", found.says)

    def test_bad_input(self) -> None:
        with self.assertRaisesRegex(InputError, "6, 12 or 24"):
            wheel_hues(7)
        with self.assertRaisesRegex(InputError, "add a red, a yellow and a blue"):
            true_hues(wheel_hues(6), [L.white, L.paint("PBk9")])
        with self.assertRaisesRegex(InputError, "no hue of the wheel"):
            angle_of("mauve")
        self.assertEqual({angle_of(hue.name) for hue in WHEEL}.__len__(), 12)
