"""Hues mixed true: each mixed again by hand, against a dense search, and from a limited set."""

import unittest
from itertools import combinations

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import WHEEL
from mesotint.errors import InputError
from mesotint.mixing.character import strength
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.true_hues import (
    RINGS,
    TRUE_WITHIN,
    TrueHue,
    angle_of,
    muted_rings,
    true_hues,
    wheel_hues,
)
from mesotint.paints.library import Paint, library
from mesotint.paints.table import WHITES

L = library()
VIEWING = Viewing()
SIX = [L.paint(key) for key in ("PY3", "PY37", "PR108-light", "PV19", "PB29", "PB15:3")]


def compared(box: list[Paint]) -> list[tuple[TrueHue, float, float]]:
    """Each hue of twelve as it is told, how far off the nearest of a dense search is, in degrees,
    and how many times as clear the clearest that is as near: pairs and threes of a box, opened."""
    whites = np.concatenate([[0], np.geomspace(0.05, 40, 24)])
    share = 1 / (1 + np.exp(-np.linspace(-9, 9, 181)))
    logs = np.stack(np.meshgrid(*[np.linspace(-5, 5, 13)] * 2), axis=-1).reshape(-1, 2)
    chroma, hue = [], []
    for size in (2, 3):
        for paints in combinations(box, size):
            if size == 2:
                parts = np.stack([1 - share, share], axis=1)
            else:
                pulls = np.array([max(strength(paint), 0.02) for paint in paints])
                parts = np.exp(np.column_stack([np.zeros(len(logs)), logs])) / pulls
                parts /= parts.sum(axis=1, keepdims=True)
            rows = np.column_stack(
                [np.repeat(parts, len(whites), axis=0), np.tile(whites, len(parts))]
            )
            lch = lch_from_lab(VIEWING.lab(rows, [*paints, L.white]))
            chroma.append(lch[:, 1])
            hue.append(lch[:, 2])
    clear, angles = np.concatenate(chroma), np.concatenate(hue)
    angles, clear = angles[clear >= 9], clear[clear >= 9]
    if not len(clear):
        return []
    told = []
    for found in true_hues(wheel_hues(12), box):
        away = np.abs((angles - found.angle + 180) % 360 - 180)
        as_near = clear[away <= abs(found.off)]
        own = float(np.hypot(*found.lab[1:]))
        times = float(as_near.max()) / own if len(as_near) else 0.0
        told.append((found, float(away.min()), times))
    return told


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

    def test_none_of_a_dense_search_is_nearer_or_much_clearer(self) -> None:
        """Two and three tubes with white, tens of thousands of mixtures each box: none is nearer to
        the hue by 2 degrees, none as near is clearer by a fourth; what is called a grey has no hue.
        """
        rng = np.random.default_rng(33)
        tubes = [paint for paint in L.plain if paint.key not in WHITES]
        for size in (2, 2, 3, 3, 4, 5, 6, 6):
            box = [tubes[i] for i in rng.choice(len(tubes), size, replace=False)]
            with self.subTest(box=[paint.key for paint in box]):
                for found, away, clearer in compared(box):
                    self.assertLess(abs(found.off) - away, 2.0, found.name)
                    self.assertLess(clearer, 1 / 0.8, found.name)

    def test_a_yellow_green_that_was_denied_is_mixed(self) -> None:
        """Of a cadmium yellow, a red, ultramarine and white, with parts that were found by hand."""
        box = [L.paint(key) for key in ("PY35", "PR254", "PB29", "PW6")]
        (found,) = true_hues([("yellow-green", angle_of("yellow-green"))], box)
        by_hand = VIEWING.lab(np.array([1, 0.076, 2.15]), [box[0], box[2], L.white])
        self.assertTrue(found.is_true)
        self.assertGreater(float(lch_from_lab(found.lab)[1]), 0.8 * float(lch_from_lab(by_hand)[1]))

    def test_parts_are_told_in_words_that_can_be_measured(self) -> None:
        """Not "1.8e+02 to 1": what is less than one part in forty is one in so many."""
        rng = np.random.default_rng(2)
        tubes = [paint for paint in L.plain if paint.key not in WHITES]
        for _ in range(6):
            box = [tubes[i] for i in rng.choice(len(tubes), 4, replace=False)]
            for found in true_hues(wheel_hues(12), box):
                self.assertNotRegex(found.says, r"e[+-]\d")
                if not found.is_reached:
                    self.assertFalse([p for p in box if p.name.lower() in found.says.lower()])

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
        self.assertFalse(found.is_reached)
        self.assertRegex(
            found.says, r"^No green comes of these tubes: the nearest lies \d+° toward"
        )

    def test_bad_input(self) -> None:
        with self.assertRaisesRegex(InputError, "6, 12 or 24"):
            wheel_hues(7)
        with self.assertRaisesRegex(InputError, "add a red, a yellow and a blue"):
            true_hues(wheel_hues(6), [L.white, L.paint("PBk9")])
        with self.assertRaisesRegex(InputError, "no hue of the wheel"):
            angle_of("mauve")
        self.assertEqual({angle_of(hue.name) for hue in WHEEL}.__len__(), 12)
